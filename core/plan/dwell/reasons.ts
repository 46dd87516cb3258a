import { ruleSource } from '../../trade/house'
import { houseRule, onLabel, reading } from '../../basics/source'
import { creepRate } from './creep'
import type { DwellInput, DwellReason, DwellWhy } from './model'

type Draft = Omit<DwellReason, 'binds' | 'pull'> & { pull?: number }
const reason = (draft: Draft): DwellReason => ({ pull: 0, ...draft, binds: false })

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
  if (input.ownBest !== null && input.ownBest < input.label.min)
    return [
      reason({
        bound: 'notBefore',
        at: input.ownBest,
        source: reading,
        why: { code: 'chosen-shorter' },
      }),
    ]
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
  if (school === 'even-frost')
    return reason({
      ...at,
      at: Math.round(label.max * kind.graceFactor),
      source: kind.source,
      why: { code: 'kind-grace', etchant: kind.id, seconds: label.max * kind.graceFactor },
    })
  if (label.max > label.min) return reason({ ...at, at: label.max, source: onLabel, why: { code: 'label-most', seconds: label.max } })
  return reason({
    ...at,
    at: Math.round(label.max * rules.labelSlack),
    source: ruleSource(rules, 'labelSlack'),
    why: { code: 'label-slack' },
  })
}

/** The cap counts from the first touch: the first part covered must be off in time too. */
function capLimit(input: DwellInput): DwellReason[] {
  const { substrate, rules, coatSeconds } = input
  if (substrate.dwellCap === null) return []
  const cap = Math.min(substrate.dwellCap, rules.temperedCap)
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
  const limit = (input.finest * input.rules.undercutShare) / 2 / creepRate(input) - input.coatSeconds
  return [
    reason({
      bound: 'notAfter',
      at: Math.max(earliest, Math.round(limit)),
      source: input.coupon?.creepRate ? houseRule('own coupons') : input.kind.undercut.source,
      why: { code: 'undercut', share: input.rules.undercutShare, finest: input.finest, coupon: Boolean(input.coupon?.creepRate) },
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

/**
 * What pulls the best time away from where its school puts it, one after another; each is held inside the window,
 * so that the pulls shown add up to the best time shown.
 */
export function pullReasons(input: DwellInput, base: number, window: { notBefore: number, notAfter: number }): DwellReason[] {
  const { rules, openDays, temperature } = input
  // Somebody chose: nothing but the window moves it.
  const chosen = input.ownBest !== null
  const pulls: DwellReason[] = []
  let at = base
  const add = (wanted: number, source: DwellReason['source'], why: DwellWhy) => {
    const next = Math.round(Math.min(Math.max(wanted, window.notBefore), window.notAfter))
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
  if (!chosen && input.school === 'label' && input.openArea > rules.largeOpening) {
    add(at + (window.notAfter - at) / 2, ruleSource(rules, 'largeOpening'), { code: 'large-opening' })
  }
  const held = Math.min(Math.max(at, window.notBefore), window.notAfter)
  if (held !== at) {
    const tight = held < at
    add(held, houseRule('the window comes before the best time'), { code: tight ? 'held-back' : 'held-until-open' })
  }
  return pulls
}
