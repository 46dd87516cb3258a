<script setup lang="ts">
import ToggleButton from 'primevue/togglebutton'
import { currentStep, lookHasCome, wetOf } from '#core/bench/run'
import { pieceName } from '#core/plan/run-plan'
import type { RunWithEvents } from '#shared/runs'

const id = String(useRoute().params.id)
const at = useRun(id)
const { run, state, step } = at
const work = useWorkStore()
const session = useSessionStore()
const washUp = computed(() => run.value?.plan.steps.find(s => s.id === 'wash-up'))
const before = computed(() => (step.value && step.value.id !== 'wash-up' && !lookHasCome(run.value!.plan, step.value) ? step.value : null))

/** Lines that wait: gloves stay on while anything of mine is wet, at whatever bench. */
const blocked = computed((): Record<string, string> => {
  const me = session.person?.id
  if (!me) return {}
  for (const r of work.runs) {
    const [wet] = wetOf(work.state(r), me)
    if (wet) return { gloves: `Gloves stay on: ${pieceName(r.plan, wet.n)} for ${r.subject} is wet and yours. Rinse it, or hand it over.` }
  }
  return {}
})
const next = computed(() =>
  washUp.value?.items?.find(i => !state.value?.ticked['wash-up']?.[i.id] && !blocked.value[i.id]))
const waiting = computed(() => washUp.value?.items?.find(i => !state.value?.ticked['wash-up']?.[i.id]))

/** Other runs at the same point: one wash-up serves them all. */
const others = computed(() =>
  work.runs.filter(r => r.id !== id && r.plan.method === run.value?.plan.method && currentStep(r.plan, work.state(r))?.id === 'wash-up'))
const along = ref<string[]>([])
function toggle(r: RunWithEvents) {
  along.value = along.value.includes(r.id) ? along.value.filter(x => x !== r.id) : [...along.value, r.id]
  // What is ticked already here is done for the other as well.
  if (along.value.includes(r.id)) for (const item of Object.keys(state.value?.ticked['wash-up'] ?? {})) tickIn(r, item)
}
function tickIn(r: RunWithEvents, item: string) {
  if (work.state(r).ticked['wash-up']?.[item]) return
  work.enter(r, { kind: 'gate.ticked', step: 'wash-up', item })
}
function tick(item: string) {
  at.enter({ kind: 'gate.ticked', step: 'wash-up', item })
  for (const r of others.value) if (along.value.includes(r.id)) tickIn(r, item)
}
</script>

<template>
  <RunFrame :at="at">
    <template v-if="run && state && washUp && !run.endedAt">
      <h1>{{ washUp.title }}</h1>
      <NotYet v-if="before" :step="before" :run-id="id" />
      <template v-else>
        <p class="why">{{ washUp.reason }}</p>
        <div v-if="others.length" class="along" role="group" aria-label="One wash-up for several runs">
          <ToggleButton
            v-for="r in others"
            :key="r.id"
            :model-value="along.includes(r.id)"
            :on-label="`Also for ${r.subject}`"
            :off-label="`Tick it for ${r.subject} as well`"
            @update:model-value="toggle(r)"
          />
        </div>
        <GateList :step="washUp" :state="state" :blocked="blocked" @tick="tick" />
        <MainControl v-if="next" :label="`Tick: ${next.short}`" @press="tick(next.id)" />
        <MainControl v-else-if="waiting" disabled label="Something of yours is wet" />
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
.along { display: flex; flex-wrap: wrap; gap: 0.7rem; }
.along :deep(button) { min-height: 56px; touch-action: manipulation; }
</style>
