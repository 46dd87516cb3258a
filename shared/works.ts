import { z } from 'zod'
import { ratesOf } from '#core/bench/works'
import type { Tally } from '#core/bench/works'
import type { LogFinding } from '#core/plan/rank'
import { SUBSTRATE_IDS } from '#core/trade/materials'
import type { FaultId } from '#core/bench/run'

/** What runs are told apart by. */
export const FACTORS = [
  { id: 'substrate', text: 'What it is made of' },
  { id: 'resist', text: 'Resist' },
  { id: 'etchant', text: 'Kind of etchant' },
  { id: 'lot', text: 'Bottle or bag' },
  { id: 'school', text: 'School of dwell' },
  { id: 'surface', text: 'Shape' },
  { id: 'person', text: 'Who began the run' },
] as const
export type Factor = (typeof FACTORS)[number]['id']

export const PERIODS = [
  { id: 'all', text: 'Since the beginning', days: null },
  { id: 'year', text: 'The last year', days: 365 },
  { id: 'quarter', text: 'The last three months', days: 91 },
] as const
export type Period = (typeof PERIODS)[number]['id']

const FACTOR_IDS = FACTORS.map(f => f.id) as [Factor, ...Factor[]]
const PERIOD_IDS = PERIODS.map(p => p.id) as [Period, ...Period[]]
export const worksSchema = z.object({
  by: z.enum(FACTOR_IDS, 'Choose what to tell runs apart by.').default('resist'),
  period: z.enum(PERIOD_IDS, 'Choose how far back to look.').default('all'),
})

export const adviceSchema = z.object({ substrate: z.enum(SUBSTRATE_IDS, 'Choose what it is made of.') })

/** What the log shows on one substrate: more or less often good than the others, and never what chance could make. */
export function findingsOf(of: LogFinding['of'], tallies: readonly Tally[]): LogFinding[] {
  const rates = ratesOf(tallies)
  return rates.flatMap(({ key, verdict, good, pieces, rest }) => (verdict === null ? [] : [{ of, key, verdict, good, pieces, rest }]))
}

/** How dwells came out against their best time: pieces by share of it. @property from the lower end of its bin */
export interface DwellBin {
  from: number
  pieces: number
}
/** Width of a bin, and where the first begins and the last ends: what lies beyond is in the outermost. */
export const DWELL_BINS = { width: 0.1, from: 0.5, to: 2 }

/** What judged pieces of finished runs show. */
export interface Works {
  /** The kinds by how many pieces there are of each, with what one calls it where that is stored. */
  tallies: (Tally & { name: string | null })[]
  /** Pieces of runs from before this was kept. */
  unknown: number
  faults: { fault: FaultId, pieces: number }[]
  pieces: number
  dwells: DwellBin[]
}
