import { weighAnswers } from '../../trade/answers'
import { judgePlace, surfaceAt } from '../../piece/blank'
import type { PlaceVerdict } from '../../piece/blank'
import { judge, walls } from '../../trade/compatibility'
import type { Judgement } from '../../trade/compatibility'
import { costFigure } from '../cost'
import type { DwellDecision, DwellWindow } from '../dwell'
import type { Figure } from '../../basics/figure'
import { etchantKind, resistKind, substrateKind } from '../../trade/materials'
import { commonPractice, reading } from '../../basics/source'
import { careCalls, stepList } from '../steps'
import type { StepContext } from '../steps'
import { cutFigures, openArea, resistAreaFigure, tapeFigure, transferFigure } from '../../art/resist-size'
import { formatLength, formatPressure } from '../../basics/units'
import { diameterFromGirth } from '../../piece/vessel'
import { fitRefusals, fitWarnings, readThroughGlass } from './fit'
import { blastPart, coverOf, creamPart, liquidPart, OFF_SECONDS } from './parts'
import type { MethodPart } from './parts'
import { runTimes, timeFigures } from './times'
import type { RecipeInput } from './input'
import type { PlanBasis, RunPlan } from '../run-plan'

export interface Recipe {
  judgement: Judgement
  dwell: DwellDecision
  /** How a flat stencil lies where the art sits; null when the wall was not measured. */
  place: PlaceVerdict | null
  /** In the order they are read. */
  figures: Figure[]
  warnings: string[]
  /** What cannot be done as asked, and what to do instead. Empty when the run may start. */
  refusals: string[]
  /** What the bench follows; null while anything is refused. */
  plan: RunPlan | null
}

/** A lot that lacks what its kind needs can't be planned with. */
function lotRefusal(input: RecipeInput): string | null {
  const { method, name } = etchantKind(input.lot.kind)
  if (method !== 'blast' && !input.lot.label) return `This ${name} has no label time on the shelf. A lead enters it there.`
  return method === 'liquid' && !input.lot.strength
    ? 'This ferric chloride has no strength on the shelf. A lead enters it there, from its label.'
    : null
}

const diameterFigure = (girth: number): Figure => ({
  id: 'diameter',
  label: 'Across',
  value: diameterFromGirth(girth),
  unit: 'mm',
  formula: 'girth ÷ π',
  inputs: [{ label: 'girth', value: girth, unit: 'mm', source: reading }],
  source: commonPractice('a 9 1/2 in girth is 76.8 mm across'),
})

const EMPTY: DwellDecision = { window: null, reasons: [], warnings: [], cap: null, couponFirst: null, refusal: null }

/** A hand goes in through a mouth this wide, mm. */
const HAND = 65
/** Pieces with a neck, whatever their girth. */
const NECKED = /bottle|carafe|decanter|flask|vial|demijohn|jug/

/** Whether the piece can be held from inside: by its measured mouth, else by its girth and what it is called. */
function handFits({ place, girth, noun, surface }: RecipeInput): boolean {
  if (surface === 'flat') return false
  if (place) return 2 * place.wall.at(place.wall.to).r >= HAND
  return diameterFromGirth(girth) >= HAND && !NECKED.test(noun)
}

function stepContext(
  input: RecipeInput,
  part: MethodPart,
  judgement: Judgement,
  window: DwellWindow,
  place: PlaceVerdict | null,
  keepOffLip: boolean,
): StepContext {
  const { rules } = input
  const pressure = part.figures.find(f => f.id === 'pressure')?.value ?? rules.blastPressure
  const kind = etchantKind(input.lot.kind)
  return {
    pieces: input.pieces,
    noun: input.noun,
    turn: input.turn,
    substrate: substrateKind(input.substrate),
    surface: input.surface,
    kind,
    resist: resistKind(input.resist),
    weeding: input.weeding,
    schools: input.schools,
    dwell: window,
    putOut: part.putOut,
    bicarbonate: part.bicarbonate,
    coatSeconds: part.coat,
    tray: input.tray,
    tool: input.tool,
    offSeconds: OFF_SECONDS[kind.method],
    reusable: input.lot.reusable,
    oldLabel: input.oldLabel,
    slits: place && place.slits.map(x => ({ edge: x.edge, count: x.count, depth: formatLength(x.depth, rules.lengthUnit) })),
    handFits: handFits(input),
    mirrored: readThroughGlass(input),
    wholeFace: input.wholeFace,
    food: (input.answers.food ?? 'none') !== 'none',
    keepOffLip,
    finish: input.finish,
    cares: judgement.cares,
    couponFirst: part.dwell.couponFirst,
    blast:
      kind.method === 'blast'
        ? {
            look: input.look,
            pressure: formatPressure(pressure),
            distance: formatLength(rules.blastDistance, rules.lengthUnit),
            passes: rules.blastPasses,
          }
        : null,
  }
}

function basisOf(input: RecipeInput, judgement: Judgement, part: MethodPart): PlanBasis {
  const { substrate, surface, resist, lot, temperature, schools, finest, depth } = input
  return {
    substrate,
    surface,
    resist,
    etchant: lot.kind,
    label: lot.label,
    openDays: lot.openDays,
    temperature,
    schools,
    openArea: openArea(input.art),
    finest,
    depth,
    tool: input.tool,
    coaters: input.coaters,
    ...(etchantKind(lot.kind).method === 'cream' ? { cover: coverOf(input) } : {}),
    ...(part.swept === null ? {} : { swept: part.swept }),
    rows: judgement.rows.map(r => r.id),
    cares: judgement.cares.map(c => c.id),
    window: part.dwell.reasons.map(({ bound, at, pull, binds, why }) => ({ bound, at, pull, binds, why })),
  }
}

/** The same with what was measured in place of what was chosen from a list: a border of its own, the shape where the art goes. */
function settled(input: RecipeInput): RecipeInput {
  const { place, surface, art, border, rules } = input
  return {
    ...input,
    rules: border === null ? rules : { ...rules, border },
    surface: place && surface !== 'flat' ? surfaceAt(place.wall, place.middle, art.height) : surface,
  }
}

/** One job's recipe: verdict, window, amounts, sizes, time, cost and steps, each figure with its working. */
export function planRecipe(given: RecipeInput): Recipe {
  const input = settled(given)
  const { lot, pieces, art, rules } = input
  const kind = etchantKind(lot.kind)
  const judgement = judge(
    { substrate: input.substrate, etchant: lot.kind, resist: input.resist },
    { surface: input.surface, depth: input.depth, finest: input.finest, openArea: openArea(art) },
  )
  const answered = weighAnswers(input.answers, input.substrate)
  const lacking = lotRefusal(input)
  const blocked = [...walls(judgement), ...(lacking ? [lacking] : [])]
  if (blocked.length > 0)
    return { judgement, dwell: EMPTY, figures: [], warnings: [], refusals: [...new Set(blocked)], place: null, plan: null }

  const part = { cream: creamPart, liquid: liquidPart, blast: blastPart }[kind.method](input, judgement)
  // Without a window there is no schedule; the label's time still lets the rest be shown.
  const window = part.dwell.window ?? { notBefore: lot.label!.min, best: lot.label!.min, notAfter: lot.label!.max, noHarm: lot.label!.max }
  const hands = { coat: part.coat, off: OFF_SECONDS[kind.method] }
  const after = lot.reusable && kind.method === 'cream' ? input.schools.after : 'wipe'
  const place = input.place && judgePlace(input.place.wall, input.place.middle, art, rules.border, rules.fitTolerance)
  const steps = stepList(stepContext(input, part, judgement, window, place, answered.keepOffLip))
  const flat = input.surface === 'flat'
  const sheet = {
    girth: flat ? null : input.girth,
    overlap: rules.wrapOverlap,
    face: flat && input.wholeFace ? { width: input.girth, height: input.height } : null,
  }
  const cut = cutFigures(art, rules, sheet)
  const size = { width: cut.width.value, height: cut.height.value }
  const resist = resistKind(input.resist)
  const loose = input.resist === 'stickers'
  const area = resistAreaFigure(size, resist.uses === null ? 1 : pieces)
  const figures = [
    ...part.figures,
    // Loose stickers are many small pieces: there is no sheet to cut.
    ...(loose ? [] : [cut.width, cut.height, area]),
    ...(resist.transfer ? [transferFigure(size, pieces, rules)] : []),
    tapeFigure(loose ? art : size, pieces, rules),
    ...timeFigures(runTimes({ method: kind.method, pieces, tray: input.tray, window, hands, steps })),
    costFigure({
      etchant: part.used,
      etchantUnit: kind.method === 'blast' ? 'g' : 'ml',
      etchantPrice: lot.price,
      resistArea: resist.uses === null || loose ? 0 : area.value,
      handsOn: steps.reduce((sum, s) => sum + s.seconds, 0),
      rules,
    }),
    ...(flat ? [] : [diameterFigure(input.girth)]),
  ]
  const refusals = [...answered.refusals, ...fitRefusals(input), ...(part.dwell.refusal ? [part.dwell.refusal] : [])]
  return {
    judgement,
    dwell: part.dwell,
    figures,
    refusals,
    place: loose ? null : place,
    warnings: [
      ...judgement.rows.filter(r => r.verdict === 'poor').map(r => `${r.reason} ${r.instead}`),
      ...part.dwell.warnings,
      ...fitWarnings(input, part.putOut),
      ...(place && !place.lies && !loose ? [place.sentence] : []),
      ...answered.warnings,
    ],
    plan:
      refusals.length > 0
        ? null
        : {
            method: kind.method,
            noun: input.noun,
            pieces,
            ...(input.numbers ? { numbers: input.numbers } : {}),
            ...(input.names?.some(name => name !== '') ? { names: input.names } : {}),
            dwell: window,
            hands,
            ...(part.dwell.cap ? { cap: part.dwell.cap } : {}),
            after,
            rinseAt: kind.method === 'cream' && input.schools.rinsing === 'sink' ? 'sink' : 'tub',
            putOut: part.putOut,
            bicarbonate: part.bicarbonate,
            ...(kind.method === 'blast' ? { look: input.look } : {}),
            ...(kind.method === 'liquid' ? { tray: input.tray } : {}),
            care: careCalls({ kind, schools: input.schools, surface: input.surface, dwell: window, resist }, rules),
            steps,
            basis: basisOf(input, judgement, part),
          },
  }
}
