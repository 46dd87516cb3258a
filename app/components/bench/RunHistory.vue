<script setup lang="ts">
import { describeEvent } from '#core/bench/run'
import type { RunEvent } from '#core/bench/run'
import type { RunPlan } from '#core/plan/run-plan'

/** Every entry of the run, newest first. What was taken back stays, struck through. */
const props = defineProps<{ plan: RunPlan, events: RunEvent[] }>()
const studio = useStudioStore()
const houseTime = useHouseTime()
const undone = computed(() => new Set(props.events.flatMap(e => (e.kind === 'event.undone' ? [e.target] : []))))
const rows = computed(() => [...props.events].reverse())
</script>

<template>
  <details class="history">
    <summary>All {{ events.length }} entries</summary>
    <ol>
      <li v-for="e in rows" :key="e.id">
        <time class="numeral" :datetime="new Date(e.at).toISOString()">{{ houseTime.format(e.at, 'HH:mm:ss') }}</time>
        <component :is="undone.has(e.id) ? 's' : 'span'">{{ describeEvent(plan, e) }}</component>
        <span class="muted">{{ studio.nameOf(e.by) }}{{ undone.has(e.id) ? ', undone' : '' }}</span>
      </li>
    </ol>
  </details>
</template>

<style scoped>
summary { padding: 0.6rem 0; }
ol { list-style: none; padding: 0; }
li {
  display: grid;
  grid-template-columns: 5rem 1fr auto;
  gap: 0.8rem;
  padding: 0.2rem 0;
  border-bottom: 1px solid var(--line);
  font-size: 0.94rem;
}
</style>
