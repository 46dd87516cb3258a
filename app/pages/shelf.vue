<script setup lang="ts">
import { plural } from '#core/basics/units'
import Button from 'primevue/button'
import { planRecipe } from '#core/plan/recipe'
import { outlook, useUpFirst } from '#core/trade/stock'
import { recipeInput, lotFacts } from '#shared/recipe'
import type { Lot } from '#shared/shelf'

const studio = useStudioStore()
const houseTime = useHouseTime()
const work = useWorkStore()
const session = useSessionStore()
const editing = ref<Lot | null | undefined>()

const onShelf = computed(() => studio.lots.filter(b => !b.putAway))
const first = computed(() => useUpFirst(onShelf.value.map(b => ({ id: b.id, ...lotFacts(b, houseTime.today()) }))))
/** What the open plans will ask of each lot. */
const outlooks = computed(
  () =>
    new Map(
      onShelf.value.map((lot) => {
        const demands = work.passes
          .filter(p => p.status === 'planned' && p.lotId === lot.id)
          .flatMap((pass) => {
            const { plan, figures } = planRecipe(
              recipeInput(pass, planFacts(pass, lot, studio, houseTime.today())),
            )
            if (!plan) return []
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
        <p class="muted">Etchants on hand. The product's own label and safety data sheet come first.</p>
      </div>
      <Button v-if="session.isLead" label="Put a bottle on the shelf" @click="editing = null" />
    </header>
    <p v-if="studio.studio && onShelf.length === 0">
      The shelf is empty. {{ session.isLead ? 'Enter the first bottle from its label.' : 'A lead enters the first bottle.' }}
    </p>
    <ul>
      <li v-for="b in onShelf" :key="b.id">
        <LotOnShelf :lot="b" :outlook="outlooks.get(b.id) ?? null" :first="first.has(b.id)" @change="editing = b" />
      </li>
    </ul>
    <StencilRail />
    <RollRail />
    <GelOnShelf />
    <Sheet v-if="editing !== undefined" :title="editing ? editing.productName : 'A new bottle'" wide @close="editing = undefined">
      <LotForm :lot="editing" @close="editing = undefined" />
    </Sheet>
  </div>
</template>

<style scoped>
ul { list-style: none; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(26rem, 1fr)); gap: 1.5rem 2.5rem; }
@media (max-width: 32rem) { ul { grid-template-columns: 1fr; } }
</style>
