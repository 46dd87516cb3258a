<script setup lang="ts">
import InputText from 'primevue/inputtext'

defineProps<{
  label: string
  hint?: string
  reads?: string | null
  error?: string
  type?: string
  inputmode?: 'text' | 'numeric' | 'decimal' | 'tel'
  autocomplete?: string
  /** Has a sheet that opens begin here. */
  autofocus?: boolean
}>()
const model = defineModel<string>({ required: true })
</script>

<template>
  <Field v-slot="{ id, described, invalid }" :label="label" :hint="hint" :reads="reads" :error="error">
    <InputText
      :id="id"
      v-model="model"
      :type="type ?? 'text'"
      :inputmode="inputmode"
      :autocomplete="autocomplete ?? 'off'"
      :autofocus="autofocus || undefined"
      :invalid="invalid"
      :aria-invalid="invalid || undefined"
      :aria-describedby="described"
    />
  </Field>
</template>
