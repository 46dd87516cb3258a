<script setup lang="ts">
import { pieceLabel } from '#core/plan/run-plan'
import { answersFor, coatPlanned, nextCare, pieceStage } from '#core/bench/run'
import type { PieceState } from '#core/bench/run'
import { formatClock } from '#core/basics/units'
import type { RunWithEvents } from '#shared/runs'

/** One piece of a run on dark card, with its own clock, its next call, and whose it is. */
const props = defineProps<{ run: RunWithEvents, piece: PieceState, size: number, focus: boolean }>()
const studio = useStudioStore()
const houseTime = useHouseTime()
const turns = useTurnsStore()
const { now, second } = useServerClock()
const {
  phase,
  over: pastWindow,
  harm,
  window,
  drawn,
  shown,
  first,
  toBest,
} = usePieceClock(
  () => props.run.plan,
  () => props.piece,
)
const dwelt = drawn(() => props.size)
const shape = computed(() => shapeInRun(props.run, props.piece.n))
const CARE = {
  'swirl': 'swirl',
  'move': 'move',
  'brush': 'brush',
  'rest': 'rest',
  'drip': 'drips',
  're-wet': 'wet again',
  'edges': 'edges',
  'pull-mesh': 'mesh off',
} as const
const TEXT = {
  untouched: 'to coat',
  coating: 'being coated',
  dwelling: '',
  off: 'to rinse',
  rinsed: 'rinsed',
  blasting: 'at the gun',
  blasted: 'blasted',
  withdrawn: 'taken out',
} as const
const MARKED = ['dwelling', 'off', 'rinsed', 'blasting', 'blasted']

const stage = computed(() => pieceStage(props.piece))
const wet = computed(() => ['dwelling', 'blasting'].includes(stage.value))
const over = computed(() => stage.value === 'dwelling' && pastWindow.value)
const late = computed(() => (harm.value ? 'long past its time' : 'late'))
const text = computed(() => {
  if (stage.value === 'dwelling')
    return pastWindow.value ? late.value : toBest.value <= 0 ? 'rinse now' : `best in ${formatClock(toBest.value)}`
  return stage.value === 'untouched' && props.run.plan.method === 'blast' ? 'to blast' : TEXT[stage.value]
})
/** The short timer of the next call, as long as it comes before the rinse. */
const care = computed(() => {
  const next = nextCare(props.run.plan, props.piece)
  const left = next && (next.dueAt - now.value) / 1000
  if (!next || left! >= toBest.value) return null
  return left! > 0 ? `${CARE[next.call.id]} in ${formatClock(Math.ceil(left!))}` : `${CARE[next.call.id]} now`
})
/** Who has it, or is to coat it by the day's plan and when; nothing once that time is past. */
const who = computed(() => {
  const planned = turns.of(props.run)
  const holder = answersFor(props.piece, planned)
  if (holder) return studio.calledHere(holder)
  if (stage.value === 'dwelling') return 'anybody'
  const coat = coatPlanned(props.piece, planned, second.value)
  return coat ? `${studio.calledHere(coat.by)}, ${houseTime.format(coat.at, 'HH:mm')}` : '\u00a0'
})
</script>

<template>
  <li :class="{ over, focus, gone: stage === 'withdrawn' }">
    <PieceSilhouette
      :shape="shape"
      :size="size"
      :window="MARKED.includes(stage) ? window : undefined"
      :dwelt="wet ? dwelt : undefined"
      :over="over"
      :frosted="stage === 'rinsed' || stage === 'blasted'"
    />
    <span class="name">{{ pieceLabel(run.plan, piece.n) }}</span>
    <span class="numeral time">{{ phase === 'none' ? '–' : shown }}</span>
    <span class="text">{{ text }}</span>
    <span v-if="care" class="care">{{ care }}</span>
    <span class="first">{{ piece.covered ? `first part ${first}` : '\u00a0' }}</span>
    <span class="who">{{ who }}</span>
  </li>
</template>

<style scoped>
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
  :deep(.piece) { height: 96px; width: auto; }
  .time { font-size: 2rem; }
}
</style>
