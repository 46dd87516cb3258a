import { countOf } from '#core/basics/units'
import { dayAfter } from '#core/basics/zone'
import { toBuy } from '#core/trade/stock'
import { demandOf, needsOf } from '#shared/demand'
import type { PlannedPass } from '#shared/demand'

/** Days that buying looks ahead. */
const AHEAD = 14

/** What to buy: planned passes of the coming two weeks against levels, and reorder points. */
export function useToBuy(planned: Ref<readonly PlannedPass[]>) {
  const studio = useStudioStore()
  const houseTime = useHouseTime()
  const words = useStockWords()
  return computed(() => {
    const last = dayAfter(houseTime.today(), AHEAD)
    const demand = demandOf(planned.value.filter(({ pass }) => pass.dueOn <= last))
    const needs = needsOf(demand, { lots: studio.lots, supplies: studio.supplies ?? [], rolls: studio.rolls ?? [] })
    const all = new Map(needs.map(n => [n.id, n]))
    return toBuy(needs).map((line) => {
      const { name, kind, pack } = all.get(line.id)!
      const buy = kind === 'film' ? words.amount(kind, line.packs * pack) : `${countOf(line.packs, 'pack')} of ${words.amount(kind, pack)}`
      return { ...line, name, kind, buy }
    })
  })
}
