<script setup lang="ts">
import { frostWord } from '#core/bench/frost'
import type { FrostFigures } from '#core/bench/run'

/** How much lighter the frost is than clear glass, against what the house calls even and white. */
const props = defineProps<{ figures: FrostFigures }>()
const studio = useStudioStore()
const word = computed(() => frostWord('contrast', props.figures, studio.rules.whiteFrost))
/** The bar goes a quarter past the house's own mark. */
const PAST = 1.25
const share = computed(() => Math.min(1, Math.max(0, props.figures.contrast / (PAST * studio.rules.whiteFrost))))
</script>

<template>
  <div class="figures">
    <p class="contrast">
      <span class="numeral">{{ figures.contrast.toFixed(0) }}</span>
      <span>L* lighter than clear glass: <strong>{{ word }}</strong></span>
    </p>
    <div class="bar" aria-hidden="true">
      <span :style="{ width: `${100 * share}%` }" />
      <i :style="{ left: `${100 / PAST}%` }" />
    </div>
    <p class="muted">The mark shows what you call even and white: {{ studio.rules.whiteFrost }} L*.</p>
  </div>
</template>

<style scoped>
.figures { display: grid; gap: 0.35rem; }
.contrast { display: flex; align-items: baseline; gap: 0.6rem; font-size: 1.1rem; }
.contrast .numeral { font-size: 3.4rem; line-height: 1; }
.bar { position: relative; height: 10px; background: var(--card); border: 1px solid var(--control-line); }
.bar span { display: block; height: 100%; background: #e9f4f2; }
.bar i { position: absolute; top: -4px; bottom: -4px; width: 3px; background: var(--glass); }
.muted { font-size: 0.95rem; }
</style>
