<script setup lang="ts">
import { QUESTIONS } from '#core/trade/answers'
import type { Ranking } from '#core/plan/rank'
import type { PlanForm } from '#shared/jobs'

/** The decisions of a plan in the order the trade takes them. Each shows its error beside its field. */
defineProps<{ errors: Record<string, string>, ranking: Ranking | null, suggested: boolean }>()
const emit = defineEmits<{ left: [name: string], chose: [] }>()
const form = defineModel<PlanForm>({ required: true })

const jobDone = computed(() => Boolean(form.value.customer.trim() && form.value.dueOn))
const pieceDone = computed(() => Boolean(form.value.noun && form.value.pieces && form.value.height && form.value.girth))
const answered = computed(() => QUESTIONS.filter(q => form.value.answers[q.id]).length)
const artDone = computed(() => Boolean(form.value.artWidth && form.value.artHeight && form.value.openFraction))
const otherwise = computed(
  () =>
    Object.values(form.value.schools).filter(Boolean).length
    + [form.value.ownBest, form.value.temperature].filter(x => x.trim()).length
    + (form.value.coaters === '2' ? 1 : 0),
)

/** Which field was left: the input names itself through its data attribute. */
function onLeave(event: FocusEvent) {
  const name = (event.target as HTMLElement).closest<HTMLElement>('[data-field]')?.dataset.field
  if (name) emit('left', name)
}
</script>

<template>
  <div class="ladder" @focusout="onLeave">
    <PlanRung :n="1" title="The job" :done="jobDone"><RungJob v-model="form" :errors="errors" /></PlanRung>
    <PlanRung :n="2" title="The piece" :done="pieceDone"><RungPiece v-model="form" :errors="errors" /></PlanRung>
    <PlanRung
      :n="3"
      title="Before it is etched for good"
      :done="answered === QUESTIONS.length"
      :said="answered < QUESTIONS.length ? `${QUESTIONS.length - answered} to answer` : undefined"
    ><RungQuestions v-model="form" :errors="errors" /></PlanRung>
    <PlanRung :n="4" title="The art" :done="artDone"><RungArt v-model="form" :errors="errors" /></PlanRung>
    <PlanRung
      :n="5"
      title="Resist and etchant"
      :done="Boolean(form.lotId)"
      :said="form.lotId && suggested ? 'as Crest suggests' : undefined"
    ><RungEtch v-model="form" :errors="errors" :ranking="ranking" @chose="emit('chose')" /></PlanRung>
    <PlanRung
      :n="6"
      title="How"
      done
      :said="otherwise ? `${otherwise} changed from house rules` : 'by house rules'"
    ><RungHow v-model="form" :errors="errors" /></PlanRung>
  </div>
</template>

<style scoped>
.ladder { display: grid; align-content: start; }
.ladder :deep(.rung:last-child)::before { bottom: 0.6rem; }
</style>
