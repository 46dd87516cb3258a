<script setup lang="ts">
import Button from 'primevue/button'
import { v7 } from 'uuid'
import { pieceLabel } from '#core/plan/run-plan'
import { etchantKind, resistKind, substrateKind } from '#core/trade/materials'
import { lookWords } from '#core/plan/blast'
import { remarksSaid } from '#core/plan/remarks'
import { againstWords, seenOnPiece } from '#core/bench/look'
import { foldRun, otherLooks, overrunCauses, reasonWords, summarise, workedSeconds } from '#core/bench/run'
import type { OverrunCause, PieceSummary } from '#core/bench/run'
import { capital, countOf, formatDuration, formatVolume } from '#core/basics/units'
import type { Job } from '#shared/passes'
import type { EventsAnswer, RunWithEvents } from '#shared/runs'

const id = String(useRoute().params.id)
const run = ref<RunWithEvents | null>(null)
const job = ref<Job | null>(null)
const problem = ref('')
const studio = useStudioStore()
const session = useSessionStore()
const units = useUnits()
const houseTime = useHouseTime()
async function load() {
  try {
    run.value = await api<RunWithEvents>(`runs/${id}`)
    job.value = run.value.jobId === null ? null : await api<Job>(`jobs/${run.value.jobId}`)
  }
  catch (error) {
    problem.value = (error as Error).message
  }
}
onMounted(load)

/** What is added to a run that is over, straight to the server: nobody does this with wet gloves. @returns why it was not taken */
async function add(entry: Record<string, unknown>): Promise<string | null> {
  const now = Date.now()
  const event = { ...entry, id: v7(), at: now, deviceTime: now, by: session.person?.id }
  const { outcomes } = await api<EventsAnswer>(`runs/${id}/events`, 'POST', { events: [event] })
  await load()
  return outcomes[0]?.accepted ? null : (outcomes[0]?.reason ?? 'That was not taken. Try again.')
}
const busy = ref(false)
async function tried(entry: Record<string, unknown>): Promise<string> {
  busy.value = true
  try {
    return (await add(entry)) ?? ''
  }
  catch (error) {
    return (error as Error).message
  }
  finally {
    busy.value = false
  }
}
const correcting = ref<PieceSummary | null>(null)
const notCorrected = ref('')
async function correct(look: object) {
  notCorrected.value = await tried({ kind: 'look.corrected', piece: correcting.value!.n, ...look })
  if (notCorrected.value === '') correcting.value = null
}
/** Number of the piece whose times are put right. */
const retiming = ref<number | null>(null)
const notRetimed = ref('')
async function retime(time: object) {
  notRetimed.value = await tried({ kind: 'time.corrected', piece: retiming.value!, ...time })
  if (notRetimed.value === '') retiming.value = null
}
/** What is brushed on or poured has times; gun time is counted, and was entered by hand where it was wrong. */
const hasTimes = (n: number) => run.value!.plan.method !== 'blast' && state.value!.pieces[n - 1]!.coatStarted !== null
const learnt = ref('')
const notLearnt = ref('')
async function learn() {
  if (learnt.value.trim() === '') return void (notLearnt.value = 'Write what you learnt.')
  notLearnt.value = await tried({ kind: 'note.written', why: 'learnt', of: null, text: learnt.value.trim(), was: null })
  if (notLearnt.value === '') learnt.value = ''
}
const lessons = computed(() => state.value?.notes.filter(n => n.why === 'learnt') ?? [])
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
/** What was said of it before it began. */
const remarks = computed(() => remarksSaid(run.value!.plan.basis?.remarks ?? []))
/** Looks of its pieces, each once. */
const looks = computed(() => {
  const { look, looks: own } = run.value!.plan
  return [...new Set(own ?? (look ? [look] : []))]
})
/** Where on each piece it was etched, each spot once. */
const places = computed(() => {
  const { shape } = run.value!
  const flat = shape.surface === 'flat'
  const spots = shape.placements.flatMap(p => p.spots ?? [])
  const across = (at: number) =>
    flat ? `${units.length((at / 360) * shape.girth)} from the left` : `${Math.round(at)}° round from the seam`
  return [...new Set(spots.map(s => `${across(s.at)}, ${units.length(s.middle)} up`))].slice(0, 6)
})
const worked = computed(() => workedSeconds(run.value!.plan, run.value!.startedAt, run.value!.events))
/** Why pieces were late, by what the entries show. */
const late = computed(() =>
  summary.value!.pieces.flatMap(({ n }) => {
    const causes = overrunCauses(run.value!.plan, state.value!, n)
    return causes.length ? [{ n, words: causes.slice(0, 2).map(causeWords).join('; ') }] : []
  }),
)
function causeWords(cause: OverrunCause): string {
  const time = formatDuration(Math.round(cause.seconds))
  if (cause.code === 'nobody') return `nobody had another piece in hand in the ${time} after its best time`
  return `${studio.firstName(cause.by)} was ${cause.code} ${pieceLabel(run.value!.plan, cause.piece)} for ${time} of it`
}
/** What a picture said last of a piece. */
const frostOf = (n: number) => {
  const last = state.value!.pieces[n - 1]?.frost?.at(-1)
  return last ? `${last.contrast.toFixed(0)} L* over clear glass` : null
}
const seenOn = (p: PieceSummary) => {
  const others = otherLooks(run.value!.events, p.n).map(o => `${studio.firstName(o.by)} had said ${o.result}`)
  return [...seenOnPiece(p), ...others].join('; ')
}
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
      <p v-if="what">{{ what }} {{ places.length ? `${capital(places.join('; '))}.` : '' }}</p>
      <p v-if="job?.notes" class="muted">From the plan: {{ job.notes }}</p>
      <p>
        Planned: not before {{ formatDuration(summary.planned.notBefore) }}, best {{ formatDuration(summary.planned.best) }}, not after
        {{ formatDuration(summary.planned.notAfter) }}{{ summary.planned.noHarm === undefined ? ''
          : `, no harm known up to ${formatDuration(summary.planned.noHarm)}` }}.
        {{ summary.method === 'blast' ? `Look: ${looks.map(lookWords).join(', ')}.`
          : `Etchant used: ${formatVolume(summary.used)}.` }}
      </p>
      <template v-if="remarks.length">
        <p id="warned">The plan had warned:</p>
        <ul class="late" aria-labelledby="warned"><li v-for="r in remarks" :key="r">{{ r }}</li></ul>
      </template>
      <p>
        {{ formatDuration(Math.round(worked)) }} of hands-on work, {{ units.money((worked / 3600) * studio.rules.hourly) }} at today's price
        of an hour.
      </p>
      <p v-for="s in summary.skipped" :key="s.title">Skipped: {{ s.title }} ({{ reasonWords('step.skipped', s) }}).</p>
      <p v-if="state?.abandoned" class="problem">Stopped: {{ reasonWords('run.abandoned', state.abandoned) }}</p>
      <div class="scroll" tabindex="0" role="region" aria-label="Pieces of this run">
        <table>
          <thead><tr><th scope="col">Piece</th><th scope="col">{{ summary.method === 'blast' ? 'Gun time'
            : 'Dwell' }}</th><th v-if="summary.method !== 'blast'" scope="col">Its first part</th><th scope="col">Against the
            window</th><th scope="col"><span class="visually-hidden">In words</span></th><th scope="col">Came
            out</th><th scope="col">Seen</th><th v-if="state?.finished" scope="col"><span class="visually-hidden">What to
            do</span></th></tr></thead>
          <tbody>
            <tr v-for="p in summary.pieces" :key="p.n">
              <th scope="row">{{ pieceLabel(run.plan, p.n) }}</th>
              <td class="numeral">{{ p.dwell === null ? '–' : formatDuration(p.dwell) }}</td>
              <td v-if="summary.method !== 'blast'" class="numeral">{{ p.firstPart === null ? '–' : formatDuration(p.firstPart) }}</td>
              <td class="against"><DwellMark v-if="p.dwell !== null" :dwell="p.dwell" :window="p.window" /></td>
              <td>{{ againstWords(p) }}</td>
              <td>{{ p.withdrawn ? 'taken out' : p.result ?? '–' }}</td>
              <td>
                {{ seenOn(p) }}
                <NuxtLink v-if="state?.finished && !p.withdrawn" :to="`/frost/${id}?piece=${p.n}`" class="frost">
                  {{ frostOf(p.n) ?? 'Measure it' }}<span class="visually-hidden">: {{ pieceLabel(run.plan, p.n) }}</span>
                </NuxtLink>
              </td>
              <td v-if="state?.finished" class="acts">
                <button v-if="p.result" type="button" class="as-link" @click="correcting = p">
                  Put right<span class="visually-hidden">: {{ pieceLabel(run.plan, p.n) }}</span>
                </button>
                <button v-if="hasTimes(p.n)" type="button" class="as-link" @click="retiming = p.n">
                  Put times right<span class="visually-hidden">: {{ pieceLabel(run.plan, p.n) }}</span>
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <ul v-if="late.length" class="late" aria-label="Why late">
        <li v-for="l in late" :key="l.n">{{ capital(pieceLabel(run.plan, l.n)) }} was late: {{ l.words }}.</li>
      </ul>
      <CorrectLook
        v-if="correcting"
        :name="pieceLabel(run.plan, correcting.n)"
        :piece="correcting"
        :problem="notCorrected"
        :busy="busy"
        @save="correct"
        @close="correcting = null"
      />
      <CorrectTimes
        v-if="retiming !== null && state"
        :name="pieceLabel(run.plan, retiming)"
        :piece="state.pieces[retiming - 1]!"
        :liquid="run.plan.method === 'liquid'"
        :problem="notRetimed"
        :busy="busy"
        @save="retime"
        @close="retiming = null"
      />
      <section v-if="run.endedAt" class="learnt" aria-label="What was learnt">
        <h2>What was learnt</h2>
        <p v-for="l in lessons" :key="l.at">{{ l.text }} <span class="muted">{{ studio.nameOf(l.by) }}</span></p>
        <form novalidate @submit.prevent="learn">
          <TextField v-model="learnt" :label="lessons.length ? 'Something else' : 'What would you do differently?'" :error="notLearnt" />
          <Button type="submit" severity="secondary" label="Keep it" :disabled="busy" />
        </form>
      </section>
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
.late { margin: 0.4rem 0 1rem; padding-left: 1.1rem; }
#warned + .late { margin-top: 0; }
.learnt { margin: 1rem 0; max-width: 46rem; }
.learnt form { display: grid; grid-template-columns: 1fr auto; gap: 0.7rem; align-items: end; }
td.numeral { font-size: 1.25rem; }
.frost { white-space: nowrap; }
.acts button { display: block; white-space: nowrap; }
</style>
