import { planRecipe } from '#core/plan/recipe'
import type { Recipe } from '#core/plan/recipe'
import type { Pass } from '#shared/passes'
import { factsOfPass, recipeInput } from '#shared/recipe'

/** The recipe of a stored pass for these numbers of its pieces, done or not, as this device knows house and shelf. */
export function recipeOfPieces(pass: Pass, numbers: readonly number[], studio: ReturnType<typeof useStudioStore>, today: string): Recipe {
  const facts = planFacts(pass, studio.lot(pass.lotId)!, studio, today)
  return planRecipe(recipeInput(pass, { ...facts, ...factsOfPass(pass, numbers) }))
}
