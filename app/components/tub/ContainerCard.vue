<script setup lang="ts">
import { formatDay } from '#core/basics/zone'
import { mustLeave, wasteAmount, wasteKind } from '#core/trade/waste'
import type { Container } from '#shared/tubs'

/** A waste container as it stands there: drawn with its level, with what it is for and by when it has to leave. */
const props = defineProps<{ container: Container }>()
const houseTime = useHouseTime()
const full = computed(() => props.container.level / props.container.capacity)
const must = computed(() => mustLeave(props.container, houseTime.today()))
</script>

<template>
  <article>
    <NuxtLink :to="`/container/${container.id}`" :aria-label="container.name">
      <ContainerDrawing :full="full" :liquid="wasteKind(container.content).unit === 'ml'" />
    </NuxtLink>
    <div>
      <h3><NuxtLink :to="`/container/${container.id}`">{{ container.name }}</NuxtLink></h3>
      <p class="muted">{{ wasteKind(container.content).name }}</p>
      <p class="numeral level">
        {{ wasteAmount(container.content, container.level) }} of {{ wasteAmount(container.content, container.capacity) }}
      </p>
      <p v-if="container.place">{{ container.place }}</p>
      <p v-if="must === 'full'"><strong>Nearly full. Arrange for it to leave.</strong></p>
      <p v-if="container.fullBy">
        <strong v-if="must === 'overdue'">Should have left by {{ formatDay(container.fullBy, 'd MMM yyyy') }}.</strong>
        <template v-else>Has to leave by {{ formatDay(container.fullBy, 'd MMM yyyy') }}.</template>
      </p>
    </div>
  </article>
</template>

<style scoped>
article { display: grid; grid-template-columns: 5.5rem 1fr; gap: 1rem; align-items: start; }
h3 a { color: inherit; }
.level { font-size: 1.25rem; }
</style>
