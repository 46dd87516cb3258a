import { windowOf } from '../../plan/run-plan'
import type { RunPlan } from '../../plan/run-plan'
import type { DwellWindow } from '../../plan/dwell'
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

/** Gun time of one piece so far, s. @param now ms, server time */
export const gunTime = (piece: PieceState, now: number): number =>
  piece.gunSeconds + (piece.gunOn ? Math.max(0, now - piece.gunOn.at) / 1000 : 0)

function gunClock(piece: PieceState, dwell: DwellWindow, now: number): PieceClock {
  const last = gunTime(piece, now)
  const phase
    = last === 0 ? 'none' : last > dwell.notAfter ? 'over' : last >= dwell.best ? 'best' : last >= dwell.notBefore ? 'open' : 'before'
  return {
    phase,
    running: piece.gunOn !== null,
    last,
    first: last,
    toNotBefore: dwell.notBefore - last,
    toBest: dwell.best - last,
    toNotAfter: dwell.notAfter - last,
  }
}

type ClockPlan = Pick<RunPlan, 'dwell' | 'windows' | 'method'>

/** @param now ms, server time */
export function pieceClock(piece: PieceState, plan: ClockPlan, now: number): PieceClock {
  const dwell = windowOf(plan, piece.n)
  if (plan.method === 'blast') return gunClock(piece, dwell, now)
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
