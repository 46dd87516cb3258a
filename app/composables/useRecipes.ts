import type { ComputedRef } from 'vue'
import type { Recipe } from '#core/plan/recipe'
import type { Pass } from '#shared/passes'

interface Planner {
  recipe: (pass: Pass) => Recipe | null
  words: typeof import('#core/plan/remarks').remarkWords
}
/** Planning needs the tables of the trade: fetched once the page stands, so that Today is usable sooner. */
const planner = shallowRef<Planner | null>(null)

async function fetchPlanner(studio: ReturnType<typeof useStudioStore>, today: () => string) {
  const [{ planRecipe }, { remarkWords }, { recipeInput }, { planFacts }] = await Promise.all([
    import('#core/plan/recipe'),
    import('#core/plan/remarks'),
    import('#shared/recipe'),
    import('./planFacts'),
  ])
  const recipe = (pass: Pass) => {
    const lot = studio.lot(pass.lotId)
    return lot ? planRecipe(recipeInput(pass, planFacts(pass, lot, studio, today()))) : null
  }
  planner.value = { recipe, words: remarkWords }
}

/** One recipe for all that show the pass, made again when the pass, its bottle, the rules or the day change. */
const recipes = new WeakMap<Pass, ComputedRef<Recipe | null>>()
function recipeOf(pass: Pass): Recipe | null {
  const known = recipes.get(pass)
  if (known) return known.value
  const made = computed(() => planner.value?.recipe(pass) ?? null)
  recipes.set(pass, made)
  return made.value
}

/** Recipes of open passes with today's shelf and house rules; null until the tables are here. */
export function useRecipes() {
  const studio = useStudioStore()
  const { today } = useHouseTime()
  if (!planner.value) onNuxtReady(() => fetchPlanner(studio, today))
  /** The first reason why a pass can't be etched as it is planned, in a sentence. */
  function refusal(pass: Pass): string | null {
    const first = recipeOf(pass)?.refusals[0]
    return first ? planner.value!.words(first) : null
  }
  return { ready: computed(() => planner.value !== null), recipe: recipeOf, refusal }
}
