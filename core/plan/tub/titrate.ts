import { ML_PER_TEASPOON } from '../../basics/units'
import { fluorideLeft, gasOf, neutraliser, settleTub, withMore } from './content'
import type { NeutraliserId, TubContent } from './content'

/**
 * A tub is neutral from here on, and too far above it. Strips of most makers tell these apart. What is aimed at lies just inside: stirred
 * and left to stand, gas leaves and the pH rises by itself.
 */
export const NEUTRAL = { from: 6.5, aim: 6.6, to: 9 } as const
export type TubVerdict = 'clean' | 'acid' | 'neutral' | 'caustic'

/** Grams are looked for no further than this: more belongs into no rinse tub. */
const MOST_GRAMS = 20_000
const HALVINGS = 50

/** Least amount that lifts a rising value to a mark. @returns null where even the most does not */
function leastFor(reaches: (grams: number) => boolean): number | null {
  if (reaches(0)) return 0
  if (!reaches(MOST_GRAMS)) return null
  let [low, high] = [0, MOST_GRAMS]
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2
    if (reaches(middle)) high = middle
    else low = middle
  }
  return high
}

/** How much more of a neutraliser the tub takes until it is neutral. @returns g; null where this one alone never does it */
export const stillNeeded = (content: TubContent, id: NeutraliserId): number | null =>
  leastFor(grams => settleTub(withMore(content, id, grams)).pH >= NEUTRAL.aim)

export function verdictOf(content: TubContent, pH: number): TubVerdict {
  if (content.bifluoride === 0 && content.ferricChloride === 0 && Object.values(content.added).every(g => g === 0)) return 'clean'
  return pH < NEUTRAL.from ? 'acid' : pH > NEUTRAL.to ? 'caustic' : 'neutral'
}

export interface CurvePoint {
  /** g added in all */
  grams: number
  pH: number
}
const POINTS = 60
/** The next number that an axis ends well with. */
function roundUp(value: number): number {
  const step = 10 ** Math.floor(Math.log10(value)) / 2
  return Math.ceil(value / step) * step
}

/** pH against what is added, from nothing to well past the end. */
export function titrationCurve(content: TubContent, id: NeutraliserId): CurvePoint[] {
  const bare = { ...content, added: { ...content.added, [id]: 0 } }
  const end = stillNeeded(bare, id) ?? 100
  const most = roundUp(Math.max(end * 1.6, content.added[id] * 1.1, 1))
  return Array.from({ length: POINTS + 1 }, (_, i) => {
    const grams = (most * i) / POINTS
    return { grams, pH: settleTub(withMore(bare, id, grams)).pH }
  })
}

/** No portion sets more gas free at once than this, L: more climbs out of a bucket. Common practice: a spoon at a time. */
const GAS_AT_ONCE = 3
/** How to add it: in how many portions of how much, so that each foams no higher than a hand. */
export function portions(content: TubContent, id: NeutraliserId, grams: number): { count: number, grams: number, gas: number } {
  const gas = gasOf(content, withMore(content, id, grams))
  const count = Math.max(1, Math.ceil(gas / GAS_AT_ONCE), Math.ceil(grams / 250))
  return { count, grams: grams / count, gas }
}
/** Room to leave for foam, as a share of the water: cream fizzes, iron foams and holds its foam. Common practice. */
export const foamRoom = (content: TubContent): number => (content.ferricChloride > 0 ? 0.5 : 0.2)

const ML_PER_CUP = 48 * ML_PER_TEASPOON
/** An amount in spoons and cups: mL of powder as it lies in the spoon. */
export function spoons(id: NeutraliserId, grams: number): { unit: 'tsp' | 'tbsp' | 'cup', amount: number } {
  const ml = grams / neutraliser(id).bulk
  if (ml < 3 * ML_PER_TEASPOON) return { unit: 'tsp', amount: ml / ML_PER_TEASPOON }
  if (ml < ML_PER_CUP / 2) return { unit: 'tbsp', amount: ml / (3 * ML_PER_TEASPOON) }
  return { unit: 'cup', amount: ml / ML_PER_CUP }
}

/** A strip is read to half a step, or worse in a dim corner. */
const STRIP_ERROR = 0.5
const MOST_ACID = 50

/** The same tub with so many times its acid. */
const times = (content: TubContent, factor: number): TubContent => ({
  ...content,
  bifluoride: content.bifluoride * factor,
  ferricChloride: content.ferricChloride * factor,
})

/** How many times the acid that was reckoned with would give this reading. */
function acidFor(content: TubContent, pH: number): number {
  let [low, high] = [0, MOST_ACID]
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2
    if (settleTub(times(content, middle)).pH > pH) low = middle
    else high = middle
  }
  return (low + high) / 2
}

export interface FromReading {
  /** Acid that must be in the tub, against what was reckoned with: 1 is as expected. */
  factor: number
  /** The tub as the strip says it is. */
  content: TubContent
  /** g still needed: as read, and half a step of the strip to either side. Null where it never gets there. */
  needed: number | null
  least: number | null
  most: number | null
}

/**
 * What a strip says about a tub: the acid that would give this reading with what has been added, and how much is still needed. Above
 * neutral nothing is.
 */
export function fromReading(content: TubContent, pH: number, id: NeutraliserId): FromReading {
  const at = (reading: number) => {
    const factor = acidFor(content, reading)
    const real = times(content, factor)
    return { factor, real, needed: reading >= NEUTRAL.aim ? 0 : stillNeeded(real, id) }
  }
  const [read, low, high] = [at(pH), at(pH - STRIP_ERROR), at(pH + STRIP_ERROR)]
  return { factor: read.factor, content: read.real, needed: read.needed, least: high.needed, most: low.needed }
}

/** mg/L of fluoride that careful binding gets to in a bucket; common practice for lime and calcium treatment. */
export const BOUND_TO = 15
/** Calcium chloride that brings dissolved fluoride down to a mark, with what is left then. @param mark mg/L @returns g; null: never */
export function calciumFor(content: TubContent, mark: number): number | null {
  return leastFor(grams => fluorideLeft({ ...content, calciumChloride: content.calciumChloride + grams }) <= mark)
}
