<script setup lang="ts">
import Textarea from 'primevue/textarea'
import { batchSpread, judgePlace, placeWords } from '#core/piece/blank'
import { formatArea, formatNumber, parseLength, parseLengths } from '#core/basics/units'
import { boxRing } from '#core/basics/outline'
import { enclosedVolume, gaussianCurvature, meridianLength, wallAngle, wallArea } from '#core/piece/vessel'
import type { Wall } from '#core/piece/vessel'

/** Tries a stencil on a wall: where it wrinkles, which shape to cut, how large it may be; and a batch of girths. */
const props = defineProps<{ wall: Wall, noun: string }>()
/** Girth of each piece of a batch, one a line: kept with the blank. */
const girths = defineModel<string>('girths', { required: true })
const studio = useStudioStore()
const units = useUnits()
const form = reactive({ width: '60 mm', height: '45 mm', middle: '', wrap: '' })
const length = (text: string) => {
  const parsed = parseLength(text, units.unit.value)
  return parsed.ok && parsed.value > 0 ? parsed.value : null
}
const middle = computed(() =>
  Math.min(Math.max(length(form.middle) ?? (props.wall.from + props.wall.to) / 2, props.wall.from), props.wall.to),
)
const art = computed(() => {
  const [width, height] = [length(form.width), length(form.height)]
  return width === null || height === null ? null : { width, height }
})
const verdict = computed(() => art.value && judgePlace(props.wall, middle.value, art.value, studio.rules.border, studio.rules.fitTolerance))
/** Gaussian curvature in words: a ball of the same curvature is easier to picture than a number. */
const bent = computed(() => {
  const k = gaussianCurvature(props.wall, middle.value)
  const radius = 1 / Math.sqrt(Math.abs(k))
  return Math.abs(k) < 1e-9 || radius > 2000
    ? ', curved one way only'
    : k > 0
      ? `, curved like a ball of ${units.length(radius)} radius`
      : `, curved like a saddle of ${units.length(radius)}`
})
const seen = ref<'side' | 'turned'>('side')
const frost = computed(() =>
  art.value
    ? [
        {
          open: [boxRing({ left: 0, top: 0, right: art.value.width, bottom: art.value.height })],
          ...art.value,
          spot: { at: 180, middle: middle.value, turn: 0 },
        },
      ]
    : [],
)
const girth = computed(() => 2 * Math.PI * props.wall.at(middle.value).r)
const batchRead = computed(() => parseLengths(girths.value, units.unit.value))
const unread = computed(() => batchRead.value.filter(g => !g.read.ok || g.read.value === 0).map(g => g.text))
const batch = computed(() => {
  const read = batchRead.value.flatMap(g => (g.read.ok ? [g.read.value] : []))
  if (read.length === 0 || unread.value.length > 0) return null
  return batchSpread(read, length(form.wrap), studio.rules.seamTolerance, units.unit.value)
})
</script>

<template>
  <div class="tester">
    <ChoiceField
      v-model="seen"
      label="Seen"
      class="bare"
      :options="[{ id: 'side', text: 'From the side' }, { id: 'turned', text: 'To turn' }]"
    />
    <div v-if="seen === 'turned'" class="turned"><LazyArtRound :wall="wall" :art="frost" :wet="false" behind="dark" /></div>
    <WallDrawing
      v-else
      :wall="wall"
      :middle="middle"
      :art="art"
      :fit="verdict ? (verdict.cut === 'arc' ? verdict.arc : verdict.straight) : null"
      :tolerance="studio.rules.fitTolerance"
    />
    <p class="facts muted">
      {{ units.length(wall.to - wall.from) }} tall, {{ units.length(meridianLength(wall, wall.from, wall.to)) }} up the side,
      {{ formatArea(wallArea(wall, wall.from, wall.to)) }} of wall, about
      {{ formatNumber(enclosedVolume(wall, wall.from, wall.to) / 1000) }} mL; {{ units.bothLengths(girth) }} round at the art, wall at
      {{ formatNumber(wallAngle(wall, middle), 1).replace('-', '−') }}°{{ bent }}.
    </p>
    <section aria-label="Try a stencil">
      <h2>Try a stencil</h2>
      <div class="row">
        <TextField v-model="form.width" label="Art width" />
        <TextField v-model="form.height" label="Art height" />
        <TextField v-model="form.middle" label="Its middle above the base" hint="Leave blank for halfway up" />
      </div>
      <p v-if="verdict" class="verdict" role="status">{{ placeWords(verdict) }}</p>
      <p v-if="verdict" class="muted">
        A {{ verdict.zone }} zone. Straight it is out by {{ formatNumber(verdict.straight.worst, 2) }} mm at worst, as an arc by
        {{ formatNumber(verdict.arc.worst, 2) }} mm; the house allows {{ formatNumber(studio.rules.fitTolerance, 2) }} mm.
        <template v-if="verdict.cut === 'arc' && verdict.arc.arc">Cut between radii of {{ units.length(verdict.arc.arc.lower) }} and
          {{ units.length(verdict.arc.arc.upper) }}, {{ formatNumber(verdict.arc.arc.angle, 2) }}° wide.</template>
      </p>
    </section>
    <section aria-label="Check a batch">
      <h2>Check a batch</h2>
      <div class="row">
        <Field
          v-slot="{ id, described }"
          class="wide"
          label="Girth of each piece"
          hint="One a line, as the tape says"
          :error="unread.length ? `&quot;${unread[0]}&quot; can't be read as a length.` : undefined"
        >
          <Textarea :id="id" v-model="girths" rows="3" auto-resize :aria-describedby="described" />
        </Field>
        <TextField v-model="form.wrap" label="Wrap-around art" hint="Width (leave blank if there is none)" />
      </div>
      <p v-if="batch" class="verdict" role="status">{{ batch.sentence }}</p>
    </section>
  </div>
</template>

<style scoped>
.tester { display: grid; gap: 1.1rem; }
.turned { height: 22rem; }
.bare :deep(> label) { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
h2 { margin-bottom: 0.6rem; font-size: 1.45rem; }
.row { display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 0.9rem; }
.wide { grid-column: span 2; }
.verdict { font-size: 1.15rem; font-weight: 650; margin-top: 0.7rem; }
@media (max-width: 40rem) { .row { grid-template-columns: 1fr 1fr; } .wide { grid-column: 1 / -1; } }
</style>
