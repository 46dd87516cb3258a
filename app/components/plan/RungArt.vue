<script setup lang="ts">
import Checkbox from 'primevue/checkbox'
import Select from 'primevue/select'
import { substrateKind } from '#core/trade/materials'
import { formatNumber } from '#core/basics/units'
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
const choices = computed(() => [{ id: '', text: 'Not from a stencil' }, ...kept.value])
/** What was found when the art was read is written into the plan; it may still be changed there. */
function take() {
  const f = studio.artwork(form.value.artworkId)?.figures
  if (!f) return
  const finest = [f.narrowestBridge, f.narrowestOpening].filter(v => v !== null)
  Object.assign(form.value, {
    artWidth: `${formatNumber(f.width, 1)} mm`,
    artHeight: `${formatNumber(f.height, 1)} mm`,
    openFraction: `${formatNumber((100 * f.openArea) / (f.width * f.height), 1)} %`,
    finest: finest.length ? `${formatNumber(Math.min(...finest), 2)} mm` : '',
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
.check { display: flex; align-items: center; gap: 0.6rem; padding-top: 1.4rem; }
</style>
