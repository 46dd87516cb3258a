import type { Answers } from '../../trade/answers'
import type { BlastLook } from '../blast'
import type { CoatTool, OwnShare, Pace, Paces } from '../coat'
import type { Surface } from '../../trade/compatibility'
import type { CouponEvidence } from '../dwell'
import type { HouseRules, Schools } from '../../trade/house'
import type { EtchantKindId, ResistId, SubstrateId } from '../../trade/materials'
import type { FerricStrength } from '../neutralise'
import type { OwnTimes } from '../own-times'
import type { Finish, PassTurn } from '../steps'
import type { Wall } from '../../piece/vessel'
import type { PlacementFacts } from './placements'

/** What the shelf knows of a lot: a bottle of cream or liquid, or a bag of abrasive. */
export interface LotFacts {
  kind: EtchantKindId
  /** s; null for abrasive */
  label: { min: number, max: number } | null
  reusable: boolean
  /** Days since opening; null while sealed. */
  openDays: number | null
  /** mL, or g of abrasive */
  left: number
  /** In the studio's currency, per mL or g. */
  price: number
  /** Best time written on the bottle by hand, s. */
  couponBest: number | null
  /** What coupons with this lot showed, by substrate; the newest of each. */
  coupons: readonly (CouponEvidence & { substrate: SubstrateId })[]
  /** Ferric chloride only. */
  strength: FerricStrength | null
  /** Cream only: its acid as ammonium bifluoride, by weight, where its safety data sheet says it. */
  acidShare?: number | null
  /** Abrasive only: gun time that a test patch asked for, s per cm². */
  secondsPerCm2: number | null
  /** Abrasive only: what it took on earlier pieces. */
  gunPace: Pace | null
}

export interface RecipeInput {
  noun: string
  pieces: number
  /** Which of them these are, and their names; as they come where nothing is said. */
  numbers?: number[]
  names?: string[]
  /** Which pass on them this is. */
  turn: PassTurn
  /** mm */
  height: number
  /** Way round a piece, or width of a flat one, mm. */
  girth: number
  surface: Surface
  /** Its wall as it was measured; null when it was not. */
  wall: Wall | null
  substrate: SubstrateId
  /** What goes on each piece in this pass: one stencil or several. */
  placements: readonly PlacementFacts[]
  /** Border of resist for this job, mm; null: the house's. */
  border: number | null
  /** All of a flat face is covered with resist. */
  wholeFace: boolean
  /** Side of a pane that is etched: one's own, or the far one, where the art is seen through the glass and is mirrored. */
  face: 'front' | 'back'
  resist: ResistId
  /** What its cut sheet used of resist for one piece, mm²; null where none is cut: reckoned from the sizes. */
  resistCut: number | null
  /** What a m² of it costs by the roll, in the studio's currency; null where no roll says it: the house's price. */
  resistPrice?: number | null
  /** Uses a stencil that is used again has behind it; null for one that serves once. */
  stencilUses: number | null
  lot: LotFacts
  schools: Schools
  answers: Answers
  /** Best time chosen for this job, s; null: the school's. */
  ownBest: number | null
  /** °C at the bench; null when nobody measured it. */
  temperature: number | null
  /** People who coat one piece together. */
  coaters: number
  tool: CoatTool
  /** What this studio's own coats took. */
  paces: Paces
  /** How much of a reusable cream this studio puts back; by house rule where nobody knows. */
  recovered?: OwnShare | null
  /** What this studio's own steps took. */
  times?: OwnTimes
  /** Pieces of metal that are rubbed side by side on one tray. */
  tray: number
  depth: 'surface' | 'deep'
  /** Wanted depth of a carving, mm. */
  carve: number
  look: BlastLook
  /** Of each piece, where they differ. */
  looks?: readonly BlastLook[]
  oldLabel: boolean
  finish: Finish
  rules: HouseRules
}

/** Bare soda-lime glass under another name: what a coupon on plain glass shows is true of it as well. */
const LIKE_PLAIN: readonly SubstrateId[] = ['mirror-face', 'tempered', 'coloured-glass']

/** What coupons say for this piece: those on its own substrate, else on plain glass where it is that, else the time on the bottle. */
export function evidenceFor(lot: LotFacts, substrate: SubstrateId): CouponEvidence | null {
  const on = (id: SubstrateId) => lot.coupons.find(c => c.substrate === id)
  const own = on(substrate) ?? (LIKE_PLAIN.includes(substrate) ? on('soda-lime') : undefined)
  if (own) return { best: own.best, creepRate: own.creepRate }
  return lot.couponBest === null ? null : { best: lot.couponBest, creepRate: null }
}
