import { currentStep, dueElsewhere, goesTogether } from '#core/bench/run'
import type { Bench } from '#core/bench/run'
import type { RunWithEvents } from '#shared/runs'

export interface BenchOfRun extends Bench {
  run: RunWithEvents
}

/** Every open run at its bench, each knowing what is wet at the others; as of a time, ms, server time. */
export function useBenches() {
  const work = useWorkStore()
  const turns = useTurnsStore()
  const benchOf = (run: RunWithEvents): BenchOfRun => ({ run, plan: run.plan, state: work.state(run), turns: turns.of(run) })
  const benches = computed(() => work.runs.map(benchOf))
  const aware = (now: number): BenchOfRun[] =>
    benches.value.map(bench => ({ ...bench, turns: { ...bench.turns, elsewhere: dueElsewhere(benches.value, bench, now) } }))
  const atEtch = ({ plan, state }: Bench) => currentStep(plan, state)?.kind === 'clock'
  /** Other runs that are etched with the same product just now, and could be coated in one go with this one. */
  function along(id: string): BenchOfRun[] {
    const here = benches.value.find(b => b.run.id === id)
    if (!here || !atEtch(here)) return []
    return benches.value.filter(b => b !== here && b.run.lotId === here.run.lotId && atEtch(b) && goesTogether(here.plan, b.plan))
  }
  return { benches, aware, along }
}
