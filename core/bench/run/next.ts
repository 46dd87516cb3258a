import { pieceLabel, pieceName, windowOf } from '../../plan/run-plan'
import type { RunPlan } from '../../plan/run-plan'
import type { CareCallId, GateItem, Step } from '../../plan/steps'
import { capital, formatClock } from '../../basics/units'
import { SKILLS } from '../../trade/skills'
import type { Skill } from '../../trade/skills'
import { UNANSWERED_MS } from './announce'
import { dueCare, spoken } from './care'
import { gunTime, liveWindow, pieceClock } from './clock'
import type { RunEvent } from './events'
import { closesRun, currentStep, handsFull, holderOf, pieceStage, piecesLeft } from './state'
import type { PieceState, RunState } from './state'
import { coatTaken, keepsUp, mineElsewhere } from './keeps-up'
import type { Asker } from './keeps-up'
import { answersFor, caresFor, coatPlanned, NO_TURNS } from './turns'
import type { Turns } from './turns'
import { reasonWords } from './reasons'
import { calledTogether, trayMates } from './tray'
import { benchWords } from './words'

interface OfPiece {
  step: Step
  piece: number
  sentence: string
  /** On the large control. */ control: string
}

/** The one thing to do now. `seconds` from now is when a `wait` ends. */
export type NextAction
  = | { kind: 'tick', step: Step, item: GateItem }
    | { kind: 'do' | 'measure' | 'tub' | 'try' | 'look', step: Step }
  /** The last step, which closes the run. */
    | { kind: 'finish', step: Step }
    | (OfPiece & { kind: 'coat' | 'covered' | 'rinse' | 'gun' })
    | (OfPiece & { kind: 'off', /** All that come off with one wipe, where it is more than a tray. */ along?: number[] })
    /** Done for one piece of a step that is followed piece by piece. */
    | (OfPiece & { kind: 'each' })
    | (OfPiece & { kind: 'care', care: CareCallId })
    | (OfPiece & { kind: 'wait', seconds: number })
  /** Others have in hand what there is to do, or the run is paused. */
    | { kind: 'idle' | 'paused', step: Step, sentence: string, control: string }
    | { kind: 'closed' }

const coatedOrder = (a: PieceState, b: PieceState) => a.covered!.at - b.covered!.at || a.n - b.n
/** When a covered piece has its best time, ms. */
const bestAt = (plan: RunPlan, p: PieceState) => p.covered!.at + liveWindow(plan, p).best * 1000
const stageOf = (state: RunState, stage: string) => state.pieces.filter(p => pieceStage(p) === stage)

/** When each strip of a coupon that is coated in turn is due, ms; the longest goes first. Null for others. */
function coatDue(plan: RunPlan, state: RunState, piece: PieceState): number | null {
  if (plan.together !== 'coated in turn') return null
  const first = state.pieces
    .flatMap(p => (p.covered ? [{ p, end: bestAt(plan, p) }] : []))
    .sort((a, b) => a.p.covered!.at - b.p.covered!.at)[0]
  return first ? first.end - windowOf(plan, piece.n).best * 1000 : null
}

/** The next piece for me to coat: by the day's plan and then by number, or the longest dwell first where strips are coated in turn. */
function nextToCoat(plan: RunPlan, state: RunState, now: number, { me, turns }: Asker): PieceState | undefined {
  const left = stageOf(state, 'untouched').filter((p) => {
    const coat = coatPlanned(p, turns, now)
    return me === null || !coat || coat.by === me
  })
  if (plan.together === 'coated in turn') return left.sort((a, b) => windowOf(plan, b.n).best - windowOf(plan, a.n).best)[0]
  const at = (p: PieceState) => turns.pieces.get(p.n)?.coat?.at ?? Infinity
  return left.sort((a, b) => (at(a) === at(b) ? a.n - b.n : at(a) - at(b)))[0]
}

/** Wet pieces by when they are due, the soonest first. */
const byDue = (plan: RunPlan, pieces: PieceState[]) => pieces.sort((a, b) => bestAt(plan, a) - bestAt(plan, b) || coatedOrder(a, b))

/**
 * Whether what has been due since then is mine to do: my own, nobody's, that of somebody with both hands full, or what nobody
 * answered.
 * @param whose person it is up to
 */
function fallsToMe(state: RunState, whose: string | null, me: string | null, since: number, now: number): boolean {
  return me === null || whose === null || whose === me || handsFull(state, whose) || now - since >= UNANSWERED_MS
}

/** Whether a piece is in my own hands. */
const inMyHands = (piece: PieceState, me: string | null) => me === null || holderOf(piece) === me

function mayCoat(plan: RunPlan, state: RunState, toBest: number | null, now: number, next: PieceState, asker: Asker): boolean {
  if (!asker.may.includes('coat')) return false
  // Metal is rubbed the whole time: whoever has a tray under the hands does not begin another.
  if (plan.method === 'liquid' && stageOf(state, 'dwelling').some(p => inMyHands(p, asker.me))) return false
  const due = coatDue(plan, state, next)
  if (due !== null) return due <= now
  return Boolean(plan.together) || keepsUp(plan, state, toBest, now, next, asker)
}

function etchAction(plan: RunPlan, state: RunState, step: Step, now: number, asker: Asker): NextAction {
  const { me, may, turns } = asker
  const words = benchWords(plan)
  const name = (p: PieceState) => calledTogether(plan, trayMates(plan, state, p))
  /** Each is rinsed by itself. */
  const alone = (p: PieceState) => pieceLabel(plan, p.n)
  const act = (kind: 'coat' | 'covered' | 'off' | 'rinse', p: PieceState, sentence: string, control: string): NextAction => ({
    kind,
    step,
    piece: p.n,
    sentence,
    control,
  })
  // What others have in their hands is theirs until they hand it over.
  const toRinse = stageOf(state, 'off')
    .filter(p => inMyHands(p, me))
    .sort(coatedOrder)[0]
  if (toRinse) return act('rinse', toRinse, words.rinseNow(alone(toRinse)), words.rinsed(alone(toRinse)))
  const inHand = stageOf(state, 'coating')
    .filter(p => inMyHands(p, me))
    // Strips that are rinsed in turn are covered the longest first: the shortest must not come due meanwhile.
    .sort((a, b) => (plan.together === 'rinsed in turn' ? windowOf(plan, b.n).best - windowOf(plan, a.n).best : 0))[0]
  if (inHand)
    return plan.together === 'rinsed in turn'
      ? act('covered', inHand, `Cover ${alone(inHand)}`, `${capital(alone(inHand))} is covered`)
      : act('covered', inHand, words.cover(name(inHand)), words.covered)

  const wet = byDue(plan, stageOf(state, 'dwelling'))
  const due = may.includes('rinse')
    ? wet.find(p => bestAt(plan, p) <= now && fallsToMe(state, answersFor(p, turns), me, bestAt(plan, p), now))
    : undefined
  if (due && plan.together === 'coated in turn') {
    // Strips that were coated in turn come off together, in one wipe; one that was coated late waits for its own time.
    const along = wet.filter(p => bestAt(plan, p) <= now)
    const all = calledTogether(plan, [...along].sort((a, b) => a.n - b.n))
    const are = along.length === 1 ? 'is' : 'are'
    return {
      kind: 'off',
      step,
      piece: due.n,
      along: along.map(p => p.n),
      sentence: `Take ${all} off now`,
      control: `${capital(all)} ${are} coming off`,
    }
  }
  if (due) return act('off', due, `Take ${name(due)} off now`, words.comingOff(name(due)))
  const care = may.includes('care') ? firstCare(plan, state, step, now, asker) : null
  if (care) return care
  // Mine set my pace; with none of mine, and nobody to coat, the first of all is waited for.
  const mine = wet.filter((p) => {
    const whose = answersFor(p, turns)
    return me === null || whose === me || (may.includes('rinse') && (whose === null || handsFull(state, whose)))
  })
  const first = mine[0]
  const clock = first && pieceClock(first, plan, now)
  const next = nextToCoat(plan, state, now, asker)
  if (next && mayCoat(plan, state, clock ? clock.toBest : null, now, next, asker)) {
    return plan.together === 'rinsed in turn'
      ? act('coat', next, 'Coat all strips, the longest first', 'First touch on the strips')
      : act('coat', next, words.coat(name(next)), words.firstTouch(name(next)))
  }
  const inTurn = next ? coatDue(plan, state, next) : null
  if (next && inTurn !== null)
    return {
      kind: 'wait',
      step,
      piece: next.n,
      seconds: (inTurn - now) / 1000,
      sentence: `Coat ${name(next)} next`,
      control: `Wait ${formatClock(Math.ceil((inTurn - now) / 1000))}`,
    }
  if (first && may.includes('rinse') && clock!.toNotBefore <= 0)
    return act('off', first, words.mayComeOff(name(first), formatClock(clock!.toBest)), words.comingOff(name(first)))
  const there = mineElsewhere(asker, now)
  if (next && !first && may.includes('coat') && there < coatTaken(plan, state))
    return {
      kind: 'idle',
      step,
      sentence: 'Your other bench comes first',
      control: `Due there in ${formatClock(Math.max(0, Math.ceil(there)))}`,
    }
  const waited = first ?? wet[0]
  if (!waited) return { kind: 'idle', step, sentence: 'Nothing for you just now', control: 'Others are on it' }
  const seconds = first ? clock!.toNotBefore : pieceClock(waited, plan, now).toBest
  const left = formatClock(Math.max(0, Math.ceil(seconds)))
  // Metal is not waited for: it is rubbed the whole time.
  const rub = plan.method === 'liquid' && first !== undefined
  return {
    kind: 'wait',
    step,
    piece: waited.n,
    seconds,
    sentence: rub ? `Rub ${name(waited)} gently` : `Wait for ${name(waited)}`,
    control: rub ? `Keep rubbing, ${left}` : `Wait ${left}`,
  }
}

/** The piece that has waited longest for its care. */
function firstCare(plan: RunPlan, state: RunState, step: Step, now: number, { me, turns }: Asker): NextAction | null {
  const due = stageOf(state, 'dwelling')
    .flatMap((p) => {
      const care = dueCare(plan, p, now)
      // What is due to come off is past caring for.
      return care && bestAt(plan, p) > now && fallsToMe(state, caresFor(p, turns, care.dueAt), me, care.dueAt, now) ? [{ p, ...care }] : []
    })
    .sort((a, b) => a.dueAt - b.dueAt)[0]
  return due
    ? {
        kind: 'care',
        step,
        piece: due.p.n,
        care: due.call.id,
        sentence: spoken(calledTogether(plan, trayMates(plan, state, due.p)), due.call),
        control: `${calledTogether(plan, trayMates(plan, state, due.p))}: ${due.call.short}`,
      }
    : null
}

function blastAction(plan: RunPlan, state: RunState, step: Step, now: number): NextAction {
  const piece = state.pieces.find(p => p.gunOn) ?? stageOf(state, 'blasting')[0] ?? stageOf(state, 'untouched')[0]!
  const left = windowOf(plan, piece.n).best - gunTime(piece, now)
  const name = pieceName(plan, piece.n)
  return {
    kind: 'gun',
    step,
    piece: piece.n,
    sentence: left > 0 ? `Blast ${name}` : `${capital(name)} has had its gun time`,
    control: piece.gunOn ? 'Gun is on: let go to stop' : 'Hold while the gun is on',
  }
}

/**
 * What a run asks for next. Rinsing comes before care, care before coating, and coated order is rinsing order.
 * @param now ms, server time
 * @param me who asks: what others have in hand is theirs; null: whatever comes first for anybody @param may what I am trusted with
 * @param turns who is to do what; without a plan, whoever coats a piece rinses it
 */
export function nextAction(
  plan: RunPlan,
  state: RunState,
  now: number,
  me: string | null = null,
  may: readonly Skill[] = SKILLS,
  turns: Turns = NO_TURNS,
): NextAction {
  const step = currentStep(plan, state)
  if (!step) return { kind: 'closed' }
  if (state.paused) return { kind: 'paused', step, sentence: `Paused: ${reasonWords('run.paused', state.paused)}`, control: 'Go on' }
  if (step.kind === 'do' && closesRun(plan, step)) return { kind: 'finish', step }
  switch (step.kind) {
    case 'gate':
      return { kind: 'tick', step, item: step.items!.find(item => !state.ticked[step.id]?.[item.id])! }
    case 'clock':
      return etchAction(plan, state, step, now, { me, may, turns })
    case 'blast':
      return blastAction(plan, state, step, now)
    default:
      return (plan.pieces > 1 && eachAction(plan, state, step)) || { kind: step.kind, step }
  }
}

/** The next piece of a step that is followed piece by piece; null where it is not. */
function eachAction(plan: RunPlan, state: RunState, step: Step): NextAction | null {
  const piece = piecesLeft(step, state)[0]
  if (!piece) return null
  return { kind: 'each', step, piece: piece.n, sentence: step.title, control: `${capital(pieceLabel(plan, piece.n))} is ${step.each}` }
}

/**
 * The piece whose clock is shown large: the one that is asked for while it is wet or under the gun, else the one that is due first.
 * @param wanted its number, where one is asked for
 */
export function pieceInFocus(plan: RunPlan, pieces: readonly PieceState[], wanted: number | undefined): PieceState | undefined {
  const named = pieces.find(p => p.n === wanted && ['dwelling', 'off', 'blasting'].includes(pieceStage(p)))
  return named ?? byDue(plan, pieces.filter(p => pieceStage(p) === 'dwelling'))[0]
}

type Part<E> = E extends RunEvent ? Omit<E, 'id' | 'at' | 'by'> : never
/** An entry before it has an id, a time and a person. */
export type NewEvent = Part<RunEvent>

/** What one press of the large control enters. Strips that share a clock are coated by one press. */
export function pressEntries(plan: RunPlan, state: RunState, action: NextAction): NewEvent[] {
  /** Numbers of what lies on the tray of this piece and is as far as it. */
  const onTray = (n: number) => trayMates(plan, state, state.pieces[n - 1]!).map(p => p.n)
  switch (action.kind) {
    case 'tick':
      return [{ kind: 'gate.ticked', step: action.step.id, item: action.item.id }]
    case 'do':
      return [{ kind: 'step.done', step: action.step.id }]
    case 'each':
      return [{ kind: 'gate.ticked', step: action.step.id, item: String(action.piece) }]
    case 'coat':
      // The brush is taken up once for all strips that are rinsed in turn.
      return plan.together === 'rinsed in turn'
        ? stageOf(state, 'untouched').map(p => ({ kind: 'coat.started', piece: p.n }))
        : onTray(action.piece).map(piece => ({ kind: 'coat.started', piece }))
    case 'covered':
      return onTray(action.piece).map(piece => ({ kind: 'coat.covered', piece }))
    case 'care':
      return onTray(action.piece).map(piece => ({ kind: 'care.given', piece, care: action.care }))
    case 'off':
      return (action.along ?? onTray(action.piece)).map(piece => ({ kind: 'etchant.off', piece }))
    case 'rinse':
      return [{ kind: 'piece.rinsed', piece: action.piece }]
    case 'finish':
      return [{ kind: 'run.finished' }]
    case 'paused':
      return [{ kind: 'run.resumed' }]
    default:
      return []
  }
}
