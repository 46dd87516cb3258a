import { coatSeconds, creamFigure } from '../coat'
import { costFigure } from '../cost'
import { decideDwell } from '../dwell'
import type { DwellDecision, DwellSchool } from '../dwell'
import type { Figure } from '../figure'
import { etchantKind, resistKind, substrateKind } from '../materials'
import type { EtchantKindId, ResistId, SubstrateId } from '../materials'
import { bicarbonateFigure } from '../neutralise'
import { coatAhead, sittingSeconds } from '../schedule'
import { commonPractice, houseRule, reading } from '../source'
import { cutFigures, openArea } from '../stencil'
import type { ArtSize } from '../stencil'
import { diameterFromGirth } from '../vessel'
import type { HouseRules } from './house-rules'
import type { RunPlan } from './run-plan'
import { stepList } from './steps'

/** What the shelf knows of a bottle. */
export interface BottleFacts {
  kind: EtchantKindId
  /** s */
  label: { min: number, max: number }
  reusable: boolean
  /** Days since opening; null while sealed. */
  openDays: number | null
  /** mL */
  left: number
  /** In the studio's currency, per mL. */
  pricePerMl: number
  /** Best time from the studio's own test strip, s. */
  couponBest: number | null
}

export interface RecipeInput {
  noun: string
  pieces: number
  /** mm */
  height: number
  /** mm */
  girth: number
  substrate: SubstrateId
  art: ArtSize
  resist: ResistId
  bottle: BottleFacts
  school: DwellSchool
  rules: HouseRules
}

export interface Recipe {
  dwell: DwellDecision
  figures: { cream: Figure, cutWidth: Figure, cutHeight: Figure, bicarbonate: Figure, time: Figure, cost: Figure, diameter: Figure }
  warnings: string[]
  /** What cannot be done as asked, and what to do instead. Empty when the run may start. */
  refusals: string[]
  /** What the bench follows; null while anything is refused. */
  plan: RunPlan | null
}

/** Scrape or wipe, then rinse one piece, s. */
const OFF_SECONDS = 60

function fitRefusals(input: RecipeInput): string[] {
  const refusals: string[] = []
  if (input.art.height > input.height) refusals.push('The art is taller than the piece. Check both readings.')
  if (input.art.width > input.girth) refusals.push('The art is wider than the way round the piece. Check the girth.')
  if (input.art.openFraction <= 0) refusals.push('Nothing is open, so nothing would be etched. Say what share of the art is open.')
  return refusals
}

function fitWarnings(input: RecipeInput, cut: { width: number, height: number }, cream: number): string[] {
  const warnings: string[] = []
  if (input.art.height <= input.height && cut.height > input.height) warnings.push('The resist with its border is taller than the piece: fold it over the rim or cut the border narrower.')
  if (input.art.width <= input.girth && cut.width > input.girth) warnings.push('The resist with its border meets itself at the back: it will overlap there.')
  if (cream > input.bottle.left) warnings.push('The bottle may not hold enough for this run. Have another at hand before the first touch.')
  if (input.rules.after === 'recover' && !input.bottle.reusable) warnings.push('This cream is not for reuse, so it is wiped off, not scraped back.')
  if (input.art.openFraction > 0.6) warnings.push('A large open area shows brush marks and patches. Break it up, or coat thick and leave it alone.')
  return warnings
}

function timeFigure(prepare: number, sitting: number, finish: number): Figure {
  return {
    id: 'time',
    label: 'Time from gloves on to gloves off',
    value: prepare + sitting + finish,
    unit: 's',
    formula: 'getting ready + first touch to last rinse + peel, neutralise, wash, wash-up and look',
    inputs: [
      { label: 'getting ready', value: prepare, unit: 's', source: houseRule('from the step list') },
      { label: 'first touch to last rinse, one pair of hands', value: sitting, unit: 's', source: houseRule('dwell window and coating time') },
      { label: 'peel to look', value: finish, unit: 's', source: houseRule('from the step list') },
    ],
    source: commonPractice(),
  }
}

/** One job's recipe: window, amounts, sizes, time, cost and steps, each figure with its working. */
export function planRecipe(input: RecipeInput): Recipe {
  const { bottle, pieces, art, rules } = input
  const kind = etchantKind(bottle.kind)
  const resist = resistKind(input.resist)
  const open = openArea(art)
  const hands = { coat: coatSeconds(open), off: OFF_SECONDS }
  const dwell = decideDwell({
    kind, label: bottle.label, school: input.school, couponBest: bottle.couponBest, substrate: substrateKind(input.substrate), openDays: bottle.openDays, coatSeconds: hands.coat,
  })
  const cream = creamFigure(open, pieces)
  const cut = cutFigures(art, rules.stencil)
  const bicarbonate = bicarbonateFigure(cream.value)
  // Without a window there is no schedule; the label's time still lets the rest be shown.
  const window = dwell.window ?? { notBefore: bottle.label.min, best: bottle.label.min, notAfter: bottle.label.max }
  const after = bottle.reusable ? rules.after : 'wipe'
  const steps = stepList({
    pieces, noun: input.noun, kind, resist, after, dwell: window, cream: cream.value, bicarbonate: bicarbonate.value, coatSeconds: hands.coat, offSeconds: hands.off, reusable: bottle.reusable,
  })
  const etch = steps.findIndex(s => s.kind === 'clock')
  const handsOn = (from: number, to?: number) => steps.slice(from, to).reduce((sum, s) => sum + s.seconds, 0)
  const time = timeFigure(handsOn(0, etch), sittingSeconds(pieces, window, hands), handsOn(etch + 1))
  const cost = costFigure({
    cream: cream.value, creamPrice: bottle.pricePerMl, resistArea: cut.width.value * cut.height.value * pieces, resistPrice: rules.resistPrice, consumables: rules.consumables, handsOn: handsOn(0), hourly: rules.hourly,
  })
  const refusals = [...fitRefusals(input), ...(dwell.refusal ? [dwell.refusal] : [])]
  return {
    dwell,
    figures: {
      cream, cutWidth: cut.width, cutHeight: cut.height, bicarbonate, time, cost,
      diameter: {
        id: 'diameter', label: 'Across', value: diameterFromGirth(input.girth), unit: 'mm', formula: 'girth ÷ π',
        inputs: [{ label: 'girth', value: input.girth, unit: 'mm', source: reading }], source: commonPractice('a 9 1/2 in girth is 76.8 mm across'),
      },
    },
    warnings: [...dwell.warnings, ...fitWarnings(input, { width: cut.width.value, height: cut.height.value }, cream.value)],
    refusals,
    plan: refusals.length > 0
      ? null
      : { noun: input.noun, pieces, dwell: window, hands, coatAhead: coatAhead(window, hands), after, cream: cream.value, bicarbonate: bicarbonate.value, steps },
  }
}
