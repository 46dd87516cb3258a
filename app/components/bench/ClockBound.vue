<script setup lang="ts">
import { formatDuration } from '#core/basics/units'

/** Says so where this device's clocks may be off by over a second, or nobody has checked them for a while. */
const { errorMs, checkedAt, second: now } = useServerClock()
const STALE_S = 6 * 60
/** Less than this matters to nobody at a bench. */
const OFF_MS = 1000
const since = computed(() => (void now.value, checkedAt.value === null ? null : (performance.now() - checkedAt.value) / 1000))
const words = computed(() => {
  if (since.value === null) return 'Clock not checked with the server since this page was opened; it goes by the device.'
  const off = errorMs.value > OFF_MS ? `The clock may be off by ${formatDuration(Math.ceil(errorMs.value / 1000))}.` : ''
  const ago = since.value > STALE_S
    ? `The clock was checked with the server ${formatDuration(Math.floor(since.value / 60) * 60)} ago and has counted on since.`
    : ''
  return [off, ago].filter(Boolean).join(' ')
})
</script>

<template>
  <p v-if="words" class="bound muted">{{ words }}</p>
</template>

<style scoped>
.bound { padding: 0.6rem 0; font-size: 0.92rem; }
</style>
