<script setup lang="ts">
import { passTitle } from '#shared/passes'
import { dayAfter, formatDay, timeIn } from '#core/basics/zone'
import { loadOf } from '#core/crew/day'
import { currentStep, foldRun } from '#core/bench/run'
import { formatDuration } from '#core/basics/units'
import type { Day } from '~/composables/useDay'

/** Work that was promised against the hours of the coming days. */
const props = defineProps<{ day: Day }>()
const studio = useStudioStore()
const houseTime = useHouseTime()
const work = useWorkStore()
const SHOWN = 10

const load = computed(() => {
  const { workFrom, workTo } = studio.rules
  const crew = props.day.crew.value.length
  // Of today only what is left.
  const begun = timeIn(studio.rules.timeZone, serverNow())
  const days = Array.from({ length: SHOWN }, (_, i) => ({
    day: dayAfter(houseTime.today(), i),
    capacity: Math.max(0, workTo - (i === 0 ? Math.max(workFrom, begun) : workFrom)) * crew,
  }))
  return loadOf(
    props.day.open.value.map(({ pass, day }) => {
      const run = work.runs.find(r => r.passId === pass.id)
      const step = run && currentStep(run.plan, foldRun(run.plan, work.events(run)))
      return {
        id: pass.id,
        title: passTitle(pass),
        dueOn: pass.dueOn,
        plan: day?.plan ?? null,
        done: run && step ? run.plan.steps.indexOf(step) / run.plan.steps.length : 0,
      }
    }),
    days,
  )
})
const share = (d: { used: number, capacity: number }) => (d.capacity > 0 ? d.used / d.capacity : 0)
const dayName = (text: string) => formatDay(text, 'EEE d')
const sentence = (p: (typeof load.value.promises)[number]) =>
  p.work === null
    ? 'no recipe yet, so its work is not counted'
    : `${formatDuration(Math.round(p.work / 300) * 300)} of work, ${when(p)}`
const when = (p: (typeof load.value.promises)[number]) =>
  p.endsOn === null
    ? `does not fit into the next ${SHOWN} days`
    : p.late
      ? `cannot be done before ${dayName(p.endsOn)}`
      : `done by ${dayName(p.endsOn)} if the soonest promised come first`
</script>

<template>
  <section class="coming" aria-labelledby="coming">
    <h2 id="coming">Promised against the coming days</h2>
    <ol class="days">
      <li v-for="d in load.days" :key="d.day">
        <NuxtLink :to="`/day/${d.day}`">{{ dayName(d.day) }}</NuxtLink>
        <span class="glass" aria-hidden="true"><span :style="{ height: `${Math.round(100 * share(d))}%` }" /></span>
        <span class="numeral">{{ Math.round(100 * share(d)) }} %</span>
      </li>
    </ol>
    <ul class="promises">
      <li v-for="p in load.promises" :key="p.id" :class="{ late: p.late }">
        <strong v-if="p.late">Too late: </strong>{{ p.title }}, due {{ dayName(p.dueOn) }}: {{ sentence(p) }}.
      </li>
    </ul>
  </section>
</template>

<style scoped>
.coming { border-top: 1px solid var(--line); padding-top: 1rem; display: grid; gap: 0.7rem; }
.days { list-style: none; padding: 0; display: flex; flex-wrap: wrap; gap: 0.6rem 1rem; }
.days li { display: grid; justify-items: center; min-width: 3.6rem; }
.days a { min-height: 44px; display: grid; place-items: end center; color: var(--text); }
/* A tumbler that fills with the day's work. */
.glass {
  position: relative;
  width: 34px;
  height: 46px;
  border: 2px solid var(--glass);
  border-top: 0;
  clip-path: polygon(0 0, 100% 0, 88% 100%, 12% 100%);
  overflow: hidden;
}
.glass span { position: absolute; left: 0; right: 0; bottom: 0; background: var(--frost); }
.promises { list-style: none; padding: 0; display: grid; gap: 0.25rem; }
.late { border-left: 4px double var(--frost); padding-left: 0.7rem; font-weight: 600; }
</style>
