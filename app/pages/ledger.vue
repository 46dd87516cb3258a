<script setup lang="ts">
import Button from 'primevue/button'
import type { LedgerLine } from '#shared/stock'
import { PAGE_ROWS } from '#shared/pages'

/** Everything that came, went and was counted, the latest first. */
const lines = ref<LedgerLine[] | null>(null)
const problem = ref('')
const more = ref(false)
async function load(after?: LedgerLine) {
  try {
    const page = await api<LedgerLine[]>(`stock/ledger${after ? `?after=${after.id}` : ''}`)
    lines.value = after ? [...lines.value!, ...page] : page
    more.value = page.length === PAGE_ROWS
    problem.value = ''
  }
  catch (error) {
    problem.value = (error as Error).message
  }
}
onMounted(() => load())
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Ledger</h1>
        <p class="muted">What came, went and was counted. Nothing here is ever changed: a mistake is put right by counting again.</p>
      </div>
      <NuxtLink class="button" to="/shelf">Back to the shelf</NuxtLink>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="lines?.length === 0">Nothing has been entered yet.</p>
    <div v-else-if="lines" class="scroll" tabindex="0" role="region" aria-label="Lines of the ledger">
      <LedgerTable :lines="lines" named />
    </div>
    <Button v-if="more" label="Show older lines" severity="secondary" @click="load(lines!.at(-1)!)" />
  </div>
</template>

<style scoped>
.scroll { overflow-x: auto; margin-bottom: 1rem; }
</style>
