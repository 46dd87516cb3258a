<script setup lang="ts">
import Button from 'primevue/button'
import type { RunState } from '#core/bench/run'
import { pieceLabel } from '#core/plan/run-plan'
import type { Step } from '#core/plan/steps'
import type { RunWithEvents } from '#shared/runs'

/** A step followed piece by piece: which are done, which comes next. A tap on one says that it is done. */
const props = defineProps<{ run: RunWithEvents, state: RunState, step: Step, next: number }>()
const emit = defineEmits<{ tick: [piece: number], all: [] }>()
const pieces = computed(() => props.state.pieces.filter(p => !p.withdrawn))
const size = computed(() => (pieces.value.length > 8 ? 64 : pieces.value.length > 4 ? 96 : 150))
const isDone = (n: number) => props.state.ticked[props.step.id]?.[String(n)] !== undefined
</script>

<template>
  <div class="by-piece">
    <ul class="dark-card" :aria-label="step.title">
      <li v-for="p in pieces" :key="p.n">
        <button
          type="button"
          role="checkbox"
          :aria-checked="isDone(p.n)"
          :disabled="isDone(p.n)"
          :class="{ next: p.n === next }"
          @click="emit('tick', p.n)"
        >
          <PieceSilhouette :shape="shapeInRun(run, p.n)" :size="size" :wide="size * 1.2" frosted />
          <span>{{ pieceLabel(run.plan, p.n) }}</span>
          <small>{{ isDone(p.n) ? step.each : p.n === next ? 'next' : ' ' }}</small>
        </button>
      </li>
    </ul>
    <Button severity="secondary" :label="`All of them: ${step.each}`" @click="emit('all')" />
  </div>
</template>

<style scoped>
.by-piece { display: grid; gap: 0.8rem; justify-items: start; }
ul {
  list-style: none;
  padding: 1rem;
  margin: 0;
  width: 100%;
  display: flex;
  flex-wrap: wrap;
  gap: 0.8rem 1rem;
  align-items: end;
  justify-content: center;
}
button[role='checkbox'] {
  display: grid;
  justify-items: center;
  gap: 0.2rem;
  min-width: 56px;
  min-height: 56px;
  padding: 0.5rem;
  background: none;
  border: 2px solid transparent;
  color: inherit;
  font: 600 1.05rem/1.2 var(--body);
  cursor: pointer;
  touch-action: manipulation;
}
button[role='checkbox'].next { border-color: var(--glass); }
button[role='checkbox']:disabled { color: inherit; cursor: default; }
small { min-height: 1.2em; font-size: 0.95rem; }
</style>
