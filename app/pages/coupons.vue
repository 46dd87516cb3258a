<script setup lang="ts">
import { formatDuration } from '#core/basics/units'

/** Bottles compared by what their coupons showed: how strong each still is, and when to test it again. */
const houseTime = useHouseTime()
const studio = useStudioStore()
const potencyOf = usePotency()
const { minute: now } = useServerClock()
const { coupons, problem, creams, curves: charted } = useCouponCurves()
const rows = computed(() =>
  creams.value.map((lot) => {
    const own = coupons.value.filter(c => c.lotId === lot.id)
    return { lot, own, newest: own[0] ?? null, potency: potencyOf(lot, own) }
  }),
)
const due = (testBy: number | null) => testBy !== null && testBy < now.value
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Coupons</h1>
        <p class="muted">What each cream still does, by its own test strips on plain glass.</p>
      </div>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div v-if="!problem" class="desk">
      <ul>
        <li v-for="r in rows" :key="r.lot.id">
          <h2><NuxtLink :to="`/coupon/${r.lot.id}`">{{ r.lot.productName }}</NuxtLink></h2>
          <span class="numeral">{{ r.newest?.best ? formatDuration(r.newest.best) : r.newest ? r.newest.verdict : '–' }}</span>
          <p>
            {{ r.potency.sentence }} <template v-if="r.potency.testBy"><strong v-if="due(r.potency.testBy)">Test it again now; it was due
              {{ houseTime.format(r.potency.testBy, 'd MMM') }}.</strong><template v-else>Test it again by
              {{ houseTime.format(r.potency.testBy, 'd MMM yyyy') }}.</template></template>
          </p>
          <NuxtLink
            class="button"
            :to="`/coupon/${r.lot.id}`"
            :aria-label="`Etch or read off a coupon of ${r.lot.productName}`"
          >{{ r.newest ? 'Etch the next' : 'Etch the first' }}</NuxtLink>
        </li>
      </ul>
      <section v-if="charted.length" aria-label="Strength over age">
        <LazyPotencyChart :lots="charted" />
        <p class="muted">A higher rate reaches its frost sooner. A line that falls is a bottle that fades.</p>
      </section>
    </div>
    <p v-if="!problem && studio.shelfLoaded && rows.length === 0">No cream is on the shelf yet.</p>
  </div>
</template>

<style scoped>
.desk { display: grid; grid-template-columns: minmax(0, 6fr) minmax(0, 5fr); gap: 2.5rem; align-items: start; }
ul { list-style: none; padding: 0; border-top: 1px solid var(--line); }
li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0.1rem 1rem;
  align-items: baseline;
  padding: 0.8rem 0;
  border-bottom: 1px solid var(--line);
}
li p { grid-column: 1; }
.numeral { font-size: 1.7rem; text-align: right; }
.button { justify-self: end; align-self: center; }
h2 a { color: var(--text); text-decoration: none; }
h2 a:hover { text-decoration: underline; }
@media (max-width: 60rem) { .desk { grid-template-columns: minmax(0, 1fr); } }
</style>
