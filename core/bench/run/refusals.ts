import { capital } from '../../basics/units'
import { pieceName } from '../../plan/run-plan'
import type { RunPlan } from '../../plan/run-plan'

/** What stands in the way on one piece. */
const OF_PIECE = {
  'is-coated': piece => `${capital(piece)} has been coated already.`,
  'not-being-coated': piece => `${capital(piece)} is not being coated.`,
  'no-clock': piece => `${capital(piece)} has no clock running.`,
  'still-on': piece => `${capital(piece)} still has to come off.`,
  'is-blasted': piece => `${capital(piece)} is blasted already. Undo that first.`,
  'gun-on-for': piece => `The gun is on for ${piece}. Let go first.`,
  'no-gun-time': piece => `No gun time is counted for ${piece} yet.`,
  'in-no-hands': piece => `${capital(piece)} is in nobody's hands.`,
  'is-yours': piece => `${capital(piece)} is yours already.`,
  'no-such-fact': piece => `${capital(piece)} has no such entry.`,
  'out-of-order': piece => `${capital(piece)} would be out of order in time then. Settle its other entries first, or keep what stands.`,
  'no-such-piece': piece => `There is no ${piece} in this run.`,
  'taken-out': piece => `${capital(piece)} was taken out of the run.`,
  'finish-coating': piece => `Finish coating ${piece} first.`,
  'judge-where-judged': piece => `${capital(piece)} can still be judged again where it was judged. The run is not closed.`,
  'never-judged': piece => `${capital(piece)} was never judged, so there is nothing to put right.`,
} as const satisfies Record<string, (piece: string) => string>

/** Something else is to be done now; `title` is the step that refuses, or the one that comes first. */
const AT_STEP = {
  'no-blasting-yet': title => `It is not time to blast. First: ${title}.`,
  'no-coating-yet': title => `It is not time to coat. First: ${title}.`,
  'no-ticking-yet': title => `That can't be ticked now. First: ${title}.`,
  'no-closing-step-yet': title => `That step can't be closed now. First: ${title}.`,
  'close-the-run': title => `${title}, then close the run.`,
  'part-by-part': title => `${title}: every part of it has to be done, it can't be closed as a whole.`,
  'no-skipping-yet': title => `That step can't be skipped now. First: ${title}.`,
  'never-skipped': title => `${title}: this step is never skipped.`,
  'tried-at-its-step': title => `The bottle is tried at its own step. Now: ${title}.`,
  'amounts-later': title => `Amounts are entered after the last rinse. First: ${title}.`,
  'bicarbonate-at-its-step': title => `Bicarbonate goes in at its own step. First: ${title}.`,
  'tub-at-its-step': title => `The tub is chosen at its own step. First: ${title}.`,
  'run-not-through': title => `The run can't be closed yet. First: ${title}.`,
} as const satisfies Record<string, (title: string) => string>

/** A piece that is looked at or measured before its time. */
const BEFORE_LOOK = {
  'no-judging-yet': (piece, title) => `${capital(piece)} can be judged once it is dry and the wash-up is done. Now: ${title}.`,
  'no-measuring-yet': (piece, title) => `${capital(piece)} can be measured once it is dry and the wash-up is done. Now: ${title}.`,
} as const satisfies Record<string, (piece: string, title: string) => string>

const PLAIN = {
  'gun-is-off': 'The gun is off already.',
  'gun-is-on': 'The gun is on already.',
  'not-closed': 'The run is not closed. Undo the entry and make it again.',
  'after-closing': 'The run was closed by then. Write a time before that.',
  'before-the-run': 'The run had not begun by then. Write a time after that.',
  'stopped': 'This run was stopped. Start a new one from the job.',
  'finished': 'This run is finished. Its log can no longer change.',
  'not-paused': 'The run is not paused.',
  'paused': 'The run is paused. Go on with it first.',
  'piece-has-left': 'That piece is not in this run any more.',
  'no-such-line': 'That line is not on this list.',
  'is-ticked': 'That line is ticked already.',
  'no-numbers': 'No emergency number is set. A lead sets it under House rules; then tick this line again.',
  'nothing-in-the-tub': 'Put bicarbonate in the tub first, then wait until nothing fizzes.',
  'last-step': 'This is the last step: close the run instead.',
  'no-dab': 'Start the clock of the dab first.',
  'more-back-than-out': 'More went back than was put out. Check both amounts.',
  'gun-on-at-pause': 'The gun is on. Let go before the run is paused.',
  'gun-on-at-stop': 'The gun is on. Let go before the run is stopped.',
  'wet-at-pause': 'Something is wet, and etchant does not pause. Rinse every coated piece first, or hand it over.',
  'wet-at-stop': 'Something is still wet. Rinse every coated piece before the run is stopped.',
  'no-such-entry': 'There is no such entry in this run.',
  'undo-of-undo': 'An undo can\'t be undone. Enter it again instead.',
  'is-undone': 'That entry was undone already.',
  'rested-on': 'Later entries rest on that one. Undo those first.',
} as const

type PieceCode = keyof typeof OF_PIECE
type StepCode = keyof typeof AT_STEP
type LookCode = keyof typeof BEFORE_LOOK
type PlainCode = keyof typeof PLAIN

/**
 * Why a run does not take an entry, by code ({@link refusalWords} says it).
 * @property piece number @property pieces numbers @property step id of the step that refuses or comes first; null where all are done
 */
export type RunRefusal
  = | { code: PieceCode, piece: number }
    | { code: StepCode, step: string }
    | { code: LookCode, piece: number, step: string | null }
    | { code: 'judge-first', pieces: number[] }
    | { code: PlainCode }

/** True for what this version can say; a tray may hold what another one kept. */
export const isRunRefusal = (value: { code: string } | null | undefined): value is RunRefusal =>
  !!value && (value.code === 'judge-first' || [OF_PIECE, AT_STEP, BEFORE_LOOK, PLAIN].some(words => Object.hasOwn(words, value.code)))

/** The sentence for a refusal, which says what to do instead. Its pieces and steps are called what the plan calls them. */
export function refusalWords(plan: RunPlan, refusal: RunRefusal): string {
  const name = (piece: number) => pieceName(plan, piece)
  const title = (step: string | null) => plan.steps.find(s => s.id === step)?.title ?? 'Close the run'
  if ('pieces' in refusal) return `Judge ${refusal.pieces.map(name).join(', ')} first.`
  if ('piece' in refusal)
    return 'step' in refusal
      ? BEFORE_LOOK[refusal.code](name(refusal.piece), title(refusal.step))
      : OF_PIECE[refusal.code](name(refusal.piece))
  return 'step' in refusal ? AT_STEP[refusal.code](title(refusal.step)) : PLAIN[refusal.code]
}
