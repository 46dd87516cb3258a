import type { Care, Surface } from '../../trade/compatibility'
import type { BlastLook } from '../blast'
import type { CoatTool } from '../coat'
import type { DwellWindow } from '../dwell'
import type { Schools } from '../../trade/house'
import type { EtchantKind, ResistKind, SubstrateKind } from '../../trade/materials'

export type Station = 'bench' | 'sink' | 'tub' | 'rack' | 'cabinet'

/**
 * `gate`: every item ticked by a person; `do`: one press when done; `clock`: each piece coated, timed and rinsed;
 * `blast`: each piece under the gun; `measure`: amounts put out and back; `tub`: bicarbonate until no fizz;
 * `look`: each piece judged.
 */
export type StepKind = 'gate' | 'do' | 'clock' | 'blast' | 'measure' | 'tub' | 'look'

export interface GateItem {
  id: string
  /** A word or three, for the large control. */
  short: string
  text: string
}

export interface Step {
  id: string
  kind: StepKind
  station: Station
  title: string
  reason: string
  /** The moves, in order. */
  how: string[]
  /** What good looks like before going on. */
  good: string
  /** Hands-on, s. */
  seconds: number
  /** Never skipped. Others may be, with a reason that is kept. */
  safety: boolean
  items?: GateItem[]
}

/** Colour rubbed into the frost, or none. */
export const FINISHES = ['none', 'ink'] as const
export type Finish = (typeof FINISHES)[number]

/** What the step list depends on, and nothing else. */
export interface StepContext {
  pieces: number
  /** What one piece is called: `tumbler`. */
  noun: string
  substrate: SubstrateKind
  surface: Surface
  kind: EtchantKind
  resist: ResistKind
  schools: Schools
  dwell: DwellWindow
  /** mL to put out; 0 when blasting */
  putOut: number
  /** g */
  bicarbonate: number
  /** s for one piece */
  coatSeconds: number
  tool: CoatTool
  /** Pieces of metal side by side on one tray. */
  tray: number
  offSeconds: number
  reusable: boolean
  oldLabel: boolean
  /** Frost is kept off lip and inside. */
  keepOffLip: boolean
  finish: Finish
  cares: Care[]
  /** What an old bottle without evidence is told. */
  couponFirst: string | null
  blast: { look: BlastLook, pressure: string, distance: string, passes: number } | null
}

/** A vessel: it has an inside to hold it by, a mouth to stop, and a low side that cream slumps to. */
export const isRound = (c: Pick<StepContext, 'surface'>): boolean => c.surface !== 'flat'
