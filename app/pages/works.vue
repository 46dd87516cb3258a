<script setup lang="ts">
import { capital, formatNumber } from '#core/basics/units'
import { faultText } from '#core/bench/run'
import { LEAST_PIECES, ratesOf, wilson } from '#core/bench/works'
import { DWELL_BINS, FACTORS, PERIODS } from '#shared/works'
import type { Factor, Period, Works } from '#shared/works'

/** What the studio's own record shows: how often what comes out good, what goes wrong, and how dwells came out. */
const asked = useRoute().query.by
const by = ref<Factor>(FACTORS.find(f => f.id === asked)?.id ?? 'resist')
const period = ref<Period>('all')
const works = ref<(Works & { by: Factor }) | null>(null)
const problem = ref('')
async function load() {
  const asked = by.value
  try {
    const found = await api<Works>(`works?by=${asked}&period=${period.value}`)
    // An answer that comes after the next question is none.
    if (asked === by.value) works.value = { ...found, by: asked }
    problem.value = ''
  }
  catch (error) {
    problem.value = (error as Error).message
  }
}
watch([by, period], () => void load(), { immediate: true })

const rows = computed(() => {
  const found = works.value
  return found ? ratesOf(found.tallies).map((rate, i) => ({ rate, name: kindName(found.by, found.tallies[i]!) })) : []
})
const findings = computed(() => rows.value.filter(r => r.rate.verdict !== null))
const few = computed(() => rows.value.filter(r => r.rate.share === null))
const percent = (of: number) => `${Math.round(of * 100)} %`
const between = ([low, high]: [number, number]) => `${percent(low)} to ${percent(high)}`
const TINTS = { worse: '--alarm', better: '--glass' }
const SHARE_AXIS = { name: 'came out good', format: (v: number) => percent(v), most: 1, interval: 0.25 }
const shares = computed(() =>
  rows.value.flatMap(({ name, rate: { share, interval, pieces, verdict } }) =>
    share === null || interval === null
      ? []
      : [{ name, value: share, interval, text: `${percent(share)} of ${pieces}`, tint: verdict === null ? '--muted' : TINTS[verdict] }],
  ),
)
const faults = computed(() =>
  (works.value?.faults ?? []).map(({ fault, pieces }) => ({
    fault,
    pieces,
    text: capital(faultText(fault)),
    interval: wilson(pieces, works.value!.pieces),
  })),
)
const binWords = (from: number) =>
  from <= DWELL_BINS.from
    ? `under ${percent(DWELL_BINS.from + DWELL_BINS.width)}`
    : from >= DWELL_BINS.to - DWELL_BINS.width - 1e-9
      ? `${percent(from)} and more`
      : `${percent(from)} to ${percent(from + DWELL_BINS.width)}`
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>What works</h1>
        <p class="muted">From your own judged pieces, coupons left out. A bar shows how far chance alone could move the share.</p>
      </div>
      <NuxtLink class="button" to="/log">All runs</NuxtLink>
    </header>
    <div class="ask">
      <SelectField v-model="by" label="Tell runs apart by" :options="FACTORS" />
      <SelectField v-model="period" label="How far back" :options="PERIODS" />
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <template v-if="works">
      <p v-if="works.pieces === 0">No piece has been judged in this time. Finish a run, and it counts here.</p>
      <template v-else>
        <section aria-label="Frost">
          <ul v-if="findings.length" class="findings">
            <li v-for="r in findings" :key="r.rate.key">{{ findingWords(r.name, r.rate) }}</li>
          </ul>
          <p v-else class="muted">Nothing here differs by more than chance would make it.</p>
          <IntervalChart
            v-if="shares.length"
            :rows="shares"
            :axis="SHARE_AXIS"
            :spoken="`Share of good pieces of ${shares.length} kinds, with intervals; the table below has the numbers.`"
          />
          <p v-if="few.length" class="muted">
            Too few to tell, with fewer than {{ LEAST_PIECES }} pieces: {{ few.map(r => `${r.name} (${r.rate.pieces})`).join(', ') }}.
          </p>
          <p v-if="works.unknown" class="muted">{{ formatNumber(works.unknown) }} older pieces were logged before this was kept.</p>
          <details>
            <summary>As a table</summary>
            <div class="scroll" tabindex="0" role="region" aria-label="Pieces by kind">
              <table>
                <thead>
                  <tr>
                    <th scope="col">Kind</th><th scope="col">Runs</th><th scope="col">Pieces</th><th scope="col">Good</th>
                    <th scope="col">Usable</th><th scope="col">Scrap</th><th scope="col">Good, share</th><th scope="col">Likely between</th>
                  </tr>
                </thead>
                <tbody>
                  <tr v-for="{ rate: r, name } in rows" :key="r.key">
                    <th scope="row">{{ name }}</th>
                    <td>{{ r.runs }}</td><td>{{ r.pieces }}</td><td>{{ r.good }}</td><td>{{ r.usable }}</td><td>{{ r.scrap }}</td>
                    <td>{{ r.share === null ? 'too few' : percent(r.share) }}</td>
                    <td>{{ r.interval === null ? '' : between(r.interval) }}</td>
                  </tr>
                </tbody>
              </table>
            </div>
          </details>
        </section>
        <div class="two">
          <section aria-label="What goes wrong">
            <h2>What goes wrong</h2>
            <p v-if="faults.length === 0" class="muted">No fault has been noted on {{ formatNumber(works.pieces) }} pieces.</p>
            <ol v-else class="faults">
              <li v-for="f in faults" :key="f.fault">
                <FaultPicture :fault="f.fault" class="small" />
                <span>
                  <strong>{{ f.text }}</strong><br>
                  <span class="muted">{{ f.pieces }} of {{ formatNumber(works.pieces) }} pieces{{
                    works.pieces < LEAST_PIECES ? '' : `, likely ${between(f.interval)} of all` }}</span>
                </span>
              </li>
            </ol>
          </section>
          <section aria-label="Dwell against its best time">
            <h2>Time against its best</h2>
            <DwellBars v-if="works.dwells.length" :bins="works.dwells" />
            <details v-if="works.dwells.length">
              <summary>As a table</summary>
              <table>
                <thead><tr><th scope="col">Of its best time</th><th scope="col">Pieces</th></tr></thead>
                <tbody>
                  <tr v-for="b in works.dwells" :key="b.from"><th scope="row">{{ binWords(b.from) }}</th><td>{{ b.pieces }}</td></tr>
                </tbody>
              </table>
            </details>
          </section>
        </div>
      </template>
    </template>
    <StepTimes />
    <p class="muted"><NuxtLink to="/coupons">Coupons</NuxtLink> show how strong each bottle still is.</p>
  </div>
</template>

<style scoped>
.ask { display: flex; flex-wrap: wrap; gap: 1rem; margin-bottom: 1.4rem; }
.ask > * { min-width: 15rem; }
.findings { list-style: none; padding: 0; margin: 0 0 1rem; display: grid; gap: 0.4rem; font-size: 1.12rem; }
.findings li { border-left: 4px solid var(--glass); padding-left: 0.8rem; }
.two h2 { margin-bottom: 0.5rem; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 2rem; margin-top: 1.8rem; }
.faults { list-style: none; padding: 0; margin: 0.5rem 0; display: grid; gap: 0.6rem; }
.faults li { display: grid; grid-template-columns: 3.6rem 1fr; gap: 0.9rem; align-items: center; }
.scroll { overflow-x: auto; }
th, td { text-align: left; padding: 0.4rem 1rem 0.4rem 0; border-bottom: 1px solid var(--line); }
thead th { color: var(--muted); font-size: 0.92rem; }
@media (max-width: 56rem) { .two { grid-template-columns: 1fr; } }
</style>
