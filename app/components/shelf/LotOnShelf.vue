<script setup lang="ts">
import Button from 'primevue/button'
import { formatDay } from '#core/basics/zone'
import { etchantKind, MEDIUM_NAMES, substrateKind } from '#core/trade/materials'
import { ferricStrength } from '#core/plan/neutralise'
import { countOf, formatDuration } from '#core/basics/units'
import { stockOfEtchant } from '#core/trade/stock'
import { openDays } from '#shared/recipe'
import type { Lot } from '#shared/shelf'

/** One lot as it stands on the shelf: what its label says, what is left, how old it is, what its coupons showed. */
const props = defineProps<{ lot: Lot, outlook: string | null, first: boolean }>()
const emit = defineEmits<{ change: [], book: [] }>()
const studio = useStudioStore()
const houseTime = useHouseTime()
const session = useSessionStore()
const { minute: now } = useServerClock()

const kind = computed(() => etchantKind(props.lot.kind))
const amount = computed(() => useAmount(props.lot.kind))
const label = computed(() => {
  const { labelMin, labelMax } = props.lot
  if (labelMin === null || labelMax === null) return null
  return labelMax > labelMin ? `${formatDuration(labelMin)} to ${formatDuration(labelMax)}` : formatDuration(labelMin)
})
const days = computed(() => openDays(props.lot.openedOn, houseTime.dayOf(now.value)))
const opened = computed(() => {
  if (days.value === null) return 'Sealed'
  const since = days.value === 0 ? 'today' : `${countOf(days.value, 'day')} ago`
  return `Opened ${formatDay(props.lot.openedOn!, 'd MMM yyyy')}, ${since}`
})
const isOld = computed(() => kind.value.method === 'cream' && (days.value ?? 0) > studio.rules.oldCreamDays)
const coupons = computed(() => props.lot.coupons.map(c => `${formatDuration(c.best)} on ${substrateKind(c.substrate).name}`))
const what = computed(() =>
  kind.value.method === 'blast'
    ? [MEDIUM_NAMES[props.lot.medium!], props.lot.grit].filter(Boolean).join(', ')
    : `${kind.value.name}${kind.value.method === 'cream' ? `, ${props.lot.reusable ? 'reusable' : 'one use'}` : ''}`,
)
</script>

<template>
  <article :aria-label="lot.productName">
    <div class="dark dark-card">
      <BottleDrawing :size="lot.size" :left="lot.left" :bag="kind.method === 'blast'" :liquid="kind.method === 'liquid'" />
    </div>
    <div>
      <h2>{{ lot.productName }}</h2>
      <p class="muted">{{ what }}</p>
      <dl>
        <template v-if="label"><dt>Label</dt><dd class="numeral">{{ label }}</dd></template>
        <template v-if="lot.strength"><dt>Strength</dt><dd class="numeral">{{ lot.strengthWritten }}</dd></template>
        <template v-if="kind.method === 'blast'">
          <dt>Gun time</dt><dd class="numeral">{{ lot.secondsPerCm2 ? `${lot.secondsPerCm2} s a cm²` : 'house rule' }}</dd>
        </template>
        <dt>Left</dt><dd class="numeral">{{ amount(lot.left) }} of {{ amount(lot.size) }}</dd>
        <template v-if="kind.method === 'cream'">
          <dt>Coupon</dt><dd class="numeral">{{ coupons[0] ?? (lot.couponBest ? `${formatDuration(lot.couponBest)}, written on it`
            : 'none yet') }}</dd>
        </template>
      </dl>
      <p v-if="lot.strength" class="muted">{{ ferricStrength(lot.strength) }}</p>
      <p v-if="kind.method !== 'blast'">
        {{ opened }}.
      </p>
      <p v-if="outlook">{{ outlook }}</p>
      <p v-if="first" class="say">Use this one up first.</p>
      <p v-if="isOld" class="say">
        {{ lot.coupons.length ? 'Old by now; its coupon says how it still etches.'
          : 'Cream loses strength from 3 to 6 months on: coupon first, or a scrap jar.' }}
      </p>
      <NuxtLink
        v-if="kind.method === 'cream'"
        class="button"
        :to="`/coupon/${lot.id}`"
        :aria-label="`Coupons of ${lot.productName}`"
      >Coupons</NuxtLink>
      <Button
        v-if="session.isLead"
        label="Change"
        severity="secondary"
        :aria-label="`Change ${lot.productName}`"
        @click="emit('change')"
      />
      <Button severity="secondary" label="Update" :aria-label="`Update ${lot.productName}`" @click="emit('book')" />
      <PapersOf :product="lot.productName" />
      <StockLedger :id="lot.id" :kind="stockOfEtchant(lot.kind)" :level="lot.left" />
    </div>
  </article>
</template>

<style scoped>
article { display: grid; grid-template-columns: 7rem 1fr; gap: 1.2rem; }
.dark {
  display: grid;
  place-items: center;
  align-self: start;
  padding: 0.9rem 0;
  --ferric: #d08a4e;
}
dl { display: grid; grid-template-columns: auto 1fr; gap: 0 1rem; margin: 0.5rem 0; align-items: baseline; }
dt { color: var(--muted); }
dd { margin: 0; font-size: 1.3rem; }
.say { border-left: 4px solid var(--glass); padding-left: 0.7rem; margin: 0.4rem 0; }
article :deep(button), .button { margin: 0.7rem 0.5rem 0 0; }
@media (max-width: 32rem) { article { grid-template-columns: 4.6rem 1fr; } }
</style>
