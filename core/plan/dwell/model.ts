import type { DwellSchool, HouseRules } from '../../trade/house'
import type { EtchantKind, EtchantKindId, SubstrateId, SubstrateKind } from '../../trade/materials'
import type { Source } from '../../basics/source'

/** All in seconds from the moment the last part was covered. */
export interface DwellWindow {
  notBefore: number
  best: number
  notAfter: number
}

export type DwellBound = keyof DwellWindow

/** What moves a bound. Times in s, lengths in mm, temperatures in °C. */
export type DwellWhy
  = | { code: 'chosen' | 'coupon-best' | 'label' | 'label-least' | 'label-most', seconds: number }
    | { code: 'even-frost', factor: number, label: number }
    | { code: 'chosen-shorter' | 'chosen-slack' | 'coupon-thin' | 'coupon-enough' | 'label-slack' }
    | { code: 'kind-grace', etchant: EtchantKindId, seconds: number }
    | { code: 'cap', substrate: SubstrateId, seconds: number }
    | { code: 'undercut', share: number, finest: number, coupon: boolean }
    | { code: 'old', days: number }
    | { code: 'cold', temperature: number, below: number }
    | { code: 'large-opening' | 'held-back' | 'held-until-open' }
    | { code: 'gun-thin' | 'gun-digs' }
    | { code: 'gun', seconds: number }

/** Why a bound stands where it does. */
export interface DwellReason {
  bound: DwellBound
  /** Where the bound would stand by this reason, s. For pulls on the best time: where it stands after it. */
  at: number
  /** How far this reason moved the best time, s; 0 for the first and for bounds. */
  pull: number
  /** By code, with what it was reckoned from; {@link dwellWords} says it. */
  why: DwellWhy
  source: Source
  /** True when this reason set the bound; the others were looser. */
  binds: boolean
}

/** What a test strip with this bottle on this substrate showed. */
export interface CouponEvidence {
  /** s */
  best: number
  /** Creep under an edge, each side, mm per s; null when it was not measured. */
  creepRate: number | null
}

export interface DwellInput {
  kind: EtchantKind
  /** The bottle's own label, s. */
  label: { min: number, max: number }
  school: DwellSchool
  coupon: CouponEvidence | null
  /** Best time that somebody chose for this job, s; null: the school's. */
  ownBest: number | null
  substrate: SubstrateKind
  /** Days since the bottle was opened; null while sealed. */
  openDays: number | null
  /** °C at the bench; null when nobody measured it. */
  temperature: number | null
  /** Narrowest bridge or line of the art, mm; null when it was not given. */
  finest: number | null
  /** mm² of one piece */
  openArea: number
  /** First touch to last part covered on one piece, s, by all hands at work. */
  coatSeconds: number
  rules: HouseRules
}

export interface DwellDecision {
  window: DwellWindow | null
  reasons: DwellReason[]
  /** Said before the work starts; they do not stop it. */
  warnings: string[]
  /** An old bottle without evidence: what to do before it is trusted. */
  couponFirst: string | null
  /** Why there is no window, and what to do instead. */
  refusal: string | null
}
