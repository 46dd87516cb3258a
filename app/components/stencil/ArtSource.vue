<script setup lang="ts">
import Button from 'primevue/button'
import Slider from 'primevue/slider'
import { ART_LIMITS } from '#core/art/drawing'
import type { TraceSettings } from '#core/art/drawing'
import { formatNumber } from '#core/basics/units'
import type { ArtSourceForm } from '#shared/artworks'
import type { OwnSize, TraceResult } from '~/workers/stencil'

/** Where the art comes from: letters set here, a drawing, or a picture that is traced. */
const source = defineModel<ArtSourceForm>({ required: true })
/** Whether the art is that of the file and the sliders: it is, it will be in a moment, or it can't be. */
const traced = defineModel<'done' | 'due' | 'refused'>('traced', { required: true })
traced.value = 'done'
const props = defineProps<{ error?: string, errors: Record<string, string | undefined> }>()
const emit = defineEmits<{ sized: [mm: number] }>()
const worker = useStencilWorker()
const picture = shallowRef<File | null>(null)
const settings = ref<TraceSettings | null>(null)
/** What the art that is shown was traced from. */
let last: { picture: File, settings: TraceSettings } | null = null
/** Counts what was asked for: the answer to anything but the last is of no use. */
let turn = 0
const problem = ref('')
const PICTURE_LIMIT = 10_000_000
/** What was begun in one way is there again when somebody changes back. */
const begun = new Map<string, ArtSourceForm>()
const FRESH: Record<ArtSourceForm['kind'], () => ArtSourceForm> = {
  letters: () => ({ kind: 'letters', text: '', face: 'plain', align: 'middle' }),
  svg: () => ({ kind: 'svg', file: '', traced: false, text: '' }),
  parts: () => ({ kind: 'parts', parts: [] }),
}
const kind = computed({
  get: () => source.value.kind,
  set: (to) => {
    leave()
    begun.set(source.value.kind, source.value)
    source.value = begun.get(to) ?? FRESH[to]()
  },
})
const KINDS = [
  { id: 'letters', text: 'Letters' },
  { id: 'svg', text: 'Drawing or picture' },
  { id: 'parts', text: 'Several parts' },
]

async function load(file: File) {
  leave()
  problem.value = ''
  if (/\.svg$/i.test(file.name) || file.type === 'image/svg+xml') {
    if (file.size > 2 * ART_LIMITS.size)
      problem.value
        = `"${file.name}" is larger than a drawing for a stencil needs to be. `
          + 'Simplify its paths in the drawing program and save it again.'
    else {
      picture.value = last = null
      await loadDrawing(file)
    }
    return
  }
  if (!/^image\/(png|jpeg)$/.test(file.type)) {
    problem.value = `"${file.name}" is neither an SVG nor a PNG or JPEG. Export it as one of these.`
    return
  }
  if (file.size > PICTURE_LIMIT) {
    problem.value = `"${file.name}" is larger than 10 MB. Save it smaller: 1500 pixels across are enough.`
    return
  }
  picture.value = file
  settings.value = null
  await trace(null)
}
async function loadDrawing(file: File) {
  const mine = ++turn
  traced.value = 'due'
  const text = await file.text()
  // It comes in at its own size; what can't be read is said where the art is looked at.
  const own = await worker.ask<OwnSize>({ kind: 'own', text }).catch(() => null)
  if (mine !== turn) return
  source.value = { kind: 'svg', file: file.name.slice(0, 120), traced: false, text }
  if (own?.width && own.width >= 3 && own.width <= 3000) emit('sized', own.width)
  traced.value = 'done'
}
async function trace(wanted: TraceSettings | null) {
  const mine = ++turn
  traced.value = 'due'
  try {
    const result = await worker.ask<TraceResult>({ kind: 'trace', picture: picture.value!, settings: wanted })
    if (mine !== turn) return
    last = { picture: picture.value!, settings: result.settings }
    settings.value = { ...result.settings }
    problem.value = ''
    source.value = { kind: 'svg', file: picture.value!.name.slice(0, 120), traced: true, text: result.text }
    traced.value = 'done'
  }
  catch (error) {
    if (mine !== turn || error instanceof Superseded) return
    // A picture that can't be read takes nothing away.
    if (wanted) traced.value = 'refused'
    else leave()
    problem.value = (error as Error).message
  }
}
const soon = useDebounceFn(() => {
  if (traced.value === 'due' && settings.value) void trace({ ...settings.value })
}, 250)
function retrace() {
  turn++
  traced.value = 'due'
  void soon()
}
/** Nobody waits for the tracer any more; picture and sliders are again those of the art that is shown. */
function leave() {
  turn++
  worker.cancel()
  traced.value = 'done'
  picture.value = last && last.picture
  settings.value = last && { ...last.settings }
}
</script>

<template>
  <div class="source">
    <ChoiceField v-model="kind" label="Art" :options="KINDS" />
    <template v-if="source.kind === 'letters'">
      <LetterFields v-model="source" :errors="{ ...errors, 'source.text': props.error }" prefix="source." />
    </template>
    <ArtParts v-else-if="source.kind === 'parts'" v-model="source" :errors="errors" />
    <template v-else>
      <PickFile
        :label="source.text ? 'Load another' : 'Load SVG, PNG or JPEG'"
        accept=".svg,image/svg+xml,image/png,image/jpeg"
        @pick="load"
      />
      <p v-if="source.file" class="muted">{{ source.file }}{{ source.traced ? ', traced' : '' }}</p>
      <div v-if="picture && settings" class="trace">
        <p><span id="threshold">Threshold</span> <span class="numeral">{{ settings.threshold }}</span></p>
        <Slider v-model="settings.threshold" :min="5" :max="250" aria-labelledby="threshold" @update:model-value="retrace" />
        <p><span id="smoothing">Smoothing</span> <span class="numeral">{{ formatNumber(settings.smoothing) }} px</span></p>
        <Slider v-model="settings.smoothing" :min="0" :max="8" aria-labelledby="smoothing" @update:model-value="retrace" />
        <Button v-if="worker.busy.value" severity="secondary" label="Stop tracing" @click="leave" />
      </div>
      <p v-if="props.error && source.text" class="problem" role="alert">{{ props.error }}</p>
    </template>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.source { display: grid; gap: 0.7rem; }
.trace { display: grid; gap: 0.4rem; }
.trace p { display: flex; justify-content: space-between; font-weight: 600; }
.trace :deep(.p-slider) { margin: 0.5rem 0.6rem 0.9rem; }
</style>
