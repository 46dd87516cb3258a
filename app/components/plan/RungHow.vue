<script setup lang="ts">
import { FINISH_TABLE } from '#core/plan/steps'
import { COAT_TOOLS } from '#core/plan/coat'
import { SCHOOL_NAMES, SCHOOL_TABLES, SCHOOLS_OF } from '#core/trade/house'
import type { Schools } from '#core/trade/house'
import { etchantKind } from '#core/trade/materials'
import type { PlanForm } from '#shared/jobs'

/** Where this job differs from the house rules: schools, a time of its own, the bench itself. */
defineProps<{ errors: Record<string, string> }>()
const form = defineModel<PlanForm>({ required: true })
const studio = useStudioStore()
const method = computed(() => {
  const lot = studio.lot(form.value.lotId)
  return lot ? etchantKind(lot.kind).method : 'cream'
})
const keys = computed(() => SCHOOLS_OF[method.value])
function options(key: keyof Schools) {
  const table = SCHOOL_TABLES[key] as readonly { id: string, text: string, why: string }[]
  const house = table.find(s => s.id === studio.rules[key])!
  return [{ id: '', text: `House: ${house.text.toLowerCase()}` }, ...table]
}
const why = (key: keyof Schools) =>
  (SCHOOL_TABLES[key] as readonly { id: string, why: string }[]).find(s => s.id === (form.value.schools[key] || studio.rules[key]))?.why
</script>

<template>
  <ChoiceField
    v-if="keys.includes('dwell')"
    v-model="form.schools.dwell"
    class="full"
    :label="SCHOOL_NAMES.dwell"
    :options="options('dwell')"
    :hint="why('dwell')"
    :error="errors['schools.dwell']"
  />
  <TextField
    v-if="method !== 'blast'"
    v-model="form.ownBest"
    data-field="ownBest"
    label="Your own best time for this job"
    hint="Leave blank to go by the choice above"
    :error="errors.ownBest"
  />
  <TextField
    v-if="method !== 'blast'"
    v-model="form.temperature"
    data-field="temperature"
    label="Temperature at the bench"
    hint="When it is cold: 15 °C"
    :error="errors.temperature"
  />
  <ChoiceField
    v-if="method !== 'blast'"
    v-model="form.coaters"
    label="People who coat one piece"
    :options="[{ id: '1', text: 'One' }, { id: '2', text: 'Two' }]"
  />
  <ChoiceField
    v-if="method !== 'blast'"
    v-model="form.tool"
    class="full"
    label="Put on with"
    :options="[{ id: '', text: 'As suggested' }, ...COAT_TOOLS]"
    :hint="COAT_TOOLS.find(t => t.id === form.tool)?.why ?? 'By area: brush or stick, and a wide tool for large flat pieces.'"
    :error="errors.tool"
  />
  <TextField
    v-if="method === 'liquid'"
    v-model="form.tray"
    data-field="tray"
    label="Side by side on one tray"
    hint="They share one coat and one clock. Leave blank for as many as one person can rub"
    :error="errors.tray"
  />
  <ChoiceField
    v-model="form.finish"
    class="full"
    label="Once it is judged"
    :options="FINISH_TABLE"
  />
  <details class="full">
    <summary>Care, weeding, rinsing, peeling</summary>
    <div class="schools">
      <ChoiceField
        v-for="key in keys.filter(k => k !== 'dwell')"
        :key="key"
        v-model="form.schools[key]"
        :label="SCHOOL_NAMES[key]"
        :options="options(key)"
        :hint="why(key)"
        :error="errors[`schools.${key}`]"
      />
    </div>
  </details>
</template>

<style scoped>
summary { padding: 0.5rem 0; }
.schools { display: grid; gap: 0.9rem; padding-top: 0.4rem; }
</style>
