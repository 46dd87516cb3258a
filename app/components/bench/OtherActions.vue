<script setup lang="ts">
import Button from 'primevue/button'
import { pieceStage, wetPieces } from '#core/bench/run'
import type { RunState, NewEvent } from '#core/bench/run'
import type { RunPlan } from '#core/plan/run-plan'
import type { Step } from '#core/plan/steps'

/** What is seldom wanted: a step skipped with a reason, off early, another piece first, a broken piece, stopping the run. */
const props = defineProps<{ plan: RunPlan, state: RunState, step: Step }>()
const emit = defineEmits<{ enter: [part: NewEvent] }>()
const asking = ref<{ text: string, part: (reason: string) => NewEvent } | null>(null)
const reason = ref('')

const at = (stage: string) => props.state.pieces.filter(p => pieceStage(p) === stage)
const started = computed(() => !props.plan.together && props.state.pieces.some(p => p.coatStarted))

function ask(text: string, part: (reason: string) => NewEvent) {
  asking.value = { text, part }
  reason.value = ''
}
function confirm() {
  if (!reason.value.trim()) return
  emit('enter', asking.value!.part(reason.value.trim()))
  asking.value = null
}
</script>

<template>
  <details class="other">
    <summary>Something else</summary>
    <div class="choices">
      <Button
        v-if="step.kind === 'do' && !step.safety"
        severity="secondary"
        label="Skip this step"
        @click="ask(`Why is it skipped? ${step.title}`, r => ({ kind: 'step.skipped', step: step.id, reason: r }))"
      />
      <Button
        v-for="p in at('dwelling')"
        :key="`off${p.n}`"
        severity="secondary"
        :label="`Take ${plan.noun} ${p.n} off early`"
        @click="emit('enter', { kind: 'etchant.off', piece: p.n })"
      />
      <template v-if="started">
        <Button
          v-for="p in at('untouched')"
          :key="`coat${p.n}`"
          severity="secondary"
          :label="`Coat ${plan.noun} ${p.n} now`"
          @click="emit('enter', { kind: 'coat.started', piece: p.n })"
        />
      </template>
      <Button
        v-for="p in state.pieces.filter(x => pieceStage(x) !== 'withdrawn')"
        :key="`out${p.n}`"
        severity="secondary"
        :label="`${plan.noun} ${p.n} broke or is out`"
        @click="ask(`Why is ${plan.noun} ${p.n} out?`, r => ({ kind: 'piece.withdrawn', piece: p.n, reason: r }))"
      />
      <Button
        v-if="wetPieces(state).length === 0 && !state.paused"
        severity="secondary"
        label="Pause the run"
        @click="ask('Why does it pause?', r => ({ kind: 'run.paused', reason: r }))"
      />
      <NuxtLink v-else-if="wetPieces(state).length > 0" class="button" to="/hand-over">Hand over what is wet</NuxtLink>
      <Button
        v-if="wetPieces(state).length === 0"
        severity="secondary"
        label="Stop the run"
        @click="ask('Why is the run stopped?', r => ({ kind: 'run.abandoned', reason: r }))"
      />
    </div>
    <form v-if="asking" @submit.prevent="confirm">
      <TextField v-model="reason" :label="asking.text" />
      <div class="choices">
        <Button type="submit" label="Enter it" :disabled="!reason.trim()" />
        <Button type="button" severity="secondary" label="Leave it" @click="asking = null" />
      </div>
    </form>
  </details>
</template>

<style scoped>
summary { padding: 0.6rem 0; }
.choices { display: flex; flex-wrap: wrap; gap: 0.6rem; margin: 0.3rem 0 0.8rem; }
form { max-width: 34rem; display: grid; gap: 0.6rem; }
</style>
