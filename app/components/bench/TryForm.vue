<script setup lang="ts">
import Button from 'primevue/button'
import { TRY_RESULTS } from '#core/bench/run'
import type { NewEvent, RunState } from '#core/bench/run'
import type { RunPlan } from '#core/plan/run-plan'
import { formatClock, formatDuration } from '#core/basics/units'

/** An old lot on a scrap: a clock of its own, and what the scrap showed. */
const props = defineProps<{ plan: RunPlan, tried: RunState['tried'] }>()
const emit = defineEmits<{ enter: [part: NewEvent] }>()
const { second } = useServerClock()
const left = computed(() => {
  const { started } = props.tried
  return started ? Math.ceil(props.plan.dwell.best - (second.value - started.at) / 1000) : null
})
</script>

<template>
  <div class="try">
    <MainControl v-if="left === null" label="The dab is on: start the clock" @press="emit('enter', { kind: 'try.started' })" />
    <template v-else>
      <p class="numeral big" role="timer">{{ left > 0 ? formatClock(left) : `${formatClock(-left)} over` }}</p>
      <p class="why">
        {{ left > 0 ? `Leave it for ${formatDuration(plan.dwell.best)}, as planned.` : 'Wipe it off, rinse it, dry it and look.' }}
      </p>
      <h2>Did the scrap frost?</h2>
      <div class="choices">
        <Button
          v-for="r in TRY_RESULTS"
          :key="r.id"
          :label="r.text"
          :severity="r.id === 'good' ? undefined : 'secondary'"
          @click="emit('enter', { kind: 'try.judged', result: r.id })"
        />
      </div>
    </template>
  </div>
</template>

<style scoped>
.try { display: grid; gap: 0.7rem; max-width: 40rem; }
.big { font-size: 4.5rem; line-height: 0.9; }
.choices { display: flex; flex-wrap: wrap; gap: 0.6rem; }
</style>
