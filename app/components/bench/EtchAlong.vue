<script setup lang="ts">
import { countOf } from '#core/basics/units'

/** What of other jobs is etched with the same product just now, and the way to coat both in one go. */
const props = defineProps<{ run: string }>()
const { along } = useBenches()
const others = computed(() => along(props.run))
const words = computed(() => others.value.map(b => `${countOf(b.plan.pieces, b.plan.noun)} for ${b.run.subject}`).join(' and '))
const to = computed(() => `/bench/together?runs=${[props.run, ...others.value.map(b => b.run.id)].join(',')}`)
</script>

<template>
  <p v-if="others.length">
    With the same cream: {{ words }}. <NuxtLink :to="to">Coat them in one go</NuxtLink>
  </p>
</template>
