import { defineStore } from 'pinia'
// From its own module: what plans a day is not needed on every screen.
import { turnsOf } from '#core/crew/day/turns'
import type { Turns } from '#core/bench/run'
import type { DayPlan } from '#shared/days'
import type { RunWithEvents } from '#shared/runs'

/** Who is to do what at the benches today by the plan that was kept last. */
export const useTurnsStore = defineStore('turns', () => {
  const work = useWorkStore()
  const studio = useStudioStore()
  const day = shallowRef<DayPlan | null>(null)
  /** The plan before the latest one, and when that came: what changed is said at the bench for a while. */
  const before = shallowRef<{ plan: DayPlan, at: number } | null>(null)
  const { today } = useHouseTime()

  /** Asked for only where something runs. Another day's plan says nothing about today. */
  const load = toldLoad('the plan of the day', async () => {
    if (day.value && day.value.day !== today()) day.value = before.value = null
    if (work.runs.length === 0) return
    const plan = await api<DayPlan>(`days/${today()}`)
    if (day.value && day.value.version < plan.version) before.value = { plan: day.value, at: serverNow() }
    day.value = plan
  })
  const byRun = computed(
    () =>
      new Map(
        work.runs.map(r => [r.id, turnsOf(day.value, r.passId, studio.here, studio.rules[r.plan.rinseAt === 'tub' ? 'tubs' : 'sinks'])]),
      ),
  )
  const of = (run: Pick<RunWithEvents, 'id'>): Turns => byRun.value.get(run.id) ?? runRules().NO_TURNS

  return { day, before, today, load, of }
})
