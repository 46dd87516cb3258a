<script setup lang="ts">
import Button from 'primevue/button'
import Select from 'primevue/select'
import { CUTTER_MATERIALS } from '#core/art/cutter'
import type { CutterEstimate, CutterMaterial, TestCut } from '#core/art/cutter'
import { sheetHpgl } from '#core/art/sheet'
import type { CutSheet } from '#core/art/sheet'
import { formatDuration, formatNumber, parseNumber } from '#core/basics/units'

/** A test cut first, then the sheet: the simulated cutter says what it would do. Nothing is cut. */
const props = defineProps<{ cut: CutSheet, resist: string }>()
const materials = CUTTER_MATERIALS.map(m => ({ ...m }))
const form = reactive({
  material: (CUTTER_MATERIALS.find(m => m.id === props.resist)?.id ?? 'permanent-vinyl') as CutterMaterial,
  depth: '0.10',
  force: '80',
})
const problem = ref('')
const busy = ref(false)
const tried = ref<{ result: TestCut, advice: string } | null>(null)
const sent = ref<{ estimate: CutterEstimate, unknown: string[], drawing: string } | null>(null)
watch(
  () => props.cut,
  () => (sent.value = null),
)
watch(form, () => (tried.value = null))

async function ask<T>(path: string, body: unknown): Promise<T | null> {
  problem.value = ''
  busy.value = true
  try {
    return await api<T>(`cutter/${path}`, 'POST', body)
  }
  catch (error) {
    problem.value = error instanceof ApiError ? (Object.values(error.fields)[0] ?? error.message) : (error as Error).message
    return null
  }
  finally {
    busy.value = false
  }
}
const test = async () =>
  (tried.value = await ask('test', {
    material: form.material,
    depth: parseNumber(form.depth.replace(/ ?mm$/, '')) ?? undefined,
    force: parseNumber(form.force.replace(/ ?g$/, '')) ?? undefined,
  }))
const send = async () => (sent.value = await ask('cut', { hpgl: sheetHpgl(props.cut) }))
</script>

<template>
  <section aria-label="Cutter">
    <h3>Cutter <span class="simulated">simulated: nothing is cut</span></h3>
    <div class="row">
      <Field v-slot="{ id, labelled }" label="In the cutter">
        <Select
          v-model="form.material"
          :input-id="id"
          :options="materials"
          option-label="text"
          option-value="id"
          :aria-labelledby="labelled"
        />
      </Field>
      <TextField v-model="form.depth" label="Blade out, mm" inputmode="decimal" />
      <TextField v-model="form.force" label="Force, g" inputmode="numeric" />
    </div>
    <p class="do">
      <Button
        type="button"
        severity="secondary"
        label="Cut a test letter"
        :disabled="busy"
        @click="test"
      /> <Button type="button" label="Send the sheet" :disabled="busy || tried?.result !== 'through'" @click="send" />
    </p>
    <p v-if="tried" role="status"><strong class="capital">{{ tried.result }}.</strong> {{ tried.advice }}</p>
    <p v-else class="muted">A small letter first, beside the art: film through, backing whole.</p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <template v-if="sent">
      <p role="status">
        It would take {{ formatDuration(Math.round(sent.estimate.seconds)) }}: {{ formatNumber(sent.estimate.cut / 1000, 2) }} m of cut,
        {{ sent.estimate.lifts }} lifts.<template v-if="sent.unknown.length"> It passed over {{ sent.unknown.join(', ') }}.</template>
      </p>
      <svg
        :viewBox="`-2 -2 ${sent.estimate.width + 4} ${sent.estimate.height + 4}`"
        role="img"
        aria-label="What the simulated cutter would cut"
      ><path :d="sent.drawing" :stroke-width="sent.estimate.width / 600" /></svg>
    </template>
  </section>
</template>

<style scoped>
section { display: grid; gap: 0.6rem; }
.simulated { font: 600 0.95rem/1 var(--body); border: 1px dashed var(--control-line); padding: 0.1rem 0.4rem; }
.row { display: grid; grid-template-columns: 2fr 1fr 1fr; gap: 0.7rem; }
.do { display: flex; gap: 0.6rem; flex-wrap: wrap; }
svg { width: 100%; max-height: 12rem; background: #0f1112; }
path { fill: none; stroke: #f4fafa; }
</style>
