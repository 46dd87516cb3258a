<script setup lang="ts">
import { CUTTING_WAYS } from '#core/art/art-report'
import type { ArtworkForm } from '#shared/artworks'

/** Size, what is frosted, how it is cut and etched, and what it goes on. */
const form = defineModel<ArtworkForm>({ required: true })
defineProps<{ errors: Record<string, string | undefined> }>()
const emit = defineEmits<{ left: [field: string] }>()
const studio = useStudioStore()
const reads = useReadings()
const lots = computed(() => [
  { id: '', text: 'Not decided' },
  ...studio.lots.filter(b => !b.putAway && b.labelMax !== null).map(b => ({ id: b.id, text: b.productName })),
])
const blanks = computed(() => [
  { id: '', text: 'None yet' },
  ...studio.blanks.filter(b => !b.putAway).map(b => ({ id: b.id, text: b.name })),
])
const ways = CUTTING_WAYS.map(w => ({ id: w.id, text: w.text }))
const letters = computed(() => form.value.source.kind === 'letters')
</script>

<template>
  <div class="settings">
    <div class="pair">
      <TextField
        v-if="form.source.kind !== 'parts'"
        v-model="form.width"
        :label="letters && form.capital ? 'At most wide' : 'Art width'"
        :reads="reads.length(form.width)"
        :error="errors.width"
        @focusout="emit('left', 'width')"
      />
      <TextField
        v-if="letters"
        v-model="form.capital"
        label="Capital height"
        hint="Leave blank to go by the width"
        :reads="reads.length(form.capital)"
        :error="errors.capital"
        @focusout="emit('left', 'capital')"
      />
    </div>
    <ChoiceField
      v-model="form.polarity"
      label="Frosted"
      :options="[{ id: 'shape', text: 'The shape' }, { id: 'background', text: 'Its background' }]"
    />
    <TextField
      v-if="form.polarity === 'background'"
      v-model="form.margin"
      label="Background beyond the art"
      :reads="reads.length(form.margin)"
      :error="errors.margin"
      @focusout="emit('left', 'margin')"
    />
    <ChoiceField
      v-model="form.through"
      label="Read"
      :options="[{ id: false, text: 'From the front' }, { id: true, text: 'Through the glass' }]"
      :hint="form.through ? 'Cut mirrored, for the back of clear glass.' : undefined"
    />
    <ChoiceField v-model="form.cutBy" label="Cut by" :options="ways" />
    <div class="pair">
      <SelectField v-model="form.lotId" label="Etched with" placeholder="Not decided" :options="lots" />
      <TextField
        v-model="form.dwell"
        label="Dwell"
        hint="Leave blank for the label's longest time"
        :error="errors.dwell"
        @focusout="emit('left', 'dwell')"
      />
    </div>
    <div class="pair">
      <SelectField v-model="form.blankId" label="Goes on" placeholder="None yet" :options="blanks" />
      <TextField
        v-if="form.blankId"
        v-model="form.middle"
        label="Middle above base"
        hint="Leave blank for halfway up"
        :error="errors.middle"
        @focusout="emit('left', 'middle')"
      />
    </div>
  </div>
</template>

<style scoped>
.settings { display: grid; gap: 0.8rem; }
.pair { display: grid; grid-template-columns: repeat(auto-fit, minmax(8rem, 1fr)); gap: 0.8rem; }
</style>
