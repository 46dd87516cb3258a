<script setup lang="ts" generic="T">
import Select from 'primevue/select'

/** One of several, chosen from a list, with its label and what is wrong with it. */
defineProps<{
  label: string
  options: readonly { id: T, text: string }[]
  hint?: string
  error?: string
  placeholder?: string
  disabled?: boolean
}>()
const model = defineModel<T>({ required: true })
const emit = defineEmits<{ /** Somebody chose; the model has it by then. */ change: [] }>()
</script>

<template>
  <Field v-slot="{ id, labelled, described, invalid }" :label="label" :hint="hint" :error="error">
    <Select
      v-model="model"
      :input-id="id"
      :options="options as { id: T, text: string }[]"
      option-label="text"
      option-value="id"
      :placeholder="placeholder"
      :disabled="disabled"
      :invalid="invalid"
      :aria-labelledby="labelled"
      :aria-describedby="described"
      @change="emit('change')"
    />
  </Field>
</template>
