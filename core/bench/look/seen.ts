import { formatDuration, uncapital } from '../../basics/units'
import { faultText, mishapWords, reasonWords } from '../run'
import type { PieceSummary } from '../run'
import { remedyWords } from './words'

/** All that was entered of how a piece did, in the order it happened: why it was lost or came off early, mishaps, faults, remedy, note. */
export function seenOnPiece(p: PieceSummary): string[] {
  return [
    ...(p.withdrawn ? [reasonWords('piece.withdrawn', p.withdrawn)] : []),
    ...(p.early ? [`off early: ${uncapital(reasonWords('etchant.off', p.early))}`] : []),
    ...p.mishaps.map(m => uncapital(mishapWords(m))),
    ...p.faults.map(faultText),
    ...(p.remedy && p.result !== 'scrap' ? [uncapital(remedyWords(p.remedy))] : []),
    ...(p.judgedEarly ? ['judged before it had dried for its time'] : []),
    ...(p.note ? [p.note] : []),
  ]
}

/** How a piece's time lies against its window. One rule for screen, paper and alarm: late is not harm. */
export function againstWords(p: Pick<PieceSummary, 'verdict' | 'overBy'>): string {
  const late = `late by ${formatDuration(Math.round(p.overBy))}`
  return p.verdict === 'late' ? late : p.verdict === 'harm' ? `long past its time, ${late}` : p.verdict
}
