import { windowOf } from '../../plan/run-plan'
import type { RunPlan } from '../../plan/run-plan'
import { LEAST_REACTION, lateness } from '../../plan/dwell'
import type { DwellWindow } from '../../plan/dwell'
import { coatedAgain } from './state'
import type { PieceState } from './state'

/**
 * `none`: not covered yet; `before`: the window has not opened; `open`: may come off; `best`: best time reached;
 * `over`: late; `harm`: past the time up to which no harm is known.
 */
export type ClockPhase = 'none' | 'before' | 'open' | 'best' | 'over' | 'harm'
export const isOver = (phase: ClockPhase): boolean => phase === 'over' || phase === 'harm'

type ClockPlan = Pick<RunPlan, 'dwell' | 'windows' | 'method' | 'cap'>

/**
 * The window of one piece as it really is: a cap that runs from the first touch moves with the coat that was really
 * put on, not with the one that was planned.
 */
export function liveWindow(plan: ClockPlan, piece: Pick<PieceState, 'n' | 'coatStarted' | 'covered'>): DwellWindow {
  const window = windowOf(plan, piece.n)
  if (!plan.cap || !piece.coatStarted || !piece.covered) return window
  const left = Math.max(0, plan.cap.seconds - (piece.covered.at - piece.coatStarted.at) / 1000)
  const notAfter = Math.min(plan.cap.otherwise, left)
  const best = Math.max(0, Math.min(window.best, notAfter - LEAST_REACTION))
  return { notBefore: Math.min(window.notBefore, best), best, notAfter, noHarm: left }
}

/**
 * A dwell as a picture shows it that fills up by the end of its window: it moves on by half a px, so that it is drawn no more often.
 * @param px height of the picture @returns s
 */
export function drawnDwell(dwelt: number, { notAfter }: Pick<DwellWindow, 'notAfter'>, px: number): number {
  const step = Math.max(1, Math.floor(notAfter / (2 * px)))
  return Math.floor(dwelt / step) * step
}

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
  /** Since it was coated a second time; null when it was not. */
  again: number | null
}

/** Gun time of one piece so far, s. @param now ms, server time */
export const gunTime = (piece: PieceState, now: number): number =>
  piece.gunSeconds + (piece.gunOn ? Math.max(0, now - piece.gunOn.at) / 1000 : 0)

function gunClock(piece: PieceState, dwell: DwellWindow, now: number): PieceClock {
  const last = gunTime(piece, now)
  const phase = last === 0 ? 'none' : phaseIn(dwell, last)
  return {
    phase,
    running: piece.gunOn !== null,
    last,
    first: last,
    again: null,
    toNotBefore: dwell.notBefore - last,
    toBest: dwell.best - last,
    toNotAfter: dwell.notAfter - last,
  }
}

/** @param now ms, server time */
export function pieceClock(piece: PieceState, plan: ClockPlan, now: number): PieceClock {
  const dwell = liveWindow(plan, piece)
  if (plan.method === 'blast') return gunClock(piece, dwell, now)
  const end = piece.off?.at ?? piece.withdrawn?.at ?? now
  const since = (stamp: { at: number } | null) => (stamp ? Math.max(0, (end - stamp.at) / 1000) : 0)
  const again = coatedAgain(piece)
  const last = since(piece.covered)
  return {
    phase: piece.covered ? phaseIn(dwell, last) : 'none',
    running: piece.covered !== null && piece.off === null && piece.withdrawn === null,
    last,
    first: since(piece.coatStarted),
    again: again && since(again),
    toNotBefore: dwell.notBefore - last,
    toBest: dwell.best - last,
    toNotAfter: dwell.notAfter - last,
  }
}

/** The same rule as the log's: what the bench calls late, the log does too. */
function phaseIn(dwell: DwellWindow, last: number): ClockPhase {
  switch (lateness(dwell, last)) {
    case 'early':
      return 'before'
    case 'in window':
      return last >= dwell.best ? 'best' : 'open'
    case 'late':
      return 'over'
    case 'harm':
      return 'harm'
  }
}
