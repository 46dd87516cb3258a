<script setup lang="ts">
import { pieceLabel } from '#core/plan/run-plan'
import Button from 'primevue/button'
import { pieceStage } from '#core/bench/run'
import type { PieceState } from '#core/bench/run'
import { formatClock } from '#core/basics/units'
import type { RunWithEvents } from '#shared/runs'

/** One piece that somebody holds, with its clock; `from` names them where it can be taken by itself. */
const props = defineProps<{ run: RunWithEvents, piece: PieceState, from?: string }>()
const emit = defineEmits<{ take: [] }>()
const { running, over, harm, window, drawn, shown, toBest } = usePieceClock(
  () => props.run.plan,
  () => props.piece,
)
const TALL = 84
const dwelt = drawn(() => TALL)
const shape = computed(() => shapeInRun(props.run, props.piece.n))
const STAGE = { coating: 'being coated', off: 'to rinse', blasting: 'at the gun' } as const
const what = computed(() => {
  const stage = pieceStage(props.piece)
  if (stage !== 'dwelling') return STAGE[stage as keyof typeof STAGE] ?? ''
  if (over.value) return harm.value ? 'long past its time' : 'late'
  return toBest.value <= 0 ? 'off now' : `best in ${formatClock(toBest.value)}`
})
const label = computed(() => pieceLabel(props.run.plan, props.piece.n))
</script>

<template>
  <li :class="{ over }">
    <PieceSilhouette
      :shape="shape"
      :size="TALL"
      :wide="62"
      :window="window"
      :dwelt="running ? dwelt : undefined"
      :over="over"
    />
    <p><span class="name capital">{{ label }}</span><br><span class="muted">{{ run.subject }}</span></p>
    <p class="time"><span class="numeral">{{ piece.covered ? shown : '–' }}</span><br>{{ what }}</p>
    <Button v-if="from" class="one" severity="secondary" label="Take" :aria-label="`Take ${label} from ${from}`" @click="emit('take')" />
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 5.2rem 1fr auto auto;
  gap: 1rem;
  align-items: center;
  padding: 0.6rem 0;
  border-bottom: 1px solid var(--line);
  min-height: 100px;
}
.one { min-height: 72px; min-width: 9rem; font-size: 1.3rem; }
.name { font: 620 1.5rem/1.1 var(--display); }
.time { text-align: right; line-height: 1.15; }
.numeral { font-size: 2rem; line-height: 1; }
.over .time { color: var(--alarm); font-weight: 700; }
@media (max-width: 40rem) {
  li { grid-template-columns: 4.4rem 1fr auto; }
  .one { grid-column: 1 / -1; }
}
</style>
