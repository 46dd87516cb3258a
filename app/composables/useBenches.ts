import { aware, currentStep, goesTogether } from '#core/bench/run'
import type { OpenBench } from '#core/bench/run'
import type { RunWithEvents } from '#shared/runs'

export interface BenchOfRun extends OpenBench {
  run: RunWithEvents
}

/** Every open run at its bench. */
export function useBenches() {
  const work = useWorkStore()
  const turns = useTurnsStore()
  const benchOf = (run: RunWithEvents): BenchOfRun => ({ run, plan: run.plan, state: work.state(run), turns: turns.of(run) })
  const benches = computed(() => work.runs.map(benchOf))
  /** These of them as they stand at a time, ms, server time, each knowing what is wet at all the others. */
  function benchesOf(ids: readonly string[], now: number): BenchOfRun[] {
    const all = aware(benches.value, now)
    return ids.flatMap(id => all.find(b => b.run.id === id) ?? [])
  }
  const atEtch = ({ plan, state }: OpenBench) => currentStep(plan, state)?.kind === 'clock'
  /** Other runs that are etched with the same product just now, and could be coated in one go with this one. */
  function along(id: string): BenchOfRun[] {
    const here = benches.value.find(b => b.run.id === id)
    if (!here || !atEtch(here)) return []
    return benches.value.filter(b => b !== here && b.run.lotId === here.run.lotId && atEtch(b) && goesTogether(here.plan, b.plan))
  }
  return { benchesOf, along }
}
