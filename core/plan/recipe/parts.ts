import { coatFigure, coatSeconds, creamFigure, liquidFigure, netCreamFigure, recoveredFigure, usedFigure } from '../coat'
import type { CoatHow } from '../coat'
import { decideGunTime, distanceFigure, gritSpent, gunFigure, pressureFigure, sweptArea } from '../blast'
import type { BlastLook } from '../blast'
import type { Judgement } from '../../trade/compatibility'
import { decideDwell } from '../dwell'
import type { DwellDecision, DwellWindow } from '../dwell'
import type { Figure } from '../../basics/figure'
import { etchantKind, substrateKind } from '../../trade/materials'
import { bicarbonateFigure, ferricFigure, gasFigure } from '../neutralise'
import { lateralArea, wallArea } from '../../piece/vessel'
import { commonPractice, reading } from '../../basics/source'
import { evidenceFor } from './input'
import type { RecipeInput } from './input'
import { coatedOf, finestOf, largestOf, openOf, sweptBoxes } from './placements'

/** Scrape or wipe, then rinse one piece; for metal, sprinkle until the foam stops, then rinse. s */
export const OFF_SECONDS = { cream: 60, liquid: 120, blast: 0 }

/** Method by method: window, what is put out, what neutralises it, what it costs. */
export interface MethodPart {
  dwell: DwellDecision
  figures: Figure[]
  putOut: number
  /** mL or g that the shelf loses */
  used: number
  bicarbonate: number
  /** s for one piece */
  coat: number
  /** mm² that a gun sweeps on one piece; null for what is coated, and where pieces differ */
  swept: number | null
  /** Of each piece, where they differ. */
  windows?: DwellWindow[]
}

function dwellOf(input: RecipeInput, coat: number): DwellDecision {
  const { lot, rules } = input
  return decideDwell({
    kind: etchantKind(lot.kind),
    label: lot.label!,
    school: input.schools.dwell,
    coupon: evidenceFor(lot, input.substrate),
    ownBest: input.ownBest,
    substrate: substrateKind(input.substrate),
    openDays: lot.openDays,
    temperature: input.temperature,
    finest: finestOf(input.placements),
    openArea: openOf(input.placements),
    largestOpening: largestOf(input.placements),
    coatSeconds: coat,
    rules,
  })
}

const coatHow = ({ tool, coaters, paces }: RecipeInput): CoatHow => ({ tool, hands: coaters, paces })

/** How many are rubbed at a time, with one clock. */
const trayFigure = ({ tray, pieces }: RecipeInput): Figure => ({
  id: 'trays',
  label: 'Trays, one after another',
  value: Math.ceil(pieces / tray),
  unit: 'count',
  formula: 'pieces ÷ pieces side by side on one tray, rounded up',
  inputs: [
    { label: 'pieces', value: pieces, unit: 'count', source: reading },
    { label: 'side by side on one tray', value: tray, unit: 'count', source: reading },
  ],
  source: commonPractice('one person rubs one piece, or a few small ones, the whole time'),
})

/** What a brush goes over on one piece, mm²: it does not linger on the edges, so no overlap is added. */
export const coverOf = ({ placements, rules }: RecipeInput): number => coatedOf(placements, { ...rules, coatOverlap: 1 })

export function creamPart(input: RecipeInput): MethodPart {
  const open = openOf(input.placements)
  const how = coatHow(input)
  const cover = coverOf(input)
  const coat = coatSeconds(cover, input.rules, how)
  const cream = creamFigure(open, input.pieces, input.rules, coatedOf(input.placements, input.rules))
  const recover = input.schools.after === 'recover' && input.lot.reusable
  const net = netCreamFigure(cream.value, input.pieces, recover, input.rules, input.recovered ?? null)
  const bicarbonate = bicarbonateFigure(cream.value, input.rules, input.lot.acidShare ?? null)
  return {
    dwell: dwellOf(input, coat),
    figures: [
      coatFigure(cover, input.rules, how, false),
      cream,
      ...(recover ? [recoveredFigure(cream.value, input.rules, input.recovered ?? null)] : []),
      net,
      usedFigure(net, input.pieces),
      bicarbonate,
    ],
    putOut: cream.value,
    used: net.value * input.pieces,
    bicarbonate: bicarbonate.value,
    coat,
    swept: null,
  }
}

export function liquidPart(input: RecipeInput): MethodPart {
  const open = openOf(input.placements)
  const how = coatHow(input)
  const coat = coatSeconds(open, input.rules, how)
  const dwell = dwellOf(input, coat * input.tray)
  const liquid = liquidFigure(open, input.pieces, dwell.window?.best ?? input.lot.label!.min, input.rules)
  const bicarbonate = ferricFigure(liquid.value, input.lot.strength!, input.rules)
  return {
    dwell,
    figures: [
      coatFigure(open, input.rules, how, true),
      trayFigure(input),
      liquid,
      bicarbonate,
      gasFigure(liquid.value, input.lot.strength!),
    ],
    putOut: liquid.value,
    used: liquid.value,
    bicarbonate: bicarbonate.value,
    coat,
    swept: null,
  }
}

/** Substrates that the light pressure is for. */
const LIGHT_CARE = 'light-pressure'

export function blastPart(input: RecipeInput, judgement: Judgement): MethodPart {
  const { rules, lot } = input
  const wall = input.wall ? wallArea(input.wall, input.wall.from, input.wall.to) : lateralArea(input.girth, input.height)
  const light = judgement.cares.some(c => c.id === LIGHT_CARE)
  const boxes = sweptBoxes(input.placements)
  const blastOf = (look: BlastLook) => ({
    look,
    area: sweptArea(look, wall, boxes),
    lotSecondsPerCm2: lot.secondsPerCm2,
    logged: lot.gunPace,
    carve: input.depth === 'deep' ? input.carve : null,
    light,
    kind: etchantKind(lot.kind),
    rules,
  })
  const looks = [...new Set(input.looks ?? [input.look])]
  const decided = new Map(looks.map(look => [look, decideGunTime(blastOf(look))]))
  const best = (look: BlastLook) => decided.get(look)!.window!.best
  const longest = [...decided.values()].sort((a, b) => b.window!.best - a.window!.best)[0]!
  return {
    dwell: longest,
    figures: [
      ...looks.map((look, k) => gunFigure(blastOf(look), looks.length > 1 ? k : null)),
      pressureFigure(light, rules),
      distanceFigure(rules),
    ],
    putOut: 0,
    used: gritSpent(input.looks ? input.looks.reduce((sum, look) => sum + best(look), 0) : input.pieces * best(input.look), rules),
    bicarbonate: 0,
    coat: 0,
    // What pieces of different looks took says nothing of the pace of one.
    swept: looks.length > 1 ? null : blastOf(looks[0]!).area,
    ...(input.looks ? { windows: input.looks.map(look => decided.get(look)!.window!) } : {}),
  }
}
