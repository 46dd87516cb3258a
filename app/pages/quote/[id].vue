<script setup lang="ts">
import Button from 'primevue/button'
import { command } from '~/commands'
import { dayAfter } from '#core/basics/zone'
import { countOf, formatNumber } from '#core/basics/units'
import type { Customer } from '#shared/customers'
import { jobWords } from '#shared/passes'
import type { Job } from '#shared/passes'
import { quoteSchema, setsOf } from '#shared/quotes'
import type { Quote, QuoteFacts, QuoteForm, QuoteState } from '#shared/quotes'

/** What a job is offered for: worked out from its plan, the shelf, the house rules and the log. */
const jobId = String(useRoute().params.id)
const studio = useStudioStore()
const houseTime = useHouseTime()
const job = ref<Job | null>(null)
const quotes = ref<Quote[]>([])
const facts = ref<QuoteFacts | null>(null)
const missing = ref('')
const form = reactive<QuoteForm>({ theirs: [], markup: '', extras: [], validUntil: '', note: '' })
const { parsed, errors, problem, busy, submit } = useEntry(
  () => quoteSchema,
  () => form,
)
async function load() {
  try {
    const [found, known] = await Promise.all([
      api<Job>(`jobs/${jobId}`),
      api<{ quotes: Quote[], facts: QuoteFacts }>(`jobs/${jobId}/quotes`),
      studio.rolls ?? studio.loadRolls(),
      studio.studio ?? studio.loadStudio(),
      studio.shelfLoaded || studio.loadShelf(),
    ])
    form.validUntil ||= dayAfter(houseTime.today(), Math.round(studio.rules.quoteDays))
    facts.value = known.facts
    quotes.value = known.quotes
    job.value = found
  }
  catch (error) {
    missing.value = (error as Error).message
  }
}
onMounted(load)

const { quote, gapWords } = useQuote()
const sets = computed(() => (job.value ? setsOf(job.value.passes) : []))
const quoted = computed(() =>
  job.value && facts.value && parsed.value.success ? quote(job.value.passes, parsed.value.data, facts.value) : null,
)
const content = computed(() => quoted.value?.content ?? null)
const gaps = computed(() => (quoted.value?.gaps ?? []).map(gapWords))
const percent = (share: number) => `${formatNumber(share * 100, 1)} %`

async function write() {
  const gross = content.value?.gross
  if (!gross && parsed.value.success) return
  const made = await submit(() => command<Quote>(`jobs/${jobId}/quotes`, { quote: form, gross }))
  await load()
  if (made) await paper(made)
}
async function settle(of: Quote, state: QuoteState) {
  await submit(() => api<Quote>(`quotes/${of.id}`, 'PATCH', { state, version: of.version }))
  await load()
}
async function paper(of: Quote) {
  const { quotePaper } = await import('#core/papers/quote')
  const customer = await api<Customer>(`customers/${job.value!.customerId}`).catch(() => null)
  const bytes = await quotePaper({
    ...of,
    studio: studio.studio!.name,
    madeOn: houseTime.dayOf(of.madeAt),
    customer: { name: job.value!.customer, address: customer?.address ?? '' },
    what: jobWords(job.value!.passes),
    dueOn: job.value!.dueOn,
    drawings: sets.value.map(([first]) => paperDrawing(shapeOfPass(first!))),
    address: `${location.origin}/job/${jobId}`,
  })
  keepFile(`quote-${of.no}.pdf`, 'application/pdf', bytes)
}
</script>

<template>
  <div class="page">
    <p v-if="missing" class="problem" role="alert">{{ missing }}</p>
    <template v-if="job">
      <header class="page-head">
        <h1>Quote for {{ job.customer }}</h1>
        <p class="ways">
          <NuxtLink :to="`/job/${jobId}`">The job</NuxtLink>
          <NuxtLink :to="`/plan/${jobId}`">The plan</NuxtLink>
          <NuxtLink :to="`/customer/${job.customerId}`">{{ job.customer }}</NuxtLink>
        </p>
      </header>
      <div class="desk">
        <form novalidate @submit.prevent="write">
          <QuoteForm v-model="form" :sets="sets.map(([p]) => ({ id: p!.setId, noun: p!.noun }))" :errors="errors" />
          <ul v-if="gaps.length" class="gaps" aria-label="What is missing">
            <li v-for="g in gaps" :key="g.text">{{ g.text }} <NuxtLink v-if="g.to" :to="g.to">Enter it</NuxtLink></li>
          </ul>
          <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
          <Button type="submit" label="Write the quote" :disabled="busy || !content" />
        </form>
        <section v-if="content" aria-label="Price">
          <article v-for="(line, i) in content.lines" :key="content.sets[i]!.id">
            <div class="headline">
              <span class="dark dark-card"><PieceSilhouette :shape="shapeOfPass(sets[i]![0]!)" :size="104" :wide="104" /></span>
              <p>
                <strong class="numeral each">{{ line.each }} {{ content.currency }}</strong> a {{ line.noun }}<br>
                <span class="muted">
                  {{ countOf(line.pieces, line.noun) }}: {{ line.net }}, with {{ percent(content.sets[i]!.scrap) }} for scrap
                </span>
              </p>
            </div>
            <QuoteParts :line="line" :currency="content.currency" />
            <h3>By how many are ordered</h3>
            <QuantityPrices :steps="content.byQuantity[i]!" :ordered="line.pieces" :noun="line.noun" :currency="content.currency" />
          </article>
          <dl class="sum">
            <template v-for="e in content.extras" :key="e.text"><dt>{{ e.text }}</dt><dd class="numeral">{{ e.amount }}</dd></template>
            <template v-if="content.taxRate > 0">
              <dt>Before tax</dt><dd class="numeral">{{ content.net }}</dd>
              <dt>Tax, {{ percent(content.taxRate) }}</dt><dd class="numeral">{{ content.tax }}</dd>
            </template>
            <dt><strong>To pay</strong></dt><dd class="numeral"><strong>{{ content.gross }} {{ content.currency }}</strong></dd>
          </dl>
        </section>
      </div>
      <section v-if="quotes.length" aria-label="Quotes so far">
        <h2>Quotes so far</h2>
        <QuoteList :quotes="quotes" :busy="busy" @settle="settle" @paper="paper" />
      </section>
    </template>
  </div>
</template>

<style scoped>
.ways { display: flex; flex-wrap: wrap; gap: 0.4rem 1.2rem; }
.desk { display: grid; grid-template-columns: minmax(18rem, 26rem) 1fr; gap: 2.4rem; margin-bottom: 2rem; align-items: start; }
form { display: grid; gap: 1.2rem; justify-items: start; }
form > :first-child { width: 100%; }
.gaps { margin: 0; padding-left: 1.1rem; }
.headline { display: flex; gap: 1.2rem; align-items: center; }
.dark { padding: 0.7rem; }
.each { font-size: 2.6rem; line-height: 1; }
article { margin-bottom: 1.6rem; }
h3 { margin: 1rem 0 0; }
.sum {
  display: grid;
  grid-template-columns: 1fr max-content;
  max-width: 40rem;
  gap: 0.3rem 1.5rem;
  border-top: 1px solid var(--line);
  padding-top: 0.7rem;
}
.sum dd { text-align: right; margin: 0; font-size: 1.2rem; }
@media (max-width: 60rem) { .desk { grid-template-columns: 1fr; } }
</style>
