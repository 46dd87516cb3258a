import type { Recipe } from '#core/plan/recipe'
import type { Job } from '#shared/jobs'

type Planner = (job: Job) => Recipe | null
/** Planning needs the tables of the trade: fetched once the page stands, so that Today is usable sooner. */
const planner = shallowRef<Planner | null>(null)

async function fetchPlanner(studio: ReturnType<typeof useStudioStore>, today: () => string) {
  const [{ planRecipe }, { recipeInput }] = await Promise.all([import('#core/plan/recipe'), import('#shared/recipe')])
  planner.value = (job) => {
    const lot = studio.lot(job.lotId)
    return lot
      ? planRecipe(recipeInput(job, planFacts(job, lot, studio, today())))
      : null
  }
}

/** Recipes of open jobs with today's shelf and house rules; null until the tables are here. */
export function useRecipes() {
  const studio = useStudioStore()
  const { today } = useHouseTime()
  if (!planner.value) onNuxtReady(() => fetchPlanner(studio, today))
  return { ready: computed(() => planner.value !== null), recipe: (job: Job) => planner.value?.(job) ?? null }
}
