<script setup lang="ts">
import { countOf } from '#core/units'
import { differenceInCalendarDays, format } from 'date-fns'
import { pieceClock } from '#core/run'
import type { Job } from '#shared/jobs'

const work = useWorkStore()
const studio = useStudioStore()
const waitsFor = useWaitsFor()
const { now } = useServerClock()

/** Running jobs first, then by due day. */
const jobs = computed(() => [...work.jobs].sort((a, b) => Number(b.status === 'running') - Number(a.status === 'running') || a.dueOn.localeCompare(b.dueOn)))
const run = (job: Job) => work.runs.find(r => r.jobId === job.id)
/** Up to three pieces as they stand: on the bench they fill as their dwell runs. */
function pieces(job: Job) {
  const onBench = run(job)
  const states = onBench ? work.state(onBench).pieces : []
  return Array.from({ length: Math.min(job.pieces, 3) }, (_, i) => {
    const clock = onBench && pieceClock(states[i]!, onBench.plan, now.value)
    return { n: i + 1, window: clock?.running ? onBench!.plan.dwell : undefined, dwelt: clock?.running ? clock.last : undefined, over: clock?.running && clock.phase === 'over', frosted: Boolean(states[i]?.rinsed ?? states[i]?.blasted) }
  })
}
const shapeOf = (job: Job) => ({ surface: job.surface, height: job.height, girth: job.girth, artWidth: job.artWidth, artHeight: job.artHeight, wall: job.wall, art: job.art })

function due(job: Job): string {
  const days = differenceInCalendarDays(new Date(`${job.dueOn}T12:00`), new Date(now.value))
  const day = format(new Date(`${job.dueOn}T12:00`), 'EEE d MMM')
  if (days < 0) return `${day}, ${-days} ${days === -1 ? 'day' : 'days'} late`
  return days === 0 ? `${day}, today` : days === 1 ? `${day}, tomorrow` : `${day}, in ${days} days`
}
const what = (job: Job) => countOf(job.pieces, job.noun)
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Today</h1>
        <p class="muted">{{ studio.studio?.name }}, {{ format(new Date(now), 'EEEE d MMMM') }}</p>
      </div>
      <NuxtLink class="button strong" to="/plan/new">Plan a new job</NuxtLink>
    </header>
    <p v-if="work.loaded && jobs.length === 0">Nothing is waiting. Plan the first job: piece, art and bottle are enough for a recipe.</p>
    <ul class="jobs">
      <li v-for="job in jobs" :key="job.id" :class="{ running: job.status === 'running' }">
        <div class="card-black">
          <PieceSilhouette v-for="p in pieces(job)" :key="p.n" :shape="shapeOf(job)" :size="86" :wide="58" :window="p.window" :dwelt="p.dwelt" :over="p.over" :frosted="p.frosted" />
        </div>
        <div class="what">
          <h2><NuxtLink :to="`/plan/${job.id}`">{{ what(job) }} for {{ job.customer }}</NuxtLink></h2>
          <p class="wait">{{ waitsFor(job).sentence }}</p>
          <p class="muted">{{ studio.bottle(job.bottleId)?.productName }}. Due {{ due(job) }}.</p>
        </div>
        <NuxtLink class="button go" :class="{ strong: job.status === 'running' }" :to="waitsFor(job).to" :aria-label="`${waitsFor(job).action}: ${what(job)} for ${job.customer}`">{{ waitsFor(job).action }}</NuxtLink>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.jobs { list-style: none; padding: 0; border-top: 1px solid var(--line); }
li { display: grid; grid-template-columns: 13rem 1fr auto; gap: 1.5rem; align-items: center; padding: 0.9rem 0; border-bottom: 1px solid var(--line); }
.card-black { background: var(--card); display: flex; justify-content: center; align-items: end; gap: 0.6rem; padding: 0.6rem 0.5rem; min-height: 112px; overflow: hidden; --glass: #8cc5b2; --frost: #f4fafa; }
h2 a { color: var(--text); text-decoration: none; }
h2 a:hover { text-decoration: underline; }
.wait { font-size: 1.1rem; }
.running .wait { font-weight: 650; }
@media (max-width: 50rem) {
  li { grid-template-columns: 5.5rem 1fr; gap: 0.4rem 1rem; }
  .card-black { grid-row: 1 / 3; min-height: 100%; }
  .card-black :nth-child(n + 2) { display: none; }
  .go { justify-self: start; }
}
</style>
