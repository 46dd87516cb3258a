export { EVENT_KINDS, faultText, NOTE_REASONS, RESULTS, FAULTS, PIECE_FACTS, REMEDIES, TRY_RESULTS } from './events'
export type {
  RunEvent,
  RunEventKind,
  NoteReason,
  PieceFact,
  PieceResult,
  FaultId,
  FaultMark,
  FrostFigures,
  JudgedLook,
  Remedy,
  TryResult,
} from './events'
export { applyEvent, foldRun, effectiveEvents, emptyRun, FIELD_OF } from './fold'
export { retimed } from './retime'
export type { RunState, PieceState, Stamp, PieceStage } from './state'
export { closesRun, coatedAgain, currentStep, holderOf, lookHasCome, pieceStage, piecesLeft, wetOf, wetPieces } from './state'
export { refuseEvent, runIntake } from './guard'
export type { RunIntake } from './guard'
export { isRunRefusal, refusalWords } from './refusals'
export type { RunRefusal } from './refusals'
export { followedRun } from './follow'
export type { FollowedRun } from './follow'
export { drawnDwell, gunTime, isOver, liveWindow, pieceClock } from './clock'
export type { PieceClock, ClockPhase } from './clock'
export { nextAction, pieceInFocus, pressEntries } from './next'
export { answersFor, caresFor, COAT_IS_ANYBODYS_MS, coatPlanned, NO_TURNS, takenSince } from './turns'
export type { DueOff, Turn, Turns } from './turns'
export { aware, goesTogether, jointAction } from './joint'
export type { OpenBench } from './joint'
export type { NewEvent, NextAction } from './next'
export { dueCare, nextCare, spoken } from './care'
export type { DueCare } from './care'
export { benchWords } from './words'
export type { BenchWords } from './words'
export { announcements, byUrgency, calls, UNANSWERED_MS } from './announce'
export type { Announcement, AlarmLevel } from './announce'
export { plannedSeconds, stepSpans, stepTimes, workedSeconds } from './step-times'
export type { StepSpan } from './step-times'
export { otherLooks } from './other-looks'
export type { OtherLook } from './other-looks'
export { overrunCauses } from './overrun'
export type { OverrunCause } from './overrun'
export { summarise } from './summary'
export type { RunSummary, PieceSummary } from './summary'
export { LATE_TAG, tag, TAG_KINDS, tagsOf } from './tags'
export type { TagKind } from './tags'
export { describeEvent } from './describe'
export { BENCH_REASONS, mishapWords, reasonCodes, reasonWords, saysNothing, SPOTS } from './reasons'
export type { ReasonCode, ReasonedKind, SpotId } from './reasons'
export { calledTogether, trayMates, trayOf } from './tray'
