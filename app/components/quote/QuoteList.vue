<script setup lang="ts">
import Button from 'primevue/button'
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import { formatDay } from '#core/basics/zone'
import { QUOTE_STATES } from '#shared/quotes'
import type { Quote, QuoteState } from '#shared/quotes'

/** What a job was offered for so far, and what became of it. */
defineProps<{ quotes: Quote[], busy: boolean }>()
const emit = defineEmits<{ settle: [quote: Quote, state: QuoteState], paper: [quote: Quote] }>()
const houseTime = useHouseTime()
const studio = useStudioStore()
const stateWords = (state: QuoteState) => QUOTE_STATES.find(s => s.id === state)!.text
const late = (q: Quote) => q.state === 'open' && q.validUntil < houseTime.today()
</script>

<template>
  <DataTable :value="quotes" data-key="id">
    <Column header="No."><template #body="{ data: q }">{{ q.no }}</template></Column>
    <Column header="Written">
      <template #body="{ data: q }">
        <span class="numeral">{{ houseTime.format(q.madeAt, 'd MMM yyyy') }}</span> by {{ studio.firstName(q.madeBy) }}
      </template>
    </Column>
    <Column header="Holds until">
      <template #body="{ data: q }">
        <span class="numeral">{{ formatDay(q.validUntil, 'd MMM yyyy') }}</span>{{ late(q) ? ', run out' : '' }}
      </template>
    </Column>
    <Column header="To pay"><template #body="{ data: q }"><span class="numeral">{{ q.gross }} {{ q.currency }}</span></template></Column>
    <Column header="What became of it"><template #body="{ data: q }">{{ stateWords(q.state) }}</template></Column>
    <Column>
      <template #header><span class="visually-hidden">What to do</span></template>
      <template #body="{ data: q }">
        <div class="do">
          <Button size="small" severity="secondary" label="PDF" :aria-label="`Quote ${q.no} as PDF`" @click="emit('paper', q)" />
          <template v-if="q.state === 'open'">
            <Button size="small" severity="secondary" label="Accepted" :disabled="busy" @click="emit('settle', q, 'accepted')" />
            <Button size="small" severity="secondary" label="Declined" :disabled="busy" @click="emit('settle', q, 'declined')" />
          </template>
          <Button
            v-else-if="q.state !== 'replaced'"
            size="small"
            severity="secondary"
            label="Open again"
            :disabled="busy"
            @click="emit('settle', q, 'open')"
          />
        </div>
      </template>
    </Column>
  </DataTable>
</template>

<style scoped>
.do { display: flex; flex-wrap: wrap; gap: 0.5rem; }
.numeral { white-space: nowrap; }
</style>
