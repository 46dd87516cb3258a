<script setup lang="ts">
import type { Step } from '#core/plan/steps'

/** Somebody came here too early: what comes first, and the way there. */
defineProps<{ step: Step, runId: string }>()
</script>

<template>
  <p class="problem">First: {{ step.title }}. <NuxtLink :to="`/bench/${runId}`">Back to the bench</NuxtLink></p>
</template>
