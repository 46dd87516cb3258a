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
        :shape="run.shape"
        :dwelt="stage === 'dwelling' ? dwelt : undefined"
        :window="liveWindow(run.plan, piece)"
        :over="over && running"
        :size="54"
      />
      <span class="name">{{ pieceLabel(run.plan, piece.n) }}</span>
      <span class="numeral time">{{ stage === 'dwelling' ? shown : '' }}</span>
      <span class="what">{{ what }}</span>
    </NuxtLink>
  </li>
</template>

<style scoped>
a {
  display: grid;
  grid-template-columns: auto auto;
  grid-template-rows: auto auto auto;
  column-gap: 0.6rem;
  align-items: end;
  color: var(--text);
  text-decoration: none;
  white-space: nowrap;
  padding: 0.1rem 0;
}
a > svg { grid-row: 1 / 4; }
.name { font-size: 0.85rem; color: var(--muted); line-height: 1.1; }
.time { font-size: 1.75rem; line-height: 1; min-width: 2.6ch; }
.what { font-size: 0.85rem; line-height: 1.1; }
.over .what, .over .time { color: var(--alarm); font-weight: 700; text-transform: uppercase; }
</style>
