import type { PlannedPass } from '#shared/demand'

/** Open plans with their recipes as the shelf stands now; none until the tables of the trade are here. */
export function usePlannedPasses() {
  const work = useWorkStore()
  const recipes = useRecipes()
  return computed((): PlannedPass[] =>
    recipes.ready.value ? work.passes.filter(p => p.status === 'planned').map(pass => ({ pass, recipe: recipes.recipe(pass) })) : [],
  )
}
