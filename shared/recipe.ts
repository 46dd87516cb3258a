import type { HouseRules, RecipeInput } from '#core/recipe'
import type { Bottle } from './shelf'
import type { JobEntry } from './jobs'

const DAY_MS = 86_400_000

/** Days a bottle has been open on a given day; null while sealed. */
export function openDays(openedOn: string | null, now: Date): number | null {
  return openedOn ? Math.max(0, Math.floor((now.getTime() - Date.parse(openedOn)) / DAY_MS)) : null
}

/** What the core needs to plan a job with this bottle. The same on both sides, so that plan and bench agree. */
export function recipeInput(job: Omit<JobEntry, 'customer' | 'dueOn' | 'notes' | 'bottleId'>, bottle: Bottle, rules: HouseRules, now: Date): RecipeInput {
  return {
    noun: job.noun, pieces: job.pieces, height: job.height, girth: job.girth, substrate: job.substrate,
    art: { width: job.artWidth, height: job.artHeight, openFraction: job.openFraction }, resist: job.resist, school: job.school, rules,
    bottle: {
      kind: bottle.kind, label: { min: bottle.labelMin, max: bottle.labelMax }, reusable: bottle.reusable, openDays: openDays(bottle.openedOn, now),
      left: bottle.left, pricePerMl: bottle.price / bottle.size, couponBest: bottle.couponBest,
    },
  }
}
