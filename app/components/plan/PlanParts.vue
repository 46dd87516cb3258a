<script setup lang="ts">
import SelectButton from 'primevue/selectbutton'
import { countOf, parseCount } from '#core/basics/units'
import type { SetForm } from '#shared/jobs'

/** The kinds of piece of a job and the passes of the one in sight, where there is more than one. */
const props = defineProps<{ sets: readonly SetForm[], at: { set: number, pass: number }, wrong: ReadonlySet<string> }>()
const emit = defineEmits<{ choose: [pass: string] }>()

const countIn = (set: SetForm) => {
  const read = parseCount(set.pieces)
  return read.ok ? read.value : 1
}
const mark = (text: string, bad: boolean) => (bad ? `${text} (needs another look)` : text)
const setChoices = computed(() =>
  props.sets.map((set, i) => ({
    id: set.id,
    text: mark(set.noun.trim() ? countOf(countIn(set), set.noun.trim()) : `Piece ${i + 1}`, set.passes.some(p => props.wrong.has(p.id))),
  })),
)
const here = computed(() => props.sets[props.at.set]!)
const passChoices = computed(() => here.value.passes.map((p, k) => ({ id: p.id, text: mark(`Pass ${k + 1}`, props.wrong.has(p.id)) })))
const set = computed({ get: () => here.value.id, set: id => emit('choose', props.sets.find(s => s.id === id)!.passes[0]!.id) })
const pass = computed({ get: () => here.value.passes[props.at.pass]!.id, set: id => emit('choose', id) })
</script>

<template>
  <div v-if="setChoices.length > 1 || passChoices.length > 1" class="parts">
    <SelectButton
      v-if="setChoices.length > 1"
      v-model="set"
      :options="setChoices"
      option-label="text"
      option-value="id"
      :allow-empty="false"
      aria-label="Kinds of piece in this job"
    />
    <SelectButton
      v-if="passChoices.length > 1"
      v-model="pass"
      :options="passChoices"
      option-label="text"
      option-value="id"
      :allow-empty="false"
      :aria-label="`Passes on ${here.noun || 'these pieces'}`"
    />
  </div>
</template>

<style scoped>
.parts { display: flex; flex-wrap: wrap; gap: 0.5rem 1.4rem; padding: 0.4rem 0; }
.parts :deep(.p-selectbutton) { flex-wrap: wrap; min-height: 46px; }
</style>
