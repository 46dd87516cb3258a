<script setup lang="ts">
import { WASTE_KINDS } from '#core/trade/waste'

/** What local rules say of each kind of waste, as the lead wrote it down, with where it says so. */
const store = useTubsStore()
const problem = ref('')
onMounted(() => store.loadWaste().catch((e: Error) => (problem.value = e.message)))
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Rules for waste</h1>
        <p class="muted">
          What your water authority and waste service say, written down by a lead with the source. Until then Crest says: collect it, and
          ask.
        </p>
      </div>
      <NuxtLink class="button" to="/clean-up">Tubs and waste</NuxtLink>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <ul>
      <li v-for="k in WASTE_KINDS" :key="k.id"><WasteRuleLine :kind="k.id" /></li>
    </ul>
    <NeverNear />
  </div>
</template>

<style scoped>
ul { list-style: none; padding: 0; border-top: 1px solid var(--line); }
li { border-bottom: 1px solid var(--line); padding: 0.8rem 0; }
</style>
