<script setup lang="ts">
import Column from 'primevue/column'
import Button from 'primevue/button'
import DataTable from 'primevue/datatable'
import InputText from 'primevue/inputtext'
import { formatDay } from '#core/basics/zone'
import { countOf } from '#core/basics/units'
import type { Customer } from '#shared/customers'

/** Who orders here. */
const customers = ref<Customer[] | null>(null)
const problem = ref('')
const adding = ref(false)
const words = ref('')
const load = () =>
  apiList<Customer>('customers').then(
    found => void (customers.value = found),
    (e: Error) => void (problem.value = e.message),
  )
onMounted(load)
const shown = computed(() => {
  const asked = words.value.trim().toLowerCase()
  return (customers.value ?? []).filter(c => [c.name, c.email, c.phone, c.address, c.likes].some(t => t.toLowerCase().includes(asked)))
})
const reach = (c: Customer) => [c.email, c.phone].filter(Boolean).join(', ')
const jobs = (c: Customer) => (c.jobs === 0 ? 'none yet' : `${countOf(c.jobs, 'job')}${c.open ? `, ${c.open} open` : ''}`)
const saved = (c: Customer) => navigateTo(`/customer/${c.id}`)
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Customers</h1>
        <p class="muted">Everyone a job was planned for. New names are added as you plan.</p>
      </div>
      <Button v-if="!adding" label="Add a customer" @click="adding = true" />
    </header>
    <CustomerForm v-if="adding" :customer="null" @saved="saved" @close="adding = false" />
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <label v-if="customers && customers.length > 5" class="find">Find <InputText v-model="words" type="search" /></label>
    <p v-if="customers?.length === 0">Nobody yet. Plan a job, and its customer stands here.</p>
    <p v-else-if="customers && shown.length === 0">No customer is like that.</p>
    <DataTable v-else-if="customers" :value="shown" data-key="id" sort-field="name" :sort-order="1">
      <Column field="name" header="Name" sortable>
        <template #body="{ data: c }"><NuxtLink :to="`/customer/${c.id}`">{{ c.name }}</NuxtLink></template>
      </Column>
      <Column field="jobs" header="Jobs" sortable>
        <template #body="{ data: c }">{{ jobs(c) }}</template>
      </Column>
      <Column field="lastDue" header="Latest due" sortable>
        <template #body="{ data: c }"><span class="numeral">{{ c.lastDue ? formatDay(c.lastDue, 'd MMM yyyy') : '–' }}</span></template>
      </Column>
      <Column header="To reach them">
        <template #body="{ data: c }">{{ reach(c) || '–' }}</template>
      </Column>
      <Column header="What they like">
        <template #body="{ data: c }"><span class="likes">{{ c.likes || '–' }}</span></template>
      </Column>
    </DataTable>
  </div>
</template>

<style scoped>
.find { display: flex; align-items: center; gap: 0.7rem; font-weight: 600; max-width: 28rem; margin-bottom: 1rem; }
.find :deep(input) { flex: 1; min-width: 0; min-height: 46px; }
.numeral { white-space: nowrap; }
.likes { display: block; max-width: 26rem; }
</style>
