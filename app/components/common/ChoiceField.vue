<script setup lang="ts">
import SelectButton from 'primevue/selectbutton'

const props = defineProps<{ label: string, hint?: string, error?: string, options: readonly { id: string | boolean, text: string }[] }>()
const model = defineModel<string | boolean>({ required: true })
// The button row takes an empty id for nothing chosen; it has to be a choice like the others.
const NONE = '(none)'
const shown = computed(() => props.options.map(o => (o.id === '' ? { ...o, id: NONE } : o)))
const choice = computed({ get: () => (model.value === '' ? NONE : model.value), set: id => (model.value = id === NONE ? '' : id) })
</script>

<template>
  <Field v-slot="{ id, described, labelled }" :label="label" :hint="hint" :error="error">
    <SelectButton
      :id="id"
      v-model="choice"
      :options="shown"
      option-label="text"
      option-value="id"
      :allow-empty="false"
      :aria-labelledby="labelled"
      :aria-describedby="described"
      class="choice"
    />
  </Field>
</template>

<style scoped>
.choice { flex-wrap: wrap; min-height: 46px; }
</style>
