<script setup lang="ts">
import type { ArtworkSummary } from '#shared/artworks'

/** The studio's stencils, drawn to one scale as far as they fit. */
const studio = useStudioStore()
const units = useUnits()
onMounted(() => studio.artworks ?? studio.loadArtworks())
const kept = computed(() => studio.artworks?.filter(a => !a.putAway) ?? [])
const islands = (a: ArtworkSummary) => (a.figures.islands === 0 ? 'no islands' : a.figures.islands === 1 ? 'one island' : `${a.figures.islands} islands`)
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Stencils</h1>
        <p class="muted">What is weeded gets frosted. Each is read for what would tear, get lost or look brushed before it is cut.</p>
      </div>
      <p class="do"><NuxtLink class="button strong" to="/stencil/new">Read new art</NuxtLink></p>
    </header>
    <p v-if="studio.artworks && kept.length === 0">None yet. Letters, an SVG or a scan are enough to begin.</p>
    <ul>
      <li v-for="a in kept" :key="a.id">
        <NuxtLink :to="`/stencil/${a.id}`">
          <svg :viewBox="`-4 -4 ${a.figures.width + 8} ${a.figures.height + 8}`" aria-hidden="true"><path :d="a.figures.outline" fill-rule="evenodd" /></svg>
          <strong>{{ a.name }}</strong>
          <span class="muted">{{ units.length(a.figures.width) }} × {{ units.length(a.figures.height) }}, {{ a.figures.pieces }} to weed, {{ islands(a) }}</span>
        </NuxtLink>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.do { display: flex; gap: 0.6rem; }
ul { list-style: none; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(15rem, 1fr)); gap: 1.5rem; }
li a { display: grid; gap: 0.1rem; color: var(--text); text-decoration: none; }
li a:hover strong { text-decoration: underline; }
svg { width: 100%; height: 170px; background: #0f1112; padding: 0.8rem; }
path { fill: #f4fafa; }
strong { font: 640 1.45rem/1.1 var(--display); margin-top: 0.3rem; }
li .muted { font-size: 0.94rem; }
</style>
