<script setup lang="ts">
import Button from 'primevue/button'
import { z } from 'zod'
import { effectiveEntries, notNeutral } from '#core/bench/tub'
import { formatMass, formatNumber, formatVolume, parseMass } from '#core/basics/units'
import { foamRoom, mudOf, neutraliser, NEUTRALISERS, settleTub, stillNeeded, titrationCurve } from '#core/plan/tub'
import type { NeutraliserId } from '#core/plan/tub'
import { stockKind } from '#core/trade/stock'
import { writtenField } from '#shared/fields'
import type { TubEntryDraft } from '#shared/tubs'

/** One tub: what it holds, its curve, what a strip says, what is still needed, and where it goes. */
const id = String(useRoute().params.id)
const store = useTubsStore()
const studio = useStudioStore()
const houseTime = useHouseTime()
const problem = ref('')
onMounted(() => {
  store.loadOne(id).catch((e: Error) => (problem.value = e.message))
  store.loadWaste().catch(() => {})
})

const tub = computed(() => store.tub(id))
const state = computed(() => (tub.value ? store.stateOf(tub.value) : null))
const base = ref<NeutraliserId>('bicarbonate')
const needed = computed(() => (state.value ? stillNeeded(state.value.content, base.value) : null))
const mud = computed(() => mudOf(state.value!.content))
const curve = computed(() => (state.value ? titrationCurve(state.value.content, base.value) : []))
const now = computed(() => ({ grams: state.value!.content.added[base.value], pH: settleTub(state.value!.content).pH }))
const dose = computed(() => (state.value && needed.value ? doseWords(state.value.content, base.value, needed.value) : null))

const form = reactive({ grams: '' })
watch(needed, grams => (form.grams = grams ? formatMass(Math.ceil(grams)) : ''), { immediate: true })
const schema = z.object({ grams: writtenField(parseMass, g => (g <= 0 ? 'Write how much went in.' : null)) })
const { errors, problem: formProblem, busy, submit } = useEntry(
  () => schema,
  () => form,
)
/** A reading on a strip that is out of date, until somebody says what of it. */
const late = ref<Extract<TubEntryDraft, { kind: 'read' }> | null>(null)
async function enter(entry: TubEntryDraft): Promise<boolean> {
  problem.value = ''
  late.value = null
  try {
    await store.enter(id, entry)
    return true
  }
  catch (error) {
    problem.value = (error as Error).message
    if (error instanceof ApiError && 'anyway' in error.fields && entry.kind === 'read') late.value = entry
    return false
  }
}
const add = () => submit(({ grams }) => store.enter(id, { kind: 'added', what: base.value, grams }).then(() => true))

const shown = ref<[number, number, number] | null>(null)
async function practise() {
  problem.value = ''
  await api<{ rgb: [number, number, number] }>(`tubs/${id}/dip`, 'POST').then(
    said => (shown.value = said.rgb),
    (e: Error) => (problem.value = e.message),
  )
}
async function read(pH: number, how: 'strip' | 'meter' | 'practice') {
  if (await enter({ kind: 'read', pH, how })) shown.value = null
}
/** What was entered by hand, the latest first; only the last of it is taken back. */
const history = computed(() => (tub.value ? effectiveEntries(tub.value.entries).reverse() : []))
const pageOfRun = (run: string) => (tub.value!.runs.find(r => r.id === run)?.ended ? `/log/${run}` : `/bench/${run}`)
const last = computed(() => history.value.find(e => !('runId' in e && e.runId)))
const WORDS = {
  'went-in': 'went in', 'added': 'put in', 'read': 'read', 'still': 'nothing fizzed any more', 'emptied': 'emptied', 'undone': '',
} as const
function line(e: (typeof history.value)[number]): string {
  switch (e.kind) {
    case 'went-in':
      return `${formatVolume(e.amount)} of ${studio.lot(e.lotId)?.productName ?? 'a bottle'} went in${e.runId ? ' with a run' : ''}`
    case 'added':
      return `${formatMass(e.grams)} of ${stockKind(e.what).name.toLowerCase()} put in`
    case 'read':
      return `pH ${formatNumber(e.pH, 1)} ${{ strip: 'on a strip', meter: 'on a meter', practice: 'on the practice strip' }[e.how]}`
    default:
      return WORDS[e.kind]
  }
}
</script>

<template>
  <div class="page">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <template v-if="tub && state">
      <header class="page-head">
        <div>
          <h1>{{ tub.name }}</h1>
          <p class="muted">
            {{ formatVolume(tub.volume) }} of water, filled {{ houseTime.format(tub.madeAt, 'd MMM HH:mm') }} by
            {{ studio.nameOf(tub.madeBy) }}
          </p>
        </div>
        <NuxtLink class="button" to="/clean-up">All tubs</NuxtLink>
      </header>
      <section class="top">
        <div class="see">
          <p class="verdict" aria-live="polite">{{ tubWords(state) }}</p>
          <TubDrawing
            :p-h="state.pH"
            :clean="state.verdict === 'clean'"
            :mud="mud.wet"
            :volume="tub.volume"
            :foam="foamRoom(state.content)"
            :dipped="state.read !== null"
          />
          <p v-if="state.mixed" class="problem">Cream and ferric chloride are both in it. Don't pour it anywhere: collect it and ask.</p>
          <p v-else-if="state.verdict === 'clean'">Nothing has been rinsed in it yet.</p>
          <template v-else-if="!state.emptied">
            <p v-if="dose" class="dose">Still needed: <strong>{{ dose }}</strong>.</p>
            <p v-if="state.factor !== 1" class="muted">
              By the strip it holds {{ formatNumber(state.factor, 1) }} times the acid we expected.
            </p>
            <p v-if="mud.dry > 0.5" class="muted">
              About {{ formatMass(mud.dry) }} of solids settle, {{ formatVolume(mud.wet) }} as wet mud. Let it stand before the clear water
              goes.
            </p>
            <p class="muted">{{ notNeutral(state) ?? 'It is neutral. Neutral is not harmless: what is dissolved stays in it.' }}</p>
          </template>
        </div>
        <div v-if="state.verdict !== 'clean'">
          <TitrationChart :curve="curve" :now="now" :read="state.read?.pH ?? null" :name="neutraliser(base).name" />
          <p class="muted">
            Worked out at 25 °C, as if everything that went in had dissolved. Old cream, a good scrape or an extra splash change it, so
            trust the strip.
          </p>
        </div>
      </section>
      <template v-if="!state.emptied && state.verdict !== 'clean'">
        <section aria-label="Neutralise">
          <h2>Neutralise</h2>
          <ChoiceField
            v-model="base"
            label="With what"
            :options="NEUTRALISERS.map(n => ({ id: n.id, text: n.name }))"
            :hint="neutraliser(base).note"
          />
          <form class="add" novalidate @submit.prevent="add">
            <TextField v-model="form.grams" label="Put in" :error="errors.grams" />
            <Button type="submit" label="It went in" :disabled="busy" />
            <Button
              type="button"
              severity="secondary"
              label="Nothing fizzes any more"
              @click="enter({ kind: 'still' })"
            />
          </form>
          <p v-if="formProblem" class="problem" role="alert">{{ formProblem }}</p>
        </section>
        <section aria-label="Read a strip">
          <h2>Read a strip</h2>
          <StripReader v-model:shown="shown" :busy="busy" @read="read" @practise="practise" />
          <Button v-if="late" label="Use this old strip anyway" :disabled="busy" @click="enter({ ...late, anyway: true })" />
        </section>
        <BindFluoride
          v-if="state.content.bifluoride > 0"
          :content="state.content"
          @add="enter({ kind: 'added', what: 'calcium-chloride', grams: $event })"
        />
      </template>
      <EmptyTub v-if="!state.emptied" :tub="tub" :state="state" @emptied="enter($event)" />
      <section aria-label="What happened to it">
        <h2>What happened to it</h2>
        <ol class="history">
          <li v-for="e in history" :key="e.id">
            <span class="numeral">{{ houseTime.format(e.at, 'd MMM HH:mm') }}</span> {{ line(e) }}, {{ studio.nameOf(e.by) }}
            <NuxtLink v-if="'runId' in e && e.runId" :to="pageOfRun(e.runId)">the run</NuxtLink>
          </li>
        </ol>
        <Button
          v-if="last && !state.emptied"
          severity="secondary"
          :label="`Undo: ${line(last)}`"
          @click="enter({ kind: 'undone', target: last.id })"
        />
      </section>
    </template>
  </div>
</template>

<style scoped>
.top { display: grid; grid-template-columns: minmax(18rem, 2fr) 3fr; gap: 1rem 2.5rem; align-items: start; }
.see { display: grid; gap: 0.7rem; }
.verdict { font: 640 2rem/1.1 var(--display); }
.dose { font-size: 1.15rem; }
section { margin-bottom: 1.8rem; }
h2 { margin-bottom: 0.6rem; }
.add { display: flex; flex-wrap: wrap; gap: 0.8rem; align-items: end; margin-top: 0.8rem; }
.history { list-style: none; padding: 0; margin-bottom: 0.8rem; }
.history li { padding: 0.3rem 0; border-bottom: 1px solid var(--line); }
@media (max-width: 50rem) { .top { grid-template-columns: 1fr; } }
</style>
