import type { DwellDecision, DwellReason, DwellWhy } from '../dwell'
import type { Figure } from '../../basics/figure'
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

/** Area that the gun works on. @param wall mm² of the whole wall @param open mm² of the art that is open @returns mm² */
export function blastedArea(look: BlastLook, wall: number, open: number): number {
  if (look === 'graphics') return open
  const area = Math.max(0, wall - open)
  return look === 'fade' ? area * FADE_SHARE : area
}

export interface BlastInput {
  look: BlastLook
  /** mm² of one piece */
  area: number
  /** Gun time that a test patch with this lot asked for, s per cm²; null: the house's. */
  lotSecondsPerCm2: number | null
  /** Thin layers and plastic: lower pressure. */
  light: boolean
  kind: EtchantKind
  rules: HouseRules
}

/** Gun time for one piece, with its working. */
export function gunFigure(input: BlastInput): Figure {
  const { rules, area, lotSecondsPerCm2 } = input
  const rate = lotSecondsPerCm2 ?? rules.blastSecondsPerCm2
  return {
    id: 'gun',
    label: 'Gun time, a piece',
    value: (area / 100) * rate,
    unit: 's',
    formula: 'area × gun time for one cm², over all passes',
    inputs: [
      {
        label: input.look === 'graphics' ? 'open art' : input.look === 'solid' ? 'wall less the art' : 'half of the wall, for a fade',
        value: area,
        unit: 'mm2',
        source: reading,
      },
      {
        label: 'gun time for one cm²',
        value: rate,
        unit: 's',
        source: lotSecondsPerCm2 === null ? ruleSource(rules, 'blastSecondsPerCm2') : reading,
      },
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
  const best = Math.max(1, Math.round(gunFigure(input).value))
  const notBefore = Math.max(1, Math.round(best * THIN))
  const notAfter = Math.max(best + 1, Math.round(best * input.kind.graceFactor))
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
        source: input.lotSecondsPerCm2 === null ? ruleSource(input.rules, 'blastSecondsPerCm2') : reading,
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
