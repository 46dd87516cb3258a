import { z } from 'zod'
import { FAULTS, NOTE_REASONS, PIECE_FACTS, reasonCodes, REMEDIES, RESULTS, saysNothing, SPOTS, TRY_RESULTS } from '#core/bench/run'
import type { FaultId, PieceFact, ReasonCode, ReasonedKind, RunEvent, RunRefusal, RunSummary, SpotId, TryResult } from '#core/bench/run'
import { CARE_IDS } from '#core/plan/steps'
import type { RunPlan } from '#core/plan/run-plan'
import type { Surface } from '#core/trade/compatibility'
import type { PlannedWall } from './blanks'
import type { DrawnArt } from './passes'
import type { CouponOfRun } from './coupons'
import { idSchema, uuidV7Schema } from './ids'

/** A moment, ms. No clock of a device that works shows a later year than 2100. */
const moment = z
  .number()
  .int()
  .positive()
  .max(Date.UTC(2100, 0), 'The clock of this device is set to another century. Set it right and enter this again.')
const head = {
  id: uuidV7Schema,
  /** The sender's estimate of server time when it happened. */
  at: moment,
  /** The device's own clock, kept as it was. */
  deviceTime: moment,
  /**
   * Who pressed; the session that sends it must be allowed to book for them. Entries of older pages have none: they are whoever's is
   * at the device.
   */
  by: idSchema.optional(),
}
const piece = z.number().int().min(1).max(500)
const word = z.string().min(1).max(40)
/** Letters that an entry may have, by what is written. */
export const LETTERS = { reason: 200, note: 500, standIn: 700 } as const
const letters = (most: number) => z.string().trim().max(most, `That is longer than ${most} letters. Shorten it.`)
/** An entry that says why, by a code, in words, or both. Entries of older pages have words only. */
const withReason = <K extends ReasonedKind, S extends z.ZodRawShape>(kind: K, shape: S) =>
  z
    .strictObject({
      ...head,
      ...shape,
      kind: z.literal(kind),
      why: z.enum(reasonCodes(kind) as [ReasonCode<K>, ...ReasonCode<K>[]]).optional(),
      reason: letters(LETTERS.reason),
    })
    .refine(entry => !saysNothing(entry as { why?: string, reason: string }), { path: ['reason'], message: 'Write why.' })
const faultIds = FAULTS.map(f => f.id) as [FaultId, ...FaultId[]]

/** What somebody says of a dry piece. */
const judgedLook = {
  piece,
  result: z.enum(RESULTS, 'Choose how it came out.'),
  faults: z.array(z.enum(faultIds)).max(20),
  note: letters(LETTERS.note),
  marks: z
    .array(z.strictObject({ fault: z.enum(faultIds), at: z.number().min(0).max(360), middle: z.number().min(-5000).max(5000) }))
    .max(40, 'Forty marks on one piece are enough.')
    .optional(),
  remedy: z.enum(REMEDIES).optional(),
  early: z.boolean().optional(),
}

const mm = z.number().min(0).max(50).nullable()
/** What one picture of a dry piece says. */
const frostFigures = {
  piece,
  placement: z.number().int().min(0).max(99),
  contrast: z.number().min(-100).max(100),
  mottle: z.number().min(0).max(100).nullable(),
  graininess: z.number().min(0).max(100).nullable(),
  raggedness: mm,
  blur: mm,
  offset: z.number().min(-50).max(50).nullable(),
  outside: z.number().min(0).max(10_000_000).nullable(),
  missing: z.number().min(0).max(10_000_000).nullable(),
  scale: z.number().positive().max(10_000),
  card: z.number().min(1).max(60),
  photo: uuidV7Schema.nullable(),
}

/** An event as a client sends it; the server adds who. */
export const runEventSchema = z.discriminatedUnion('kind', [
  z.strictObject({ ...head, kind: z.literal('gate.ticked'), step: word, item: word }),
  z.strictObject({ ...head, kind: z.literal('step.done'), step: word }),
  withReason('step.skipped', { step: word }),
  z.strictObject({ ...head, kind: z.literal('try.started') }),
  z.strictObject({ ...head, kind: z.literal('try.judged'), result: z.enum(TRY_RESULTS.map(r => r.id) as [TryResult, ...TryResult[]]) }),
  z.strictObject({ ...head, kind: z.literal('coat.started'), piece }),
  z.strictObject({ ...head, kind: z.literal('coat.covered'), piece }),
  z.strictObject({ ...head, kind: z.literal('care.given'), piece, care: z.enum(CARE_IDS) }),
  z.strictObject({ ...head, kind: z.literal('gun.on'), piece }),
  z.strictObject({ ...head, kind: z.literal('gun.off'), piece }),
  z.strictObject({
    ...head,
    kind: z.literal('gun.entered'),
    piece,
    seconds: z.number().min(1, 'Gun time is at least a second.').max(7200, 'Nobody blasts one piece for two hours. Check the unit.'),
  }),
  z.strictObject({ ...head, kind: z.literal('piece.blasted'), piece }),
  z.strictObject({
    ...head,
    kind: z.literal('etchant.off'),
    piece,
    why: z.enum(reasonCodes('etchant.off') as [ReasonCode<'etchant.off'>, ...ReasonCode<'etchant.off'>[]]).optional(),
    reason: letters(LETTERS.reason).optional(),
  }),
  z.strictObject({ ...head, kind: z.literal('piece.rinsed'), piece }),
  withReason('piece.withdrawn', { piece }),
  withReason('piece.mishap', { piece, spot: z.enum(SPOTS.map(s => s.id) as [SpotId, ...SpotId[]]).nullable() }),
  z.strictObject({ ...head, kind: z.literal('piece.taken'), piece }),
  withReason('run.paused', {}),
  z.strictObject({ ...head, kind: z.literal('run.resumed') }),
  z.strictObject({
    ...head,
    kind: z.literal('etchant.measured'),
    putOut: z.number().min(0).max(100_000),
    back: z.number().min(0).max(100_000),
  }),
  z.strictObject({ ...head, kind: z.literal('bicarbonate.added'), grams: z.number().positive().max(100_000) }),
  z.strictObject({ ...head, kind: z.literal('tub.chosen'), tub: uuidV7Schema }),
  z.strictObject({ ...head, kind: z.literal('gloves.changed'), supply: z.uuid().nullable() }),
  z.strictObject({ ...head, ...judgedLook, kind: z.literal('piece.judged') }),
  z.strictObject({
    ...head,
    ...judgedLook,
    kind: z.literal('look.corrected'),
    why: letters(LETTERS.reason).min(1, 'Write what is seen now, or what was wrong.'),
  }),
  z.strictObject({
    ...head,
    kind: z.literal('time.corrected'),
    piece,
    fact: z.enum(PIECE_FACTS),
    heldAt: moment,
    why: letters(LETTERS.reason).min(1, 'Write what was wrong with it.'),
  }),
  z.strictObject({ ...head, ...frostFigures, kind: z.literal('frost.read') }),
  z.strictObject({ ...head, kind: z.literal('run.finished') }),
  withReason('run.abandoned', {}),
  z.strictObject({ ...head, kind: z.literal('event.undone'), target: uuidV7Schema }),
  z.strictObject({
    ...head,
    kind: z.literal('note.written'),
    why: z.enum(NOTE_REASONS),
    of: piece.nullable(),
    text: letters(LETTERS.standIn).min(1, 'Write what is to be kept.'),
    was: z.strictObject({ kind: word, at: moment }).nullable(),
  }),
])

/** Entries of one request: more come in the next. */
export const MOST_EVENTS = 500
/** Each entry is read and answered by itself, so that a malformed one takes none of its neighbours along. */
export const sendEventsSchema = z.object({ events: z.array(z.unknown()).min(1).max(MOST_EVENTS) })
/** @property pieces numbers of those that go now; all that are owed where nothing is said */
export const startRunSchema = z.object({
  runId: uuidV7Schema,
  pieces: z.array(piece).min(1, 'Choose at least one piece.').max(500).optional(),
})

export type SentEvent = z.output<typeof runEventSchema>

/** A stored event: as sent, with who and the server's own stamp and order. */
export type StoredEvent = RunEvent & { seq: number, deviceTime: number, serverTime: number }

/**
 * Why an entry was not taken: it can't be read, the state does not allow it, its id is another run's, or its person has to be at the
 * device first.
 */
export type NotTaken = 'malformed' | 'refused' | 'other-run' | 'not-here'

/** What became of one entry, in the order sent. */
export interface EventOutcome {
  /** As it was sent; empty where none could be read. */
  id: string
  accepted: boolean
  /** Kept beside what another tablet entered, for a person to decide. */
  conflict?: boolean
  code?: NotTaken
  /** What of the run stands in the way, where that is why. */
  refusal?: RunRefusal
  /** Why not and what to do instead, as it is said today. */
  reason?: string
}

export interface EventsAnswer {
  outcomes: EventOutcome[]
  /** Those that were stored just now, with the number each has in its run. */
  stored: StoredEvent[]
  serverTime: number
}

export interface RunHead {
  id: string
  /** The pass it carries out, and the job that is of; null for a coupon. */
  passId: string | null
  jobId: string | null
  /** Which pass on its pieces this is, from 1, and of how many; null for a coupon. */
  passNo: number | null
  passes: number
  /** The stencil whose art it etches; null where none was named. */
  artName: string | null
  /** The cut sheet that its stencils come from. */
  sheet: { id: string, name: string, cut: boolean } | null
  lotId: string
  coupon: CouponOfRun | null
  /** For whom; for a coupon, of which bottle. */
  subject: string
  plan: RunPlan
  /** Shape of one piece, mm, to draw it. */
  shape: PieceShape
  startedBy: string
  startedAt: number
  endedAt: number | null
}

/** Sizes in mm. */
export interface PieceShape {
  surface: Surface
  height: number
  /** Way round, or width of a flat piece. */
  girth: number
  /** As measured; null: drawn from height and girth alone. */
  wall: PlannedWall | null
  /** What goes on it; without an outline tide lines stand for the art. */
  placements: DrawnArt[]
  /** What earlier passes put on it. */
  etched?: DrawnArt[]
}

/** The same fact of a piece, entered twice: `at` and `by` as the second tablet says. */
export interface Conflict {
  id: string
  fact: PieceFact
  piece: number
  at: number
  by: string
}

export const settleSchema = z.object({ /** The second entry counts; false: the first one stays. */ take: z.boolean() })

export const photoHeadSchema = z.object({
  id: uuidV7Schema,
  by: idSchema.optional(),
  step: word,
  piece: z.union([z.literal('').transform(() => null), z.coerce.number().int().min(1).max(500)]),
})
export type PhotoHead = z.output<typeof photoHeadSchema>

/** A picture taken during a run; its image is fetched by id. */
export interface Photo extends Omit<PhotoHead, 'by'> {
  width: number
  height: number
  by: string
  at: number
}

export interface RunWithEvents extends RunHead {
  events: StoredEvent[]
  /** Not yet decided. */
  conflicts: Conflict[]
  serverTime: number
}

export interface LogEntry {
  id: string
  subject: string
  noun: string
  pieces: number
  passNo: number | null
  passes: number
  artName: string | null
  lot: string
  startedBy: string
  endedAt: number
  summary: RunSummary
  /** How well it fits the words that were looked for, in millionths; null where the log is not sorted by it. */
  match: number | null
}

/** What travels over the live stream. */
export type LiveMessage
  /** With what is new, where that is short; without, the run is to be asked for. */
  = | { topic: 'run', id: string, events?: StoredEvent[] }
  /** Heard by the server only: streams of this session end. */
    | { topic: 'session', id: string }
    | { topic: 'today' | 'shelf' | 'studio' | 'crew' | 'tubs' }
    | { topic: 'day', day: string }
    | { topic: 'photos', id: string }
  /** The listener was away; anything may have changed. */
    | { topic: 'all' }
