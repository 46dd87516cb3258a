<script setup lang="ts">
import Button from 'primevue/button'
import { v7 } from 'uuid'
import { planRecipe } from '#core/plan/recipe'
import { BLANK_JOB, jobSchema } from '#shared/jobs'
import type { Job, JobForm } from '#shared/jobs'
import { plannedArt } from '#shared/artworks'
import { plannedWall } from '#shared/blanks'
import { fieldErrors } from '#shared/fields'
import type { LengthUnit } from '#shared/fields'
import { recipeInput } from '#shared/recipe'
import { asWritten } from '#shared/written'

/** A job's plan: decided on the ladder at the left, the recipe growing on the right. A half-filled plan stays on the device. */
const props = defineProps<{ job: Job | null }>()
const emit = defineEmits<{ saved: [job: Job] }>()
const studio = useStudioStore()
const houseTime = useHouseTime()
const work = useWorkStore()

interface Draft {
  id: string
  version: number
  form: JobForm
  /** What bare lengths in it were written in. */ unit?: LengthUnit
  /** Nobody chose resist and etchant yet: the suggestion stands. */ suggested: boolean
}

/** Forms written before a field was thought of get its blank. */
/** Every field there is. Drafts on a device may come from an older form, which called the lot a bottle. */
const whole = ({ bottleId, ...form }: Partial<JobForm> & { bottleId?: string }): JobForm => ({
  ...BLANK_JOB,
  ...(bottleId === undefined ? {} : { lotId: bottleId }),
  ...form,
  answers: { ...BLANK_JOB.answers, ...form.answers },
  schools: { ...BLANK_JOB.schools, ...form.schools },
})
const unit = useLengthUnit()
const stored = whole(props.job?.entered ?? {})
const fresh = (): Draft => ({
  id: props.job?.id ?? v7(),
  version: props.job?.version ?? 0,
  form: whole(stored),
  unit: unit.value,
  suggested: props.job === null,
})
const draft = useLocalStorage<Draft | null>(`crest:draft:${props.job?.id ?? 'new'}`, fresh(), {
  serializer: { read: text => JSON.parse(text) as Draft | null, write: JSON.stringify },
})
// A draft made against an older version of the job is kept only while the job has not moved on.
if (!draft.value || (props.job && draft.value.version !== props.job.version)) draft.value = fresh()
draft.value.form = whole(draft.value.form)
// What was written in the unit of then is not taken for that of now.
const { unit: meant = unit.value } = draft.value
if (meant !== unit.value)
  draft.value = { ...draft.value, form: whole(asWritten(jobSchema(meant), draft.value.form) as JobForm), unit: unit.value }
const form = computed({
  get: () => draft.value?.form ?? stored,
  set: value => (draft.value = { ...(draft.value ?? fresh()), form: value }),
})
const changed = computed(() => JSON.stringify(form.value) !== JSON.stringify(stored))
const locked = computed(() => props.job !== null && props.job.status !== 'planned')

const { schema, written } = useLengthForm(jobSchema, () => form.value)
const { errors, problem, busy, left, submit } = useEntry(schema, () => form.value)
watch(unit, now => draft.value && (draft.value.unit = now))
/** A recipe needs no customer and no day: it stands as soon as piece, art and etchant are known. */
const plannable = computed(() =>
  schema().safeParse({ ...form.value, customer: form.value.customer.trim() || 'nobody yet', dueOn: form.value.dueOn || '2000-01-01' }),
)
const needed = computed(() => (plannable.value.success ? {} : fieldErrors(plannable.value.error)))
const wall = computed(() => {
  const blank = plannable.value.success ? studio.blank(plannable.value.data.blankId) : null
  return blank && plannable.value.success ? plannedWall(blank, plannable.value.data) : null
})
/** The art itself, once it has been read; until then what the job kept of it. */
const art = computed(() => {
  const artwork = studio.artwork(form.value.artworkId)
  return artwork
    ? plannedArt(artwork)
    : form.value.artworkId === stored.artworkId
      ? (props.job?.art ?? null)
      : null
})
const facts = computed(() => {
  const lot = studio.lot(form.value.lotId)
  if (!plannable.value.success || !lot) return null
  return planFacts({ stencilId: plannable.value.data.stencilId, wall: wall.value, art: art.value }, lot, studio, houseTime.today())
})
const input = computed(() => (plannable.value.success && facts.value ? recipeInput(plannable.value.data, facts.value) : null))
const recipe = computed(() => (input.value ? planRecipe(input.value) : null))
/** There was a recipe before: then something was changed that takes it away. */
const begun = ref(false)
watch(recipe, is => (begun.value ||= is !== null), { immediate: true })
const LABELS: Record<string, string> = {
  customer: 'Customer',
  dueOn: 'Due',
  notes: 'Notes',
  blankId: 'Blank',
  noun: 'What one is called',
  pieces: 'How many',
  substrate: 'Made of',
  surface: 'Where the art sits',
  height: 'Height',
  girth: 'Girth at the art',
  artWidth: 'Width of the art',
  artHeight: 'Height of the art',
  openFraction: 'Share that is open',
  artMiddle: 'Middle above the base',
  finest: 'Finest detail',
  border: 'Border of resist',
  lotId: 'Etch with',
  resist: 'Resist',
  stencilId: 'Which stencil',
  ownBest: 'Own best time for this job',
  temperature: 'Temperature at the bench',
  tray: 'Side by side on one tray',
  carve: 'How deep',
}

const ranking = useRanking(form)
/** Until somebody chooses, the best suggestion stands as soon as the art is known. */
watch(
  ranking,
  (ranked) => {
    if (!draft.value?.suggested || locked.value || !ranked.artKnown) return
    const best = ranked.ranking.chains.find(c => c.lot)
    if (!best || (best.lot!.id === form.value.lotId && best.resist === form.value.resist)) return
    form.value = { ...form.value, lotId: best.lot!.id, resist: best.resist }
  },
  { immediate: true },
)
function chose() {
  if (draft.value) draft.value.suggested = false
}

async function save(): Promise<Job | undefined> {
  const { id, version } = draft.value ?? fresh()
  const saved = await submit(async () => {
    const stored = await (props.job
      ? api<Job>(`jobs/${id}`, 'PUT', { job: written(), version })
      : api<Job>('jobs', 'POST', { id, job: written() }))
    // Saved is saved: the device need not keep it any longer.
    draft.value = null
    // The form is made anew from what was stored: until then nothing is pressed on it that would be lost.
    await work.load().catch(() => {})
    return stored
  })
  if (saved) emit('saved', saved)
  return saved
}

async function toBench() {
  const job = changed.value || !props.job ? await save() : props.job
  if (!job) return
  try {
    const { id } = await api<{ id: string }>(`jobs/${job.id}/run`, 'POST', { runId: v7() })
    await work.load()
    await navigateTo(`/bench/${id}`)
  }
  catch (error) {
    problem.value = (error as Error).message
  }
}

const dropping = ref(false)
async function drop() {
  await submit(() => api(`jobs/${props.job!.id}/drop`, 'POST'))
  if (problem.value) return
  await work.load()
  await navigateTo('/')
}
function clear() {
  draft.value = { ...(draft.value ?? fresh()), form: whole(stored), suggested: props.job === null }
}
</script>

<template>
  <div class="desk">
    <form novalidate :inert="locked || undefined" @submit.prevent="save">
      <p v-if="locked" class="problem">
        {{ job!.status === 'running' ? 'This job is on the bench. Its plan can\'t change while it runs.' : 'This job is closed.' }}
      </p>
      <PlanLadder
        v-model="form"
        :errors="errors"
        :ranking="ranking.ranking"
        :suggested="draft?.suggested ?? false"
        @left="left.add($event)"
        @chose="chose"
      />
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div v-if="!locked" class="do">
        <Button type="submit" :label="job ? 'Save the change' : 'Save the plan'" :disabled="busy || (job !== null && !changed)" />
        <Button
          v-if="job"
          type="button"
          label="Take it to the bench"
          severity="secondary"
          :disabled="busy || !recipe?.plan"
          @click="toBench"
        />
        <Button
          v-if="changed"
          type="button"
          :label="job ? 'Back to what was saved' : 'Empty the form'"
          severity="secondary"
          @click="clear"
        />
        <Button
          v-if="job && !dropping"
          type="button"
          label="Cancel this job"
          severity="secondary"
          :disabled="busy"
          @click="dropping = true"
        />
        <template v-if="dropping">
          <Button type="button" label="Yes, cancel it" severity="secondary" @click="drop" />
          <Button type="button" label="Keep it" severity="secondary" @click="dropping = false" />
        </template>
      </div>
    </form>
    <div v-if="recipe && input && facts && plannable.success" class="out">
      <RecipeSheet :recipe="recipe" :input="input" :lot-id="form.lotId" :wall="wall" :art="art" />
      <CompareLots :job="plannable.data" :facts="facts" />
    </div>
    <div v-else class="out empty">
      <PieceSilhouette :shape="{ surface: 'cylinder', wall: null, height: 110, girth: 241, artWidth: 60, artHeight: 45 }" :size="130" />
      <p>{{ begun ? 'The recipe comes back once this is put right:' : 'The recipe appears here as soon as this is known:' }}</p>
      <StillNeeded v-if="Object.keys(needed).length" :errors="needed" :labels="LABELS" />
      <p v-else>The bottle to etch with is not on the shelf. Choose another under Resist and etchant.</p>
    </div>
  </div>
</template>

<style scoped>
.desk { display: grid; grid-template-columns: minmax(0, 7fr) minmax(0, 6fr); gap: 2.5rem; align-items: start; }
form { display: grid; gap: 1.2rem; }
/* The recipe stays beside the rung that is being decided. */
.out {
  position: sticky;
  top: 0.6rem;
  max-height: calc(100vh - var(--sill, 0px) - 1.2rem);
  overflow-y: auto;
  overscroll-behavior: contain;
  padding-right: 0.4rem;
}
.do { display: flex; flex-wrap: wrap; gap: 0.7rem; }
.out > :deep(.compare) { margin-top: 1.5rem; }
.out.empty { padding: 1.4rem 1.6rem; }
.empty {
  background: var(--card);
  color: var(--card-text);
  display: grid;
  justify-items: center;
  gap: 0.8rem;
  text-align: center;
  --glass: #8cc5b2;
  --frost: #f4fafa;
}
.empty p { max-width: 26rem; }
.empty .needed { width: min(30rem, 100%); }
@media (max-width: 60rem) {
  .desk { grid-template-columns: minmax(0, 1fr); }
  .out { position: static; max-height: none; padding-right: 0; }
  .out.empty { padding: 1.4rem 1.2rem; }
}
</style>
