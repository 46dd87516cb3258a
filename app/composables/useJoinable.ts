import { planRecipe } from '#core/plan/recipe'
import { plannedArt } from '#shared/artworks'
import { joined, planSchema, planWithin } from '#shared/jobs'
import type { PlanForm } from '#shared/jobs'
import type { Job } from '#shared/passes'
import { factsOfArts, recipeInput } from '#shared/recipe'
import type { PlanFacts } from '#shared/recipe'

/**
 * Whether the pass in sight could be one with the pass before it: masked together, and with a window that suits both.
 * @param job as it is stored; null for a new one @param facts of the pass in sight; null while they are not known
 */
export function useJoinable(draft: ReturnType<typeof usePlanDraft>, job: Job | null, facts: Ref<PlanFacts | null>) {
  const studio = useStudioStore()
  const unit = useLengthUnit()
  const begun = (id: string) => (job?.passes.find(p => p.id === id)?.status ?? 'planned') !== 'planned'
  const read = (plan: PlanForm) => planSchema(unit.value).safeParse({ ...plan, customer: 'nobody yet', dueOn: '2000-01-01' }).data
  const artsOf = (plan: PlanForm) =>
    plan.placements.map((p) => {
      const ids = (p.artworkIds ?? []).length > 0 ? p.artworkIds!.map(id => id || p.artworkId) : [p.artworkId]
      return factsOfArts(ids.map((id) => {
        const artwork = studio.artwork(id)
        return artwork ? plannedArt(artwork) : null
      }))
    })
  return computed(() => {
    const { set, pass } = draft.at.value
    if (pass === 0 || !facts.value || draft.set.value.passes.slice(pass - 1, pass + 1).some(p => begun(p.id))) return false
    const [before, here] = [planWithin(draft.form.value, set, pass - 1), draft.plan.value]
    const [a, b] = [read(before), read(here)]
    const places = placesOf(here, unit.value, studio)
    if (!a || !b || !places) return false
    const both = joined(a, b, places.ground, places.border)
    const arts = [...artsOf(before), ...artsOf(here)]
    return both !== null && planRecipe(recipeInput(both, { ...facts.value, arts, resistCut: null })).plan !== null
  })
}
