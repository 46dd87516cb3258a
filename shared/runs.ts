import { z } from 'zod'
import { FAULTS, RESULTS } from '#core/run'
import type { FaultId, PieceFact, RunEvent, RunSummary } from '#core/run'
import type { RunPlan } from '#core/run-plan'
import type { Surface } from '#core/compatibility'
import type { PlannedWall } from './blanks'
import type { PlannedArt } from './jobs'
import type { CouponOfRun } from './coupons'
import { uuidV7Schema } from './ids'

const head = {
  id: uuidV7Schema,
  /** The sender's estimate of server time when it happened, ms. */
  at: z.number().int().positive(),
  /** The device's own clock, kept as it was, ms. */
  deviceTime: z.number().int().positive(),
}
const piece = z.number().int().min(1).max(500)
const word = z.string().min(1).max(40)
const reason = z.string().trim().min(1, 'Write why.').max(200)
const faultIds = FAULTS.map(f => f.id) as [FaultId, ...FaultId[]]

/** An event as a client sends it; the server adds who. */
export const runEventSchema = z.discriminatedUnion('kind', [
  z.strictObject({ ...head, kind: z.literal('gate.ticked'), step: word, item: word }),
  z.strictObject({ ...head, kind: z.literal('step.done'), step: word }),
  z.strictObject({ ...head, kind: z.literal('step.skipped'), step: word, reason }),
  z.strictObject({ ...head, kind: z.literal('coat.started'), piece }),
  z.strictObject({ ...head, kind: z.literal('coat.covered'), piece }),
  z.strictObject({ ...head, kind: z.literal('care.given'), piece, care: z.enum(['swirl', 'move', 'drip', 're-wet']) }),
  z.strictObject({ ...head, kind: z.literal('gun.on'), piece }),
  z.strictObject({ ...head, kind: z.literal('gun.off'), piece }),
  z.strictObject({ ...head, kind: z.literal('piece.blasted'), piece }),
  z.strictObject({ ...head, kind: z.literal('etchant.off'), piece }),
  z.strictObject({ ...head, kind: z.literal('piece.rinsed'), piece }),
  z.strictObject({ ...head, kind: z.literal('piece.withdrawn'), piece, reason }),
  z.strictObject({ ...head, kind: z.literal('piece.taken'), piece }),
  z.strictObject({ ...head, kind: z.literal('run.paused'), reason }),
  z.strictObject({ ...head, kind: z.literal('run.resumed') }),
  z.strictObject({ ...head, kind: z.literal('etchant.measured'), putOut: z.number().min(0).max(100_000), back: z.number().min(0).max(100_000) }),
  z.strictObject({ ...head, kind: z.literal('bicarbonate.added'), grams: z.number().positive().max(100_000) }),
  z.strictObject({ ...head, kind: z.literal('piece.judged'), piece, result: z.enum(RESULTS), faults: z.array(z.enum(faultIds)).max(20), note: z.string().max(500) }),
  z.strictObject({ ...head, kind: z.literal('run.finished') }),
  z.strictObject({ ...head, kind: z.literal('run.abandoned'), reason }),
  z.strictObject({ ...head, kind: z.literal('event.undone'), target: uuidV7Schema }),
])

export const sendEventsSchema = z.object({ events: z.array(runEventSchema).min(1).max(500) })
export const startRunSchema = z.object({ runId: uuidV7Schema })

export type SentEvent = z.output<typeof runEventSchema>

/** A stored event: as sent, with who and the server's own stamp and order. */
export type StoredEvent = RunEvent & { seq: number, deviceTime: number, serverTime: number }

export interface EventOutcome {
  id: string
  accepted: boolean
  /** Kept beside what another tablet entered, for a person to decide. */
  conflict?: boolean
  /** Why not, and what to do instead. */
  reason?: string
}

export interface RunHead {
  id: string
  /** Null for a coupon. */
  jobId: string | null
  bottleId: string
  coupon: CouponOfRun | null
  /** For whom; for a coupon, of which bottle. */
  customer: string
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
  artWidth: number
  artHeight: number
  /** As measured; null: drawn from height and girth alone. */
  wall: PlannedWall | null
  /** The art itself; without it tide lines stand for it. */
  art?: PlannedArt | null
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

export const photoHeadSchema = z.object({ id: uuidV7Schema, step: word, piece: z.union([z.literal('').transform(() => null), z.coerce.number().int().min(1).max(500)]) })
export type PhotoHead = z.output<typeof photoHeadSchema>

/** A picture taken during a run; its image is fetched by id. */
export interface Photo extends PhotoHead { width: number, height: number, by: string, at: number }

export interface RunWithEvents extends RunHead {
  events: StoredEvent[]
  /** Not yet decided. */
  conflicts: Conflict[]
  serverTime: number
}

export interface LogEntry {
  id: string
  customer: string
  noun: string
  pieces: number
  bottle: string
  startedBy: string
  endedAt: number
  summary: RunSummary
}

/** What travels over the live stream. */
export type LiveMessage
  = | { topic: 'run', id: string }
    | { topic: 'today' | 'shelf' | 'studio' | 'crew' }
    | { topic: 'day', day: string }
    | { topic: 'photos', id: string }
  /** The listener was away; anything may have changed. */
    | { topic: 'all' }
