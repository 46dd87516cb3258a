<script setup lang="ts">
import Button from 'primevue/button'
import { answersFor, holderOf, pieceClock } from '#core/bench/run'
import type { PieceState } from '#core/bench/run'
import type { RunWithEvents } from '#shared/runs'

/** A person takes another's pieces with their clocks: whoever answers from then on is written down, and their device sounds. */
const work = useWorkStore()
const studio = useStudioStore()
const session = useSessionStore()
const turns = useTurnsStore()
const { minute } = useServerClock()

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
      pieces: held.value.filter(h => whose(h) === id).sort((a, b) => toBest(a) - toBest(b)),
    }))
})
/** Put in order once a minute: each piece ticks for itself. */
const toBest = (h: Held) => pieceClock(h.piece, h.run.plan, minute.value).toBest
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
        <HeldPiece
          v-for="h in p.pieces"
          :key="`${h.run.id}${h.piece.n}`"
          :run="h.run"
          :piece="h.piece"
          :from="!p.mine && p.pieces.length > 1 ? p.name : undefined"
          @take="take([h])"
        />
      </ul>
    </section>
  </div>
</template>

<style scoped>
section { border-top: 1px solid var(--line); padding: 0.8rem 0 1.2rem; }
.who { display: flex; flex-wrap: wrap; align-items: center; justify-content: space-between; gap: 0.8rem; }
.all { min-height: 72px; min-width: 9rem; font-size: 1.3rem; }
ul { list-style: none; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(24rem, 1fr)); gap: 0 2rem; }
@media (max-width: 40rem) { ul { grid-template-columns: minmax(0, 1fr); } }
</style>
