<script setup lang="ts">
import type { Artwork } from '#shared/artworks'

/** One stencil: its art, its size, and what it says. `new` begins one. */
const id = String(useRoute().params.id)
const studio = useStudioStore()
const artwork = ref<Artwork | null>(null)
const problem = ref('')
if (id !== 'new')
  await api<Artwork>(`artworks/${id}`).then(
    a => (artwork.value = a),
    (e: Error) => (problem.value = e.message),
  )
</script>

<template>
  <div class="page wide">
    <header class="page-head">
      <h1>{{ id === 'new' ? 'Read new art' : artwork?.name ?? 'Stencil' }}</h1>
      <NuxtLink to="/stencils">All stencils</NuxtLink>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <StencilDesk v-else-if="studio.studio" :artwork="artwork" />
  </div>
</template>

<style scoped>
.wide { max-width: 96rem; }
</style>
