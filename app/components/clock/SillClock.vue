<script setup lang="ts">
import { pieceLabel } from '#core/plan/run-plan'
import { pieceStage } from '#core/bench/run'
import type { PieceState } from '#core/bench/run'
import { formatClock } from '#core/basics/units'
import type { RunWithEvents } from '#shared/runs'

/** One running piece on the sill. */
const props = defineProps<{ run: RunWithEvents, piece: PieceState }>()
const { running, over, window, drawn, shown, toBest } = usePieceClock(
  () => props.run.plan,
  () => props.piece,
)
const TALL = 30
const dwelt = drawn(() => TALL)
/** The same object as long as it is the same piece: what hasn't changed is not drawn again. */
const shape = computed(() => shapeInRun(props.run, props.piece.n))
const stage = computed(() => pieceStage(props.piece))
const what = computed(() => {
  if (stage.value === 'off') return 'rinse'
  if (stage.value === 'coating') return 'coating'
  if (over.value) return 'late'
  return toBest.value <= 0 ? 'off now' : `best in ${formatClock(toBest.value)}`
})
</script>

<template>
  <li>
    <NuxtLink :to="`/bench/${run.id}`" :class="{ over }">
      <PieceSilhouette
        :shape="shape"
        :dwelt="stage === 'dwelling' ? dwelt : undefined"
        :window="window"
        :over="over && running"
        :size="TALL"
        :wide="22"
      />
      <span class="name">{{ pieceLabel(run.plan, piece.n) }}</span>
      <span class="numeral time">{{ stage === 'dwelling' ? shown : '' }}</span>
      <span class="what">{{ what }}</span>
    </NuxtLink>
  </li>
</template>

<style scoped>
a {
  display: flex;
  align-items: center;
  gap: 0.5rem;
  color: var(--text);
  text-decoration: none;
  white-space: nowrap;
  min-height: 40px;
}
.name { color: var(--muted); }
.time { font-size: 1.5rem; line-height: 1; min-width: 3.4ch; }
li, a > * { flex: none; }
.over .what, .over .time { color: var(--alarm); font-weight: 700; text-transform: uppercase; }
</style>
