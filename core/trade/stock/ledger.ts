/**
 * Why a level changed. Each has a sign: `in` adds, `out` takes away, `either` is what a look at the shelf showed.
 * `used-as-planned`: the run was stopped after coating, and nobody measured. `found`: more was used than the ledger knew of, so there
 * must have been more.
 */
const MOVES = {
  'shelved': { sign: 'in', words: 'Put on the shelf' },
  'bought': { sign: 'in', words: 'Bought' },
  'used': { sign: 'out', words: 'Used' },
  'used-late': { sign: 'out', words: 'Used although out of date' },
  'used-as-planned': { sign: 'out', words: 'Run stopped: counted as planned' },
  'recovered': { sign: 'in', words: 'Went back' },
  'wasted': { sign: 'out', words: 'Thrown away' },
  'expired': { sign: 'out', words: 'Out of date: taken off the shelf' },
  'counted': { sign: 'either', words: 'Measured or counted' },
  'found': { sign: 'in', words: 'There was more than the ledger said' },
  'moved': { sign: 'either', words: 'Poured together' },
  'cut': { sign: 'out', words: 'Cut for a sheet' },
  'left-over': { sign: 'in', words: 'Left over from a sheet' },
  'not-cut': { sign: 'either', words: 'The sheet was not cut after all' },
  'taken-over': { sign: 'either', words: 'As it stood when the ledger began' },
  'other': { sign: 'either', words: 'Changed' },
} as const satisfies Record<string, { sign: 'in' | 'out' | 'either', words: string }>

export type MoveKind = keyof typeof MOVES
export const MOVE_KINDS = Object.keys(MOVES) as MoveKind[]
/** What a person enters by hand; the rest follows from runs, sheets and tubs. */
export const HAND_MOVES = ['bought', 'counted', 'used', 'wasted', 'expired'] as const satisfies readonly MoveKind[]
export type HandMove = (typeof HAND_MOVES)[number]

/** One line of a ledger in words. @param note words from before there were codes */
export const moveWords = (kind: MoveKind, note: string | null): string => (kind === 'other' && note ? note : MOVES[kind].words)

/** Levels are kept to a hundredth of their unit, so that sums of many lines stay what they are. */
export const rounded = (amount: number): number => Math.round(amount * 100) / 100

/** What is there: the sum of its movements, whatever their order. */
export const levelOf = (changes: readonly number[]): number => changes.reduce((sum, change) => sum + Math.round(change * 100), 0) / 100

export interface Move {
  kind: MoveKind
  /** Never 0; its sign is that of its kind. */
  change: number
}

/**
 * The lines that take an amount off a level. Where more was used than there should have been, the ledger was wrong: what was missing is
 * written down as found first, so that no level is ever below nothing and what was used stays true.
 * @param amount 0 or more
 */
export function takenOff(
  level: number,
  amount: number,
  kind: 'used' | 'used-late' | 'used-as-planned' | 'wasted' | 'cut' = 'used',
): Move[] {
  const used = rounded(amount)
  if (used <= 0) return []
  const short = rounded(used - level)
  return [...(short > 0 ? [{ kind: 'found' as const, change: short }] : []), { kind, change: -used }]
}

/**
 * What a person entered by hand as a line of the ledger, or the sentence why not. Counting gives the difference; nothing to change is no
 * line.
 * @param amount what was bought, used or thrown away; for `counted` what is there
 */
export function handMove(level: number, kind: HandMove, amount: number): { ok: true, value: Move | null } | { ok: false, error: string } {
  const line = (change: number) => ({ ok: true as const, value: change === 0 ? null : { kind, change } })
  if (kind === 'counted') return line(rounded(amount - level))
  if (amount <= 0) return { ok: false, error: 'Write how much.' }
  if (kind === 'bought') return line(rounded(amount))
  if (rounded(amount) > rounded(level)) return { ok: false, error: 'That is more than there should be. Count what is there first.' }
  return line(-rounded(amount))
}

/** Whether a line is one that the ledger may hold: its sign is that of its kind. */
export function isMove({ kind, change }: Move): boolean {
  const { sign } = MOVES[kind]
  return change !== 0 && (sign === 'either' || (sign === 'in') === change > 0)
}
