<script setup lang="ts">
/** The line of this moment through a day's bands. It moves by itself, and nothing else is drawn again for it. */
const props = defineProps<{ midnight: number, from: number, to: number, perSecond: number, labelWidth: number }>()
const { second } = useServerClock()
const at = computed(() => (second.value - props.midnight) / 1000)
const left = computed(() =>
  at.value < props.from || at.value > props.to ? null : Math.round(props.labelWidth + (at.value - props.from) * props.perSecond),
)
</script>

<template>
  <span v-if="left !== null" class="now" :style="{ left: `${left}px` }" aria-hidden="true" />
</template>

<style scoped>
.now { position: absolute; top: 1.7rem; bottom: 0; width: 0; border-left: 2px solid var(--text); z-index: 1; pointer-events: none; }
</style>
