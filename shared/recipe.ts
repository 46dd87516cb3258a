import { daysBetween } from '#core/basics/zone'
import { SCHOOL_KEYS } from '#core/trade/house'
import type { HouseRules, Schools } from '#core/trade/house'
import type { LotFacts, RecipeInput } from '#core/plan/recipe'
import { measuredWall } from '#core/piece/vessel'
import type { PlannedWall } from './blanks'
import type { Lot, Stencil } from './shelf'
import type { Job, JobEntry, PlannedArt } from './jobs'

/** Days a bottle has been open on a given day of the studio; null while sealed. */
export const openDays = (openedOn: string | null, day: string): number | null =>
  openedOn ? Math.max(0, daysBetween(openedOn, day)) : null

/** A lot of the shelf as the core knows it. @param today the studio's day */
export function lotFacts(lot: Lot, today: string): LotFacts {
  return {
    kind: lot.kind,
    label: lot.labelMin === null || lot.labelMax === null ? null : { min: lot.labelMin, max: lot.labelMax },
    reusable: lot.reusable,
    openDays: openDays(lot.openedOn, today),
    left: lot.left,
    price: lot.price / lot.size,
    couponBest: lot.couponBest,
    coupons: lot.coupons,
    strength: lot.strength,
    secondsPerCm2: lot.secondsPerCm2,
  }
}

/** The house's schools, with those that a job chose otherwise. */
export function schoolsOf(chosen: Record<keyof Schools, string>, rules: HouseRules): Schools {
  return Object.fromEntries(SCHOOL_KEYS.map(key => [key, chosen[key] || rules[key]])) as unknown as Schools
}

type Planned
  = | Pick<
    Job,
      Exclude<keyof JobEntry, 'customer' | 'dueOn' | 'notes' | 'lotId' | 'artworkId' | 'stencilId' | 'blankId' | 'artMiddle'> & keyof Job
  >
  | JobEntry

/** What the core needs to plan a job with this lot. The same on both sides, so that plan and bench agree. */
export function recipeInput(
  job: Planned,
  lot: Lot,
  stencil: Stencil | null,
  wall: PlannedWall | null,
  art: Pick<PlannedArt, 'widest'> | null,
  rules: HouseRules,
  today: string,
): RecipeInput {
  return {
    noun: job.noun,
    pieces: job.pieces,
    height: job.height,
    girth: job.girth,
    surface: job.surface,
    place: wall && { wall: measuredWall(wall.readings, wall.kind), middle: wall.middle },
    substrate: job.substrate,
    art: { width: job.artWidth, height: job.artHeight, openFraction: job.openFraction },
    finest: job.finest,
    widest: art?.widest ?? null,
    resist: job.resist,
    stencilUses: stencil?.uses ?? null,
    lot: lotFacts(lot, today),
    schools: schoolsOf(job.schools, rules),
    answers: job.answers,
    ownBest: job.ownBest,
    temperature: job.temperature,
    coaters: job.coaters,
    depth: job.depth,
    look: job.look,
    oldLabel: job.oldLabel,
    finish: job.finish,
    rules,
  }
}
