<script setup lang="ts">
import Button from 'primevue/button'
import Select from 'primevue/select'
import type { Block } from '#core/crew/day'
import { formatTimeOfDay } from '#core/basics/units'
import { wallTime } from '#core/basics/zone'
import type { Day, ShownDay } from '~/composables/useDay'

/** The task that was chosen: when, who, its window, and ways to move it without dragging. */
const props = defineProps<{ day: Day, block: Block, shown: ShownDay }>()
const emit = defineEmits<{ close: [] }>()
const dwell = computed(() => (props.block.skill === 'rinse' ? props.shown.dwells.find(d => d.chain === props.block.chain) : undefined))
const move = (change: { start?: number, person?: string }) =>
  props.day.move({
    chain: props.block.chain,
    task: props.block.task,
    start: change.start ?? props.block.from,
    person: change.person ?? props.block.person,
  })
const people = computed(() => props.day.crew.value.map(p => ({ id: p.id, text: p.name })))
const clock = (s: number) => {
  const wall = wallTime(props.day.clock, s)
  return `${formatTimeOfDay(wall.seconds)}:${String(wall.seconds % 60).padStart(2, '0')}${wall.days > 0 ? ' next day' : ''}`
}
</script>

<template>
  <section class="chosen" :aria-label="block.words">
    <div>
      <h2>{{ block.words }}</h2>
      <p>
        <span class="numeral">{{ clock(block.from) }}</span> to <span class="numeral">{{ clock(block.to) }}</span>, at the
        {{ block.stand }}.
      </p>
      <p v-if="dwell" class="muted">
        Not before {{ clock(dwell.notBefore) }}, best {{ clock(dwell.best) }}, not after {{ clock(dwell.notAfter) }}.
      </p>
      <p v-if="block.fact">Already begun, so it stays with {{ day.nameOf(block.person) }}.</p>
    </div>
    <div v-if="!block.fact" class="ways">
      <Button label="A minute sooner" severity="secondary" @click="move({ start: block.from - 60 })" />
      <Button label="A minute later" severity="secondary" @click="move({ start: block.from + 60 })" />
      <Select
        :model-value="block.person"
        :options="people"
        option-label="text"
        option-value="id"
        aria-label="Who does it"
        @update:model-value="move({ person: $event })"
      />
      <Button :label="block.locked ? 'Unlock' : 'Lock it here'" @click="day.lock(block)" />
    </div>
    <Button class="close" label="Close" severity="secondary" @click="emit('close')" />
  </section>
</template>

<style scoped>
.chosen {
  display: flex;
  flex-wrap: wrap;
  gap: 0.8rem 2rem;
  align-items: center;
  padding: 0.7rem 0.9rem;
  background: var(--raised);
  border-left: 5px solid var(--glass);
}
.numeral { font-size: 1.35rem; }
.ways { display: flex; flex-wrap: wrap; gap: 0.5rem; }
.close { margin-left: auto; }
</style>
