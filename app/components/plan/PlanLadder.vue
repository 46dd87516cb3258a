<script setup lang="ts">
import { QUESTIONS } from '#core/trade/answers'
import type { Ranking } from '#core/plan/rank'
import type { PlanForm } from '#shared/jobs'
import type { PartedPass } from '#shared/placements'

/** The decisions of a plan in the order the trade takes them. Each shows its error beside its field. */
const props = defineProps<{ errors: Record<string, string>, ranking: Ranking | null, suggested: boolean }>()
const emit = defineEmits<{ left: [name: string], chose: [], part: [passes: PartedPass[]] }>()
const form = defineModel<PlanForm>({ required: true })

const studio = useStudioStore()
const units = useUnits()
const unit = useLengthUnit()
const words = computed(() => ({ unit: unit.value, write: units.length }))
const answered = computed(() => QUESTIONS.filter(q => form.value.answers[q.id]).length)
const otherwise = computed(
  () =>
    Object.values(form.value.schools).filter(Boolean).length
    + [form.value.ownBest, form.value.temperature].filter(x => x.trim()).length
    + (form.value.coaters === '2' ? 1 : 0),
)
type RungId = 'piece' | 'questions' | 'art' | 'etch' | 'how' | 'job'
const done = computed((): Record<RungId, boolean> => ({
  piece: Boolean(form.value.noun && form.value.pieces && form.value.height && form.value.girth),
  questions: answered.value === QUESTIONS.length,
  art: form.value.placements.every(p => p.artWidth && p.artHeight && p.openFraction),
  etch: Boolean(form.value.lotId),
  how: true,
  job: Boolean(form.value.customer.trim() && form.value.dueOn),
}))
/** What was answered when this pass was opened is shown as a sentence; what is answered now stays open under the hand. */
const folded = reactive({ ...done.value })
const FIELDS: Record<RungId, readonly string[]> = {
  piece: ['blankId', 'noun', 'pieces', 'names', 'substrate', 'surface', 'height', 'girth', 'oldLabel'],
  questions: ['answers'],
  art: ['placements', 'keepOut', 'border', 'wholeFace', 'face'],
  etch: ['lotId', 'resist', 'stencilId', 'look', 'looks', 'depth', 'carve'],
  how: ['schools', 'ownBest', 'temperature', 'coaters', 'tool', 'tray', 'finish'],
  job: ['customer', 'dueOn', 'notes'],
}
/** Nothing that has to be put right stays out of sight. */
watch(
  () => props.errors,
  (errors) => {
    const wrong = new Set(Object.keys(errors).map(name => name.split('.')[0]!))
    for (const id of Object.keys(FIELDS) as RungId[]) if (FIELDS[id].some(name => wrong.has(name))) folded[id] = false
  },
  { immediate: true },
)
const said = computed((): Record<RungId, string | undefined> => {
  const f = form.value
  const answers = answered.value < QUESTIONS.length ? `${QUESTIONS.length - answered.value} still to answer.` : answerWords(f)
  const shown = (id: RungId, sentence: string) => (done.value[id] && folded[id] ? sentence : undefined)
  return {
    piece: shown('piece', pieceWords(f, words.value)),
    questions: answered.value < QUESTIONS.length || folded.questions ? answers : undefined,
    art: shown('art', artWords(f, f.placements.map(p => studio.artwork(p.artworkId)?.name ?? null), words.value)),
    etch: f.lotId && (folded.etch || props.suggested)
      ? `${etchWords(f, studio.lot(f.lotId)?.productName ?? null)}${props.suggested ? ' As Crest suggests.' : ''}`
      : undefined,
    how: otherwise.value ? `${otherwise.value} changed from house rules.` : 'By house rules.',
    job: shown('job', jobHeadWords(f)),
  }
})

/** Which field was left: the input names itself through its data attribute. */
function onLeave(event: FocusEvent) {
  const name = (event.target as HTMLElement).closest<HTMLElement>('[data-field]')?.dataset.field
  if (name) emit('left', name)
}
</script>

<template>
  <div class="ladder" @focusout="onLeave">
    <PlanRung v-model:folded="folded.piece" :n="1" title="The piece" :done="done.piece" :said="said.piece">
      <RungPiece v-model="form" :errors="errors" />
    </PlanRung>
    <PlanRung
      v-model:folded="folded.questions"
      :n="2"
      title="Before it is etched for good"
      :done="done.questions"
      :said="said.questions"
    ><RungQuestions v-model="form" :errors="errors" /></PlanRung>
    <PlanRung v-model:folded="folded.art" :n="3" title="The art" :done="done.art" :said="said.art">
      <RungArt v-model="form" :errors="errors" @part="emit('part', $event)" />
    </PlanRung>
    <PlanRung v-model:folded="folded.etch" :n="4" title="Resist and etchant" :done="done.etch" :said="said.etch">
      <RungEtch v-model="form" :errors="errors" :ranking="ranking" @chose="emit('chose')" />
    </PlanRung>
    <PlanRung v-model:folded="folded.how" :n="5" title="How" :done="done.how" :said="said.how">
      <RungHow v-model="form" :errors="errors" />
    </PlanRung>
    <PlanRung v-model:folded="folded.job" :n="6" title="Who it is for" :done="done.job" :said="said.job">
      <RungJob v-model="form" :errors="errors" />
    </PlanRung>
  </div>
</template>

<style scoped>
.ladder { display: grid; align-content: start; }
.ladder :deep(.rung:last-child)::before { bottom: 0.6rem; }
</style>
