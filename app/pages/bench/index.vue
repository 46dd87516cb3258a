<script setup lang="ts">
import { countOf } from '#core/basics/units'
import { passTitle } from '#shared/passes'

const work = useWorkStore()
const waitsFor = useWaitsFor()
const session = useSessionStore()
const onBench = computed(() => work.passes.filter(p => p.status === 'running'))
const coupons = computed(() => work.runs.filter(r => r.coupon))
const planned = computed(() => work.passes.filter(p => p.status === 'planned'))
/** One run on the bench needs no choosing. */
watch(
  [() => work.loaded, onBench],
  () => {
    if (work.loaded && onBench.value.length === 1 && coupons.value.length === 0)
      void navigateTo(waitsFor(onBench.value[0]!).to, { replace: true })
  },
  { immediate: true },
)
</script>

<template>
  <div class="page">
    <header class="page-head"><h1>Bench</h1></header>
    <p v-if="work.loaded && !onBench.length && !coupons.length">
      Nothing is on the bench, {{ session.person?.name.split(' ')[0] }}. Take a planned job to it.
    </p>
    <ul>
      <li v-for="r in coupons" :key="r.id">
        <NuxtLink :to="`/bench/${r.id}`">A coupon with {{ r.subject }}</NuxtLink>
        <span class="muted">{{ countOf(r.plan.pieces, r.plan.noun) }} at the bench.</span>
      </li>
      <li v-for="pass in [...onBench, ...planned]" :key="pass.id">
        <NuxtLink :to="waitsFor(pass).to">{{ passTitle(pass) }}</NuxtLink>
        <span class="muted">{{ waitsFor(pass).sentence }}</span>
      </li>
    </ul>
    <SoundTest />
    <PedalSetting />
    <p class="hand"><NuxtLink class="button" to="/hand-over">Hand over what is wet</NuxtLink></p>
  </div>
</template>

<style scoped>
ul { list-style: none; padding: 0; border-top: 1px solid var(--line); margin: 1rem 0 2rem; }
li { display: grid; gap: 0.2rem; padding: 0.8rem 0; border-bottom: 1px solid var(--line); }
li a { font: 620 1.6rem/1.1 var(--display); color: var(--text); }
.hand { margin-top: 1.2rem; }
</style>
