<script setup lang="ts">
import type { TakenByRun } from '#shared/stock'

/** What a run took off the shelf, as the ledger has it, and what that cost. */
const props = defineProps<{ runId: string }>()
const units = useUnits()
const words = useStockWords()
const taken = ref<TakenByRun[]>([])
onMounted(
  quietLoad('what this run took off the shelf', async () => (taken.value = await api<TakenByRun[]>(`runs/${props.runId}/taken`))),
)
/** What is gone; what went back counts against what was put out. */
const gone = computed(() => taken.value.filter(t => t.change < 0))
const cost = (t: TakenByRun) => (t.price === null ? null : -t.change * t.price)
const unpriced = computed(() => gone.value.find(t => t.price === null)?.name)
const all = computed(() => gone.value.reduce((sum, t) => sum + (cost(t) ?? 0), 0))
</script>

<template>
  <section v-if="gone.length" aria-label="Used from the shelf">
    <h2>Used from the shelf</h2>
    <ul>
      <li v-for="t in gone" :key="t.id">
        <span class="numeral">{{ words.amount(t.kind, -t.change) }}</span> of {{ t.name }}<template v-if="cost(t) !== null">,
          {{ units.money(cost(t)!) }}</template>
      </li>
    </ul>
    <p class="muted">
      {{ units.money(all) }} in all, by what these packs, bottles and rolls cost. Time is not in it{{ unpriced ? `, nor is ${unpriced}: no
      price is on its roll` : '' }}.
    </p>
  </section>
</template>

<style scoped>
section { margin: 1rem 0; }
ul { list-style: none; padding: 0; margin: 0.3rem 0; }
.numeral { font-size: 1.2rem; }
</style>
