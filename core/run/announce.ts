import type { RunPlan } from '../recipe'
import { capital, formatDuration } from '../units'
import { pieceClock } from './clock'
import type { RunState } from './state'

/** `soon`: get ready; `now`: best time reached; `over`: past the window. No two of them sound alike. */
export type AlarmLevel = 'soon' | 'now' | 'over'

export interface Announcement {
  /** Stays the same while the alarm stands, so that it is raised once: piece and level. */
  key: string
  piece: number
  level: AlarmLevel
  /** As one says it across a bench. */
  sentence: string
}

/** How long ahead the call to get ready comes: half a minute, less for short dwells. s */
export function soonLead(best: number): number {
  return Math.min(30, best / 4)
}

/** Alarms that stand right now, the latest piece last. @param now ms, server time */
export function announcements(plan: RunPlan, state: RunState, now: number): Announcement[] {
  return state.pieces.flatMap((piece): Announcement[] => {
    const clock = pieceClock(piece, plan.dwell, now)
    if (!clock.running) return []
    const name = `${plan.noun} ${piece.n}`
    const alarm = (level: AlarmLevel, sentence: string) => [{ key: `${piece.n}:${level}`, piece: piece.n, level, sentence }]
    if (clock.phase === 'over') return alarm('over', `${capital(name)} is over its time. Rinse it now.`)
    if (clock.toBest <= 0) return alarm('now', `Rinse ${name} now.`)
    const lead = soonLead(plan.dwell.best)
    return clock.toBest <= lead ? alarm('soon', `Get ready: ${name} in ${formatDuration(Math.ceil(clock.toBest))}.`) : []
  })
}
