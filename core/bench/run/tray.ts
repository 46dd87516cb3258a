import { numberOf, pieceLabel } from '../../plan/run-plan'
import type { RunPlan } from '../../plan/run-plan'
import { plural } from '../../basics/units'
import { pieceStage } from './state'
import type { PieceState, RunState } from './state'

type TrayPlan = Pick<RunPlan, 'tray'>

/** Which tray a piece lies on, from 0; every piece on its own where there are none. @param n 1-based */
export const trayOf = (plan: TrayPlan, n: number): number => Math.floor((n - 1) / (plan.tray ?? 1))

/**
 * Pieces that lie on the same tray and are as far as this one: one coat, one clock, one pair of hands. Itself alone where there
 * is no tray.
 */
export function trayMates(plan: TrayPlan, state: Pick<RunState, 'pieces'>, piece: PieceState): PieceState[] {
  if ((plan.tray ?? 1) === 1) return [piece]
  const stage = pieceStage(piece)
  return state.pieces.filter(p => trayOf(plan, p.n) === trayOf(plan, piece.n) && pieceStage(p) === stage)
}

/** `tag 3`, `tags 1 and 2`, `tags 1 to 4`. */
export function calledTogether(plan: Pick<RunPlan, 'noun' | 'numbers' | 'names'>, pieces: readonly Pick<PieceState, 'n'>[]): string {
  const numbers = pieces.map(p => numberOf(plan, p.n))
  const [first, last] = [numbers[0]!, numbers.at(-1)!]
  if (numbers.length === 1) return pieceLabel(plan, pieces[0]!.n)
  const row = last - first + 1 === numbers.length && numbers.length > 2
  return `${plural(plan.noun)} ${row ? `${first} to ${last}` : `${numbers.slice(0, -1).join(', ')} and ${last}`}`
}
