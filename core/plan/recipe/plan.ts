import { weighAnswers } from '../../trade/answers'
import { judgePlace, surfaceAt } from '../../piece/blank'
import type { PlaceVerdict } from '../../piece/blank'
import { judge, saidBy, SURFACES, walls } from '../../trade/compatibility'
import type { Judgement } from '../../trade/compatibility'
import { costFigure, costParts } from '../cost'
import type { CostInput, CostParts } from '../cost'
import { dwellRemarkWords } from '../dwell'
import type { DwellDecision, DwellWindow } from '../dwell'
import type { Figure } from '../../basics/figure'
import { etchantKind, resistKind, substrateKind } from '../../trade/materials'
import { commonPractice, reading } from '../../basics/source'
import { OFF, ownSeconds, withOwnTimes } from '../own-times'
import type { Remark } from '../remarks'
import { careCalls, stepList } from '../steps'
import type { StepContext } from '../steps'
import { cutFigures, resistAreaFigure, resistCutFigure, tapeFigure, transferFigure } from '../../art/resist-size'
import type { Size } from '../../art/resist-size'
import { formatLength, formatPressure } from '../../basics/units'
import { diameterFromGirth } from '../../piece/vessel'
import type { Wall } from '../../piece/vessel'
import { fitRefusals, fitWarnings, readThroughGlass } from './fit'
import { blastPart, coverOf, creamPart, liquidPart, OFF_SECONDS } from './parts'
import type { MethodPart } from './parts'
import { runTimes, timeFigures } from './times'
import type { RecipeInput } from './input'
import { bridgeOf, calledOf, finestOf, openOf, stencilsOf, weedingOf } from './placements'
import type { PlacementFacts } from './placements'
import { pieceLabel } from '../run-plan'
import type { PlanBasis, RunPlan } from '../run-plan'

export interface Recipe {
  judgement: Judgement
  dwell: DwellDecision
  /** How each flat stencil lies where it sits; empty when the wall was not measured. `called`: which of several */
  places: { called: string, verdict: PlaceVerdict }[]
  /** In the order they are read. */
  figures: Figure[]
  warnings: Remark[]
  /** What cannot be done as asked. Empty when the run may start. */
  refusals: Remark[]
  /** What it costs, part by part; null where what goes with what forbids it. */
  costs: CostParts | null
  /** What the bench follows; null while anything is refused. */
  plan: RunPlan | null
}

/** A lot that lacks what its kind needs can't be planned with. */
function lotRefusal({ lot }: RecipeInput): Remark | null {
  const { method } = etchantKind(lot.kind)
  if (method !== 'blast' && !lot.label) return { code: 'no-label-time', etchant: lot.kind }
  return method === 'liquid' && !lot.strength ? { code: 'no-strength', etchant: lot.kind } : null
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
function handFits({ wall, girth, noun, surface }: RecipeInput): boolean {
  if (surface === 'flat') return false
  if (wall) return 2 * wall.at(wall.to).r >= HAND
  return diameterFromGirth(girth) >= HAND && !NECKED.test(noun)
}

function stepContext(
  input: RecipeInput,
  part: MethodPart,
  judgement: Judgement,
  window: DwellWindow,
  places: Recipe['places'] | null,
  keepOffLip: boolean,
  offSeconds: number,
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
    weeding: weedingOf(input.placements),
    stencils: stencilsOf(input.placements),
    schools: input.schools,
    dwell: window,
    putOut: part.putOut,
    bicarbonate: part.bicarbonate,
    coatSeconds: part.coat,
    tray: input.tray,
    tool: input.tool,
    offSeconds,
    reusable: input.lot.reusable,
    oldLabel: input.oldLabel,
    slits:
      places
      && places.flatMap(({ called, verdict }) =>
        verdict.slits.map(x => ({ called, edge: x.edge, count: x.count, depth: formatLength(x.depth, rules.lengthUnit) })),
      ),
    handFits: handFits(input),
    mirrored: readThroughGlass(input),
    wholeFace: input.wholeFace,
    food: (input.answers.food ?? 'none') !== 'none',
    keepOffLip,
    finish: input.finish,
    cares: judgement.cares,
    couponFirst: part.dwell.couponFirst && dwellRemarkWords(part.dwell.couponFirst),
    blast:
      kind.method === 'blast'
        ? {
            looks: looksOf(input, part),
            pressure: formatPressure(pressure),
            distance: formatLength(rules.blastDistance, rules.lengthUnit),
            passes: rules.blastPasses,
          }
        : null,
  }
}

/** Each look with its pieces by name, and the gun time of one of them, s. */
function looksOf(input: RecipeInput, part: MethodPart): NonNullable<StepContext['blast']>['looks'] {
  if (!input.looks) return [{ look: input.look, pieces: [], count: input.pieces, best: part.dwell.window!.best }]
  const label = (i: number) => pieceLabel({ noun: input.noun, numbers: input.numbers, names: input.names }, i + 1)
  return [...new Set(input.looks)].map((look) => {
    const own = input.looks!.flatMap((l, i) => (l === look ? [i] : []))
    return { look, pieces: own.map(label), count: own.length, best: part.windows![own[0]!]!.best }
  })
}

/** How near to the art the slits that a sheet needs on this wall end, mm; null where none needs any. */
function slitGapOf({ rules }: RecipeInput, places: Recipe['places'] | null): number | null {
  const depths = (places ?? []).flatMap(p => p.verdict.slits.map(s => s.depth))
  return depths.length > 0 ? rules.border - Math.max(...depths) : null
}

function basisOf(
  input: RecipeInput,
  judgement: Judgement,
  part: MethodPart,
  places: Recipe['places'] | null,
  remarks: Remark[],
): PlanBasis {
  const { substrate, surface, resist, lot, temperature, schools, depth, placements } = input
  const [bridge, slitGap] = [bridgeOf(placements), slitGapOf(input, places)]
  return {
    substrate,
    surface,
    resist,
    etchant: lot.kind,
    label: lot.label,
    openDays: lot.openDays,
    temperature,
    schools,
    openArea: openOf(placements),
    finest: finestOf(placements),
    ...(bridge === null ? {} : { bridge }),
    ...(slitGap === null ? {} : { slitGap }),
    depth,
    tool: input.tool,
    coaters: input.coaters,
    ...(etchantKind(lot.kind).method === 'cream' ? { cover: coverOf(input) } : {}),
    ...(part.swept === null ? {} : { swept: part.swept }),
    rows: judgement.rows.map(r => r.id),
    cares: judgement.cares.map(c => c.id),
    window: part.dwell.reasons.map(({ bound, at, pull, binds, why }) => ({ bound, at, pull, binds, why })),
    remarks,
  }
}

/** The same with what was measured in place of what was chosen from a list: a border of its own, the shape where the art goes. */
function settled(input: RecipeInput): RecipeInput {
  const { wall, surface, placements, border, rules } = input
  const met = wall && surface !== 'flat' ? placements.map(p => surfaceAt(wall, middleOn(wall, p), p.art.height)) : [surface]
  return {
    ...input,
    rules: border === null ? rules : { ...rules, border },
    // Where stencils sit on different parts of the wall, the hardest of them to lay decides.
    surface: SURFACES.filter(s => met.includes(s)).at(-1) ?? surface,
  }
}

/** Half way up where nobody said. */
const middleOn = (wall: Wall, { middle }: PlacementFacts): number => middle ?? (wall.from + wall.to) / 2

/** How each stencil lies on the measured wall; null where there is none. */
function placesOf({ wall, placements, rules }: RecipeInput): Recipe['places'] | null {
  if (!wall) return null
  return placements.map((p, i) => ({
    called: calledOf(placements, i),
    verdict: judgePlace(wall, middleOn(wall, p), p.art, rules.border, rules.fitTolerance),
  }))
}

/** What of it does not lie flat. */
const wrinklesOf = (places: Recipe['places']): Remark[] =>
  places.flatMap(({ called, verdict: { largest, arc } }) =>
    largest === null ? [] : [{ code: 'wrinkles', called, out: arc.worst, largest }],
  )

/** Resist to cut for each stencil, and all sheets of one piece. */
function sheetsOf(input: RecipeInput): { figures: Figure[], sheets: Size[] } {
  const { placements, rules } = input
  const flat = input.surface === 'flat'
  const face = flat && input.wholeFace ? { width: input.girth, height: input.height } : null
  const place = { girth: flat ? null : input.girth, overlap: rules.wrapOverlap, face }
  // One sheet covers a whole face, whatever is cut into it.
  const cut = (face ? placements.slice(0, 1) : placements).map((p, i) => ({
    count: face ? 1 : p.count,
    ...cutFigures(p.art, rules, place, { called: face ? '' : calledOf(placements, i), mark: i === 0 ? '' : `-${i + 1}` }),
  }))
  return {
    figures: cut.flatMap(c => [c.width, c.height]),
    sheets: cut.flatMap(c => Array.from({ length: c.count }, () => ({ width: c.width.value, height: c.height.value }))),
  }
}

/** One job's recipe: verdict, window, amounts, sizes, time, cost and steps, each figure with its working. */
export function planRecipe(given: RecipeInput): Recipe {
  const input = settled(given)
  const { lot, pieces, placements, rules } = input
  const kind = etchantKind(lot.kind)
  const judgement = judge(
    { substrate: input.substrate, etchant: lot.kind, resist: input.resist },
    { surface: input.surface, depth: input.depth, finest: finestOf(placements), openArea: openOf(placements) },
  )
  const answered = weighAnswers(input.answers, input.substrate)
  const lacking = lotRefusal(input)
  const blocked = [...walls(judgement), ...(lacking ? [lacking] : [])]
  if (blocked.length > 0)
    return { judgement, dwell: EMPTY, figures: [], warnings: [], refusals: blocked, places: [], costs: null, plan: null }

  const part = { cream: creamPart, liquid: liquidPart, blast: blastPart }[kind.method](input, judgement)
  // Without a window there is no schedule; the label's time still lets the rest be shown.
  const window = part.dwell.window ?? { notBefore: lot.label!.min, best: lot.label!.min, notAfter: lot.label!.max, noHarm: lot.label!.max }
  const own = input.times ?? {}
  const usualOff = OFF_SECONDS[kind.method]
  // Whoever presses off and rinsed in one go looks fast: the schedule never counts on less than usual.
  const hands = { coat: part.coat, off: Math.max(usualOff, Math.round(ownSeconds(own, OFF, usualOff))) }
  const after = lot.reusable && kind.method === 'cream' ? input.schools.after : 'wipe'
  const places = placesOf(input)
  const steps = withOwnTimes(stepList(stepContext(input, part, judgement, window, places, answered.keepOffLip, hands.off)), own)
  const flat = input.surface === 'flat'
  const cut = sheetsOf(input)
  const resist = resistKind(input.resist)
  const loose = input.resist === 'stickers'
  const used = input.resistCut
  const area = used === null ? resistAreaFigure(cut.sheets, resist.uses === null ? 1 : pieces) : resistCutFigure(used, pieces)
  const cost: CostInput = {
    etchant: part.used,
    etchantUnit: kind.method === 'blast' ? 'g' : 'ml',
    etchantPrice: lot.price,
    resistArea: resist.uses === null || loose ? 0 : area.value,
    resistPrice: input.resistPrice ?? null,
    handsOn: steps.reduce((sum, s) => sum + s.seconds, 0),
    rules,
  }
  const figures = [
    ...part.figures,
    // Loose stickers are many small pieces: there is no sheet to cut.
    ...(loose ? [] : [...cut.figures, area]),
    ...(resist.transfer ? [transferFigure(cut.sheets, pieces, rules)] : []),
    tapeFigure(loose ? placements.map(p => p.art) : cut.sheets, pieces, rules),
    ...timeFigures(runTimes({ method: kind.method, pieces, tray: input.tray, window, hands, steps }), steps.filter(s => s.usual).length),
    costFigure(cost),
    ...(flat ? [] : [diameterFigure(input.girth)]),
  ]
  const warnings = [
    ...saidBy(judgement, 'poor'),
    ...part.dwell.warnings,
    ...fitWarnings(input, part.putOut),
    ...(loose ? [] : wrinklesOf(places ?? [])),
    ...answered.warnings,
  ]
  const refusals = [...answered.refusals, ...fitRefusals(input), ...(part.dwell.refusal ? [part.dwell.refusal] : [])]
  return {
    judgement,
    dwell: part.dwell,
    figures,
    refusals,
    costs: costParts(cost),
    places: loose ? [] : (places ?? []),
    warnings,
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
            ...(kind.method === 'blast' && input.looks ? { looks: [...input.looks] } : {}),
            ...(part.windows ? { windows: part.windows } : {}),
            ...(kind.method === 'liquid' ? { tray: input.tray } : {}),
            care: careCalls({ kind, schools: input.schools, surface: input.surface, dwell: window, resist }, rules),
            steps,
            basis: basisOf(input, judgement, part, places, warnings),
          },
  }
}
