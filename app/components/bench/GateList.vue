<script setup lang="ts">
import type { RunState } from '#core/bench/run'
import { NUMBERS_ITEM } from '#core/plan/steps'
import type { Step } from '#core/plan/steps'

/** Lines that a person ticks one by one. None can be skipped, and each keeps who ticked it. */
const props = defineProps<{
  step: Step
  state: RunState
  /** Lines that can't be ticked yet, and why. */
  blocked?: Record<string, string>
}>()
const emit = defineEmits<{ tick: [item: string] }>()
const studio = useStudioStore()
const session = useSessionStore()
const gel = useGel()
const unset = (item: string) => item === NUMBERS_ITEM && studio.numbers.emergency === ''
const notYet = (item: string) => props.blocked?.[item]
/** What the studio itself knows of a line. */
function beside(item: string): string {
  if (item === 'gel') return { 'in date': '', 'expired': ': the one on the shelf has expired', 'none': ': none is on the shelf' }[gel.state]
  return unset(item) ? ': none is set yet' : ''
}
const ticks = computed(() => props.state.ticked[props.step.id] ?? {})
</script>

<template>
  <ul class="gate">
    <li v-for="item in step.items" :key="item.id">
      <button
        type="button"
        role="checkbox"
        :aria-checked="Boolean(ticks[item.id])"
        :disabled="Boolean(ticks[item.id]) || unset(item.id) || Boolean(notYet(item.id))"
        @click="emit('tick', item.id)"
      >
        <svg viewBox="0 0 24 24" width="30" height="30" aria-hidden="true">
          <rect x="1.5" y="1.5" width="21" height="21" fill="none" stroke="currentColor" stroke-width="2" />
          <path v-if="ticks[item.id]" d="M5 12.5l5 5L20 6" fill="none" stroke="currentColor" stroke-width="3.4" />
        </svg>
        <span>{{ item.text }}{{ beside(item.id) }}</span>
        <!-- Its room is kept from the start: were a line to grow when it is ticked, the next ones would move away under the finger. -->
        <small :class="{ open: !ticks[item.id] }">{{ ticks[item.id] ? studio.nameOf(ticks[item.id]!.by) : session.person?.name }}</small>
      </button>
      <p v-if="notYet(item.id)" class="problem">{{ notYet(item.id) }}</p>
      <p v-if="unset(item.id)" class="problem">
        A lead sets the emergency number under <NuxtLink to="/rules">House rules</NuxtLink>; until then nothing is opened here.
      </p>
    </li>
  </ul>
</template>

<style scoped>
.gate { list-style: none; padding: 0; display: grid; grid-template-columns: 1fr 1fr; gap: 0 2.5rem; }
@media (max-width: 60rem) { .gate { grid-template-columns: 1fr; } }
button {
  display: flex;
  align-items: center;
  gap: 1rem;
  width: 100%;
  min-height: 56px;
  padding: 0.3rem 0.4rem;
  background: none;
  border: 0;
  border-bottom: 1px solid var(--line);
  color: var(--text);
  font: 500 1.2rem/1.2 var(--body);
  text-align: left;
  cursor: pointer;
  touch-action: manipulation;
}
button:disabled { color: var(--muted); cursor: default; }
button:hover:not(:disabled) { background: var(--raised); }
svg { flex: none; }
small { margin-left: auto; font-size: 0.85rem; white-space: nowrap; }
.open { visibility: hidden; }
</style>
