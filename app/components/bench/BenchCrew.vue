<script setup lang="ts">
import { numberOf } from '#core/plan/run-plan'
import { handOvers } from '#core/crew/day'
import { answersFor, holderOf, nextAction } from '#core/bench/run'
import type { RunState } from '#core/bench/run'
import type { RunWithEvents } from '#shared/runs'

/** What the others at this bench are at: seen at a glance, never in the way of what is mine. */
const props = defineProps<{ run: RunWithEvents, state: RunState }>()
const { half } = useServerClock()
const session = useSessionStore()
const studio = useStudioStore()
const turns = useTurnsStore()

const others = computed(() => {
  const planned = turns.of(props.run)
  const here = new Set(
    props.state.pieces.map(p => answersFor(p, planned)).filter(id => id !== null && id !== session.person?.id),
  ) as Set<string>
  return [...here].map((id) => {
    const who = studio.crew.find(p => p.id === id)
    const action = nextAction(props.run.plan, props.state, half.value, id, who?.may, planned)
    const pieces = props.state.pieces.filter(p => answersFor(p, planned) === id).map(p => p.n)
    return {
      id,
      name: studio.firstName(id),
      pieces,
      doing: 'sentence' in action ? action.sentence : action.kind === 'closed' ? '' : action.step.title,
    }
  })
})

/** So long what another plan gave to somebody else is said, ms. */
const SAID_FOR = 60_000
const handed = computed(() => {
  const { day, before } = turns
  // A line that comes and goes would move the lists of the other steps under the finger.
  const etching = props.state.pieces.some(p => holderOf(p) !== null)
  if (!etching || !day || !before || !props.run.passId || half.value - before.at > SAID_FOR) return []
  return handOvers(before.plan.blocks, day.blocks, props.run.passId, studio.calledHere)
})
</script>

<template>
  <p v-if="others.length" class="others">
    <span v-for="o in others" :key="o.id"><strong>{{ o.name }}</strong> has {{ run.plan.noun }}
      {{ o.pieces.map(n => numberOf(run.plan, n)).join(', ') }}:
      {{ o.doing }}</span>
    <NuxtLink to="/hand-over">Take over</NuxtLink>
  </p>
  <p class="handed" role="status">
    <template v-if="handed.length">The plan has changed. {{ handed.join('; ') }}.</template>
  </p>
</template>

<style scoped>
.others { display: flex; flex-wrap: wrap; gap: 0.2rem 1.6rem; align-items: baseline; font-size: 1.05rem; }
.handed { font-size: 1.05rem; font-weight: 650; border-left: 4px double var(--frost); padding-left: 0.7rem; }
.handed:empty { display: none; }
.others a { min-height: 44px; display: inline-flex; align-items: center; }
</style>
