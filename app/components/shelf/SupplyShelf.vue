<script setup lang="ts">
import Button from 'primevue/button'
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import { formatDay } from '#core/basics/zone'
import { STOCK_KIND_IDS, stockKind } from '#core/trade/stock'
import type { Supply } from '#shared/stock'

/** What is neither etchant nor film: gloves, tape, neutralisers, filters, gel, strips, blanks. One line each, by kind. */
const studio = useStudioStore()
const session = useSessionStore()
const houseTime = useHouseTime()
const words = useStockWords()
onMounted(() => studio.supplies ?? studio.loadSupplies().catch(() => {}))

const rows = computed(() =>
  (studio.supplies ?? [])
    .filter(s => !s.putAway)
    .sort((a, b) => STOCK_KIND_IDS.indexOf(a.kind) - STOCK_KIND_IDS.indexOf(b.kind) || a.name.localeCompare(b.name)),
)
const editing = ref<Supply | null | undefined>()
const moving = ref<Supply | null>(null)
const moved = computed(() => rows.value.find(s => s.id === moving.value?.id) ?? moving.value)
const about = (s: Supply) => [s.details.material, s.details.size && `size ${s.details.size}`].filter(Boolean).join(', ')
const expired = (s: Supply) => s.expiresOn !== null && s.expiresOn < houseTime.today()
const low = (s: Supply) => s.reorder !== null && s.level < s.reorder
</script>

<template>
  <section aria-label="Supplies">
    <header>
      <h2>Supplies</h2>
      <Button v-if="session.isLead" severity="secondary" label="Put a supply on the shelf" @click="editing = null" />
    </header>
    <p v-if="studio.supplies && rows.length === 0" class="muted">
      None yet. Gloves, tape, bicarbonate, pH strips and gel for burns belong here. What runs use up is taken off by itself.
    </p>
    <DataTable v-else :value="rows" data-key="id" row-group-mode="rowspan" group-rows-by="kind">
      <Column field="kind" header="Kind" header-class="kind" body-class="kind">
        <template #body="{ data: s }"><strong class="group">{{ stockKind(s.kind).name }}</strong></template>
      </Column>
      <Column header="What">
        <template #body="{ data: s }">
          {{ s.name }}<span v-if="about(s)" class="muted">, {{ about(s) }}</span>
        </template>
      </Column>
      <Column header="There">
        <template #body="{ data: s }">
          <span class="numeral level">{{ words.amount(s.kind, s.level) }}</span>
          <span v-if="low(s)" class="low">below {{ words.amount(s.kind, s.reorder!) }}</span>
        </template>
      </Column>
      <Column header="Good until">
        <template #body="{ data: s }">
          <template v-if="s.expiresOn">
            {{ formatDay(s.expiresOn, 'd MMM yyyy') }}<strong v-if="expired(s)"> – out of date</strong>
          </template>
        </template>
      </Column>
      <Column>
        <template #header><span class="visually-hidden">What to do</span></template>
        <template #body="{ data: s }">
          <div class="do">
            <Button severity="secondary" label="Update" :aria-label="`Update ${s.name}`" @click="moving = s" />
            <Button v-if="session.isLead" severity="secondary" label="Change" :aria-label="`Change ${s.name}`" @click="editing = s" />
          </div>
        </template>
      </Column>
    </DataTable>
    <Sheet v-if="editing !== undefined" :title="editing ? editing.name : 'A new supply'" wide @close="editing = undefined">
      <SupplyForm :supply="editing" @close="editing = undefined" />
    </Sheet>
    <Sheet v-if="moved" :title="moved.name" @close="moving = null">
      <MoveForm :item="moved" @close="moving = null" />
      <StockLedger :id="moved.id" :kind="moved.kind" :level="moved.level" />
    </Sheet>
  </section>
</template>

<style scoped>
section { margin-top: 2.2rem; border-top: 4px solid var(--line); padding-top: 0.8rem; }
header { display: flex; flex-wrap: wrap; gap: 0.8rem; justify-content: space-between; align-items: baseline; margin-bottom: 0.6rem; }
.group { font: 640 1.15rem/1.2 var(--display); color: var(--glass); white-space: nowrap; }
section :deep(td[rowspan]) { vertical-align: top; }
.do { display: flex; gap: 0.5rem; justify-content: flex-end; }
@media (max-width: 40rem) {
  section :deep(.kind) { display: none; }
  .do { flex-direction: column; }
}
.level { font-size: 1.25rem; white-space: nowrap; }
.low {
  margin-left: 0.6rem;
  border: 1px solid currentColor;
  padding: 0.1rem 0.35rem;
  white-space: nowrap;
  font-weight: 650;
  font-size: 0.9rem;
}
</style>
