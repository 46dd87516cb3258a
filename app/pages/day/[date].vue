<script setup lang="ts">
import { dayAfter, formatDay, formatPlanTime } from '#core/basics/zone'
import Button from 'primevue/button'
import { formatTimeOfDay } from '#core/basics/units'
import { changeSentence, whySentence } from '#core/crew/day'
import type { Block } from '#core/crew/day'

/** Who does what when, so that every rinse falls inside its window. */
const date = String(useRoute().params.date)
const valid = /^\d{4}-\d\d-\d\d$/.test(date) && !Number.isNaN(Date.parse(date))
if (!valid) await navigateTo('/day', { replace: true })
const day = useDay(date)
const { shown, kept, problem, why, changes, told, reckoner, past, ready } = day
onMounted(() => void day.begin())

/** A plan that is only kept counts from the midnight it was made for. */
const sheetClock = computed(() => (!shown.value && kept.value?.version ? { ...day.clock, midnight: kept.value.midnight } : day.clock))
const print = () => window.print()
const selected = ref<string | null>(null)
const block = computed(() => shown.value?.blocks.find(b => b.key === selected.value) ?? null)
function choose(b: Block) {
  selected.value = b.key
  void nextTick(() => document.querySelector('.chosen')?.scrollIntoView({ block: 'nearest' }))
}
const beside = (n: number) => `/day/${dayAfter(date, n)}`
const gap = computed(() =>
  shown.value
    ? Math.round(
        (100 * (shown.value.end - shown.value.bound)) / Math.max(60, shown.value.end - Math.min(...shown.value.blocks.map(b => b.from))),
      )
    : 0,
)
const verdict = computed(() => {
  const s = shown.value
  if (!s) return ''
  const end = `All cleared up at ${formatPlanTime(day.clock, s.end)}`
  return s.proved
    ? `${end}. No plan ends sooner.`
    : `${end}; no plan ends before ${formatPlanTime(day.clock, s.bound)}, so at most ${gap.value} % could be saved.`
})
/** Where nothing of the plan is on this day: when it goes on. s */
const beyond = computed(() => {
  const first = Math.min(...(shown.value?.blocks ?? []).map(b => b.from))
  return first >= day.length && Number.isFinite(first) ? first : 0
})
const late = computed(() =>
  (shown.value?.late ?? []).map(id => shown.value!.blocks.find(b => b.chain === id)?.words.replace(/^\w+ /, '') ?? id),
)
</script>

<template>
  <div class="page wide">
    <header class="page-head">
      <div>
        <h1>{{ formatDay(date, 'EEEE d MMMM') }}</h1>
        <p v-if="shown" class="verdict" role="status">{{ verdict }}</p>
      </div>
      <nav class="no-print" aria-label="Days">
        <NuxtLink class="button" :to="beside(-1)">Day before</NuxtLink>
        <NuxtLink v-if="!day.isToday.value" class="button" to="/day">Today</NuxtLink>
        <NuxtLink class="button" :to="beside(1)">Day after</NuxtLink>
      </nav>
    </header>
    <p v-if="reckoner.busy.value" class="working no-print" role="status">
      Planning, {{ Math.round(reckoner.share.value * 100) }} % <Button label="Stop" severity="secondary" @click="reckoner.cancel()" />
    </p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="told" class="problem no-print" role="alert">{{ told }}</p>
    <p v-if="late.length" class="problem" role="alert">Late whatever you do: {{ late.join(', ') }}. Rinse as soon as hands are free.</p>
    <section v-if="why" class="why" aria-label="Why it does not fit">
      <h2>It does not end by {{ formatTimeOfDay(useStudioStore().rules.workTo) }}</h2>
      <p>{{ whySentence(why) }}</p>
      <ul>
        <li v-for="c in why.changes" :key="c.what">
          {{ changeSentence(c) }} {{ Number.isFinite(c.end) ? `Then it ends at ${formatPlanTime(day.clock, c.end)}.` : '' }}
        </li>
      </ul>
    </section>
    <p v-if="shown && beyond">There is no time left on this day. The rest carries on at {{ formatPlanTime(day.clock, beyond) }}.</p>
    <DayBands v-else-if="shown" :day="day" :shown="shown" :selected="selected" @choose="choose" @move="day.move($event)" />
    <p v-else-if="kept && past" class="muted">
      This day is over. {{ kept.blocks.length ? 'Its plan is kept below.' : 'Nothing was planned for it.' }}
    </p>
    <p v-else-if="kept && !day.jobs.value.length">Nothing is chosen for this day. Choose jobs below.</p>
    <section v-if="changes.length" class="changes no-print" aria-label="What changed">
      <h2>What changed</h2>
      <ul><li v-for="c in changes.slice(0, 8)" :key="c">{{ c }}</li></ul>
      <p v-if="changes.length > 8" class="muted">And {{ changes.length - 8 }} more.</p>
      <Button label="Understood" severity="secondary" @click="day.understood()" />
    </section>
    <DayBlock v-if="block && shown" class="no-print" :day="day" :block="block" :shown="shown" @close="selected = null" />
    <p v-for="line in day.ahead.value" :key="line.id" class="ahead">{{ line.text }}</p>

    <div class="keep no-print">
      <Button v-if="shown && kept && kept.version === 0" label="Keep this plan" @click="day.keep()" />
      <p v-else-if="kept?.version" class="muted">
        Kept, plan {{ kept.version }}<template v-if="kept.savedBy">, by {{ day.nameOf(kept.savedBy) }}</template>.
      </p>
      <template v-if="kept?.version">
        <a class="button" :href="`/api/days/${date}/calendar`" download>Calendar file for the day</a>
        <Button label="Print" severity="secondary" @click="print" />
      </template>
    </div>
    <DayChoice v-if="kept && !past" class="no-print" :day="day" />
    <ComingDays v-if="!past && ready" class="no-print" :day="day" />
    <DaySheet :day="day" :blocks="shown?.blocks ?? kept?.blocks ?? []" :clock="sheetClock" :choosing="shown !== null" @choose="choose" />
  </div>
</template>

<style scoped>
.wide { max-width: 100rem; display: grid; grid-template-columns: minmax(0, 1fr); gap: 1rem; align-content: start; }
.page-head { margin-bottom: 0; }
nav { display: flex; flex-wrap: wrap; gap: 0.5rem; }
.verdict { font-size: 1.15rem; }
.working { display: flex; align-items: center; gap: 0.8rem; }
.why, .changes { border-left: 4px double var(--frost); padding: 0.2rem 0 0.4rem 0.9rem; display: grid; gap: 0.4rem; justify-items: start; }
.changes ul { columns: 2 26rem; column-gap: 2.5rem; }
.keep { display: flex; flex-wrap: wrap; align-items: center; gap: 0.7rem; }
.ahead { font-size: 1.05rem; }
</style>
