import { formatClock } from '#core/basics/units'
import { owed, ready } from '#shared/passes'
import type { Pass } from '#shared/passes'
import type { RunWithEvents } from '#shared/runs'

/** Where the one thing to do for a run is done. */
export function stationPath(run: Pick<RunWithEvents, 'id' | 'coupon' | 'lotId'>, stepId: string | undefined): string {
  if (run.coupon && stepId === 'look') return `/coupon/${run.lotId}?run=${run.id}`
  return stepId === 'wash-up' ? `/wash-up/${run.id}` : stepId === 'look' ? `/look/${run.id}` : `/bench/${run.id}`
}

/** With a full stop, unless it ends by itself. */
const ended = (sentence: string) => (/[.?]$/.test(sentence) ? sentence : `${sentence}.`)

/** What a pass is waiting for, in one sentence, and where to go for it. */
export function useWaitsFor() {
  const work = useWorkStore()
  const studio = useStudioStore()
  const { now } = useServerClock()
  const recipes = useRecipes()
  /** Why a planned pass can't go to the bench as it stands today; null when it can. */
  function refused(pass: Pass): string | null {
    const lot = studio.lot(pass.lotId)
    if (!lot) return null
    if (lot.putAway) return `${lot.productName} is no longer on the shelf. Choose another bottle.`
    return recipes.refusal(pass)
  }

  return (pass: Pass): { sentence: string, to: string, action: string } => {
    const run = work.runs.find(r => r.passId === pass.id)
    const plan = `/plan/${pass.jobId}?pass=${pass.id}`
    if (pass.status === 'done') return { sentence: 'Done.', to: plan, action: 'Open the plan' }
    const refusal = run ? null : refused(pass)
    if (refusal) return { sentence: refusal, to: plan, action: 'Change the plan' }
    if (!run && ready(pass).length === 0)
      return { sentence: `Waits until pass ${pass.no - 1} is done and dry.`, to: plan, action: 'Open the plan' }
    if (!run && ready(pass).length < owed(pass).length) {
      const sentence = `${ready(pass).length} of them can go to the bench now; the rest are not through pass ${pass.no - 1} yet.`
      return { sentence, to: plan, action: 'Open the plan' }
    }
    if (!run) return { sentence: 'Planned. Waits for somebody to take it to the bench.', to: plan, action: 'Open the plan' }
    const action = runRules().nextAction(run.plan, work.state(run), now.value)
    if (action.kind === 'closed') return { sentence: 'Finished.', to: '/log', action: 'See the log' }
    const to = stationPath(run, action.step.id)
    const where = { sentence: action.step.title, to, action: 'Go on' }
    if (action.kind === 'wait') return { ...where, sentence: `${action.sentence}: ${formatClock(Math.ceil(action.seconds))} to go.` }
    return 'sentence' in action
      ? { ...where, sentence: ended(action.sentence) }
      : { ...where, sentence: ended(`Waits for: ${action.step.title.toLowerCase()}`) }
  }
}
