<script setup lang="ts">
/** A jerrycan for what is liquid, a lidded pail for what is dry, with its level. */
const props = defineProps<{ full: number, liquid: boolean }>()
const height = computed(() => Math.min(1, Math.max(0, props.full)) * 74)
</script>

<template>
  <svg viewBox="0 0 80 110" width="80" height="110" aria-hidden="true">
    <template v-if="liquid">
      <rect x="10" y="24" width="60" height="80" rx="4" fill="none" stroke="var(--glass)" stroke-width="2.4" />
      <path d="M52 24 V12 H64 V24 M14 24 Q14 12 24 12 H44" fill="none" stroke="var(--glass)" stroke-width="2.4" />
      <rect x="13" :y="101 - height" width="54" :height="height" fill="var(--glass-deep)" />
    </template>
    <template v-else>
      <path d="M12 30 L18 104 H62 L68 30 Z" fill="none" stroke="var(--glass)" stroke-width="2.4" />
      <rect x="8" y="22" width="64" height="8" rx="2" fill="none" stroke="var(--glass)" stroke-width="2.4" />
      <clipPath id="pail"><path d="M14 32 L20 102 H60 L66 32 Z" /></clipPath>
      <rect clip-path="url(#pail)" x="10" :y="102 - height" width="60" :height="height" fill="var(--glass-deep)" />
    </template>
  </svg>
</template>
