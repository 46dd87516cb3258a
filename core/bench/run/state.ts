import type { RunPlan } from '../../plan/run-plan'
import type { CareCallId, Step } from '../../plan/steps'
import type { BenchReason, SpotId } from './reasons'
import type { FrostFigures, JudgedLook, NoteReason, TryResult } from './events'

/** Who did it, and when (ms, server time). */
export interface Stamp {
  by: string
  at: number
}

export interface PieceState {
  /** 1-based */
  n: number
  coatStarted: Stamp | null
  covered: Stamp | null
  /** Care given during the dwell, in order. */
  care: (Stamp & { care: CareCallId })[]
  /** Gun: since when it is on, and what it was on before, s. */
  gunOn: Stamp | null
  gunSeconds: number
  blasted: Stamp | null
  off: Stamp | null
  /** Why it came off before its window opened; null where nobody was asked. */
  offEarly: BenchReason<'etchant.off'> | null
  rinsed: Stamp | null
  /** What went wrong with it, in order. */
  mishaps: (Stamp & BenchReason<'piece.mishap'> & { spot: SpotId | null })[]
  withdrawn: (Stamp & BenchReason<'piece.withdrawn'>) | null
  /** Who took it over from whoever had it, last. */
  taken: Stamp | null
  judged: (Stamp & JudgedLook) | null
  /** Its frost, read from pictures, in order; nothing where nobody did. */
  frost?: (Stamp & FrostFigures)[]
}

export interface RunState {
  pieces: PieceState[]
  /** Gate ticks by step and item. */
  ticked: Record<string, Record<string, Stamp>>
  done: Record<string, Stamp>
  /** Steps that somebody skipped, with the reason. */
  skipped: Record<string, Stamp & BenchReason<'step.skipped'>>
  /** An old lot on a scrap: since when the dab has been on, and how it did. */
  tried: { started: Stamp | null, judged: (Stamp & { result: TryResult }) | null }
  measured: (Stamp & { putOut: number, back: number }) | null
  /** g so far */
  bicarbonate: number
  /** Where its rinse water is: a tub that may serve other runs as well. */
  tub: string | null
  /** Gloves that were changed on the way, in order. */
  gloves: (Stamp & { supply: string | null })[]
  /** Nothing goes on until somebody says so. */
  paused: (Stamp & BenchReason<'run.paused'>) | null
  /** What was written down beside the facts, in order. */
  notes: (Stamp & { why: NoteReason, of: number | null, text: string })[]
  finished: Stamp | null
  abandoned: (Stamp & BenchReason<'run.abandoned'>) | null
}

/** When it was coated a second time, last; null when it was not. */
export const coatedAgain = (piece: Pick<PieceState, 'mishaps'>): Stamp | null =>
  piece.mishaps.findLast(m => m.why === 'coated-again') ?? null

export type PieceStage = 'untouched' | 'coating' | 'dwelling' | 'off' | 'rinsed' | 'blasting' | 'blasted' | 'withdrawn'

export function pieceStage(piece: PieceState): PieceStage {
  if (piece.withdrawn) return 'withdrawn'
  if (piece.blasted) return 'blasted'
  if (piece.gunOn || piece.gunSeconds > 0) return 'blasting'
  if (piece.rinsed) return 'rinsed'
  if (piece.off) return 'off'
  if (piece.covered) return 'dwelling'
  return piece.coatStarted ? 'coating' : 'untouched'
}

/** Who has this piece: whoever touched it first, rinses it, or took it over, the latest of these. Null when nobody does. */
export function holderOf(piece: PieceState): string | null {
  if (!['coating', 'dwelling', 'off', 'blasting'].includes(pieceStage(piece))) return null
  const stamps = [piece.coatStarted, piece.gunOn, piece.off, piece.taken].filter(s => s !== null)
  return stamps.reduce<Stamp | null>((last, s) => (!last || s.at >= last.at ? s : last), null)?.by ?? null
}

/** Whether these hands are at a piece: coating it, or taking it off. */
export const handsFull = (state: RunState, who: string): boolean =>
  state.pieces.some(p => ['coating', 'off'].includes(pieceStage(p)) && holderOf(p) === who)

/** Pieces that carry etchant or its remains, in the order they were covered; the one being coated comes last. */
export function wetPieces(state: RunState): PieceState[] {
  return state.pieces
    .filter(p => ['coating', 'dwelling', 'off'].includes(pieceStage(p)))
    .sort((a, b) => (a.covered?.at ?? Infinity) - (b.covered?.at ?? Infinity) || a.n - b.n)
}

/** What of this run is wet and in this person's hands: nobody takes gloves off with it. */
export const wetOf = (state: RunState, who: string): PieceState[] => wetPieces(state).filter(p => holderOf(p) === who)

/** Whether this is the step that is complete when the run is closed. */
export const closesRun = (plan: Pick<RunPlan, 'steps'>, step: Step) => step === plan.steps.at(-1)

/** Pieces that a step is still to be done for, the first coated first; none where it is not followed piece by piece. */
export function piecesLeft(step: Step, state: RunState): PieceState[] {
  if (!step.each || state.done[step.id] || state.skipped[step.id]) return []
  return state.pieces
    .filter(p => !p.withdrawn && !state.ticked[step.id]?.[String(p.n)])
    .sort((a, b) => (a.covered?.at ?? 0) - (b.covered?.at ?? 0) || a.n - b.n)
}

/** Whether every piece that is still in the run was ticked by itself. */
const eachDone = (step: Step, state: RunState) =>
  Boolean(step.each) && state.ticked[step.id] !== undefined && piecesLeft(step, state).length === 0

function stepComplete(step: Step, state: RunState): boolean {
  switch (step.kind) {
    case 'gate':
      return step.items!.every(item => state.ticked[step.id]?.[item.id])
    case 'clock':
      return state.pieces.every(p => ['rinsed', 'withdrawn'].includes(pieceStage(p)))
    case 'blast':
      return state.pieces.every(p => ['blasted', 'withdrawn'].includes(pieceStage(p)))
    case 'measure':
      return state.measured !== null
    case 'try':
      return state.tried.judged !== null
    case 'look':
      return state.pieces.every(p => p.judged || p.withdrawn)
    default:
      return state.done[step.id] !== undefined || state.skipped[step.id] !== undefined || eachDone(step, state)
  }
}

/** Whether the look has come: pieces may be judged then, and judged again until the run is closed. */
export function lookHasCome(plan: Pick<RunPlan, 'steps'>, step: Step | null): boolean {
  const look = plan.steps.findIndex(s => s.kind === 'look')
  return step !== null && look >= 0 && plan.steps.indexOf(step) >= look
}

/** The first step that is not complete; null when the run is over. */
export function currentStep(plan: RunPlan, state: RunState): Step | null {
  if (state.finished || state.abandoned) return null
  const { steps } = plan
  // The run is not finished, so its last step is open, whatever kind it is.
  const last = steps.at(-1)
  return steps.find(step => step === last || !stepComplete(step, state)) ?? null
}
