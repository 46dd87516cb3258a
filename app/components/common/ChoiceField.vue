<script setup lang="ts">
import SelectButton from 'primevue/selectbutton'

defineProps<{ label: string, hint?: string, error?: string, options: { id: string | boolean, text: string }[] }>()
const model = defineModel<string | boolean>({ required: true })
</script>

<template>
  <Field v-slot="{ id, described, labelled }" :label="label" :hint="hint" :error="error">
    <SelectButton :id="id" v-model="model" :options="options" option-label="text" option-value="id" :allow-empty="false" :aria-labelledby="labelled" :aria-describedby="described" class="choice" />
  </Field>
</template>

<style scoped>
.choice { flex-wrap: wrap; min-height: 46px; }
</style>
