<script setup lang="ts">
import { currentStep, effectiveEvents, isOver, jointAction, pieceClock, pieceInFocus, pressEntries } from '#core/bench/run'
import type { NextAction } from '#core/bench/run'
import { countOf } from '#core/basics/units'

/** Several runs with one cream, coated in one go: one control, which asks for whatever comes first at any of them. */
const route = useRoute()
const ids = computed(() => String(route.query.runs ?? '').split(',').filter(id => id !== ''))
const work = useWorkStore()
const session = useSessionStore()
const studio = useStudioStore()
const { half: now } = useServerClock()
const { benchesOf } = useBenches()
useAwake()

const here = computed(() => benchesOf(ids.value, now.value))
const asked = computed(() => {
  if (here.value.length === 0) return null
  const { at, action } = jointAction(here.value, now.value, session.person?.id ?? null, session.person?.may)
  return { bench: here.value[at]!, action }
})
const ETCHING: readonly NextAction['kind'][] = ['coat', 'covered', 'off', 'rinse', 'care', 'wait', 'idle']
/** Null once nothing is left to etch at any of them. */
const task = computed(() => (asked.value && ETCHING.includes(asked.value.action.kind) ? asked.value : null))
const action = computed(() => task.value?.action)
const sentence = computed(() => (action.value && 'sentence' in action.value ? action.value.sentence : 'Nothing is left to etch here'))
const control = computed(() => (action.value && 'control' in action.value ? action.value.control : ''))
const wanted = computed(() => (action.value && 'piece' in action.value ? action.value.piece : undefined))
const focus = computed(() => task.value && pieceInFocus(task.value.bench.plan, task.value.bench.state.pieces, wanted.value))
const over = computed(
  () => task.value?.action.kind === 'off' && focus.value
    && isOver(pieceClock(focus.value, task.value.bench.plan, now.value).phase),
)
function press() {
  if (!task.value) return
  const { bench, action } = task.value
  for (const entry of pressEntries(bench.plan, bench.state, action)) work.enter(bench.run, entry)
}
/** What the person at the device entered last, at any of them. */
const last = computed(() => {
  const mine = here.value.flatMap(({ run }) =>
    effectiveEvents(work.events(run)).filter(e => e.by === session.person?.id).map(event => ({ run, event })),
  )
  return mine.sort((a, b) => b.event.at - a.event.at)[0]
})
/** What each of them waits for by itself, once it is not etched any more or not yet. */
const besides = computed(() =>
  here.value.flatMap(({ run, plan, state }) => {
    const step = currentStep(plan, state)
    return step?.kind === 'clock' ? [] : [{ run, words: step?.title ?? 'Closed', to: step ? stationPath(run, step.id) : `/log/${run.id}` }]
  }),
)
const product = computed(() => (here.value[0] ? studio.lot(here.value[0].run.lotId)?.productName : undefined))
</script>

<template>
  <div class="frame">
    <p v-if="work.loaded && here.length === 0" class="problem">
      None of these runs is on the bench any more. <NuxtLink to="/bench">Back to the bench</NuxtLink>
    </p>
    <p v-if="work.refusal" class="problem" role="alert">{{ work.refusal }}</p>
    <p v-if="here.length" class="muted">
      {{ here.map(b => `${countOf(b.plan.pieces, b.plan.noun)} for ${b.run.subject}`).join(' and ') }}{{ product ? ` · ${product}` : '' }}
    </p>
    <div v-if="here.length" class="stage">
      <div class="now">
        <h1 aria-live="polite">{{ sentence }}</h1>
        <p v-if="task" class="whose">{{ task.bench.run.subject }}</p>
        <FocusClock v-if="task && focus" :plan="task.bench.plan" :piece="focus" />
      </div>
      <div class="benches">
        <section v-for="b in here" :key="b.run.id" :aria-label="b.run.subject">
          <h2><NuxtLink :to="`/bench/${b.run.id}`">{{ b.run.subject }}</NuxtLink></h2>
          <PieceStand beside :run="b.run" :pieces="b.state.pieces" :focus="b === task?.bench ? wanted : undefined" />
        </section>
      </div>
    </div>
    <MainControl
      v-if="task"
      :label="control"
      :disabled="task.action.kind === 'wait' || task.action.kind === 'idle'"
      :over="Boolean(over)"
      @press="press"
    />
    <ul v-if="besides.length">
      <li v-for="b in besides" :key="b.run.id"><NuxtLink :to="b.to">{{ b.run.subject }}: {{ b.words }}</NuxtLink></li>
    </ul>
    <footer v-if="last">
      <UndoLast :plan="last.run.plan" :event="last.event" @undo="work.enter(last.run, { kind: 'event.undone', target: $event })" />
    </footer>
  </div>
</template>

<style scoped>
.frame { display: flex; flex: 1; flex-direction: column; gap: 1rem; padding: 1.1rem 1.5rem; }
.frame { width: 100%; max-width: 100rem; margin: 0 auto; }
h1 { font-size: clamp(2.4rem, 6vw, 4.4rem); line-height: 1; }
h2 { font-size: 1.3rem; }
h2 a { color: var(--text); }
.whose { font: 600 1.6rem/1.2 var(--display); color: var(--muted); }
.stage { display: grid; gap: 1.2rem; grid-template-columns: minmax(20rem, 5fr) 7fr; align-items: start; }
.now, .benches { display: grid; gap: 0.8rem; align-content: start; }
section { display: grid; gap: 0.3rem; }
ul { list-style: none; padding: 0; display: grid; gap: 0.4rem; font-size: 1.15rem; }
footer { margin-top: auto; border-top: 1px solid var(--line); padding-top: 0.6rem; }
@media (max-width: 60rem) { .stage { grid-template-columns: minmax(0, 1fr); } }
@media (max-width: 40rem) { .frame { padding: 0.8rem 0.9rem; } }
</style>
