<script setup lang="ts">
import { pieceStage } from '#core/bench/run'

/**
 * Running pieces stand on a sill at the foot of every screen, each with its clock. Alarms sound from here, also where somebody has to
 * sign in first.
 */
const work = useWorkStore()
const session = useSessionStore()
const { standing } = useAlarms()
const route = useRoute()

const sill = useTemplateRef<HTMLElement>('sill')
const { height } = useElementSize(sill, undefined, { box: 'border-box' })
/** What stands at the foot of a screen stands above the sill. */
const tell = (px: number) => document.documentElement.style.setProperty('--sill', `${px}px`)
watchEffect(() => tell(height.value))
onBeforeUnmount(() => tell(0))

/** At the bench the run's own pieces stand large already; those of other runs stay in sight here. */
const shown = computed(() => {
  const here = route.path === '/bench/together' ? String(route.query.runs ?? '').split(',') : [route.path.replace('/bench/', '')]
  return work.runs.filter(r => !here.includes(r.id))
})
const running = computed(() =>
  shown.value.flatMap(run =>
    work
      .state(run)
      .pieces.filter(p => ['dwelling', 'coating', 'off'].includes(pieceStage(p)))
      .map(piece => ({ run, piece })),
  ),
)
/** A screen reader says what changes in a place that stood there before: it comes after the sill itself. */
const mounted = useMounted()
const loudest = computed(() => (mounted.value ? standing.value[0]?.sentence : ''))
const called = computed(() => standing.value.find(a => shown.value.some(r => r.id === a.runId)))
// In parts that change only with what is said.
const call = computed(() => called.value?.sentence)
const level = computed(() => called.value?.level)
const at = computed(() => called.value?.runId)
</script>

<template>
  <p v-if="session.signedIn" class="visually-hidden" aria-live="assertive">{{ loudest }}</p>
  <aside v-if="session.signedIn && running.length" ref="sill" class="sill no-print" aria-label="Running clocks">
    <p v-if="call" class="call" :class="level">
      <NuxtLink :to="`/bench/${at}`">{{ call }}</NuxtLink>
    </p>
    <ul>
      <SillClock v-for="r in running" :key="`${r.run.id}-${r.piece.n}`" :run="r.run" :piece="r.piece" />
    </ul>
  </aside>
</template>

<style scoped>
.sill {
  position: sticky;
  bottom: 0;
  z-index: 4;
  background: var(--sunk);
  border-top: 5px solid var(--glass-deep);
  padding: 0.1rem 1.5rem;
}
ul { list-style: none; padding: 0; display: flex; gap: 0.4rem 2rem; overflow-x: auto; align-items: center; }
.call { font: 650 1.5rem/1.2 var(--display); margin: 0.2rem 0 0; }
.call a { color: inherit; }
.call.over a, .call.harm a { color: var(--alarm); }
@media (max-width: 40rem) { .sill { padding: 0.1rem 0.8rem; } }
</style>
