import type { RunPlan } from '../../plan/run-plan'
import { liveWindow } from './clock'
import type { PieceState, RunState } from './state'

/** What stood in the way while a piece waited to come off. Times in s. Nothing pauses with a wet piece, so that a pause is none of it. */
export type OverrunCause
  /** Somebody was coating or rinsing another piece. */
  = | { code: 'coating' | 'rinsing', piece: number, by: string, seconds: number }
  /** No other piece was in anybody's hands. */
    | { code: 'nobody', seconds: number }

/** Less than this is no reason, s. */
const WORTH_SAYING = 3

const overlap = ([a, b]: [number, number], [c, d]: [number, number]) => Math.max(0, Math.min(b, d) - Math.max(a, c)) / 1000

interface InHand {
  code: 'coating' | 'rinsing'
  by: string
  /** ms */
  span: [number, number]
}

function handsOn({ coatStarted, covered, off, rinsed }: PieceState, end: number): InHand[] {
  const found: InHand[] = []
  if (coatStarted) found.push({ code: 'coating', by: coatStarted.by, span: [coatStarted.at, covered?.at ?? end] })
  if (off) found.push({ code: 'rinsing', by: off.by, span: [off.at, rinsed?.at ?? end] })
  return found
}

/**
 * Why a piece came off late: what the hands were at between its best time and the moment it came off, the longest first. Empty where it was
 * not late. @param n 1-based
 */
export function overrunCauses(plan: RunPlan, state: RunState, n: number): OverrunCause[] {
  const piece = state.pieces[n - 1]
  if (!piece?.covered || !piece.off || plan.method === 'blast') return []
  const window = liveWindow(plan, piece)
  const due = piece.covered.at + window.best * 1000
  const late = piece.off.at
  if (late <= piece.covered.at + window.notAfter * 1000) return []
  const waited: [number, number] = [due, late]
  const found = state.pieces
    .filter(p => p.n !== n)
    .flatMap(p => handsOn(p, late).map(({ code, by, span }): OverrunCause => ({ code, piece: p.n, by, seconds: overlap(waited, span) })))
    .filter(c => c.seconds >= WORTH_SAYING)
    .sort((a, b) => b.seconds - a.seconds)
  return found.length > 0 ? found : [{ code: 'nobody', seconds: (late - due) / 1000 }]
}
