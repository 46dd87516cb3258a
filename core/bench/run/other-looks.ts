import type { PieceResult, RunEvent } from './events'
import { effectiveEvents } from './fold'

/** What somebody else said of a piece before the word that counts. @property at ms */
export interface OtherLook {
  by: string
  at: number
  result: PieceResult
}

/**
 * Whoever judged a piece otherwise than the one whose word counts, which is the last: two tablets can have judged one piece while neither
 * knew of the other. @param events of the run, in the order accepted @param n 1-based
 */
export function otherLooks(events: readonly RunEvent[], n: number): OtherLook[] {
  const looks = effectiveEvents(events).flatMap(e =>
    (e.kind === 'piece.judged' || e.kind === 'look.corrected') && e.piece === n ? [{ by: e.by, at: e.at, result: e.result }] : [],
  )
  const counts = looks.at(-1)
  if (!counts) return []
  const others = [...new Set(looks.map(l => l.by))].filter(by => by !== counts.by)
  return others.map(by => looks.findLast(l => l.by === by)!).filter(l => l.result !== counts.result)
}
