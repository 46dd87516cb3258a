import type { DwellWindow } from '../../plan/dwell'
import type { PlanBasis, RunPlan } from '../../plan/run-plan'
import type { CareCallId } from '../../plan/steps'
import type { Method } from '../../trade/materials'
import { summarise } from '../run'
import type { FrostFigures, PieceSummary, RunState, TryResult } from '../run'

/** What is known of one dry piece of a run before anybody looks at it. Times in s. */
export interface LookFacts {
  method: Method
  /** From the last part covered to off, or of gun time; null where it was never etched. */
  dwell: number | null
  /** Its own window, with the coat that was really put on. */
  window: DwellWindow
  /** Past its window; 0 when it was not late. */
  overBy: number
  /** How much longer its first part was wet than its last. */
  spread: number
  /** What the coat took, and what was planned; null where nothing is brushed on. */
  coat: { took: number, planned: number } | null
  /** Care given during the dwell. */
  cares: CareCallId[]
  mishaps: PieceSummary['mishaps']
  /** Steps that somebody skipped, by id. */
  skipped: string[]
  tried: TryResult | null
  /** Since it was put on the rack; null where no step puts it there. */
  rested: number | null
  /** Its frost as a picture had it last; null where nobody measured it. */
  frost: FrostFigures | null
  /** How fast its lot etches by its newest coupon, as a share of its first; null where fewer than two tell. */
  potency: number | null
  /** What the plan rested on; runs begun before it was kept have none. */
  basis: PlanBasis | null
}

/** When a piece was put on the rack for the last time, ms; null while it was not, or where no step says so. */
function rackedAt(plan: Pick<RunPlan, 'steps'>, state: RunState, n: number): number | null {
  const dry = plan.steps.findLast(s => s.station === 'rack' && s.each !== undefined)
  return dry ? (state.ticked[dry.id]?.[String(n)]?.at ?? state.done[dry.id]?.at ?? null) : null
}

/**
 * When a piece can be judged, ms: once it has rested on the rack as long as the house rule says; null where nothing has to dry.
 * @param dryTime s
 */
export function dryAt(plan: Pick<RunPlan, 'steps'>, state: RunState, n: number, dryTime: number): number | null {
  const since = rackedAt(plan, state, n)
  return since === null ? null : since + dryTime * 1000
}

/** @param n 1-based @param now ms @param potency of its lot, by its coupons */
export function lookFacts(plan: RunPlan, state: RunState, n: number, now: number, potency: number | null = null): LookFacts {
  const piece = state.pieces[n - 1]!
  const seen = summarise(plan, state).pieces[n - 1]!
  const racked = rackedAt(plan, state, n)
  return {
    method: plan.method,
    dwell: seen.dwell,
    window: seen.window,
    overBy: seen.overBy,
    spread: seen.dwell === null || seen.firstPart === null ? 0 : seen.firstPart - seen.dwell,
    coat:
      plan.method !== 'blast' && piece.coatStarted && piece.covered
        ? { took: (piece.covered.at - piece.coatStarted.at) / 1000, planned: plan.hands.coat }
        : null,
    cares: piece.care.map(c => c.care),
    mishaps: seen.mishaps,
    skipped: Object.keys(state.skipped),
    tried: state.tried.judged?.result ?? null,
    rested: racked === null ? null : (now - racked) / 1000,
    frost: piece.frost?.at(-1) ?? null,
    potency,
    basis: plan.basis ?? null,
  }
}
