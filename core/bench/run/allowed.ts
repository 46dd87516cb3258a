import { pieceName } from '../../plan/run-plan'
import type { RunPlan } from '../../plan/run-plan'
import { capital } from '../../basics/units'
import type { PieceFact, RunEvent } from './events'
import { closesRun, currentStep, holderOf, lookHasCome, pieceStage, wetPieces } from './state'
import type { PieceStage, PieceState, RunState } from './state'
import { trayOf } from './tray'
import { takenSince } from './turns'

type PieceEvent = Extract<RunEvent, { piece: number }>

/** Stage a piece must be in for the event, and what to say when it is not. */
const STAGE_NEEDED: Partial<Record<RunEvent['kind'], { stage: PieceStage, otherwise: string }>> = {
  'coat.started': { stage: 'untouched', otherwise: 'has been coated already' },
  'coat.covered': { stage: 'coating', otherwise: 'is not being coated' },
  'etchant.off': { stage: 'dwelling', otherwise: 'has no clock running' },
  'piece.rinsed': { stage: 'off', otherwise: 'still has to come off' },
  'care.given': { stage: 'dwelling', otherwise: 'has no clock running' },
}

const GUN_EVENTS: readonly RunEvent['kind'][] = ['gun.on', 'gun.off', 'gun.entered', 'piece.blasted']

/** The gun works on one piece at a time. */
function refuseGun(plan: RunPlan, state: RunState, event: PieceEvent, name: string): string | null {
  const piece = state.pieces[event.piece - 1]!
  if (piece.blasted) return `${name} is blasted already. Undo that first.`
  const on = state.pieces.find(p => p.gunOn)
  if (event.kind === 'gun.off') return piece.gunOn ? null : 'The gun is off already.'
  if (on)
    return on === piece && event.kind === 'gun.on' ? 'The gun is on already.' : `The gun is on for ${pieceName(plan, on.n)}. Let go first.`
  return event.kind === 'piece.blasted' && piece.gunSeconds === 0 ? `No gun time is counted for ${name.toLowerCase()} yet.` : null
}

function refuseTaking(piece: PieceState, by: string, name: string): string | null {
  const holder = holderOf(piece)
  if (holder === null) return `${name} is in nobody's hands.`
  // While it dwells, whoever coated it may say that they keep it, whatever the day's plan says.
  const keeps = pieceStage(piece) === 'dwelling' && !takenSince(piece)
  return holder === by && !keeps ? `${name} is yours already.` : null
}

/** Order of a piece's facts in time. */
const FACTS_IN_ORDER = ['coatStarted', 'covered', 'off', 'rinsed'] as const
const FACT_AT: Record<PieceFact, number> = { 'coat.started': 0, 'coat.covered': 1, 'etchant.off': 2, 'piece.rinsed': 3 }

/** Why one of a piece's facts can't have happened then; null where it can. */
function refuseTime(piece: PieceState, event: { fact: PieceFact, heldAt: number }, name: string): string | null {
  const at = FACT_AT[event.fact]
  const [before, mine, after] = [
    FACTS_IN_ORDER.slice(0, at).map(f => piece[f]),
    piece[FACTS_IN_ORDER[at]!],
    FACTS_IN_ORDER.slice(at + 1).map(f => piece[f]),
  ]
  if (!mine) return `${name} has no such entry.`
  if (before.some(s => s && s.at > event.heldAt) || after.some(s => s && s.at < event.heldAt))
    return `${name} would be out of order in time then. Settle its other entries first, or keep what stands.`
  return null
}

function refusePiece(plan: RunPlan, state: RunState, event: PieceEvent): string | null {
  const piece = state.pieces[event.piece - 1]
  if (!piece) return `There is no ${pieceName(plan, event.piece)} in this run.`
  const stage = pieceStage(piece)
  const name = capital(pieceName(plan, event.piece))
  if (stage === 'withdrawn') return `${name} was taken out of the run.`
  const step = currentStep(plan, state)
  if (event.kind === 'piece.withdrawn' || event.kind === 'piece.mishap') return null
  if (event.kind === 'piece.taken') return refuseTaking(piece, event.by, name)
  if (event.kind === 'fact.settled') return refuseTime(piece, event, name)
  if (event.kind === 'piece.judged')
    return lookHasCome(plan, step) ? null : `${name} can be judged once it is dry and the wash-up is done. Now: ${step?.title}.`
  if (GUN_EVENTS.includes(event.kind))
    return step?.kind === 'blast' ? refuseGun(plan, state, event, name) : `It is not time to blast. First: ${step?.title}.`
  if (step?.kind !== 'clock') return `It is not time to coat. First: ${step?.title}.`
  const needed = STAGE_NEEDED[event.kind]!
  if (stage !== needed.stage) return `${name} ${needed.otherwise}.`
  const inHand
    = event.kind === 'coat.started'
      && !plan.together
      && state.pieces.find(
        p => pieceStage(p) === 'coating' && holderOf(p) === event.by && (!plan.tray || trayOf(plan, p.n) !== trayOf(plan, event.piece)),
      )
  return inHand ? `Finish coating ${pieceName(plan, inHand.n)} first.` : null
}

/** A look is put right once the run is closed: before that it is simply judged again. */
function refuseCorrection(plan: RunPlan, state: RunState, event: Extract<RunEvent, { kind: 'look.corrected' }>): string | null {
  const piece = state.pieces[event.piece - 1]
  if (!piece) return `There is no ${pieceName(plan, event.piece)} in this run.`
  const name = capital(pieceName(plan, event.piece))
  if (!state.finished) return `${name} can still be judged again where it was judged. The run is not closed.`
  return piece.judged && !piece.withdrawn ? null : `${name} was never judged, so there is nothing to put right.`
}

/** Times are put right once the run is closed: before that the entry is taken back. */
function refuseRetiming(plan: RunPlan, state: RunState, event: Extract<RunEvent, { kind: 'time.corrected' }>): string | null {
  const piece = state.pieces[event.piece - 1]
  if (!piece) return `There is no ${pieceName(plan, event.piece)} in this run.`
  if (!state.finished) return 'The run is not closed. Undo the entry and make it again.'
  if (event.heldAt > state.finished.at) return 'The run was closed by then. Write a time before that.'
  return refuseTime(piece, event, capital(pieceName(plan, event.piece)))
}

/** Frost is read from a picture once a piece is dry, and as often as wanted after the run is closed: it only adds. */
function refuseReading(plan: RunPlan, state: RunState, event: Extract<RunEvent, { kind: 'frost.read' }>): string | null {
  const piece = state.pieces[event.piece - 1]
  if (!piece) return `There is no ${pieceName(plan, event.piece)} in this run.`
  const name = capital(pieceName(plan, event.piece))
  if (piece.withdrawn) return `${name} was taken out of the run.`
  if (state.finished) return null
  if (state.abandoned) return 'This run was stopped. Start a new one from the job.'
  const step = currentStep(plan, state)
  return lookHasCome(plan, step) ? null : `${name} can be measured once it is dry and the wash-up is done. Now: ${step?.title}.`
}

/** Whether this is the number of a piece that is still in the run. */
const isOpenPiece = (state: RunState, item: string) => state.pieces.some(p => String(p.n) === item && !p.withdrawn)

/** Why the state does not allow this event, in a sentence that says what to do; null when it does. Undo is judged elsewhere. */
export function refuseStep(plan: RunPlan, state: RunState, event: RunEvent): string | null {
  // A note changes no fact, so it can be written whenever there is something to say, after the end as well.
  if (event.kind === 'note.written') return null
  if (event.kind === 'look.corrected') return refuseCorrection(plan, state, event)
  if (event.kind === 'time.corrected') return refuseRetiming(plan, state, event)
  if (event.kind === 'frost.read') return refuseReading(plan, state, event)
  if (state.finished) return 'This run is finished. Its log can no longer change.'
  if (state.abandoned) return 'This run was stopped. Start a new one from the job.'
  if (event.kind === 'run.resumed') return state.paused ? null : 'The run is not paused.'
  if (state.paused && event.kind !== 'run.abandoned' && event.kind !== 'event.undone' && event.kind !== 'fact.settled')
    return 'The run is paused. Go on with it first.'
  if ('piece' in event) return refusePiece(plan, state, event)
  const step = currentStep(plan, state)!
  switch (event.kind) {
    case 'gate.ticked': {
      if (step.id !== event.step || (step.kind !== 'gate' && !step.each)) return `That can't be ticked now. First: ${step.title}.`
      if (step.each ? !isOpenPiece(state, event.item) : !step.items!.some(item => item.id === event.item))
        return step.each ? 'That piece is not in this run any more.' : 'That line is not on this list.'
      return state.ticked[event.step]?.[event.item] ? 'That line is ticked already.' : null
    }
    case 'step.done':
      if (step.id !== event.step) return `That step can't be closed now. First: ${step.title}.`
      if (closesRun(plan, step)) return `${step.title}, then close the run.`
      // In a tub that serves other runs too it waits to be neutralised with theirs.
      if (step.kind === 'tub')
        return state.bicarbonate > 0 || state.tub !== null ? null : 'Put bicarbonate in the tub first, then wait until nothing fizzes.'
      return step.kind === 'do' ? null : `${step.title}: every part of it has to be done, it can't be closed as a whole.`
    case 'step.skipped':
      if (step.id !== event.step) return `That step can't be skipped now. First: ${step.title}.`
      if (closesRun(plan, step)) return 'This is the last step: close the run instead.'
      return step.kind !== 'do' || step.safety ? `${step.title}: this step is never skipped.` : null
    case 'try.started':
      return step.kind === 'try' ? null : `The bottle is tried at its own step. Now: ${step.title}.`
    case 'try.judged':
      if (step.kind !== 'try') return `The bottle is tried at its own step. Now: ${step.title}.`
      return state.tried.started ? null : 'Start the clock of the dab first.'
    case 'etchant.measured':
      if (step.kind !== 'measure') return `Amounts are entered after the last rinse. First: ${step.title}.`
      return event.back > event.putOut ? 'More went back than was put out. Check both amounts.' : null
    case 'bicarbonate.added':
      return step.kind === 'tub' ? null : `Bicarbonate goes in at its own step. First: ${step.title}.`
    case 'tub.chosen':
      return step.kind === 'tub' ? null : `The tub is chosen at its own step. First: ${step.title}.`
    case 'run.finished': {
      const open = state.pieces.filter(p => !p.judged && !p.withdrawn)
      if (step.kind === 'look' && open.length > 0) return `Judge ${open.map(p => pieceName(plan, p.n)).join(', ')} first.`
      return closesRun(plan, step) ? null : `The run can't be closed yet. First: ${step.title}.`
    }
    case 'run.paused':
      if (state.pieces.some(p => p.gunOn)) return 'The gun is on. Let go before the run is paused.'
      return wetPieces(state).length > 0
        ? 'Something is wet, and etchant does not pause. Rinse every coated piece first, or hand it over.'
        : null
    case 'run.abandoned':
      if (state.pieces.some(p => p.gunOn)) return 'The gun is on. Let go before the run is stopped.'
      return wetPieces(state).length > 0 ? 'Something is still wet. Rinse every coated piece before the run is stopped.' : null
    case 'event.undone':
      return null
    default:
      return null
  }
}
