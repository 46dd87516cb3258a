<script setup lang="ts">
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import { moveWords } from '#core/trade/stock'
import type { LedgerLine } from '#shared/stock'

/** Lines of the ledger, the latest first. @param named of many things: each line says which */
defineProps<{ lines: LedgerLine[], named?: boolean }>()
const studio = useStudioStore()
const houseTime = useHouseTime()
const words = useStockWords()
const cause = (l: LedgerLine) => (l.runId ? `/log/${l.runId}` : l.sheetId ? `/sheet/${l.sheetId}` : l.tubId ? `/tub/${l.tubId}` : null)
</script>

<template>
  <DataTable :value="lines" data-key="id" size="small" :pt="{ root: { class: 'ledger' } }">
    <Column header="When">
      <template #body="{ data: l }"><span class="numeral">{{ houseTime.format(l.at, 'd MMM HH:mm') }}</span></template>
    </Column>
    <Column v-if="named" header="What">
      <template #body="{ data: l }">{{ l.name }}</template>
    </Column>
    <Column header="Change">
      <template #body="{ data: l }"><span class="numeral change">{{ words.signed(l.stock, l.change) }}</span></template>
    </Column>
    <Column header="Why">
      <template #body="{ data: l }">
        <NuxtLink v-if="cause(l)" :to="cause(l)!">{{ moveWords(l.kind, l.note) }}</NuxtLink>
        <template v-else>{{ moveWords(l.kind, l.note) }}</template><template v-if="l.note && l.kind !== 'other'">: {{ l.note }}</template>
      </template>
    </Column>
    <Column header="Who">
      <template #body="{ data: l }">{{ studio.nameOf(l.by) }}</template>
    </Column>
  </DataTable>
</template>

<style scoped>
.change { display: block; text-align: right; white-space: nowrap; }
.numeral { white-space: nowrap; }
</style>
