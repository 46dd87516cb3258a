<script setup lang="ts">
import { stockKind } from '#core/trade/stock'
import type { StockItem } from '#shared/stock'

/** Where a label's code leads: one thing on the shelf, its level, and what happened to it. */
const no = Number(useRoute().params.no)
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
const entered = ref(0)
async function again() {
  entered.value++
  await load()
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
      <!-- Each entry is a form of its own. -->
      <MoveForm :key="entered" :item="item" @close="again" />
      <StockLedger :id="item.id" :kind="item.kind" :level="item.level" />
      <PapersOf :product="item.name" />
    </template>
  </div>
</template>
