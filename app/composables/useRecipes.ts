import type { ComputedRef } from 'vue'
import type { Recipe } from '#core/plan/recipe'
import type { Pass } from '#shared/passes'

type Planner = (pass: Pass) => Recipe | null
/** Planning needs the tables of the trade: fetched once the page stands, so that Today is usable sooner. */
const planner = shallowRef<Planner | null>(null)

async function fetchPlanner(studio: ReturnType<typeof useStudioStore>, today: () => string) {
  const [{ planRecipe }, { recipeInput }, { planFacts }] = await Promise.all([
    import('#core/plan/recipe'),
    import('#shared/recipe'),
    import('./planFacts'),
  ])
  planner.value = (pass) => {
    const lot = studio.lot(pass.lotId)
    return lot
      ? planRecipe(recipeInput(pass, planFacts(pass, lot, studio, today())))
      : null
  }
}

/** One recipe for all that show the pass, made again when the pass, its bottle, the rules or the day change. */
const recipes = new WeakMap<Pass, ComputedRef<Recipe | null>>()
function recipeOf(pass: Pass): Recipe | null {
  const known = recipes.get(pass)
  if (known) return known.value
  const made = computed(() => planner.value?.(pass) ?? null)
  recipes.set(pass, made)
  return made.value
}

/** Recipes of open passes with today's shelf and house rules; null until the tables are here. */
export function useRecipes() {
  const studio = useStudioStore()
  const { today } = useHouseTime()
  if (!planner.value) onNuxtReady(() => fetchPlanner(studio, today))
  return { ready: computed(() => planner.value !== null), recipe: recipeOf }
}
