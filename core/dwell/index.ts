import type { EtchantKind, SubstrateKind } from '../materials'
import { commonPractice, houseRule, onLabel } from '../source'
import type { Source, Sourced } from '../source'
import { capital, formatDuration } from '../units'

/** Which time a studio trusts: the maker's, a longer one for an even surface, or its own test strips. */
export const DWELL_SCHOOLS = ['label', 'even-frost', 'own-coupons'] as const
export type DwellSchool = typeof DWELL_SCHOOLS[number]

/** All in seconds from the moment the last part was covered. */
export interface DwellWindow {
  notBefore: number
  best: number
  notAfter: number
}

export type DwellBound = keyof DwellWindow

/** Why a bound stands where it does. */
export interface DwellReason {
  bound: DwellBound
  /** s */
  at: number
  text: string
  source: Source
  /** True when this reason set the bound; the others were looser. */
  binds: boolean
}

export interface DwellInput {
  kind: EtchantKind
  /** The bottle's own label, s. */
  label: { min: number, max: number }
  school: DwellSchool
  /** Best time from the studio's own test strip with this bottle, s. */
  couponBest: number | null
  substrate: SubstrateKind
  /** Days since the bottle was opened; null while sealed. */
  openDays: number | null
  /** First touch to last part covered on one piece, s. */
  coatSeconds: number
}

export interface DwellDecision {
  window: DwellWindow | null
  reasons: DwellReason[]
  /** Said before the work starts; they do not stop it. */
  warnings: string[]
  /** Why there is no window, and what to do instead. */
  refusal: string | null
}

/** A label that gives one time still needs room to get to the sink. */
export const LABEL_SLACK: Sourced = { value: 1.25, source: houseRule('a quarter over the label to get to the sink') }

/** From about here on cream loses strength, days after opening. */
export const OLD_CREAM_DAYS: Sourced = { value: 90, unit: 'd', source: commonPractice('3 to 6 months after opening') }

/** Either side of the studio's own best time. */
const COUPON_SPREAD: Sourced = { value: 0.2, source: houseRule('a fifth either side of the coupon') }

function bestReason(input: DwellInput): DwellReason {
  const { school, label, kind, couponBest } = input
  if (school === 'own-coupons' && couponBest !== null) {
    return { bound: 'best', at: couponBest, binds: true, source: houseRule('own coupons'), text: `Your own coupon with this bottle looked best at ${formatDuration(couponBest)}.` }
  }
  if (school === 'even-frost') {
    const at = Math.max(label.min, Math.round(label.min * kind.evenFrostFactor))
    return { bound: 'best', at, binds: true, source: kind.source, text: `Even frost: ${kind.evenFrostFactor} times the label's ${formatDuration(label.min)}, for an even surface.` }
  }
  return { bound: 'best', at: label.min, binds: true, source: onLabel, text: `Label: the maker's ${formatDuration(label.min)}, the sharpest edge with the least undercut.` }
}

function earliestReasons(input: DwellInput): DwellReason[] {
  const { school, label, couponBest } = input
  const byLabel: DwellReason = { bound: 'notBefore', at: label.min, binds: true, source: onLabel, text: `The label asks for ${formatDuration(label.min)} at least.` }
  if (school !== 'own-coupons' || couponBest === null) return [byLabel]
  const at = Math.round(couponBest * (1 - COUPON_SPREAD.value))
  return [{ bound: 'notBefore', at, binds: true, source: COUPON_SPREAD.source, text: 'A fifth before your coupon\'s best time the frost was still thin.' }]
}

function latestReasons(input: DwellInput): DwellReason[] {
  const { school, label, kind, couponBest, substrate } = input
  const reasons: DwellReason[] = []
  if (school === 'own-coupons' && couponBest !== null) {
    reasons.push({ bound: 'notAfter', at: Math.round(couponBest * (1 + COUPON_SPREAD.value)), binds: false, source: COUPON_SPREAD.source, text: 'A fifth past your coupon\'s best time nothing more is gained.' })
  }
  else if (school === 'even-frost') {
    reasons.push({ bound: 'notAfter', at: Math.round(label.max * kind.graceFactor), binds: false, source: kind.source, text: `${kind.note} Past ${formatDuration(label.max * kind.graceFactor)} edges soften.` })
  }
  else if (label.max > label.min) {
    reasons.push({ bound: 'notAfter', at: label.max, binds: false, source: onLabel, text: `The label's longest time is ${formatDuration(label.max)}.` })
  }
  else {
    reasons.push({ bound: 'notAfter', at: Math.round(label.max * LABEL_SLACK.value), binds: false, source: LABEL_SLACK.source, text: 'The label gives one time; a quarter more is room to get to the sink.' })
  }
  if (substrate.dwellCap !== null) {
    reasons.push({ bound: 'notAfter', at: substrate.dwellCap, binds: false, source: substrate.source, text: `${capital(substrate.name)}: ${substrate.note}` })
  }
  const tightest = reasons.reduce((a, b) => (b.at < a.at ? b : a))
  return reasons.map(r => ({ ...r, binds: r === tightest }))
}

function dwellWarnings(input: DwellInput, window: DwellWindow): string[] {
  const warnings: string[] = []
  if (input.school === 'own-coupons' && input.couponBest === null) warnings.push('This bottle has no coupon yet, so the label\'s time is used. Etch a test strip first.')
  if (input.openDays !== null && input.openDays > OLD_CREAM_DAYS.value) {
    warnings.push(`The bottle has been open ${Math.round(input.openDays / 30)} months. Cream loses strength from 3 to 6 months on: try it on a scrap jar first.`)
  }
  if (input.coatSeconds > (window.notAfter - window.notBefore) / 2) {
    warnings.push(`Coating one piece takes ${formatDuration(input.coatSeconds)}, so its first part dwells that much longer than its last. A second person, a wider tool or a slower cream helps.`)
  }
  return warnings
}

/**
 * The dwell window of one recipe, each bound with its reasons.
 * A substrate that must be rinsed before the label's shortest time has no window: that is a refusal.
 */
export function decideDwell(input: DwellInput): DwellDecision {
  const best = bestReason(input)
  const earliest = earliestReasons(input)
  const latest = latestReasons(input)
  const notBefore = Math.max(...earliest.map(r => r.at))
  const notAfter = Math.min(...latest.map(r => r.at))
  const reasons = [...earliest, best, ...latest]
  if (notAfter < notBefore) {
    return {
      window: null,
      reasons,
      warnings: [],
      refusal: `${capital(input.substrate.name)} must be rinsed by ${formatDuration(notAfter)}, and this cream needs ${formatDuration(notBefore)}. Choose a faster cream or another piece.`,
    }
  }
  const window = { notBefore, best: Math.min(Math.max(best.at, notBefore), notAfter), notAfter }
  return { window, reasons, warnings: dwellWarnings(input, window), refusal: null }
}
