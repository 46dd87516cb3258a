<script setup lang="ts">
import { pieceLabel } from '#core/plan/run-plan'
import { liveWindow, pieceStage } from '#core/bench/run'
import type { PieceState } from '#core/bench/run'
import { formatClock } from '#core/basics/units'
import type { RunWithEvents } from '#shared/runs'

/** One running piece on the sill. */
const props = defineProps<{ run: RunWithEvents, piece: PieceState }>()
const { running, over, dwelt, shown, toBest } = usePieceClock(
  () => props.run.plan,
  () => props.piece,
)
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
        :shape="shapeInRun(run, piece.n)"
        :dwelt="stage === 'dwelling' ? dwelt : undefined"
        :window="liveWindow(run.plan, piece)"
        :over="over && running"
        :size="30"
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
