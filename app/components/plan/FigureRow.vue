<script setup lang="ts">
import type { Figure } from '#core/basics/figure'
import { describeSource } from '#core/basics/source'

/** One figure of the recipe; opened, it shows how it came about. */
defineProps<{ figure: Figure }>()
const units = useUnits()
</script>

<template>
  <details class="figure">
    <summary>
      <span class="label">{{ figure.label }}</span>
      <span class="numeral value">{{ units.figure(figure) }}</span>
    </summary>
    <div class="working">
      <p><strong>{{ figure.formula }}</strong></p>
      <table>
        <thead class="visually-hidden"><tr><th scope="col">Input</th><th scope="col">Value</th><th scope="col">Source</th></tr></thead>
        <tbody>
          <tr v-for="i in figure.inputs" :key="i.label">
            <th scope="row">{{ i.label }}</th>
            <td class="numeral">{{ units.input(i) }}</td>
            <td class="muted">{{ describeSource(i.source) }}</td>
          </tr>
        </tbody>
      </table>
      <p class="muted">Source: {{ describeSource(figure.source) }}</p>
    </div>
  </details>
</template>

<style scoped>
.figure { border-bottom: 1px solid var(--line); }
summary {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 1rem;
  padding: 0.45rem 0;
  min-height: 44px;
  list-style: none;
}
summary::-webkit-details-marker { display: none; }
summary::before { content: '+'; font: 600 1.2rem/1 var(--display); color: var(--muted); width: 0.8rem; flex: none; }
[open] > summary::before { content: '−'; }
.label { flex: 1; }
.value { font-size: 1.35rem; text-align: right; }
.working { padding: 0.1rem 0 0.8rem 1.8rem; font-size: 0.94rem; }
th { text-align: left; font-weight: 400; }
td, th { padding: 0.15rem 0.8rem 0.15rem 0; vertical-align: baseline; }
td.numeral { font-size: 1.1rem; white-space: nowrap; }
</style>
