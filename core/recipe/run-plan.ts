import type { DwellWindow } from '../dwell'
import type { HandTimes } from '../schedule'
import type { AfterSchool } from './house-rules'
import type { Step } from './steps'

/** What the bench follows, frozen when the run starts. */
export interface RunPlan {
  /** What one piece is called. */
  noun: string
  pieces: number
  /** s from the last part covered */
  dwell: DwellWindow
  /** s of one piece */
  hands: HandTimes
  /** How many may be coated before the first must come off. */
  coatAhead: number
  after: AfterSchool
  /** mL to put out */
  cream: number
  /** g for the rinse tub */
  bicarbonate: number
  steps: Step[]
}
