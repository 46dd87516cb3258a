import { coatSeconds, creamFigure } from '../coat'
import type { HouseRules, Schools } from '../../trade/house'
import { etchantKind, resistKind, substrateKind } from '../../trade/materials'
import type { SubstrateId } from '../../trade/materials'
import { bicarbonateFigure } from '../neutralise'
import type { LotFacts } from '../recipe'
import type { RunPlan, Together } from '../run-plan'
import { stepList } from '../steps'
import type { Step } from '../steps'
import { formatDuration } from '../../basics/units'
import type { StripLayout } from './template'

export interface CouponOrder {
  substrate: SubstrateId
  /** Dwell of each strip, s, the shortest first. */
  times: readonly number[]
  together: Together
  layout: StripLayout
}

/** To wipe one strip clean, s. */
const WIPE = 10

/** What one pair of hands needs for a strip, s. */
export function stripHands(layout: StripLayout, rules: HouseRules): { coat: number, off: number } {
  return { coat: Math.round(coatSeconds(layout.stripWidth * layout.stripLength, rules)), off: WIPE }
}

/**
 * What has to stay between two dwells, s. Rinsed in turn, the longest is covered first: each strip is due a coat earlier than the
 * last one and takes its wipe. Coated in turn, each waits for the coat before it.
 */
export function stripsApart(together: Together, layout: StripLayout, rules: HouseRules): number {
  const { coat, off } = stripHands(layout, rules)
  return together === 'rinsed in turn' ? coat + off : coat
}

/** Why strips can't be etched like this, in a sentence; null when they can. */
export function refuseCoupon({ times, together, layout }: CouponOrder, rules: HouseRules): string | null {
  if (times.length < 2 || times.length > 8)
    return 'A coupon has two to eight strips: one compares with nothing, more than eight is more than one person can time.'
  const apart = stripsApart(together, layout, rules)
  for (const [i, t] of times.entries()) {
    if (i > 0 && t - times[i - 1]! < apart)
      return `Strips ${i} and ${i + 1} lie less than ${apart} s apart. One pair of hands needs that between them.`
  }
  return null
}

/**
 * A coupon as a run of its own at the bench: its strips are the pieces, each with a window of its own, and one clock
 * serves them all.
 * @throws RangeError for an order that refuseCoupon refuses, or for a lot that has no dwell
 */
export function planCoupon(order: CouponOrder, lot: LotFacts, schools: Schools, rules: HouseRules): RunPlan {
  const refusal = refuseCoupon(order, rules) ?? (etchantKind(lot.kind).method === 'cream' ? null : 'Coupons are etched with cream.')
  if (refusal) throw new RangeError(refusal)
  const { times, layout } = order
  const area = layout.stripWidth * layout.stripLength
  const openArea = area * times.length
  const hands = stripHands(layout, rules)
  const putOut = creamFigure(openArea, 1, rules).value
  const bicarbonate = bicarbonateFigure(putOut, rules, lot.acidShare ?? null).value
  const windows = times.map(t => ({ notBefore: t, best: t, notAfter: Math.round(t + Math.max(10, t * 0.05)) }))
  const dwell = { notBefore: times[0]!, best: times[0]!, notAfter: windows.at(-1)!.notAfter }
  const after = lot.reusable ? schools.after : 'wipe'
  const base = stepList({
    pieces: times.length,
    noun: 'strip',
    substrate: substrateKind(order.substrate),
    surface: 'flat',
    kind: etchantKind(lot.kind),
    resist: resistKind('tape'),
    stencils: 1,
    weeding: null,
    schools: { ...schools, care: 'leave', after },
    dwell,
    putOut,
    bicarbonate,
    coatSeconds: hands.coat,
    tool: 'brush',
    tray: 1,
    offSeconds: hands.off,
    reusable: lot.reusable,
    turn: { no: 1, of: 1 },
    oldLabel: false,
    slits: null,
    mirrored: false,
    wholeFace: false,
    handFits: false,
    food: false,
    keepOffLip: false,
    finish: 'none',
    cares: [],
    couponFirst: null,
    blast: null,
  })
  return {
    method: 'cream',
    noun: 'strip',
    pieces: times.length,
    dwell,
    windows,
    together: order.together,
    hands,
    after,
    putOut,
    bicarbonate,
    care: [],
    steps: base.filter(s => s.id !== 'give').map(s => couponStep(s, order)),
  }
}

function couponStep(step: Step, { times, together }: CouponOrder): Step {
  const inTurn = together === 'rinsed in turn'
  const list = times.map((t, i) => `strip ${i + 1}: ${formatDuration(t)}`).join(', ')
  switch (step.id) {
    case 'clean':
      return { ...step, title: 'Clean and dry the scrap', seconds: 60 }
    case 'resist':
      return {
        ...step,
        title: `Mask ${times.length} strips`,
        seconds: 300,
        reason: 'Bare strips with tape between, numbered outside the etch, so that none runs into the next.',
        how: [
          'Lay the printed template under the scrap, or beside it.',
          'Tape over everything but the strips; burnish the edges.',
          'Write the numbers on the tape, 1 the shortest.',
        ],
        good: 'Numbered, edges flat, strips bare and clean.',
      }
    case 'mask':
      return { ...step, title: 'Burnish the tape, clean the strips', seconds: 60 }
    case 'etch':
      return {
        ...step,
        title: inTurn ? 'Coat all strips, the longest first; wipe each at its own time' : 'Coat the strips in turn, wipe all at once',
        seconds: step.seconds,
        reason: inTurn
          ? 'Each strip has its own clock, from when it is covered, and is wiped off at its own time.'
          : 'The longest is coated first, and all come off together.',
        how: [
          `${list}.`,
          inTurn
            ? 'Wipe a strip toward the masked side; keep water off its neighbours until the last is done.'
            : 'Coat only the strip that is called.',
        ],
        good: 'Each strip off within seconds of its time.',
      }
    case 'peel':
      return { ...step, title: 'Peel the tape off', seconds: 60 }
    case 'second-wash':
      return { ...step, title: 'Wash the scrap with dish soap', seconds: 45 }
    case 'dry':
      return { ...step, title: 'Dry the scrap' }
    case 'look':
      return { ...step, title: 'Read the strips off over dark card', seconds: 120, good: 'Each strip has a mark from 0 to 10.' }
    default:
      return step
  }
}
