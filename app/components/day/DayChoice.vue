<script setup lang="ts">
import Checkbox from 'primevue/checkbox'
import { formatDuration, formatTimeOfDay } from '#core/basics/units'
import { formatDay } from '#core/basics/zone'
import { workOf } from '#core/crew/day'
import { passTitle } from '#shared/passes'
import type { Day } from '~/composables/useDay'
import { withToggled } from '~/day/choice'

/** What the day is planned from: the jobs on it, and when somebody is away. */
const props = defineProps<{ day: Day }>()
const studio = useStudioStore()
const session = useSessionStore()
const { chosen, away } = props.day

/** When it is due, how much work it is, and what keeps it off the day. */
function said({ pass, day, refusal }: Day['open']['value'][number]): string {
  const work = day ? `, ${formatDuration(Math.round(workOf(day.plan) / 60) * 60)} of work` : ''
  return [pass.status === 'running' ? 'On the bench.' : '', `Due ${formatDay(pass.dueOn, 'EEE d MMM')}${work}.`, refusal ?? '']
    .filter(part => part !== '')
    .join(' ')
}
function toggle(id: string) {
  chosen.value = withToggled(chosen.value, props.day.open.value.map(o => o.pass), id)
  void props.day.edit()
}
function changeAway() {
  if (Object.keys(props.day.awayErrors.value).length === 0) void props.day.edit()
}
</script>

<template>
  <div class="choice">
    <section aria-labelledby="jobs-of-day">
      <h2 id="jobs-of-day">Jobs for this day</h2>
      <ul>
        <li v-for="o in day.open.value" :key="o.pass.id">
          <label><Checkbox
            :model-value="chosen.includes(o.pass.id)"
            binary
            :disabled="!o.day"
            @update:model-value="toggle(o.pass.id)"
          /> {{ passTitle(o.pass) }}</label>
          <span class="muted">{{ said(o) }}</span>
        </li>
      </ul>
      <p v-if="!day.open.value.length" class="muted">No open job. <NuxtLink to="/plan/new">Plan one</NuxtLink>.</p>
    </section>
    <section aria-labelledby="away-of-day">
      <h2 id="away-of-day">Away</h2>
      <p class="muted">
        Breaks and who leaves early. Work goes from {{ formatTimeOfDay(studio.rules.workFrom) }} to
        {{ formatTimeOfDay(studio.rules.workTo) }}<template v-if="session.isLead"> (<NuxtLink to="/rules">house
          rules</NuxtLink>)</template>.
      </p>
      <div class="away">
        <TextField
          v-for="p in day.crew.value"
          :key="p.id"
          :model-value="away[p.id] ?? ''"
          :label="p.name"
          :error="day.awayErrors.value[p.id]"
          hint="12-12:30, 15:30-"
          @update:model-value="away[p.id] = $event"
          @change="changeAway"
        />
      </div>
    </section>
  </div>
</template>

<style scoped>
.choice { display: grid; grid-template-columns: 3fr 2fr; gap: 1rem 2.5rem; border-top: 1px solid var(--line); padding-top: 1rem; }
ul { list-style: none; padding: 0; }
li { padding: 0.35rem 0; border-bottom: 1px solid var(--line); display: grid; gap: 0.1rem; }
label { display: flex; gap: 0.6rem; align-items: center; min-height: 44px; font-weight: 600; cursor: pointer; }
.away { display: grid; grid-template-columns: repeat(auto-fill, minmax(13rem, 1fr)); gap: 0.6rem 1rem; margin-top: 0.6rem; }
@media (max-width: 60rem) { .choice { grid-template-columns: minmax(0, 1fr); } }
</style>
