<script setup lang="ts">
import { pieceClock } from '#core/run'
import type { PieceState } from '#core/run'
import { windowOf } from '#core/run-plan'
import type { RunPlan } from '#core/run-plan'
import { formatClock, formatDuration } from '#core/units'

/** The clock of the piece that matters now, in type that reads from two metres. */
const props = defineProps<{ plan: RunPlan, piece: PieceState, now: number }>()
const window = computed(() => windowOf(props.plan, props.piece.n))
const clock = computed(() => pieceClock(props.piece, props.plan, props.now))
</script>

<template>
  <div class="focus" :class="{ over: clock.phase === 'over' }" role="timer" :aria-label="`${plan.noun} ${piece.n}`">
    <p class="state capital">{{ plan.noun }} {{ piece.n }}</p>
    <p class="numeral big">{{ formatClock(clock.last) }}</p>
    <p class="state">
      <template v-if="clock.phase === 'over'">{{ plan.method === 'blast' ? 'More than planned by' : 'Over by' }} {{ formatClock(-clock.toNotAfter) }}</template>
      <template v-else-if="clock.toBest > 0">{{ plan.method === 'blast' ? 'Gun time left' : 'Best in' }} {{ formatClock(Math.ceil(clock.toBest)) }}</template>
      <template v-else>At its best, {{ formatClock(Math.ceil(clock.toNotAfter)) }} left</template>
    </p>
    <p class="window">not before <b class="numeral">{{ formatDuration(window.notBefore) }}</b> · best <b class="numeral">{{ formatDuration(window.best) }}</b> · not after <b class="numeral">{{ formatDuration(window.notAfter) }}</b></p>
    <p v-if="plan.method !== 'blast'" class="window">first part <b class="numeral">{{ formatClock(clock.first) }}</b></p>
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
