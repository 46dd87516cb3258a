<script setup lang="ts">
import { countOf } from '#core/basics/units'
import type { Job } from '#shared/jobs'

const studio = useStudioStore()
const id = String(useRoute().params.id)
const job = ref<Job | null>(null)
const problem = ref('')
const load = () =>
  api<Job>(`jobs/${id}`).then(
    j => (job.value = j),
    (e: Error) => (problem.value = e.message),
  )
onMounted(load)
</script>

<template>
  <div class="page">
    <header class="page-head"><h1>{{ job ? `${countOf(job.pieces, job.noun)} for ${job.customer}` : 'Plan' }}</h1></header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <PlanDesk v-if="job && studio.studio" :key="job.version" :job="job" @saved="job = $event" />
  </div>
</template>
