import { coatedArea } from '#core/plan/coat'
import { rankChains } from '#core/plan/rank'
import type { LogFinding } from '#core/plan/rank'
import { parseCount, parseFraction, parseLength } from '#core/basics/units'
import type { PlanForm } from '#shared/jobs'
import { lotFacts } from '#shared/recipe'

/** Ranked chains for a plan as far as it has been typed in. */
export function useRanking(form: Ref<PlanForm>) {
  const studio = useStudioStore()
  const { today } = useHouseTime()
  const unit = useLengthUnit()
  const ask = toldLoad('your log\'s advice', (substrate: string) => api<LogFinding[]>(`works/advice?substrate=${substrate}`))
  /** What the studio's own log says of this substrate, while it is asked. */
  const log = ref<LogFinding[]>([])
  watch(
    () => [form.value.substrate, studio.rules.logAdvice] as const,
    async ([substrate, advice]) => {
      log.value = []
      if (advice === 'off') return
      const found = await ask(substrate).catch(() => [])
      if (substrate === form.value.substrate) log.value = found
    },
    { immediate: true },
  )
  return computed(() => {
    const read = (parsed: { ok: true, value: number } | { ok: false }) => (parsed.ok ? parsed.value : null)
    const length = (text: string) => read(parseLength(text, unit.value))
    const { placements, surface, depth, substrate, pieces } = form.value
    const arts = placements.map((p) => {
      const [width, height, open] = [length(p.artWidth), length(p.artHeight), read(parseFraction(p.openFraction))]
      const finest = p.finest.trim() ? length(p.finest) : null
      const known = width !== null && height !== null && open !== null
      return known ? { count: read(parseCount(p.count)) ?? 1, open: width * height * open, box: width * height, finest } : null
    })
    const known = arts.every(art => art !== null) ? arts : null
    const sum = (of: (art: NonNullable<(typeof arts)[number]>) => number) =>
      known?.reduce((total, art) => total + art.count * of(art), 0) ?? null
    const details = arts.flatMap(art => art?.finest ?? [])
    const shelf = studio.lots.filter(b => !b.putAway).map(b => ({ ...lotFacts(b, today()), id: b.id, name: b.productName }))
    return {
      artKnown: known !== null,
      ranking: rankChains({
        substrate,
        at: { surface, depth, finest: details.length > 0 ? Math.min(...details) : null, openArea: sum(art => art.open) },
        count: read(parseCount(pieces)) ?? 1,
        coated: sum(art => coatedArea(art.open, art.box, studio.rules)),
        shelf,
        rules: studio.rules,
        log: log.value,
      }),
    }
  })
}
