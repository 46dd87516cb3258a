<script setup lang="ts">
/** One blank: measured at the left, tried at the right. `new` begins one. */
const id = String(useRoute().params.id)
const studio = useStudioStore()
const blank = computed(() => (id === 'new' ? null : studio.blank(id)))
</script>

<template>
  <div class="page">
    <header class="page-head">
      <h1>{{ id === 'new' ? 'Measure a blank' : blank?.name ?? 'Blank' }}</h1>
      <NuxtLink to="/blanks">All blanks</NuxtLink>
    </header>
    <p v-if="studio.shelfLoaded && id !== 'new' && !blank" class="problem">
      There is no such blank. It may have been removed; go back and choose again.
    </p>
    <BlankDesk v-else-if="studio.studio && (blank || id === 'new')" :key="`${id}${blank?.version ?? ''}`" :blank="blank" />
  </div>
</template>
