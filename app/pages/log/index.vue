<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { refDebounced } from '@vueuse/core'
import { countOf, formatDuration } from '#core/basics/units'
import { LOG_FILTERS } from '#shared/log'
import type { LogFilter } from '#shared/log'
import type { LogEntry } from '#shared/runs'

const houseTime = useHouseTime()
const route = useRoute()
const words = ref(typeof route.query.q === 'string' ? route.query.q : '')
const calm = refDebounced(words, 200)
const entries = ref<LogEntry[]>([])
const problem = ref('')
const inAddress = (key: string) => (typeof route.query[key] === 'string' ? route.query[key] : '')
const filters = ref(Object.fromEntries(LOG_FILTERS.map(f => [f, inAddress(f)])) as Record<LogFilter, string>)
/** What is asked of the log. It stands in the address too, so that a view can be kept as a bookmark. */
const question = computed((): Record<string, string> => {
  const chosen = LOG_FILTERS.filter(f => filters.value[f] !== '').map(f => [f, filters.value[f]])
  return { ...(calm.value ? { q: calm.value } : {}), ...Object.fromEntries(chosen) }
})
/** The same as CSV. */
const written = computed(() => `/api/log.csv?${new URLSearchParams(question.value)}`)
const more = ref(false)
const PAGE = 50

async function load(before?: LogEntry) {
  try {
    const asked = question.value
    const from: Record<string, string> = before ? { before: String(before.endedAt), id: before.id } : {}
    const page = await api<LogEntry[]>(`log?${new URLSearchParams({ ...asked, ...from })}`)
    // An answer that comes after the next question is none.
    if (asked !== question.value) return
    entries.value = before ? [...entries.value, ...page] : page
    more.value = page.length === PAGE
    problem.value = ''
  }
  catch (error) {
    problem.value = (error as Error).message
  }
}
watch(
  question,
  (asked, before) => {
    void load()
    if (before) void navigateTo({ query: asked }, { replace: true })
  },
  { immediate: true },
)
const field = useTemplateRef<{ $el: HTMLInputElement }>('field')
watch(
  () => route.query.find,
  find => find !== undefined && nextTick(() => field.value?.$el.focus()),
  { immediate: true },
)

function actual(e: LogEntry): string {
  const { shortest, longest } = e.summary
  if (shortest === null) return 'not etched'
  return Math.round(shortest) === Math.round(longest!)
    ? formatDuration(shortest)
    : `${formatDuration(shortest)} to ${formatDuration(longest!)}`
}
/** What was etched, and in which pass. */
const beside = (e: LogEntry) => [e.artName, e.passes > 1 ? `pass ${e.passNo} of ${e.passes}` : null].filter(Boolean).join(', ')
const came = (e: LogEntry) =>
  (['good', 'usable', 'scrap'] as const)
    .filter(r => e.summary[r] > 0)
    .map(r => `${e.summary[r]} ${r}`)
    .join(', ')
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div class="title">
        <h1>Log</h1>
        <NuxtLink to="/works">What works</NuxtLink>
        <a :href="written" download>Download as CSV</a>
      </div>
      <label class="find">Find
        <InputText ref="field" v-model="words" type="search" placeholder="customer, piece, stencil, bottle, fault, person" /></label>
    </header>
    <LogFilters v-model="filters" />
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="entries.length === 0">{{ Object.keys(question).length ? 'No finished run is like that.' : 'No run is finished yet.' }}</p>
    <div v-else class="scroll" tabindex="0" role="region" aria-label="Finished runs">
      <table>
        <thead>
          <tr>
            <th scope="col">Finished</th>
            <th scope="col">Job</th>
            <th scope="col">Bottle</th>
            <th scope="col">Planned</th>
            <th scope="col">Actual dwell</th>
            <th scope="col">Came out</th>
            <th scope="col">By</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="e in entries" :key="e.id">
            <td class="numeral">{{ houseTime.format(e.endedAt, 'd MMM HH:mm') }}</td>
            <td>
              <NuxtLink :to="`/log/${e.id}`">{{ countOf(e.pieces, e.noun) }} for {{ e.subject }}</NuxtLink>
              <span v-if="e.passes > 1 || e.artName" class="muted"><br>{{ beside(e) }}</span>
            </td>
            <td>{{ e.lot }}</td>
            <td class="numeral">{{ formatDuration(e.summary.planned.best) }}</td>
            <td class="numeral">{{ actual(e) }}<strong v-if="e.summary.over" class="over">{{ e.summary.over }} late</strong></td>
            <td>{{ came(e) }}</td>
            <td>{{ e.startedBy }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <Button v-if="more" label="Show older runs" severity="secondary" @click="load(entries.at(-1)!)" />
  </div>
</template>

<style scoped>
.title { display: flex; align-items: baseline; gap: 1.4rem; }
.find { display: flex; align-items: center; gap: 0.7rem; font-weight: 600; flex: 0 1 28rem; }
.find :deep(input) { flex: 1; min-width: 0; min-height: 46px; }
.scroll { overflow-x: auto; margin-bottom: 1rem; }
th {
  text-align: left;
  font-weight: 600;
  color: var(--muted);
  font-size: 0.92rem;
  padding: 0.3rem 1rem 0.3rem 0;
  border-bottom: 2px solid var(--line);
}
td { padding: 0.65rem 1rem 0.65rem 0; border-bottom: 1px solid var(--line); vertical-align: baseline; }
td.numeral { font-size: 1.2rem; white-space: nowrap; }
.over { font: 650 0.9rem/1 var(--body); margin-left: 0.5rem; border: 1px solid currentColor; padding: 0.1rem 0.35rem; }
</style>
