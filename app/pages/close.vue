<script setup lang="ts">
import Button from 'primevue/button'
import SelectButton from 'primevue/selectbutton'
import Textarea from 'primevue/textarea'
import { command } from '~/commands'
import { formatDay } from '#core/basics/zone'
import { formatDuration, formatNumber } from '#core/basics/units'
import { filterDue, refuseClose } from '#core/crew/close'
import type { CloseMark, CloseMarks, FilterHours } from '#core/crew/close'
import type { DayEnd } from '#shared/close'

/** The end of the day: what is still open, seen to or left for tomorrow, and by whom. */
const houseTime = useHouseTime()
const studio = useStudioStore()
const units = useUnits()
const day = ref(houseTime.today())
const end = ref<DayEnd | null>(null)
const problem = ref('')
const busy = ref(false)
const done = ref(false)
const marks = reactive<CloseMarks>({})
const note = ref('')
/** The closing that these ticks were made on. */
const after = ref<string | null>(null)

async function load() {
  end.value = await api<DayEnd>(`close/${day.value}`).catch((e: Error) => {
    problem.value = e.message
    return end.value
  })
}
onMounted(async () => {
  await load()
  after.value = end.value?.closing?.id ?? null
  note.value = end.value?.closing?.note ?? ''
})
onBeforeUnmount(useLiveTopic('tubs', load))
/** A filter of less than a minute has nothing to say, unless it is due. */
const filters = computed(() => (end.value?.filters ?? []).filter(f => f.hours > 1 / 60 || filterDue(f, day.value) !== null))
const sinceWords = ({ kind, life }: FilterHours) =>
  (kind === 'cabinet' ? 'of gun time since it was changed' : 'worn since they were put on')
  + (life === null ? '.' : `, of ${formatNumber(life)} h by the maker.`)
const why = computed(() => (end.value ? refuseClose(end.value.lines, marks) : null))
const ANSWERS: { id: CloseMark, text: string }[] = [{ id: 'done', text: 'Seen to' }, { id: 'left', text: 'Tomorrow' }]

async function close() {
  busy.value = true
  problem.value = ''
  try {
    end.value = await command<DayEnd>('close', { day: day.value, marks, note: note.value, after: after.value })
    after.value = end.value.closing?.id ?? null
    done.value = true
  }
  catch (error) {
    problem.value = (error as Error).message
    // What somebody else did meanwhile is shown; what was ticked here stays.
    await load()
    after.value = end.value?.closing?.id ?? null
  }
  busy.value = false
}
const who = (by: string) => studio.nameOf(by)
/** Minutes of a person beside the studio's own limit, where it has one. */
function limitOf(kind: 'etchant' | 'blast'): number {
  return kind === 'etchant' ? studio.rules.etchantLimit : studio.rules.blastLimit
}
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Close the day</h1>
        <p class="muted">{{ formatDay(day, 'EEEE d MMMM') }}</p>
      </div>
      <NuxtLink class="button" to="/clean-up">Tubs and waste</NuxtLink>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <template v-if="end">
      <p v-if="end.closing" class="closed" role="status">
        {{ who(end.closing.by) }} closed this day at {{ houseTime.format(end.closing.at, 'HH:mm') }}.
        {{ end.closing.note ? `“${end.closing.note}”` : '' }}
      </p>
      <p v-if="end.lines.length === 0">Nothing was etched today and nothing stands open. Lights out.</p>
      <ol v-else class="lines">
        <li v-for="l in end.lines" :key="l.id" :class="{ wet: l.wet }">
          <span class="what">
            <NuxtLink v-if="closeWords(l).to" :to="closeWords(l).to!">{{ closeWords(l).text }}</NuxtLink>
            <template v-else>{{ closeWords(l).text }}</template>
            <strong v-if="l.wet"> – something is wet</strong>
          </span>
          <SelectButton
            v-model="marks[l.id]"
            class="answer"
            :options="ANSWERS"
            option-label="text"
            option-value="id"
            :allow-empty="false"
            :aria-label="closeWords(l).text"
          />
        </li>
      </ol>
      <section v-if="end.exposures.length" aria-label="Time near etchant and at the gun">
        <h2>Time near etchant and at the gun</h2>
        <ul class="worn">
          <li v-for="e in end.exposures" :key="`${e.by}${e.kind}`">
            {{ who(e.by) }}, {{ e.kind === 'blast' ? 'gun on' : 'near open etchant' }}:
            <span class="numeral">{{ formatDuration(e.seconds) }}</span>
            <span v-if="limitOf(e.kind) > 0" class="muted"> of {{ units.value('s', limitOf(e.kind)) }}, your own limit</span>
          </li>
        </ul>
        <p class="muted">A record, not a verdict. What is safe is for the safety data sheet and occupational health to say.</p>
      </section>
      <section v-if="filters.length" aria-label="Filters">
        <h2>Filters</h2>
        <ul class="worn">
          <li v-for="f in filters" :key="`${f.kind}${f.by}`">
            {{ f.name }}{{ f.by === null ? '' : `, ${who(f.by)}` }}:
            <span class="numeral">{{ formatDuration(Math.round(f.hours * 60) * 60) }}</span>
            {{ sinceWords(f) }}
            <strong v-if="filterDue(f, day)">
              {{ filterDue(f, day) === 'expired' ? 'Past its date.' : 'Nearly through.' }} Change it, and enter the new one on the shelf as
              used.
            </strong>
          </li>
        </ul>
        <p class="muted">Change them sooner when it is hard to breathe through them, or you smell anything.</p>
      </section>
      <label class="note">For tomorrow
        <Textarea v-model="note" rows="2" placeholder="What the next one should know" />
      </label>
      <p v-if="done" class="closed" role="status">The day is closed. Whatever was left will be on Today tomorrow.</p>
      <p v-else-if="why && Object.keys(marks).length" class="muted">{{ why }}</p>
      <Button
        v-if="end.lines.length && !done"
        :label="end.closing ? 'Close it again' : 'Close the day'"
        :disabled="busy || why !== null"
        @click="close"
      />
    </template>
  </div>
</template>

<style scoped>
.lines { list-style: none; padding: 0; border-top: 1px solid var(--line); margin-bottom: 1.6rem; }
.lines li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0.4rem 1.2rem;
  align-items: center;
  padding: 0.45rem 0;
  border-bottom: 1px solid var(--line);
}
.what { font-size: 1.12rem; }
.answer :deep(button) { min-height: 52px; min-width: 6.4rem; touch-action: manipulation; }
.closed { border-left: 4px solid var(--glass); padding-left: 0.8rem; margin-bottom: 1rem; font-size: 1.1rem; }
section { margin-bottom: 1.6rem; }
.worn { list-style: none; padding: 0; margin: 0.4rem 0; }
.worn .numeral { font-size: 1.3rem; }
.note { display: grid; gap: 0.3rem; font-weight: 600; max-width: 46rem; margin-bottom: 1rem; }
@media (max-width: 40rem) { .lines li { grid-template-columns: 1fr; } }
</style>
