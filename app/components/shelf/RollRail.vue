<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import Select from 'primevue/select'
import { command } from '~/commands'
import { resistKind } from '#core/trade/materials'
import { capital } from '#core/basics/units'
import { ROLL_RESISTS, rollSchema } from '#shared/rolls'
import type { Roll, RollForm } from '#shared/rolls'

/** Resist in stock: rolls, and the scraps that sheets left. Each is drawn to one scale, as far as a long roll can be. */
const studio = useStudioStore()
const session = useSessionStore()
const units = useUnits()
onMounted(() => studio.rolls ?? studio.loadRolls().catch(() => {}))
const blank = (): Required<RollForm> => ({
  name: '', resist: 'permanent-vinyl', width: '', length: '', scrap: false, grain: false, priceM2: '',
})
const form = reactive(blank())
const { schema, written } = useLengthForm(rollSchema, () => form)
const { errors, problem, busy, submit } = useEntry(schema, () => form)
const adding = ref(false)
const kinds = ROLL_RESISTS.map(r => ({ id: r, text: capital(resistKind(r).name) }))
const SHOWN = 1200
const PX = 0.09
const box = (r: Roll) => ({ width: Math.min(r.length, SHOWN) * PX, height: r.width * PX })

async function add() {
  if (!(await submit(() => command<Roll>('rolls', { roll: written() })))) return
  await studio.loadRolls()
  Object.assign(form, blank())
  adding.value = false
}
async function throwAway(roll: Roll) {
  problem.value = ''
  await api<Roll>(`rolls/${roll.id}`, 'DELETE').then(studio.loadRolls, (e: Error) => (problem.value = e.message))
}
</script>

<template>
  <section aria-label="Rolls and scraps">
    <h2>Rolls and scraps</h2>
    <p v-if="studio.rolls?.length === 0" class="muted">None yet. Cut sheets are laid on what hangs here, scraps first.</p>
    <ul>
      <li v-for="r in studio.rolls ?? []" :key="r.id">
        <svg :width="box(r).width + 2" :height="box(r).height + 2" aria-hidden="true">
          <rect x="1" y="1" :width="box(r).width" :height="box(r).height" :stroke-dasharray="r.scrap ? '5 3' : undefined" />
        </svg>
        <strong>{{ r.name }}</strong>
        <span class="muted">{{ resistKind(r.resist).name }}, {{ units.length(r.width) }} ×
          {{ units.length(r.length) }}{{ r.grain ? ', with a grain' : '' }}{{
            r.priceM2 === null ? '' : `, ${units.money(r.priceM2)} a square metre` }}</span>
        <Button severity="secondary" label="Thrown away" :aria-label="`${r.name} was thrown away`" @click="throwAway(r)" />
        <details v-if="session.isLead && !r.scrap">
          <summary>{{ r.reorder === null ? 'Nobody is told when it runs low' : `Buy more below ${units.length(r.reorder)}` }}</summary>
          <WatchLevel :id="r.id" kind="film" :reorder="r.reorder" @saved="studio.loadRolls" />
        </details>
        <StockLedger :id="r.id" kind="film" :level="r.length" />
      </li>
    </ul>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <Button v-if="!adding" severity="secondary" label="Hang up a roll" @click="adding = true" />
    <form v-else novalidate @submit.prevent="add">
      <TextField v-model="form.name" label="What you call the roll" :error="errors.name" />
      <Field v-slot="{ id: field, labelled }" label="What it is">
        <Select
          v-model="form.resist"
          :input-id="field"
          :options="kinds"
          option-label="text"
          option-value="id"
          :aria-labelledby="labelled"
        />
      </Field>
      <div class="pair">
        <TextField
          v-model="form.width"
          label="Wide"
          :error="errors.width"
        /><TextField v-model="form.length" label="Long" :error="errors.length" />
      </div>
      <TextField
        v-model="form.priceM2"
        :label="`Price of a square metre, ${studio.rules.currency}`"
        hint="Leave blank to go by the house rule"
        :error="errors.priceM2"
      />
      <label class="check"><Checkbox v-model="form.scrap" binary /> It is a scrap</label>
      <label class="check"><Checkbox v-model="form.grain" binary /> It has a grain: stencils are not turned on it</label>
      <SaveBar label="Hang it up" :busy="busy" @leave="adding = false" />
    </form>
  </section>
</template>

<style scoped>
section { margin-top: 2.2rem; border-top: 4px solid var(--line); padding-top: 0.8rem; }
ul {
  list-style: none;
  padding: 0;
  margin: 0.5rem 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(15rem, 1fr));
  gap: 1rem 2rem;
}
li { display: grid; gap: 0.15rem; justify-items: start; align-content: end; }
rect { fill: var(--glass-deep); stroke: var(--glass); }
form { display: grid; gap: 0.8rem; max-width: 34rem; }
.pair { display: grid; grid-template-columns: 1fr 1fr; gap: 0.8rem; }
.check { display: flex; gap: 0.6rem; align-items: center; }
</style>
