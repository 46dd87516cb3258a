import { countOf } from '#core/basics/units'
import { dayAfter } from '#core/basics/zone'
import { toBuy } from '#core/trade/stock'
import type { StockKindId } from '#core/trade/stock'
import { owed } from '#shared/passes'
import { supplyName } from '#shared/stock'

/** Days that buying looks ahead. */
const AHEAD = 14

/** What to buy: planned passes of the coming two weeks against levels, and reorder points. */
export function useToBuy() {
  const studio = useStudioStore()
  const work = useWorkStore()
  const houseTime = useHouseTime()
  const words = useStockWords()
  const recipes = useRecipes()

  const soon = computed(() => {
    const last = dayAfter(houseTime.today(), AHEAD)
    return work.passes.filter(p => p.status === 'planned' && p.dueOn <= last)
  })
  /** What is asked of each lot, of bicarbonate, and of each blank. */
  const demand = computed(() => {
    const sums = new Map<string, number>()
    const add = (key: string, amount: number) => sums.set(key, (sums.get(key) ?? 0) + amount)
    for (const pass of soon.value) {
      const recipe = recipes.recipe(pass)
      if (!recipe?.plan) continue
      add(pass.lotId, recipe.figures.find(f => f.id === 'used')?.value ?? recipe.plan.putOut)
      add('bicarbonate', recipe.plan.bicarbonate)
      // A blank is taken off the shelf for its first pass.
      if (pass.blankId && pass.no === 1) add(`blank ${pass.blankId}`, owed(pass).length)
    }
    return sums
  })
  /** A demand for a kind falls on the first of it; the others only have their reorder point. */
  const firstOf = (kind: StockKindId) => studio.supplies?.find(s => s.kind === kind && !s.putAway)?.id
  return computed(() => {
    const lots = studio.lots
      .filter(l => !l.putAway)
      .map(l => ({
        id: l.id,
        name: l.productName,
        kind: 'etchant' as StockKindId,
        level: l.left,
        reorder: l.reorder,
        pack: l.size,
        planned: demand.value.get(l.id) ?? 0,
      }))
    const supplies = (studio.supplies ?? [])
      .filter(s => !s.putAway)
      .map(s => ({
        ...s,
        name: supplyName(s),
        planned:
          s.kind === 'blank'
            ? (demand.value.get(`blank ${s.blankId}`) ?? 0)
            : s.id === firstOf('bicarbonate')
              ? (demand.value.get('bicarbonate') ?? 0)
              : 0,
      }))
    const all = new Map([...lots, ...supplies].map(n => [n.id, n]))
    return toBuy([...all.values()]).map((line) => {
      const { name, kind, pack } = all.get(line.id)!
      return { ...line, name, kind, buy: `${countOf(line.packs, 'pack')} of ${words.amount(kind, pack)}` }
    })
  })
}
