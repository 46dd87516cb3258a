import { z } from 'zod'
import { SKILLS } from '#core/trade/skills'
import { figuresSchema } from '#shared/artworks'
import { dayPlanSchema } from '#shared/days'
import { logViewSchema } from '#shared/log'
import { runEventSchema } from '#shared/runs'
import { rulesForm, rulesSchema } from '#shared/studio'
import { tubEntrySchema } from '#shared/tubs'
import type { HouseRules } from '#core/trade/house'

const object = z.record(z.string(), z.unknown())
const objects = z.array(object)
const words = z.record(z.string(), z.string())
const mm = z.number()
/** A recipe as it was frozen when its run began: what every fold of the run reads of it. */
const runPlan = z.looseObject({
  noun: z.string(),
  pieces: z.number().int().positive(),
  method: z.enum(['cream', 'liquid', 'blast']),
  dwell: z.looseObject({ best: z.number() }),
  steps: z.array(z.looseObject({ id: z.string(), kind: z.string() })).min(1),
})
/** Rules are stored as numbers and checked as their fields are: written out and read again. */
const houseRules = object.refine((rules) => {
  try {
    return rulesSchema.safeParse(rulesForm(rules as unknown as HouseRules)).success
  }
  catch {
    return false
  }
}, 'These are no house rules.')

/**
 * The schema of each JSON column, by table and column. Where people enter what is in it, it is the schema of their form; what Crest works
 * out itself is checked for the shape that it is read by.
 */
export const JSON_COLUMNS: Record<string, z.ZodType> = {
  'artwork.entered': object,
  'artwork.figures': figuresSchema,
  'blank.entered': object,
  'blank.girths': z.array(mm),
  'blank.pane': z.looseObject({ width: mm, height: mm }),
  'blank.readings': z.array(z.looseObject({ height: mm, girth: mm })),
  'coupon.steps': z.array(z.looseObject({ dwell: z.number() })),
  'cut_sheet.entered': object,
  'cut_sheet.taken': object,
  'day_close.lines': words,
  'day_plan.away': dayPlanSchema.shape.away,
  'day_plan.blocks': z.array(z.looseObject({ key: z.string(), from: z.number(), to: z.number() })),
  'day_plan.locks': dayPlanSchema.shape.locks,
  'day_plan.slots': dayPlanSchema.shape.slots,
  'job.entered': object,
  'job_template.entered': object,
  'log_view.question': logViewSchema.shape.question,
  'lot.strength': z.looseObject({ density: z.number(), fraction: z.number() }),
  'pass.details': object,
  'pass.entered': object,
  'pass.placements': z.array(z.looseObject({ at: object })),
  'pass.schools': words,
  'pass.wall': z.looseObject({ kind: z.string(), readings: z.array(z.looseObject({ height: mm, girth: mm })) }),
  'person.may': z.array(z.enum(SKILLS)),
  'piece_set.answers': words,
  'piece_set.entered': object,
  'piece_set.keep_out': z.array(z.looseObject({ kind: z.string() })),
  'quote.content': object,
  'run.coupon': z.looseObject({ layout: object }),
  'run.plan': runPlan,
  'run.summary': z.looseObject({ pieces: objects, good: z.number(), scrap: z.number() }),
  'run.times': z.array(z.looseObject({ step: z.string(), took: z.number() })),
  'run_event.payload': object,
  'studio.rules': houseRules,
  'supply.details': object,
  'tub_event.payload': object,
}

const msOf = (value: unknown): unknown => (typeof value === 'string' ? Date.parse(value) : value)
/** Kinds that the server makes itself, and no device may send. */
const OWN_EVENTS = new Set(['fact.settled'])

/** An event of a run as a device sent it. */
function runEvent(row: Record<string, unknown>): boolean {
  if (OWN_EVENTS.has(String(row.kind))) return true
  const { id, kind, piece, payload, at, device_time: deviceTime, by_person: by } = row
  const event = { ...(payload as object), ...(piece === null ? {} : { piece }), id, kind, by, at: msOf(at), deviceTime: msOf(deviceTime) }
  return runEventSchema.safeParse(event).success
}

/** An entry of a tub as a person sent it; what a run or the shelf adds to it is left out. */
function tubEvent({ id, kind, payload }: Record<string, unknown>): boolean {
  const { runId: _, bifluoride: __, ferricChloride: ___, ...entered } = payload as Record<string, unknown>
  return tubEntrySchema.safeParse({ ...entered, id, kind }).success
}

const ROWS: Record<string, (row: Record<string, unknown>) => boolean> = { run_event: runEvent, tub_event: tubEvent }

/** The first column of a row that does not hold what Crest writes there; null where all do. Empty columns are the database's to refuse. */
export function wrongColumn(table: string, row: Record<string, unknown>): string | null {
  for (const [column, value] of Object.entries(row)) {
    const schema = value === null ? undefined : JSON_COLUMNS[`${table}.${column}`]
    if (schema && !schema.safeParse(value).success) return column
  }
  return ROWS[table]?.(row) === false ? 'payload' : null
}
