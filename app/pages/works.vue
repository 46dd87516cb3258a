<script setup lang="ts">
import { capital, countOf, formatNumber } from '#core/basics/units'
import { faultText } from '#core/bench/run'
import SelectButton from 'primevue/selectbutton'
import { LEAST_PIECES, LEAST_VALUES, meanOf, ratesOf, wilson } from '#core/bench/works'
import type { Spread } from '#core/bench/works'
import { DWELL_BINS, FACTORS, PERIODS } from '#shared/works'
import type { Factor, Period, Works } from '#shared/works'

/** What the studio's own record shows: how often what comes out good, what goes wrong, and how dwells came out. */
const asked = useRoute().query.by
const by = ref<Factor>(FACTORS.find(f => f.id === asked)?.id ?? 'resist')
const period = ref<Period>('all')
const { curves } = useCouponCurves()
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

/** What the chart shows of each kind. */
type Measure = 'good' | 'scrap' | 'work' | 'contrast'
const MEASURES: { id: Measure, text: string }[] = [
  { id: 'good', text: 'Came out good' },
  { id: 'scrap', text: 'Scrap' },
  { id: 'work', text: 'Work for one piece' },
  { id: 'contrast', text: 'Measured frost' },
]
const measure = ref<Measure>('good')
const spoken = computed(() =>
  `${MEASURES.find(m => m.id === measure.value)!.text}, by ${bars.value.length} kinds, with intervals; the table below has the numbers.`,
)
const least = computed(() =>
  byShare.value ? `${LEAST_PIECES} pieces` : measure.value === 'work' ? `${LEAST_VALUES} runs` : `${LEAST_VALUES} measured pieces`,
)
const counted = computed(() => (measure.value === 'scrap' ? 'scrap' : 'good'))
const rows = computed(() => {
  const found = works.value
  return found ? ratesOf(found.tallies, counted.value).map((rate, i) => ({ rate, name: kindName(found.by, found.tallies[i]!) })) : []
})
/** Shares are told apart; means are only shown. */
const byShare = computed(() => measure.value === 'good' || measure.value === 'scrap')
const findings = computed(() => rows.value.filter(r => r.rate.verdict !== null))
const few = computed(() => {
  const by = measure.value
  if (by === 'good' || by === 'scrap')
    return rows.value.filter(r => r.rate.share === null).map(r => `${r.name} (${r.rate.pieces})`)
  return rows.value.filter(r => meanOf(r.rate[by]) === null).map(r => `${r.name} (${r.rate[by]?.n ?? 0})`)
})
const percent = (of: number) => `${Math.round(of * 100)} %`
const between = ([low, high]: [number, number]) => `${percent(low)} to ${percent(high)}`
const TINTS = { worse: '--alarm', better: '--glass' }
const minutes = (seconds: number) => `${(seconds / 60).toFixed(0)} min`
const light = (l: number) => `${l.toFixed(0)} L*`
/** Steps that an axis may have, and how many of them are enough. */
const axisTo = (most: number, step: number) => ({ most: Math.ceil(most / step) * step, interval: Math.ceil(most / step / 5) * step })
const axis = computed(() => {
  const highest = Math.max(0, ...bars.value.map(b => Math.max(b.value, b.interval[1])))
  switch (measure.value) {
    case 'work':
      return { name: 'hands-on work for a piece that is not scrap', format: minutes, ...axisTo(Math.max(600, highest), 300) }
    case 'contrast':
      return { name: 'lighter than clear glass over dark card', format: light, ...axisTo(Math.max(50, highest), 10) }
    default:
      return { name: measure.value === 'good' ? 'came out good' : 'scrap', format: percent, most: 1, interval: 0.25 }
  }
})
const meansOf = (key: 'work' | 'contrast', words: (of: Spread) => string) =>
  rows.value.flatMap(({ name, rate }) => {
    const found = meanOf(rate[key])
    const [low, high] = found?.interval ?? [0, 0]
    return found
      ? [{ name, value: found.mean, interval: [Math.max(0, low), high] as [number, number], text: words(rate[key]!), tint: '--muted' }]
      : []
  })
const bars = computed(() => {
  if (measure.value === 'work') return meansOf('work', w => `${minutes(w.mean)}, ${w.n} runs`)
  if (measure.value === 'contrast') return meansOf('contrast', c => `${light(c.mean)} of ${c.n}`)
  return shares.value
})
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
/** Coupons behind the curves. */
const tested = computed(() => curves.value.reduce((sum, c) => sum + c.points.length, 0))
/** Pieces behind the chart of dwells. */
const dwelt = computed(() => (works.value?.dwells ?? []).reduce((sum, b) => sum + b.pieces, 0))
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
          <SelectButton
            v-model="measure"
            :options="MEASURES"
            option-label="text"
            option-value="id"
            :allow-empty="false"
            aria-label="What the chart shows"
            class="measure"
          />
          <ul v-if="findings.length && byShare" class="findings">
            <li v-for="r in findings" :key="r.rate.key">{{ findingWords(r.name, r.rate, counted) }}</li>
          </ul>
          <p v-else-if="byShare" class="muted">Nothing here differs by more than chance would make it.</p>
          <p v-else-if="measure === 'work'" class="muted">
            Hands-on work of a run, shared among its pieces that are not scrap: the mean of runs. Waiting is left out.
          </p>
          <p v-else class="muted">The mean of pieces whose frost was measured from a picture.</p>
          <IntervalChart
            v-if="bars.length"
            :key="measure"
            :rows="bars"
            :axis="axis"
            :spoken="spoken"
          />
          <p v-if="few.length" class="muted">
            Too few to tell, with fewer than {{ least }}: {{ few.join(', ') }}.
          </p>
          <p v-if="works.unknown" class="muted">{{ formatNumber(works.unknown) }} older pieces were logged before this was kept.</p>
          <details>
            <summary>As a table</summary>
            <div class="scroll" tabindex="0" role="region" aria-label="Pieces by kind">
              <table>
                <thead>
                  <tr>
                    <th scope="col">Kind</th><th scope="col">Runs</th><th scope="col">Pieces</th><th scope="col">Good</th>
                    <th scope="col">Usable</th><th scope="col">Scrap</th>
                    <th scope="col">{{ counted === 'good' ? 'Good' : 'Scrap' }}, share</th><th scope="col">Likely between</th>
                    <th scope="col">Work for one</th><th scope="col">Frost</th>
                  </tr>
                </thead>
                <tbody>
                  <tr v-for="{ rate: r, name } in rows" :key="r.key">
                    <th scope="row">{{ name }}</th>
                    <td>{{ r.runs }}</td><td>{{ r.pieces }}</td><td>{{ r.good }}</td><td>{{ r.usable }}</td><td>{{ r.scrap }}</td>
                    <td>{{ r.share === null ? 'too few' : percent(r.share) }}</td>
                    <td>{{ r.interval === null ? '' : between(r.interval) }}</td>
                    <td>{{ meanOf(r.work) ? minutes(r.work!.mean) : '' }}</td>
                    <td>{{ meanOf(r.contrast) ? light(r.contrast!.mean) : '' }}</td>
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
            <p class="muted">
              {{ dwelt < LEAST_PIECES ? `Too few to draw, with fewer than ${LEAST_PIECES} pieces: ${dwelt}.`
                : `From ${formatNumber(dwelt)} pieces.` }}
            </p>
            <DwellBars v-if="dwelt >= LEAST_PIECES" :bins="works.dwells" />
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
    <section class="strength" aria-label="How strong each bottle still is">
      <h2>How strong each bottle still is</h2>
      <LazyPotencyChart v-if="curves.length" :lots="curves" />
      <details v-if="curves.length">
        <summary>As a table</summary>
        <table>
          <thead><tr><th scope="col">Bottle</th><th scope="col">Days open</th><th scope="col">Rate, a minute</th></tr></thead>
          <tbody>
            <template v-for="c in curves" :key="c.name">
              <tr v-for="p in c.points" :key="p.at">
                <th scope="row">{{ c.name }}</th><td>{{ p.age }}</td><td>{{ (p.rate * 60).toFixed(2) }}</td>
              </tr>
            </template>
          </tbody>
        </table>
      </details>
      <p class="muted">
        {{ curves.length ? `From ${countOf(tested, 'coupon')}: a line that falls is a bottle that fades.`
          : 'No coupon with a curve yet.' }}
        <NuxtLink to="/coupons">All coupons</NuxtLink>
      </p>
    </section>
  </div>
</template>

<style scoped>
.ask { display: flex; flex-wrap: wrap; gap: 1rem; margin-bottom: 1.4rem; }
.ask > * { min-width: 15rem; }
.measure { margin-bottom: 1rem; flex-wrap: wrap; }
.findings { list-style: none; padding: 0; margin: 0 0 1rem; display: grid; gap: 0.4rem; font-size: 1.12rem; }
.findings li { border-left: 4px solid var(--glass); padding-left: 0.8rem; }
.two h2 { margin-bottom: 0.5rem; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 2rem; margin-top: 1.8rem; }
.faults { list-style: none; padding: 0; margin: 0.5rem 0; display: grid; gap: 0.6rem; }
.faults li { display: grid; grid-template-columns: 3.6rem 1fr; gap: 0.9rem; align-items: center; }
.strength { margin-top: 1.8rem; display: grid; gap: 0.5rem; }
.scroll { overflow-x: auto; }
th, td { text-align: left; padding: 0.4rem 1rem 0.4rem 0; border-bottom: 1px solid var(--line); }
thead th { color: var(--muted); font-size: 0.92rem; }
@media (max-width: 56rem) { .two { grid-template-columns: 1fr; } }
</style>
