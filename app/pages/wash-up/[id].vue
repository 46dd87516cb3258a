<script setup lang="ts">
import { lookHasCome } from '#core/bench/run'

const id = String(useRoute().params.id)
const at = useRun(id)
const { run, state, step, enter } = at
const washUp = computed(() => run.value?.plan.steps.find(s => s.id === 'wash-up'))
const next = computed(() => washUp.value?.items?.find(i => !state.value?.ticked['wash-up']?.[i.id]))
const before = computed(() => (step.value && step.value.id !== 'wash-up' && !lookHasCome(run.value!.plan, step.value) ? step.value : null))
</script>

<template>
  <RunFrame :at="at">
    <template v-if="run && state && washUp && !run.endedAt">
      <h1>{{ washUp.title }}</h1>
      <NotYet v-if="before" :step="before" :run-id="id" />
      <template v-else>
        <p class="why">{{ washUp.reason }}</p>
        <GateList :step="washUp" :state="state" @tick="enter({ kind: 'gate.ticked', step: 'wash-up', item: $event })" />
        <MainControl v-if="next" :label="`Tick: ${next.short}`" @press="enter({ kind: 'gate.ticked', step: 'wash-up', item: next.id })" />
        <MainControl
          v-else
          :label="run.coupon ? 'Read the strips off' : 'Look at the dry pieces'"
          @press="navigateTo(stationPath(run, 'look'))"
        />
      </template>
    </template>
  </RunFrame>
</template>

<style scoped>
.why { font-size: 1.15rem; }
</style>
