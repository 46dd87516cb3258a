<script setup lang="ts">
import { countOf, formatDuration, formatNumber } from '#core/basics/units'
import { STEP_NAMES, stepName } from '#core/plan/steps'

/** How long the crew takes for each kind of step against what is usual; the plan goes by it. */
const studio = useStudioStore()
onMounted(() => studio.studio ?? void studio.loadStudio())
const ORDER = Object.keys(STEP_NAMES)
const rows = computed(() =>
  Object.entries(studio.times)
    .map(([step, time]) => ({ step, name: stepName(step), ...time }))
    .sort((a, b) => ORDER.indexOf(a.step) - ORDER.indexOf(b.step)),
)
const times = (ratio: number) => `${formatNumber(ratio, 1)} ×`
const MOST = 4
/** A minute of the plan, as this studio works. */
const ofTen = (ratio: number) => formatDuration(Math.round(600 * ratio))
const lines = computed(() =>
  rows.value.map(({ name, ratio, interval, runs }) => {
    const text = `${times(ratio)}, ${countOf(runs, 'run')}`
    return { name, value: ratio, interval, text, tint: '--glass' }
  }),
)
const axis = { name: 'time it took, of what is usual', format: (v: number) => `${v} ×`, most: MOST, interval: 1 }
</script>

<template>
  <section aria-label="How long steps take">
    <h2>How long your steps take</h2>
    <p v-if="rows.length === 0" class="muted">
      It takes six runs of a step before its time says anything. Until then, plans go by what is usual.
    </p>
    <template v-else>
      <p class="muted">
        From your last 60 runs: the middle one of each kind, and how far chance alone could move it. Plans, days and quotes go by these
        times.
      </p>
      <IntervalChart
        :rows="lines"
        :axis="axis"
        :mark="{ at: 1, text: 'as usual' }"
        :spoken="`Time of ${rows.length} kinds of step against what is usual, with intervals; the table below has the numbers.`"
      />
      <details>
        <summary>As a table</summary>
        <table>
          <thead>
            <tr>
              <th scope="col">Step</th><th scope="col">Runs</th><th scope="col">Of the usual time</th><th scope="col">Likely between</th>
              <th scope="col">What is usually 10 min</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in rows" :key="r.step">
              <th scope="row">{{ r.name }}</th>
              <td>{{ r.runs }}</td>
              <td>{{ times(r.ratio) }}</td>
              <td>{{ times(r.interval[0]) }} to {{ times(r.interval[1]) }}</td>
              <td>{{ ofTen(r.ratio) }}</td>
            </tr>
          </tbody>
        </table>
      </details>
    </template>
  </section>
</template>

<style scoped>
h2 { margin-bottom: 0.3rem; }
section { margin-top: 1.8rem; }
th, td { text-align: left; padding: 0.4rem 1rem 0.4rem 0; border-bottom: 1px solid var(--line); }
thead th { color: var(--muted); font-size: 0.92rem; }
</style>
