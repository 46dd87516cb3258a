import type { DwellSchool, HouseRules } from '../../trade/house'
import type { EtchantKind, EtchantKindId, SubstrateId, SubstrateKind } from '../../trade/materials'
import type { Source } from '../../basics/source'
import type { DwellRemark } from './remarks'

/** All in seconds from the moment the last part was covered. */
export interface DwellWindow {
  notBefore: number
  best: number
  notAfter: number
  /** Past `notAfter` it is late; no harm is known up to here. Runs begun before it was reckoned have none. */
  noHarm?: number
}

/** Where a piece came off, or stands, against its window. */
export type Lateness = 'early' | 'in window' | 'late' | 'harm'

/** Nobody reacts faster than this to a call, s. */
export const LEAST_REACTION = 10

/** How long an ordinary person takes from the call to the first wipe: ten seconds or a tenth, half a minute at most. s */
export const reactionTime = (best: number): number => Math.min(30, Math.max(LEAST_REACTION, Math.round(best / 10)))

/** From when on it is late, s: an ordinary reaction after the best time never is, however narrow the window. */
export const lateAfter = ({ best, notAfter, noHarm }: DwellWindow): number =>
  Math.min(noHarm ?? Infinity, Math.max(notAfter, best + reactionTime(best)))

/** @param seconds s of dwell */
export function lateness(window: DwellWindow, seconds: number): Lateness {
  if (seconds < window.notBefore) return 'early'
  if (seconds <= lateAfter(window)) return 'in window'
  return seconds > (window.noHarm ?? Infinity) ? 'harm' : 'late'
}

export type DwellBound = 'notBefore' | 'best' | 'notAfter' | 'noHarm'

/** What moves a bound. Times in s, lengths in mm, temperatures in °C. */
export type DwellWhy
  = | { code: 'chosen' | 'coupon-best' | 'label' | 'label-least' | 'label-most', seconds: number }
    | { code: 'even-frost', factor: number, label: number }
    | { code: 'chosen-shorter' | 'chosen-slack' | 'coupon-thin' | 'coupon-enough' | 'label-slack' | 'reaction' }
    | { code: 'kind-grace', etchant: EtchantKindId, seconds: number, /** The lot's label is that of its kind. */ usual?: boolean }
    | { code: 'long-rest', seconds: number }
    | { code: 'rest-early' | 'rest-late' }
    | { code: 'no-harm', etchant: EtchantKindId, seconds: number, usual?: boolean }
    | { code: 'no-harm-window' | 'no-harm-gun' }
    | { code: 'undercut-harm', share: number, finest: number }
    | { code: 'cap', substrate: SubstrateId, seconds: number }
    | { code: 'undercut', share: number, finest: number, coupon: boolean, each?: number }
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
  /** Creep under an edge, each side, mm per s, as a straight line; null when it was not measured. */
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
  /** The largest circle that fits into one opening, mm²; null when nobody knows it. */
  largestOpening: number | null
  /** First touch to last part covered on one piece, s, by all hands at work. */
  coatSeconds: number
  rules: HouseRules
}

/** Ten minutes of tempered glass run from the first touch that really happened, so the bench reckons with them itself. */
export interface DwellCap {
  /** s from the first touch */
  seconds: number
  /** Not after, s from the last part covered, if there were no cap. */
  otherwise: number
}

export interface DwellDecision {
  window: DwellWindow | null
  reasons: DwellReason[]
  /** Said before the work starts; they do not stop it. */
  warnings: DwellRemark[]
  /** The hard stop of the substrate: s from the first touch, and where the window would end without it. Null when there is none. */
  cap: DwellCap | null
  /** An old bottle without evidence: what to do before it is trusted. */
  couponFirst: DwellRemark | null
  /** Why there is no window. */
  refusal: DwellRemark | null
}
