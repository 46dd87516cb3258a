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
const props = defineProps<{ error?: string, errors: Record<string, string | undefined> }>()
const emit = defineEmits<{ sized: [mm: number] }>()
const worker = useStencilWorker()
const picture = shallowRef<File | null>(null)
const settings = ref<TraceSettings | null>(null)
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
  problem.value = ''
  picture.value = null
  if (/\.svg$/i.test(file.name) || file.type === 'image/svg+xml') {
    if (file.size > 2 * ART_LIMITS.size)
      problem.value
        = `"${file.name}" is larger than a drawing for a stencil needs to be. `
          + 'Simplify its paths in the drawing program and save it again.'
    else {
      source.value = { kind: 'svg', file: file.name.slice(0, 120), traced: false, text: await file.text() }
      // It comes in at its own size; what can't be read is said where the art is looked at.
      const own = await worker.ask<OwnSize>({ kind: 'own', text: source.value.text }).catch(() => null)
      if (own?.width && own.width >= 3 && own.width <= 3000) emit('sized', own.width)
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
  await trace(null)
}
async function trace(wanted: TraceSettings | null) {
  try {
    const result = await worker.ask<TraceResult>({ kind: 'trace', picture: picture.value!, settings: wanted })
    settings.value = result.settings
    problem.value = ''
    source.value = { kind: 'svg', file: picture.value!.name.slice(0, 120), traced: true, text: result.text }
  }
  catch (error) {
    if (!(error instanceof Superseded)) problem.value = (error as Error).message
  }
}
const retrace = useDebounceFn(() => settings.value && trace({ ...settings.value }), 250)
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
        <Button v-if="worker.busy.value" severity="secondary" label="Stop tracing" @click="worker.cancel()" />
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
