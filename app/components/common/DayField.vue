<script setup lang="ts">
import { usePrimeVue } from 'primevue/config'
import DatePicker from 'primevue/datepicker'

/** A day, typed as people write one or picked from the calendar. Kept as `2030-06-01`; '' for none. */
defineProps<{ label: string, hint?: string, error?: string }>()
const day = defineModel<string>({ required: true })
const unit = useLengthUnit()
/** Where people measure in inches a calendar's week begins on Sunday, elsewhere on Monday. */
const prime = usePrimeVue()
watchEffect(() => {
  if (prime.config.locale) prime.config.locale.firstDayOfWeek = unit.value === 'in' ? 0 : 1
})
const date = computed({
  get: () => (/^\d{4}-\d\d-\d\d$/.test(day.value) ? new Date(`${day.value}T12:00`) : null),
  set: (picked) => {
    const two = (n: number) => String(n).padStart(2, '0')
    day.value = picked instanceof Date ? `${picked.getFullYear()}-${two(picked.getMonth() + 1)}-${two(picked.getDate())}` : ''
  },
})
</script>

<template>
  <Field v-slot="{ id, described, invalid }" :label="label" :hint="hint" :error="error">
    <DatePicker
      v-model="date"
      :input-id="id"
      date-format="d M yy"
      show-icon
      icon-display="input"
      show-button-bar
      fluid
      :invalid="invalid"
      :pt="{ pcInputText: { root: { 'aria-describedby': described, 'aria-invalid': invalid || undefined, 'autocomplete': 'off' } } }"
    />
  </Field>
</template>
