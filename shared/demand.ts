import type { Recipe } from '#core/plan/recipe'
import { resistKind } from '#core/trade/materials'
import type { ResistId } from '#core/trade/materials'
import { stockOfEtchant } from '#core/trade/stock'
import type { StockKindId, StockNeed } from '#core/trade/stock'
import { owed } from './passes'
import type { Pass } from './passes'
import type { Roll } from './rolls'
import type { Lot } from './shelf'
import type { Supply } from './stock'
import { supplyName } from './stock'

/** A pass with its recipe as the shelf stands; null while it has none. */
export interface PlannedPass {
  pass: Pass
  recipe: Recipe | null
}

/** What planned passes ask of the shelf. */
export interface Demand {
  /** mL or g, by lot */
  lots: Map<string, number>
  /** g */
  bicarbonate: number
  /** Pieces, by blank. */
  blanks: Map<string, number>
  /** mm² that is not cut yet, by resist */
  film: Map<ResistId, number>
}

const figure = (recipe: Recipe, id: string) => recipe.figures.find(f => f.id === id)?.value

/** What these passes ask of the shelf, added up. A pass that can't be planned asks nothing. */
export function demandOf(planned: readonly PlannedPass[]): Demand {
  const demand: Demand = { lots: new Map(), bicarbonate: 0, blanks: new Map(), film: new Map() }
  const add = <K>(sums: Map<K, number>, key: K, amount: number) => sums.set(key, (sums.get(key) ?? 0) + amount)
  for (const { pass, recipe } of planned) {
    if (!recipe?.plan) continue
    add(demand.lots, pass.lotId, figure(recipe, 'used') ?? recipe.plan.putOut)
    demand.bicarbonate += recipe.plan.bicarbonate
    // A blank is taken off the shelf for its first pass.
    if (pass.blankId && pass.no === 1) add(demand.blanks, pass.blankId, owed(pass).length)
    const film = resistKind(pass.resist).uses !== null && pass.resistCut === null
    if (film) add(demand.film, pass.resist, figure(recipe, 'resist-area') ?? 0)
  }
  return demand
}

/** One thing on the shelf as buying looks at it, with what it is. */
export type NamedNeed = StockNeed & { name: string, kind: StockKindId }

/** mm: film is bought by the metre. */
const METRE = 1000

/**
 * Everything on the shelf with what is planned of it. What is asked of a kind falls on the first of it; the others only have their
 * reorder point. Rolls of one resist are one need, in the length of the first of them.
 */
export function needsOf(
  demand: Demand,
  shelf: { lots: readonly Lot[], supplies: readonly Supply[], rolls: readonly Roll[] },
): NamedNeed[] {
  const lots = shelf.lots.filter(l => !l.putAway).map((l): NamedNeed => ({
    id: l.id,
    name: l.productName,
    kind: stockOfEtchant(l.kind),
    level: l.left,
    reorder: l.reorder,
    pack: l.size,
    planned: demand.lots.get(l.id) ?? 0,
  }))
  const kept = shelf.supplies.filter(s => !s.putAway)
  const firstBicarbonate = kept.find(s => s.kind === 'bicarbonate')?.id
  const supplies = kept.map((s): NamedNeed => ({
    ...s,
    name: supplyName(s),
    planned: s.kind === 'blank' ? (demand.blanks.get(s.blankId ?? '') ?? 0) : s.id === firstBicarbonate ? demand.bicarbonate : 0,
  }))
  const whole = shelf.rolls.filter(r => !r.scrap && !r.putAway)
  const films = [...new Set(whole.map(r => r.resist))].map((resist): NamedNeed => {
    const own = whole.filter(r => r.resist === resist)
    const first = own.find(r => r.reorder !== null) ?? own[0]!
    return {
      id: first.id,
      name: first.name,
      kind: 'film',
      level: own.reduce((sum, r) => sum + (r.length * r.width) / first.width, 0),
      reorder: first.reorder,
      pack: METRE,
      planned: (demand.film.get(resist) ?? 0) / first.width,
    }
  })
  return [...lots, ...supplies, ...films]
}
