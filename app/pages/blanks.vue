<script setup lang="ts">
import { substrateKind } from '#core/trade/materials'
import { wallArea } from '#core/piece/vessel'
import { countOf, formatArea } from '#core/basics/units'
import { wallOf } from '#shared/blanks'
import type { Blank } from '#shared/blanks'

/** The studio's library of measured shapes, each as large as its frame, a bar beside it for the size. */
const studio = useStudioStore()
const units = useUnits()
const blanks = computed(() => studio.blanks.filter(b => !b.putAway))
const wall = wallOf
/** What the frame has room for, px. */
const [TALL, WIDE] = [168, 190]
const shape = (b: Blank) => {
  const w = wall(b)
  if (!w) return { surface: 'flat' as const, height: b.pane!.height, girth: b.pane!.width, wall: null, placements: [] }
  const middle = (w.from + w.to) / 2
  return {
    surface: 'cylinder' as const,
    height: w.to - w.from,
    girth: 2 * Math.PI * w.at(middle).r,
    placements: [],
    wall: { kind: b.heightKind, readings: b.readings, middle },
  }
}
function sizes(b: Blank): string {
  const w = wall(b)
  if (!w)
    return (
      `${units.length(b.pane!.width)} × ${units.length(b.pane!.height)}, ${units.length(b.pane!.thickness)} thick, `
      + `${b.pane!.holes.length === 0 ? 'no holes' : countOf(b.pane!.holes.length, 'hole')}`
    )
  const girths = b.readings.map(r => r.girth)
  return (
    `${units.length(w.to - w.from)} tall, ${units.length(Math.min(...girths))} to ${units.length(Math.max(...girths))} round, `
    + `${formatArea(wallArea(w, w.from, w.to))} of wall${spread(b)}`
  )
}
/** How much the pieces of the last batch differ. */
const spread = (b: Blank) =>
  b.girths.length < 2 ? '' : `; ${b.girths.length} pieces differ by ${units.length(Math.max(...b.girths) - Math.min(...b.girths))} round`
const drawn = computed(() => blanks.value.map((blank) => {
  const own = shape(blank)
  return { blank, shape: own, scale: silhouetteOf(own, TALL, WIDE).box.scale }
}))
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Blanks</h1>
        <p class="muted">Shapes measured with a tape: two girths make a cone, more make the whole wall.</p>
      </div>
      <NuxtLink class="button strong" to="/blank/new">Measure a blank</NuxtLink>
    </header>
    <p v-if="studio.shelfLoaded && blanks.length === 0">None measured yet. A tape and two girths are enough.</p>
    <ul>
      <li v-for="{ blank: b, shape: own, scale } in drawn" :key="b.id">
        <NuxtLink :to="`/blank/${b.id}`">
          <span class="dark dark-card"><PieceSilhouette :shape="own" :size="TALL" :wide="WIDE" /><ScaleBar :scale="scale" /></span>
          <strong>{{ b.name }}</strong>
          <span class="muted">{{ substrateKind(b.substrate).name }}</span>
          <span class="muted">{{ sizes(b) }}</span>
        </NuxtLink>
      </li>
    </ul>
  </div>
</template>

<style scoped>
ul { list-style: none; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(14rem, 1fr)); gap: 1.5rem; }
li a { display: grid; gap: 0.1rem; color: var(--text); text-decoration: none; }
li a:hover strong { text-decoration: underline; }
.dark :deep(.scale) { justify-self: end; }
.dark {
  display: grid;
  place-items: end center;
  gap: 0.6rem;
  min-height: 218px;
  padding: 1rem;
  margin-bottom: 0.4rem;
}
strong { font: 640 1.45rem/1.1 var(--display); }
li .muted { font-size: 0.94rem; }
</style>
