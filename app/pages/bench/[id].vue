<script setup lang="ts">
import { isOver, pieceClock, pieceInFocus, pressEntries } from '#core/bench/run'
import { countOf } from '#core/basics/units'
import { NUMBERS_ITEM } from '#core/plan/steps'

const id = String(useRoute().params.id)
const at = useRun(id)
const { run, state, step, action, enter, now } = at

const atTable = computed(() => step.value?.id === 'wash-up' || step.value?.kind === 'look')
// What is to be done is worked out twice a second, and the page drawn again only where that changes.
const kind = computed(() => action.value?.kind)
const wanted = computed(() => (action.value && 'piece' in action.value ? action.value.piece : undefined))
const focus = computed(() => (run.value ? pieceInFocus(run.value.plan, state.value?.pieces ?? [], wanted.value) : undefined))
const sentence = computed(() => {
  const a = action.value
  if (!a || a.kind === 'closed') return 'Nothing left to do here'
  return 'sentence' in a ? a.sentence : a.step.title
})
const control = computed(() => {
  const a = action.value
  switch (a?.kind) {
    case 'tick':
      return a.step.id === 'wash-up' ? 'To the wash-up' : `Tick: ${a.item.short}`
    case 'do':
      return 'Done'
    case 'finish':
      return 'Close the run and log it'
    case 'look':
      return run.value?.coupon ? 'Read the strips off' : 'Look at the dry pieces'
    default:
      return a && 'control' in a ? a.control : ''
  }
})

function press() {
  const a = action.value
  if (!a || !run.value || !state.value) return
  if (atTable.value) return void navigateTo(stationPath(run.value, step.value!.id))
  // A line that is not true can't be ticked: the way there stands beside it.
  if (a.kind === 'tick' && !tickable(a.item.id)) return
  for (const entry of pressEntries(run.value.plan, state.value, a)) enter(entry)
  if (a.kind === 'finish') void closed()
}
const studio = useStudioStore()
const tickable = (item: string) => item !== NUMBERS_ITEM || studio.numbers.emergency !== ''
/** To the log, once the server has closed the run. */
async function closed() {
  const work = useWorkStore()
  await until(() => work.waitingOf(id).length).toBe(0)
  if (run.value?.endedAt) await navigateTo(`/log/${id}`)
}
const over = computed(
  () => action.value?.kind === 'off' && focus.value !== undefined && isOver(pieceClock(focus.value, run.value!.plan, now.value).phase),
)
/** Clock and control have the screen to themselves; what to look for stands under them. */
const ticking = computed(() => step.value?.kind === 'clock' || step.value?.kind === 'blast')
const stepNumber = computed(() => (run.value?.plan.steps.findIndex(s => s.id === step.value?.id) ?? 0) + 1)
</script>

<template>
  <RunFrame :at="at">
    <template v-if="run && state && step && kind">
      <BenchCrew :run="run" :state="state" />
      <EtchAlong v-if="step.kind === 'clock'" :run="run.id" />
      <p class="where muted">
        {{ countOf(run.plan.pieces, run.plan.noun) }} {{ run.coupon ? 'with' : 'for' }} {{ run.subject }} · step {{ stepNumber }} of
        {{ run.plan.steps.length }} · at the {{ step.station }}
      </p>
      <div class="stage" :class="{ etching: ['clock', 'blast'].includes(step.kind) || kind === 'each', weeded: step.id === 'resist' }">
        <div class="now">
          <h1 aria-live="polite">{{ sentence }}</h1>
          <FocusClock v-if="ticking && focus" :plan="run.plan" :piece="focus" />
          <template v-else>
            <p class="why">{{ step.reason }}</p>
            <ol v-if="step.how.length" class="how"><li v-for="move in step.how" :key="move">{{ move }}</li></ol>
            <p v-if="run.sheet && step.id === 'resist'">
              <NuxtLink :to="`/sheet/${run.sheet.id}`">{{ run.sheet.name }}</NuxtLink>: {{ run.sheet.cut ? 'cut' : 'not cut yet' }}.
            </p>
            <p v-if="step.kind !== 'gate'" class="good"><strong>Good:</strong> {{ step.good }}</p>
            <p v-if="step.trouble" class="good"><strong>If not:</strong> {{ step.trouble }}</p>
            <p v-if="step.seems" class="good seems">{{ step.seems }}</p>
          </template>
          <GateList
            v-if="step.kind === 'gate' && !atTable"
            :step="step"
            :state="state"
            @tick="enter({ kind: 'gate.ticked', step: step.id, item: $event })"
          />
        </div>
        <WeedingPicture v-if="step.id === 'resist'" :run="run" />
        <PiecesDone
          v-if="kind === 'each'"
          class="pieces"
          :run="run"
          :state="state"
          :step="step"
          :next="wanted!"
          @tick="enter({ kind: 'gate.ticked', step: step.id, item: String($event) })"
          @all="enter({ kind: 'step.done', step: step.id })"
        />
        <PieceStand
          v-if="step.kind === 'clock' || step.kind === 'blast'"
          class="pieces"
          :run="run"
          :pieces="state.pieces"
          :focus="wanted"
        />
      </div>
      <MeasureForm v-if="step.kind === 'measure'" :plan="run.plan" @measured="enter({ kind: 'etchant.measured', ...$event })" />
      <TryForm v-else-if="step.kind === 'try'" :plan="run.plan" :tried="state.tried" @enter="enter($event)" />
      <GunControl v-else-if="kind === 'gun'" :plan="run.plan" :piece="state.pieces[wanted! - 1]!" :label="control" @enter="enter($event)" />
      <TubStep v-else-if="step.kind === 'tub'" :run="run" :state="state" :step="step" @enter="enter($event)" />
      <MainControl
        v-else
        :label="control"
        :disabled="kind === 'wait' || kind === 'idle' || (action?.kind === 'tick' && !tickable(action.item.id))"
        :over="over"
        @press="press"
      />
      <div v-if="ticking && focus" class="looks">
        <p><strong>Good:</strong> {{ step.good }}</p>
        <p v-if="step.trouble"><strong>If not:</strong> {{ step.trouble }}</p>
        <p v-if="step.seems">{{ step.seems }}</p>
      </div>
    </template>
    <template #more>
      <PapersOf v-if="run && studio.lot(run.lotId)" :product="studio.lot(run.lotId)!.productName" plain />
      <OtherActions v-if="run && state && step" :plan="run.plan" :state="state" :step="step" @enter="enter($event)" />
    </template>
  </RunFrame>
</template>

<style scoped>
.where { font-size: 1rem; }
h1 { font-size: clamp(2.4rem, 6vw, 4.4rem); line-height: 1; }
.why { font-size: 1.25rem; max-width: 46rem; margin-top: 0.7rem; }
.how { font-size: 1.15rem; max-width: 46rem; margin-top: 0.5rem; display: grid; gap: 0.15rem; }
.looks { display: grid; gap: 0.3rem; max-width: 60rem; }
.good { font-size: 1.15rem; margin-top: 0.5rem; max-width: 46rem; }
.stage { display: grid; gap: 1.2rem; }
.etching { grid-template-columns: minmax(20rem, 5fr) 7fr; align-items: stretch; }
.weeded { grid-template-columns: repeat(auto-fit, minmax(20rem, 1fr)); align-items: start; }
.now { display: grid; gap: 0.8rem; align-content: start; }
.seems { border-left: 4px solid var(--glass); padding-left: 0.7rem; }
.pieces { align-self: stretch; align-content: center; }
@media (max-width: 60rem) { .etching { grid-template-columns: minmax(0, 1fr); } }
</style>
