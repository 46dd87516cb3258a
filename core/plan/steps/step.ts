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
 * `try`: an old lot on a scrap, with a clock and a result of its own; `look`: each piece judged.
 */
export type StepKind = 'gate' | 'do' | 'clock' | 'blast' | 'measure' | 'tub' | 'try' | 'look'

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
  /** What the step list allows, where this studio's own time stands in its place, s. */
  usual?: number
  /** Never skipped. Others may be, with a reason that is kept. */
  safety: boolean
  items?: GateItem[]
  /** Followed piece by piece: what a piece is once it is done, as `peeled`. */
  each?: string
  /** What to do where it is not good. */
  trouble?: string
  /** What looks wrong on the way and is not. */
  seems?: string
}

/** What is done to a piece once it has been judged. */
export const FINISH_TABLE = [
  { id: 'none', text: 'None' },
  { id: 'ink', text: 'Colour rubbed in' },
  { id: 'gems', text: 'Gems or glitter glued on' },
] as const
export type Finish = (typeof FINISH_TABLE)[number]['id']
export const FINISHES: readonly Finish[] = FINISH_TABLE.map(f => f.id)

/** Cuts into the border that let a flat stencil follow its curve. */
export interface StepSlits {
  /** Which of several stencils; '' where there is one. */
  called: string
  edge: 'upper' | 'lower'
  count: number
  /** As the studio reads lengths: `6 mm`. */
  depth: string
}

/** Which pass on the same pieces, from 1, and of how many. */
export interface PassTurn {
  no: number
  of: number
}

/** What the step list depends on, and nothing else. */
export interface StepContext {
  pieces: number
  /** Which pass on these pieces it is, from 1, and of how many. */
  turn: PassTurn
  /** What one piece is called: `tumbler`. */
  noun: string
  substrate: SubstrateKind
  surface: Surface
  kind: EtchantKind
  resist: ResistKind
  /** Stencils on one piece. */
  stencils: number
  /** To weed the art of one piece, s; null where nobody looked at it: then as usual for the resist. */
  weeding: number | null
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
  /** As the measured wall asks for; null where it was not measured. */
  slits: StepSlits[] | null
  /** Read through the glass: its art is mirrored. */
  mirrored: boolean
  /** All of a flat face is covered. */
  wholeFace: boolean
  /** A hand fits inside to hold it by. */
  handFits: boolean
  /** Somebody eats from it or drinks from it. */
  food: boolean
  /** Frost is kept off lip and inside. */
  keepOffLip: boolean
  finish: Finish
  cares: Care[]
  /** What an old bottle without evidence is told. */
  couponFirst: string | null
  blast: {
    /** One look, or several with the pieces that have each. `best`: gun time of one piece, s */
    looks: { look: BlastLook, pieces: string[], count: number, best: number }[]
    pressure: string
    distance: string
    passes: number
  } | null
}

/** A vessel: it has an inside to hold it by, a mouth to stop, and a low side that cream slumps to. */
export const isRound = (c: Pick<StepContext, 'surface'>): boolean => c.surface !== 'flat'
