<script setup lang="ts">
import { describeSource } from '#core/basics/source'
import { NEVER_NEAR } from '#core/trade/waste'
</script>

<template>
  <details class="never">
    <summary>What never goes together</summary>
    <ul>
      <li v-for="n in NEVER_NEAR" :key="n.what">
        <strong>{{ n.what }}.</strong> {{ n.why }} <small>{{ describeSource(n.source) }}</small>
      </li>
    </ul>
    <p class="muted">A container refuses what does not belong in it, and says why. The safety data sheet and local rules come first.</p>
  </details>
</template>

<style scoped>
.never { margin-top: 1.2rem; max-width: 50rem; }
small { color: var(--muted); }
</style>
