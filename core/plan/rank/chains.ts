import { judge, walls } from '../../trade/compatibility'
import type { Chain, Circumstances, Judgement, RowRemark } from '../../trade/compatibility'
import { creamFor } from '../coat'
import type { HouseRules } from '../../trade/house'
import { ETCHANT_IDS, etchantKind, RESIST_IDS, substrateKind } from '../../trade/materials'
import type { EtchantKindId, SubstrateId } from '../../trade/materials'
import type { LotFacts } from '../recipe'
import { evidenceFor } from '../recipe'
import { LEANINGS, SHELF_POINTS, VERDICT_POINTS } from './leanings'
import type { Leaning, Situation } from './leanings'
import { findingSays } from './own-log'
import type { LogFinding } from './own-log'

/** A lot that may be chosen, with the id and name the shelf knows it by. */
export interface ShelfLot extends LotFacts {
  id: string
  name: string
}

export interface RankInput {
  substrate: SubstrateId
  at: Circumstances
  count: number
  /** mm² that a coat covers on one piece; null where it is not known. */
  coated: number | null
  shelf: readonly ShelfLot[]
  rules: HouseRules
  /** What the studio's own log shows on this substrate; nothing where nobody asks it. */
  log?: readonly LogFinding[]
}

export interface RankedChain extends Chain {
  /** Null when none of this etchant is on the shelf. */
  lot: ShelfLot | null
  points: number
  judgement: Judgement
  pros: string[]
  cons: string[]
}

export interface Ranking {
  /** The best first. */
  chains: RankedChain[]
  /** Etchants that are out of the question on this substrate, with the wall's sentence. */
  walled: { etchant: EtchantKindId, wall: RowRemark }[]
  /** What of the studio's own log had a say. */
  log: readonly LogFinding[]
}

function fits(when: Situation | undefined, input: RankInput, lot: ShelfLot | null): boolean {
  if (!when) return true
  const label = lot?.label
  if (when.labelWithin && label && (label.min < when.labelWithin[0] || label.min > when.labelWithin[1])) return false
  const { at, count } = input
  return (
    (!when.surfaces || when.surfaces.includes(at.surface))
    && (!when.depth || when.depth === at.depth)
    && (!when.families || when.families.includes(substrateKind(input.substrate).family))
    && (when.finestBelow === undefined || (at.finest !== null && at.finest < when.finestBelow))
    && (when.finestAbove === undefined || (at.finest !== null && at.finest > when.finestAbove))
    && (when.openAbove === undefined || (at.openArea !== null && at.openArea > when.openAbove))
    && (when.openBelow === undefined || (at.openArea !== null && at.openArea < when.openBelow))
    && (when.countAbove === undefined || count > when.countAbove)
    && (when.countBelow === undefined || count < when.countBelow)
  )
}

const leansOn = (l: Leaning, chain: Chain) =>
  (!l.etchants || l.etchants.includes(chain.etchant)) && (!l.resists || l.resists.includes(chain.resist))

/** What the lot itself adds. */
function shelfPoints(input: RankInput, etchant: EtchantKindId, lot: ShelfLot | null): { points: number, reason: string }[] {
  if (!lot) return [SHELF_POINTS.none]
  const said: { points: number, reason: string }[] = []
  const evidence = evidenceFor(lot, input.substrate)
  const { method } = etchantKind(etchant)
  if (method === 'cream' && input.coated !== null && creamFor(input.coated, input.count, input.rules) > lot.left)
    said.push(SHELF_POINTS.short)
  if (evidence) said.push(SHELF_POINTS.coupon)
  else if (method === 'cream' && (lot.openDays ?? 0) > input.rules.oldCreamDays) said.push(SHELF_POINTS.old)
  else if (method === 'cream' && lot.openDays !== null) said.push(SHELF_POINTS.opened)
  const cap = substrateKind(input.substrate).dwellCap
  if (cap !== null && lot.label && lot.label.min > Math.min(cap, input.rules.temperedCap)) said.push(SHELF_POINTS.outOfWindow)
  return said
}

function rankOne(input: RankInput, chain: Chain, lot: ShelfLot | null): RankedChain | null {
  const judgement = judge(chain, input.at)
  if (judgement.verdict === 'never') return null
  const own = (input.log ?? []).filter(f => f.key === (f.of === 'resist' ? chain.resist : lot?.id)).map(findingSays)
  // One's own record stands before what is usual.
  const said = [...own, ...LEANINGS.filter(l => leansOn(l, chain) && fits(l.when, input, lot)), ...shelfPoints(input, chain.etchant, lot)]
  return {
    ...chain,
    lot,
    judgement,
    points: VERDICT_POINTS[judgement.verdict] + said.reduce((sum, s) => sum + s.points, 0),
    // What tells this chain from its neighbours stands first: the table's own reasons are often the same for all.
    pros: [...said.filter(s => s.points > 0).map(s => s.reason), ...judgement.rows.filter(r => r.verdict === 'works').map(r => r.reason)],
    cons: [
      ...own.filter(s => s.points < 0).map(s => s.reason),
      ...judgement.rows.filter(r => r.verdict !== 'works').map(r => r.reason),
      ...said.filter(s => s.points < 0 && !own.includes(s)).map(s => s.reason),
    ],
  }
}

/**
 * Every chain substrate → etchant → resist that is not out of the question, the best first, each with its reasons
 * and what speaks against it. Kinds with no lot on the shelf are ranked as well, behind those at hand.
 */
export function rankChains(input: RankInput): Ranking {
  const chains = ETCHANT_IDS.flatMap((etchant) => {
    const lots = input.shelf.filter(l => l.kind === etchant)
    return (lots.length ? lots : [null]).flatMap(lot =>
      RESIST_IDS.flatMap(resist => rankOne(input, { substrate: input.substrate, etchant, resist }, lot) ?? []),
    )
  })
  const walled = ETCHANT_IDS.flatMap((etchant) => {
    const wall = walls(judge({ substrate: input.substrate, etchant }, input.at))[0]
    return wall ? [{ etchant, wall }] : []
  })
  return {
    chains: chains.sort((a, b) => b.points - a.points || a.etchant.localeCompare(b.etchant) || a.resist.localeCompare(b.resist)),
    walled,
    log: input.log ?? [],
  }
}
