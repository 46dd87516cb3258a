<script setup lang="ts">
import { pieceLabel } from '#core/plan/run-plan'
import { liveWindow } from '#core/bench/run'
import type { PieceState } from '#core/bench/run'
import type { RunPlan } from '#core/plan/run-plan'
import { formatClock, formatDuration } from '#core/basics/units'

/** The clock of the piece that matters now, in type that reads from two metres. */
const props = defineProps<{ plan: RunPlan, piece: PieceState }>()
const window = computed(() => liveWindow(props.plan, props.piece))
const { over, harm, shown, first, again, toBest, toNotAfter, overBy } = usePieceClock(
  () => props.plan,
  () => props.piece,
)
const stands = computed(() => {
  const blast = props.plan.method === 'blast'
  const late = harm.value ? 'Long past its time: late by' : 'Late by'
  if (over.value) return `${blast ? 'More than planned by' : late} ${formatClock(overBy.value)}`
  if (toBest.value > 0) return `${blast ? 'Gun time left' : 'Best in'} ${formatClock(toBest.value)}`
  return `At its best, ${formatClock(Math.max(0, toNotAfter.value))} left`
})
</script>

<template>
  <div class="focus" :class="{ over }" role="timer" :aria-label="pieceLabel(plan, piece.n)">
    <p class="state capital">{{ pieceLabel(plan, piece.n) }}</p>
    <p class="numeral big">{{ shown }}</p>
    <p class="state">{{ stands }}</p>
    <p class="window">
      not before <b class="numeral">{{ formatDuration(Math.round(window.notBefore)) }}</b> · best
      <b class="numeral">{{ formatDuration(Math.round(window.best)) }}</b> · not after
      <b class="numeral">{{ formatDuration(Math.round(window.notAfter)) }}</b>
      <template v-if="window.noHarm !== undefined && plan.method !== 'blast'">
        · no harm known up to <b class="numeral">{{ formatDuration(Math.round(window.noHarm)) }}</b>
      </template>
    </p>
    <p v-if="plan.method !== 'blast'" class="window">first part <b class="numeral">{{ first }}</b>
      <template v-if="again"> · second coat <b class="numeral">{{ again }}</b></template></p>
  </div>
</template>

<style scoped>
.big { font-size: clamp(5.5rem, 17vw, 13rem); line-height: 0.86; font-weight: 620; }
.state:first-child { color: var(--muted); }
.state { font: 600 1.9rem/1.15 var(--display); }
.window { font-size: 1.1rem; color: var(--muted); }
.window b { color: var(--text); font-size: 1.3em; font-weight: 600; }
.over .big, .over .state { color: var(--alarm); }
</style>
