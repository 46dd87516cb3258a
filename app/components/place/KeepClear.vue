<script setup lang="ts">
import Checkbox from 'primevue/checkbox'
import { KEEP_OUT_KINDS, USUAL_KEEP_OUT } from '#core/piece/placement'
import type { KeepOutKind } from '#core/piece/placement'
import type { KeepOutForm } from '#shared/placements'

/** The bands of a wall that art keeps clear of. */
defineProps<{ errors: Record<string, string | undefined> }>()
const bands = defineModel<KeepOutForm[]>({ required: true })
const emit = defineEmits<{ /** What was counted from it counts from the seam again. */ gone: [kind: KeepOutKind] }>()
const kept = (kind: KeepOutKind) => bands.value.some(k => k.kind === kind)
function keep(kind: KeepOutKind, on: boolean) {
  bands.value = on ? [...bands.value, { kind, at: '', width: '' }] : bands.value.filter(k => k.kind !== kind)
  if (!on) emit('gone', kind)
}
const usual = (kind: KeepOutKind) => `Leave blank for the usual ${USUAL_KEEP_OUT[kind].width}°`
</script>

<template>
  <fieldset class="bands">
    <legend>Keep clear of</legend>
    <label v-for="kind in KEEP_OUT_KINDS" :key="kind"><Checkbox :model-value="kept(kind)" binary @update:model-value="keep(kind, $event)" />
      {{ USUAL_KEEP_OUT[kind].text.toLowerCase() }}</label>
    <template v-for="(k, i) in bands" :key="k.kind">
      <template v-if="k.kind === 'label' || k.kind === 'handle'">
        <TextField
          v-model="k.at"
          :label="`Middle of the ${k.kind}, from the seam`"
          hint="90°, 1/4 round or 60 mm"
          :error="errors[`keepOut.${i}.at`]"
        />
        <TextField
          :model-value="k.width ?? ''"
          :label="`Width of the ${k.kind}`"
          :hint="usual(k.kind)"
          :error="errors[`keepOut.${i}.width`]"
          @update:model-value="k.width = $event"
        />
      </template>
    </template>
  </fieldset>
</template>

<style scoped>
.bands { border: 0; padding: 0; margin: 0; display: flex; flex-wrap: wrap; gap: 0.5rem 1.1rem; align-items: center; }
legend { font-weight: 600; padding: 0; }
.bands label { display: flex; gap: 0.4rem; align-items: center; min-height: 40px; }
</style>
