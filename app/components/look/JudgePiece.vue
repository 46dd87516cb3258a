<script setup lang="ts">
import { pieceLabel } from '#core/plan/run-plan'
import { FAULTS, isOver, pieceClock, reasonWords, RESULTS } from '#core/bench/run'
import type { FaultId, FaultMark, JudgedLook, OtherLook, PieceResult, PieceState, Remedy } from '#core/bench/run'
import { frostWord } from '#core/bench/frost'
import type { LookFacts } from '#core/bench/look'
import type { RunPlan } from '#core/plan/run-plan'
import { capital, formatDuration } from '#core/basics/units'
import type { PieceShape } from '#shared/runs'

/** One dry piece over dark card: good, usable or scrap; what is seen on it and where; why, and what to do about it; a note. */
const props = defineProps<{
  plan: RunPlan
  piece: PieceState
  shape: PieceShape
  facts: LookFacts
  /** It is not dry yet, and nobody has said otherwise. */
  damp: boolean
  /** What others said of it before the word that counts. */
  others: OtherLook[]
  jobId: string | null
  runId: string
}>()
const emit = defineEmits<{ judge: [look: JudgedLook] }>()
const studio = useStudioStore()
const houseTime = useHouseTime()
const judged = () => props.piece.judged
const faults = ref<FaultId[]>([...(judged()?.faults ?? [])])
const marks = ref<FaultMark[]>([...(judged()?.marks ?? [])])
const remedy = ref<Remedy | null>(judged()?.remedy ?? null)
const note = ref(judged()?.note ?? '')
/** The fault that a tap marks, and whose causes stand beside it: the one chosen last. */
const current = ref<FaultId | null>(faults.value.at(-1) ?? null)
const clock = computed(() => pieceClock(props.piece, props.plan, 0))
const result = computed(() => props.piece.judged?.result)
const looking = ref(faults.value.length > 0)
const name = computed(() => pieceLabel(props.plan, props.piece.n))
/** What a picture said of it last. */
const measured = computed(() => props.piece.frost?.at(-1) ?? null)
const strength = computed(() => measured.value && frostWord('contrast', measured.value, studio.rules.whiteFrost))

function judge(r: PieceResult) {
  // What is less than good has something on it: that is asked for, and never demanded.
  if (r !== 'good') looking.value = true
  emit('judge', {
    result: r,
    faults: faults.value,
    note: note.value.trim(),
    ...(marks.value.length > 0 ? { marks: marks.value } : {}),
    ...(remedy.value ? { remedy: remedy.value } : {}),
  })
}
/** What is chosen or written after the judgement belongs to it. */
const amend = () => {
  if (result.value) judge(result.value)
}
function toggle(fault: FaultId) {
  if (faults.value.includes(fault) && current.value !== fault) current.value = fault
  else if (faults.value.includes(fault)) {
    faults.value = faults.value.filter(f => f !== fault)
    marks.value = marks.value.filter(m => m.fault !== fault)
    current.value = faults.value.at(-1) ?? null
  }
  else {
    faults.value = [...faults.value, fault]
    current.value = fault
  }
  amend()
}
function mark(at: number, middle: number) {
  marks.value = [...marks.value, { fault: current.value!, at, middle }]
  amend()
}
function unmark(i: number) {
  marks.value = marks.value.filter((_, k) => k !== i)
  amend()
}
function choose(r: Remedy) {
  remedy.value = remedy.value === r ? null : r
  // What is wet is not judged, by no way round.
  if (remedy.value === 'scrap' && !props.damp) judge('scrap')
  else amend()
}
</script>

<template>
  <article :aria-label="name">
    <div class="dark dark-card"><PieceSilhouette :shape="shape" frosted :size="150" /></div>
    <div class="judge">
      <h2 class="capital">{{ name }}</h2>
      <p v-if="piece.withdrawn" class="muted">Taken out: {{ reasonWords('piece.withdrawn', piece.withdrawn) }}</p>
      <template v-else>
        <p class="muted">
          {{ plan.method === 'blast'
            ? `Gun time ${formatDuration(clock.last)}`
            : `Dwelt ${formatDuration(clock.last)}, its first part ${formatDuration(clock.first)}` }}
          <strong v-if="isOver(clock.phase)">
            ({{ clock.phase === 'harm' ? 'long past its time, ' : '' }}late by {{ formatDuration(-clock.toNotAfter) }})</strong>
        </p>
        <div class="results" role="group" :aria-label="`How ${name} came out`">
          <button
            v-for="r in RESULTS"
            :key="r"
            type="button"
            :aria-pressed="result === r"
            :disabled="damp"
            @click="judge(r)"
          >
            {{ r }}
          </button>
        </div>
        <p v-for="o in others" :key="o.by" role="status">
          {{ studio.nameOf(o.by) }} said {{ o.result }} at {{ houseTime.format(o.at, 'HH:mm') }}. The last word counts: talk it over.
        </p>
        <p class="measure">
          <NuxtLink :to="`/frost/${runId}?piece=${piece.n}`">Measure its frost from a picture</NuxtLink>
          <template v-if="measured">: {{ measured.contrast.toFixed(0) }} L* lighter than clear glass, {{ strength }}</template>
        </p>
        <button type="button" class="unfold" :aria-expanded="looking" @click="looking = !looking">
          {{ looking ? 'Hide the faults' : 'Something is wrong with it' }}
        </button>
      </template>
    </div>
    <div v-if="looking && !piece.withdrawn" class="seen">
      <div class="tiles" role="group" :aria-label="`Seen on ${name}`">
        <button
          v-for="f in FAULTS"
          :key="f.id"
          type="button"
          :aria-pressed="faults.includes(f.id)"
          :class="{ current: current === f.id }"
          @click="toggle(f.id)"
        >
          <FaultPicture :fault="f.id" />
          <span>{{ capital(f.text) }}</span>
        </button>
      </div>
      <div class="about">
        <FaultMap :shape="shape" :marks="marks" :fault="current" @mark="mark" @remove="unmark" />
        <LikelyCauses
          v-if="current"
          :key="current"
          :fault="current"
          :facts="facts"
          :remedy="remedy"
          @remedy="choose"
        />
        <p v-if="remedy === 'new-pass' && jobId">
          <NuxtLink :to="`/plan/${jobId}`">Add the pass to its plan</NuxtLink> once this run is closed.
        </p>
        <TextField v-model="note" label="Note" @focusout="amend" />
      </div>
    </div>
  </article>
</template>

<style scoped>
article { display: grid; grid-template-columns: 13rem 1fr; gap: 1rem 1.5rem; padding: 1.1rem 0; border-bottom: 1px solid var(--line); }
.dark { display: grid; place-items: center; padding: 0.8rem; }
.judge { display: grid; gap: 0.6rem; min-width: 0; align-content: start; }
.results { display: flex; gap: 0.6rem; }
.results button {
  flex: 1;
  max-width: 12rem;
  min-height: 56px;
  font: 650 1.4rem/1 var(--display);
  background: none;
  color: var(--text);
  border: 2px solid var(--control-line);
  border-radius: 2px;
  cursor: pointer;
  text-transform: capitalize;
  touch-action: manipulation;
}
.results button[aria-pressed='true'] { background: var(--frost); color: var(--on-frost); border-color: var(--frost); }
.results button[aria-pressed='true']::before { content: '✓ '; }
.results button:disabled { color: var(--muted); border-style: dashed; cursor: not-allowed; }
.measure a { display: inline-block; padding: 0.5rem 0; }
.unfold {
  justify-self: start;
  min-height: 48px;
  background: none;
  border: 0;
  padding: 0;
  color: var(--text);
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}
.seen { grid-column: 1 / -1; display: grid; grid-template-columns: minmax(18rem, 27rem) 1fr; gap: 1.5rem; align-items: start; }
.tiles { display: grid; grid-template-columns: repeat(3, 1fr); gap: 0.5rem; }
.tiles button {
  display: grid;
  grid-template-rows: auto 1fr;
  padding: 0;
  background: var(--raised);
  color: var(--text);
  border: 2px solid var(--line);
  border-radius: 2px;
  font: inherit;
  line-height: 1.2;
  text-align: left;
  cursor: pointer;
  touch-action: manipulation;
}
.tiles span { padding: 0.4rem 0.5rem 0.5rem; }
.tiles button[aria-pressed='true'] { border-color: var(--frost); }
.tiles button[aria-pressed='true'] span { background: var(--frost); color: var(--on-frost); }
.tiles button[aria-pressed='true'] span::before { content: '✓ '; }
.about { display: grid; gap: 1rem; min-width: 0; }
@media (max-width: 60rem) { .seen { grid-template-columns: 1fr; } }
@media (max-width: 50rem) {
  article { grid-template-columns: 1fr; }
  .dark { display: none; }
}
</style>
