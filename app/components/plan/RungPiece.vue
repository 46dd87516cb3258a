<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import Select from 'primevue/select'
import Textarea from 'primevue/textarea'
import { SUBSTRATES, substrateKind } from '#core/trade/materials'
import { usualSurface } from '#core/piece/blank'
import { capital, formatNumber } from '#core/basics/units'
import { plannedWall, wallOf } from '#shared/blanks'
import type { PlanForm } from '#shared/jobs'

/** What is etched: its name, what it is made of, its shape and sizes. */
defineProps<{ errors: Record<string, string> }>()
const form = defineModel<PlanForm>({ required: true })
const reads = useReadings()
const studio = useStudioStore()
const asking = ref(false)
const SURFACES = [
  { id: 'flat', text: 'Flat' },
  { id: 'cylinder', text: 'Straight round' },
  { id: 'taper', text: 'Tapered' },
  { id: 'bowl', text: 'Bowl' },
]
const SURFACE_HINT = {
  flat: 'A pane, a tag, a dish.',
  cylinder: 'The easiest: the stencil lies flat round it.',
  taper: 'A flat stencil sits skew: keep it small or cut it curved.',
  bowl: 'The hardest: small designs only.',
}
const materials = SUBSTRATES.map(s => ({ id: s.id, text: capital(s.name) }))
const blanks = computed(() => [
  { id: '', text: 'Not from the library' },
  ...studio.blanks.filter(b => !b.putAway).map(b => ({ id: b.id, text: b.name })),
])
/** What the library knows of a blank is written into the plan; it may still be changed there. */
function take() {
  const blank = studio.blank(form.value.blankId)
  if (!blank) return
  const known = { noun: blank.noun, substrate: blank.substrate }
  for (const p of form.value.placements) if (p.level === 'middle') p.clear = ''
  if (blank.pane) {
    Object.assign(form.value, {
      ...known,
      surface: 'flat',
      height: `${formatNumber(blank.pane.height, 1)} mm`,
      girth: `${formatNumber(blank.pane.width, 1)} mm`,
    })
    return
  }
  const { middle } = plannedWall(blank, [])!
  const wall = wallOf(blank)!
  Object.assign(form.value, {
    ...known,
    surface: usualSurface(wall, middle),
    height: `${formatNumber(wall.to - wall.from, 1)} mm`,
    girth: `${formatNumber(2 * Math.PI * wall.at(middle).r, 1)} mm`,
  })
}
const flat = computed(() => form.value.surface === 'flat')
</script>

<template>
  <Field
    v-if="blanks.length > 1"
    v-slot="{ id, invalid, described, labelled }"
    class="full"
    label="Blank"
    data-field="blankId"
    :error="errors.blankId"
    hint="From the library: shape, sizes and material come with it."
  >
    <Select
      v-model="form.blankId"
      placeholder="Not from the library"
      :input-id="id"
      :options="blanks"
      option-label="text"
      option-value="id"
      :invalid="invalid"
      :aria-labelledby="labelled"
      :aria-describedby="described"
      @change="take"
    />
  </Field>
  <TextField v-model="form.noun" data-field="noun" label="What one is called" hint="For example tumbler" :error="errors.noun" />
  <TextField v-model="form.pieces" data-field="pieces" label="How many" inputmode="numeric" :error="errors.pieces" />
  <Field
    v-if="form.pieces.trim() !== '1' || form.names"
    v-slot="{ id, described, invalid }"
    class="full"
    label="Names of the pieces"
    hint="One name a line, in order. Leave blank to go by number."
    data-field="names"
    :error="errors.names"
  >
    <Textarea :id="id" v-model="form.names" rows="1" auto-resize :invalid="invalid" :aria-describedby="described" />
  </Field>
  <label class="check"><Checkbox v-model="form.oldLabel" binary /> An old label has to come off</label>
  <Field
    v-slot="{ id, invalid, described, labelled }"
    class="wide"
    label="Made of"
    data-field="substrate"
    :error="errors.substrate"
    :hint="substrateKind(form.substrate).note"
  >
    <Select
      v-model="form.substrate"
      :input-id="id"
      :options="materials"
      option-label="text"
      option-value="id"
      :invalid="invalid"
      :aria-labelledby="labelled"
      :aria-describedby="described"
      scroll-height="24rem"
    />
  </Field>
  <div class="ask"><Button type="button" severity="secondary" label="What is it?" @click="asking = true" /></div>
  <ChoiceField
    v-model="form.surface"
    data-field="surface"
    class="full"
    label="Shape where the art goes"
    :options="SURFACES"
    :hint="SURFACE_HINT[form.surface]"
    :error="errors.surface"
  />
  <TextField
    v-model="form.height"
    data-field="height"
    label="Height"
    hint="As you write it: 110 mm, 4 1/4 in"
    :reads="reads.length(form.height)"
    :error="errors.height"
  />
  <TextField
    v-model="form.girth"
    data-field="girth"
    :label="flat ? 'Width of the piece' : 'Girth at the art'"
    :hint="flat ? undefined : 'Tape round it where the art will sit'"
    :reads="reads.length(form.girth)"
    :error="errors.girth"
  />
  <LazyWhatIsIt v-if="asking" @close="asking = false" @found="form.substrate = $event" />
</template>

<style scoped>
.check { display: flex; align-items: center; gap: 0.6rem; padding-top: 1.4rem; }
.ask { padding-top: 1.75rem; }
</style>
