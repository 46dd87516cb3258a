import { z } from 'zod'
import { versionField } from './numbers'
import type { Block, DayInput, DayJob, DayPerson } from '#core/crew/day'
import type { HouseRules } from '#core/trade/house'
import type { RunState } from '#core/bench/run'
import type { RunPlan } from '#core/plan/run-plan'
import { formatTimeOfDay, parseTimeOfDay } from '#core/basics/units'
import type { Parsed } from '#core/basics/units'
import { passTitle } from './passes'
import type { Pass, TitledPass } from './passes'

const DAY_SECONDS = 24 * 3600
const second = z
  .number()
  .int()
  .min(0)
  .max(6 * DAY_SECONDS)
const chain = z.string().min(1).max(80)
const span = z.tuple([second, second])
const slot = z.strictObject({ chain, task: z.number().int().min(0).max(60), start: second, person: z.uuid() })

/** A day's plan as a page sends it: what was chosen, and the schedule made from it. */
export const dayPlanSchema = z.strictObject({
  /** When the day begins where the studio is, ms since 1970. */
  midnight: z.number().int().positive().max(Date.UTC(9999, 0)),
  /** s from midnight at which it was planned; null for a day that has not begun. */
  now: second.nullable(),
  passes: z.array(z.uuid()).max(40, 'Forty jobs are more than a day. Choose fewer.'),
  away: z.record(z.uuid(), z.array(span).max(12)),
  locks: z.array(slot).max(400),
  slots: z.array(slot).max(4000),
  version: versionField,
})

export type DayPlanEntry = z.output<typeof dayPlanSchema>

/** A day's plan as it is kept; version 0: nobody has planned it yet. */
export interface DayPlan extends Omit<DayPlanEntry, 'now'> {
  day: string
  blocks: Block[]
  savedBy: string | null
  savedAt: number | null
}

/**
 * Whether a plan was only made again from the facts: nobody chose, wrote or locked anything since the one before. What is over drops
 * out of both.
 */
export function sameChoices(before: DayPlan, day: DayPlan, isOpen: (pass: string) => boolean): boolean {
  const text = (l: DayPlan['locks'][number]) => JSON.stringify([l.chain, l.task, l.start, l.person])
  const left = (locks: DayPlan['locks']) =>
    locks
      .filter(l => day.slots.some(s => s.chain === l.chain))
      .map(text)
      .sort()
      .join()
  return (
    JSON.stringify(before.away) === JSON.stringify(day.away)
    && before.passes.filter(isOpen).join() === day.passes.filter(isOpen).join()
    && left(before.locks) === left(day.locks)
  )
}

/** What the core plans a day from. The same on both sides, so that page and server agree. */
export function dayInput(
  entry: Pick<DayPlanEntry, 'midnight' | 'now' | 'away' | 'locks'>,
  jobs: readonly DayJob[],
  people: readonly DayPerson[],
  rules: HouseRules,
): DayInput {
  const { midnight, now, away, locks } = entry
  return { zone: rules.timeZone, midnight, now, jobs, people, away, locks, rules }
}

/** The pass that has to be through and dry before this one; null where nothing is waited for. */
export const waitsForPass = ({ status, before }: Pick<Pass, 'status' | 'before'>): string | null =>
  status === 'planned' && before && before.status !== 'done' ? before.id : null

/** Of these passes, those that can be put on one day: each with what has to be done on its pieces first. */
export function plannable<P extends Pick<Pass, 'id' | 'status' | 'before'>>(passes: readonly P[]): P[] {
  const fits = (pass: P): boolean => {
    if (pass.status !== 'running' && pass.status !== 'planned') return false
    const first = waitsForPass(pass)
    return first === null || passes.some(p => p.id === first && fits(p))
  }
  return passes.filter(fits)
}

export const dayJob = (pass: TitledPass & Pick<Pass, 'id' | 'status' | 'before'>, plan: RunPlan, state: RunState | null): DayJob => ({
  id: pass.id,
  title: passTitle(pass),
  plan,
  state,
  after: waitsForPass(pass),
})

/**
 * When somebody is away, as it is written: `12-12:30, 15:30-`. Nothing after the dash: until the day ends.
 * @returns spans by the wall, s from 0:00
 */
export function parseAway(text: string): { ok: true, value: [number, number][] } | { ok: false, error: string } {
  const spans: [number, number][] = []
  for (const part of text
    .split(/[,;]/)
    .map(t => t.trim())
    .filter(t => t !== '')) {
    const [from, to, ...more] = part.split(/\s*[-–]\s*/)
    const ends: Parsed[] = [
      from ? parseTimeOfDay(from) : { ok: true, value: 0 },
      to ? parseTimeOfDay(to) : { ok: true, value: DAY_SECONDS },
    ]
    const [a, b] = ends
    if (to === undefined || more.length > 0 || !a!.ok || !b!.ok)
      return { ok: false, error: `"${part}" can't be read. Write it like 12:00-12:30, or 15:30- for whoever leaves then.` }
    if (b!.value <= a!.value) return { ok: false, error: `"${part}" ends before it begins.` }
    spans.push([a!.value, b!.value])
  }
  return { ok: true, value: spans.sort((x, y) => x[0] - y[0]) }
}

/** The same back in writing. */
export const writeAway = (spans: readonly (readonly [number, number])[]): string =>
  spans.map(([a, b]) => `${formatTimeOfDay(a)}-${b >= DAY_SECONDS ? '' : formatTimeOfDay(b)}`).join(', ')
