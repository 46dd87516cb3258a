<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { Block, Dwell } from '#core/crew/day'
import { formatTimeOfDay } from '#core/basics/units'
import { formatPlanTime, wallTime } from '#core/basics/zone'
import { SHARED } from '#core/crew/schedule'
import type { Day, ShownDay } from '~/composables/useDay'

/** The day as bands: one for each person, then the bench with its pieces, sinks, tubs, cabinets and the drying rack. */
const props = defineProps<{ day: Day, shown: ShownDay, selected: string | null }>()
const emit = defineEmits<{ choose: [block: Block], move: [step: { chain: string, task: number, start: number, person: string }] }>()
const work = useWorkStore()

const scroller = useTemplateRef<HTMLElement>('scroller')
const { width } = useElementSize(scroller)
/** Room for the names at the left, px. */
const labelWidth = computed(() => (width.value < 600 ? 76 : 128))
/** How much of the day the screen holds, s; null: all of it. */
const ZOOMS = [
  { id: 'day', text: 'All of it', seconds: null },
  { id: 'hours', text: 'Two hours', seconds: 7200 },
  { id: 'half', text: 'Half an hour', seconds: 1800 },
  { id: 'ten', text: 'Ten minutes', seconds: 600 },
] as const
/** A phone shows two hours at first: a whole day would be slivers. */
const zoom = ref<(typeof ZOOMS)[number]['id']>(window.innerWidth < 700 ? 'hours' : 'day')

const lastToday = computed(() => Math.max(...props.shown.blocks.filter(b => b.from < props.day.length).map(b => b.to), 0))
const from = computed(() => Math.floor(Math.min(...props.shown.blocks.map(b => b.from)) / 900) * 900)
const to = computed(() => Math.ceil(Math.max(lastToday.value, from.value + 3600) / 900) * 900)
const perSecond = computed(() => {
  const room = Math.max(200, width.value - labelWidth.value - 4)
  const seconds = ZOOMS.find(z => z.id === zoom.value)!.seconds
  return room / (seconds === null ? to.value - from.value : Math.min(seconds, to.value - from.value))
})
const x = (s: number) => (s - from.value) * perSecond.value
const full = computed(() => (to.value - from.value) * perSecond.value)
const STEPS = [60, 300, 900, 1800, 3600]
const ticks = computed(() => {
  const step = STEPS.find(s => s * perSecond.value >= 54) ?? 7200
  return Array.from({ length: Math.floor((to.value - from.value) / step) + 1 }, (_, i) => from.value + i * step).filter(t => t % step === 0)
})

const onWall = (t: number) => formatTimeOfDay(wallTime(props.day.clock, t).seconds)

const people = computed(() =>
  props.day.crew.value.map(p => ({
    id: p.id,
    name: p.name.split(' ')[0]!,
    blocks: props.shown.blocks.filter(b => b.person === p.id && b.from < props.day.length),
  })),
)
/** Places on the bench: each piece in the first one that is free. */
const lanes = computed(() => {
  const ends: number[] = []
  const set = props.shown.dwells
    .map((d): Dwell & { lane: number, coat: number } => ({
      ...d,
      lane: -1,
      coat: props.shown.blocks.find(b => b.chain === d.chain && b.task === 0)?.from ?? d.from,
    }))
    .sort((a, b) => a.coat - b.coat)
  for (const d of set) {
    const free = ends.findIndex(e => e <= d.coat)
    d.lane = free === -1 ? ends.length : free
    ends[d.lane] = d.to
  }
  return { set, count: ends.length }
})
const atFixtures = computed(() => props.shown.blocks.filter(b => b.skill === 'rinse' || b.skill === 'blast'))
const fixtures = computed(() =>
  SHARED.map(stand => ({ stand, blocks: atFixtures.value.filter(b => b.stand === stand) })).filter(f => f.blocks.length > 0),
)
const shapeOf = (pass: string) => {
  const found = work.passes.find(p => p.id === pass)
  return found && shapeOfPass(found)
}
const nounOf = (d: { job: string, piece: number | null }) => `${props.day.jobs.value.find(j => j.id === d.job)?.plan.noun ?? ''} ${d.piece}`

const drag = ref<{ key: string, dx: number, person: string } | null>(null)
let held: { block: Block, startX: number } | null = null
/** A press that travels less than this is a tap. px */
const TAP = 6
function down(event: PointerEvent, b: Block) {
  if (b.fact || event.button !== 0) return
  held = { block: b, startX: event.clientX }
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
}
function over(event: PointerEvent): string | null {
  return (
    document
      .elementsFromPoint(event.clientX, event.clientY)
      .map(e => (e as HTMLElement).closest<HTMLElement>('[data-person]')?.dataset.person)
      .find(Boolean) ?? null
  )
}
function moveTo(event: PointerEvent) {
  if (!held) return
  const dx = event.clientX - held.startX
  const person = over(event) ?? held.block.person
  if (drag.value || Math.abs(dx) > TAP || person !== held.block.person) drag.value = { key: held.block.key, dx, person }
}
function up() {
  if (held && drag.value)
    emit('move', {
      chain: held.block.chain,
      task: held.block.task,
      start: Math.round(held.block.from + drag.value.dx / perSecond.value),
      person: drag.value.person,
    })
  held = null
  drag.value = null
}
function keys(event: KeyboardEvent, b: Block) {
  const ids = people.value.map(p => p.id)
  const at = ids.indexOf(b.person)
  const step = { chain: b.chain, task: b.task, start: b.from, person: b.person }
  const moves: Record<string, typeof step | undefined> = {
    ArrowLeft: { ...step, start: b.from - 60 },
    ArrowRight: { ...step, start: b.from + 60 },
    ArrowUp: at > 0 ? { ...step, person: ids[at - 1]! } : undefined,
    ArrowDown: at < ids.length - 1 ? { ...step, person: ids[at + 1]! } : undefined,
  }
  if (!(event.key in moves)) return
  event.preventDefault()
  if (moves[event.key]) emit('move', moves[event.key]!)
}
/** Narrower than this is no target for a finger: the lists below choose it as well, and closer in it is one. px */
const TARGET = 24
const wide = (b: Block) => (b.to - b.from) * perSecond.value >= TARGET
const label = (b: Block) =>
  `${b.words}, ${formatPlanTime(props.day.clock, b.from)} to ${formatPlanTime(props.day.clock, b.to)}, `
  + `${props.day.nameOf(b.person)}${b.fact ? ', has begun' : b.locked ? ', locked' : ''}`
</script>

<template>
  <div class="bands">
    <p class="zoom no-print" role="group" aria-label="How much is shown">
      <button v-for="z in ZOOMS" :key="z.id" type="button" :aria-pressed="zoom === z.id" @click="zoom = z.id">{{ z.text }}</button>
      <span class="muted">Drag a task to move it, or choose it, here or in the lists below.</span>
    </p>
    <div ref="scroller" class="scroller" tabindex="0" aria-label="The day in bands">
      <div class="sheet" :style="{ 'width': `${labelWidth + full}px`, '--label': `${labelWidth}px` }">
        <div class="axis" aria-hidden="true">
          <span v-for="t in ticks" :key="t" class="numeral" :style="{ left: `${labelWidth + x(t)}px` }">{{ onWall(t) }}</span>
        </div>
        <div v-for="p in people" :key="p.id" class="row person" :data-person="p.id" :class="{ target: drag?.person === p.id }">
          <h3>{{ p.name }}</h3>
          <div class="track">
            <component
              :is="wide(b) ? 'button' : 'span'" v-for="b in p.blocks" :key="b.key" :type="wide(b) ? 'button' : undefined" :title="label(b)"
              class="block" :class="[b.skill, { fact: b.fact, locked: b.locked, chosen: b.key === selected, moving: drag?.key === b.key }]"
              :style="{ left: `${x(b.from)}px`,
                        width: `${Math.max(4, (b.to - b.from) * perSecond)}px`,
                        transform: drag?.key === b.key
                          ? `translateX(${drag.dx}px)` : undefined }"
              :aria-label="wide(b) ? label(b) : undefined" :aria-hidden="wide(b) ? undefined : true" @click="emit('choose', b)"
              @pointerdown="down($event, b)" @pointermove="moveTo" @pointerup="up" @pointercancel="drag = null" @keydown="keys($event, b)"
            >
              <span v-if="(b.to - b.from) * perSecond > 46">{{ b.words }}</span>
            </component>
          </div>
        </div>
        <div class="row bench" :style="{ height: `${Math.max(1, lanes.count) * 46 + 8}px` }">
          <h3>On the bench</h3>
          <div class="track">
            <div
              v-for="d in lanes.set"
              :key="d.chain"
              class="dwell"
              :style="{ left: `${x(d.coat)}px`, width: `${(d.to - d.coat) * perSecond}px`, top: `${4 + d.lane * 46}px` }"
            >
              <span class="coated" :style="{ width: `${(d.from - d.coat) * perSecond}px` }" />
              <span
                class="window"
                :style="{ left: `${(d.notBefore - d.coat) * perSecond}px`, width: `${(d.notAfter - d.notBefore) * perSecond}px` }"
              />
              <span class="best" :style="{ left: `${(d.best - d.coat) * perSecond}px` }" />
              <PieceSilhouette v-if="shapeOf(d.job)" :shape="shapeOf(d.job)!" :size="34" :wide="26" />
              <span v-if="(d.to - d.coat) * perSecond > 96" class="name">{{ nounOf(d) }}</span>
            </div>
          </div>
        </div>
        <div v-for="f in fixtures" :key="f.stand" class="row station">
          <h3 class="capital">{{ f.stand }}</h3>
          <div class="track">
            <span
              v-for="b in f.blocks"
              :key="b.key"
              class="use"
              :class="b.skill"
              :style="{ left: `${x(b.from)}px`, width: `${Math.max(3, (b.to - b.from) * perSecond)}px` }"
            ><i v-if="(b.to - b.from) * perSecond > 70">{{ nounOf(b) }}</i></span>
          </div>
        </div>
        <div v-if="shown.drying.length" class="row station">
          <h3>Rack</h3>
          <div class="track">
            <span
              v-for="d in shown.drying"
              :key="d.job"
              class="use drying"
              :style="{ left: `${x(d.from)}px`, width: `${(Math.min(d.to, to) - d.from) * perSecond}px` }"
            ><i>dries until {{ formatPlanTime(day.clock, d.to) }}</i></span>
          </div>
        </div>
        <DayNow v-if="day.isToday.value" :midnight="day.midnight" :from="from" :to="to" :per-second="perSecond" :label-width="labelWidth" />
      </div>
    </div>
  </div>
</template>

<style scoped>
.zoom { display: flex; flex-wrap: wrap; align-items: center; gap: 0.4rem; margin-bottom: 0.4rem; }
.zoom button {
  min-height: 44px;
  padding: 0.2rem 0.8rem;
  background: none;
  border: 1px solid var(--control-line);
  border-radius: 2px;
  color: var(--text);
  font: inherit;
  cursor: pointer;
}
.zoom button[aria-pressed='true'] { background: var(--frost); color: var(--on-frost); border-color: var(--frost); }
.zoom .muted { margin-left: 0.6rem; font-size: 0.92rem; }
.scroller { overflow-x: auto; background: var(--sunk); border: 1px solid var(--line); }
.sheet { position: relative; min-width: 100%; padding-bottom: 0.4rem; }
.axis { height: 1.7rem; position: relative; border-bottom: 1px solid var(--line); }
.axis span { position: absolute; transform: translateX(-50%); font-size: 1.05rem; color: var(--muted); padding-top: 0.2rem; }
.row { display: grid; grid-template-columns: var(--label) 1fr; border-bottom: 1px solid var(--line); position: relative; }
.row h3 {
  position: sticky;
  left: 0;
  z-index: 2;
  background: var(--sunk);
  padding: 0.5rem 0.6rem;
  font-size: 1.25rem;
  border-right: 1px solid var(--line);
}
.track { position: relative; }
.person { height: 58px; }
.person.target { background: var(--raised); }
.block {
  position: absolute;
  top: 7px;
  bottom: 7px;
  padding: 0 0.3rem;
  border: 1px solid var(--control-line);
  border-radius: 1px;
  background: var(--raised);
  color: var(--text);
  font: 600 0.95rem/1.1 var(--body);
  text-align: left;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
  cursor: grab;
  touch-action: none;
}
.block.coat { background: var(--frost); border-color: var(--frost); color: var(--on-frost); }
.block.rinse {
  background: repeating-linear-gradient(0deg, var(--glass-deep) 0 5px, transparent 5px 8px), var(--sunk);
  border-color: var(--glass);
}
.block.care {
  background: radial-gradient(circle, var(--glass) 2px, transparent 2.5px) 0 0 / 7px 7px, var(--sunk);
  border-color: var(--glass);
}
.block.blast { background: repeating-linear-gradient(45deg, var(--line) 0 3px, transparent 3px 6px), var(--sunk); }
.block.prepare, .block.finish { background: var(--raised); border-style: dashed; }
.block.fact { cursor: default; border-bottom: 5px solid var(--text); }
.block.locked { border: 3px solid var(--text); }
.block.chosen { outline: 3px solid var(--glass); outline-offset: 1px; z-index: 3; }
.block.moving { opacity: 0.75; z-index: 4; cursor: grabbing; }
.dwell { position: absolute; height: 40px; border-bottom: 2px solid var(--glass); display: flex; align-items: center; gap: 0.3rem; }
.dwell .coated { position: absolute; left: 0; top: 0; bottom: 0; background: var(--frost); opacity: 0.85; }
.dwell .window { position: absolute; bottom: -2px; height: 9px; background: color-mix(in srgb, var(--frost) 55%, transparent); }
.dwell .best { position: absolute; bottom: -4px; height: 15px; width: 3px; background: var(--text); }
.dwell :deep(svg) { position: relative; flex: none; margin-left: 6px; }
.dwell .name { position: relative; font-size: 0.88rem; white-space: nowrap; }
@media (max-width: 40rem) { .row h3 { padding: 0.4rem 0.3rem; font-size: 1.1rem; overflow-wrap: anywhere; } }
.station { height: 32px; }
.station h3 { font-size: 1.1rem; padding: 0.3rem 0.6rem; color: var(--muted); }
.use {
  position: absolute;
  top: 5px;
  bottom: 5px;
  background: repeating-linear-gradient(0deg, var(--glass-deep) 0 4px, transparent 4px 7px);
  border: 1px solid var(--glass);
  overflow: hidden;
}
.use i { font: 500 0.85rem/1.3 var(--body); padding: 0 0.3rem; white-space: nowrap; background: var(--sunk); }
.use.drying { background: none; border-style: dotted; border-color: var(--control-line); }
@media print { .scroller { overflow: visible; } }
</style>
