<script setup lang="ts">
import { format } from 'date-fns'
import { answersFor, coatPlanned, nextCare, pieceClock, pieceStage } from '#core/run'
import { windowOf } from '#core/run-plan'
import type { PieceState } from '#core/run'
import { formatClock } from '#core/units'
import type { RunWithEvents } from '#shared/runs'

/** All pieces of a run side by side on dark card, each with its own clock. */
const props = defineProps<{ run: RunWithEvents, pieces: PieceState[], now: number, focus?: number }>()
const studio = useStudioStore()
const turns = useTurnsStore()
const CARE = { 'swirl': 'swirl', 'move': 'move', 'drip': 'drips', 're-wet': 'wet again' } as const
const TEXT = { untouched: 'to coat', coating: 'being coated', dwelling: '', off: 'to rinse', rinsed: 'rinsed', blasting: 'at the gun', blasted: 'blasted', withdrawn: 'taken out' } as const

/** Who has a piece, or is to coat it by the day's plan and when; nothing once that time is past. */
function who(piece: PieceState): string {
  const planned = turns.of(props.run)
  const holder = answersFor(piece, planned)
  if (holder) return studio.calledHere(holder)
  if (pieceStage(piece) === 'dwelling') return 'anybody'
  const coat = coatPlanned(piece, planned, props.now)
  return coat ? `${studio.calledHere(coat.by)}, ${format(coat.at, 'HH:mm')}` : '\u00a0'
}

const stands = computed(() => props.pieces.map((piece) => {
  const blast = props.run.plan.method === 'blast'
  const stage = pieceStage(piece)
  const clock = pieceClock(piece, props.run.plan, props.now)
  const running = clock.phase === 'over' ? 'over its time' : clock.toBest <= 0 ? 'rinse now' : `best in ${formatClock(Math.ceil(clock.toBest))}`
  const wet = ['dwelling', 'blasting'].includes(stage)
  // The short timer of the next call, as long as it comes before the rinse.
  const care = nextCare(props.run.plan, piece)
  const careIn = care && (care.dueAt - props.now) / 1000
  return { piece, care: care && careIn! < clock.toBest ? careIn! > 0 ? `${CARE[care.call.id]} in ${formatClock(Math.ceil(careIn!))}` : `${CARE[care.call.id]} now` : null, who: who(piece), stage, clock, window: windowOf(props.run.plan, piece.n), text: stage === 'dwelling' ? running : stage === 'untouched' && blast ? 'to blast' : TEXT[stage], wet, over: stage === 'dwelling' && clock.phase === 'over' }
}))
const size = computed(() => (props.pieces.length > 8 ? 70 : props.pieces.length > 4 ? 110 : 190))
</script>

<template>
  <ul class="stand">
    <li v-for="s in stands" :key="s.piece.n" :class="{ over: s.over, focus: s.piece.n === focus, gone: s.stage === 'withdrawn' }">
      <PieceSilhouette :shape="run.shape" :size="size" :window="['dwelling', 'off', 'rinsed', 'blasting', 'blasted'].includes(s.stage) ? s.window : undefined" :dwelt="s.wet ? s.clock.last : undefined" :over="s.over" :frosted="s.stage === 'rinsed' || s.stage === 'blasted'" />
      <span class="name">{{ run.plan.noun }} {{ s.piece.n }}</span>
      <span class="numeral time">{{ s.clock.phase === 'none' ? '–' : formatClock(s.clock.last) }}</span>
      <span class="text">{{ s.text }}</span>
      <span v-if="s.care" class="care">{{ s.care }}</span>
      <span class="first">{{ s.piece.covered ? `first part ${formatClock(s.clock.first)}` : '\u00a0' }}</span>
      <span class="who">{{ s.who }}</span>
    </li>
  </ul>
</template>

<style scoped>
.stand { list-style: none; padding: 1rem; margin: 0; background: var(--card); color: var(--card-text); display: flex; flex-wrap: wrap; gap: 1rem 1.4rem; align-items: end; justify-content: center; --glass: #8cc5b2; --frost: #f4fafa; --text: #eaf0ef; --alarm: #ff6a4d; }
li { display: grid; justify-items: center; min-width: 6.5rem; padding: 0.4rem; border-bottom: 4px solid transparent; }
.focus { border-bottom-color: var(--frost); }
.gone { opacity: 0.55; }
.name { margin-top: 0.5rem; color: #a9b4b4; }
.time { font-size: 2.4rem; line-height: 1; }
.text { font-weight: 650; min-height: 1.4em; }
.first { font-size: 0.88rem; color: #a9b4b4; }
.care { font-size: 0.95rem; border-bottom: 1px dotted #8cc5b2; }
.who { font-size: 0.95rem; color: #dfe8e8; }
.over .time, .over .text { color: var(--alarm); text-transform: uppercase; }
@media (max-width: 40rem) {
  .stand { gap: 0.6rem 0.8rem; padding: 0.7rem; }
  .stand :deep(.piece) { height: 96px; width: auto; }
  .time { font-size: 2rem; }
}
</style>
