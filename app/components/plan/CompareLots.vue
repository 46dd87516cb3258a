<script setup lang="ts">
import Select from 'primevue/select'
import { planRecipe } from '#core/plan/recipe'
import { etchantKind } from '#core/trade/materials'
import { formatDuration } from '#core/basics/units'
import type { PlanEntry } from '#shared/jobs'
import { remarkWords } from '#core/plan/remarks'
import { recipeInput } from '#shared/recipe'
import type { PlanFacts } from '#shared/recipe'

/** Two bottles side by side for one job: window, amounts, time, cost, and what comes back. */
const props = defineProps<{ job: PlanEntry, facts: PlanFacts }>()
const studio = useStudioStore()
const units = useUnits()
const other = ref('')
const method = computed(() => etchantKind(props.facts.lot.kind).method)
const others = computed(() =>
  studio.lots
    .filter(l => !l.putAway && l.id !== props.facts.lot.id && etchantKind(l.kind).method === method.value)
    .map(l => ({ id: l.id, text: l.productName })),
)
const FIGURES = ['cream', 'recovered', 'used', 'liquid', 'gun', 'time', 'cost']

function side(lot: PlanFacts['lot']) {
  const recipe = planRecipe(recipeInput(props.job, { ...props.facts, lot }))
  const { window } = recipe.dwell
  return {
    name: lot.productName,
    refusal: recipe.refusals[0] && remarkWords(recipe.refusals[0]),
    window: window && [window.notBefore, window.best, window.notAfter, window.noHarm ?? window.notAfter].map(s => formatDuration(s)),
    figures: new Map(recipe.figures.map(f => [f.id, f])),
  }
}
const sides = computed(() => {
  const lot = studio.lot(other.value)
  return lot ? [side(props.facts.lot), side(lot)] : []
})
const WINDOW = ['Not before', 'Best', 'Not after', 'No harm known up to']
const rows = computed(() => {
  const shown = FIGURES.flatMap((id) => {
    const figure = sides.value.map(s => s.figures.get(id))
    const label = figure.find(f => f)?.label
    return label ? [{ label, values: figure.map(f => (f ? units.value(f.unit, f.value) : '–')) }] : []
  })
  return [...WINDOW.map((label, i) => ({ label, values: sides.value.map(s => s.window?.[i] ?? '–') })), ...shown]
})
</script>

<template>
  <details v-if="others.length" class="compare">
    <summary><h2>Another bottle beside it</h2></summary>
    <Field v-slot="{ id, labelled }" label="Compare with">
      <Select
        v-model="other"
        :input-id="id"
        :options="others"
        option-label="text"
        option-value="id"
        placeholder="Choose from the shelf"
        :aria-labelledby="labelled"
      />
    </Field>
    <template v-if="sides.length">
      <table>
        <thead>
          <tr>
            <th scope="col"><span class="visually-hidden">What</span></th>
            <th v-for="s in sides" :key="s.name" scope="col">{{ s.name }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.label" :class="{ differs: r.values[0] !== r.values[1] }">
            <th scope="row">{{ r.label }}</th>
            <td v-for="(v, i) in r.values" :key="i" class="numeral">{{ v }}</td>
          </tr>
        </tbody>
      </table>
      <template v-for="s in sides" :key="s.name"><p v-if="s.refusal" class="problem">{{ s.name }}: {{ s.refusal }}</p></template>
    </template>
  </details>
</template>

<style scoped>
summary h2 { display: inline; }
table { width: 100%; margin-top: 0.8rem; }
th { text-align: left; font-weight: 500; padding: 0.25rem 0.8rem 0.25rem 0; vertical-align: baseline; }
thead th { font-weight: 650; border-bottom: 2px solid var(--line); }
tr { border-bottom: 1px solid var(--line); }
td { font-size: 1.25rem; padding-right: 0.8rem; color: var(--muted); }
.differs td { color: var(--text); font-weight: 650; }
</style>
