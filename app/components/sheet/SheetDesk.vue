<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import Select from 'primevue/select'
import { v7 } from 'uuid'
import { passTitle } from '#shared/passes'
import { resistKind, takesSlits } from '#core/trade/materials'
import type { ResistId } from '#core/trade/materials'
import type { Pass } from '#core/art/passes'
import { gapBetween, wrapOverlap } from '#core/piece/placement'
import type { Ring } from '#core/basics/outline'
import { stockAfter } from '#core/art/sheet'
import { capital, countOf } from '#core/basics/units'
import type { Artwork } from '#shared/artworks'
import { wallOf } from '#shared/blanks'
import { keepOutOn, overlapArt, passesOf, placedProblems } from '#shared/placements'
import { artworkAt, placedStencils, ROLL_RESISTS, SHEET_FORM, sheetOfSet, sheetSchema, SLIT_WAYS } from '#shared/sheets'
import type { Sheet, SheetForm } from '#shared/sheets'

/** Stencils of one piece at the left; at the right where they sit, in which passes, and how they lie on the resist in stock. */
const props = defineProps<{ sheet: Sheet | null, /** Pieces of a job that a new one is for. */ set?: string | null }>()
const studio = useStudioStore()
const work = useWorkStore()
const passesOfSet = (id: string | undefined) => work.passes.filter(p => p.setId === id)
const units = useUnits()
const id = props.sheet?.id ?? v7()
const form = ref<SheetForm>(
  structuredClone(
    props.sheet
      ? { ...SHEET_FORM, slits: 'none', ...toRaw(props.sheet.entered) }
      : sheetOfSet(props.set ? passesOfSet(props.set) : []),
  ),
)
const { schema, written, unit } = useLengthForm(sheetSchema, () => form.value)
const { errors, problem, busy, submit, left } = useEntry(schema, () => form.value)
onMounted(() => Promise.all([studio.artworks ?? studio.loadArtworks(), studio.rolls ?? studio.loadRolls()]))
/** Art wider than this share of the girth is meant to go all round. */
const WRAPS = 0.93
/** Pieces of open jobs, for which a sheet may be laid out. */
const sets = computed(() => {
  const open = work.passes.filter(p => p.no === 1)
  const known = open.some(p => p.setId === form.value.setId) || !form.value.setId
  return [
    { id: '', text: 'No job: it stands alone' },
    ...open.map(p => ({ id: p.setId, text: passTitle({ ...p, of: 1 }) })),
    ...(known ? [] : [{ id: form.value.setId!, text: 'A job that is closed' }]),
  ]
})
const passesHere = computed(() => passesOfSet(form.value.setId))
/** Until it is cut it follows the plan, with one press: what was laid out is not moved unseen. */
const moved = computed(() => {
  if (cutAt.value || passesHere.value.length === 0) return false
  const { blankId, keepOut, placements, resist } = sheetOfSet(passesHere.value, form.value.resist)
  const now = { blankId, keepOut, placements, resist }
  const here = { blankId: form.value.blankId, keepOut: form.value.keepOut, placements: form.value.placements, resist: form.value.resist }
  return JSON.stringify(now) !== JSON.stringify(here)
})
/** What the job knows is taken over. */
function takeSet(film?: ResistId) {
  if (form.value.setId) form.value = { ...sheetOfSet(passesHere.value, film), slits: form.value.slits, marks: form.value.marks }
}
const blanks = computed(() => [
  { id: '', text: 'Not measured' },
  ...studio.blanks.filter(b => !b.putAway).map(b => ({ id: b.id, text: b.name })),
])
const resists = ROLL_RESISTS.map(r => ({ id: r, text: capital(resistKind(r).name) }))

const entry = computed(() => {
  const read = schema().safeParse({
    ...form.value,
    name: form.value.name.trim().length < 2 ? 'sheet' : form.value.name,
    placements: form.value.placements.filter(p => p.artworkId),
  })
  return read.success ? read.data : null
})
const wall = computed(() => {
  const blank = studio.blank(form.value.blankId)
  return blank && wallOf(blank)
})
const pane = computed(() => studio.blank(form.value.blankId)?.pane ?? null)
const figures = (artworkId: string) => studio.artwork(artworkId)?.figures
const bands = computed(() => (entry.value && wall.value ? keepOutOn(entry.value.keepOut, wall.value) : []))
const ground = computed(() => ({ wall: wall.value, pane: pane.value, bands: bands.value }))
const placed = computed(() => (entry.value ? placedStencils(entry.value, ground.value, figures, studio.rules, passesHere.value) : []))
const passes = computed(() => passesOf(placed.value, wall.value))
const passOf = computed(() => placed.value.map((_, i) => passes.value.passes.findIndex(p => p.placements.includes(i))))
const nameOf = (artworkId: string) => studio.artwork(artworkId)?.name ?? 'stencil'
const title = (i: number) => {
  const p = placed.value[i]!
  const same = placed.value.filter(q => q.artworkId === p.artworkId)
  return same.length > 1 ? `${nameOf(p.artworkId)} (${same.indexOf(p) + 1})` : nameOf(p.artworkId)
}
const warnings = computed(() =>
  placed.value.flatMap((p, i) =>
    [
      ...placedProblems(p, ground.value),
      ...(p.verdict && !p.verdict.lies ? [p.verdict.sentence] : []),
      ...(p.border < studio.rules.border - 0.05
        ? [`The curve takes only ${units.length(p.border)} of border instead of ${units.length(studio.rules.border)}; tape beyond it.`]
        : []),
    ].map(text => `${title(i)}: ${text}`),
  ),
)
/** How repeats share the way round, and whether art that goes all round meets: on this wall, and on the batch as it was measured. */
const spacing = computed(() => {
  const [w, e] = [wall.value, entry.value]
  if (!w || !e) return []
  return e.placements.flatMap((line, i) => {
    const first = placed.value.find(p => p.line === i)
    const art = figures(line.artworkId)
    if (!first?.placement || !art) return []
    const girth = 2 * Math.PI * w.at(first.placement.middle).r
    const name = nameOf(line.artworkId)
    if (art.width > WRAPS * girth) {
      const said = (g: number) =>
        Math.abs(wrapOverlap(art.width, g)) <= studio.rules.seamTolerance
          ? 'meets'
          : wrapOverlap(art.width, g) > 0
            ? `overlaps by ${units.length(wrapOverlap(art.width, g))}`
            : `leaves ${units.length(-wrapOverlap(art.width, g))} open`
      const batch = studio.blank(e.blankId)?.girths ?? []
      const [thickest, thinnest] = [Math.max(...batch), Math.min(...batch)]
      const others = batch.length > 1 ? `; of the batch the thickest piece ${said(thickest)}, the thinnest ${said(thinnest)}` : ''
      return [`${name} goes all round and ${said(girth)}${others}.`]
    }
    const gap = gapBetween(line.count, first.placement.width, girth)
    return line.count < 2
      ? []
      : [
          `${line.count} times ${name}: `
          + `${gap >= 0 ? `${units.length(gap)} between two borders` : `borders overlap by ${units.length(-gap)}`}.`,
        ]
  })
})
const outline = (i: number) => {
  const f = figures(placed.value[i]!.artworkId)
  return f && { d: f.outline, width: f.width, height: f.height }
}
const passLabel = (i: number) => `pass ${passOf.value[i]! + 1}`
/** Art itself over art that is etched already: the tape stays out of the new opening. */
const overlapsArt = ({ placements, tapeOver }: Pass) =>
  tapeOver.some(e => placements.some(p => overlapArt(placed.value[e]!, placed.value[p]!, wall.value)))

/** Every stencil that some piece gets. */
const needed = computed(() =>
  Array.from({ length: entry.value?.pieces ?? 0 }, (_, piece) => placed.value.map(p => artworkAt(p, piece, passesHere.value))).flat(),
)
/** Exact outlines, fetched and worked out one by one in the worker. */
const worker = useStencilWorker()
const open = shallowRef(new Map<string, Ring[]>())
const cutProblem = ref('')
watch(
  () => [...new Set(needed.value)].join(),
  async (ids) => {
    cutProblem.value = ''
    for (const artworkId of ids.split(',').filter(i => i && !open.value.has(i))) {
      try {
        const artwork = await api<Artwork>(`artworks/${artworkId}`)
        open.value = new Map(open.value).set(artworkId, await worker.ask<Ring[]>(openTask(artwork, unit.value)))
      }
      catch (error) {
        if (!(error instanceof Superseded)) cutProblem.value = `${nameOf(artworkId)}: ${(error as Error).message}`
      }
    }
  },
  { immediate: true },
)

const ready = computed(() => entry.value !== null && placed.value.length > 0 && needed.value.every(artworkId => open.value.has(artworkId)))
const pieces = computed(() =>
  ready.value ? sheetPieces(placed.value, open.value, nameOf, passesHere.value, entry.value!, studio.rules) : [],
)
const stock = computed(() => studio.rolls?.filter(r => r.resist === form.value.resist) ?? [])
const nesting = computed(() => (ready.value && studio.rolls ? layOut(pieces.value, stock.value, studio.rules) : null))
const cuts = computed(() => nesting.value?.sheets.map(s => linesOf(s, pieces.value)) ?? [])
const nounOf = computed(() => studio.blank(form.value.blankId)?.noun ?? 'piece')

/** As it is stored now: a cut that failed after it is tried again from there. */
const kept = shallowRef(props.sheet)
const cutAt = computed(() => kept.value?.cutAt ?? null)
async function save(putAway: boolean): Promise<Sheet | undefined> {
  const saved = await submit(() =>
    kept.value
      ? api<Sheet>(`sheets/${id}`, 'PUT', { sheet: written(), version: kept.value.version, putAway })
      : api<Sheet>('sheets', 'POST', { id, sheet: written() }),
  )
  kept.value = saved ?? kept.value
  return saved
}
async function keep(putAway: boolean) {
  if (await save(putAway)) await navigateTo('/stencils')
}
async function markCut() {
  if (!nesting.value || !(await save(false))) return
  const n = nesting.value
  const { shortened } = stockAfter(n)
  const body = {
    rolls: n.sheets.map(s => ({ id: s.stock.id, was: s.stock.length, left: shortened.find(r => r.id === s.stock.id)?.length ?? 0 })),
    scraps: n.sheets.flatMap(s =>
      s.scrap ? [{ from: s.stock.id, width: Math.min(s.scrap.width, s.stock.width), length: s.scrap.height }] : [],
    ),
  }
  await book('cut', body)
}
const undo = () => book('uncut')
/** Takes the resist from the shelf, or puts it back there. */
async function book(what: 'cut' | 'uncut', body?: object) {
  try {
    kept.value = await api<Sheet>(`sheets/${id}/${what}`, 'POST', body)
    problem.value = ''
  }
  catch (error) {
    problem.value = (error as Error).message
  }
  await Promise.all([studio.loadRolls(), work.load().catch(() => {})])
}
</script>

<template>
  <div class="desk">
    <form novalidate @submit.prevent="keep(false)">
      <TextField
        v-model="form.name"
        label="What it is for"
        hint="For example regatta tumblers"
        :error="errors.name"
        @focusout="left.add('name')"
      />
      <SelectField
        v-model="form.setId"
        label="For"
        :error="errors.setId"
        :options="sets"
        placeholder="No job: it stands alone"
        @change="takeSet()"
      />
      <div class="pair">
        <SelectField
          v-model="form.blankId"
          label="Piece"
          :disabled="passesHere.length > 0"
          placeholder="Not measured"
          :options="blanks"
        />
        <TextField v-model="form.pieces" label="How many" inputmode="numeric" :error="errors.pieces" @focusout="left.add('pieces')" />
      </div>
      <SelectField v-model="form.resist" label="Resist" :options="resists" @change="takeSet(form.resist)" />
      <Field v-if="wall && takesSlits(form.resist)" v-slot="{ id: field, labelled }" label="Where the border would wrinkle">
        <Select
          v-model="form.slits"
          :input-id="field"
          :options="SLIT_WAYS.map(w => ({ ...w }))"
          option-label="text"
          option-value="id"
          :aria-labelledby="labelled"
        />
      </Field>
      <label class="tick"><Checkbox v-model="form.marks" binary /> Draw TOP, numbers and creases. Leave them off where the cutter has only a
        knife.</label>
      <p v-if="moved" class="problem" role="status">
        The plan has changed since this sheet was laid out.
        <Button type="button" severity="secondary" label="Lay it out again from the plan" @click="takeSet(form.resist)" />
      </p>
      <p v-if="form.setId && passesHere.length">
        What goes where comes from <NuxtLink :to="`/plan/${passesHere[0]!.jobId}?pass=${passesHere[0]!.id}`">the plan</NuxtLink>.
      </p>
      <PlacementRows v-else v-model="form" :errors="errors" :on="wall ? 'wall' : pane ? 'pane' : 'nothing'" />
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <p class="do">
        <Button
          type="submit"
          :label="sheet ? 'Save' : 'Keep this sheet'"
          :disabled="busy"
        /> <Button v-if="sheet" type="button" severity="secondary" label="Put away" :disabled="busy" @click="keep(true)" />
      </p>
    </form>
    <div class="right">
      <section v-if="wall || pane" aria-label="On the piece">
        <PaneSheet v-if="pane" :pane="pane" :placed="placed" :outline="outline" :label="passLabel" />
        <UnrolledWall v-else-if="wall" :wall="wall" :bands="bands" :placed="placed" :outline="outline" :label="passLabel" />
        <p v-for="t in spacing" :key="t" class="muted">{{ t }}</p>
        <ul v-if="warnings.length" class="warnings"><li v-for="w in warnings" :key="w">{{ w }}</li></ul>
      </section>
      <section v-if="placed.length > 1 && (wall || pane)" aria-label="Passes">
        <h2>{{ passes.passes.length === 1 ? 'One pass' : `${passes.passes.length} passes` }}</h2>
        <ol>
          <li v-for="(p, k) in passes.passes" :key="k">
            {{ p.placements.map(title).join(', ') }}.
            {{ p.tapeOver.length ? `Tape over ${p.tapeOver.map(title).join(', ')}.` : '' }}
            {{ overlapsArt(p) ? 'Where the art overlaps, leave what this stencil opens uncovered.' : '' }}
            {{ k < passes.passes.length - 1 ? 'Rinse fully and dry before the next.' : '' }}
          </li>
        </ol>
        <p class="muted">
          {{ passes.passes.length === 1 ? 'No border touches another.'
            : `Borders that touch or overlap are etched one after the other.${passes.proved ? ' Fewer passes are not possible.' : ''}` }}
        </p>
      </section>
      <OnResist
        :name="form.name"
        :resist="form.resist"
        :pieces="pieces"
        :nesting="nesting"
        :cuts="cuts"
        :count="entry ? countOf(entry.pieces, nounOf) : ''"
        :empty="placed.length === 0"
        :problem="cutProblem"
        :cut-at="cutAt"
        :busy="busy"
        @cut="markCut"
        @undo="undo"
      />
    </div>
  </div>
</template>

<style scoped>
.desk { display: grid; grid-template-columns: 25rem minmax(0, 1fr); gap: 2.2rem; align-items: start; }
form { display: grid; gap: 0.9rem; }
.pair { display: grid; grid-template-columns: 2fr 1fr; gap: 0.8rem; }
.tick { display: flex; gap: 0.6rem; align-items: flex-start; }
.right { display: grid; gap: 1.6rem; }
section { display: grid; gap: 0.7rem; }
h2 { font-size: 1.5rem; }
article { display: grid; gap: 0.5rem; }
.do { display: flex; flex-wrap: wrap; gap: 0.5rem; align-items: center; }
.warnings { list-style: none; padding: 0; display: grid; gap: 0.3rem; }
.warnings li { border-left: 4px double var(--frost); padding-left: 0.7rem; font-weight: 600; }
@media (max-width: 60rem) { .desk { grid-template-columns: minmax(0, 1fr); } }
</style>
