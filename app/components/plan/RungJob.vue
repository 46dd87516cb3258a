<script setup lang="ts">
import Textarea from 'primevue/textarea'
import type { PlanForm } from '#shared/jobs'

defineProps<{ errors: Record<string, string> }>()
const form = defineModel<PlanForm>({ required: true })
</script>

<template>
  <TextField v-model="form.customer" data-field="customer" class="wide" label="Customer" :error="errors.customer" />
  <DayField v-model="form.dueOn" data-field="dueOn" label="Due" :error="errors.dueOn" />
  <Field v-slot="{ id, described, invalid }" class="full" label="Notes" data-field="notes" :error="errors.notes">
    <Textarea :id="id" v-model="form.notes" rows="1" auto-resize :invalid="invalid" :aria-describedby="described" />
  </Field>
</template>
