import { useDebounceFn } from '@vueuse/core'
import { clockOfDay } from '#core/basics/zone'
import { knownHands } from '#core/crew/day'
import type { SolvedDay } from '#core/crew/day'
import type { RunWithEvents } from '#shared/runs'
import type { DayPlan, DayPlanEntry } from '#shared/days'

/** Entries come in pairs: rinsed, then the next coat. ms */
const AFTER_ENTRY = 1500

/**
 * Plans the rest of today again from what was entered here, where this run is on the day's plan: every bench follows it, also when
 * nobody has the day open. Whoever plans the day by hand goes before: then this plan is let go.
 */
export function useReplan(run: Ref<RunWithEvents | undefined>) {
  const work = useWorkStore()
  const turns = useTurnsStore()
  const studio = useStudioStore()
  const { input: inputOf, ready } = useDayFacts()
  const reckoner = useDayReckoner()

  const waiting = computed(() => (run.value ? work.waitingOf(run.value.id).length : 0))

  async function plan() {
    const day = turns.day
    const pass = run.value?.passId
    if (!day || day.version === 0 || !pass || !day.passes.includes(pass) || !ready.value || !reachable.value) return
    // The server checks a plan against its own facts.
    await until(waiting).toBe(0)
    const { midnight } = clockOfDay(studio.rules.timeZone, day.day)
    const choice = {
      midnight,
      now: Math.floor((serverNow() - midnight) / 1000),
      passes: day.passes.filter(id => work.passes.some(p => p.id === id && p.status !== 'done')),
      away: day.away,
      locks: day.locks,
    }
    const solved = await reckoner.ask<SolvedDay>({ kind: 'plan', input: inputOf(choice, knownHands(day.blocks)), budget: DAY_BUDGET })
    if (!solved.ok || turns.day?.version !== day.version) return
    const entry: DayPlanEntry = { ...choice, slots: solved.schedule, version: day.version }
    await api<DayPlan>(`days/${day.day}`, 'PUT', entry)
  }
  // When it can't be planned or kept, the plan that there is stays: the day's own page says why.
  const soon = useDebounceFn(() => plan().catch(() => {}), AFTER_ENTRY)
  // Also once what was entered without network has arrived.
  watch(waiting, () => void soon())
}
