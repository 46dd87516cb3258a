<script setup lang="ts">
import type { ArtworkSummary } from '#shared/artworks'
import type { SheetSummary } from '#shared/sheets'

/** The studio's stencils, drawn to one scale as far as they fit. */
const studio = useStudioStore()
const units = useUnits()
const sheets = ref<SheetSummary[]>([])
onMounted(quietLoad('the cut sheets', async () => (sheets.value = (await apiList<SheetSummary>('sheets')).filter(s => !s.putAway))))
onMounted(() => studio.artworks ?? studio.loadArtworks().catch(() => {}))
const kept = computed(() => studio.artworks?.filter(a => !a.putAway) ?? [])
const islands = (a: ArtworkSummary) =>
  a.figures.islands === 0 ? 'no islands' : a.figures.islands === 1 ? 'one island' : `${a.figures.islands} islands`
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Stencils</h1>
        <p class="muted">What is weeded gets frosted. Each is read for what would tear, get lost or look brushed before it is cut.</p>
      </div>
      <p class="do">
        <NuxtLink class="button" to="/sheet/new">New cut sheet</NuxtLink> <NuxtLink class="button strong" to="/stencil/new">Read new
          art</NuxtLink>
      </p>
    </header>
    <p v-if="studio.artworks && kept.length === 0">None yet. Letters, an SVG or a scan are enough to begin.</p>
    <section v-if="sheets.length" class="sheets" aria-label="Cut sheets">
      <h2>Cut sheets</h2>
      <p>
        <NuxtLink v-for="s in sheets" :key="s.id" class="button" :to="`/sheet/${s.id}`">{{ s.name }}
          <span class="muted">{{ s.cutAt ? 'cut' : 'to cut' }}</span></NuxtLink>
      </p>
    </section>
    <ul>
      <li v-for="a in kept" :key="a.id">
        <NuxtLink :to="`/stencil/${a.id}`">
          <svg :viewBox="`-4 -4 ${a.figures.width + 8} ${a.figures.height + 8}`" aria-hidden="true">
            <path :d="a.figures.outline" fill-rule="evenodd" />
          </svg>
          <strong>{{ a.name }}</strong>
          <span class="muted">{{ units.length(a.figures.width) }} × {{ units.length(a.figures.height) }}, {{ a.figures.pieces }} to weed,
            {{ islands(a) }}</span>
        </NuxtLink>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.do { display: flex; gap: 0.6rem; }
.sheets { margin-bottom: 1.6rem; }
.sheets p { display: flex; flex-wrap: wrap; gap: 0.6rem; margin-top: 0.5rem; }
ul { list-style: none; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(15rem, 1fr)); gap: 1.5rem; }
li a { display: grid; gap: 0.1rem; color: var(--text); text-decoration: none; }
li a:hover strong { text-decoration: underline; }
svg { width: 100%; height: 170px; background: #0f1112; padding: 0.8rem; }
path { fill: #f4fafa; }
strong { font: 640 1.45rem/1.1 var(--display); margin-top: 0.3rem; }
li .muted { font-size: 0.94rem; }
</style>
