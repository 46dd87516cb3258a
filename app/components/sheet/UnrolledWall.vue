<script setup lang="ts">
import { around, corners } from '#core/piece/placement'
import type { KeepOut } from '#core/piece/placement'
import { meridianLength } from '#core/piece/vessel'
import type { Wall } from '#core/piece/vessel'
import type { PlacedStencil } from '#shared/sheets'

/** The wall unrolled at the seam: bands to keep clear, and every stencil with its border, numbered by its pass. */
const props = defineProps<{
  wall: Wall
  bands: KeepOut[]
  placed: PlacedStencil[]
  outline: (artworkId: string) => { d: string, width: number, height: number } | undefined
  passOf: number[]
}>()
const girth = computed(
  () =>
    2
    * Math.PI
    * Math.max(...Array.from({ length: 21 }, (_, i) => props.wall.at(props.wall.from + ((props.wall.to - props.wall.from) * i) / 20).r)),
)
const tall = computed(() => meridianLength(props.wall, props.wall.from, props.wall.to))
const up = (z: number) => tall.value - meridianLength(props.wall, props.wall.from, z)
/** Half the way round at each height: the unrolled wall is as wide as the tape says there. */
const edge = computed(() => {
  const points = Array.from({ length: 41 }, (_, i) => {
    const z = props.wall.to - ((props.wall.to - props.wall.from) * i) / 40
    return { y: up(z), half: Math.PI * props.wall.at(z).r }
  })
  const c = girth.value / 2
  return `M${points.map(p => `${c - p.half} ${p.y}`).join('L')}L${[...points]
    .reverse()
    .map(p => `${c + p.half} ${p.y}`)
    .join('L')}Z`
})
const centre = (p: PlacedStencil) => {
  const place = p.placement!
  const own = 2 * Math.PI * props.wall.at(place.middle).r
  return { x: girth.value / 2 + ((around(place.at) - 180) / 360) * own, y: up(place.middle) }
}
const border = (p: PlacedStencil) => {
  const place = p.placement!
  const c = centre(p)
  const own = corners(props.wall, place)
  const [mx, my] = [own.reduce((s, q) => s + q.x, 0) / 4, own.reduce((s, q) => s + q.y, 0) / 4]
  return `M${own.map(q => `${c.x + q.x - mx} ${c.y - (q.y - my)}`).join('L')}Z`
}
const art = (p: PlacedStencil) => {
  const o = props.outline(p.artworkId)
  const c = centre(p)
  return o && { d: o.d, transform: `translate(${c.x} ${c.y}) rotate(${-p.placement!.turn}) translate(${-o.width / 2} ${-o.height / 2})` }
}
const band = (k: KeepOut) => {
  const own = 2 * Math.PI * props.wall.at((k.from + k.to) / 2).r
  const width = k.at === null ? girth.value : (k.width / 360) * own
  const xs = k.at === null ? [0] : [-360, 0, 360].map(lap => girth.value / 2 + ((around(k.at!) - 180 + lap) / 360) * own - width / 2)
  return xs
    .filter(x => x < girth.value && x + width > 0)
    .map(x => ({ x: Math.max(0, x), width: Math.min(girth.value, x + width) - Math.max(0, x), y: up(k.to), height: up(k.from) - up(k.to) }))
}
const px = computed(() => girth.value / 620)
const clip = useId()
</script>

<template>
  <svg
    class="wall"
    :viewBox="`${-8 * px} ${-8 * px} ${girth + 16 * px} ${tall + 34 * px}`"
    role="img"
    aria-label="The wall unrolled, from the seam round to the seam"
  >
    <clipPath :id="clip"><path :d="edge" /></clipPath>
    <path class="glass" :d="edge" :stroke-width="1.6 * px" />
    <g :clip-path="`url(#${clip})`">
      <g v-for="k in bands" :key="k.kind">
        <rect v-for="(b, i) in band(k)" :key="i" class="band" :x="b.x" :y="b.y" :width="b.width" :height="b.height" />
      </g>
    </g>
    <g v-for="(p, i) in placed" :key="i">
      <path class="border" :d="border(p)" :stroke-width="1.4 * px" />
      <path v-if="art(p)" class="art" v-bind="art(p)" fill-rule="evenodd" />
      <text
        :x="centre(p).x"
        :y="centre(p).y - p.placement!.height / 2 - 4 * px"
        :font-size="15 * px"
        text-anchor="middle"
      >pass {{ passOf[i]! + 1 }}</text>
    </g>
    <text
      v-for="(t, i) in ['seam', '1/4', 'opposite', '3/4', 'seam']"
      :key="i"
      class="scale"
      :x="girth * i / 4"
      :y="tall + 20 * px"
      :font-size="14 * px"
      :text-anchor="i === 0 ? 'start' : i === 4 ? 'end' : 'middle'"
    >{{ t }}</text>
  </svg>
</template>

<style scoped>
.wall { display: block; width: 100%; max-height: 21rem; background: #0f1112; padding: 0.6rem; }
.glass { fill: #1a2624; stroke: #8cc5b2; }
.band { fill: #8cc5b2; opacity: 0.22; }
.border { fill: #24413a; fill-opacity: 0.85; stroke: #8cc5b2; }
.art { fill: #f4fafa; }
text { fill: #f4fafa; font-family: var(--display); font-weight: 600; }
.scale { fill: #a9b4b4; }
</style>
