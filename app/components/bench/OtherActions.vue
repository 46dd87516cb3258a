<script setup lang="ts">
import { pieceLabel } from '#core/plan/run-plan'
import Button from 'primevue/button'
import { BENCH_REASONS, pieceStage, SPOTS, wetPieces } from '#core/bench/run'
import type { NewEvent, ReasonedKind, RunState } from '#core/bench/run'
import type { RunPlan } from '#core/plan/run-plan'
import type { Step } from '#core/plan/steps'

/** What is seldom wanted: a step skipped with a reason, off early, another piece first, a broken piece, stopping the run. */
const props = defineProps<{ plan: RunPlan, state: RunState, step: Step }>()
const emit = defineEmits<{ enter: [part: NewEvent] }>()
type Asked = { kind: ReasonedKind, text: string, part: object }
const asking = ref<Asked | null>(null)
/** None of the usual reasons: it is written. */
const writing = ref(false)
const reason = ref('')
const spot = ref('')

const studio = useStudioStore()
/** Asked for once somebody opens this; without network one plain button is left. */
const opened = () => void (studio.supplies ?? studio.loadSupplies().catch(() => {}))
/** Pairs on the shelf to change into; one plain button where the shelf knows none. */
const gloves = computed(() => {
  const kept = (studio.supplies ?? []).filter(s => s.kind === 'gloves' && !s.putAway)
  if (kept.length < 2) return [{ id: kept[0]?.id ?? '', text: 'Gloves changed' }]
  return kept.map(s => ({ id: s.id, text: `Gloves changed: ${[s.details.material, s.details.size].filter(Boolean).join(' ') || s.name}` }))
})
const at = (stage: string) => props.state.pieces.filter(p => pieceStage(p) === stage)
/** What has been touched can have something happen to it. */
const touched = computed(() =>
  props.state.pieces.filter(p => ['coating', 'dwelling', 'off', 'rinsed', 'blasting', 'blasted'].includes(pieceStage(p))),
)
const started = computed(() => !props.plan.together && props.state.pieces.some(p => p.coatStarted))

function ask(kind: ReasonedKind, text: string, part: object = {}) {
  asking.value = { kind, text, part }
  writing.value = false
  reason.value = ''
  spot.value = ''
}
/** One press says why; nobody types with wet gloves unless nothing of it fits. */
function enter(why: string, words = '') {
  const { kind, part } = asking.value!
  const where = kind === 'piece.mishap' ? { spot: spot.value || null } : {}
  emit('enter', { kind, ...part, ...where, why, reason: words } as NewEvent)
  asking.value = null
}
const confirm = () => reason.value.trim() && enter('other', reason.value.trim())
</script>

<template>
  <details class="other" @toggle="opened">
    <summary>Something else</summary>
    <div v-if="!asking" class="choices">
      <Button
        v-if="step.kind === 'do' && !step.safety"
        severity="secondary"
        label="Skip this step"
        @click="ask('step.skipped', `Why is it skipped? ${step.title}`, { step: step.id })"
      />
      <Button
        v-for="g in gloves"
        :key="`gloves${g.id}`"
        severity="secondary"
        :label="g.text"
        @click="emit('enter', { kind: 'gloves.changed', supply: g.id || null })"
      />
      <Button
        v-for="p in at('dwelling')"
        :key="`off${p.n}`"
        severity="secondary"
        :label="`Take ${pieceLabel(plan, p.n)} off early`"
        @click="ask('etchant.off', `Why does ${pieceLabel(plan, p.n)} come off early?`, { piece: p.n })"
      />
      <Button
        v-for="p in touched"
        :key="`mishap${p.n}`"
        severity="secondary"
        :label="`Something happened to ${pieceLabel(plan, p.n)}`"
        @click="ask('piece.mishap', `What happened to ${pieceLabel(plan, p.n)}?`, { piece: p.n })"
      />
      <template v-if="started">
        <Button
          v-for="p in at('untouched')"
          :key="`coat${p.n}`"
          severity="secondary"
          :label="`Coat ${pieceLabel(plan, p.n)} now`"
          @click="emit('enter', { kind: 'coat.started', piece: p.n })"
        />
      </template>
      <Button
        v-for="p in state.pieces.filter(x => pieceStage(x) !== 'withdrawn')"
        :key="`out${p.n}`"
        severity="secondary"
        :label="`${pieceLabel(plan, p.n)} broke or is out`"
        @click="ask('piece.withdrawn', `Why is ${pieceLabel(plan, p.n)} out?`, { piece: p.n })"
      />
      <Button
        v-if="wetPieces(state).length === 0 && !state.paused"
        severity="secondary"
        label="Pause the run"
        @click="ask('run.paused', 'Why are you pausing?')"
      />
      <NuxtLink v-else-if="wetPieces(state).length > 0" class="button" to="/hand-over">Hand over what is wet</NuxtLink>
      <Button
        v-if="wetPieces(state).length === 0"
        severity="secondary"
        label="Stop the run"
        @click="ask('run.abandoned', 'Why are you stopping the run?')"
      />
    </div>
    <section v-if="asking" :aria-label="asking.text">
      <h3>{{ asking.text }}</h3>
      <ChoiceField
        v-if="asking.kind === 'piece.mishap'"
        v-model="spot"
        label="Where on it"
        :options="[{ id: '', text: 'Not said' }, ...SPOTS]"
      />
      <p v-if="asking.kind === 'piece.mishap'" class="muted">
        A thin spot is best left alone: coating it again over the same opening makes it worse. If you did, a second clock shows it.
      </p>
      <div class="choices">
        <Button v-for="r in BENCH_REASONS[asking.kind]" :key="r.code" :label="r.text" @click="enter(r.code)" />
        <Button v-if="!writing" severity="secondary" label="Another reason" @click="writing = true" />
        <Button severity="secondary" label="Cancel" @click="asking = null" />
      </div>
      <form v-if="writing" @submit.prevent="confirm">
        <TextField v-model="reason" label="Why, in a few words" />
        <div class="choices"><Button type="submit" label="Enter it" :disabled="!reason.trim()" /></div>
      </form>
    </section>
  </details>
</template>

<style scoped>
summary { padding: 0.6rem 0; }
.choices { display: flex; flex-wrap: wrap; gap: 0.6rem; margin: 0.3rem 0 0.8rem; }
form { max-width: 34rem; display: grid; gap: 0.6rem; }
</style>
