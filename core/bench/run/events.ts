import type { CareCallId } from '../../plan/steps'
import type { BenchReason, SpotId } from './reasons'

/** How a dry piece was judged. */
export const RESULTS = ['good', 'usable', 'scrap'] as const
export type PieceResult = (typeof RESULTS)[number]

/** What is seen on a dry piece, in the trade's words. */
export const FAULTS = [
  { id: 'crept', text: 'crept under an edge' },
  { id: 'thin', text: 'thin or empty spots' },
  { id: 'bands', text: 'waves or bands' },
  { id: 'outside', text: 'frost outside the art' },
  { id: 'blotchy', text: 'blotchy when dry' },
  { id: 'soft', text: 'soft or merged details' },
  { id: 'weak', text: 'weak frost' },
  { id: 'reversed', text: 'upside down or reversed' },
  { id: 'too-long', text: 'left too long' },
] as const
export type FaultId = (typeof FAULTS)[number]['id']
/** A fault in the trade's words. */
export const faultText = (id: FaultId): string => FAULTS.find(f => f.id === id)!.text

/** How an old lot did on a scrap. */
export const TRY_RESULTS = [
  { id: 'good', text: 'It frosts as it should' },
  { id: 'weak', text: 'It frosts weakly' },
  { id: 'nothing', text: 'It does not frost' },
] as const
export type TryResult = (typeof TRY_RESULTS)[number]['id']

/** Where a fault is seen on a piece. */
export interface FaultMark {
  fault: FaultId
  /** Degrees round from the seam; on a flat piece 360 are its width, from the left. */
  at: number
  /** mm above the base */
  middle: number
}

/** What somebody said of a dry piece. */
export interface JudgedLook {
  result: PieceResult
  faults: FaultId[]
  note: string
  /** Entries from before they could be marked have none. */
  marks?: FaultMark[]
  /** What is done with it; nothing where nobody chose. */
  remedy?: Remedy
  /** It had not rested as long as the house rule says: whoever judged it said that it was dry. */
  early?: boolean
}

/** What one picture of a dry piece says. Lengths in mm, areas in mm², lightness in L*; null where it can't be told. */
export interface FrostFigures {
  /** Which of its placements, from 0. */
  placement: number
  /** How much lighter the frost is than clear glass over the card. */
  contrast: number
  mottle: number | null
  graininess: number | null
  raggedness: number | null
  blur: number | null
  /** How far outside the plan its edges lie. */
  offset: number | null
  outside: number | null
  missing: number | null
  /** Pixels of the picture to a mm. */
  scale: number
  /** What the card was taken for: readings with another card compare only through it. */
  card: number
  /** The picture, where it was kept with the run. */
  photo: string | null
}

/** What can be done with a piece that has a fault. Coating it again over the same opening is none of it. */
export const REMEDIES = ['wash-again', 'leave', 'new-pass', 'scrap'] as const
export type Remedy = (typeof REMEDIES)[number]

interface Base {
  /** Made by the client, UUIDv7. */
  id: string
  /** When it happened, in server time, ms since 1970. */
  at: number
  /** The person at the bench. */
  by: string
}

interface OfPiece extends Base {
  /** 1 to the number of pieces. */
  piece: number
}

/** Facts of a piece that two tablets can both have entered while one of them was away. */
export const PIECE_FACTS = ['coat.started', 'coat.covered', 'etchant.off', 'piece.rinsed'] as const
export type PieceFact = (typeof PIECE_FACTS)[number]

/** Everything that can happen in a run. Events are only ever added; taking one back is an event too. */
export type RunEvent
  = | (Base & { kind: 'gate.ticked', step: string, item: string })
    | (Base & { kind: 'step.done', step: string })
    | (Base & BenchReason<'step.skipped'> & { kind: 'step.skipped', step: string })
    | (Base & { kind: 'try.started' })
    | (Base & { kind: 'try.judged', result: TryResult })
    | (OfPiece & { kind: 'coat.started' })
    | (OfPiece & { kind: 'coat.covered' })
    | (OfPiece & { kind: 'care.given', care: CareCallId })
    | (OfPiece & { kind: 'gun.on' })
    | (OfPiece & { kind: 'gun.off' })
    /** Gun time as the cabinet's own counter, or a watch, had it: in place of what the pedal counted. */
    | (OfPiece & { kind: 'gun.entered', seconds: number })
    | (OfPiece & { kind: 'piece.blasted' })
    /** With a reason where it came off before its window opened. */
    | (OfPiece & Partial<BenchReason<'etchant.off'>> & { kind: 'etchant.off' })
    | (OfPiece & { kind: 'piece.rinsed' })
    | (OfPiece & BenchReason<'piece.withdrawn'> & { kind: 'piece.withdrawn' })
    | (OfPiece & BenchReason<'piece.mishap'> & { kind: 'piece.mishap', spot: SpotId | null })
    | (OfPiece & { kind: 'piece.taken' })
    | (OfPiece & { kind: 'fact.settled', fact: PieceFact, heldAt: number, heldBy: string })
    | (Base & BenchReason<'run.paused'> & { kind: 'run.paused' })
    | (Base & { kind: 'run.resumed' })
    | (Base & { kind: 'etchant.measured', putOut: number, back: number })
    | (Base & { kind: 'bicarbonate.added', grams: number })
    /** Its rinse water is in this tub, which may hold that of other runs. */
    | (Base & { kind: 'tub.chosen', tub: string })
    /** Torn or splashed ones off, fresh ones on; which of the shelf's, where that was said. */
    | (Base & { kind: 'gloves.changed', supply: string | null })
    | (OfPiece & JudgedLook & { kind: 'piece.judged' })
    /** After the run was closed: seen otherwise since. What was said before stays, and `why` says what changed. */
    | (OfPiece & JudgedLook & { kind: 'look.corrected', why: string })
    /** After the run was closed: it happened at another time than somebody pressed. When that was stays in the entries. */
    | (OfPiece & { kind: 'time.corrected', fact: PieceFact, heldAt: number, why: string })
    /** The frost of a dry piece, read from a picture. */
    | (OfPiece & FrostFigures & { kind: 'frost.read' })
    | (Base & { kind: 'run.finished' })
    | (Base & BenchReason<'run.abandoned'> & { kind: 'run.abandoned' })
    | (Base & { kind: 'event.undone', target: string })
    | (Base & NoteWritten)

/** Why a note was written: by itself, for what the run taught, or for an entry that could not be taken or was discarded. */
export const NOTE_REASONS = ['note', 'learnt', 'not-taken', 'discarded'] as const
export type NoteReason = (typeof NOTE_REASONS)[number]

interface NoteWritten {
  kind: 'note.written'
  why: NoteReason
  /** 1-based; null: of the whole run. */
  of: number | null
  text: string
  /** The entry that it stands for, and when that happened, ms. */
  was: { kind: string, at: number } | null
}

export type RunEventKind = RunEvent['kind']

export const EVENT_KINDS: readonly RunEventKind[] = [
  'gate.ticked',
  'step.done',
  'step.skipped',
  'try.started',
  'try.judged',
  'coat.started',
  'coat.covered',
  'care.given',
  'gun.on',
  'gun.off',
  'gun.entered',
  'piece.blasted',
  'etchant.off',
  'piece.rinsed',
  'piece.withdrawn',
  'piece.mishap',
  'piece.taken',
  'fact.settled',
  'run.paused',
  'run.resumed',
  'etchant.measured',
  'bicarbonate.added',
  'tub.chosen',
  'gloves.changed',
  'piece.judged',
  'look.corrected',
  'time.corrected',
  'frost.read',
  'run.finished',
  'run.abandoned',
  'event.undone',
  'note.written',
]
