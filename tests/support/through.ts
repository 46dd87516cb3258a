import type { RunPlan } from '../../core/plan/run-plan'
import type { RunWithEvents } from '../../shared/runs'
import { event, upToStep } from './client'
import type { Client } from './client'

/** Everything up to the end of a run, each piece judged as it says. */
export async function through(
  client: Client,
  runId: string, results: ('good' | 'usable' | 'scrap' | 'broke')[]): Promise<RunPlan> {
  const {
    body: { plan },
  } = await client.get<RunWithEvents>(`runs/${runId}`)
  await upToStep(client, runId, 'etch')
  const at = Date.now()
  const events = results.flatMap((result, i) => {
    const piece = i + 1
    if (result === 'broke') return [event({ kind: 'piece.withdrawn', piece, why: 'broke', reason: '' }, at)]
    if (plan.method === 'blast')
      return [event({ kind: 'gun.entered', piece, seconds: 30 }, at), event({ kind: 'piece.blasted', piece }, at)]
    return ['coat.started', 'coat.covered', 'etchant.off', 'piece.rinsed'].map(kind => event({ kind, piece }, at))
  })
  await client.post(`runs/${runId}/events`, { events })
  const steps = plan.steps.slice(plan.steps.findIndex(s => s.id === 'etch') + 1, -1)
  const after = steps.flatMap(s =>
    s.kind === 'gate'
      ? s.items!.map(item => event({ kind: 'gate.ticked', step: s.id, item: item.id }, at))
      : s.kind === 'measure'
        ? [event({ kind: 'etchant.measured', putOut: 3, back: 1 }, at)]
        : s.kind === 'tub'
          ? [event({ kind: 'bicarbonate.added', grams: 20 }, at), event({ kind: 'step.done', step: s.id }, at)]
          : s.kind === 'look'
            ? results.flatMap((result, i) =>
                result === 'broke' ? [] : [event({ kind: 'piece.judged', piece: i + 1, result, faults: [], note: '' }, at)],
              )
            : [event({ kind: 'step.done', step: s.id }, at)],
  )
  const { body } = await client.post<{ outcomes: { accepted: boolean, reason?: string }[] }>(`runs/${runId}/events`, {
    events: [...after, event({ kind: 'run.finished' }, at)],
  })
  const refused = body.outcomes?.find(o => !o.accepted)
  if (!body.outcomes || refused) throw new Error(refused?.reason ?? body.error)
  return plan
}
