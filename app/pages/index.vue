<script setup lang="ts">
const work = useWorkStore()
const studio = useStudioStore()
const houseTime = useHouseTime()
const { minute } = useServerClock()

/** Running jobs first, then by due day. */
const jobs = computed(() =>
  [...work.jobs].sort((a, b) => Number(b.status === 'running') - Number(a.status === 'running') || a.dueOn.localeCompare(b.dueOn)),
)
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Today</h1>
        <p class="muted">{{ studio.studio?.name }}, {{ houseTime.format(minute, 'EEEE d MMMM') }}</p>
      </div>
      <NuxtLink class="button strong" to="/plan/new">Plan a new job</NuxtLink>
    </header>
    <p v-if="work.loaded && jobs.length === 0">Nothing is waiting. Plan the first job: piece, art and bottle are enough for a recipe.</p>
    <ul class="jobs">
      <TodayJob v-for="job in jobs" :key="job.id" :job="job" />
    </ul>
  </div>
</template>

<style scoped>
.jobs { list-style: none; padding: 0; border-top: 1px solid var(--line); }
</style>
