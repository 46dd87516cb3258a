<script setup lang="ts">
import Checkbox from 'primevue/checkbox'
import Select from 'primevue/select'
import { substrateKind } from '#core/trade/materials'
import { capital, formatNumber, parseCount } from '#core/basics/units'
import { largestOf } from '#shared/artworks'
import { readPieceNames } from '#shared/jobs'
import type { PlanForm } from '#shared/jobs'

defineProps<{ errors: Record<string, string> }>()
const form = defineModel<PlanForm>({ required: true })
const FACES = [{ id: 'front', text: 'The front' }, { id: 'back', text: 'The back, read through the glass' }]
const FACE_HINT = {
  front: 'The side that is looked at.',
  back: 'Smooth in front; the art has to be mirrored. Its outline is dotted in the drawing.',
}
/** Only through glass is anything read from behind. */
const seenThrough = computed(() => substrateKind(form.value.substrate).family === 'glass')
const units = useUnits()
const reads = useReadings()
const studio = useStudioStore()
onMounted(() => studio.artworks ?? studio.loadArtworks().catch(() => {}))
const kept = computed(() => studio.artworks?.filter(a => !a.putAway).map(a => ({ id: a.id, text: a.name })) ?? [])
const count = computed(() => {
  const read = parseCount(form.value.pieces)
  return read.ok ? Math.min(read.value, 500) : 1
})
const names = computed(() => readPieceNames(form.value.names))
const pieces = computed(() => Array.from({ length: count.value }, (_, i) =>
  `${form.value.noun.trim() || 'piece'} ${i + 1}${names.value[i] ? `, ${names.value[i]}` : ''}`))
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
  const f = largestOf(found)
  Object.assign(form.value, {
    artWidth: `${formatNumber(f.width, 1)} mm`,
    artHeight: `${formatNumber(f.height, 1)} mm`,
    openFraction: `${formatNumber((100 * f.openArea) / (f.width * f.height), 1)} %`,
    finest: f.finest === null ? '' : `${formatNumber(f.finest, 2)} mm`,
  })
}
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
  <label v-if="kept.length && count > 1" class="full tick"><Checkbox v-model="each" binary data-field="artworkIds" /> Each piece has its own
    stencil</label>
  <ol v-if="each" class="full each">
    <li v-for="(name, i) in pieces" :key="i">
      <Field v-slot="{ id, labelled }" :label="capital(name)" :error="errors[`artworkIds.${i}`]">
        <Select
          :model-value="form.artworkIds![i] ?? ''"
          placeholder="As above"
          :input-id="id"
          :options="ofPiece"
          option-label="text"
          option-value="id"
          :aria-labelledby="labelled"
          @update:model-value="choose(i, $event)"
        />
      </Field>
    </li>
  </ol>
  <TextField
    v-model="form.artWidth"
    data-field="artWidth"
    label="Width"
    hint="Along the wall"
    :reads="reads.length(form.artWidth)"
    :error="errors.artWidth"
  />
  <TextField
    v-model="form.artHeight"
    data-field="artHeight"
    label="Height of the art"
    :reads="reads.length(form.artHeight)"
    :error="errors.artHeight"
  />
  <TextField
    v-model="form.openFraction"
    data-field="openFraction"
    label="Share that is open"
    hint="Of its box: what gets frosted"
    :reads="reads.share(form.openFraction)"
    :error="errors.openFraction"
  />
  <TextField
    v-if="form.blankId"
    v-model="form.artMiddle"
    data-field="artMiddle"
    label="Middle above the base"
    hint="Leave blank for halfway up"
    :reads="reads.length(form.artMiddle)"
    :error="errors.artMiddle"
  />
  <TextField
    v-model="form.finest"
    data-field="finest"
    label="Finest detail"
    hint="Narrowest line or bridge; leave blank when it is coarse"
    :reads="reads.length(form.finest)"
    :error="errors.finest"
  />
  <TextField
    v-model="form.border"
    data-field="border"
    label="Border of resist"
    :hint="`Leave blank for the house's ${units.length(studio.rules.border)}`"
    :reads="reads.length(form.border)"
    :error="errors.border"
  />
  <template v-if="form.surface === 'flat'">
    <ChoiceField
      v-if="seenThrough"
      v-model="form.face"
      class="full"
      label="Etched on"
      :options="FACES"
      :hint="FACE_HINT[form.face]"
      :error="errors.face"
    />
    <label class="check"><Checkbox v-model="form.wholeFace" binary /> Cover the whole face with resist</label>
  </template>
</template>

<style scoped>
.tick { display: flex; gap: 0.6rem; align-items: center; min-height: 40px; }
.each { list-style: none; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(15rem, 1fr)); gap: 0.7rem 1rem; }
.check { display: flex; align-items: center; gap: 0.6rem; padding-top: 1.4rem; }
</style>
