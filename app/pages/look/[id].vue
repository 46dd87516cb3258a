<script setup lang="ts">
import { pieceLabel } from '#core/plan/run-plan'
import { lookHasCome } from '#core/bench/run'

const id = String(useRoute().params.id)
const at = useRun(id)
const { run, state, step, enter } = at
const last = computed(() => run.value?.plan.steps.at(-1)?.kind === 'look')
const control = computed(() => {
  if (open.value.length > 0) return `Judge ${open.value.map(p => pieceLabel(run.value!.plan, p.n)).join(', ')}`
  return last.value ? 'Close the run and log it' : 'On to what comes after'
})
const open = computed(() => state.value?.pieces.filter(p => !p.judged && !p.withdrawn) ?? [])
async function finish() {
  // What is done to a piece once it is judged comes after this page.
  if (!last.value) return void navigateTo(`/bench/${id}`)
  if (!enter({ kind: 'run.finished' })) return
  const work = useWorkStore()
  await until(() => work.waitingOf(id).length).toBe(0)
  if (run.value?.endedAt) await navigateTo(`/log/${id}`)
}
</script>

<template>
  <RunFrame :at="at">
    <template v-if="run && state && !run.endedAt">
      <h1>Look</h1>
      <p class="why">Dry, over dark card, in raking or window light. Anything left too long is logged by itself.</p>
      <NotYet v-if="step && !lookHasCome(run.plan, step)" :step="step" :run-id="id" />
      <template v-else>
        <JudgePiece
          v-for="p in state.pieces"
          :key="p.n"
          :plan="run.plan"
          :piece="p"
          :shape="shapeInRun(run, p.n)"
          @judge="(result, faults, note) => enter({ kind: 'piece.judged', piece: p.n, result, faults, note })"
        />
        <MainControl
          flow
          :disabled="open.length > 0"
          :label="control"
          @press="finish"
        />
      </template>
    </template>
  </RunFrame>
</template>

<style scoped>
.why { font-size: 1.15rem; }
</style>
