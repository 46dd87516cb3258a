<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import { capital } from '#core/basics/units'
import { batchSpread } from '#core/piece/blank'
import type { KeepOutKind } from '#core/piece/placement'
import { substrateKind } from '#core/trade/materials'
import { BLANK_PLACEMENT, MOST_PLACEMENTS } from '#shared/jobs'
import type { PlanForm } from '#shared/jobs'
import type { DrawnArt } from '#shared/passes'
import { writtenAt } from '#shared/placements'
import type { PartedPass } from '#shared/placements'

/** What goes on each piece in this pass: one stencil or several, and where. */
defineProps<{ errors: Record<string, string> }>()
const emit = defineEmits<{ part: [passes: PartedPass[]] }>()
const form = defineModel<PlanForm>({ required: true })
const FACES = [{ id: 'front', text: 'The front' }, { id: 'back', text: 'The back, read through the glass' }]
const FACE_HINT = {
  front: 'The side that is looked at.',
  back: 'Smooth in front; the art has to be mirrored. Its outline is dotted in the drawing.',
}
/** Only through glass is anything read from behind. */
const seenThrough = computed(() => substrateKind(form.value.substrate).family === 'glass')
const units = useUnits()
const unit = useLengthUnit()
const reads = useReadings()
const studio = useStudioStore()
onMounted(() => studio.artworks ?? studio.loadArtworks().catch(() => {}))
const several = computed(() => form.value.placements.length > 1)
const { places, clash, parted, problems } = usePlaces(form)
const placed = computed(() => places.value?.placed ?? [])
const wall = computed(() => places.value?.ground.wall ?? null)
const pane = computed(() => places.value?.ground.pane ?? null)
const entry = (i: number) => places.value!.entries[placed.value[i]!.of]!
/** The art in the size that it has here; a plain box where nobody has drawn it. */
function outline(i: number) {
  const { artWidth: width, artHeight: height, artworkId, artworkIds } = entry(i)
  const figures = studio.artwork(artworkId ?? artworkIds.find(id => id !== null) ?? null)?.figures
  if (figures) return { d: figures.outline, width: figures.width, height: figures.height }
  return { d: `M0 0L${width} 0L${width} ${height}L0 ${height}Z`, width, height }
}
const nameOf = (of: number) => studio.artwork(form.value.placements[of]!.artworkId)?.name ?? (several.value ? `stencil ${of + 1}` : 'art')
const label = (i: number) => {
  const { of, repeat } = placed.value[i]!
  return Number(form.value.placements[of]!.count) > 1 ? `${nameOf(of)} ${repeat + 1}` : nameOf(of)
}
/** What is on the piece from earlier passes. */
const etched = inject<Ref<DrawnArt[]>>('etched', ref([]))
const bad = computed(() => new Set(placed.value.flatMap((p, i) => (clash.value?.placement === p.of ? [i] : []))))
/** Of repeats the whole ring turns along. */
function move(i: number, at: number, middle: number) {
  const { of, repeat, placement } = placed.value[i]!
  const first = placed.value.find(p => p.of === of && p.repeat === 0)!.placement!.at
  const round = repeat === 0 ? at : first + at - placement!.at
  Object.assign(form.value.placements[of]!, writtenAt(places.value!.ground, round, middle, unit.value))
}
function add() {
  form.value.placements.push({ ...structuredClone(BLANK_PLACEMENT), at: wall.value ? besideAt(form.value.placements.length) : '' })
}
function copy(of: number) {
  form.value.placements.push({ ...plain(form.value.placements[of]!), at: wall.value ? besideAt(form.value.placements.length) : '' })
}
function gone(kind: KeepOutKind) {
  for (const p of form.value.placements) if (p.anchor.endsWith(kind)) p.anchor = 'opposite-seam'
}
/** What goes all round has to meet on every piece of the batch, and two of one kind can differ by some mm. */
const batch = computed(() => {
  const [first] = placed.value.filter(p => p.wraps)
  if (!first) return null
  const girths = studio.blank(form.value.blankId)?.girths ?? []
  const { artWidth } = places.value!.entries[first.of]!
  const name = nameOf(first.of) === 'art' ? 'The art' : capital(nameOf(first.of))
  if (girths.length > 1) return `${name} goes all round. ${batchSpread(girths, artWidth, studio.rules.seamTolerance, unit.value).sentence}`
  return `${name} goes all round: measure the girth of every piece before its film is cut.`
})
const clearing = ref(false)
</script>

<template>
  <component
    :is="several ? 'section' : 'div'"
    v-for="(p, i) in form.placements"
    :key="i"
    class="full placement"
    :class="{ several }"
    :aria-label="several ? `Stencil ${i + 1}` : undefined"
  >
    <h3 v-if="several" class="full head">
      Stencil {{ i + 1 }}
      <span>
        <Button type="button" severity="secondary" label="Copy" :aria-label="`Copy stencil ${i + 1}`" @click="copy(i)" />
        <Button
          type="button"
          severity="secondary"
          label="Remove"
          :aria-label="`Remove stencil ${i + 1}`"
          @click="form.placements.splice(i, 1)"
        />
      </span>
    </h3>
    <ArtPlacement v-model="form.placements[i]!" :plan="form" :n="i" :errors="errors" :problems="problems[i] ?? []" />
  </component>
  <div v-if="clash" class="full clash" role="alert">
    <p>{{ clashWords(clash, form.placements.length) }}</p>
    <Button type="button" label="Etch them one after the other" @click="emit('part', parted())" />
  </div>
  <div v-if="placed.length" class="full">
    <UnrolledWall
      v-if="wall"
      :wall="wall"
      :bands="places!.ground.bands"
      :placed="placed"
      :outline="outline"
      :label="label"
      :bad="bad"
      :etched="etched"
      movable
      @move="move"
    />
    <PaneSheet v-else-if="pane && several" :pane="pane" :placed="placed" :outline="outline" :label="label" />
    <p v-if="batch">{{ batch }}</p>
    <p v-if="wall" class="muted">The wall unrolled. Drag the art to where it goes; it snaps to the seam, the quarters and even spacing.</p>
  </div>
  <p class="full more">
    <Button
      v-if="form.placements.length < MOST_PLACEMENTS"
      type="button"
      severity="secondary"
      label="Add art at another place"
      @click="add"
    />
    <Button
      v-if="wall && !clearing"
      type="button"
      severity="secondary"
      label="What to keep clear of"
      @click="clearing = true"
    />
  </p>
  <KeepClear v-if="wall && clearing" v-model="form.keepOut" class="full" :errors="errors" @gone="gone" />
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
.placement { display: grid; grid-template-columns: subgrid; gap: 0.9rem 1rem; }
.several { border-left: 2px solid var(--glass); padding-left: 0.8rem; }
.head { display: flex; justify-content: space-between; align-items: center; font-size: 1.2rem; }
.head span, .more { display: flex; flex-wrap: wrap; gap: 0.5rem; margin: 0; }
.clash { border-left: 4px double var(--frost); padding-left: 0.8rem; display: grid; gap: 0.5rem; justify-items: start; }
.clash p { font-weight: 600; margin: 0; }
.check { display: flex; align-items: center; gap: 0.6rem; padding-top: 1.4rem; }
</style>
