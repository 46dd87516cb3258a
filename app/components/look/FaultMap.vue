<script setup lang="ts">
import { faultText } from '#core/bench/run'
import type { FaultId, FaultMark } from '#core/bench/run'
import { unrolled } from '#core/piece/placement'
import { wallOf } from '#shared/placements'
import type { PieceShape } from '#shared/runs'

/**
 * The piece unrolled, as it should be once dry: its art frosted, over dark card. A tap marks where a fault is; the marks are of this piece,
 * in degrees round from its seam and mm above its base.
 */
const props = defineProps<{ shape: PieceShape, marks: readonly FaultMark[], fault: FaultId | null }>()
const emit = defineEmits<{ mark: [at: number, middle: number], remove: [i: number] }>()
const wall = computed(() => wallOf(props.shape))
/** Degrees of what is in the middle: the front of a round piece, half the width of a flat one. */
const front = computed(() => (props.shape.surface === 'flat' ? 180 : (props.shape.placements?.[0]?.spots?.[0]?.at ?? 180)))
const flat = computed(() => unrolled(wall.value, front.value))
const wide = computed(() => flat.value.wide)
const tall = computed(() => flat.value.tall)
const place = (at: number, middle: number) => flat.value.place(at, middle)
const edge = computed(() => `M${flat.value.edge.map(p => `${p.x} ${p.y}`).join('L')}Z`)
const arts = computed(() =>
  [...(props.shape.etched ?? []), ...(props.shape.placements ?? [])].flatMap(({ art, artWidth, artHeight, spots }) =>
    (spots ?? []).map((spot) => {
      const c = place(spot.at, spot.middle)
      const [w, h] = art ? [art.width, art.height] : [artWidth, artHeight]
      const sized = `scale(${artWidth / w} ${artHeight / h}) translate(${-w / 2} ${-h / 2})`
      return {
        d: art?.d ?? `M0 0L${w} 0L${w} ${h}L0 ${h}Z`,
        drawn: Boolean(art),
        transform: `translate(${c.x} ${c.y}) rotate(${-spot.turn}) ${sized}`,
      }
    }),
  ),
)
const drawing = useTemplateRef<SVGSVGElement>('drawing')
const { width } = useElementSize(drawing)
/** mm of the piece that one pixel of the screen is. */
const px = computed(() => wide.value / (width.value || 560))
/** Where the arrow keys have brought the next mark, mm of the drawing. */
const aim = reactive({ x: wide.value / 2, y: tall.value / 2 })
const aiming = ref(false)
function markAt(x: number, y: number) {
  const { at, middle } = flat.value.placeAt(x, y)
  emit('mark', at, middle)
}
function tap(event: MouseEvent) {
  if (!props.fault) return
  const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(drawing.value!.getScreenCTM()!.inverse())
  markAt(p.x, p.y)
}
function key(event: KeyboardEvent) {
  const step = event.shiftKey ? 10 : 2
  const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[event.key]
  if (by) {
    event.preventDefault()
    aim.x = Math.min(wide.value, Math.max(0, aim.x + by[0]!))
    aim.y = Math.min(tall.value, Math.max(0, aim.y + by[1]!))
  }
  else if (['Enter', ' '].includes(event.key) && props.fault) {
    event.preventDefault()
    markAt(aim.x, aim.y)
  }
}
const R = 11
</script>

<template>
  <figure>
    <svg
      ref="drawing"
      role="application"
      tabindex="0"
      :aria-label="`The piece unrolled. Tap where it is, or move the cross with the arrow keys and press Enter. ${marks.length} marked.`"
      :class="{ marking: fault }"
      :viewBox="`${-2 * px} ${-2 * px} ${wide + 4 * px} ${tall + 4 * px}`"
      @click="tap"
      @keydown="key"
      @focus="aiming = true"
      @blur="aiming = false"
    >
      <path class="glass" :d="edge" :stroke-width="2 * px" />
      <path
        v-for="(a, i) in arts"
        :key="`a${i}`"
        class="art"
        :class="{ box: !a.drawn }"
        :d="a.d"
        :transform="a.transform"
        fill-rule="evenodd"
      />
      <path
        v-if="aiming && fault"
        class="aim"
        :stroke-width="2 * px"
        :transform="`translate(${aim.x} ${aim.y})`"
        :d="`M${-R * px} 0H${R * px}M0 ${-R * px}V${R * px}`"
      />
      <g v-for="(m, i) in marks" :key="`m${i}`" :transform="`translate(${place(m.at, m.middle).x} ${place(m.at, m.middle).y})`">
        <circle class="mark" :r="R * px" :stroke-width="2.5 * px" />
        <text class="no" :font-size="14 * px" text-anchor="middle" dominant-baseline="central">{{ i + 1 }}</text>
      </g>
    </svg>
    <figcaption>
      <ol v-if="marks.length">
        <li v-for="(m, i) in marks" :key="i">
          {{ faultText(m.fault) }}
          <button type="button" class="text-button" :aria-label="`Take mark ${i + 1} away`" @click="emit('remove', i)">take away</button>
        </li>
      </ol>
      <span v-else class="muted">{{ fault ? `Tap where it is: ${faultText(fault)}.` : 'Choose what you see, then tap where it is.' }}</span>
    </figcaption>
  </figure>
</template>

<style scoped>
figure { margin: 0; background: var(--card); padding: 0.8rem; color: #e9f4f2; }
svg { display: block; width: 100%; max-height: 15rem; touch-action: manipulation; }
svg.marking { cursor: crosshair; }
.glass { fill: #12201f; stroke: #8cc5b2; }
.art { fill: #e9f4f2; }
.art.box { fill: none; stroke: #e9f4f2; stroke-width: 2; vector-effect: non-scaling-stroke; stroke-dasharray: 5 4; }
.mark { fill: #ff9f5a; stroke: #12201f; }
.no { fill: #12201f; font-weight: 700; }
.aim { stroke: #ff9f5a; }
figcaption { margin-top: 0.6rem; }
figcaption .muted { color: #b9cfca; }
ol { margin: 0; padding-left: 1.4rem; display: grid; gap: 0.1rem; }
.text-button { background: none; border: 0; color: inherit; text-decoration: underline; font: inherit; cursor: pointer; min-height: 32px; }
</style>
