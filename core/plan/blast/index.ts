import { LEAST_REACTION } from '../dwell'
import type { DwellDecision, DwellReason, DwellWhy } from '../dwell'
import type { Figure, FigureInput } from '../../basics/figure'
import type { Pace } from '../coat'
import { ruleSource } from '../../trade/house'
import type { HouseRules } from '../../trade/house'
import type { EtchantKind } from '../../trade/materials'
import { commonPractice, houseRule, reading } from '../../basics/source'

/** The three looks of a blasted piece. */
export const BLAST_LOOKS = [
  { id: 'graphics', text: 'Graphics only', why: 'Only the open art is frosted.' },
  { id: 'solid', text: 'Solid frost', why: 'Frosted all over; the art stays clear under its mask.' },
  { id: 'fade', text: 'Fade', why: 'From frost to clear: nozzle at mid height, the piece turned; farther is softer.' },
] as const
export type BlastLook = (typeof BLAST_LOOKS)[number]['id']

/** Of the wall that a fade passes over, this share of full gun time. */
const FADE_SHARE = 0.5
/** How a sentence calls a look: `solid frost`. */
export const lookWords = (look: BlastLook): string => BLAST_LOOKS.find(l => l.id === look)!.text.toLowerCase()

/** The gun runs over the edge of the art on every side, mm. */
export const RIM = 10
/** Door shut, gun up, one pass: nothing takes less. s */
const LEAST_GUN_TIME = 10

/**
 * Area that the gun sweeps: the boxes of the art and a rim round each, not only what is open in them; or the whole wall.
 * @param wall mm² of the whole wall @param boxes mm² of the art's boxes with their rims @returns mm²
 */
export function sweptArea(look: BlastLook, wall: number, boxes: number): number {
  if (look === 'graphics') return Math.min(wall, boxes)
  return look === 'fade' ? wall * FADE_SHARE : wall
}

export interface BlastInput {
  look: BlastLook
  /** mm² that the gun sweeps on one piece */
  area: number
  /** Gun time that a test patch with this lot asked for, s per cm²; null when there was none. */
  lotSecondsPerCm2: number | null
  /** What this lot took on earlier pieces; null under five of them. */
  logged: Pace | null
  /** Wanted depth of a carving, mm; null for a surface frost. */
  carve: number | null
  /** Thin layers and plastic: lower pressure. */
  light: boolean
  kind: EtchantKind
  rules: HouseRules
}

/** Gun time for one cm², and whose it is: a test patch comes first, then what was logged, then the house's. */
function gunRate({ lotSecondsPerCm2, logged, rules }: BlastInput): FigureInput {
  if (lotSecondsPerCm2 !== null)
    return { label: 'gun time for one cm², from your test patch', value: lotSecondsPerCm2, unit: 's/cm2', source: reading }
  if (logged)
    return {
      label: 'gun time for one cm², your own',
      value: logged.rate,
      unit: 's/cm2',
      source: houseRule(`median of ${logged.pieces} pieces in the log`),
    }
  return {
    label: 'gun time for one cm², by house rule',
    value: rules.blastSecondsPerCm2,
    unit: 's/cm2',
    source: ruleSource(rules, 'blastSecondsPerCm2'),
  }
}

const SWEPT = { graphics: `box of the art and ${RIM} mm round it`, solid: 'the whole wall', fade: 'half of the wall, for a fade' } as const

/** Gun time for one piece, with its working. @param of which of several looks this is, from 0; null where all are alike */
export function gunFigure(input: BlastInput, of: number | null = null): Figure {
  const { rules, area, carve } = input
  const rate = gunRate(input)
  const deep = carve === null ? 1 : Math.max(1, carve * rules.carveFactor)
  return {
    id: of ? `gun-${of + 1}` : 'gun',
    label: of === null ? 'Gun time, a piece' : `Gun time, a piece, ${lookWords(input.look)}`,
    value: Math.max(LEAST_GUN_TIME, (area / 100) * rate.value * deep),
    unit: 's',
    formula: `swept area × gun time for one cm²${carve === null ? '' : ' × depth × time to carve 1 mm'}, at least ${LEAST_GUN_TIME} s`,
    inputs: [
      { label: SWEPT[input.look], value: area, unit: 'mm2', source: reading },
      rate,
      ...(carve === null
        ? []
        : [
            { label: 'depth', value: carve, unit: 'mm' as const, source: reading },
            {
              label: 'to carve 1 mm, times a frost',
              value: rules.carveFactor,
              unit: 'number' as const,
              source: ruleSource(rules, 'carveFactor'),
            },
          ]),
    ],
    source: commonPractice('a test patch with the studio\'s own grit'),
  }
}

export const pressureFigure = (light: boolean, rules: HouseRules): Figure => ({
  id: 'pressure',
  label: 'Pressure at the gun',
  value: light ? rules.blastPressureLight : rules.blastPressure,
  unit: 'kPa',
  formula: light ? 'the light pressure of the house rules' : 'the pressure of the house rules',
  inputs: [
    {
      label: light ? 'for plastic, plate and coatings' : 'for glass, stone and metal',
      value: light ? rules.blastPressureLight : rules.blastPressure,
      unit: 'kPa',
      source: ruleSource(rules, light ? 'blastPressureLight' : 'blastPressure'),
    },
  ],
  source: commonPractice('30 to 40 psi for glass; value from memory'),
})

export const distanceFigure = (rules: HouseRules): Figure => ({
  id: 'distance',
  label: 'Nozzle to piece',
  value: rules.blastDistance,
  unit: 'mm',
  formula: 'the distance of the house rules; farther is softer',
  inputs: [{ label: 'distance', value: rules.blastDistance, unit: 'mm', source: ruleSource(rules, 'blastDistance') }],
  source: commonPractice('the farther the nozzle, the softer the fade'),
})

/** Not before: four fifths of the gun time looks thin. Not after: depth, heat and mask wear. */
const THIN = 0.8

/** The window of gun time on one piece, s, each bound with its reason. */
export function decideGunTime(input: BlastInput): DwellDecision {
  const best = Math.round(gunFigure(input).value)
  const notBefore = Math.round(best * THIN)
  const notAfter = Math.max(best + LEAST_REACTION, Math.round(best * input.kind.graceFactor))
  const noHarm = Math.max(notAfter, Math.round(best * input.kind.noHarmFactor))
  const make = (bound: DwellReason['bound'], at: number, why: DwellWhy): DwellReason => ({
    bound,
    at,
    pull: 0,
    binds: true,
    why,
    source: houseRule('until a test patch says better'),
  })
  return {
    window: { notBefore, best, notAfter, noHarm },
    reasons: [
      make('notBefore', notBefore, { code: 'gun-thin' }),
      {
        ...make('best', best, { code: 'gun', seconds: best }),
        source: gunRate(input).source,
      },
      make('notAfter', notAfter, { code: 'gun-digs' }),
      make('noHarm', noHarm, { code: 'no-harm-gun' }),
    ],
    warnings: [],
    cap: null,
    couponFirst: null,
    refusal: null,
  }
}

/** Grit that goes round breaks to dust and is drawn off into the filter. @param seconds of gun time @returns g */
export const gritSpent = (seconds: number, rules: HouseRules): number => (seconds / 60) * rules.gritPerMinute
