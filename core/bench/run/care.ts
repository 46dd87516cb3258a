import type { RunPlan } from '../../plan/run-plan'
import type { CareCall } from '../../plan/steps'
import type { PieceState } from './state'

/** A call that stands: since when it has been due, ms. */
export interface DueCare {
  call: CareCall
  dueAt: number
}

/** When a call is next due for a piece, ms; null when it has been answered for good. */
function nextDue(call: CareCall, piece: PieceState): number | null {
  const given = piece.care.filter(c => c.care === call.id)
  const start = piece.covered!.at + call.first * 1000
  if (given.length === 0) return start
  if (call.every === null) return null
  const next = Math.max(start, given.at(-1)!.at + call.every * 1000)
  return call.until !== undefined && next > piece.covered!.at + call.until * 1000 ? null : next
}

/** The call that comes next for a piece, due or not; null when none comes before it is taken off. */
export function nextCare(plan: Pick<RunPlan, 'care'>, piece: PieceState): DueCare | null {
  if (!piece.covered || piece.off || piece.withdrawn) return null
  return (
    plan.care
      .flatMap((call): DueCare[] => {
        const at = nextDue(call, piece)
        return at === null ? [] : [{ call, dueAt: at }]
      })
      .sort((a, b) => a.dueAt - b.dueAt)[0] ?? null
  )
}

/** The call that a piece has been waiting for longest; null when none is due. @param now ms, server time */
export function dueCare(plan: Pick<RunPlan, 'care'>, piece: PieceState, now: number): DueCare | null {
  const next = nextCare(plan, piece)
  return next && next.dueAt <= now ? next : null
}

/** The call with the name of the piece, or of the pieces on its tray, in it. */
export const spoken = (name: string, call: CareCall): string => call.sentence.replace('{piece}', name)
