<script setup lang="ts">
import { pieceLabel } from '#core/plan/run-plan'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import { describeEvent, isRunRefusal, refusalWords } from '#core/bench/run'
import type { RunEvent } from '#core/bench/run'
import { LETTERS } from '#shared/runs'
import type { SentEvent } from '#shared/runs'
import type { Kept, NotTakenBecause } from '~/outbox/outbox'

const props = defineProps<{ kept: Kept & { notTaken: NotTakenBecause } }>()
const work = useWorkStore()
const studio = useStudioStore()
const houseTime = useHouseTime()
const run = computed(() => work.run(props.kept.entry.runId))
const event = computed(() => (props.kept.entry.kind === 'event' ? props.kept.entry.event : null))
onMounted(() => run.value ?? work.loadRun(props.kept.entry.runId).catch(() => {}))

const what = computed(() => {
  if (!event.value) return 'A picture'
  return run.value ? describeEvent(run.value.plan, { ...event.value, by: props.kept.entry.by } as RunEvent) : event.value.kind
})
const reason = computed(() => {
  const { refusal, reason } = props.kept.notTaken
  return run.value && isRunRefusal(refusal) ? refusalWords(run.value.plan, refusal) : reason
})
const at = computed(() => (props.kept.entry.kind === 'event' ? props.kept.entry.event.at : props.kept.entry.at))
const time = computed(() => houseTime.format(at.value, 'HH:mm:ss'))

const open = ref<'correct' | 'note' | 'discard' | null>(null)
const problem = ref('')
/** Which of an entry's own words can be corrected. */
const field = computed(() =>
  event.value && 'reason' in event.value
    ? 'reason'
    : event.value && 'note' in event.value
      ? 'note'
      : event.value && 'text' in event.value
        ? 'text'
        : null,
)
const words = ref(field.value ? String((event.value as unknown as Record<string, unknown>)[field.value]) : '')
const piece = ref(event.value && 'piece' in event.value ? event.value.piece : null)
const pieces = computed(() =>
  Array.from({ length: run.value?.plan.pieces ?? 0 }, (_, i) => ({ id: i + 1, text: pieceLabel(run.value!.plan, i + 1) })),
)
const correctable = computed(() => field.value !== null || piece.value !== null)
const note = ref('')
const why = ref('')

function show(which: 'correct' | 'note' | 'discard') {
  problem.value = ''
  open.value = open.value === which ? null : which
  note.value = `${what.value}, ${time.value}, ${studio.nameOf(props.kept.entry.by)}`.slice(0, LETTERS.standIn)
}
async function again(corrected = false) {
  const { entry, seq } = props.kept
  const change = { ...(field.value ? { [field.value]: words.value } : {}), ...(piece.value === null ? {} : { piece: piece.value }) }
  problem.value
    = (await work.box.again(
      seq,
      corrected && entry.kind === 'event' ? { ...entry, event: { ...entry.event, ...change } as SentEvent } : undefined,
    )) ?? ''
}
const writeNote = async () => (problem.value = (await work.replaceByNote(props.kept, 'not-taken', note.value)) ?? '')
async function discard() {
  if (why.value.trim() === '') return void (problem.value = 'Write why it is discarded.')
  // Where the server knows no such run, there is no log that it could stand in.
  if (!run.value) return work.box.takeOut(props.kept.seq)
  problem.value = (await work.replaceByNote(props.kept, 'discarded', `${what.value}, ${time.value}. ${why.value.trim()}`)) ?? ''
}
</script>

<template>
  <article>
    <header>
      <h2>{{ what }}</h2>
      <p class="muted">
        <span class="numeral">{{ houseTime.format(at, 'd MMM HH:mm:ss') }}</span>,
        {{ studio.nameOf(kept.entry.by) }}{{ run ? `, for ${run.subject}` : '' }}
      </p>
    </header>
    <p class="reason">{{ reason }}</p>
    <div class="ways">
      <Button label="Try again" @click="again()" />
      <Button v-if="correctable" label="Correct it" severity="secondary" :aria-expanded="open === 'correct'" @click="show('correct')" />
      <Button label="Write it down as a note" severity="secondary" :aria-expanded="open === 'note'" @click="show('note')" />
      <Button label="Discard it" severity="secondary" :aria-expanded="open === 'discard'" @click="show('discard')" />
    </div>
    <form v-if="open === 'correct'" @submit.prevent="again(true)">
      <label v-if="piece !== null && pieces.length">Piece
        <Select v-model="piece" :options="pieces" option-label="text" option-value="id" /></label>
      <label v-if="field">Words <InputText v-model="words" :maxlength="field === 'reason' ? LETTERS.reason : LETTERS.note" /></label>
      <Button type="submit" label="Send it again" />
    </form>
    <form v-if="open === 'note'" @submit.prevent="writeNote">
      <label>Note for the log <InputText v-model="note" :maxlength="LETTERS.standIn" /></label>
      <Button type="submit" label="Write it down" />
    </form>
    <form v-if="open === 'discard'" @submit.prevent="discard">
      <label>{{ run ? 'Why? This goes in the log.' : 'Why?' }} <InputText v-model="why" :maxlength="LETTERS.reason" /></label>
      <Button type="submit" label="Discard it" />
    </form>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </article>
</template>

<style scoped>
article { border-top: 1px solid var(--line); padding: 1rem 0 1.2rem; }
h2 { font: 620 1.5rem/1.2 var(--display); margin: 0; }
.reason { font-size: 1.15rem; margin: 0.6rem 0; }
.ways { display: flex; flex-wrap: wrap; gap: 0.6rem; }
form { display: grid; gap: 0.6rem; justify-items: start; margin-top: 0.9rem; max-width: 40rem; }
label { display: grid; gap: 0.3rem; width: 100%; }
</style>
