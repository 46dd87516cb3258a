import type { RunPlan } from '../../plan/run-plan'
import type { RunSummary } from './summary'

/** What a run can be found by, beside its words. */
export const TAG_KINDS = ['method', 'substrate', 'resist', 'school', 'lot', 'person', 'fault', 'result'] as const
export type TagKind = (typeof TAG_KINDS)[number]
/** Something of it was taken off late. */
export const LATE_TAG = 'late'
export const tag = (kind: TagKind, id: string): string => `${kind}:${id}`

/** Tags of a closed run: what it was made with, by whom it was begun, what came out and what was seen. Runs without a basis have fewer. */
export function tagsOf(plan: RunPlan, summary: RunSummary, lotId: string, startedBy: string): string[] {
  const { basis } = plan
  const each = (kind: 'fault' | 'result', ids: (string | null)[]) => ids.flatMap(id => (id === null ? [] : [tag(kind, id)]))
  return [
    ...new Set([
      tag('method', plan.method),
      ...(basis ? [tag('substrate', basis.substrate), tag('resist', basis.resist), tag('school', basis.schools.dwell)] : []),
      tag('lot', lotId),
      tag('person', startedBy),
      ...(summary.over > 0 ? [LATE_TAG] : []),
      ...each('fault', summary.pieces.flatMap(p => p.faults)),
      ...each('result', summary.pieces.map(p => p.result)),
    ]),
  ]
}
