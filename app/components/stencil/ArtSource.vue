<script setup lang="ts">
import Button from 'primevue/button'
import Select from 'primevue/select'
import { ART_LIMITS, FACES } from '#core/art/drawing'
import type { TraceSettings } from '#core/art/drawing'
import { formatNumber } from '#core/basics/units'
import type { ArtSource } from '#shared/artworks'
import type { OwnSize, TraceResult } from '~/workers/stencil'

/** Where the art comes from: letters set here, a drawing, or a picture that is traced. */
const source = defineModel<ArtSource>({ required: true })
const props = defineProps<{ error?: string }>()
const emit = defineEmits<{ sized: [mm: number] }>()
const worker = useStencilWorker()
const picture = shallowRef<File | null>(null)
const settings = ref<TraceSettings | null>(null)
const problem = ref('')
const PICTURE_LIMIT = 10_000_000
const kind = computed({
  get: () => (source.value.kind === 'letters' ? 'letters' : 'file'),
  set: (to) => {
    if (to === 'letters' && source.value.kind !== 'letters') source.value = { kind: 'letters', text: '', face: 'plain', align: 'middle' }
    if (to === 'file' && source.value.kind === 'letters') source.value = { kind: 'svg', file: '', traced: false, text: '' }
  },
})
const faces = FACES.map(f => ({ ...f }))

async function load(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
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
      const own = await worker.ask<OwnSize>({ kind: 'own', source: toRaw(source.value) }).catch(() => null)
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
    <ChoiceField v-model="kind" label="Art" :options="[{ id: 'letters', text: 'Letters' }, { id: 'file', text: 'Drawing or picture' }]" />
    <template v-if="source.kind === 'letters'">
      <Field v-slot="{ id, described, invalid }" label="What it says" :error="props.error">
        <textarea :id="id" v-model="source.text" rows="2" :aria-describedby="described" :aria-invalid="invalid || undefined" />
      </Field>
      <Field v-slot="{ id, labelled }" label="Letters">
        <Select v-model="source.face" :input-id="id" :options="faces" option-label="text" option-value="id" :aria-labelledby="labelled" />
      </Field>
      <ChoiceField
        v-if="source.text.includes('\n')"
        v-model="source.align"
        label="Lines"
        :options="[{ id: 'left', text: 'Left' }, { id: 'middle', text: 'Middle' }, { id: 'right', text: 'Right' }]"
      />
    </template>
    <template v-else>
      <label class="button file">
        {{ source.text ? 'Load another' : 'Load SVG, PNG or JPEG' }}
        <input class="visually-hidden" type="file" accept=".svg,image/svg+xml,image/png,image/jpeg" @change="load">
      </label>
      <p v-if="source.file" class="muted">{{ source.file }}{{ source.traced ? ', traced' : '' }}</p>
      <div v-if="picture && settings" class="trace">
        <label>Threshold
          <span class="numeral">{{ settings.threshold }}</span>
          <input v-model.number="settings.threshold" type="range" min="5" max="250" @input="retrace">
        </label>
        <label>Smoothing <span class="numeral">{{ formatNumber(settings.smoothing) }}
          px</span><input v-model.number="settings.smoothing" type="range" min="0" max="8" @input="retrace"></label>
        <Button v-if="worker.busy.value" severity="secondary" label="Stop tracing" @click="worker.cancel()" />
      </div>
      <p v-if="props.error && source.text" class="problem" role="alert">{{ props.error }}</p>
    </template>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.source { display: grid; gap: 0.7rem; }
textarea {
  width: 100%;
  background: var(--sunk);
  color: var(--text);
  border: 1px solid var(--control-line);
  border-radius: 2px;
  font: 500 1.15rem/1.35 var(--body);
  padding: 0.4rem 0.6rem;
}
.file { justify-self: start; cursor: pointer; }
.file:focus-within { outline: 3px solid var(--glass); outline-offset: 2px; }
.trace { display: grid; gap: 0.4rem; }
.trace label { display: grid; grid-template-columns: 1fr auto; gap: 0 0.5rem; font-weight: 600; }
.trace input { grid-column: 1 / -1; width: 100%; min-height: 32px; accent-color: var(--glass); }
</style>
