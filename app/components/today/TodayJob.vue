<script setup lang="ts">
import { daysBetween, formatDay } from '#core/basics/zone'
import { countOf } from '#core/basics/units'
import type { Job } from '#shared/jobs'

/** One job as it stands today: its pieces, what it waits for, and the way there. */
const props = defineProps<{ job: Job }>()
const work = useWorkStore()
const studio = useStudioStore()
const houseTime = useHouseTime()
const waitsFor = useWaitsFor()
const { minute } = useServerClock()

const run = computed(() => work.runs.find(r => r.jobId === props.job.id))
const pieces = computed(() => (run.value ? work.state(run.value).pieces.slice(0, SHOWN) : []))
/** Pieces that are drawn. */
const SHOWN = 3
const shape = computed(() => shapeOfJob(props.job))
const waits = computed(() => waitsFor(props.job))
// Worked out at every tick, and drawn again only where the words change.
const sentence = computed(() => waits.value.sentence)
const action = computed(() => waits.value.action)
const to = computed(() => waits.value.to)
const what = computed(() => countOf(props.job.pieces, props.job.noun))
const due = computed(() => {
  const days = daysBetween(houseTime.dayOf(minute.value), props.job.dueOn)
  const day = formatDay(props.job.dueOn, 'EEE d MMM')
  if (days < 0) return `${day}, ${-days} ${days === -1 ? 'day' : 'days'} late`
  return days === 0 ? `${day}, today` : days === 1 ? `${day}, tomorrow` : `${day}, in ${days} days`
})
</script>

<template>
  <li :class="{ running: job.status === 'running' }">
    <div class="card-black">
      <template v-if="run">
        <LivePiece v-for="p in pieces" :key="p.n" :plan="run.plan" :piece="p" :shape="shape" :size="86" :wide="58" />
      </template>
      <template v-else>
        <PieceSilhouette v-for="n in Math.min(job.pieces, SHOWN)" :key="n" :shape="shape" :size="86" :wide="58" />
      </template>
    </div>
    <div class="what">
      <h2><NuxtLink :to="`/plan/${job.id}`">{{ what }} for {{ job.customer }}</NuxtLink></h2>
      <p class="wait">{{ sentence }}</p>
      <p class="muted">{{ studio.lot(job.lotId)?.productName }}. Due {{ due }}.</p>
    </div>
    <NuxtLink
      class="button go"
      :class="{ strong: job.status === 'running' }"
      :to="to"
      :aria-label="`${action}: ${what} for ${job.customer}`"
    >{{ action }}</NuxtLink>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 13rem 1fr auto;
  gap: 1.5rem;
  align-items: center;
  padding: 0.9rem 0;
  border-bottom: 1px solid var(--line);
}
.card-black {
  background: var(--card);
  display: flex;
  justify-content: center;
  align-items: end;
  gap: 0.6rem;
  padding: 0.6rem 0.5rem;
  min-height: 112px;
  overflow: hidden;
  --glass: #8cc5b2;
  --frost: #f4fafa;
}
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
