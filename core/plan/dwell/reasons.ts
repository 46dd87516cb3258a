import { ruleSource } from '../../trade/house'
import { houseRule, onLabel, reading } from '../../basics/source'
import { creepAt, creepTime } from './creep'
import { LEAST_REACTION } from './model'
import type { DwellCap, DwellInput, DwellReason, DwellWhy } from './model'

type Draft = Omit<DwellReason, 'binds' | 'pull'> & { pull?: number }
const reason = (draft: Draft): DwellReason => ({ pull: 0, ...draft, binds: false })

/** Whether the lot's own label says what labels of its kind usually say, so that what is known of the kind is true of it. */
function labelIsUsual({ kind, label }: DwellInput): boolean {
  const near = (a: number, b: number) => a >= b * 0.8 && a <= b * 1.25
  return kind.usualLabel !== null && near(label.min, kind.usualLabel.min) && near(label.max, kind.usualLabel.max)
}

/** Share of a long rest before which its surface is not yet even. */
const REST_EARLY = 2 / 3
const longRest = (input: DwellInput) => (input.school === 'long-rest' ? input.kind.longRest : null)

/** Evidence counts only in the school that follows it. */
const evidence = (input: DwellInput) => (input.school === 'own-coupons' ? input.coupon : null)

/** Where the best time begins: what the school says, before anything pulls on it. */
export function baseReason(input: DwellInput): DwellReason {
  const { school, label, kind } = input
  const coupon = evidence(input)
  if (input.ownBest !== null)
    return reason({ bound: 'best', at: input.ownBest, source: reading, why: { code: 'chosen', seconds: input.ownBest } })
  if (coupon)
    return reason({
      bound: 'best',
      at: coupon.best,
      source: houseRule('own coupons'),
      why: { code: 'coupon-best', seconds: coupon.best },
    })
  const rest = longRest(input)
  if (rest !== null) return reason({ bound: 'best', at: rest, source: kind.source, why: { code: 'long-rest', seconds: rest } })
  if (school === 'even-frost') {
    return reason({
      bound: 'best',
      at: Math.round(label.min * kind.evenFrostFactor),
      source: kind.source,
      why: { code: 'even-frost', factor: kind.evenFrostFactor, label: label.min },
    })
  }
  return reason({
    bound: 'best',
    at: label.min,
    source: onLabel,
    why: { code: 'label', seconds: label.min },
  })
}

export function earliestReasons(input: DwellInput): DwellReason[] {
  const coupon = evidence(input)
  const rest = longRest(input)
  const usual = rest === null ? input.label.min : Math.round(rest * REST_EARLY)
  if (input.ownBest !== null && input.ownBest < usual)
    return [
      reason({
        bound: 'notBefore',
        at: input.ownBest,
        source: reading,
        why: { code: 'chosen-shorter' },
      }),
    ]
  if (rest !== null) return [reason({ bound: 'notBefore', at: usual, source: input.kind.source, why: { code: 'rest-early' } })]
  if (!coupon)
    return [
      reason({
        bound: 'notBefore',
        at: input.label.min,
        source: onLabel,
        why: { code: 'label-least', seconds: input.label.min },
      }),
    ]
  return [
    reason({
      bound: 'notBefore',
      at: Math.round(coupon.best * (1 - input.rules.couponSpread)),
      source: ruleSource(input.rules, 'couponSpread'),
      why: { code: 'coupon-thin' },
    }),
  ]
}

function schoolLimit(input: DwellInput): DwellReason {
  const { school, label, kind, rules } = input
  const coupon = evidence(input)
  const at = { bound: 'notAfter' as const }
  if (coupon)
    return reason({
      ...at,
      at: Math.round(coupon.best * (1 + rules.couponSpread)),
      source: ruleSource(rules, 'couponSpread'),
      why: { code: 'coupon-enough' },
    })
  const rest = longRest(input)
  if (rest !== null)
    return reason({ ...at, at: Math.round(rest * rules.labelSlack), source: ruleSource(rules, 'labelSlack'), why: { code: 'rest-late' } })
  if (school === 'even-frost') {
    const most = Math.round(Math.max(label.max * kind.graceFactor, label.min * kind.evenFrostMost))
    return reason({
      ...at,
      at: most,
      source: kind.source,
      why: { code: 'kind-grace', etchant: kind.id, seconds: most, usual: labelIsUsual(input) },
    })
  }
  if (label.max > label.min) return reason({ ...at, at: label.max, source: onLabel, why: { code: 'label-most', seconds: label.max } })
  return reason({
    ...at,
    at: Math.round(label.max * rules.labelSlack),
    source: ruleSource(rules, 'labelSlack'),
    why: { code: 'label-slack' },
  })
}

/** The hard stop of a substrate, s from the first touch; null when it has none. */
export const capOf = ({ substrate, rules }: DwellInput): number | null =>
  substrate.dwellCap === null ? null : Math.min(substrate.dwellCap, rules.temperedCap)

/** The cap counts from the first touch: the first part covered must be off in time too. */
function capLimit(input: DwellInput): DwellReason[] {
  const { substrate, coatSeconds } = input
  const cap = capOf(input)
  if (cap === null) return []
  return [
    reason({
      bound: 'notAfter',
      at: Math.max(0, Math.round(cap - coatSeconds)),
      source: substrate.source,
      why: { code: 'cap', substrate: substrate.id, seconds: cap },
    }),
  ]
}

/** Creep from both sides eats the finest detail; but no detail is worth a frost thinner than the label's. */
function undercutLimit(input: DwellInput, earliest: number): DwellReason[] {
  if (input.finest === null) return []
  const limit = creepTime(input, (input.finest * input.rules.undercutShare) / 2) - input.coatSeconds
  if (limit === Infinity) return []
  return [
    reason({
      bound: 'notAfter',
      at: Math.max(earliest, Math.round(limit)),
      source: input.coupon?.creepRate ? houseRule('own coupons') : input.kind.undercut.source,
      why: {
        code: 'undercut',
        share: input.rules.undercutShare,
        finest: input.finest,
        coupon: Boolean(input.coupon?.creepRate),
        each: (input.finest * input.rules.undercutShare) / 2,
      },
    }),
  ]
}

export function latestReasons(input: DwellInput): DwellReason[] {
  const school = schoolLimit(input)
  const own
    = input.ownBest !== null && input.ownBest * input.rules.labelSlack > school.at
      ? reason({
          bound: 'notAfter',
          at: Math.round(input.ownBest * input.rules.labelSlack),
          source: ruleSource(input.rules, 'labelSlack'),
          why: { code: 'chosen-slack' },
        })
      : school
  return [own, ...capLimit(input), ...undercutLimit(input, Math.max(...earliestReasons(input).map(r => r.at)))]
}

/** A window in which nobody could react is none: it stays open for as long as a person needs. */
export const reactionReason = (notBefore: number): DwellReason =>
  reason({
    bound: 'notAfter',
    at: notBefore + LEAST_REACTION,
    source: houseRule('ten seconds to react'),
    why: { code: 'reaction' },
  })

/** The cap of a decision, with where the window would end without it. */
export function capFor(input: DwellInput, latest: readonly DwellReason[]): DwellCap | null {
  const seconds = capOf(input)
  if (seconds === null) return null
  return { seconds, otherwise: Math.min(...latest.filter(r => r.why.code !== 'cap').map(r => r.at)) }
}

/** Of what undercut may eat and all of it, harm lies half way. */
const harmShare = (share: number) => (1 + share) / 2

/** Up to when no harm is known, s. @param notAfter where it begins to be late */
export function harmReasons(input: DwellInput, notAfter: number): DwellReason[] {
  const { kind, label, finest, rules, coatSeconds } = input
  const known = Math.round(label.max * kind.noHarmFactor)
  const share = harmShare(rules.undercutShare)
  const eaten = finest === null ? Infinity : creepTime(input, (finest * share) / 2) - coatSeconds
  const reasons = [
    reason({
      bound: 'noHarm',
      at: known,
      source: kind.source,
      why: { code: 'no-harm', etchant: kind.id, seconds: known, usual: labelIsUsual(input) },
    }),
    ...(eaten === Infinity
      ? []
      : [
          reason({
            bound: 'noHarm',
            at: Math.round(eaten),
            source: kind.undercut.source,
            why: { code: 'undercut-harm', share, finest: finest! },
          }),
        ]),
    ...capLimit(input).map(r => ({ ...r, bound: 'noHarm' as const })),
  ]
  const tightest = Math.min(...reasons.map(r => r.at))
  if (tightest >= notAfter) return reasons
  return [...reasons, reason({ bound: 'noHarm', at: notAfter, source: houseRule('as far as the window'), why: { code: 'no-harm-window' } })]
}

/** What creep would have eaten of the finest detail by then, both sides, mm. @param seconds from the first touch */
export const eatenBy = (input: DwellInput, seconds: number): number => 2 * creepAt(input, seconds)

/**
 * What pulls the best time away from where its school puts it, one after another; each is held inside the window,
 * so that the pulls shown add up to the best time shown.
 */
export function pullReasons(input: DwellInput, base: number, window: { notBefore: number, notAfter: number }): DwellReason[] {
  const { rules, openDays, temperature } = input
  // Somebody chose: nothing but the window moves it.
  const chosen = input.ownBest !== null
  // Whoever answers the call at the best time must not be late by it.
  const lastBest = Math.max(window.notBefore, window.notAfter - LEAST_REACTION)
  const pulls: DwellReason[] = []
  let at = base
  const add = (wanted: number, source: DwellReason['source'], why: DwellWhy) => {
    const next = Math.round(Math.min(Math.max(wanted, window.notBefore), lastBest))
    if (next !== Math.round(at)) pulls.push(reason({ bound: 'best', at: next, pull: next - at, source, why }))
    at = next
  }
  if (!chosen && input.school === 'even-frost' && openDays !== null && openDays > rules.oldCreamDays) {
    add(at * (1 + rules.oldCreamGain), ruleSource(rules, 'oldCreamGain'), { code: 'old', days: openDays })
  }
  if (!chosen && temperature !== null && temperature < rules.coldBelow) {
    add(at * (1 + rules.coldFactor * (rules.coldBelow - temperature)), ruleSource(rules, 'coldFactor'), {
      code: 'cold',
      temperature,
      below: rules.coldBelow,
    })
  }
  if (!chosen && ['label', 'even-frost'].includes(input.school) && (input.largestOpening ?? 0) > rules.largeOpening) {
    add(at + (window.notAfter - at) / 2, ruleSource(rules, 'largeOpening'), { code: 'large-opening' })
  }
  const held = Math.min(Math.max(at, window.notBefore), lastBest)
  if (held !== at) {
    const tight = held < at
    add(held, houseRule('the window comes before the best time'), { code: tight ? 'held-back' : 'held-until-open' })
  }
  return pulls
}
