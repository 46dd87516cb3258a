import { dayAfter } from '#core/basics/zone'
import type { Lock } from '#core/crew/day'
import { parseAway, plannable, waitsForPass, writeAway } from '#shared/days'
import type { DayPlan } from '#shared/days'
import type { Pass } from '#shared/passes'

/** Jobs promised within so many days are put on a day that nobody has planned yet. */
export const SUGGESTED_DAYS = 3

/** What people chose and wrote for a day: jobs, who is away in their own words, and what they put where it is. */
export interface DayChoice {
  chosen: string[]
  away: Record<string, string>
  locks: Lock[]
}

/** Who is away when, s from 0:00 by the wall, and what of it can't be read. */
export function readAway(written: Readonly<Record<string, string>>): {
  spans: Record<string, [number, number][]>
  errors: Record<string, string>
} {
  const spans: Record<string, [number, number][]> = {}
  const errors: Record<string, string> = {}
  for (const [person, text] of Object.entries(written)) {
    const read = parseAway(text)
    if (!read.ok) errors[person] = read.error
    else if (read.value.length > 0) spans[person] = read.value
  }
  return { spans, errors }
}

/** What a kept plan was made from, as this page shows it. @param midnight of the day as the studio's zone is now, ms */
export function choiceOf(day: DayPlan, isOpen: (job: string) => boolean, midnight: number): DayChoice {
  // Another time zone moves a plan's own midnight, and nothing that was locked.
  const moved = (day.midnight - midnight) / 1000
  return {
    chosen: day.passes.filter(isOpen),
    away: Object.fromEntries(Object.entries(day.away).map(([person, spans]) => [person, writeAway(spans)])),
    locks: day.locks.map(l => ({ ...l, start: l.start + moved })),
  }
}

/** Passes for a day that nobody has planned: what is on the bench today, and what is promised soon. */
export function suggestedPasses(
  passes: readonly Pick<Pass, 'id' | 'status' | 'dueOn' | 'before'>[],
  day: string,
  isToday: boolean,
): string[] {
  const until = dayAfter(day, SUGGESTED_DAYS)
  return plannable(passes.filter(p => (p.status === 'running' ? isToday : p.dueOn <= until))).map(p => p.id)
}

type Chosen = Pick<Pass, 'id' | 'status' | 'before'>

/** What is chosen once somebody put a pass on the day, or took it off: what it waits for comes with it, what waits for it goes with it. */
export function withToggled(chosen: readonly string[], passes: readonly Chosen[], id: string): string[] {
  const first = (of: string) => {
    const pass = passes.find(p => p.id === of)
    return pass ? waitsForPass(pass) : null
  }
  if (!chosen.includes(id)) {
    const added: string[] = []
    for (let next: string | null = id; next !== null && !chosen.includes(next); next = first(next)) added.unshift(next)
    return [...chosen, ...added]
  }
  const gone = new Set([id])
  const behind = (of: string): boolean => {
    const before = first(of)
    return before !== null && (gone.has(before) || behind(before))
  }
  return chosen.filter(other => other !== id && !behind(other))
}
