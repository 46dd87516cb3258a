import { holderOf, pieceStage } from './state'
import type { PieceState } from './state'

/** Who does what with one piece by the day's plan. Times in ms, server time. */
export interface Turn {
  coat: { by: string, at: number } | null
  /** Calls during the dwell, in order of time. */
  care: readonly { by: string, at: number }[]
  rinse: { by: string, at: number } | null
}

/** Who is to do what at a bench. */
export interface Turns {
  /** By the day's plan, by number of the piece; a piece that is not on it has none. */
  pieces: ReadonlyMap<number, Turn>
  /** Who is trusted with rinsing; null: everybody. */
  rinsers: ReadonlySet<string> | null
  /** How many can be rinsed at once: sinks or tubs, whichever the run rinses at. */
  rinsingAt: number
  /** What is wet at other benches, which the same hands and sinks wait for; nothing where nobody looked. */
  elsewhere?: readonly DueOff[]
}

/** A piece that has to come off, or is at the sink already. Times in ms, server time. */
export interface DueOff {
  /** Who is to rinse it; null: anybody who may. */
  by: string | null
  /** It keeps its sink until it is done. */
  atSink: boolean
  best: number
  last: number
  /** How long it is at the sink, from now on where it is there. */
  takes: number
}

export const NO_TURNS: Turns = { pieces: new Map(), rinsers: null, rinsingAt: Infinity }

/** So long after its time a coat is anybody's: a plan that the day has overtaken holds nobody up. ms */
export const COAT_IS_ANYBODYS_MS = 120_000

/**
 * Who answers for a piece: their device calls, and the others keep off. While it dwells that is whoever is to rinse it by
 * the day's plan, unless somebody took it over since it was covered; else whoever has it in hand. Null: nobody has it, or
 * whoever has it may not rinse it, so that everybody is called.
 */
export const answersFor = (piece: PieceState, turns: Turns = NO_TURNS): string | null =>
  pieceStage(piece) === 'dwelling' ? rinses(piece, turns) : holderOf(piece)

/** Who is to rinse a piece that is being coated or dwells; null: anybody who may. */
export function rinses(piece: PieceState, turns: Turns): string | null {
  const holder = holderOf(piece)
  const who = takenSince(piece) ? holder : (turns.pieces.get(piece.n)?.rinse?.by ?? holder)
  return who !== null && turns.rinsers?.has(who) === false ? null : who
}

/** Whether somebody took the piece over while its clock ran: that goes before any plan. */
export const takenSince = (piece: PieceState): boolean =>
  piece.taken !== null && piece.covered !== null && piece.taken.at >= piece.covered.at

/** Whose a call during the dwell is: by the plan whoever is to give the one nearest to it in time. @param dueAt ms */
export function caresFor(piece: PieceState, turns: Turns, dueAt: number): string | null {
  const planned = takenSince(piece) ? [] : (turns.pieces.get(piece.n)?.care ?? [])
  const nearest = planned.reduce<{ by: string, at: number } | null>(
    (best, c) => (!best || Math.abs(c.at - dueAt) < Math.abs(best.at - dueAt) ? c : best),
    null,
  )
  return nearest?.by ?? answersFor(piece, turns)
}

/**
 * Who is to coat an untouched piece by the plan, and when; null where the plan does not say, or the day has overtaken it: then it is
 * anybody's.
 */
export function coatPlanned(piece: PieceState, turns: Turns, now: number): { by: string, at: number } | null {
  const coat = pieceStage(piece) === 'untouched' ? turns.pieces.get(piece.n)?.coat : null
  return coat && now - coat.at < COAT_IS_ANYBODYS_MS ? coat : null
}
