import { capital } from '../../basics/units'
import type { BlastLook } from '../blast'
import type { DwellCap, DwellWindow } from '../dwell'
import type { AfterSchool } from '../../trade/house'
import type { Method } from '../../trade/materials'
import type { HandTimes } from '../ahead'
import type { CareCall, Step } from '../steps'
import type { PlanBasis } from './basis'

export type { PlanBasis } from './basis'

/** Strips of a coupon share one clock: all coated at once and rinsed in turn, or coated in turn and rinsed at once. */
export type Together = 'rinsed in turn' | 'coated in turn'

/** What the bench follows, frozen when the run starts. */
export interface RunPlan {
  method: Method
  /** What one piece is called. */
  noun: string
  pieces: number
  /** Which pieces of their set these are, in the order of the run; runs begun before there were sets: 1 and on. */
  numbers?: number[]
  /** Whose each is, '' where it has no name. */
  names?: string[]
  /** s from the last part covered; for blasting, s of gun time on one piece */
  dwell: DwellWindow
  /** A coupon's strips have a window each. */
  windows?: DwellWindow[]
  together?: Together
  /** A hard stop counted from the first touch that really happens. */
  cap?: DwellCap
  /** s of one piece */
  hands: HandTimes
  after: AfterSchool
  /** Where it is rinsed; runs begun before it was asked: at the sink. */
  rinseAt?: 'sink' | 'tub'
  /** mL to put out; 0 when blasting */
  putOut: number
  /** g for tub or tray */
  bicarbonate: number
  /** Metal: pieces side by side on one tray, which share one clock; runs begun before it was asked: one. */
  tray?: number
  /** Blasting: its look, as chosen in the plan. */
  look?: BlastLook
  /** Of each piece, where they differ. */
  looks?: BlastLook[]
  /** What to do with a piece while its dwell runs. */
  care: CareCall[]
  steps: Step[]
  /** Runs begun before it was kept have none. */
  basis?: PlanBasis
}

/** Number of a piece in its set. @param n 1-based, of the run */
export const numberOf = (plan: Pick<RunPlan, 'numbers'>, n: number): number => plan.numbers?.[n - 1] ?? n

/** What a piece is called: `tumbler 3`. @param n 1-based, of the run */
export const pieceName = (plan: Pick<RunPlan, 'noun' | 'numbers'>, n: number): string => `${plan.noun} ${numberOf(plan, n)}`

/** With its own name where it has one: `tumbler 3, Ada`. */
export function pieceLabel(plan: Pick<RunPlan, 'noun' | 'numbers' | 'names'>, n: number): string {
  const name = plan.names?.[n - 1]
  return name ? `${pieceName(plan, n)}, ${name}` : pieceName(plan, n)
}

/** A plan without whose its pieces are: neither by name nor in the words of its steps, where a piece is called `tumbler 3, Ada`. */
export function unnamed({ names = [], ...plan }: RunPlan): RunPlan {
  const labels = names.flatMap((name, i) => {
    const [label, piece] = [pieceLabel({ ...plan, names }, i + 1), pieceName(plan, i + 1)]
    // A sentence may begin with it.
    return name === '' ? [] : [[label, piece], [capital(label), capital(piece)]] as const
  })
  const said = (text: string) => labels.reduce((words, [label, piece]) => words.replaceAll(label, piece), text)
  const steps = plan.steps.map(s => ({ ...s, title: said(s.title), reason: said(s.reason), how: s.how.map(said), good: said(s.good) }))
  return { ...plan, steps }
}

/** The window of one piece. @param n 1-based */
export const windowOf = (plan: Pick<RunPlan, 'dwell' | 'windows'>, n: number): DwellWindow => plan.windows?.[n - 1] ?? plan.dwell
