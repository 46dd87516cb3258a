import type { DwellWindow } from '../dwell'
import type { PieceState } from './state'

/**
 * `none`: not covered yet; `before`: the window has not opened; `open`: may come off; `best`: best time reached;
 * `over`: past not after.
 */
export type ClockPhase = 'none' | 'before' | 'open' | 'best' | 'over'

/** One piece's clock, s. It stops when the etchant comes off and never hides what it showed. */
export interface PieceClock {
  phase: ClockPhase
  running: boolean
  /** Since the last part was covered. */
  last: number
  /** Since the first touch: how long the first part has dwelt. */
  first: number
  toNotBefore: number
  toBest: number
  toNotAfter: number
}

/** @param now ms, server time */
export function pieceClock(piece: PieceState, dwell: DwellWindow, now: number): PieceClock {
  const end = piece.off?.at ?? piece.withdrawn?.at ?? now
  const since = (stamp: { at: number } | null) => (stamp ? Math.max(0, (end - stamp.at) / 1000) : 0)
  const last = since(piece.covered)
  return {
    phase: phaseAt(piece, dwell, last),
    running: piece.covered !== null && piece.off === null && piece.withdrawn === null,
    last,
    first: since(piece.coatStarted),
    toNotBefore: dwell.notBefore - last,
    toBest: dwell.best - last,
    toNotAfter: dwell.notAfter - last,
  }
}

function phaseAt(piece: PieceState, dwell: DwellWindow, last: number): ClockPhase {
  if (!piece.covered) return 'none'
  if (last > dwell.notAfter) return 'over'
  if (last >= dwell.best) return 'best'
  return last >= dwell.notBefore ? 'open' : 'before'
}
