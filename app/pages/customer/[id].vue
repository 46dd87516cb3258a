<script setup lang="ts">
import Button from 'primevue/button'
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import { capital } from '#core/basics/units'
import { formatDay } from '#core/basics/zone'
import type { Customer, CustomerJob } from '#shared/customers'

/** One customer: how to reach them, what they like, and their jobs. */
const id = String(useRoute().params.id)
const session = useSessionStore()
const customer = ref<(Customer & { orders: CustomerJob[] }) | null>(null)
const problem = ref('')
const editing = ref(false)
const erasing = ref(false)
const busy = ref(false)
const load = () =>
  api<Customer & { orders: CustomerJob[] }>(`customers/${id}`).then(
    found => void (customer.value = found),
    (e: Error) => void (problem.value = e.message),
  )
onMounted(load)
async function saved() {
  editing.value = false
  await load()
}
async function erase() {
  busy.value = true
  problem.value = ''
  try {
    await api(`customers/${id}`, 'DELETE')
    await navigateTo('/customers')
  }
  catch (error) {
    problem.value = (error as Error).message
    erasing.value = false
  }
  busy.value = false
}
const STATUS: Record<CustomerJob['status'], string> = { planned: 'planned', running: 'on the bench', done: 'done', dropped: 'dropped' }
</script>

<template>
  <div class="page">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <template v-if="customer">
      <header class="page-head">
        <h1>{{ customer.name }}</h1>
        <div v-if="!customer.erased" class="do">
          <Button v-if="!editing" severity="secondary" label="Change" @click="editing = true" />
          <NuxtLink class="button" to="/customers">All customers</NuxtLink>
        </div>
      </header>
      <p v-if="customer.erased">What was known of this customer was erased on their request.</p>
      <CustomerForm v-else-if="editing" :customer="customer" @saved="saved" @close="editing = false" />
      <dl v-else class="facts">
        <template v-if="customer.email"><dt>E-mail</dt><dd><a :href="`mailto:${customer.email}`">{{ customer.email }}</a></dd></template>
        <template v-if="customer.phone"><dt>Telephone</dt><dd><a :href="`tel:${customer.phone}`">{{ customer.phone }}</a></dd></template>
        <template v-if="customer.address"><dt>Address</dt><dd class="lines">{{ customer.address }}</dd></template>
        <dt>What they like</dt>
        <dd class="lines">{{ customer.likes || 'Nothing written down yet.' }}</dd>
      </dl>
      <h2>Jobs</h2>
      <p v-if="customer.orders.length === 0" class="muted">No job yet.</p>
      <DataTable v-else :value="customer.orders" data-key="id">
        <Column header="What">
          <template #body="{ data: o }"><NuxtLink :to="`/job/${o.id}`">{{ o.what }}</NuxtLink></template>
        </Column>
        <Column field="dueOn" header="Due" sortable>
          <template #body="{ data: o }"><span class="numeral">{{ formatDay(o.dueOn, 'd MMM yyyy') }}</span></template>
        </Column>
        <Column field="status" header="Where it stands" sortable>
          <template #body="{ data: o }">{{ capital(STATUS[o.status as CustomerJob['status']]) }}</template>
        </Column>
      </DataTable>
      <section v-if="!customer.erased" class="theirs" aria-label="Their data">
        <h2>Their data</h2>
        <p class="muted">If they ask what you keep on them, give them this file. If they ask to be forgotten, a lead can do that.</p>
        <div class="do">
          <DownloadLink :path="`customers/${customer.id}/written`" class="button">Download as JSON</DownloadLink>
          <Button v-if="session.isLead && !erasing" severity="secondary" label="Erase this customer" @click="erasing = true" />
        </div>
        <div v-if="erasing" class="sure" role="alertdialog" aria-labelledby="sure">
          <p id="sure">
            This can't be taken back. Name, contact and likes go, with the notes of their jobs and the names on their pieces. Measures,
            times and amounts stay. Photos, notes written at the bench, stencil art, extras on quotes and backups are not touched: look
            through those yourself.
          </p>
          <div class="do">
            <Button label="Erase for good" :disabled="busy" @click="erase" />
            <Button severity="secondary" label="Keep them" @click="erasing = false" />
          </div>
        </div>
      </section>
    </template>
  </div>
</template>

<style scoped>
.do { display: flex; flex-wrap: wrap; gap: 0.7rem; }
.facts { display: grid; grid-template-columns: max-content 1fr; gap: 0.5rem 1.6rem; margin: 0 0 1.6rem; }
dt { color: var(--muted); }
dd { margin: 0; }
.lines { white-space: pre-line; max-width: 44rem; }
.theirs { margin-top: 2rem; max-width: 48rem; }
.sure { border-left: 4px solid var(--frost); padding-left: 1rem; margin-top: 1rem; }
.numeral { white-space: nowrap; }
</style>
