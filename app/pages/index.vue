<script setup lang="ts">
import { jobStatus } from '#shared/passes'
import type { Pass } from '#shared/passes'

const work = useWorkStore()
const studio = useStudioStore()
const houseTime = useHouseTime()
const { minute } = useServerClock()

/** Jobs with their passes: those on the bench first, then by due day. */
const jobs = computed(() => {
  const byJob = new Map<string, Pass[]>()
  for (const p of work.passes) byJob.set(p.jobId, [...(byJob.get(p.jobId) ?? []), p])
  const running = (passes: readonly Pass[]) => Number(jobStatus(passes) === 'running')
  return [...byJob.values()].sort((a, b) => running(b) - running(a) || a[0]!.dueOn.localeCompare(b[0]!.dueOn))
})
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Today</h1>
        <p class="muted">{{ studio.studio?.name }}, {{ houseTime.format(minute, 'EEEE d MMMM') }}</p>
      </div>
      <div class="ways">
        <NuxtLink class="button" to="/customers">Customers</NuxtLink>
        <NuxtLink class="button strong" to="/plan/new">Plan a new job</NuxtLink>
      </div>
    </header>
    <LeftOver />
    <p v-if="work.loaded && jobs.length === 0">Nothing is waiting. Plan the first job: piece, art and bottle are enough for a recipe.</p>
    <ul class="jobs">
      <TodayJob v-for="passes in jobs" :key="passes[0]!.jobId" :passes="passes" />
    </ul>
  </div>
</template>

<style scoped>
.ways { display: flex; flex-wrap: wrap; gap: 0.7rem; }
.jobs { list-style: none; padding: 0; border-top: 1px solid var(--line); }
</style>
