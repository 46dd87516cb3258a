import { rankChains } from '#core/plan/rank'
import { parseCount, parseFraction, parseLength } from '#core/basics/units'
import type { PlanForm } from '#shared/jobs'
import { lotFacts } from '#shared/recipe'

/** Ranked chains for a plan as far as it has been typed in. */
export function useRanking(form: Ref<PlanForm>) {
  const studio = useStudioStore()
  const { today } = useHouseTime()
  const unit = useLengthUnit()
  return computed(() => {
    const read = (parsed: { ok: true, value: number } | { ok: false }) => (parsed.ok ? parsed.value : null)
    const length = (text: string) => read(parseLength(text, unit.value))
    const { artWidth, artHeight, openFraction, finest, surface, depth, substrate, pieces } = form.value
    const [width, height, open] = [length(artWidth), length(artHeight), read(parseFraction(openFraction))]
    const openArea = width === null || height === null || open === null ? null : width * height * open
    const shelf = studio.lots.filter(b => !b.putAway).map(b => ({ ...lotFacts(b, today()), id: b.id, name: b.productName }))
    return {
      artKnown: openArea !== null,
      ranking: rankChains({
        substrate,
        at: { surface, depth, finest: finest.trim() ? length(finest) : null, openArea },
        count: read(parseCount(pieces)) ?? 1,
        artBox: width === null || height === null ? null : width * height,
        shelf,
        rules: studio.rules,
      }),
    }
  })
}
