import type { DayInput, DayJob } from '#core/crew/day'
import { remarkWords } from '#core/plan/remarks'
import { dayInput, dayJob, plannable, waitsForPass } from '#shared/days'
import type { DayPlanEntry } from '#shared/days'
import type { Pass } from '#shared/passes'
import type { DayTask } from '~/workers/day'

/** Without the proxies that Vue wraps facts in, so that a worker can be given them. */
export const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** A plan is given after this long, proved or not. ms */
export const DAY_BUDGET = 1600

/** The worker that plans days. */
export const useDayReckoner = () =>
  useReckoner<DayTask>(() => new Worker(new URL('../workers/day.ts', import.meta.url), { type: 'module' }), {
    tooLong: 'This day takes longer than a minute to plan and was stopped. Choose fewer jobs.',
    broken: 'The day could not be planned. Reload the page and try again; what was kept is safe.',
  })

/** What a day is planned from: open jobs as they stand, the crew, and the house rules. */
export function useDayFacts() {
  const work = useWorkStore()
  const studio = useStudioStore()
  const planner = useRecipes()
  const crew = computed(() => studio.here)

  /** Open passes with what the bench will follow; null for what can't be planned as it stands. */
  const open = computed(() =>
    work.passes
      .filter(pass => pass.status !== 'done')
      .map((pass): { pass: Pass, day: DayJob | null, refusal: string | null } => {
        const run = work.runs.find(r => r.passId === pass.id)
        if (run) return { pass, day: dayJob(pass, run.plan, work.state(run)), refusal: null }
        const recipe = planner.recipe(pass)
        const waits = waitsForPass(pass) === null ? null : `Comes after pass ${pass.no - 1}, once its pieces are dry.`
        const refusal = recipe?.refusals[0]
        return { pass, day: recipe?.plan ? dayJob(pass, recipe.plan, null) : null, refusal: refusal ? remarkWords(refusal) : waits }
      }),
  )
  const jobsOf = (ids: readonly string[]): DayJob[] => {
    const fit = plannable(ids.flatMap(id => open.value.find(o => o.pass.id === id)?.pass ?? [])).map(p => p.id)
    return ids.filter(id => fit.includes(id)).flatMap(id => open.value.find(o => o.pass.id === id)?.day ?? [])
  }

  /** @param known who was to do what by the plan that people know */
  const input = (choice: Pick<DayPlanEntry, 'midnight' | 'now' | 'passes' | 'away' | 'locks'>, known: DayInput['known']): DayInput =>
    plain({
      ...dayInput(
        choice,
        jobsOf(choice.passes),
        crew.value.map(({ id, name, may }) => ({ id, name, may })),
        studio.rules,
      ),
      known,
    })

  // Without the shelf no job has a recipe, and a day without jobs would be taken for an empty one.
  const ready = computed(() => work.loaded && studio.studio !== null && studio.shelfLoaded && studio.crew.length > 0 && planner.ready.value)
  return { crew, open, jobsOf, input, ready }
}
