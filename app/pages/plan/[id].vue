<script setup lang="ts">
import { jobWords } from '#shared/passes'
import type { Job } from '#shared/passes'

const studio = useStudioStore()
const route = useRoute()
const id = String(route.params.id)
const job = ref<Job | null>(null)
const problem = ref('')
/** The pass to begin with: the one that was asked for, else the first that is still open. */
const first = ref<string | null>(typeof route.query.pass === 'string' ? route.query.pass : null)
const load = () =>
  api<Job>(`jobs/${id}`).then(
    (j) => {
      first.value ??= j.passes.find(p => p.status === 'running' || p.status === 'planned')?.id ?? null
      job.value = j
    },
    (e: Error) => (problem.value = e.message),
  )
onMounted(load)
function saved(now: Job, pass: string) {
  first.value = pass
  job.value = { ...now, sheets: job.value?.sheets }
}
</script>

<template>
  <div class="page">
    <header class="page-head">
      <h1>{{ job ? `${jobWords(job.passes)} for ${job.customer}` : 'Plan' }}</h1>
      <p class="ways">
        <NuxtLink :to="`/job/${id}`">The job</NuxtLink>
        <NuxtLink :to="`/quote/${id}`">Quote</NuxtLink>
      </p>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <PlanDesk v-if="job && studio.studio" :key="job.version" :job="job" :first="first" @saved="saved" />
  </div>
</template>

<style scoped>
.ways { display: flex; flex-wrap: wrap; gap: 0.4rem 1.2rem; }
</style>
