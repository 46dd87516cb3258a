<script setup lang="ts">
import Button from 'primevue/button'
import Select from 'primevue/select'
import { command } from '~/commands'
import { changedFigures } from '#core/plan/recipe'
import type { Recipe } from '#core/plan/recipe'
import { plural } from '#core/basics/units'
import { fieldAt, jobSchema, MOST_PASSES, MOST_SETS } from '#shared/jobs'
import { ready } from '#shared/passes'
import type { JobForm } from '#shared/jobs'
import type { Job } from '#shared/passes'

/** A job's plan: decided on the ladder at the left, the recipe growing on the right. A half-filled plan stays on the device. */
const props = defineProps<{
  job: Job | null
  /** Another job, or a template, that this one begins as. */
  like?: Pick<Job, 'id' | 'entered'> | null
  first?: string | null
}>()
const emit = defineEmits<{ saved: [job: Job, pass: string] }>()
const work = useWorkStore()
const draft = usePlanDraft(props.job, props.like ?? null, props.first ?? null)
const { changed, at, plan, passId } = draft
/** The pass in sight as it is stored; undefined while it is only written. */
const kept = computed(() => props.job?.passes.find(p => p.id === passId.value))
const locked = computed(() => kept.value !== undefined && kept.value.status !== 'planned')
provide('locked', locked)
const closed = computed(() => props.job !== null && props.job.passes.every(p => p.status === 'done' || p.status === 'dropped'))

const { schema, written } = useLengthForm(jobSchema, () => draft.form.value)
const { errors: allErrors, problem, busy, leave: leaveField, submit } = useEntry(schema, () => draft.form.value)
/** Errors of the pass in sight, by the names its fields have there. */
const errors = computed(() => {
  const { set, pass } = at.value
  const own = new Map<string, string>([[`sets.${set}.passes.${pass}.`, ''], [`sets.${set}.`, '']])
  return Object.fromEntries(
    Object.entries(allErrors.value).map(([name, message]) => {
      const start = [...own.keys()].find(k => name.startsWith(k))
      return [start ? name.slice(start.length) : name, message]
    }),
  )
})
/** Passes with something to put right, once somebody tried to save. */
const wrong = computed(
  () =>
    new Set(
      Object.keys(allErrors.value).flatMap((name) => {
        const [, set, pass] = /^sets\.(\d+)(?:\.passes\.(\d+))?/.exec(name) ?? []
        return set === undefined ? [] : [draft.form.value.sets[Number(set)]!.passes[Number(pass ?? 0)]!.id]
      }),
    ),
)
const leave = (name: string) => leaveField(fieldAt(name, at.value.set, at.value.pass))

const { plannable, needed, open, facts, input, recipe, clash, shape } = usePlanRecipe(draft, props.job, kept)
const joinable = useJoinable(draft, props.job, facts)
/** There was a recipe before: then something was changed that takes it away. */
const begun = ref(false)
watch(recipe, is => (begun.value ||= is !== null), { immediate: true })
watch(passId, () => (begun.value = recipe.value !== null))
const EXAMPLE = plainShape({ surface: 'cylinder', height: 110, girth: 241, artWidth: 60, artHeight: 45 })
const labels = computed(() => planLabels(plan.value))

const ranking = useRanking(plan)
/** Until somebody chooses, the best suggestion stands as soon as the art is known. */
watch(
  ranking,
  (ranked) => {
    if (!draft.suggested.value || locked.value || !ranked.artKnown) return
    const best = ranked.ranking.chains.find(c => c.lot)
    if (!best || (best.lot!.id === plan.value.lotId && best.resist === plan.value.resist)) return
    Object.assign(plan.value, { lotId: best.lot!.id, resist: best.resist })
  },
  { immediate: true },
)

async function save(): Promise<Job | undefined> {
  const { id, version } = draft.head()
  const saved = await submit(async () => {
    const job = written() as JobForm
    const stored = await (props.job ? api<Job>(`jobs/${id}`, 'PUT', { job, version }) : api<Job>('jobs', 'POST', { id, job }))
    draft.saved()
    // The form is made anew from what was stored: until then nothing is pressed on it that would be lost.
    await work.load().catch(() => {})
    return stored
  })
  if (saved) emit('saved', saved, passId.value)
  // What is wrong may stand in a part that is out of sight.
  else if (wrong.value.size > 0 && !wrong.value.has(passId.value)) draft.choose([...wrong.value][0]!)
  return saved
}

/** How many of the pieces that are open go to the bench now; null for all of them. */
const now = ref<number | null>(null)
/** Of those, the ones that may begin. */
const able = computed(() => (kept.value ? ready(kept.value) : open.value))
const counts = computed(() => [
  { id: null, text: 'All of them' },
  ...able.value.slice(0, -1).map((_, i) => ({ id: i + 1, text: `${i + 1} of them` })).reverse(),
])
watch(passId, () => (now.value = null))
async function toBench() {
  const pass = passId.value
  const numbers = now.value === null ? undefined : able.value.slice(0, now.value)
  const job = changed.value || !props.job ? await save() : props.job
  if (!job) return
  try {
    const { id } = await command<{ id: string }>(`passes/${pass}/run`, numbers ? { pieces: numbers } : {}, { idKey: 'runId' })
    await work.load()
    await navigateTo(`/bench/${id}`)
  }
  catch (error) {
    problem.value = (error as Error).message
  }
}

/** What moved since somebody began to write in the field they are in. */
const beforeField = shallowRef<Recipe | null>(null)
const moved = computed(() => (beforeField.value && recipe.value ? changedFigures(beforeField.value, recipe.value) : []))
watch(passId, () => (beforeField.value = null))
const dropping = ref(false)
async function drop() {
  await submit(() => api(`jobs/${props.job!.id}/drop`, 'POST'))
  if (problem.value) return
  await work.load()
  await navigateTo('/')
}
const lockedWords = computed(() => {
  if (kept.value?.status === 'running')
    return props.job!.passes.length === 1
      ? 'This job is on the bench. Its plan can\'t change while it runs.'
      : 'This pass is on the bench. Its plan can\'t change while it runs; what comes after it can.'
  return closed.value ? 'This job is closed.' : 'This pass is done.'
})
/** Some of it is done: then nobody cancels it, what is left is given up. */
const partly = computed(() => props.job?.passes.some(p => p.done.length > 0) ?? false)
/** Sheets from which the stencils of these pieces are cut. */
const sheets = computed(() => props.job?.sheets?.filter(s => kept.value && s.setIds.includes(kept.value.setId)) ?? [])
/** What one would call the pieces in sight. */
const pieces = computed(() => (plan.value.noun.trim() ? plural(plan.value.noun.trim()) : 'pieces'))
const several = computed(() => draft.form.value.sets.length > 1 || draft.set.value.passes.length > 1)
</script>

<template>
  <div class="desk">
    <form novalidate @submit.prevent="save" @focusin="beforeField = recipe">
      <p v-if="locked" class="problem">{{ lockedWords }}</p>
      <PlanParts :sets="draft.form.value.sets" :at="at" :wrong="wrong" @choose="draft.choose" />
      <p v-if="joinable" class="joinable" role="status">
        This could be etched in pass {{ at.pass }}: same resist, same etchant, and no border touches another.
        <Button type="button" severity="secondary" label="Make it one pass" @click="draft.joinBefore" />
      </p>
      <PlanLadder
        :key="passId"
        v-model="plan"
        :errors="errors"
        :ranking="ranking.ranking"
        :suggested="draft.suggested.value"
        @left="leave"
        @chose="draft.chose"
        @part="draft.part"
      />
      <div v-if="!closed" class="more">
        <Button
          v-if="draft.set.value.passes.length < MOST_PASSES"
          type="button"
          severity="secondary"
          :label="`Add another pass on these ${pieces}`"
          @click="draft.newPass"
        />
        <Button
          v-if="draft.form.value.sets.length < MOST_SETS"
          type="button"
          severity="secondary"
          label="Add another kind of piece"
          @click="draft.newSet"
        />
        <Button
          v-if="draft.form.value.sets.length < MOST_SETS && plan.noun"
          type="button"
          severity="secondary"
          :label="`Copy these ${pieces}`"
          @click="draft.copySet"
        />
        <Button
          v-if="several && !locked"
          type="button"
          severity="secondary"
          :label="draft.set.value.passes.length > 1 ? 'Remove this pass' : `Remove these ${pieces}`"
          @click="draft.removePass"
        />
      </div>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div v-if="!closed" class="do">
        <Button type="submit" :label="job ? 'Save the change' : 'Save the plan'" :disabled="busy || (job !== null && !changed)" />
        <template v-if="job && kept?.status === 'planned'">
          <Button type="button" label="Take it to the bench" severity="secondary" :disabled="busy || !recipe?.plan" @click="toBench" />
          <Select
            v-if="able.length > 1"
            v-model="now"
            :options="counts"
            option-label="text"
            option-value="id"
            placeholder="All of them"
            :aria-label="`How many of the ${pieces} now`"
          />
        </template>
        <Button
          v-if="changed"
          type="button"
          :label="job ? 'Back to what was saved' : 'Empty the form'"
          severity="secondary"
          @click="draft.clear"
        />
        <Button
          v-if="job && !dropping"
          type="button"
          :label="partly ? 'Close with what is done' : 'Cancel this job'"
          severity="secondary"
          :disabled="busy"
          @click="dropping = true"
        />
        <template v-if="dropping">
          <Button type="button" :label="partly ? 'Yes, close it' : 'Yes, cancel it'" severity="secondary" @click="drop" />
          <Button type="button" label="Keep it" severity="secondary" @click="dropping = false" />
        </template>
      </div>
      <KeepTemplate v-if="recipe" :form="() => written() as JobForm" />
      <p v-if="job" class="do">
        <NuxtLink v-for="s in sheets" :key="s.id" class="button" :to="`/sheet/${s.id}`">
          Cut sheet: {{ s.name }}{{ s.cutAt ? ', cut' : '' }}
        </NuxtLink>
        <NuxtLink v-if="kept && !closed && sheets.length === 0" class="button" :to="`/sheet/new?set=${kept.setId}`">
          Lay out the stencils
        </NuxtLink>
        <NuxtLink class="button" :to="`/plan/new?again=${job.id}`">Plan it again</NuxtLink>
      </p>
    </form>
    <div v-if="recipe && input && facts && plannable.success" class="out">
      <RecipeSheet
        :recipe="recipe"
        :input="input"
        :lot-id="plan.lotId"
        :clash="clash ?? undefined"
        :shape="shape!"
        :moved="moved"
      />
      <CompareLots :job="plannable.data" :facts="facts" />
    </div>
    <div v-else class="out empty dark-card">
      <PieceSilhouette :shape="EXAMPLE" :size="130" />
      <p>{{ begun ? 'The recipe comes back once this is put right:' : 'The recipe appears here as soon as this is known:' }}</p>
      <StillNeeded v-if="Object.keys(needed).length" :errors="needed" :labels="labels" />
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
.do, .more { display: flex; flex-wrap: wrap; gap: 0.7rem; }
.out > :deep(.compare) { margin-top: 1.5rem; }
.out.empty { padding: 1.4rem 1.6rem; }
.empty {
  display: grid;
  justify-items: center;
  gap: 0.8rem;
  text-align: center;
}
.empty p { max-width: 26rem; }
.empty .needed { width: min(30rem, 100%); }
@media (max-width: 60rem) {
  .desk { grid-template-columns: minmax(0, 1fr); }
  .out { position: static; max-height: none; padding-right: 0; }
  .out.empty { padding: 1.4rem 1.2rem; }
}
</style>
