<script setup lang="ts">
import Button from 'primevue/button'
import { dryAt, lookFacts } from '#core/bench/look'
import { pieceLabel } from '#core/plan/run-plan'
import { lookHasCome, otherLooks } from '#core/bench/run'
import type { JudgedLook } from '#core/bench/run'
import { formatDuration } from '#core/basics/units'
import type { Coupon } from '#shared/coupons'

const id = String(useRoute().params.id)
const at = useRun(id)
const { run, state, step, enter, now } = at
const studio = useStudioStore()
const houseTime = useHouseTime()
const last = computed(() => run.value?.plan.steps.at(-1)?.kind === 'look')
const label = (n: number) => pieceLabel(run.value!.plan, n)
const control = computed(() => {
  if (open.value.length > 0) return `Judge ${open.value.map(p => label(p.n)).join(', ')}`
  return last.value ? 'Close the run and log it' : 'On to what comes after'
})
const open = computed(() => state.value?.pieces.filter(p => !p.judged && !p.withdrawn) ?? [])
/** When each piece may be judged by the house rule; pieces that nothing dries may be at once. */
const dry = computed(
  () => new Map(state.value?.pieces.map(p => [p.n, dryAt(run.value!.plan, state.value!, p.n, studio.rules.dryTime) ?? 0])),
)
/** How strong its bottle still is, by coupons; without network nobody knows, and nothing is said of it. */
const coupons = shallowRef<Coupon[]>([])
watch(
  () => run.value?.lotId,
  lotId => lotId && apiList<Coupon>(`lots/${lotId}/coupons`).then(found => (coupons.value = found), () => {}),
  { immediate: true },
)
const potencyOf = usePotency()
const potency = computed(() => {
  const lot = run.value && studio.lot(run.value.lotId)
  return lot && coupons.value.length > 1 ? potencyOf(lot, coupons.value).share : null
})
/** What is known of a piece changes with what is entered, and by the minute. */
const minute = computed(() => Math.floor(now.value / 60_000) * 60_000)
const facts = computed(() => state.value?.pieces.map(p => lookFacts(run.value!.plan, state.value!, p.n, minute.value, potency.value)) ?? [])
const isDamp = (n: number) => now.value < dry.value.get(n)!
/** Somebody has felt them and says that they are dry. */
const feltDry = ref(false)
const damp = computed(() => open.value.filter(p => isDamp(p.n)))
const whose = computed(() => {
  const names = damp.value.map(p => label(p.n))
  if (damp.value.length === state.value!.pieces.length) return names.length === 1 ? 'it needs' : 'they need'
  return `${names.join(', ')} ${names.length === 1 ? 'needs' : 'need'}`
})
const driesAt = computed(() => Math.max(...damp.value.map(p => dry.value.get(p.n)!)))
const toGo = computed(() => formatDuration(Math.max(60, Math.ceil((driesAt.value - now.value) / 60_000) * 60)))
const judge = (piece: number, look: JudgedLook) =>
  enter({ kind: 'piece.judged', piece, ...look, ...(isDamp(piece) ? { early: true } : {}) })

async function finish() {
  // What is done to a piece once it is judged comes after this page.
  if (!last.value) return void navigateTo(`/bench/${id}`)
  if (!enter({ kind: 'run.finished' })) return
  const work = useWorkStore()
  await until(() => work.waitingOf(id).length).toBe(0)
  if (run.value?.endedAt) await navigateTo(`/log/${id}`)
}
</script>

<template>
  <RunFrame :at="at">
    <template v-if="run && state && !run.endedAt">
      <h1>Look</h1>
      <p class="why">Dry, over dark card, in raking or window light. Anything left too long is logged by itself.</p>
      <NotYet v-if="step && !lookHasCome(run.plan, step)" :step="step" :run-id="id" />
      <template v-else>
        <section v-if="damp.length && !feltDry" class="damp" aria-label="Not dry yet">
          <p>
            <strong>Not dry yet.</strong> While it is wet, frost seems to vanish, and patches show that are gone once it dries. By the house
            rule {{ whose }} another {{ toGo }} on the rack, until <span class="numeral">{{ houseTime.format(driesAt, 'HH:mm') }}</span>.
          </p>
          <Button severity="secondary" label="They are dry already: no damp in any corner" @click="feltDry = true" />
        </section>
        <JudgePiece
          v-for="p in state.pieces"
          :key="p.n"
          :plan="run.plan"
          :piece="p"
          :shape="shapeInRun(run, p.n)"
          :facts="facts[p.n - 1]!"
          :damp="!feltDry && !p.judged && isDamp(p.n)"
          :job-id="run.jobId"
          :run-id="id"
          :others="otherLooks(run.events, p.n)"
          @judge="judge(p.n, $event)"
        />
        <RunPhotos :run="run" :step="step?.id ?? null" />
        <MainControl
          flow
          :disabled="open.length > 0"
          :label="control"
          @press="finish"
        />
      </template>
    </template>
  </RunFrame>
</template>

<style scoped>
.why { font-size: 1.15rem; }
.damp {
  border-left: 4px solid var(--glass);
  padding: 0.2rem 0 0.2rem 1rem;
  display: grid;
  gap: 0.6rem;
  justify-items: start;
  max-width: 52rem;
}
.damp p { font-size: 1.15rem; }
</style>
