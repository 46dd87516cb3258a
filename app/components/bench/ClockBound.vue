<script setup lang="ts">
import { formatDuration } from '#core/basics/units'

/** How far this device's clocks may be from the server's, and since when nobody has checked. */
const { errorMs, checkedAt, second: now } = useServerClock()
const STALE_S = 6 * 60
const since = computed(() => (void now.value, checkedAt.value === null ? null : (performance.now() - checkedAt.value) / 1000))
const words = computed(() => {
  if (since.value === null) return 'Clock not checked with the server since this page was opened; it goes by the device.'
  const ms = Math.max(1, Math.ceil(errorMs.value))
  const bound = `Clock right to ${ms < 1000 ? `${ms} thousandths of a second` : formatDuration(Math.ceil(ms / 1000))}`
  return since.value > STALE_S
    ? `${bound} when it was checked ${formatDuration(Math.floor(since.value / 60) * 60)} ago; counted on since.`
    : `${bound}.`
})
</script>

<template>
  <p class="bound muted">{{ words }}</p>
</template>

<style scoped>
.bound { padding: 0.6rem 0; font-size: 0.92rem; }
</style>
