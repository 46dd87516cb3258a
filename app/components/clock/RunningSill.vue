<script setup lang="ts">
import { windowOf } from '#core/run-plan'
import { pieceClock, pieceStage } from '#core/run'
import { formatClock } from '#core/units'

/** Running pieces stand on a sill at the foot of every screen, each with its clock. Alarms sound from here. */
const work = useWorkStore()
const session = useSessionStore()
const { now } = useServerClock()
const { standing } = useAlarms()
const route = useRoute()

const sill = useTemplateRef<HTMLElement>('sill')
const { height } = useElementSize(sill, undefined, { box: 'border-box' })
/** What stands at the foot of a screen stands above the sill. */
watchEffect(() => document.documentElement.style.setProperty('--sill', `${height.value}px`))

/** At the bench the run's own pieces stand large already; those of other runs stay in sight here. */
const shown = computed(() => work.runs.filter(r => route.path !== `/bench/${r.id}`))
const running = computed(() => shown.value.flatMap((run) => {
  const state = work.state(run)
  return state.pieces.filter(p => ['dwelling', 'coating', 'off'].includes(pieceStage(p))).map(piece => ({ run, piece, stage: pieceStage(piece), window: windowOf(run.plan, piece.n), clock: pieceClock(piece, run.plan, now.value) }))
}))
const loudest = computed(() => standing.value[0])
const call = computed(() => standing.value.find(a => shown.value.some(r => r.id === a.runId)))
function what(r: typeof running.value[number]) {
  if (r.stage === 'off') return 'rinse'
  if (r.stage === 'coating') return 'coating'
  if (r.clock.phase === 'over') return 'over'
  return r.clock.toBest <= 0 ? 'off now' : `best in ${formatClock(Math.ceil(r.clock.toBest))}`
}
</script>

<template>
  <p v-if="session.signedIn" class="visually-hidden" aria-live="assertive">{{ loudest?.sentence }}</p>
  <aside v-if="session.signedIn && running.length" ref="sill" class="sill no-print" aria-label="Running clocks">
    <p v-if="call" class="call" :class="call.level">
      <NuxtLink :to="`/bench/${call.runId}`">{{ call.sentence }}</NuxtLink>
    </p>
    <ul>
      <li v-for="r in running" :key="`${r.run.id}-${r.piece.n}`">
        <NuxtLink :to="`/bench/${r.run.id}`" :class="{ over: r.clock.phase === 'over' }">
          <PieceSilhouette :shape="r.run.shape" :dwelt="r.stage === 'dwelling' ? r.clock.last : undefined" :window="r.window" :over="r.clock.phase === 'over' && r.clock.running" :size="54" />
          <span class="name">{{ r.run.plan.noun }} {{ r.piece.n }}</span>
          <span class="numeral time">{{ r.stage === 'dwelling' ? formatClock(r.clock.last) : '' }}</span>
          <span class="what">{{ what(r) }}</span>
        </NuxtLink>
      </li>
    </ul>
  </aside>
</template>

<style scoped>
.sill { position: sticky; bottom: 0; z-index: 4; background: var(--sunk); border-top: 5px solid var(--glass-deep); padding: 0.3rem 1.5rem 0.4rem; }
ul { list-style: none; padding: 0; display: flex; gap: 0.4rem 1.6rem; overflow-x: auto; align-items: end; }
li a { display: grid; grid-template-columns: auto auto; grid-template-rows: auto auto auto; column-gap: 0.6rem; align-items: end; color: var(--text); text-decoration: none; white-space: nowrap; padding: 0.1rem 0; }
li a > svg { grid-row: 1 / 4; }
.name { font-size: 0.85rem; color: var(--muted); line-height: 1.1; }
.time { font-size: 1.75rem; line-height: 1; min-width: 2.6ch; }
.what { font-size: 0.85rem; line-height: 1.1; }
.over .what, .over .time { color: var(--alarm); font-weight: 700; text-transform: uppercase; }
.call { font: 650 1.5rem/1.2 var(--display); margin-bottom: 0.2rem; }
.call a { color: inherit; }
.call.over a { color: var(--alarm); }
@media (max-width: 40rem) { .sill { padding: 0.3rem 0.8rem; } }
</style>
