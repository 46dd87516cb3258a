<script setup lang="ts">
import { pieceLabel } from '#core/plan/run-plan'
import Button from 'primevue/button'
import { answersFor, holderOf, isOver, liveWindow, pieceClock, pieceStage } from '#core/bench/run'
import type { PieceState } from '#core/bench/run'
import { formatClock } from '#core/basics/units'
import type { RunWithEvents } from '#shared/runs'

/** A person takes another's pieces with their clocks: whoever answers from then on is written down, and their device sounds. */
const work = useWorkStore()
const studio = useStudioStore()
const session = useSessionStore()
const turns = useTurnsStore()
const { second: now } = useServerClock()

interface Held {
  run: RunWithEvents
  piece: PieceState
}
const whose = (h: Held) => (answersFor(h.piece, turns.of(h.run)) ?? holderOf(h.piece))!
const held = computed(() =>
  work.runs.flatMap(run =>
    work
      .state(run)
      .pieces.filter(p => holderOf(p) !== null)
      .map((piece): Held => ({ run, piece })),
  ),
)
const people = computed(() => {
  const ids = [...new Set(held.value.map(whose))]
  return ids
    .sort((a, b) => Number(b === session.person?.id) - Number(a === session.person?.id))
    .map(id => ({
      id,
      mine: id === session.person?.id,
      name: studio.nameOf(id),
      pieces: held.value.filter(h => whose(h) === id).sort((a, b) => clock(a).toBest - clock(b).toBest),
    }))
})
const clock = (h: Held) => pieceClock(h.piece, h.run.plan, now.value)
const STAGE = { coating: 'being coated', off: 'to rinse', blasting: 'at the gun' } as const
function what(h: Held): string {
  const stage = pieceStage(h.piece)
  if (stage !== 'dwelling') return STAGE[stage as keyof typeof STAGE] ?? ''
  const c = clock(h)
  if (isOver(c.phase)) return c.phase === 'harm' ? 'long past its time' : 'late'
  return c.toBest <= 0 ? 'off now' : `best in ${formatClock(Math.ceil(c.toBest))}`
}
const take = (pieces: Held[]) => pieces.forEach(h => work.enter(h.run, { kind: 'piece.taken', piece: h.piece.n }))
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Hand-over</h1>
        <p class="muted">
          Who has which piece. Take over a piece with its clock: from then on it is yours, and your device sounds its calls.
        </p>
      </div>
      <NuxtLink class="button" to="/bench">Bench</NuxtLink>
    </header>
    <p v-if="work.refusal" class="problem" role="alert">
      {{ work.refusal }} <Button label="Understood" severity="secondary" @click="work.refusal = null" />
    </p>
    <p v-if="work.loaded && !people.length">Nothing is wet, and nobody is working on a piece.</p>
    <section v-for="p in people" :key="p.id" :aria-label="p.name">
      <div class="who">
        <h2>{{ p.mine ? `${p.name}, you` : p.name }}</h2>
        <Button
          v-if="!p.mine"
          class="all"
          :label="p.pieces.length === 1 ? 'Take it' : `Take all ${p.pieces.length}`"
          :aria-label="`Take everything from ${p.name}`"
          @click="take(p.pieces)"
        />
      </div>
      <ul>
        <li v-for="h in p.pieces" :key="`${h.run.id}${h.piece.n}`" :class="{ over: isOver(clock(h).phase) }">
          <PieceSilhouette
            :shape="shapeInRun(h.run, h.piece.n)"
            :size="84"
            :wide="62"
            :window="liveWindow(h.run.plan, h.piece)"
            :dwelt="clock(h).running ? clock(h).last : undefined"
            :over="isOver(clock(h).phase)"
          />
          <p><span class="name capital">{{ pieceLabel(h.run.plan, h.piece.n) }}</span><br><span class="muted">{{ h.run.subject }}</span></p>
          <p class="time"><span class="numeral">{{ h.piece.covered ? formatClock(clock(h).last) : '–' }}</span><br>{{ what(h) }}</p>
          <Button
            v-if="!p.mine && p.pieces.length > 1"
            class="one"
            severity="secondary"
            label="Take"
            :aria-label="`Take ${pieceLabel(h.run.plan, h.piece.n)} from ${p.name}`"
            @click="take([h])"
          />
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
section { border-top: 1px solid var(--line); padding: 0.8rem 0 1.2rem; }
.who { display: flex; flex-wrap: wrap; align-items: center; justify-content: space-between; gap: 0.8rem; }
.all, .one { min-height: 72px; min-width: 9rem; font-size: 1.3rem; }
ul { list-style: none; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(24rem, 1fr)); gap: 0 2rem; }
li {
  display: grid;
  grid-template-columns: 5.2rem 1fr auto auto;
  gap: 1rem;
  align-items: center;
  padding: 0.6rem 0;
  border-bottom: 1px solid var(--line);
  min-height: 100px;
}
.name { font: 620 1.5rem/1.1 var(--display); }
.time { text-align: right; line-height: 1.15; }
.numeral { font-size: 2rem; line-height: 1; }
.over .time { color: var(--alarm); font-weight: 700; }
@media (max-width: 40rem) {
  ul { grid-template-columns: minmax(0, 1fr);
  } li { grid-template-columns: 4.4rem 1fr auto;
  } .one { grid-column: 1 / -1;
  };
}
</style>
