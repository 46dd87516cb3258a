<script setup lang="ts">
import { FIELD_OF, PIECE_FACTS, retimed } from '#core/bench/run'
import type { PieceFact, PieceState } from '#core/bench/run'

/** One of a piece's times that was pressed too late or too early, in a closed run. What was pressed stays in the entries. */
const props = defineProps<{ name: string, piece: PieceState, liquid: boolean, problem: string, busy: boolean }>()
const emit = defineEmits<{ save: [time: { fact: PieceFact, heldAt: number, why: string }], close: [] }>()
const houseTime = useHouseTime()
const WORDS: Record<PieceFact, string> = {
  'coat.started': 'First touch',
  'coat.covered': props.liquid ? 'Last part wet' : 'Last part covered',
  'etchant.off': 'Off',
  'piece.rinsed': 'Rinsed',
}
const timeOf = (at: number) => houseTime.format(at, 'HH:mm:ss')
const facts = computed(() =>
  PIECE_FACTS.flatMap((fact) => {
    const at = props.piece[FIELD_OF[fact]]?.at
    return at === undefined ? [] : [{ id: fact, at, text: `${WORDS[fact]}, ${timeOf(at)}` }]
  }),
)
const fact = ref<PieceFact>(facts.value.find(f => f.id === 'etchant.off')?.id ?? facts.value[0]!.id)
const was = computed(() => facts.value.find(f => f.id === fact.value)!.at)
const time = ref(timeOf(was.value))
watch(fact, () => (time.value = timeOf(was.value)))
const why = ref('')
const wrong = ref('')
function save() {
  const heldAt = retimed(was.value, timeOf(was.value), time.value)
  wrong.value = heldAt === null ? 'Write a time of day, like 14:05:30.' : ''
  if (heldAt !== null) emit('save', { fact: fact.value, heldAt, why: why.value.trim() })
}
</script>

<template>
  <CorrectSheet
    :title="`Put the times of ${name} right`"
    after="Dwell, lateness and step times follow. What was pressed stays in the run's entries."
    :busy="busy"
    @save="save"
    @close="emit('close')"
  >
    <SelectField v-model="fact" label="Which one" :options="facts" />
    <TextField v-model="time" label="It really happened at" :error="wrong" />
    <TextField v-model="why" label="What was wrong with it" :error="problem" />
  </CorrectSheet>
</template>
