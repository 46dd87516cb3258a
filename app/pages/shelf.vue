<script setup lang="ts">
import Button from 'primevue/button'
import { format } from 'date-fns'
import { OLD_CREAM_DAYS } from '#core/dwell'
import { etchantKind } from '#core/materials'
import { formatDuration, formatVolume } from '#core/units'
import { openDays } from '#shared/recipe'
import type { Bottle } from '#shared/shelf'

const studio = useStudioStore()
const session = useSessionStore()
const editing = ref<Bottle | null | undefined>()
const { now } = useServerClock()

const onShelf = computed(() => studio.bottles.filter(b => !b.putAway))
const label = (b: Bottle) => (b.labelMax > b.labelMin ? `${formatDuration(b.labelMin)} to ${formatDuration(b.labelMax)}` : formatDuration(b.labelMin))
const isOld = (b: Bottle) => (openDays(b.openedOn, new Date(now.value)) ?? 0) > OLD_CREAM_DAYS.value
function opened(b: Bottle): string {
  const days = openDays(b.openedOn, new Date(now.value))
  return days === null ? 'Sealed' : `Opened ${format(new Date(`${b.openedOn}T12:00`), 'd MMM yyyy')}, ${days} days ago`
}
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Shelf</h1>
        <p class="muted">Etchants on hand. The product's own label and safety data sheet come first.</p>
      </div>
      <Button v-if="session.isLead" label="Put a bottle on the shelf" @click="editing = null" />
    </header>
    <p v-if="studio.studio && onShelf.length === 0">The shelf is empty. {{ session.isLead ? 'Enter the first bottle from its label.' : 'A lead enters the first bottle.' }}</p>
    <ul>
      <li v-for="b in onShelf" :key="b.id">
        <div class="dark"><BottleDrawing :size="b.size" :left="b.left" /></div>
        <div>
          <h2>{{ b.productName }}</h2>
          <p class="muted">{{ etchantKind(b.kind).name }}, {{ b.reusable ? 'reusable' : 'one use' }}</p>
          <dl>
            <dt>Label</dt><dd class="numeral">{{ label(b) }}</dd>
            <dt>Left</dt><dd class="numeral">{{ formatVolume(b.left) }} of {{ formatVolume(b.size) }}</dd>
            <dt>Coupon</dt><dd class="numeral">{{ b.couponBest ? formatDuration(b.couponBest) : 'none yet' }}</dd>
          </dl>
          <p>{{ opened(b) }}.</p>
          <p v-if="isOld(b)" class="old">Cream loses strength from 3 to 6 months on: scrap jar first.</p>
          <NuxtLink class="button" :to="`/coupon/${b.id}`" :aria-label="`Coupons of ${b.productName}`">Coupons</NuxtLink>
          <Button v-if="session.isLead" label="Change" severity="secondary" :aria-label="`Change ${b.productName}`" @click="editing = b" />
        </div>
      </li>
    </ul>
    <Sheet v-if="editing !== undefined" :title="editing ? editing.productName : 'A new bottle'" wide @close="editing = undefined">
      <BottleForm :bottle="editing" @close="editing = undefined" />
    </Sheet>
  </div>
</template>

<style scoped>
ul { list-style: none; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(26rem, 1fr)); gap: 1.5rem 2.5rem; }
li { display: grid; grid-template-columns: 7rem 1fr; gap: 1.2rem; }
.dark { background: var(--card); display: grid; place-items: end center; padding: 1rem 0 0.8rem; --glass: #8cc5b2; --frost: #f4fafa; }
dl { display: grid; grid-template-columns: auto 1fr; gap: 0 1rem; margin: 0.5rem 0; align-items: baseline; }
dt { color: var(--muted); }
dd { margin: 0; font-size: 1.3rem; }
.old { border-left: 4px solid var(--glass); padding-left: 0.7rem; margin: 0.4rem 0; }
li :deep(button), li .button { margin: 0.7rem 0.5rem 0 0; }
@media (max-width: 32rem) { ul { grid-template-columns: 1fr; } li { grid-template-columns: 4.6rem 1fr; } }
</style>
