<script setup lang="ts">
import { changedFigures, planRecipe } from '#core/plan/recipe'
import { remarksSaid } from '#core/plan/remarks'
import type { HouseRules } from '#core/trade/house'
import { passTitle } from '#shared/passes'
import { recipeInput } from '#shared/recipe'

/** What a change of rules does to the plans that are still open, before it is saved. Runs keep the plan they began with. */
const props = defineProps<{ rules: HouseRules }>()
const work = useWorkStore()
const studio = useStudioStore()
const houseTime = useHouseTime()
const units = useUnits()

const plans = computed(() =>
  work.passes
    .filter(p => p.status === 'planned')
    .flatMap((pass) => {
      const lot = studio.lot(pass.lotId)
      if (!lot) return []
      const recipe = (rules: HouseRules) =>
        planRecipe(recipeInput(pass, { ...planFacts(pass, lot, studio, houseTime.today()), rules }))
      const [before, after] = [recipe(studio.rules), recipe(props.rules)]
      const changes = changedFigures(before, after)
      const known = remarksSaid(before.refusals)
      const refused = remarksSaid(after.refusals).filter(words => !known.includes(words))
      return changes.length || refused.length ? [{ pass, changes, refused }] : []
    }),
)
const value = (v: number | null, unit: Parameters<typeof units.value>[0]) => (v === null ? 'none' : units.value(unit, v))
</script>

<template>
  <section class="impact" aria-label="What this changes" role="status">
    <h2>{{ plans.length ? `This changes ${plans.length} open ${plans.length === 1 ? 'plan' : 'plans'}` : 'No open plan changes' }}</h2>
    <ul v-if="plans.length">
      <li v-for="p in plans" :key="p.pass.id">
        <strong>{{ passTitle(p.pass) }}:</strong>
        <template v-for="(c, i) in p.changes.slice(0, 5)" :key="c.label">{{ i ? '; ' : ' ' }}{{ c.label.toLowerCase() }}
          <span class="numeral">{{ value(c.before, c.unit) }} →
            {{ value(c.after, c.unit) }}</span></template><template v-if="p.changes.length > 5">; and {{ p.changes.length - 5 }}
          more</template>.
        <span v-for="r in p.refused" :key="r" class="problem">{{ r }}</span>
      </li>
    </ul>
    <p class="muted">Runs on the bench and in the log keep the plan they began with.</p>
  </section>
</template>

<style scoped>
.impact { border-left: 4px solid var(--glass); padding-left: 0.9rem; display: grid; gap: 0.4rem; }
h2 { font-size: 1.35rem; }
.numeral { white-space: nowrap; }
</style>
