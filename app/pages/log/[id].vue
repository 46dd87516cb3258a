<script setup lang="ts">
import { pieceLabel } from '#core/plan/run-plan'
import { etchantKind, resistKind, substrateKind } from '#core/trade/materials'
import { lookWords } from '#core/plan/blast'
import { remedyWords } from '#core/bench/look'
import { faultText, foldRun, mishapWords, reasonWords, summarise } from '#core/bench/run'
import type { PieceSummary } from '#core/bench/run'
import { countOf, formatDuration, formatVolume, uncapital } from '#core/basics/units'
import type { RunWithEvents } from '#shared/runs'

const id = String(useRoute().params.id)
const run = ref<RunWithEvents | null>(null)
const problem = ref('')
const studio = useStudioStore()
const houseTime = useHouseTime()
onMounted(() =>
  api<RunWithEvents>(`runs/${id}`).then(
    r => (run.value = r),
    (e: Error) => (problem.value = e.message),
  ),
)
const state = computed(() => run.value && foldRun(run.value.plan, run.value.events))
const summary = computed(() => run.value && state.value && summarise(run.value.plan, state.value))
const turn = computed(() => (run.value && run.value.passes > 1 ? `, pass ${run.value.passNo} of ${run.value.passes}` : ''))
/** What it was etched with, through what, on what: as it stood when it began. */
const what = computed(() => {
  const { plan, artName, lotId } = run.value!
  const { basis } = plan
  const lot = studio.lot(lotId)?.productName ?? (basis ? etchantKind(basis.etchant).name : null)
  if (!basis) return lot ? `${lot}.` : ''
  return `${artName ? `${artName}: ` : ''}${lot} under ${resistKind(basis.resist).name}, on ${substrateKind(basis.substrate).name}.`
})
/** Looks of its pieces, each once. */
const looks = computed(() => {
  const { look, looks: own } = run.value!.plan
  return [...new Set(own ?? (look ? [look] : []))]
})
/** One rule for screen and alarm: late is not harm. */
function against(p: PieceSummary): string {
  if (p.verdict === 'late') return `late by ${formatDuration(p.overBy)}`
  return p.verdict === 'harm' ? `long past its time, late by ${formatDuration(p.overBy)}` : p.verdict
}
const seenOn = (p: PieceSummary) =>
  [
    p.withdrawn && reasonWords('piece.withdrawn', p.withdrawn),
    p.early && `off early: ${uncapital(reasonWords('etchant.off', p.early))}`,
    ...p.mishaps.map(m => uncapital(mishapWords(m))),
    ...p.faults.map(faultText),
    p.remedy && p.result !== 'scrap' && uncapital(remedyWords(p.remedy)),
    p.judgedEarly && 'judged before it had dried for its time',
    p.note,
  ]
    .filter(Boolean)
    .join('; ')
</script>

<template>
  <div class="page">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <template v-if="run && summary">
      <header class="page-head">
        <h1>{{ countOf(run.plan.pieces, run.plan.noun) }} {{ run.coupon ? 'with' : 'for' }} {{ run.subject }}{{ turn }}</h1>
        <p class="ways">
          <NuxtLink v-if="run.jobId" :to="`/job/${run.jobId}`">The job</NuxtLink>
          <NuxtLink v-if="run.jobId" :to="`/plan/${run.jobId}?pass=${run.passId}`">The plan</NuxtLink>
          <NuxtLink v-if="run.jobId" :to="`/plan/new?again=${run.jobId}`">Plan it again</NuxtLink>
          <NuxtLink to="/log">All runs</NuxtLink>
        </p>
      </header>
      <p class="muted">
        {{ houseTime.format(run.startedAt, 'EEEE d MMMM yyyy, HH:mm') }} to
        {{ run.endedAt ? houseTime.format(run.endedAt, 'HH:mm') : 'still running' }},
        started by {{ studio.nameOf(run.startedBy) }}
      </p>
      <p v-if="what">{{ what }}</p>
      <p>
        Planned: not before {{ formatDuration(summary.planned.notBefore) }}, best {{ formatDuration(summary.planned.best) }}, not after
        {{ formatDuration(summary.planned.notAfter) }}{{ summary.planned.noHarm === undefined ? ''
          : `, no harm known up to ${formatDuration(summary.planned.noHarm)}` }}.
        {{ summary.method === 'blast' ? `Look: ${looks.map(lookWords).join(', ')}.`
          : `Etchant used: ${formatVolume(summary.used)}.` }}
      </p>
      <p v-for="s in summary.skipped" :key="s.title">Skipped: {{ s.title }} ({{ reasonWords('step.skipped', s) }}).</p>
      <p v-if="state?.abandoned" class="problem">Stopped: {{ reasonWords('run.abandoned', state.abandoned) }}</p>
      <div class="scroll" tabindex="0" role="region" aria-label="Pieces of this run">
        <table>
          <thead><tr><th scope="col">Piece</th><th scope="col">{{ summary.method === 'blast' ? 'Gun time'
            : 'Dwell' }}</th><th v-if="summary.method !== 'blast'" scope="col">Its first part</th><th scope="col">Against the
            window</th><th scope="col"><span class="visually-hidden">In words</span></th><th scope="col">Came
            out</th><th scope="col">Seen</th></tr></thead>
          <tbody>
            <tr v-for="p in summary.pieces" :key="p.n">
              <th scope="row">{{ pieceLabel(run.plan, p.n) }}</th>
              <td class="numeral">{{ p.dwell === null ? '–' : formatDuration(p.dwell) }}</td>
              <td v-if="summary.method !== 'blast'" class="numeral">{{ p.firstPart === null ? '–' : formatDuration(p.firstPart) }}</td>
              <td class="against"><DwellMark v-if="p.dwell !== null" :dwell="p.dwell" :window="p.window" /></td>
              <td>{{ against(p) }}</td>
              <td>{{ p.withdrawn ? 'taken out' : p.result ?? '–' }}</td>
              <td>{{ seenOn(p) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <TakenByRun :run-id="id" />
      <RunPhotos :run="run" :step="null" />
      <RunHistory :plan="run.plan" :events="run.events" />
    </template>
  </div>
</template>

<style scoped>
/* Holds what is hidden from sight, too: by itself it would widen the page. */
.scroll { position: relative; overflow-x: auto; margin: 1rem 0; }
th, td { text-align: left; padding: 0.55rem 1rem 0.55rem 0; border-bottom: 1px solid var(--line); }
thead th { color: var(--muted); font-size: 0.92rem; }
.ways { display: flex; flex-wrap: wrap; gap: 0.4rem 1.2rem; }
.against { min-width: 13rem; }
td.numeral { font-size: 1.25rem; }
</style>
