import { lateness } from '../../plan/dwell'
import type { DwellWindow, Lateness } from '../../plan/dwell'
import type { RunPlan } from '../../plan/run-plan'
import type { FaultId, FaultMark, PieceResult, Remedy } from './events'
import { reasonOf } from './reasons'
import type { BenchReason, SpotId } from './reasons'
import { liveWindow, pieceClock } from './clock'
import type { RunState } from './state'

export interface PieceSummary {
  n: number
  /** s from the last part covered to off, or of gun time; null when it was never etched */
  dwell: number | null
  /** s from the first touch to off */
  firstPart: number | null
  /** Against the window. */
  verdict: Lateness | 'not etched'
  /** Its own window, with the coat that was really put on */
  window: DwellWindow
  /** s past its window; 0 when it was not late */
  overBy: number
  result: PieceResult | null
  faults: FaultId[]
  note: string
  /** Where its faults are; runs from before they could be marked have none. */
  marks?: FaultMark[]
  remedy?: Remedy
  /** Judged before it had rested. */
  judgedEarly?: boolean
  withdrawn: BenchReason<'piece.withdrawn'> | null
  /** Why it came off before its window opened; null where nobody was asked. */
  early: BenchReason<'etchant.off'> | null
  /** What went wrong with it, in order. */
  mishaps: (BenchReason<'piece.mishap'> & { spot: SpotId | null })[]
}

/** A run as the log keeps it. */
export interface RunSummary {
  pieces: PieceSummary[]
  planned: RunPlan['dwell']
  method: RunPlan['method']
  /** Steps that were skipped, with their titles as they stood at the bench. */
  skipped: (BenchReason<'step.skipped'> & { step: string, title: string })[]
  /** s; null when nothing was etched */
  shortest: number | null
  longest: number | null
  /** mL put out less what went back */
  used: number
  good: number
  usable: number
  scrap: number
  /** Late, with harm or without. */
  over: number
}

const isLate = (verdict: PieceSummary['verdict']) => verdict === 'late' || verdict === 'harm'

/** What the log shows of a run, from its folded state. */
export function summarise(plan: RunPlan, state: RunState): RunSummary {
  const pieces = state.pieces.map((piece): PieceSummary => {
    const etched = plan.method === 'blast' ? piece.gunSeconds > 0 : piece.covered !== null && piece.off !== null
    const clock = pieceClock(piece, plan, piece.off?.at ?? 0)
    const window = liveWindow(plan, piece)
    const verdict = etched ? lateness(window, clock.last) : 'not etched'
    return {
      n: piece.n,
      verdict,
      window,
      overBy: isLate(verdict) ? clock.last - window.notAfter : 0,
      dwell: etched ? clock.last : null,
      firstPart: etched ? clock.first : null,
      result: piece.judged?.result ?? null,
      faults: piece.judged?.faults ?? [],
      note: piece.judged?.note ?? '',
      ...(piece.judged?.marks?.length ? { marks: piece.judged.marks } : {}),
      ...(piece.judged?.remedy ? { remedy: piece.judged.remedy } : {}),
      ...(piece.judged?.early ? { judgedEarly: true } : {}),
      withdrawn: piece.withdrawn && reasonOf(piece.withdrawn),
      early: piece.offEarly,
      mishaps: piece.mishaps.map(m => ({ ...reasonOf(m), spot: m.spot })),
    }
  })
  const dwells = pieces.flatMap(p => (p.dwell === null ? [] : [p.dwell]))
  const count = (result: PieceResult) => pieces.filter(p => p.result === result).length
  return {
    pieces,
    planned: plan.dwell,
    method: plan.method,
    skipped: plan.steps.flatMap((s) => {
      const skipped = state.skipped[s.id]
      return skipped ? [{ step: s.id, title: s.title, ...reasonOf(skipped) }] : []
    }),
    shortest: dwells.length ? Math.min(...dwells) : null,
    longest: dwells.length ? Math.max(...dwells) : null,
    used: state.measured ? state.measured.putOut - state.measured.back : 0,
    good: count('good'),
    usable: count('usable'),
    scrap: count('scrap'),
    over: pieces.filter(p => isLate(p.verdict)).length,
  }
}
