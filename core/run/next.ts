import type { GateItem, RunPlan, Step } from '../recipe'
import { capital, formatClock } from '../units'
import { pieceClock } from './clock'
import { currentStep, pieceStage, wetPieces } from './state'
import type { PieceState, RunState } from './state'

/** The one thing to do now. `at` in seconds from now is when a `wait` ends. */
export type NextAction
  = | { kind: 'tick', step: Step, item: GateItem }
    | { kind: 'do' | 'measure' | 'tub' | 'look', step: Step }
    | { kind: 'coat' | 'covered' | 'off' | 'rinse', step: Step, piece: number, sentence: string }
    | { kind: 'wait', step: Step, piece: number, seconds: number, sentence: string }
    | { kind: 'closed' }

const coatedOrder = (a: PieceState, b: PieceState) => a.covered!.at - b.covered!.at || a.n - b.n

function etchAction(plan: RunPlan, state: RunState, step: Step, now: number, me: string | null): NextAction {
  const stage = (s: string) => state.pieces.filter(p => pieceStage(p) === s)
  const toRinse = stage('off').sort(coatedOrder)[0]
  if (toRinse) return { kind: 'rinse', step, piece: toRinse.n, sentence: `Rinse ${plan.noun} ${toRinse.n} now` }
  const coating = stage('coating')
  const inHand = coating.find(p => p.coatStarted!.by === me) ?? coating[0]
  if (inHand) return { kind: 'covered', step, piece: inHand.n, sentence: `Cover every opening of ${plan.noun} ${inHand.n}` }

  const first = stage('dwelling').sort(coatedOrder)[0]
  const clock = first && pieceClock(first, plan.dwell, now)
  if (first && clock!.toBest <= 0) return { kind: 'off', step, piece: first.n, sentence: `Take ${plan.noun} ${first.n} off now` }
  const next = stage('untouched')[0]
  // The next coat must end before the first piece is due, or its rinse would be late.
  const timeToCoat = !clock || clock.toBest >= plan.hands.coat
  if (next && timeToCoat && wetPieces(state).length < plan.coatAhead) {
    return { kind: 'coat', step, piece: next.n, sentence: `Coat ${plan.noun} ${next.n}` }
  }
  if (clock!.toNotBefore <= 0) return { kind: 'off', step, piece: first!.n, sentence: `${capital(plan.noun)} ${first!.n} may come off; best in ${formatClock(clock!.toBest)}` }
  return { kind: 'wait', step, piece: first!.n, seconds: clock!.toNotBefore, sentence: `Wait for ${plan.noun} ${first!.n}` }
}

/**
 * What a run asks for next. Rinsing comes before coating, and coated order is rinsing order.
 * @param now ms, server time
 * @param me who asks; a piece in my own hands comes before another person's
 */
export function nextAction(plan: RunPlan, state: RunState, now: number, me: string | null = null): NextAction {
  const step = currentStep(plan, state)
  if (!step) return { kind: 'closed' }
  switch (step.kind) {
    case 'gate': return { kind: 'tick', step, item: step.items!.find(item => !state.ticked[step.id]?.[item.id])! }
    case 'clock': return etchAction(plan, state, step, now, me)
    case 'do': return { kind: 'do', step }
    default: return { kind: step.kind, step }
  }
}
