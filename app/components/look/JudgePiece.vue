<script setup lang="ts">
import { pieceLabel } from '#core/plan/run-plan'
import Checkbox from 'primevue/checkbox'
import { FAULTS, isOver, pieceClock, reasonWords, RESULTS } from '#core/bench/run'
import type { FaultId, PieceResult, PieceState } from '#core/bench/run'
import type { RunPlan } from '#core/plan/run-plan'
import { formatClock } from '#core/basics/units'
import type { PieceShape } from '#shared/runs'

/** One dry piece over dark card: good, usable or scrap; what is seen on it; a note. */
const props = defineProps<{ plan: RunPlan, piece: PieceState, shape: PieceShape }>()
const emit = defineEmits<{ judge: [result: PieceResult, faults: FaultId[], note: string] }>()
const faults = ref<FaultId[]>([...(props.piece.judged?.faults ?? [])])
const note = ref(props.piece.judged?.note ?? '')
const clock = computed(() => pieceClock(props.piece, props.plan, 0))
const result = computed(() => props.piece.judged?.result)
const judge = (r: PieceResult) => emit('judge', r, faults.value, note.value.trim())
/** What is ticked or written after the judgement belongs to it. */
const amend = () => {
  if (result.value) judge(result.value)
}
</script>

<template>
  <article :aria-label="pieceLabel(plan, piece.n)">
    <div class="dark"><PieceSilhouette :shape="shape" frosted :size="170" /></div>
    <div class="judge">
      <h2 class="capital">{{ pieceLabel(plan, piece.n) }}</h2>
      <p v-if="piece.withdrawn" class="muted">Taken out: {{ reasonWords('piece.withdrawn', piece.withdrawn) }}</p>
      <template v-else>
        <p class="muted">
          {{ plan.method === 'blast'
            ? `Gun time ${formatClock(clock.last)}`
            : `Dwelt ${formatClock(clock.last)}, its first part ${formatClock(clock.first)}` }}
          <strong v-if="isOver(clock.phase)">
            ({{ clock.phase === 'harm' ? 'long past its time, ' : '' }}late by {{ formatClock(-clock.toNotAfter) }})</strong>
        </p>
        <div class="results" role="group" :aria-label="`How ${pieceLabel(plan, piece.n)} came out`">
          <button v-for="r in RESULTS" :key="r" type="button" :aria-pressed="result === r" @click="judge(r)">{{ r }}</button>
        </div>
        <fieldset>
          <legend class="muted">Seen on it</legend>
          <label v-for="f in FAULTS" :key="f.id"><Checkbox v-model="faults" :value="f.id" @update:model-value="nextTick(amend)" />
            {{ f.text }}</label>
        </fieldset>
        <TextField v-model="note" label="Note" @focusout="amend" />
      </template>
    </div>
  </article>
</template>

<style scoped>
article { display: grid; grid-template-columns: 13rem 1fr; gap: 1.5rem; padding: 1.1rem 0; border-bottom: 1px solid var(--line); }
.dark { background: var(--card); display: grid; place-items: center; padding: 1rem; --glass: #8cc5b2; --frost: #f4fafa; }
.judge { display: grid; gap: 0.6rem; min-width: 0; }
.results { display: flex; gap: 0.6rem; }
.results button {
  flex: 1;
  max-width: 12rem;
  min-height: 56px;
  font: 650 1.4rem/1 var(--display);
  background: none;
  color: var(--text);
  border: 2px solid var(--control-line);
  border-radius: 2px;
  cursor: pointer;
  text-transform: capitalize;
}
.results button[aria-pressed='true'] { background: var(--frost); color: var(--on-frost); border-color: var(--frost); }
.results button[aria-pressed='true']::before { content: '✓ '; }
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(14rem, 1fr));
  gap: 0.1rem 1rem;
}
fieldset label { min-height: 40px; display: flex; align-items: center; gap: 0.6rem; }
@media (max-width: 50rem) { article { grid-template-columns: 1fr; } .dark { display: none; } }
</style>
