<script setup lang="ts">
import type { Job } from '#shared/passes'

const studio = useStudioStore()
const { again } = useRoute().query
/** The job that this one is to be like. */
const like = ref<Job | null>(null)
const problem = ref('')
const saved = (job: Job, pass: string) => navigateTo(job.passes.length > 1 ? `/plan/${job.id}?pass=${pass}` : `/plan/${job.id}`)
const ready = ref(typeof again !== 'string')
onMounted(async () => {
  if (typeof again !== 'string') return
  like.value = await api<Job>(`jobs/${again}`).catch((e: Error) => {
    problem.value = e.message
    return null
  })
  ready.value = true
})
</script>

<template>
  <div class="page">
    <header class="page-head"><h1>{{ like ? `Again for ${like.customer}` : 'Plan a job' }}</h1></header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <PlanDesk v-if="studio.studio && ready" :job="null" :like="like" @saved="saved" />
  </div>
</template>
