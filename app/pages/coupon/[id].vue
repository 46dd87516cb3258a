<script setup lang="ts">
import { substrateKind } from '#core/trade/materials'
import { summarise } from '#core/bench/run'
import { formatDuration } from '#core/basics/units'
import type { Coupon } from '#shared/coupons'
import { openDays } from '#shared/recipe'

/** One bottle's coupons: plan and etch one, read it off, and what the others showed. */
const id = String(useRoute().params.id)
const runId = useRoute().query.run as string | undefined
const studio = useStudioStore()
const houseTime = useHouseTime()
const work = useWorkStore()
const potencyOf = usePotency()
const lot = computed(() => studio.lot(id))
const coupons = ref<Coupon[]>([])
const problem = ref('')
const load = () =>
  apiList<Coupon>(`lots/${id}/coupons`).then(
    c => (coupons.value = c),
    (e: Error) => void (problem.value = e.message),
  )
onMounted(() => {
  void load()
  if (runId && !work.run(runId)) work.loadRun(runId).catch((e: Error) => (problem.value = e.message))
})

/** The run whose strips are read off: each with the dwell that it really had. */
const run = computed(() => (runId ? work.run(runId) : undefined))
const etched = computed(() => {
  if (!run.value?.coupon) return null
  const dwells = summarise(run.value.plan, work.state(run.value)).pieces.flatMap(p => (p.dwell === null ? [] : [Math.round(p.dwell)]))
  return { runId: run.value.id, substrate: run.value.coupon.substrate, dwells }
})
const open = computed(() => work.runs.find(r => r.coupon && r.lotId === id && r.id !== runId))

async function saved(newest: Coupon[]) {
  await Promise.all([load(), studio.loadShelf()])
  const done = run.value
  if (!done || done.endedAt) return
  // The strips are judged by their marks; the run is closed with them.
  const marks = newest.find(c => c.runId === done.id)?.steps ?? []
  for (const p of work.state(done).pieces.filter(x => !x.judged && !x.withdrawn))
    work.enter(done, {
      kind: 'piece.judged',
      piece: p.n,
      result: 'good',
      faults: [],
      note: marks[p.n - 1] ? `frost ${marks[p.n - 1]!.frost}` : '',
    })
  work.enter(done, { kind: 'run.finished' })
}
const age = (c: Coupon) => {
  const days = lot.value ? openDays(lot.value.openedOn, houseTime.dayOf(Date.parse(c.at))) : null
  return days === null ? 'sealed until then' : `open ${days} days`
}
const strength = computed(() => (lot.value ? potencyOf(lot.value, coupons.value) : null))
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Coupons{{ lot ? `: ${lot.productName}` : '' }}</h1>
        <p v-if="lot" class="muted">
          {{ coupons[0]?.best ? `Own coupons now say ${formatDuration(coupons[0].best)}.`
            : 'No coupon yet. Etch a strip, and the own-coupons school follows it.' }}
          <template v-if="coupons.length && strength?.testBy">{{ strength.sentence }} Test it again by
            {{ houseTime.format(strength.testBy, 'd MMM yyyy') }}.</template>
        </p>
      </div>
      <NuxtLink to="/coupons">All bottles</NuxtLink>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="open" class="problem">
      A coupon with this bottle is at the bench. <NuxtLink :to="`/bench/${open.id}`">Go on with it</NuxtLink>
    </p>
    <section v-if="lot && !etched" aria-label="Plan a coupon">
      <h2>Etch one</h2>
      <CouponPlanner :lot="lot" />
    </section>
    <section v-if="lot" aria-label="Read a coupon off">
      <h2>{{ etched ? 'Read the strips off' : 'Or read one off that was etched already' }}</h2>
      <CouponForm :key="`${lot.id}${etched?.dwells.length ?? ''}`" :lot="lot" :etched="etched" @saved="saved" />
    </section>
    <section v-if="coupons.length" aria-label="Coupons so far">
      <h2>So far</h2>
      <ul>
        <li v-for="c in coupons" :key="c.id">
          <span class="numeral">{{ c.best ? formatDuration(c.best) : c.verdict }}</span>
          <span>{{ houseTime.format(c.at, 'd MMM yyyy') }}, {{ age(c) }}, {{ substrateKind(c.substrate).name }}</span>
          <span class="muted">{{ c.steps.map(s => `${formatDuration(s.dwell)}: ${s.frost}`).join(' · ') }}</span>
          <span class="muted">{{ c.rate ? `rate ${(c.rate * 60).toFixed(2)} a minute` : '' }} {{ studio.nameOf(c.by) }}</span>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
section { margin-top: 1.6rem; border-top: 2px solid var(--line); padding-top: 0.9rem; }
h2 { margin-bottom: 0.7rem; }
ul { list-style: none; padding: 0; border-top: 1px solid var(--line); margin-top: 0.5rem; }
li {
  display: grid;
  grid-template-columns: 8rem 1.3fr 2fr 1fr;
  gap: 1rem;
  padding: 0.6rem 0;
  border-bottom: 1px solid var(--line);
  align-items: baseline;
}
.numeral { font-size: 1.5rem; }
@media (max-width: 60rem) { li { grid-template-columns: 1fr; gap: 0.1rem; } }
</style>
