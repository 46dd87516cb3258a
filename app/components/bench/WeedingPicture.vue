<script setup lang="ts">
import { outlineRings, weedingOrder } from '#core/art/weeding'
import type { Weeding } from '#core/art/weeding'
import { numberOf, pieceLabel } from '#core/plan/run-plan'
import { artOfPiece } from '#shared/passes'
import type { PlannedArt } from '#shared/passes'
import type { RunWithEvents } from '#shared/runs'

/** The film on its backing: what is taken out, numbered, the small parts first; what stays in the middle of an opening is marked. */
const props = defineProps<{ run: Pick<RunWithEvents, 'plan' | 'shape'> }>()
/** Art that is drawn; more would be a wall of pictures. */
const MOST = 6
/** Each art once, with the pieces that get it where not all do. */
const arts = computed(() => {
  const found = new Map<string, { art: PlannedArt, pieces: number[] }>()
  const { plan, shape } = props.run
  // What a device kept from before there were placements has none.
  for (const placement of (shape.placements as typeof shape.placements | undefined) ?? [])
    for (let n = 1; n <= plan.pieces; n++) {
      const art = artOfPiece(placement, numberOf(plan, n))
      if (!art?.d) continue
      const own = found.get(art.d) ?? { art, pieces: [] }
      if (!own.pieces.includes(n)) own.pieces.push(n)
      found.set(art.d, own)
    }
  return [...found.values()].slice(0, MOST)
})
const pictures = computed(() =>
  arts.value.map(({ art, pieces }) => {
    const weeding = weedingOrder(outlineRings(art.d))
    const edge = Math.max(art.width, art.height) * 0.08
    return {
      d: art.d,
      box: `${-edge} ${-edge} ${art.width + 2 * edge} ${art.height + 2 * edge}`,
      film: { x: -edge, y: -edge, width: art.width + 2 * edge, height: art.height + 2 * edge },
      unit: Math.max(art.width, art.height) / 100,
      ...weeding,
      words: words(weeding, art.mirrored ?? false),
      name: art.name ?? 'Stencil',
      of: pieces.length < props.run.plan.pieces ? pieces.map(n => pieceLabel(props.run.plan, n)).join(', ') : '',
    }
  }),
)
/** `3 to take out, small parts first; the one with a ring stays. Mirrored, as it is cut.` */
function words({ out, stays }: Weeding, mirrored: boolean): string {
  const ring = stays.length === 0 ? '' : stays.length === 1 ? '; the one with a ring stays' : `; the ${stays.length} with a ring stay`
  return `${out.length} to take out${out.length > 1 ? ', small parts first' : ''}${ring}.${mirrored ? ' Mirrored, as it is cut.' : ''}`
}
/** As large as its part has room for, and never too small to be read: then it stands over its edge. */
const size = (radius: number, unit: number) => Math.max(3.6 * unit, Math.min(radius * 1.4, 9 * unit))
</script>

<template>
  <div v-if="pictures.length" class="weeding">
    <figure v-for="(p, i) in pictures" :key="i">
      <svg :viewBox="p.box" role="img" :aria-label="`${p.name}: ${p.out.length} to take out, ${p.stays.length} to stay`">
        <rect class="film" v-bind="p.film" />
        <path class="out" :d="p.d" fill-rule="evenodd" />
        <circle
          v-for="(s, k) in p.stays"
          :key="`s${k}`"
          class="stays"
          :cx="s.x"
          :cy="s.y"
          :r="Math.min(s.radius * 0.6, 3 * p.unit)"
          :stroke-width="0.8 * p.unit"
        />
        <text
          v-for="o in p.out"
          :key="o.n"
          :x="o.x"
          :y="o.y"
          :font-size="size(o.radius, p.unit)"
          dy="0.35em"
          text-anchor="middle"
        >{{ o.n }}</text>
      </svg>
      <figcaption><strong>{{ p.name }}</strong>{{ p.of ? ` (${p.of})` : '' }}: {{ p.words }}</figcaption>
    </figure>
  </div>
</template>

<style scoped>
.weeding { display: grid; grid-template-columns: repeat(auto-fill, minmax(16rem, 1fr)); gap: 1rem; margin-top: 0.8rem; }
figure { margin: 0; display: grid; gap: 0.4rem; align-content: start; }
svg { width: 100%; max-height: 18rem; background: #efe9dc; }
.film { fill: #2f5f52; }
.out { fill: #efe9dc; }
.stays { fill: none; stroke: #f4fafa; }
text { fill: #17191a; stroke: #efe9dc; stroke-width: 0.18em; paint-order: stroke; font-family: var(--display); font-weight: 700; }
</style>
