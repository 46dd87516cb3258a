<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import { isLined, ORNAMENTS, SHAPES } from '#core/art/compose'
import { ART_LIMITS } from '#core/art/drawing'
import { MOST_PARTS, newPart, PART_FORMS, partName, STARTERS } from '#shared/artworks'
import type { PartForm, PartsForm } from '#shared/artworks'

/** A stencil composed of parts: each lies against another by a rule, and is joined to it, cut out of it, or given room in it. */
defineProps<{ errors: Record<string, string | undefined> }>()
const source = defineModel<PartsForm>({ required: true })
const parts = computed(() => source.value.parts)
const KINDS = [
  { id: 'letters', text: 'Letters' },
  { id: 'ornament', text: 'Ornament' },
  { id: 'shape', text: 'Frame or shape' },
  { id: 'drawing', text: 'Drawing' },
]
const POLARITIES = [
  { id: 'shape' as const, text: 'Its shape' },
  { id: 'background' as const, text: 'A panel round it' },
]
const SIDE_TEXTS = [
  { id: 'centre', text: 'In the middle' },
  { id: 'above', text: 'Above' },
  { id: 'below', text: 'Below' },
  { id: 'left', text: 'Left of' },
  { id: 'right', text: 'Right of' },
]
const HOW = [
  { id: 'join', text: 'Joined' },
  { id: 'room', text: 'In a gap made for it' },
  { id: 'cut', text: 'Cut out' },
]
const FOLLOWS = [
  { id: 'outline', text: 'Follows its outline' },
  { id: 'box', text: 'A box round it' },
  { id: 'band', text: 'A band right across' },
]
const shapes = SHAPES.map(s => ({ ...s }))
const ornaments = ORNAMENTS.map(o => ({ ...o }))
const before = (i: number) => parts.value.slice(0, i).map((p, k) => ({ id: k, text: partName(p, k) }))
const add = (kind: PartForm['what']['kind']) => source.value.parts.push(newPart(kind, parts.value.length))
const change = (i: number, kind: PartForm['what']['kind']) => (source.value.parts[i]!.what = PART_FORMS[kind]())
/** What lay against a part that is gone lies against what that one lay against. */
function remove(i: number) {
  const gone = parts.value[i]!.against
  source.value.parts = parts.value
    .filter((_, k) => k !== i)
    .map((p, k) => {
      const against = p.against === null || p.against < i ? p.against : p.against === i ? gone : p.against - 1
      return { ...p, against: k === 0 ? null : (against ?? 0) }
    })
}
/** Only one part takes the names of a list. */
function named(i: number, on: boolean) {
  parts.value.forEach((p, k) => (p.named = on && k === i))
}
const problem = ref('')
async function load(file: File, i: number) {
  const { what } = parts.value[i]!
  if (what.kind !== 'drawing') return
  problem.value = ''
  if (!/\.svg$/i.test(file.name) && file.type !== 'image/svg+xml')
    problem.value = `"${file.name}" is no SVG. A scan is traced first, as a stencil of its own.`
  else if (file.size > ART_LIMITS.size) problem.value = `"${file.name}" is too large. Simplify its paths and save it again.`
  else Object.assign(what, { file: file.name.slice(0, 120), text: await file.text() })
}
const at = (i: number, field: string) => `source.parts.${i}.${field}`
</script>

<template>
  <div class="parts">
    <template v-if="parts.length === 0">
      <p class="muted">Begin with one of these and change it, or add the parts yourself.</p>
      <p class="row">
        <Button
          v-for="s in STARTERS"
          :key="s.id"
          type="button"
          severity="secondary"
          :label="s.text"
          @click="source.parts = s.parts()"
        />
      </p>
    </template>
    <section v-for="(p, i) in parts" :key="i" :aria-label="`Part ${i + 1}`">
      <header>
        <h3>Part {{ i + 1 }}</h3>
        <Button type="button" severity="secondary" label="Remove" :aria-label="`Remove part ${i + 1}`" @click="remove(i)" />
      </header>
      <ChoiceField
        :model-value="p.what.kind"
        label="What it is"
        :options="KINDS"
        @update:model-value="change(i, $event as PartForm['what']['kind'])"
      />
      <template v-if="p.what.kind === 'letters'">
        <LetterFields v-model="p.what" :errors="errors" :prefix="at(i, 'what.')" />
        <div class="pair">
          <TextField
            v-model="p.what.capital"
            label="Capital height"
            hint="Leave blank to go by the width"
            :error="errors[at(i, 'what.capital')]"
          />
          <TextField v-model="p.what.width" :label="p.what.capital ? 'At most wide' : 'Wide'" :error="errors[at(i, 'what.width')]" />
        </div>
        <label class="tick">
          <Checkbox :model-value="p.named" binary @update:model-value="named(i, $event)" /> Changes with each name on a list
        </label>
      </template>
      <template v-else-if="p.what.kind === 'ornament'">
        <SelectField v-model="p.what.ornament" label="Ornament" :options="ornaments" />
        <TextField v-model="p.what.width" label="Wide" :error="errors[at(i, 'what.width')]" />
      </template>
      <template v-else-if="p.what.kind === 'shape'">
        <SelectField v-model="p.what.shape" label="Shape" :options="shapes" />
        <div class="pair">
          <TextField v-model="p.what.width" label="Wide" :error="errors[at(i, 'what.width')]" />
          <TextField v-model="p.what.height" label="High" :error="errors[at(i, 'what.height')]" />
          <TextField v-if="isLined(p.what.shape)" v-model="p.what.line" label="Line" :error="errors[at(i, 'what.line')]" />
        </div>
      </template>
      <template v-else>
        <PickFile :label="p.what.text ? 'Load another' : 'Load SVG'" accept=".svg,image/svg+xml" @pick="load($event, i)" />
        <p v-if="p.what.file" class="muted">{{ p.what.file }}</p>
        <p v-if="errors[at(i, 'what.text')]" class="problem">{{ errors[at(i, 'what.text')] }}</p>
        <TextField v-model="p.what.width" label="Wide" :error="errors[at(i, 'what.width')]" />
      </template>
      <ChoiceField
        :model-value="p.polarity ?? 'shape'"
        label="What of it is frosted"
        :options="POLARITIES"
        @update:model-value="p.polarity = $event as PartForm['polarity']"
      />
      <TextField
        v-if="p.polarity === 'background'"
        :model-value="p.panel ?? '2 mm'"
        label="The panel goes beyond it by"
        :error="errors[at(i, 'panel')]"
        @update:model-value="p.panel = $event"
      />
      <template v-if="i > 0">
        <div class="pair">
          <SelectField v-model="p.side" label="Position" :options="SIDE_TEXTS" />
          <SelectField v-model="p.against" label="Relative to" :error="errors[at(i, 'against')]" :options="before(i)" />
          <TextField v-if="p.side !== 'centre'" v-model="p.gap" label="Apart" :error="errors[at(i, 'gap')]" />
          <TextField v-model="p.right" label="Moved right" hint="−2 mm moves it left" :error="errors[at(i, 'right')]" />
          <TextField v-model="p.up" label="Moved up" :error="errors[at(i, 'up')]" />
        </div>
        <ChoiceField v-model="p.how" label="How it meets the rest" :options="HOW" />
        <div v-if="p.how !== 'join'" class="pair">
          <TextField v-model="p.margin" label="Clearance" :error="errors[at(i, 'margin')]" />
          <SelectField v-model="p.follow" label="Shape of the gap" :options="FOLLOWS" />
        </div>
      </template>
    </section>
    <p v-if="errors['source.parts']" class="problem">{{ errors['source.parts'] }}</p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="parts.length < MOST_PARTS" class="row">
      <Button
        v-for="k in KINDS"
        :key="k.id"
        type="button"
        severity="secondary"
        :label="`Add ${k.text.toLowerCase()}`"
        @click="add(k.id as PartForm['what']['kind'])"
      />
    </p>
  </div>
</template>

<style scoped>
.parts, section { display: grid; gap: 0.7rem; }
section { border-left: 2px solid var(--glass); padding-left: 0.8rem; }
header { display: flex; justify-content: space-between; align-items: center; }
h3 { font-size: 1.2rem; }
.row { display: flex; flex-wrap: wrap; gap: 0.5rem; }
.pair { display: grid; grid-template-columns: repeat(auto-fit, minmax(7rem, 1fr)); gap: 0.6rem; }
.tick { display: flex; gap: 0.6rem; align-items: center; min-height: 40px; }
</style>
