import type { RunPlan } from '../../plan/run-plan'
import { capital, formatDuration } from '../../basics/units'
import { dueCare, spoken } from './care'
import { lateAfter } from '../../plan/dwell'
import { isOver, liveWindow, pieceClock } from './clock'
import { calledTogether, trayMates } from './tray'
import { benchWords } from './words'
import type { RunState } from './state'
import { answersFor, caresFor, NO_TURNS } from './turns'
import type { Turns } from './turns'

/**
 * `care`: something to do with it meanwhile; `soon`: get ready; `now`: best time reached; `over`: late, but no harm is known yet;
 * `harm`: past that. No two of them sound alike.
 */
export type AlarmLevel = 'care' | 'soon' | 'now' | 'over' | 'harm'

export interface Announcement {
  /** Stays the same while the alarm stands, so that it is raised once: piece and level. */
  key: string
  piece: number
  level: AlarmLevel
  /** Who answers for it; null: everybody. */
  holder: string | null
  /** Since when it has been standing, ms, server time. */
  since: number
  /** As one says it across a bench. */
  sentence: string
}

const LEVELS: readonly AlarmLevel[] = ['care', 'soon', 'now', 'over', 'harm']

/** The most urgent first; of two that are as urgent the one that has been standing longer, as the bench itself asks for it. */
export function byUrgency(a: Announcement, b: Announcement): number {
  return LEVELS.indexOf(b.level) - LEVELS.indexOf(a.level) || a.since - b.since
}

/** How long ahead the call to get ready comes: half a minute, less for short dwells. s */
export function soonLead(best: number): number {
  return Math.min(30, best / 4)
}

/** A call that its own person has not answered for so long sounds for everybody. */
export const UNANSWERED_MS = 20_000

/** Whether this call is one for me: my piece's, nobody's, past its window, or one that nobody answered. @param now ms, server time */
export function calls(a: Announcement, me: string | null, now: number): boolean {
  if (me === null || a.holder === null || a.holder === me || a.level === 'over' || a.level === 'harm') return true
  return a.level !== 'soon' && now - a.since >= UNANSWERED_MS
}

const noHarm = (seconds: number) => `: no harm is known up to ${formatDuration(Math.floor(seconds))}`

/** Alarms that stand right now, the latest piece last. @param now ms, server time @param turns who is to do what */
export function announcements(plan: RunPlan, state: RunState, now: number, turns: Turns = NO_TURNS): Announcement[] {
  return state.pieces.flatMap((piece): Announcement[] => {
    const clock = pieceClock(piece, plan, now)
    // A gun that is on is held by somebody: it needs no calling.
    if (!clock.running || plan.method === 'blast') return []
    const words = benchWords(plan)
    // One call for a tray: its first piece stands for all of it.
    const mates = trayMates(plan, state, piece)
    if (mates[0]!.n !== piece.n) return []
    const name = calledTogether(plan, mates)
    const is = mates.length > 1 ? 'are' : 'is'
    const covered = piece.covered!.at
    const window = liveWindow(plan, piece)
    const holder = answersFor(piece, turns)
    const alarm = (level: AlarmLevel, sentence: string, after: number) => [
      { key: `${piece.n}:${level}`, piece: piece.n, level, sentence, holder, since: covered + after * 1000 },
    ]
    if (isOver(clock.phase)) {
      if (clock.phase === 'harm')
        return alarm('harm', `${capital(name)} ${is} long past the time. ${words.overNow}, then look at the edges.`, window.noHarm!)
      // Runs begun before the fourth bound was reckoned do not know how long is harmless.
      const harmless = window.noHarm !== undefined && window.noHarm > window.notAfter
      return alarm(
        'over',
        `${capital(name)} ${is} late. ${words.overNow}${harmless ? noHarm(window.noHarm!) : ''}.`,
        lateAfter(window),
      )
    }
    if (clock.toBest <= 0) return alarm('now', `${words.offNow(name)}.`, window.best)
    const lead = soonLead(window.best)
    if (clock.toBest <= lead) return alarm('soon', `Get ready: ${name} in ${formatDuration(Math.ceil(clock.toBest))}.`, window.best - lead)
    const care = dueCare(plan, piece, now)
    return care
      ? [
          {
            key: `${piece.n}:care:${care.call.id}:${care.dueAt}`,
            piece: piece.n,
            level: 'care',
            sentence: spoken(name, care.call),
            holder: caresFor(piece, turns, care.dueAt),
            since: care.dueAt,
          },
        ]
      : []
  })
}
