<script setup lang="ts">
import type { PlannedPass } from '#shared/demand'

/** What the coming two weeks will bring to nothing, or below where the lead wants to be told. */
const props = defineProps<{ planned: readonly PlannedPass[] }>()
const lines = useToBuy(toRef(props, 'planned'))
const words = useStockWords()
</script>

<template>
  <section v-if="lines.length" aria-label="To buy" class="buy">
    <h2>To buy for the coming two weeks</h2>
    <ul>
      <li v-for="l in lines" :key="l.id">
        <strong>{{ l.name }}</strong>: {{ l.buy }}.
        <span class="muted">{{ l.after < 0 ? `Planned work is short of ${words.amount(l.kind, -l.after)}.`
          : `${words.amount(l.kind, l.after)} will be left.` }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.buy { border-left: 4px solid var(--glass); padding: 0.2rem 0 0.2rem 1rem; margin-bottom: 1.8rem; }
ul { list-style: none; padding: 0; margin-top: 0.4rem; }
li { padding: 0.2rem 0; }
</style>
