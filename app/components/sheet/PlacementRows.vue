<script setup lang="ts">
import Button from 'primevue/button'
import Select from 'primevue/select'
import type { KeepOutKind } from '#core/piece/placement'
import { PLACEMENT_FORM } from '#shared/sheets'
import type { PartForm } from '#shared/sheets'

/** Which stencils go where on one piece, and what they keep clear of. */
const form = defineModel<PartForm>({ required: true })
defineProps<{ errors: Record<string, string | undefined>, on: 'wall' | 'pane' | 'nothing' }>()
const studio = useStudioStore()
const stencils = computed(
  () =>
    studio.artworks
      ?.filter(a => !a.putAway || form.value.placements.some(p => p.artworkId === a.id))
      .map(a => ({ id: a.id, text: a.name })) ?? [],
)
/** What was counted from a band that is gone counts from the seam again. */
function gone(kind: KeepOutKind) {
  for (const p of form.value.placements) if (p.anchor.endsWith(kind)) p.anchor = 'opposite-seam'
}
</script>

<template>
  <KeepClear v-if="on === 'wall'" v-model="form.keepOut" :errors="errors" @gone="gone" />
  <ol>
    <li v-for="(p, i) in form.placements" :key="i">
      <Field
        v-slot="{ id, labelled, invalid }"
        class="art"
        :label="`Stencil ${i + 1}`"
        :error="errors[`placements.${i}.artworkId`]"
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
      <PlaceFields :model-value="p" :on="on" :bands="form.keepOut" :errors="errors" :prefix="`placements.${i}.`" />
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
      @click="form.placements.push({ ...PLACEMENT_FORM, at: on === 'wall' ? besideAt(form.placements.length) : '' })"
    />
  </p>
</template>

<style scoped>
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
