<script setup lang="ts">
import type { DwellWindow } from '#core/plan/dwell'

/** One actual dwell against its window: the band is the window, the stroke is when it came off. */
const props = defineProps<{ dwell: number, window: DwellWindow }>()
const span = computed(() => Math.max(props.window.notAfter * 1.25, props.dwell * 1.08))
const at = (s: number) => `${(100 * s) / span.value}%`
</script>

<template>
  <span class="mark" aria-hidden="true">
    <span class="band" :style="{ left: at(window.notBefore), width: at(window.notAfter - window.notBefore) }" />
    <span class="dwelt" :style="{ width: at(dwell) }" />
    <span class="off" :style="{ left: at(dwell) }" />
  </span>
</template>

<style scoped>
.mark {
  position: relative;
  display: block;
  width: 100%;
  min-width: 9rem;
  height: 20px;
  background: var(--sunk);
  border-bottom: 1px solid var(--control-line);
}
.mark span { position: absolute; top: 0; bottom: 0; }
.band { background: var(--glass-deep); }
.dwelt { left: 0; top: 9px !important; bottom: 8px !important; background: var(--frost); }
.off { width: 3px; background: var(--frost); }
</style>
