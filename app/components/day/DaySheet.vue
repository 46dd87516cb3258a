<script setup lang="ts">
import type { DayClock } from '#core/basics/zone'
import type { Block } from '#core/crew/day'
import { formatPlanTime } from '#core/basics/zone'
import type { Day } from '~/composables/useDay'

/** The day as lists, one for each person: for reading, and for the wall. */
const props = defineProps<{
  day: Day
  blocks: readonly Block[]
  /** What the blocks count in. */
  clock: DayClock
  /** Tasks can be chosen, to be moved. */
  choosing: boolean
}>()
const emit = defineEmits<{ choose: [block: Block] }>()
const lists = computed(() =>
  props.day.crew.value.map(p => ({ ...p, blocks: props.blocks.filter(b => b.person === p.id) })).filter(p => p.blocks.length > 0),
)
const time = (b: Block) => formatPlanTime(props.clock, b.from)
</script>

<template>
  <section v-if="lists.length" class="sheet" aria-label="The day in lists">
    <article v-for="p in lists" :key="p.id">
      <h2>{{ p.name }}</h2>
      <p v-if="day.kept.value?.version" class="no-print">
        <a :href="`/api/days/${day.date}/calendar?person=${p.id}`" download>Calendar file for {{ day.nameOf(p.id) }}</a>
      </p>
      <table>
        <tbody>
          <tr v-for="b in p.blocks" :key="b.key">
            <td class="numeral">{{ time(b) }}</td>
            <td>
              <button v-if="choosing" type="button" @click="emit('choose', b)">{{ b.words }}</button>
              <template v-else>{{ b.words }}</template>
            </td>
            <td class="tick" aria-hidden="true">▢</td>
          </tr>
        </tbody>
      </table>
    </article>
  </section>
</template>

<style scoped>
.sheet {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(19rem, 1fr));
  gap: 1.5rem;
  border-top: 1px solid var(--line);
  padding-top: 1rem;
  align-items: start;
}
td { padding: 0.2rem 0.4rem; border-bottom: 1px solid var(--line); vertical-align: baseline; }
td button {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  padding: 0;
  min-height: 32px;
  width: 100%;
  text-align: left;
  cursor: pointer;
}
td button:hover { text-decoration: underline; }
td:first-child { white-space: nowrap; width: 1%; font-size: 1.1rem; }
.tick { display: none; }
@media print {
  .sheet { grid-template-columns: 1fr 1fr; border: 0; }
  article { break-inside: avoid; }
  .tick { display: table-cell; width: 1.4rem; }
}
</style>
