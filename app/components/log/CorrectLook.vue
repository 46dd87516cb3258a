<script setup lang="ts">
import MultiSelect from 'primevue/multiselect'
import Textarea from 'primevue/textarea'
import { capital } from '#core/basics/units'
import { FAULTS, RESULTS } from '#core/bench/run'
import type { FaultId, PieceResult, PieceSummary } from '#core/bench/run'

/** A piece of a closed run that is seen otherwise now. What was said before stays in the entries. */
const props = defineProps<{ name: string, piece: PieceSummary, problem: string, busy: boolean }>()
const emit = defineEmits<{ save: [look: { result: PieceResult, faults: FaultId[], note: string, why: string }], close: [] }>()
const result = ref<PieceResult>(props.piece.result ?? 'good')
const faults = ref<FaultId[]>([...props.piece.faults])
const why = ref('')
const results = RESULTS.map(id => ({ id, text: capital(id) }))
const save = () => emit('save', { result: result.value, faults: faults.value, note: props.piece.note, why: why.value.trim() })
</script>

<template>
  <CorrectSheet
    :title="`Put ${name} right`"
    after="What was said before stays in the run's entries. A piece that turns out to be scrap is owed again by its job."
    :busy="busy"
    @save="save"
    @close="emit('close')"
  >
    <ChoiceField v-model="result" label="Now it is" :options="results" />
    <Field v-slot="{ id, labelled }" label="Seen on it">
      <MultiSelect
        v-model="faults"
        :input-id="id"
        :aria-labelledby="labelled"
        :options="[...FAULTS]"
        option-label="text"
        option-value="id"
        placeholder="nothing"
        :show-toggle-all="false"
      />
    </Field>
    <Field v-slot="{ id, described, invalid }" label="What changed" :error="problem">
      <Textarea :id="id" v-model="why" rows="2" auto-resize :invalid="invalid" :aria-describedby="described" />
    </Field>
  </CorrectSheet>
</template>
