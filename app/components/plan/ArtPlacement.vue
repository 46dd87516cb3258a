<script setup lang="ts">
import Checkbox from 'primevue/checkbox'
import Select from 'primevue/select'
import { capital } from '#core/basics/units'
import { readPieceNames } from '#shared/jobs'
import type { PlacementForm, PlanForm } from '#shared/jobs'
import { writtenFigures } from '#shared/named'

/** One stencil of a pass: what it shows, how large, and where it goes. */
const props = defineProps<{
  plan: PlanForm
  /** Which of its stencils, from 0. */
  n: number
  errors: Record<string, string>
  /** What is wrong with where it is. */
  problems: string[]
}>()
const form = defineModel<PlacementForm>({ required: true })
const prefix = computed(() => `placements.${props.n}.`)
const error = (field: string) => props.errors[`${prefix.value}${field}`]
const reads = useReadings()
const units = useUnits()
const unit = useLengthUnit()
const studio = useStudioStore()
const kept = computed(() => studio.artworks?.filter(a => !a.putAway).map(a => ({ id: a.id, text: a.name })) ?? [])
const names = computed(() => readPieceNames(props.plan.names))
const pieces = computed(() => pieceWordsOf(props.plan))
const count = computed(() => pieces.value.length)
/** Each piece has its own art: a name on each glass, a boat on each flask. A stencil called as the piece is goes to it by itself. */
const each = computed({
  get: () => (form.value.artworkIds ?? []).length > 0,
  set: (on) => {
    const called = (name = '') => studio.artworks?.find(a => !a.putAway && a.name.toLowerCase() === name.toLowerCase())
    form.value.artworkIds = on ? Array.from({ length: count.value }, (_, i) => called(names.value[i])?.id ?? '') : []
    take()
  },
})
watch(count, (now) => {
  if (each.value) form.value.artworkIds = Array.from({ length: now }, (_, i) => form.value.artworkIds![i] ?? '')
})
function choose(i: number, id: string) {
  form.value.artworkIds = form.value.artworkIds!.with(i, id)
  take()
}
const ofPiece = computed(() => [{ id: '', text: 'As above' }, ...kept.value])
const choices = computed(() => [{ id: '', text: 'Not from a stencil' }, ...kept.value])
/** What was found when the art was read is written into the plan; where pieces differ, of the largest and the finest of them. */
function take() {
  const own = each.value ? form.value.artworkIds!.map(id => id || form.value.artworkId) : [form.value.artworkId]
  const found = [...new Set(own)].flatMap(id => studio.artwork(id)?.figures ?? [])
  if (found.length === 0) return
  Object.assign(form.value, writtenFigures(found))
}
const WHERE = ['count', 'at', 'clear', 'turn']
/** Where it goes is a sentence until somebody wants it otherwise. */
const placing = ref(false)
watchEffect(() => (placing.value ||= WHERE.some(field => error(field))))
const where = computed(() => whereWords(form.value, { unit: unit.value, write: units.length }, props.plan.surface === 'flat'))
</script>

<template>
  <Field
    v-if="kept.length"
    v-slot="{ id, labelled, described }"
    class="full"
    label="From a stencil"
    hint="Size, open share and finest detail come with it."
  >
    <Select
      v-model="form.artworkId"
      placeholder="Not from a stencil"
      :input-id="id"
      :options="choices"
      option-label="text"
      option-value="id"
      :aria-labelledby="labelled"
      :aria-describedby="described"
      @change="take"
    />
  </Field>
  <label v-if="kept.length && count > 1" class="full tick">
    <Checkbox v-model="each" binary :data-field="`${prefix}artworkIds`" /> Each piece has its own stencil
  </label>
  <ol v-if="each" class="full each">
    <li v-for="(name, i) in pieces" :key="i">
      <SelectField
        :model-value="form.artworkIds![i] ?? ''"
        :label="capital(name)"
        :error="error(`artworkIds.${i}`)"
        placeholder="As above"
        :options="ofPiece"
        @update:model-value="choose(i, $event)"
      />
    </li>
  </ol>
  <TextField
    v-model="form.artWidth"
    :data-field="`${prefix}artWidth`"
    label="Width"
    hint="Along the wall"
    :reads="reads.length(form.artWidth)"
    :error="error('artWidth')"
  />
  <TextField
    v-model="form.artHeight"
    :data-field="`${prefix}artHeight`"
    label="Height of the art"
    :reads="reads.length(form.artHeight)"
    :error="error('artHeight')"
  />
  <TextField
    v-model="form.openFraction"
    :data-field="`${prefix}openFraction`"
    label="Share that is open"
    hint="Of its box: what gets frosted"
    :reads="reads.share(form.openFraction)"
    :error="error('openFraction')"
  />
  <TextField
    v-model="form.finest"
    :data-field="`${prefix}finest`"
    label="Finest detail"
    hint="Narrowest line or bridge; leave blank when it is coarse"
    :reads="reads.length(form.finest)"
    :error="error('finest')"
  />
  <p class="full where">
    {{ where }}
    <button v-if="!placing" type="button" class="as-link" @click="placing = true">Put it elsewhere</button>
  </p>
  <PlaceFields
    v-if="placing"
    :model-value="form"
    :on="plan.surface === 'flat' ? 'pane' : 'wall'"
    :bands="plan.keepOut"
    :errors="errors"
    :prefix="prefix"
  />
  <ul v-if="problems.length" class="full wrong"><li v-for="p in problems" :key="p">{{ p }}</li></ul>
</template>

<style scoped>
.tick { display: flex; gap: 0.6rem; align-items: center; min-height: 40px; }
.each { list-style: none; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(15rem, 1fr)); gap: 0.7rem 1rem; }
.where { margin: 0; }
.wrong { list-style: none; padding: 0; margin: 0; display: grid; gap: 0.3rem; }
.wrong li { border-left: 4px double var(--frost); padding-left: 0.7rem; font-weight: 600; }
</style>
