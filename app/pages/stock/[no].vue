<script setup lang="ts">
import { stockKind } from '#core/trade/stock'
import type { StockItem } from '#shared/stock'

/** Where a label's code leads: one thing on the shelf, its level, and what happened to it. */
const no = Number(useRoute().params.no)
const words = useStockWords()
const item = ref<StockItem | null>(null)
const problem = ref('')
async function load() {
  try {
    const found = (await apiList<StockItem>('stock')).find(i => i.labelNo === no)
    item.value = found ?? null
    problem.value = found ? '' : `There is no label ${no} on this shelf, or what it was on has been put away.`
  }
  catch (error) {
    problem.value = (error as Error).message
  }
}
onMounted(load)
onBeforeUnmount(useLiveTopic('shelf', load))
</script>

<template>
  <div class="page">
    <p v-if="problem" class="problem" role="alert">{{ problem }} <NuxtLink to="/shelf">The shelf</NuxtLink></p>
    <template v-if="item">
      <header class="page-head">
        <div>
          <h1>{{ item.name }}</h1>
          <p class="muted">{{ stockKind(item.kind).name }}, label {{ item.labelNo }}</p>
        </div>
        <NuxtLink class="button" to="/shelf">The shelf</NuxtLink>
      </header>
      <p class="numeral level">{{ words.amount(item.kind, item.level) }}</p>
      <MoveForm :item="item" @close="load" />
      <StockLedger :id="item.id" :kind="item.kind" :level="item.level" />
      <PapersOf :product="item.name" />
    </template>
  </div>
</template>

<style scoped>
.level { font-size: 2rem; margin-bottom: 0.8rem; }
</style>
