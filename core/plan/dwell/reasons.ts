import { ruleSource } from '../../trade/house'
import { houseRule, onLabel, reading } from '../../basics/source'
import { capital, formatDuration, formatTemperature } from '../../basics/units'
import { creepRate } from './creep'
import type { DwellInput, DwellReason } from './model'

type Draft = Omit<DwellReason, 'binds' | 'pull'> & { pull?: number }
const reason = (draft: Draft): DwellReason => ({ pull: 0, ...draft, binds: false })

/** Evidence counts only in the school that follows it. */
const evidence = (input: DwellInput) => (input.school === 'own-coupons' ? input.coupon : null)

/** Where the best time begins: what the school says, before anything pulls on it. */
export function baseReason(input: DwellInput): DwellReason {
  const { school, label, kind } = input
  const coupon = evidence(input)
  if (input.ownBest !== null)
    return reason({ bound: 'best', at: input.ownBest, source: reading, text: `Chosen for this job: ${formatDuration(input.ownBest)}.` })
  if (coupon)
    return reason({
      bound: 'best',
      at: coupon.best,
      source: houseRule('own coupons'),
      text: `Your own coupon with this bottle looked best at ${formatDuration(coupon.best)}.`,
    })
  if (school === 'even-frost') {
    return reason({
      bound: 'best',
      at: Math.round(label.min * kind.evenFrostFactor),
      source: kind.source,
      text: `Even frost: ${kind.evenFrostFactor} times the label's ${formatDuration(label.min)}, for an even surface.`,
    })
  }
  return reason({
    bound: 'best',
    at: label.min,
    source: onLabel,
    text: `Label: the maker's ${formatDuration(label.min)}, the sharpest edge with the least undercut.`,
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
        text: 'The time chosen for this job is shorter than the label\'s.',
      }),
    ]
  if (!coupon)
    return [
      reason({
        bound: 'notBefore',
        at: input.label.min,
        source: onLabel,
        text: `The label asks for ${formatDuration(input.label.min)} at least.`,
      }),
    ]
  return [
    reason({
      bound: 'notBefore',
      at: Math.round(coupon.best * (1 - input.rules.couponSpread)),
      source: ruleSource(input.rules, 'couponSpread'),
      text: 'Sooner than this before your coupon\'s best time the frost was still thin.',
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
      text: 'Later than this after your coupon\'s best time nothing more is gained.',
    })
  if (school === 'even-frost')
    return reason({
      ...at,
      at: Math.round(label.max * kind.graceFactor),
      source: kind.source,
      text: `${kind.note} Past ${formatDuration(label.max * kind.graceFactor)} edges soften.`,
    })
  if (label.max > label.min)
    return reason({ ...at, at: label.max, source: onLabel, text: `The label's longest time is ${formatDuration(label.max)}.` })
  return reason({
    ...at,
    at: Math.round(label.max * rules.labelSlack),
    source: ruleSource(rules, 'labelSlack'),
    text: 'The label gives one time; a little more is room to get to the sink.',
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
      text: `${capital(substrate.name)}: off by ${formatDuration(cap)} from the first touch. ${substrate.note}`,
    }),
  ]
}

/** Creep from both sides eats the finest detail; but no detail is worth a frost thinner than the label's. */
function undercutLimit(input: DwellInput, earliest: number): DwellReason[] {
  if (input.finest === null) return []
  const limit = (input.finest * input.rules.undercutShare) / 2 / creepRate(input) - input.coatSeconds
  const own = input.coupon?.creepRate ? 'your coupon' : 'creep as usual for its kind'
  return [
    reason({
      bound: 'notAfter',
      at: Math.max(earliest, Math.round(limit)),
      source: input.coupon?.creepRate ? houseRule('own coupons') : input.kind.undercut.source,
      text: `Undercut: later, creep from both sides would eat ${Math.round(input.rules.undercutShare * 100)} % of your ${input.finest} mm `
        + `detail (${own}).`,
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
          text: 'The time chosen for this job, and room to get to the sink.',
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
  const add = (wanted: number, source: DwellReason['source'], text: string) => {
    const next = Math.round(Math.min(Math.max(wanted, window.notBefore), window.notAfter))
    if (next !== Math.round(at)) pulls.push(reason({ bound: 'best', at: next, pull: next - at, source, text }))
    at = next
  }
  if (!chosen && input.school === 'even-frost' && openDays !== null && openDays > rules.oldCreamDays) {
    add(
      at * (1 + rules.oldCreamGain),
      ruleSource(rules, 'oldCreamGain'),
      `Open for ${Math.round(openDays / 30)} months: longer, for a weaker cream.`,
    )
  }
  if (!chosen && temperature !== null && temperature < rules.coldBelow) {
    add(
      at * (1 + rules.coldFactor * (rules.coldBelow - temperature)),
      ruleSource(rules, 'coldFactor'),
      `The bench has ${formatTemperature(temperature)}, under ${formatTemperature(rules.coldBelow)}: longer, or warm the closed bottle.`,
    )
  }
  if (!chosen && input.school === 'label' && input.openArea > rules.largeOpening) {
    add(
      at + (window.notAfter - at) / 2,
      ruleSource(rules, 'largeOpening'),
      'A large open area: half way to the end of the window, for an even surface.',
    )
  }
  const held = Math.min(Math.max(at, window.notBefore), window.notAfter)
  if (held !== at) {
    const tight = held < at
    add(
      held,
      houseRule('the window comes before the best time'),
      tight ? 'Held back by what must be off sooner.' : 'Held until the window opens.',
    )
  }
  return pulls
}
