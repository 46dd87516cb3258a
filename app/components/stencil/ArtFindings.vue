<script setup lang="ts">
import Button from 'primevue/button'
import { formatArea, formatDuration, formatNumber } from '#core/basics/units'
import type { Finding, FindingId, Fix, StencilReport } from '#core/art/art-report'
import { findingsOf } from '#core/art/art-report'

/** What the art says before it is cut. Each line leads to its places; what can be mended safely can be tried at once. */
const props = defineProps<{
  report: StencilReport
  least: number
  undercut: number
  chosen: { finding: FindingId, mark: number } | null
  locked: boolean
}>()
const emit = defineEmits<{ look: [finding: Finding, mark: number], fix: [fix: Fix] }>()
const studio = useStudioStore()
const findings = computed(() => findingsOf(props.report, props.least))
const mm = (v: number) => (v < 0.01 ? 'under 0.01 mm' : `${formatNumber(v, 2)} mm`)
const many = (n: number, one: string, more: string) => (n === 1 ? `One ${one}` : `${n} ${more}`)

const BRUSH_MARKS = { change: 'brush marks will show.', care: 'brush marks may show.', fine: 'too small for brush marks.' } as const

function words(f: Finding): string {
  const first = f.marks[0]?.value
  switch (f.id) {
    case 'islands':
      return f.count === 0
        ? 'No islands: it holds together by itself.'
        : `${many(f.count, 'island stays', 'islands stay')} and ${f.count === 1 ? 'goes' : 'go'} on in place with transfer tape; the `
          + `smallest is ${formatArea(first!)}.`
    case 'bridges':
      return first === undefined
        ? 'No bridge of resist under 5 mm.'
        : f.count > 0
          ? `${many(f.count, 'bridge', 'bridges')} of resist under ${mm(props.least)} will tear; the narrowest is ${mm(first)}.`
          : `The narrowest bridge of resist is ${mm(first)}.`
    case 'openings':
      return first === undefined
        ? 'No opening under 5 mm.'
        : f.count > 0
          ? `${many(f.count, 'opening', 'openings')} under ${mm(props.least)}; the narrowest is ${mm(first)}.`
          : `The narrowest opening is ${mm(first)}.`
    case 'lost':
      return f.count === 0
        ? props.undercut > 0
          ? `Undercut of ${mm(props.undercut)} each side loses nothing.`
          : 'Choose an etchant to see what undercut takes.'
        : `${many(f.count, 'detail is', 'details are')} eaten by ${mm(props.undercut)} of undercut each side.`
    case 'fine-resist':
      return f.count === 0
        ? 'No resist is too fine for this way of cutting.'
        : `${many(f.count, 'piece', 'pieces')} of resist too fine to cut.`
    case 'fine-openings':
      return f.count === 0
        ? 'No opening is too fine for this way of cutting.'
        : `${many(f.count, 'tip or hairline', 'tips and hairlines')} too fine to cut or weed.`
    case 'expanse':
      return `The widest open place takes a circle of ${mm(first!)}: ${BRUSH_MARKS[f.weight]}`
  }
}
const offset = computed((): Fix | null =>
  props.undercut >= 0.01 ? { kind: 'undercut', by: Math.round(props.undercut * 1000) / 1000 } : null,
)
function fixes(f: Finding): { text: string, fix: Fix }[] {
  if (f.count === 0) return []
  switch (f.id) {
    case 'islands':
      return [
        { text: 'Tie with bridges', fix: { kind: 'bridges', width: Math.max(studio.rules.bridgeWidth, props.least) } },
        { text: 'Drop specks', fix: { kind: 'specks', width: props.least } },
      ]
    case 'bridges':
    case 'fine-resist':
      return [{ text: 'Thicken', fix: { kind: 'thicken', width: props.least } }]
    case 'openings':
    case 'fine-openings':
      return f.id === 'openings'
        ? [{ text: 'Drop specks', fix: { kind: 'specks', width: props.least } }]
        : [{ text: 'Round off', fix: { kind: 'round', width: props.least } }]
    case 'lost':
      return offset.value ? [{ text: 'Cut smaller by it', fix: offset.value }] : []
    case 'expanse':
      return []
  }
}
</script>

<template>
  <section aria-label="What the art says">
    <dl>
      <div><dt>Frosted</dt><dd>{{ formatArea(report.openArea) }}</dd></div>
      <div><dt>Resist</dt><dd>{{ formatArea(report.resistArea) }}</dd></div>
      <div><dt>To cut</dt><dd>{{ formatNumber(report.cutLength / 1000, 2) }} m</dd></div>
      <div><dt>To weed</dt><dd>{{ report.pieces.length }}, {{ formatDuration(Math.round(report.weedingTime)) }}</dd></div>
    </dl>
    <ul>
      <li v-for="f in findings" :key="f.id" :class="f.weight">
        <p>{{ words(f) }}</p>
        <p class="places">
          <button
            v-for="(m, i) in f.marks"
            :key="i"
            type="button"
            :aria-label="`Place ${i + 1} of: ${words(f)}`"
            :aria-pressed="chosen?.finding === f.id && chosen.mark === i"
            @click="emit('look', f, i)"
          >{{ i + 1 }}</button>
          <span v-if="f.count > f.marks.length" class="muted">and {{ f.count - f.marks.length }} more</span>
          <Button
            v-for="x in locked ? [] : fixes(f)"
            :key="x.text"
            size="small"
            severity="secondary"
            :label="x.text"
            @click="emit('fix', x.fix)"
          />
        </p>
      </li>
    </ul>
  </section>
</template>

<style scoped>
dl { display: grid; grid-template-columns: 1fr 1fr; gap: 0 1rem; margin: 0 0 0.6rem; }
dl div { display: flex; justify-content: space-between; gap: 0.5rem; border-bottom: 1px solid var(--line); padding: 0.25rem 0; }
dt { color: var(--muted); }
dd { margin: 0; font: 600 1.2rem/1.3 var(--display); }
ul { list-style: none; padding: 0; display: grid; }
li { border-left: 4px solid transparent; padding: 0.4rem 0 0.4rem 0.7rem; border-bottom: 1px solid var(--line); }
li.change { border-left: 4px double var(--frost); font-weight: 650; }
li.care { border-left-color: var(--glass); }
li.fine { color: var(--muted); }
.places { display: flex; flex-wrap: wrap; gap: 0.3rem; align-items: center; margin-top: 0.25rem; font-weight: 400; }
.places button:not(.p-button) {
  min-width: 34px;
  min-height: 34px;
  font: 600 1.05rem/1 var(--display);
  color: var(--text);
  background: var(--sunk);
  border: 1px solid var(--control-line);
  border-radius: 2px;
  cursor: pointer;
}
.places button[aria-pressed='true'] { background: var(--frost); color: var(--on-frost); }
</style>
