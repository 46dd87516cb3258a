<script setup lang="ts">
import Button from 'primevue/button'
import { v7 } from 'uuid'
import { planRecipe } from '#core/recipe'
import { jobSchema } from '#shared/jobs'
import type { Job, JobForm } from '#shared/jobs'
import { recipeInput } from '#shared/recipe'

/** A job's plan: typed in on the left, the recipe growing on the right. A half-filled plan stays on the device. */
const props = defineProps<{ job: Job | null }>()
const emit = defineEmits<{ saved: [job: Job] }>()
const studio = useStudioStore()
const work = useWorkStore()

interface Draft { id: string, version: number, form: JobForm }

function blank(): JobForm {
  return { customer: '', dueOn: '', notes: '', noun: 'tumbler', pieces: '', substrate: 'bare-glass', height: '', girth: '', artWidth: '', artHeight: '', openFraction: '', resist: 'vinyl', school: studio.rules.school, bottleId: '' }
}
const stored = props.job ? props.job.entered : blank()
const fresh = (): Draft => ({ id: props.job?.id ?? v7(), version: props.job?.version ?? 0, form: { ...stored } })
const draft = useLocalStorage<Draft | null>(`crest:draft:${props.job?.id ?? 'new'}`, fresh(), { serializer: { read: text => JSON.parse(text) as Draft | null, write: JSON.stringify } })
// A draft made against an older version of the job is kept only while the job has not moved on.
if (!draft.value || (props.job && draft.value.version !== props.job.version)) draft.value = fresh()
const form = computed({ get: () => draft.value?.form ?? stored, set: value => draft.value = { ...(draft.value ?? fresh()), form: value } })
const changed = computed(() => JSON.stringify(form.value) !== JSON.stringify(stored))
const locked = computed(() => props.job !== null && props.job.status !== 'planned')

const { parsed, errors, problem, busy, left, submit } = useEntry(() => jobSchema(studio.rules.lengthUnit), () => form.value)
const input = computed(() => {
  const bottle = studio.bottle(form.value.bottleId)
  return parsed.value.success && bottle ? recipeInput(parsed.value.data, bottle, studio.rules, new Date(serverNow())) : null
})
const recipe = computed(() => (input.value ? planRecipe(input.value) : null))

async function save(): Promise<Job | undefined> {
  const { id, version } = draft.value ?? fresh()
  const saved = await submit(() => (props.job ? api<Job>(`jobs/${id}`, 'PUT', { job: form.value, version }) : api<Job>('jobs', 'POST', { id, job: form.value })))
  if (!saved) return undefined
  // Saved is saved: the device need not keep it any longer.
  draft.value = null
  await work.load()
  emit('saved', saved)
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
  draft.value = { ...(draft.value ?? fresh()), form: { ...stored } }
}
</script>

<template>
  <div class="desk">
    <form novalidate :inert="locked || undefined" @submit.prevent="save">
      <p v-if="locked" class="problem">{{ job!.status === 'running' ? 'This job is on the bench. Its plan can\'t change while it runs.' : 'This job is closed.' }}</p>
      <JobForm v-model="form" :errors="errors" @left="left.add($event)" />
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div v-if="!locked" class="do">
        <Button type="submit" :label="job ? 'Save the change' : 'Save the plan'" :disabled="busy || (job !== null && !changed)" />
        <Button v-if="job" type="button" label="Take it to the bench" severity="secondary" :disabled="busy || !recipe?.plan" @click="toBench" />
        <Button v-if="changed" type="button" :label="job ? 'Back to what was saved' : 'Empty the form'" severity="secondary" @click="clear" />
        <Button v-if="job && !dropping" type="button" label="Drop the job" severity="secondary" @click="dropping = true" />
        <template v-if="dropping">
          <Button type="button" label="Yes, drop it" severity="secondary" @click="drop" />
          <Button type="button" label="Keep it" severity="secondary" @click="dropping = false" />
        </template>
      </div>
    </form>
    <RecipeSheet v-if="recipe && input" :recipe="recipe" :input="input" />
    <div v-else class="empty">
      <PieceSilhouette :shape="{ height: 110, girth: 241, artWidth: 60, artHeight: 45 }" :size="230" />
      <p>The recipe stands here as soon as piece, art and bottle are known: dwell window, cream, resist, bicarbonate, time and cost.</p>
    </div>
  </div>
</template>

<style scoped>
.desk { display: grid; grid-template-columns: minmax(0, 7fr) minmax(0, 6fr); gap: 2.5rem; align-items: start; }
form { display: grid; gap: 1.2rem; }
.do { display: flex; flex-wrap: wrap; gap: 0.7rem; }
.empty { background: var(--card); color: var(--card-text); padding: 2rem; display: grid; justify-items: center; gap: 1.2rem; text-align: center; --glass: #8cc5b2; --frost: #f4fafa; }
.empty p { max-width: 24rem; }
@media (max-width: 60rem) { .desk { grid-template-columns: minmax(0, 1fr); } }
</style>
