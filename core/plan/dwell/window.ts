import { capital, formatDuration } from '../../basics/units'
import type { DwellDecision, DwellInput, DwellReason, DwellWindow } from './model'
import { baseReason, capFor, capOf, earliestReasons, eatenBy, harmReasons, latestReasons, pullReasons, reactionReason } from './reasons'
import { spreadAdvice } from './spread'

/** Marks the reason that set a bound, the first of those that stand equally tight. */
function bind(reasons: DwellReason[], pick: (a: DwellReason, b: DwellReason) => DwellReason): DwellReason[] {
  const tightest = reasons.reduce(pick)
  return reasons.map(r => ({ ...r, binds: r === tightest }))
}

const isOld = (input: DwellInput) => input.openDays !== null && input.openDays > input.rules.oldCreamDays

function couponFirst(input: DwellInput): string | null {
  if (!isOld(input) || input.coupon) return null
  return `The bottle has been open ${Math.round(input.openDays! / 30)} months and has no coupon on ${input.substrate.name}. It loses `
    + `strength from 3 to 6 months on: etch a coupon first, or try it on a scrap jar.`
}

/** Art with nothing finer is coarse, mm. */
const COARSE = 2

const labelWords = ({ min, max }: DwellInput['label']) =>
  min === max ? formatDuration(min) : `${formatDuration(min)} to ${formatDuration(max)}`

function dwellWarnings(input: DwellInput, window: DwellWindow): string[] {
  const warnings: string[] = []
  if (input.ownBest !== null && (input.ownBest < input.label.min || input.ownBest > input.label.max))
    warnings.push(`The label says ${labelWords(input.label)}; the time chosen for this job lies outside.`)
  if (input.school === 'own-coupons' && !input.coupon)
    warnings.push('This bottle has no coupon on this ware yet, so the label\'s time is used. Etch a test strip first.')
  if (input.finest !== null) {
    const eaten = eatenBy(input, window.best + input.coatSeconds)
    if (eaten > input.finest * input.rules.undercutShare)
      warnings.push(
        `Undercut may eat ${eaten.toFixed(2)} mm of your ${input.finest} mm detail by then. Wider detail keeps it; so does a faster cream.`,
      )
  }
  if (input.school === 'long-rest' && input.finest !== null && input.finest < COARSE)
    warnings.push(`A long rest is for coarse art, and your finest detail is ${input.finest} mm. The label's time keeps it sharper.`)
  if ((input.largestOpening ?? 0) > input.rules.largeOpening)
    warnings.push('A large open area shows brush marks and patches. Break it up, or coat thick and leave it alone.')
  return [...warnings, ...spreadAdvice(input.coatSeconds, window, input.rules, input.openArea)]
}

/** Why there is no window at all. @param needed s, the earliest end of a window in which a person can react */
function refusalOf(input: DwellInput, notBefore: number, needed: number): string | null {
  const cap = capOf(input)
  const { name } = input.substrate
  if (input.school === 'long-rest' && cap !== null)
    return `${capital(name)} never gets a long rest: it is rinsed by ${formatDuration(cap)}. Choose another time under How.`
  if (input.school === 'long-rest' && input.kind.longRest === null)
    return `Nobody gives ${input.kind.name} a long rest. Choose another time under How.`
  if (cap === null || cap - input.coatSeconds >= needed) return null
  const left = Math.max(0, Math.round(cap - input.coatSeconds))
  return left === 0
    ? `${capital(name)} must be rinsed ${formatDuration(cap)} after the first touch, and coating alone takes `
    + `${formatDuration(input.coatSeconds)}. Use a wider tool, a second person or smaller art.`
    : `${capital(name)} must be rinsed by ${formatDuration(left)}, and this etchant needs ${formatDuration(notBefore)}. `
      + 'Choose a faster one or another piece.'
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
