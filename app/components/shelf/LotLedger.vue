<script setup lang="ts">
import { levelChangeWords } from '#core/trade/stock'
import type { Lot, LevelLine } from '#shared/shelf'

/** Why a lot's level is what it is: each change with its cause, the latest first. */
const props = defineProps<{ lot: Lot }>()
const studio = useStudioStore()
const houseTime = useHouseTime()
const amount = computed(() => useAmount(props.lot.kind))
const lines = ref<LevelLine[] | null>(null)
const problem = ref('')
const load = () =>
  apiList<LevelLine>(`lots/${props.lot.id}/ledger`).then(
    (found) => {
      lines.value = found
      problem.value = ''
    },
    (e: Error) => void (problem.value = e.message),
  )
const opened = (event: Event) => void ((event.target as HTMLDetailsElement).open && load())
watch(
  () => props.lot.left,
  () => void (lines.value && load()),
)
const signed = (v: number) => `${v < 0 ? '−' : '+'}${amount.value(Math.abs(v))}`
</script>

<template>
  <details @toggle="opened">
    <summary>What changed its level</summary>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="lines?.length === 0" class="muted">Nothing has been entered yet.</p>
    <table v-else-if="lines">
      <tbody>
        <tr v-for="l in lines" :key="l.id">
          <td class="numeral">{{ houseTime.format(l.at, 'd MMM HH:mm') }}</td>
          <td class="numeral change">{{ signed(l.change) }}</td>
          <td>
            <NuxtLink v-if="l.runId" :to="`/log/${l.runId}`">{{ levelChangeWords(l.kind, l.note) }}</NuxtLink>
            <template v-else>{{ levelChangeWords(l.kind, l.note) }}</template>, {{ studio.nameOf(l.by) }}
          </td>
        </tr>
      </tbody>
    </table>
  </details>
</template>

<style scoped>
summary { padding: 0.5rem 0; cursor: pointer; }
td { padding: 0.15rem 0.9rem 0.15rem 0; vertical-align: baseline; }
.change { text-align: right; white-space: nowrap; }
</style>
