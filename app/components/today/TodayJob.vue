<script setup lang="ts">
import { capital } from '#core/basics/units'
import { daysBetween, formatDay } from '#core/basics/zone'
import { jobStatus, jobWords, passWords } from '#shared/passes'
import type { Pass } from '#shared/passes'

/** One job as it stands today: its pieces, what each pass waits for, and the way there. */
const props = defineProps<{ passes: Pass[] }>()
const houseTime = useHouseTime()
const { minute } = useServerClock()

const job = computed(() => props.passes[0]!)
const what = computed(() => jobWords(props.passes))
const due = computed(() => {
  const days = daysBetween(houseTime.dayOf(minute.value), job.value.dueOn)
  const day = formatDay(job.value.dueOn, 'EEE d MMM')
  if (days < 0) return `${day}, ${-days} ${days === -1 ? 'day' : 'days'} late`
  return days === 0 ? `${day}, today` : days === 1 ? `${day}, tomorrow` : `${day}, in ${days} days`
})
const running = computed(() => jobStatus(props.passes) === 'running')
const several = computed(() => props.passes.length > 1)
const through = computed(() => props.passes.filter(p => p.status === 'done').length)
</script>

<template>
  <li :class="{ running }">
    <div v-if="several" class="whole">
      <h2><NuxtLink :to="`/plan/${job.jobId}`">{{ what }} for {{ job.customer }}</NuxtLink></h2>
      <p class="muted">Due {{ due }}. {{ through ? `${through} of ${passes.length} passes done.` : `${passes.length} passes.` }}</p>
    </div>
    <TodayPass
      v-for="pass in passes"
      :key="pass.id"
      :pass="pass"
      :title="several ? capital(passWords(pass)) : `${what} for ${job.customer}`"
      :due="several ? null : due"
      :inner="several"
    />
  </li>
</template>

<style scoped>
li { border-bottom: 1px solid var(--line); padding: 0.9rem 0; display: grid; gap: 0.7rem; }
h2 a { color: var(--text); text-decoration: none; }
h2 a:hover { text-decoration: underline; }
.whole { display: flex; flex-wrap: wrap; gap: 0 1.2rem; align-items: baseline; }
</style>
