<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import Select from 'primevue/select'
import { KEEP_OUT_KINDS, USUAL_KEEP_OUT } from '#core/piece/placement'
import type { KeepOutKind } from '#core/piece/placement'
import { ANCHORS, PLACEMENT_FORM } from '#shared/sheets'
import type { SheetForm } from '#shared/sheets'

/** Which stencils go where on one piece, and what they keep clear of. */
const form = defineModel<SheetForm>({ required: true })
defineProps<{ errors: Record<string, string | undefined>, on: 'wall' | 'pane' | 'nothing' }>()
const studio = useStudioStore()
const stencils = computed(
  () =>
    studio.artworks
      ?.filter(a => !a.putAway || form.value.placements.some(p => p.artworkId === a.id))
      .map(a => ({ id: a.id, text: a.name })) ?? [],
)
const anchors = computed(() =>
  ANCHORS.filter(a => a.id.endsWith('seam') || form.value.keepOut.some(k => a.id.endsWith(k.kind))).map(a => ({ ...a })),
)
const LEVELS = [
  { id: 'middle', text: 'Middle at' },
  { id: 'base', text: 'Above the base' },
  { id: 'rim', text: 'Below the rim' },
]
/** A further stencil starts beside those that are there, not over them. */
const BESIDE = ['', '1/4 round', '3/4 round', '1/8 round', '7/8 round', '3/8 round', '5/8 round']
const kept = (kind: KeepOutKind) => form.value.keepOut.some(k => k.kind === kind)
function keep(kind: KeepOutKind, on: boolean) {
  form.value.keepOut = on ? [...form.value.keepOut, { kind, at: '' }] : form.value.keepOut.filter(k => k.kind !== kind)
  // What was counted from a band that is gone counts from the seam again.
  if (!on) for (const p of form.value.placements) if (p.anchor.endsWith(kind)) p.anchor = 'opposite-seam'
}
const error = (i: number, field: string) => `placements.${i}.${field}`
</script>

<template>
  <fieldset v-if="on === 'wall'" class="bands">
    <legend>Keep clear of</legend>
    <label v-for="kind in KEEP_OUT_KINDS" :key="kind"><Checkbox :model-value="kept(kind)" binary @update:model-value="keep(kind, $event)" />
      {{ USUAL_KEEP_OUT[kind].text.toLowerCase() }}</label>
    <template v-for="(k, i) in form.keepOut" :key="k.kind">
      <TextField
        v-if="k.kind === 'label' || k.kind === 'handle'"
        v-model="k.at"
        :label="`Middle of the ${k.kind}, from the seam`"
        hint="90°, 1/4 round or 60 mm"
        :error="errors[`keepOut.${i}.at`]"
      />
    </template>
  </fieldset>
  <ol>
    <li v-for="(p, i) in form.placements" :key="i">
      <Field
        v-slot="{ id, labelled, invalid }"
        class="art"
        :label="`Stencil ${i + 1}`"
        :error="errors[error(i, 'artworkId')]"
      >
        <Select
          v-model="p.artworkId"
          :input-id="id"
          :options="stencils"
          option-label="text"
          option-value="id"
          :invalid="invalid"
          placeholder="Choose"
          :aria-labelledby="labelled"
        />
      </Field>
      <TextField
        v-model="p.count"
        :label="on === 'wall' ? 'Repeats round it' : 'On each piece'"
        inputmode="numeric"
        :error="errors[error(i, 'count')]"
      />
      <template v-if="on === 'wall'">
        <Field v-slot="{ id, labelled }" label="Measured">
          <Select v-model="p.anchor" :input-id="id" :options="anchors" option-label="text" option-value="id" :aria-labelledby="labelled" />
        </Field>
        <TextField v-model="p.at" label="To the right by" hint="90°, 1/4 round, 60 mm" :error="errors[error(i, 'at')]" />
        <Field v-slot="{ id, labelled }" label="Level">
          <Select v-model="p.level" :input-id="id" :options="LEVELS" option-label="text" option-value="id" :aria-labelledby="labelled" />
        </Field>
        <TextField
          v-model="p.clear"
          :label="p.level === 'middle' ? 'Height of its middle' : 'To the edge of the art'"
          :hint="p.level === 'middle' ? 'Leave blank for halfway up' : undefined"
          :error="errors[error(i, 'clear')]"
        />
        <TextField v-model="p.turn" label="Turned by" hint="0°" :error="errors[error(i, 'turn')]" />
      </template>
      <template v-else-if="on === 'pane'">
        <TextField
          v-model="p.at"
          label="Its middle, from the left"
          hint="Leave blank to spread them evenly"
          :error="errors[error(i, 'at')]"
        />
        <TextField v-model="p.clear" label="From the bottom" hint="Leave blank for halfway up" :error="errors[error(i, 'clear')]" />
        <TextField v-model="p.turn" label="Turned by" hint="0°" :error="errors[error(i, 'turn')]" />
      </template>
      <Button
        v-if="form.placements.length > 1"
        type="button"
        severity="secondary"
        label="Remove"
        :aria-label="`Remove stencil ${i + 1}`"
        @click="form.placements.splice(i, 1)"
      />
    </li>
  </ol>
  <p>
    <Button
      v-if="form.placements.length < 12"
      type="button"
      severity="secondary"
      label="Add a stencil"
      @click="form.placements.push({ ...PLACEMENT_FORM, at: on === 'wall' ? (BESIDE[form.placements.length] ?? '') : '' })"
    />
  </p>
</template>

<style scoped>
.bands { border: 0; padding: 0; margin: 0; display: flex; flex-wrap: wrap; gap: 0.5rem 1.1rem; align-items: center; }
legend { font-weight: 600; padding: 0; }
.bands label { display: flex; gap: 0.4rem; align-items: center; min-height: 40px; }
ol { list-style: none; padding: 0; display: grid; gap: 0.9rem; }
li {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.6rem 0.8rem;
  border-left: 2px solid var(--glass);
  padding-left: 0.8rem;
  align-items: start;
}
.art { grid-column: 1 / -1; }
li > button { align-self: end; justify-self: start; }
</style>
