<script setup lang="ts">
import Button from 'primevue/button'
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import { useLocalStorage } from '@vueuse/core'
import { command } from '~/commands'
import { labelNumber } from '#core/trade/labels'
import { stockKind } from '#core/trade/stock'
import type { StockItem } from '#shared/stock'

/** Stock is taken: a label is scanned or its number typed, what is there is counted, and the difference is booked with who and why. */
const houseTime = useHouseTime()
const words = useStockWords()
const items = ref<StockItem[] | null>(null)
const problem = ref('')
const load = () =>
  apiList<StockItem>('stock').then(
    found => void (items.value = found),
    (e: Error) => void (problem.value = e.message),
  )
onMounted(load)

/** What was counted, kept on the device until somebody clears it: a reload in the middle loses nothing. */
const counted = useLocalStorage<Record<string, { at: number, was: number, now: number }>>('crest:stocktake', {})
const chosen = ref<StockItem | null>(null)
const amount = ref('')
const note = ref('')
const typed = ref('')
const said = ref('')
const fieldProblem = ref('')
const busy = ref(false)
const field = useTemplateRef<HTMLElement>('field')

function found(text: string) {
  const no = labelNumber(text)
  const item = items.value?.find(i => i.labelNo === no)
  said.value = ''
  problem.value = ''
  if (!item) {
    problem.value
      = no === null ? 'That is no label of this shelf.' : `There is no label ${no} on this shelf, or what it was on has been put away.`
    return
  }
  const before = counted.value[item.id]
  if (before) {
    const at = houseTime.format(before.at, 'HH:mm')
    said.value = `This one was counted at ${at}: ${words.amount(item.kind, before.now)}. Count it again only if that was wrong.`
  }
  chosen.value = item
  amount.value = ''
  note.value = ''
  fieldProblem.value = ''
  void nextTick(() => field.value?.querySelector('input')?.focus())
}
const video = useTemplateRef<HTMLVideoElement>('video')
const scanner = useScanner(video, found)
const readAmount = computed(() => (chosen.value ? words.read(chosen.value.kind, amount.value) : null))
const difference = computed(() => (readAmount.value?.ok ? readAmount.value.value - chosen.value!.level : null))

async function count() {
  const item = chosen.value
  if (!item || !readAmount.value) return
  if (!readAmount.value.ok) return void (fieldProblem.value = readAmount.value.error)
  busy.value = true
  try {
    const entry = { kind: 'counted', amount: readAmount.value.value, seen: item.level, note: note.value.trim() }
    const now = await command<StockItem>(`stock/${item.id}/moves`, entry)
    counted.value = { ...counted.value, [item.id]: { at: Date.now(), was: item.level, now: now.level } }
    items.value = items.value!.map(i => (i.id === now.id ? now : i))
    chosen.value = null
    said.value = ''
  }
  catch (error) {
    fieldProblem.value = (error as Error).message
    await load()
    chosen.value = items.value?.find(i => i.id === item.id) ?? item
  }
  busy.value = false
}
const onlyHere = addressWords()
const left = computed(() => (items.value ?? []).filter(i => !counted.value[i.id]))
async function print() {
  const { shelfLabels } = await import('#core/trade/labels')
  const labels = (items.value ?? []).map(i => ({ no: i.labelNo, name: i.name, address: `${location.origin}/stock/${i.labelNo}` }))
  keepFile('shelf-labels.pdf', 'application/pdf', await shelfLabels(labels))
}
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Stocktake</h1>
        <p class="muted">Scan a label or type its number, then count what is there. The difference goes into the ledger under your name.</p>
      </div>
      <div class="do">
        <Button severity="secondary" label="Print labels" :disabled="!items" @click="print" />
        <NuxtLink class="button" to="/shelf">Back to the shelf</NuxtLink>
      </div>
    </header>
    <p v-if="onlyHere" class="muted">{{ onlyHere }}</p>
    <section class="find">
      <div class="camera">
        <video v-show="scanner.running.value" ref="video" muted playsinline aria-label="What the camera sees" />
        <Button v-if="!scanner.running.value" label="Scan with the camera" @click="scanner.start" />
        <Button v-else severity="secondary" label="Camera off" @click="scanner.stop" />
        <p v-if="scanner.problem.value" class="problem" role="alert">{{ scanner.problem.value }}</p>
      </div>
      <form novalidate @submit.prevent="found(typed)">
        <TextField v-model="typed" label="Number on the label" />
        <Button type="submit" severity="secondary" label="Find it" />
      </form>
    </section>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <section v-if="chosen" class="count" :aria-label="chosen.name">
      <h2>{{ chosen.name }}</h2>
      <p>
        {{ stockKind(chosen.kind).name }}, label {{ chosen.labelNo }}. The ledger says
        <strong class="numeral">{{ words.amount(chosen.kind, chosen.level) }}</strong>.
      </p>
      <p v-if="said" class="said" role="status">{{ said }}</p>
      <form ref="field" novalidate @submit.prevent="count">
        <TextField v-model="amount" label="How much is there?" :error="fieldProblem" />
        <TextField v-model="note" label="Why it differs" hint="Leave blank when nobody knows" />
        <Button type="submit" label="Counted" :disabled="busy" />
        <Button type="button" severity="secondary" label="Not this one" @click="chosen = null" />
      </form>
      <p v-if="difference !== null" class="muted">
        {{ difference === 0 ? 'As the ledger says.' : `${words.signed(chosen.kind, difference)} against the ledger.` }}
      </p>
    </section>
    <p v-if="items" class="muted">
      {{ items.length === 0
        ? 'There is nothing on the shelf to count.'
        : left.length === 0 ? 'Everything is counted.' : `${left.length} of ${items.length} are still to be counted.` }}
      <button v-if="Object.keys(counted).length" type="button" class="as-link" @click="counted = {}">Start a new stocktake</button>
    </p>
    <DataTable v-if="items" :value="items" data-key="id">
      <Column field="labelNo" header="Label" />
      <Column header="What">
        <template #body="{ data: i }">
          <button type="button" class="as-link" @click="found(String(i.labelNo))">{{ i.name }}</button>
        </template>
      </Column>
      <Column header="Ledger">
        <template #body="{ data: i }"><span class="numeral">{{ words.amount(i.kind, i.level) }}</span></template>
      </Column>
      <Column header="Counted">
        <template #body="{ data: i }">
          <template v-if="counted[i.id]">
            {{ houseTime.format(counted[i.id]!.at, 'HH:mm') }},
            {{ counted[i.id]!.now === counted[i.id]!.was ? 'right' : words.signed(i.kind, counted[i.id]!.now - counted[i.id]!.was) }}
          </template>
        </template>
      </Column>
    </DataTable>
  </div>
</template>

<style scoped>
.do { display: flex; flex-wrap: wrap; gap: 0.7rem; }
.find { display: flex; flex-wrap: wrap; gap: 1rem 2.5rem; align-items: end; margin-bottom: 1.2rem; }
.find form { display: flex; gap: 0.7rem; align-items: end; }
.camera { display: grid; gap: 0.6rem; justify-items: start; }
video { width: min(26rem, 90vw); background: #000; }
.count { border: 2px solid var(--glass); padding: 1rem 1.2rem; margin-bottom: 1.4rem; }
.count form { display: flex; flex-wrap: wrap; gap: 0.8rem; align-items: end; margin-top: 0.7rem; }
.said { border-left: 4px solid var(--glass); padding-left: 0.7rem; margin-top: 0.5rem; }
.numeral { font-size: 1.25rem; }
</style>
