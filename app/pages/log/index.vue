<script setup lang="ts">
import Button from 'primevue/button'
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import type { DataTableSortEvent } from 'primevue/datatable'
import InputText from 'primevue/inputtext'
import { refDebounced } from '@vueuse/core'
import { countOf, formatDuration } from '#core/basics/units'
import { LOG_FILTERS, LOG_SORTS, rankOf } from '#shared/log'
import type { LogFilter, LogSort } from '#shared/log'
import type { LogEntry } from '#shared/runs'

const houseTime = useHouseTime()
const route = useRoute()
const words = ref(typeof route.query.q === 'string' ? route.query.q : '')
const calm = refDebounced(words, 200)
const entries = ref<LogEntry[]>([])
const problem = ref('')
const inAddress = (key: string) => (typeof route.query[key] === 'string' ? route.query[key] : '')
const filters = ref(Object.fromEntries(LOG_FILTERS.map(f => [f, inAddress(f)])) as Record<LogFilter, string>)
const sortIn = (id: string): LogSort => LOG_SORTS.find(s => s.id === id)?.id ?? 'newest'
const sort = ref<LogSort>(sortIn(inAddress('sort')))
/** What is asked of the log. It stands in the address too, so that a view can be kept as a bookmark. */
const question = computed((): Record<string, string> => {
  const chosen = LOG_FILTERS.filter(f => filters.value[f] !== '').map(f => [f, filters.value[f]])
  return {
    ...(calm.value ? { q: calm.value } : {}),
    ...Object.fromEntries(chosen),
    ...(sort.value === 'newest' ? {} : { sort: sort.value }),
  }
})
/** The same as CSV. */
const written = computed(() => `log.csv?${new URLSearchParams(question.value)}`)
const more = ref(false)
const PAGE = 50

async function load(before?: LogEntry) {
  try {
    const asked = question.value
    const rank = before && rankOf(sort.value, before)
    const from: Record<string, string> = before
      ? { before: String(before.endedAt), id: before.id, ...(typeof rank === 'number' ? { rank: String(rank) } : {}) }
      : {}
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
/** Whoever has just typed and goes elsewhere is not brought back by what they typed. */
let leaving = false
onBeforeRouteLeave(() => void (leaving = true))
watch(
  question,
  (asked, before) => {
    if (leaving) return
    void load()
    if (before) void navigateTo({ query: asked }, { replace: true })
  },
  { immediate: true },
)
/** A view that was kept takes the place of what is asked. */
function ask(view: Record<string, string>) {
  words.value = view.q ?? ''
  sort.value = sortIn(view.sort ?? '')
  filters.value = Object.fromEntries(LOG_FILTERS.map(f => [f, view[f] ?? ''])) as Record<LogFilter, string>
}
/** Heads of columns that the log can be sorted by. */
const BY: Record<string, LogSort> = { endedAt: 'newest', pieces: 'pieces', over: 'late', scrap: 'scrap' }
function sorted({ sortField, sortOrder }: DataTableSortEvent) {
  const by = BY[String(sortField)] ?? 'newest'
  sort.value = by === 'newest' && sortOrder === 1 ? 'oldest' : by
}
/** No column stands for how well a run matches. */
const sortField = computed(() =>
  sort.value === 'match' ? undefined : (Object.entries(BY).find(([, by]) => by === sort.value)?.[0] ?? 'endedAt'),
)
const narrowed = computed(() => Object.keys(question.value).some(key => key !== 'sort'))
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
        <DownloadLink :path="written">Download as CSV</DownloadLink>
      </div>
      <div class="look">
        <label class="find">Find
          <InputText ref="field" v-model="words" type="search" placeholder="customer, piece, stencil, bottle, fault, person" /></label>
        <button v-if="calm" type="button" class="as-link" @click="sort = sort === 'match' ? 'newest' : 'match'">
          {{ sort === 'match' ? 'Newest first' : 'Best match first' }}
        </button>
      </div>
    </header>
    <LogViews :question="question" @ask="ask" />
    <LogFilters v-model="filters" />
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="entries.length === 0">{{ narrowed ? 'No finished run is like that.' : 'No run is finished yet.' }}</p>
    <div v-else class="scroll" tabindex="0" role="region" aria-label="Finished runs">
      <DataTable
        :value="entries"
        data-key="id"
        lazy
        :sort-field="sortField"
        :sort-order="sort === 'oldest' ? 1 : -1"
        :default-sort-order="-1"
        @sort="sorted"
      >
        <Column field="endedAt" header="Finished" sortable>
          <template #body="{ data: e }"><span class="numeral">{{ houseTime.format(e.endedAt, 'd MMM HH:mm') }}</span></template>
        </Column>
        <Column field="pieces" header="Job" sortable>
          <template #body="{ data: e }">
            <NuxtLink :to="`/log/${e.id}`">{{ countOf(e.pieces, e.noun) }} for {{ e.subject }}</NuxtLink>
            <span v-if="e.passes > 1 || e.artName" class="muted"><br>{{ beside(e) }}</span>
          </template>
        </Column>
        <Column header="Bottle"><template #body="{ data: e }">{{ e.lot }}</template></Column>
        <Column header="Planned">
          <template #body="{ data: e }"><span class="numeral">{{ formatDuration(e.summary.planned.best) }}</span></template>
        </Column>
        <Column field="over" header="Actual dwell" sortable>
          <template #body="{ data: e }">
            <span class="numeral">{{ actual(e) }}<strong v-if="e.summary.over" class="over">{{ e.summary.over }} late</strong></span>
          </template>
        </Column>
        <Column field="scrap" header="Came out" sortable><template #body="{ data: e }">{{ came(e) }}</template></Column>
        <Column header="By"><template #body="{ data: e }">{{ e.startedBy }}</template></Column>
      </DataTable>
    </div>
    <Button v-if="more" label="Show more runs" severity="secondary" @click="load(entries.at(-1)!)" />
  </div>
</template>

<style scoped>
.title { display: flex; align-items: baseline; gap: 1.4rem; }
.look { display: flex; flex-wrap: wrap; align-items: center; gap: 0.3rem 0.9rem; flex: 0 1 34rem; }
.find { display: flex; align-items: center; gap: 0.7rem; font-weight: 600; flex: 1 1 18rem; }
.find :deep(input) { flex: 1; min-width: 0; min-height: 46px; }
.scroll { overflow-x: auto; margin-bottom: 1rem; }
.numeral { font-size: 1.2rem; white-space: nowrap; }
.over { font: 650 0.9rem/1 var(--body); margin-left: 0.5rem; border: 1px solid currentColor; padding: 0.1rem 0.35rem; }
</style>
