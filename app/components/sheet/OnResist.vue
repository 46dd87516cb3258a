<script setup lang="ts">
import Button from 'primevue/button'
import { sheetDxf, sheetHpgl, sheetSvg } from '#core/art/sheet'
import type { CutSheet, Nesting } from '#core/art/sheet'
import { resistKind } from '#core/trade/materials'
import type { ResistId } from '#core/trade/materials'
import { countOf, formatArea } from '#core/basics/units'
import type { SheetPiece } from '~/composables/useCutSheet'

/** How the stencils lie on the resist in stock, the files they are cut from, and the press that takes it from the shelf. */
const props = defineProps<{
  name: string
  resist: ResistId
  pieces: readonly SheetPiece[]
  /** Null while the outlines are being worked out. */
  nesting: Nesting | null
  cuts: readonly CutSheet[]
  /** Something of what is asked for is missing or can't be read. */
  missing: boolean
  empty: boolean
  problem: string
  cutAt: string | null
  busy: boolean
}>()
const emit = defineEmits<{ cut: [], undo: [] }>()
const studio = useStudioStore()
const units = useUnits()
const unit = useLengthUnit()
const rollName = (rollId: string) => studio.rolls?.find(r => r.id === rollId)?.name ?? 'roll'
/** What leaves the shelf is asked about once. */
const asking = ref(false)
watch(() => props.cutAt, () => (asking.value = false))
async function savePdf() {
  const { stencilPdf } = await import('#core/art/sheet/pdf')
  const pages = await stencilPdf(
    props.pieces.map(p => p.stencil),
    props.pieces.map(p => p.title),
    unit.value === 'in' ? 'letter' : 'a4',
  )
  keepFile(`${props.name || 'stencils'}.pdf`, 'application/pdf', pages)
}
const file = (i: number, ending: string) => `${props.name || 'sheet'}-${i + 1}.${ending}`
/** Roll by roll, what is taken. */
const takes = computed(() => (props.nesting?.sheets ?? []).map(s =>
  s.stock.scrap ? `all of ${rollName(s.stock.id)}` : `${units.length(s.used)} of ${rollName(s.stock.id)}`))
</script>

<template>
  <section aria-label="On the resist">
    <h2>On the resist</h2>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="missing" role="status">Nothing is laid out until the fields that need another look are put right.</p>
    <p v-else-if="empty" class="muted">Choose a stencil; it is laid on what hangs on the shelf.</p>
    <p v-else-if="!nesting" role="status">Working out the outlines.</p>
    <template v-if="cutAt">
      <p role="status">Cut; its resist was taken from the shelf.</p>
      <p><Button type="button" severity="secondary" label="Undo: not cut after all" :disabled="busy" @click="emit('undo')" /></p>
    </template>
    <p v-if="nesting?.left.length" class="problem">
      {{ nesting.left.length === 1 ? 'One stencil finds' : `${nesting.left.length} stencils find` }} no room on the
      {{ resistKind(resist).name }} in stock. Hang up a roll on the shelf, or cut fewer.
    </p>
    <article v-for="(s, i) in nesting?.sheets ?? []" :key="s.stock.id">
      <h3>{{ rollName(s.stock.id) }}<template v-if="!s.stock.scrap">, {{ units.length(s.used) }} off the roll</template></h3>
      <NestedDrawing :sheet="s" :cut="cuts[i]!" />
      <p class="muted">
        {{ s.laid.length }} {{ s.laid.length === 1 ? 'stencil' : 'stencils' }}: {{ formatArea(s.stencils) }} used,
        {{ formatArea(s.waste) }} wasted<template v-if="s.scrap">, {{ units.length(s.scrap.width) }} ×
          {{ units.length(s.scrap.height) }} back on the shelf</template>.
      </p>
      <details class="files">
        <summary>Files for a cutter</summary>
        <p class="do">
          <Button type="button" severity="secondary" label="SVG" @click="keepFile(file(i, 'svg'), 'image/svg+xml', sheetSvg(cuts[i]!))" />
          <Button
            type="button"
            severity="secondary"
            label="HP-GL"
            @click="keepFile(file(i, 'plt'), 'application/vnd.hp-hpgl', sheetHpgl(cuts[i]!))"
          />
          <Button type="button" severity="secondary" label="DXF" @click="keepFile(file(i, 'dxf'), 'image/vnd.dxf', sheetDxf(cuts[i]!))" />
        </p>
      </details>
    </article>
    <p v-if="nesting && pieces.length" class="do">
      <Button type="button" severity="secondary" label="PDF, one stencil a page" @click="savePdf" />
    </p>
    <details v-if="cuts[0]" class="files">
      <summary>Send it to the cutter</summary>
      <CutterPanel :cut="cuts[0]" :resist="resist" />
    </details>
    <div v-if="nesting?.sheets.length && !cutAt && !nesting.left.length" class="do">
      <template v-if="!asking">
        <Button type="button" label="It is cut" :disabled="busy" @click="asking = true" />
        <span class="muted">{{ countOf(pieces.length, 'stencil') }}</span>
      </template>
      <template v-else>
        <span>This takes {{ takes.join(' and ') }} from the shelf.</span>
        <Button type="button" label="Take it from the shelf" :disabled="busy" @click="emit('cut')" />
        <Button type="button" severity="secondary" label="Not yet" @click="asking = false" />
      </template>
    </div>
  </section>
</template>

<style scoped>
section { display: grid; gap: 0.7rem; }
h2 { font-size: 1.5rem; }
article { display: grid; gap: 0.5rem; }
.do { display: flex; flex-wrap: wrap; gap: 0.5rem; align-items: center; }
.files summary { cursor: pointer; min-height: 34px; text-decoration: underline; text-underline-offset: 0.2em; }
</style>
