<script setup lang="ts">
import { differenceInCalendarDays, format } from 'date-fns'
import { substrateKind } from '#core/materials'
import { formatDuration } from '#core/units'
import type { Coupon } from '#shared/coupons'

const id = String(useRoute().params.id)
const studio = useStudioStore()
const bottle = computed(() => studio.bottle(id))
const coupons = ref<Coupon[]>([])
const problem = ref('')
onMounted(() => api<Coupon[]>(`bottles/${id}/coupons`).then(c => coupons.value = c, (e: Error) => problem.value = e.message))

async function saved(all: Coupon[]) {
  coupons.value = all
  await studio.loadShelf()
}
/** Days the bottle had been open when the strip was etched. */
const age = (c: Coupon) => (bottle.value?.openedOn ? `open ${differenceInCalendarDays(new Date(c.at), new Date(`${bottle.value.openedOn}T12:00`))} days` : 'sealed until then')
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Coupons{{ bottle ? `: ${bottle.productName}` : '' }}</h1>
        <p v-if="bottle" class="muted">{{ bottle.couponBest ? `Own coupons now say ${formatDuration(bottle.couponBest)}.` : 'No coupon yet. Etch a strip, and the own-coupons school follows it.' }}</p>
      </div>
      <NuxtLink to="/shelf">Back to the shelf</NuxtLink>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <CouponForm v-if="bottle" :key="bottle.id" :bottle="bottle" @saved="saved" />
    <section v-if="coupons.length" aria-label="Coupons so far">
      <h2>So far</h2>
      <ul>
        <li v-for="c in coupons" :key="c.id">
          <span class="numeral">{{ c.best ? formatDuration(c.best) : c.verdict }}</span>
          <span>{{ format(new Date(c.at), 'd MMM yyyy') }}, {{ age(c) }}, {{ substrateKind(c.substrate).name }}</span>
          <span class="muted">{{ c.steps.map(s => `${formatDuration(s.dwell)}: ${s.frost}`).join(' · ') }}</span>
          <span class="muted">{{ c.rate ? `rate ${(c.rate * 60).toFixed(2)} a minute` : '' }} {{ studio.nameOf(c.by) }}</span>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
section { margin-top: 2rem; }
ul { list-style: none; padding: 0; border-top: 1px solid var(--line); margin-top: 0.5rem; }
li { display: grid; grid-template-columns: 8rem 1.3fr 2fr 1fr; gap: 1rem; padding: 0.6rem 0; border-bottom: 1px solid var(--line); align-items: baseline; }
.numeral { font-size: 1.5rem; }
@media (max-width: 60rem) { li { grid-template-columns: 1fr; gap: 0.1rem; } }
</style>
