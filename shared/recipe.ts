import { daysBetween } from '#core/basics/zone'
import { SCHOOL_KEYS } from '#core/trade/house'
import type { HouseRules, Schools } from '#core/trade/house'
import { openOf } from '#core/plan/recipe'
import type { LotFacts, PlacementFacts, RecipeInput } from '#core/plan/recipe'
import type { OwnTimes } from '#core/plan/own-times'
import type { PassTurn } from '#core/plan/steps'
import { weedingTime } from '#core/art/weeding'
import { suggestTray } from '#core/plan/ahead'
import { suggestTool } from '#core/plan/coat'
import type { OwnShare, Paces } from '#core/plan/coat'
import { measuredWall } from '#core/piece/vessel'
import type { Wall } from '#core/piece/vessel'
import type { PlannedWall } from './blanks'
import type { Lot, Stencil } from './shelf'
import { artOfPiece, owed } from './passes'
import type { PlacementEntry, PlanEntry } from './jobs'
import { middleOn } from './placements'
import { filmPrice } from './rolls'
import type { Pass, PlannedArt } from './passes'

/** Depth of a carving where nobody says another, mm. */
export const USUAL_DEPTH = 1

/** Days a bottle has been open on a given day of the studio; null while sealed. */
export const openDays = (openedOn: string | null, day: string): number | null => (openedOn ? Math.max(0, daysBetween(openedOn, day)) : null)

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
    acidShare: lot.acidShare,
    secondsPerCm2: lot.secondsPerCm2,
    gunPace: lot.gunPace,
  }
}

/** The house's schools, with those that a job chose otherwise. */
export function schoolsOf(chosen: Record<keyof Schools, string>, rules: HouseRules): Schools {
  return Object.fromEntries(SCHOOL_KEYS.map(key => [key, chosen[key] || rules[key]])) as unknown as Schools
}

/** What a recipe goes by of a pass or of its form. */
type Planned = Pick<
  Pass,
  Exclude<keyof PlanEntry, 'customer' | 'dueOn' | 'notes' | 'lotId' | 'stencilId' | 'blankId' | 'placements' | 'keepOut'>
> & { placements: readonly PlacementEntry[] }

/** What a plan goes by of its art. */
export type ArtFacts = Pick<PlannedArt, 'name' | 'widest' | 'bridge' | 'pieces' | 'cutLength' | 'mirrored'>

/** What a plan is made from beside the job itself. */
export interface PlanFacts {
  lot: Lot
  stencil: Stencil | null
  wall: PlannedWall | null
  /** What is known of the art of each placement, in their order. */
  arts: readonly (ArtFacts | null)[]
  rules: HouseRules
  paces: Paces
  /** How much of a reusable cream it puts back; by house rule where nothing is said. */
  recovered?: OwnShare | null
  /** What its own steps took; as usual where nothing is said. */
  times?: OwnTimes
  /** The studio's day. */
  today: string
  /** Which pass on its pieces this is; the only one where nothing is said. */
  turn?: PassTurn
  /** Numbers of the pieces that go through it now; all of them where nothing is said. */
  numbers?: number[]
  /** mm² of resist that its cut sheet used for one piece. */
  resistCut?: number | null
  /** Rolls on the shelf, for what film costs; none where nobody asks for costs. */
  rolls?: Parameters<typeof filmPrice>[0]
}

/** One stencil as the core knows it. */
function placementFacts(p: PlacementEntry, art: ArtFacts | null, wall: Wall | null, rules: HouseRules): PlacementFacts {
  return {
    name: art?.name ?? '',
    art: { width: p.artWidth, height: p.artHeight, openFraction: p.openFraction },
    finest: p.finest,
    widest: art?.widest ?? null,
    bridge: art?.bridge ?? null,
    mirrored: art?.mirrored ?? null,
    weeding: art?.pieces === undefined || art.cutLength === undefined ? null : weedingTime(art.pieces, art.cutLength, rules),
    middle: wall && middleOn(wall, p, p.artHeight),
    count: p.count,
  }
}

/** What the core needs to plan a job. The same on both sides, so that plan and bench agree. */
export function recipeInput(
  job: Planned,
  { lot, stencil, wall, arts, rules, paces, times, recovered, today, turn, numbers, resistCut, rolls }: PlanFacts,
): RecipeInput {
  const all = Array.from({ length: job.pieces }, (_, i) => i + 1)
  const now = numbers ?? all
  const taped = wall && measuredWall(wall.readings, wall.kind)
  const placements = job.placements.map((p, i) => placementFacts(p, arts[i] ?? null, taped, rules))
  return {
    noun: job.noun,
    pieces: now.length,
    ...(now.length < all.length ? { numbers: now } : {}),
    names: now.map(n => job.names[n - 1] ?? ''),
    turn: turn ?? { no: 1, of: 1 },
    height: job.height,
    girth: job.girth,
    surface: job.surface,
    wall: taped,
    substrate: job.substrate,
    placements,
    border: job.border,
    wholeFace: job.wholeFace,
    face: job.face,
    resist: job.resist,
    resistCut: resistCut ?? null,
    resistPrice: filmPrice(rolls ?? [], job.resist),
    stencilUses: stencil?.uses ?? null,
    lot: lotFacts(lot, today),
    schools: schoolsOf(job.schools, rules),
    answers: job.answers,
    ownBest: job.ownBest,
    temperature: job.temperature,
    coaters: job.coaters,
    tool: job.tool || suggestTool(openOf(placements), job.surface === 'flat'),
    paces,
    ...(times ? { times } : {}),
    ...(recovered ? { recovered } : {}),
    tray: job.tray ?? suggestTray(job.girth * job.height, now.length),
    depth: job.depth,
    carve: job.carve ?? USUAL_DEPTH,
    look: job.look,
    ...(job.looks.some(look => look !== '') ? { looks: now.map(n => job.looks[n - 1] || job.look) } : {}),
    oldLabel: job.oldLabel,
    finish: job.finish,
    rules,
  }
}

const most = (values: (number | undefined)[]): number | undefined => {
  const known = values.filter(v => v !== undefined)
  return known.length > 0 ? Math.max(...known) : undefined
}
const least = (values: (number | undefined)[]): number | undefined => {
  const known = values.filter(v => v !== undefined)
  return known.length > 0 ? Math.min(...known) : undefined
}
const mean = (values: (number | undefined)[]): number | undefined =>
  values.length > 0 && values.every(v => v !== undefined) ? values.reduce((sum, v) => sum + v, 0) / values.length : undefined

/** What a plan goes by where each piece has art of its own: the largest opening, and the parts of an average one. */
export function factsOfArts(arts: readonly (PlannedArt | null)[]): ArtFacts | null {
  const known = arts.filter(art => art !== null)
  if (known.length === 0) return null
  const mirrored = new Set(known.map(art => art.mirrored))
  const names = new Set(known.map(art => art.name))
  return {
    name: names.size === 1 ? known[0]!.name : undefined,
    widest: most(known.map(art => art.widest)),
    bridge: least(known.map(art => art.bridge)),
    pieces: mean(known.map(art => art.pieces)),
    cutLength: mean(known.map(art => art.cutLength)),
    // Some of them mirrored and some not: nothing is said of all.
    mirrored: mirrored.size === 1 ? [...mirrored][0] : undefined,
  }
}

/**
 * What a stored pass itself says of its facts.
 * @param now numbers of the pieces that go through it; those it still owes where nothing is said
 */
export function factsOfPass(pass: Pass, now?: readonly number[]): Pick<PlanFacts, 'wall' | 'arts' | 'turn' | 'numbers' | 'resistCut'> {
  const numbers = [...(now ?? owed(pass))]
  const arts = pass.placements.map(p => (p.arts.length > 0 ? factsOfArts(numbers.map(n => artOfPiece(p, n))) : p.art))
  return { wall: pass.wall, arts, turn: { no: pass.no, of: pass.of }, numbers, resistCut: pass.resistCut }
}
