<script setup lang="ts">
import { MM_PER_INCH } from '#core/basics/units'

/** A bar of a round length beside a drawing that fills its frame: it tells the size. @param scale px on the screen for one mm */
const props = defineProps<{ scale: number }>()
const units = useUnits()
const LENGTHS = { mm: [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000], in: [0.125, 0.25, 0.5, 1, 2, 4, 8, 20, 40].map(n => n * MM_PER_INCH) }
/** Long enough to be read, short enough to stay out of the way. px */
const LEAST = 28
const mm = computed(() => LENGTHS[units.unit.value].find(l => l * props.scale >= LEAST) ?? LENGTHS[units.unit.value].at(-1)!)
</script>

<template>
  <span class="scale"><span class="bar" aria-hidden="true" :style="{ width: `${mm * scale}px` }" />{{ units.length(mm) }}</span>
</template>

<style scoped>
.scale { display: inline-flex; align-items: center; gap: 0.4rem; color: #a9b4b4; font-size: 0.85rem; }
.bar { display: inline-block; height: 6px; border: solid #a9b4b4; border-width: 0 2px 2px; }
</style>
