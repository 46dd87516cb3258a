import type { DwellDecision, DwellInput, DwellReason, DwellWindow } from './model'
import { baseReason, capFor, capOf, earliestReasons, eatenBy, harmReasons, latestReasons, pullReasons, reactionReason } from './reasons'
import type { DwellRemark } from './remarks'
import { spreadAdvice } from './spread'

/** Marks the reason that set a bound, the first of those that stand equally tight. */
function bind(reasons: DwellReason[], pick: (a: DwellReason, b: DwellReason) => DwellReason): DwellReason[] {
  const tightest = reasons.reduce(pick)
  return reasons.map(r => ({ ...r, binds: r === tightest }))
}

const isOld = (input: DwellInput) => input.openDays !== null && input.openDays > input.rules.oldCreamDays

function couponFirst(input: DwellInput): DwellRemark | null {
  if (!isOld(input) || input.coupon) return null
  return { code: 'old-without-coupon', days: input.openDays!, substrate: input.substrate.id }
}

/** Art with nothing finer is coarse, mm. */
const COARSE = 2

function dwellWarnings(input: DwellInput, window: DwellWindow): DwellRemark[] {
  const { label, finest, rules, coatSeconds, school } = input
  const warnings: DwellRemark[] = []
  if (input.ownBest !== null && (input.ownBest < label.min || input.ownBest > label.max))
    warnings.push({ code: 'outside-label', min: label.min, max: label.max })
  if (school === 'own-coupons' && !input.coupon) warnings.push({ code: 'no-coupon-yet' })
  if (finest !== null) {
    const eaten = eatenBy(input, window.best + coatSeconds)
    if (eaten > finest * rules.undercutShare) warnings.push({ code: 'undercut-detail', eaten, finest })
  }
  if (school === 'long-rest' && finest !== null && finest < COARSE) warnings.push({ code: 'rest-for-coarse', finest })
  if ((input.largestOpening ?? 0) > rules.largeOpening) warnings.push({ code: 'brush-marks' })
  return [...warnings, ...spreadAdvice(coatSeconds, window, rules, input.openArea)]
}

/** Why there is no window at all. @param needed s, the earliest end of a window in which a person can react */
function refusalOf(input: DwellInput, notBefore: number, needed: number): DwellRemark | null {
  const cap = capOf(input)
  const coat = input.coatSeconds
  const substrate = input.substrate.id
  if (input.school === 'long-rest' && cap !== null) return { code: 'never-long-rest', substrate, cap }
  if (input.school === 'long-rest' && input.kind.longRest === null) return { code: 'no-long-rest-known', etchant: input.kind.id }
  if (cap === null || cap - coat >= needed) return null
  const left = Math.max(0, Math.round(cap - coat))
  return left === 0 ? { code: 'coat-over-cap', substrate, cap, coat } : { code: 'cap-under-window', substrate, left, needed: notBefore }
}

/**
 * The dwell window of one recipe, each bound with its reasons and the best time with every pull on it.
 * A substrate that must be rinsed before the label's shortest time has no window: that is a refusal.
 */
export function decideDwell(input: DwellInput): DwellDecision {
  const earliest = bind(earliestReasons(input), (a, b) => (b.at > a.at ? b : a))
  const notBefore = Math.max(...earliest.map(r => r.at))
  const limits = latestReasons(input)
  const tightest = Math.min(...limits.map(r => r.at))
  const cap = capFor(input, limits)
  const room = reactionReason(notBefore)
  const base = baseReason(input)
  const refused = refusalOf(input, notBefore, room.at)
  if (refused !== null) {
    return {
      window: null,
      reasons: [...earliest, { ...base, binds: true }, ...bind(limits, (a, b) => (b.at < a.at ? b : a))],
      warnings: [],
      cap,
      couponFirst: couponFirst(input),
      refusal: refused,
    }
  }
  const latest
    = tightest < room.at ? [...limits, { ...room, binds: true }] : bind(limits, (a, b) => (b.at < a.at ? b : a))
  const notAfter = Math.max(tightest, room.at)
  const best = [base, ...pullReasons(input, base.at, { notBefore, notAfter })]
  const harms = harmReasons(input, notAfter)
  const harm = harms.find(r => r.why.code === 'no-harm-window') ?? harms.reduce((a, b) => (b.at < a.at ? b : a))
  const window = { notBefore, best: best.at(-1)!.at, notAfter, noHarm: harm.at }
  return {
    window,
    reasons: [
      ...earliest,
      ...best.map((r, i) => ({ ...r, binds: i === best.length - 1 })),
      ...latest,
      ...harms.map(r => ({ ...r, binds: r === harm })),
    ],
    warnings: dwellWarnings(input, window),
    cap,
    couponFirst: couponFirst(input),
    refusal: null,
  }
}
