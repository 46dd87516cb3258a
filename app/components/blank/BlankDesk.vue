<script setup lang="ts">
import Button from 'primevue/button'
import Select from 'primevue/select'
import { v7 } from 'uuid'
import { PRESETS, presetReadings } from '#core/piece/blank'
import type { PresetId } from '#core/piece/blank'
import { SUBSTRATES } from '#core/trade/materials'
import { capital, formatNumber } from '#core/basics/units'
import { BLANK_FORM, blankSchema, wallOf } from '#shared/blanks'
import type { Blank, BlankForm } from '#shared/blanks'

/** Tape readings at the left; the wall they make, and what a flat stencil does on it, at the right. */
const props = defineProps<{ blank: Blank | null }>()
const studio = useStudioStore()
const id = props.blank?.id ?? v7()
const form = ref<BlankForm>(structuredClone({ ...BLANK_FORM, ...toRaw(props.blank?.entered) }))
const { schema, written } = useLengthForm(blankSchema, () => form.value)
const { parsed, errors, problem, busy, submit, leave } = useEntry(schema, () => form.value)
const materials = SUBSTRATES.map(s => ({ id: s.id, text: capital(s.name) }))
const reads = useReadings()
const reading = (i: number, side: 'height' | 'girth') => errors.value[`readings.${i}.${side}`]

/** The piece so far: also while the name is still missing. */
const soFar = computed(() => {
  const whole = schema().safeParse({
    ...form.value,
    name: form.value.name || 'blank',
    noun: form.value.noun || 'blank',
  })
  return whole.success ? whole.data : null
})
const wall = computed(() => soFar.value && wallOf(soFar.value))
const pane = computed(() => soFar.value?.pane ?? null)
function fromPreset(preset: PresetId) {
  const [height, girth] = [
    wall.value ? wall.value.to - wall.value.from : 110,
    wall.value
      ? 2
      * Math.PI
      * Math.max(...[0, 0.25, 0.5, 0.75, 1].map(t => wall.value!.at(wall.value!.from + t * (wall.value!.to - wall.value!.from)).r))
      : 240,
  ]
  form.value.heightKind = 'vertical'
  form.value.readings = presetReadings(preset, height, girth).map(r => ({
    height: `${formatNumber(r.height, 1)} mm`,
    girth: `${formatNumber(r.girth, 1)} mm`,
  }))
}
/** As it is stored now; what went wrong afterwards is tried again from there. */
const kept = shallowRef(props.blank)
async function save(putAway: boolean) {
  const saved = await submit(() =>
    kept.value
      ? api<Blank>(`blanks/${id}`, 'PUT', { blank: written(), version: kept.value.version, putAway })
      : api<Blank>('blanks', 'POST', { id, blank: written() }),
  )
  if (!saved) return
  kept.value = saved
  try {
    await studio.loadShelf()
    await navigateTo('/blanks')
  }
  catch (error) {
    problem.value = (error as Error).message
  }
}
</script>

<template>
  <div class="desk">
    <form novalidate @submit.prevent="save(false)">
      <div class="head">
        <TextField
          v-model="form.name"
          label="What you call it"
          hint="For example harbour tumbler, 40 cl"
          :error="errors.name"
          @focusout="leave('name')"
        />
        <TextField
          v-model="form.noun"
          label="What one piece is called"
          hint="For example tumbler"
          :error="errors.noun"
          @focusout="leave('noun')"
        />
        <Field v-slot="{ id: field, labelled }" label="Made of">
          <Select
            v-model="form.substrate"
            :input-id="field"
            :options="materials"
            option-label="text"
            option-value="id"
            :aria-labelledby="labelled"
            scroll-height="24rem"
          />
        </Field>
        <ChoiceField v-model="form.shape" label="Shape" :options="[{ id: 'round', text: 'Round' }, { id: 'pane', text: 'Flat pane' }]" />
        <ChoiceField
          v-if="form.shape === 'round'"
          v-model="form.heightKind"
          label="Heights read"
          :options="[{ id: 'vertical', text: 'Straight up' }, { id: 'side', text: 'Up the side' }]"
        />
      </div>
      <PaneRows v-if="form.shape === 'pane'" v-model="form.pane" :errors="errors" @left="leave" />
      <p v-if="form.shape === 'round'" class="presets">
        <span class="muted">Start from</span> <Button
          v-for="p in PRESETS"
          :key="p.id"
          type="button"
          severity="secondary"
          :label="p.text"
          @click="fromPreset(p.id)"
        />
      </p>
      <table v-if="form.shape === 'round'">
        <thead>
          <tr>
            <th scope="col">Reading</th>
            <th scope="col">Height above the base</th>
            <th scope="col">Girth there</th>
            <th scope="col"><span class="visually-hidden">Take away</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(r, i) in form.readings" :key="i">
            <th scope="row">{{ i + 1 }}</th>
            <td>
              <TextField
                v-model="r.height"
                class="bare"
                :label="`Height of reading ${i + 1}`"
                :reads="reads.length(r.height)"
                :error="reading(i, 'height')"
                @focusout="leave(`readings.${i}.height`)"
              />
            </td>
            <td>
              <TextField
                v-model="r.girth"
                class="bare"
                :label="`Girth of reading ${i + 1}`"
                :reads="reads.length(r.girth)"
                :error="reading(i, 'girth')"
                @focusout="leave(`readings.${i}.girth`)"
              />
            </td>
            <td>
              <Button
                v-if="form.readings.length > 2"
                type="button"
                severity="secondary"
                label="Remove"
                :aria-label="`Remove reading ${i + 1}`"
                @click="form.readings.splice(i, 1)"
              />
            </td>
          </tr>
        </tbody>
      </table>
      <p
        v-if="parsed.error?.issues.some(x => x.path.join('.') === 'readings')"
        class="problem"
        role="alert"
      >
        {{ parsed.error.issues.find(x => x.path.join('.') === 'readings')!.message }}
      </p>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div class="do">
        <Button
          v-if="form.shape === 'round' && form.readings.length < 12"
          type="button"
          severity="secondary"
          label="Another reading"
          @click="form.readings.push({ height: '', girth: '' })"
        />
        <Button type="submit" :label="blank ? 'Save' : 'Keep this blank'" :disabled="busy" />
        <Button v-if="blank" type="button" severity="secondary" label="Put away" @click="save(true)" />
      </div>
    </form>
    <PlaceTester v-if="wall" v-model:girths="form.girths" :wall="wall" :noun="form.noun || 'piece'" />
    <PaneDrawing v-else-if="pane" :pane="pane" />
    <p v-else class="empty">
      {{ form.shape === 'pane' ? 'The pane is drawn here once its sizes are in.'
        : 'The wall is drawn here once two girths are in.' }}
    </p>
  </div>
</template>

<style scoped>
.desk { display: grid; grid-template-columns: minmax(0, 6fr) minmax(0, 7fr); gap: 2.5rem; align-items: start; }
form { display: grid; gap: 1.1rem; }
.head { display: grid; grid-template-columns: 1fr 1fr; gap: 0.9rem 1rem; }
.presets { display: flex; flex-wrap: wrap; gap: 0.4rem; align-items: baseline; }
th { text-align: left; color: var(--muted); font-weight: 600; font-size: 0.92rem; padding: 0.2rem 0.6rem 0.2rem 0; vertical-align: top; }
tbody th { padding-top: 0.9rem; }
td { padding: 0.2rem 0.6rem 0.2rem 0; vertical-align: top; }
.bare :deep(> label) { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
.do { display: flex; flex-wrap: wrap; gap: 0.7rem; }
.empty { background: var(--card); color: var(--card-text); padding: 3rem 2rem; text-align: center; }
@media (max-width: 60rem) { .desk { grid-template-columns: minmax(0, 1fr); } }
@media (max-width: 40rem) { .head { grid-template-columns: 1fr; } }
</style>
