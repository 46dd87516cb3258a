import { capital, formatDuration } from '../../basics/units'
import { creepRate } from './creep'
import type { DwellDecision, DwellInput, DwellReason, DwellWindow } from './model'
import { baseReason, earliestReasons, latestReasons, pullReasons } from './reasons'
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

const labelWords = ({ min, max }: DwellInput['label']) =>
  min === max ? formatDuration(min) : `${formatDuration(min)} to ${formatDuration(max)}`

function dwellWarnings(input: DwellInput, window: DwellWindow): string[] {
  const warnings: string[] = []
  if (input.ownBest !== null && (input.ownBest < input.label.min || input.ownBest > input.label.max))
    warnings.push(`The label says ${labelWords(input.label)}; the time chosen for this job lies outside.`)
  if (input.school === 'own-coupons' && !input.coupon)
    warnings.push('This bottle has no coupon on this ware yet, so the label\'s time is used. Etch a test strip first.')
  if (input.finest !== null) {
    const eaten = 2 * creepRate(input) * (window.best + input.coatSeconds)
    if (eaten > input.finest * input.rules.undercutShare)
      warnings.push(
        `Undercut may eat ${eaten.toFixed(2)} mm of your ${input.finest} mm detail by then. A faster cream, or wider detail, keeps it.`,
      )
  }
  if (input.openArea > input.rules.largeOpening)
    warnings.push('A large open area shows brush marks and patches. Break it up, or coat thick and leave it alone.')
  return [...warnings, ...spreadAdvice(input.coatSeconds, window, input.rules, input.openArea)]
}

/**
 * The dwell window of one recipe, each bound with its reasons and the best time with every pull on it.
 * A substrate that must be rinsed before the label's shortest time has no window: that is a refusal.
 */
export function decideDwell(input: DwellInput): DwellDecision {
  const earliest = bind(earliestReasons(input), (a, b) => (b.at > a.at ? b : a))
  const latest = bind(latestReasons(input), (a, b) => (b.at < a.at ? b : a))
  const notBefore = Math.max(...earliest.map(r => r.at))
  const notAfter = Math.min(...latest.map(r => r.at))
  const base = baseReason(input)
  if (notAfter < notBefore) {
    return {
      window: null,
      reasons: [...earliest, { ...base, binds: true }, ...latest],
      warnings: [],
      couponFirst: couponFirst(input),
      refusal: `${capital(input.substrate.name)} must be rinsed by ${formatDuration(notAfter)}, and this etchant needs `
        + `${formatDuration(notBefore)}. Choose a faster one or another piece.`,
    }
  }
  const best = [base, ...pullReasons(input, base.at, { notBefore, notAfter })]
  const window = { notBefore, best: best.at(-1)!.at, notAfter }
  return {
    window,
    reasons: [...earliest, ...best.map((r, i) => ({ ...r, binds: i === best.length - 1 })), ...latest],
    warnings: dwellWarnings(input, window),
    couponFirst: couponFirst(input),
    refusal: null,
  }
}
