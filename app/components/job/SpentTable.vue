<script setup lang="ts">
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import { isNothing } from '#core/plan/quote'
import type { Money } from '#core/plan/quote'
import type { QuoteState } from '#shared/quotes'
import { spentOn } from '#shared/record'
import type { JobRecord } from '#shared/record'

/** What a job was quoted to cost the studio, and what it did cost so far. */
const props = defineProps<{ record: JobRecord }>()
const studio = useStudioStore()
const inState = (state: QuoteState) => props.record.quotes.find(q => q.state === state)
const quote = computed(() => inState('accepted') ?? inState('open') ?? null)
const rows = computed(() => spentOn(props.record, quote.value?.lines ?? null, studio.rules.hourly))
const signed = (over: Money) => (isNothing(over) ? over : over.startsWith('-') ? over.replace('-', '−') : `+${over}`)
const unpriced = computed(() => props.record.taken.filter(t => t.change < 0 && t.price === null).map(t => t.name))
</script>

<template>
  <div>
    <DataTable :value="rows" data-key="id">
      <Column header="For">
        <template #body="{ data: r }"><component :is="r.id === 'all' ? 'strong' : 'span'">{{ r.text }}</component></template>
      </Column>
      <Column v-if="quote" :header="`Quote ${quote.no}`">
        <template #body="{ data: r }"><span class="numeral">{{ r.quoted }}</span></template>
      </Column>
      <Column header="Spent so far">
        <template #body="{ data: r }"><span class="numeral">{{ r.actual }}</span></template>
      </Column>
      <Column v-if="quote" header="Difference">
        <template #body="{ data: r }"><span class="numeral">{{ signed(r.over) }}</span></template>
      </Column>
    </DataTable>
    <p class="muted">
      In {{ studio.rules.currency }}, before overhead, scrap and mark-up. Work is what was entered at the bench, at today's price of an
      hour.
      {{ unpriced.length ? `Without a price: ${unpriced.join(', ')}.` : '' }}
      <NuxtLink v-if="!quote" :to="`/quote/${record.job.id}`">Quote it</NuxtLink>
    </p>
  </div>
</template>
