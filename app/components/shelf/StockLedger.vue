<script setup lang="ts">
import type { StockKindId } from '#core/trade/stock'
import type { LedgerLine } from '#shared/stock'

/** Why there is as much of a thing as there is: each change with its cause, the latest first. */
const props = defineProps<{ id: string, kind: StockKindId, level: number }>()
const lines = ref<LedgerLine[] | null>(null)
const problem = ref('')
const load = () =>
  apiList<LedgerLine>(`stock/${props.id}/ledger`).then(
    (found) => {
      lines.value = found
      problem.value = ''
    },
    (e: Error) => void (problem.value = e.message),
  )
const opened = (event: Event) => void ((event.target as HTMLDetailsElement).open && load())
watch(
  () => props.level,
  () => void (lines.value && load()),
)
</script>

<template>
  <details @toggle="opened">
    <summary>What changed its level</summary>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="lines?.length === 0" class="muted">Nothing has been entered yet.</p>
    <LedgerTable v-else-if="lines" :lines="lines" />
  </details>
</template>

<style scoped>
summary { padding: 0.5rem 0; cursor: pointer; }
</style>
