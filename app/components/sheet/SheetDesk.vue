<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import { v7 } from 'uuid'
import { passTitle } from '#shared/passes'
import { resistKind, takesSlits } from '#core/trade/materials'
import type { ResistId } from '#core/trade/materials'
import type { Ring } from '#core/basics/outline'
import { takenOf } from '#core/art/sheet'
import { capital } from '#core/basics/units'
import type { Artwork } from '#shared/artworks'
import { ROLL_RESISTS } from '#shared/rolls'
import { layPart, neededStencils } from '#shared/sheet-parts'
import type { LaidPart, SheetFacts } from '#shared/sheet-parts'
import {
  cutFrom, MOST_PARTS, ownOfPart, PART_FORM, partOfSet, partSchema,
  SHEET_FORM, sheetOfSet, sheetSchema, SLIT_WAYS,
} from '#shared/sheets'
import type { PartForm, Sheet, SheetForm } from '#shared/sheets'

/** What is to be cut at the left, for one job or several; at the right where it sits, and how it lies on the resist in stock. */
const props = defineProps<{ sheet: Sheet | null, /** Pieces of a job that a new one is for. */ set?: string | null }>()
const studio = useStudioStore()
const work = useWorkStore()
const passesOfSet = (id: string | undefined) => work.passes.filter(p => p.setId === id)
const id = props.sheet?.id ?? v7()
/** As it was kept; what was not asked then is as usual. */
function again({ entered }: Sheet): SheetForm {
  const parts = toRaw(entered).parts.map(part => ({ ...PART_FORM, ...part }))
  return { ...SHEET_FORM, slits: 'none', ...toRaw(entered), parts }
}
const form = ref<SheetForm>(structuredClone(props.sheet ? again(props.sheet) : sheetOfSet(props.set ? passesOfSet(props.set) : [])))
const { schema, written, unit } = useLengthForm(sheetSchema, () => form.value)
const { errors, problem, busy, submit, leave } = useEntry(schema, () => form.value)
onMounted(() => Promise.allSettled([studio.artworks ?? studio.loadArtworks(), studio.rolls ?? studio.loadRolls()]))

/** As it is stored now: a cut that failed after it is tried again from there. */
const kept = shallowRef(props.sheet)
const cutAt = computed(() => kept.value?.cutAt ?? null)

/** Pieces of open jobs, for which a sheet may be laid out. */
const open = computed(() => work.passes.filter(p => p.no === 1).map(p => ({ id: p.setId, text: passTitle({ ...p, of: 1 }) })))
const setsFor = ({ setId }: PartForm) => [
  { id: '', text: 'No job: it stands alone' },
  ...open.value,
  ...(!setId || open.value.some(set => set.id === setId) ? [] : [{ id: setId, text: 'A job that is closed' }]),
]
/** Pieces of other jobs under the same film, which could be cut along with these. */
const others = computed(() => {
  const { parts, resist } = form.value
  if (cutAt.value !== null || parts.length >= MOST_PARTS || parts.some(part => !part.setId)) return []
  return open.value.filter(set => !parts.some(part => part.setId === set.id) && cutFrom(passesOfSet(set.id), resist))
})
const also = ref('')
function addPart() {
  form.value.parts.push(partOfSet(passesOfSet(also.value), form.value.resist))
  also.value = ''
}
/** What the job knows is taken over. */
const fromPlan = (part: PartForm, film: ResistId): PartForm => {
  const passes = passesOfSet(part.setId)
  return passes.length > 0 ? { ...partOfSet(passes, film), ...ownOfPart(part) } : part
}
/** Somebody chose the pieces of a job: the film is theirs, unless others are on the sheet. */
function take(i: number) {
  const { parts, resist } = form.value
  const passes = passesOfSet(parts[i]!.setId)
  if (passes.length === 0) return
  if (parts.length > 1) parts[i] = fromPlan(parts[i]!, resist)
  else form.value = { ...sheetOfSet(passes), slits: form.value.slits, marks: form.value.marks }
}
function layOutAgain() {
  const { parts, resist } = form.value
  const used = parts.some(part => cutFrom(passesOfSet(part.setId), resist))
  const film = used ? resist : sheetOfSet(passesOfSet(parts[0]!.setId)).resist
  form.value = { ...form.value, resist: film, parts: parts.map(part => fromPlan(part, film)) }
}
const takeFilm = () => (form.value.parts = form.value.parts.map(part => fromPlan(part, form.value.resist)))
/** Until it is cut it follows the plan, with one press: what was laid out is not moved unseen. */
const moved = computed(() => {
  const said = ({ blankId, keepOut, placements }: PartForm) => JSON.stringify({ blankId, keepOut, placements })
  return cutAt.value === null && form.value.parts.some(part => said(part) !== said(fromPlan(part, form.value.resist)))
})
const resists = ROLL_RESISTS.map(r => ({ id: r, text: capital(resistKind(r).name) }))

const facts: SheetFacts = {
  blank: blankId => studio.blank(blankId) ?? undefined,
  artwork: artworkId => studio.artwork(artworkId) ?? undefined,
  get passes() { return work.passes },
  get rules() { return studio.rules },
}
const film = computed(() => ({ resist: form.value.resist, slits: form.value.slits ?? 'none', marks: form.value.marks ?? true }))
/** Each part by itself: what is missing in one keeps no other out of sight. */
const laid = computed(() =>
  form.value.parts.map((part): LaidPart | null => {
    const read = partSchema(unit.value).safeParse({ ...part, placements: part.placements.filter(p => p.artworkId) })
    return read.success ? layPart(read.data, film.value, facts) : null
  }),
)
const whole = computed(() => (laid.value.every(part => part !== null) ? (laid.value as LaidPart[]) : null))
const curved = computed(() => laid.value.some(part => part?.ground.wall))

/** Every stencil that some piece gets. */
const needed = computed(() => {
  const all = whole.value?.flatMap(part => neededStencils(part)) ?? []
  return [...new Set(all.map(stencil => stencil.artworkId))]
})
/** Exact outlines, fetched and worked out in the worker. */
const worker = useStencilWorker()
const { found: outlines, problem: unread, complete } = useWorkedOut(
  () => needed.value,
  async artworkId => worker.ask<Ring[]>(keptOpenTask(await api<Artwork>(`artworks/${artworkId}`), unit.value)),
)
const cutProblem = computed(() => {
  if (!unread.value) return ''
  const { name, error } = unread.value
  return `${facts.artwork(name)?.name ?? 'Stencil'}: ${error.message}`
})

const ready = computed(() => needed.value.length > 0 && complete.value)
const pieces = computed(() => (ready.value && whole.value ? sheetPieces(whole.value, outlines.value, facts, film.value) : []))
const stock = computed(() => studio.rolls?.filter(r => r.resist === form.value.resist) ?? [])
const nesting = computed(() => (ready.value && studio.rolls ? layOut(pieces.value, stock.value, studio.rules) : null))
const cuts = computed(() => nesting.value?.sheets.map(s => linesOf(s, pieces.value)) ?? [])

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
  if (nesting.value && (await save(false))) await book('cut', takenOf(nesting.value))
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
        @focusout="leave('name')"
      />
      <SheetPart
        v-for="(part, i) in form.parts"
        :key="i"
        v-model="form.parts[i]!"
        :index="i"
        :of="form.parts.length"
        :laid="laid[i]!"
        :sets="setsFor(part)"
        :errors="errors"
        :cut="cutAt !== null"
        @take="take(i)"
        @remove="form.parts.splice(i, 1)"
        @left="leave"
      />
      <SelectField
        v-if="others.length"
        v-model="also"
        label="Also cut for another job"
        :options="others"
        placeholder="Choose its pieces"
        @change="addPart"
      />
      <SelectField v-model="form.resist" label="Resist" :options="resists" @change="takeFilm" />
      <SelectField
        v-if="curved && takesSlits(form.resist)"
        v-model="form.slits"
        label="Where the border would wrinkle"
        :options="SLIT_WAYS"
      />
      <label class="tick"><Checkbox v-model="form.marks" binary /> Draw TOP, numbers and creases. Leave them off where the cutter has only a
        knife.</label>
      <p v-if="moved" class="problem" role="status">
        The plan has changed since this sheet was laid out.
        <Button type="button" severity="secondary" label="Lay it out again from the plan" @click="layOutAgain" />
      </p>
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
      <template v-for="(part, i) in laid" :key="i">
        <OnPiece v-if="part && (part.ground.wall || part.ground.pane)" :laid="part" :index="i" :of="laid.length" :facts="facts" />
      </template>
      <OnResist
        :name="form.name"
        :resist="form.resist"
        :pieces="pieces"
        :nesting="nesting"
        :cuts="cuts"
        :missing="whole === null"
        :empty="needed.length === 0"
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
.tick { display: flex; gap: 0.6rem; align-items: flex-start; }
.right { display: grid; gap: 1.6rem; }
.do { display: flex; flex-wrap: wrap; gap: 0.5rem; align-items: center; }
@media (max-width: 60rem) { .desk { grid-template-columns: minmax(0, 1fr); } }
</style>
