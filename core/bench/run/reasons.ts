import type { RunEventKind } from './events'

/** Where on a piece something happened, as one sees it from in front. */
export const SPOTS = [
  { id: 'top', text: 'Top' },
  { id: 'bottom', text: 'Bottom' },
  { id: 'left', text: 'Left' },
  { id: 'right', text: 'Right' },
  { id: 'middle', text: 'Middle' },
  { id: 'all-over', text: 'All over' },
  { id: 'beside', text: 'Beside the art' },
] as const
export type SpotId = (typeof SPOTS)[number]['id']

interface Choice<C extends string = string> {
  code: C
  text: string
}

/** Why something went otherwise than planned, by what was entered; `other` stands beside each of them and comes with words. */
export const BENCH_REASONS = {
  'step.skipped': [
    { code: 'done-before', text: 'Done before' },
    { code: 'not-needed', text: 'Not needed this time' },
    { code: 'missing', text: 'Something it needs is missing' },
    { code: 'no-time', text: 'No time' },
  ],
  'piece.withdrawn': [
    { code: 'broke', text: 'It broke' },
    { code: 'flaw', text: 'A flaw in the piece' },
    { code: 'leaked', text: 'Etchant got under the resist' },
    { code: 'misplaced', text: 'The art is in the wrong place' },
    { code: 'not-wanted', text: 'Not wanted any more' },
  ],
  'piece.mishap': [
    { code: 'crept', text: 'Crept under an edge' },
    { code: 'spilled', text: 'Spilled or dripped' },
    { code: 'thin', text: 'A thin spot' },
    { code: 'bubble', text: 'A bubble in the coat' },
    { code: 'coated-again', text: 'Coated again' },
    { code: 'dropped', text: 'Dropped or knocked' },
  ],
  'etchant.off': [
    { code: 'edge-lifts', text: 'An edge lifts' },
    { code: 'crept', text: 'It creeps under' },
    { code: 'looks-done', text: 'It looks done' },
    { code: 'hands', text: 'Another piece needs the hands' },
    { code: 'unsafe', text: 'Not safe to go on' },
  ],
  'run.paused': [
    { code: 'break', text: 'A break' },
    { code: 'home', text: 'Going home' },
    { code: 'waiting', text: 'Waiting for something' },
    { code: 'other-work', text: 'Other work comes first' },
  ],
  'run.abandoned': [
    { code: 'plan', text: 'The plan is wrong' },
    { code: 'ran-out', text: 'Something ran out' },
    { code: 'customer', text: 'The customer changed their mind' },
    { code: 'unsafe', text: 'Not safe to go on' },
    { code: 'pieces', text: 'Too many pieces are lost' },
  ],
} as const satisfies Partial<Record<RunEventKind, readonly Choice[]>>

export type ReasonedKind = keyof typeof BENCH_REASONS
export type ReasonCode<K extends ReasonedKind> = (typeof BENCH_REASONS)[K][number]['code'] | 'other'

/** A reason as an entry keeps it. Entries from before there were codes have words only. */
export interface BenchReason<K extends ReasonedKind> {
  why?: ReasonCode<K>
  /** Words; empty where the code says it all. */
  reason: string
}

/** All codes that an entry of this kind may have. */
export const reasonCodes = <K extends ReasonedKind>(kind: K): ReasonCode<K>[] => [...BENCH_REASONS[kind].map(r => r.code), 'other']

/** Whether nothing says why: no code, or `other`, and no words. */
export const saysNothing = ({ why, reason }: { why?: string, reason: string }): boolean =>
  (why === undefined || why === 'other') && reason.trim() === ''

/** What is kept of an entry's reason. */
export const reasonOf = <C extends string>({ why, reason }: { why?: C, reason: string }): { why: C | 'other', reason: string } => ({
  why: why ?? 'other',
  reason,
})

/** A reason as one says it: `It broke: in the sink`. */
export function reasonWords<K extends ReasonedKind>(kind: K, { why, reason }: BenchReason<K>): string {
  const known = BENCH_REASONS[kind].find(r => r.code === why)?.text
  return [known, reason].filter(Boolean).join(': ')
}

/** What happened to a piece and where: `A thin spot, left`. */
export function mishapWords({ spot, ...reason }: BenchReason<'piece.mishap'> & { spot: SpotId | null }): string {
  const where = SPOTS.find(s => s.id === spot)?.text.toLowerCase()
  return `${reasonWords('piece.mishap', reason)}${where ? `, ${where}` : ''}`
}
