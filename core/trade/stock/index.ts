import type { EtchantKindId } from '../materials'

/** What one open plan will ask of a lot. Amounts in mL, or g of abrasive. */
export interface Demand {
  passId: string
  /** Day, as `2026-06-01`. */
  dueOn: string
  /** What has to be at hand at once. */
  putOut: number
  /** What is gone afterwards. */
  used: number
}

export interface Outlook {
  /** The first pass, by due day, that the lot can't serve; null when it lasts. */
  runsOutAt: string | null
  /** What is left once all that it can serve are done. */
  left: number
}

/** Will it last? Passes are served by due day; one that asks for more than is left ends it. */
export function outlook(left: number, demands: readonly Demand[]): Outlook {
  let rest = left
  for (const demand of [...demands].sort((a, b) => a.dueOn.localeCompare(b.dueOn) || a.passId.localeCompare(b.passId))) {
    if (demand.putOut > rest) return { runsOutAt: demand.passId, left: rest }
    rest -= demand.used
  }
  return { runsOutAt: null, left: rest }
}

export interface StockLot {
  id: string
  kind: EtchantKindId
  left: number
  /** Days since opening; null while sealed. */
  openDays: number | null
}

/** Which lot of each kind to use up first: the one that has been open longest, then the one with least in it; sealed ones wait. */
export function useUpFirst(lots: readonly StockLot[]): Set<string> {
  const first = new Map<EtchantKindId, StockLot>()
  const sooner = (a: StockLot, b: StockLot) => (a.openDays ?? -1) > (b.openDays ?? -1) || (a.openDays === b.openDays && a.left < b.left)
  for (const lot of lots) {
    if (lot.left <= 0) continue
    const best = first.get(lot.kind)
    if (!best || sooner(lot, best)) first.set(lot.kind, lot)
  }
  // A single lot of its kind needs no advice.
  return new Set([...first.values()].filter(l => lots.filter(x => x.kind === l.kind && x.left > 0).length > 1).map(l => l.id))
}

export { HAND_MOVES, handMove, isMove, levelOf, MOVE_KINDS, moveWords, rounded, takenOff } from './ledger'
export type { HandMove, Move, MoveKind } from './ledger'
export { GLOVE_MATERIALS, STOCK_KIND_IDS, STOCK_KINDS, stockKind, stockOfEtchant, SUPPLY_KINDS } from './kinds'
export type { StockDetail, StockKind, StockKindId, StockUnit } from './kinds'
export { toBuy } from './buy'
export type { BuyLine, StockNeed } from './buy'
