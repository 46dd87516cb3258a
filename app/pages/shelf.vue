<script setup lang="ts">
import { plural } from '#core/basics/units'
import Button from 'primevue/button'
import { outlook, stockOfEtchant, useUpFirst } from '#core/trade/stock'
import { lotFacts } from '#shared/recipe'
import type { Lot } from '#shared/shelf'

const studio = useStudioStore()
const houseTime = useHouseTime()
const work = useWorkStore()
const session = useSessionStore()
const editing = ref<Lot | null | undefined>()
const booking = ref<Lot | null>(null)
const booked = computed(() => studio.lots.find(l => l.id === booking.value?.id))

const onShelf = computed(() => studio.lots.filter(b => !b.putAway))
const first = computed(() => useUpFirst(onShelf.value.map(b => ({ id: b.id, ...lotFacts(b, houseTime.today()) }))))
const planned = usePlannedPasses()
/** What the open plans will ask of each lot. */
const outlooks = computed(
  () =>
    new Map(
      onShelf.value.map((lot) => {
        const demands = planned.value
          .filter(({ pass }) => pass.lotId === lot.id)
          .flatMap(({ pass, recipe }) => {
            if (!recipe?.plan) return []
            const { plan, figures } = recipe
            return [
              { passId: pass.id, dueOn: pass.dueOn, putOut: plan.putOut, used: figures.find(f => f.id === 'used')?.value ?? plan.putOut },
            ]
          })
        const seen = outlook(lot.left, demands)
        const pass = work.passes.find(p => p.id === seen.runsOutAt)
        return [
          lot.id,
          demands.length === 0
            ? null
            : pass
              ? `Runs out before the ${plural(pass.noun)} for ${pass.customer}.`
              : `Lasts for the ${demands.length === 1 ? 'open plan' : `${demands.length} open plans`}.`,
        ] as const
      }),
    ),
)
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Shelf</h1>
        <p class="muted">
          Everything that runs out. The product's own label and safety data sheet come first.
          <NuxtLink to="/ledger">The ledger</NuxtLink> says where everything went.
        </p>
      </div>
      <div class="head-do">
        <NuxtLink class="button" to="/stocktake">Take stock</NuxtLink>
        <Button v-if="session.isLead" label="Put a bottle on the shelf" @click="editing = null" />
      </div>
    </header>
    <ToBuy :planned="planned" />
    <p v-if="studio.shelfLoaded && onShelf.length === 0">
      The shelf is empty. {{ session.isLead ? 'Enter the first bottle from its label.' : 'A lead enters the first bottle.' }}
    </p>
    <ul>
      <li v-for="b in onShelf" :key="b.id">
        <LotOnShelf
          :lot="b"
          :outlook="outlooks.get(b.id) ?? null"
          :first="first.has(b.id)"
          @change="editing = b"
          @book="booking = b"
        />
      </li>
    </ul>
    <StencilRail />
    <RollRail />
    <SupplyShelf />
    <Sheet v-if="editing !== undefined" :title="editing ? editing.productName : 'A new bottle'" wide @close="editing = undefined">
      <LotForm :lot="editing" @close="editing = undefined" />
    </Sheet>
    <Sheet v-if="booked" :title="booked.productName" @close="booking = null">
      <MoveForm :item="{ id: booked.id, kind: stockOfEtchant(booked.kind), level: booked.left }" @close="booking = null" />
      <WatchLevel v-if="session.isLead" :id="booked.id" :kind="stockOfEtchant(booked.kind)" :reorder="booked.reorder" />
      <PourTogether :lot="booked" @close="booking = null" />
    </Sheet>
  </div>
</template>

<style scoped>
.page-head > :first-child { flex: 1 1 0; min-width: min(20rem, 100%); }
.head-do { display: flex; flex-wrap: wrap; gap: 0.7rem; }
ul { list-style: none; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(26rem, 1fr)); gap: 1.5rem 2.5rem; }
@media (max-width: 32rem) { ul { grid-template-columns: 1fr; } }
</style>
