import { clockOfDay, lengthOfDay, planTime } from '#core/basics/zone'
import { dayChanges, knownHands, moveTask, toggleLock } from '#core/crew/day'
import type { Block, DayInput, Lock, SolvedDay } from '#core/crew/day'
import type { Instance, Schedule, WhyNot } from '#core/crew/schedule'
import { aheadSentence } from '#core/plan/ahead'
import { canSearch } from '#core/crew/schedule'
import { sameChoices } from '#shared/days'
import type { DayPlan, DayPlanEntry } from '#shared/days'
import { choiceOf, readAway, suggestedPasses } from '~/day/choice'
import { dayKeeper } from '~/day/keeper'
import { shownDay, withoutLooks } from '~/day/shown'
import type { ShownDay } from '~/day/shown'

export type { ShownDay } from '~/day/shown'

/** Small days are searched on to the proof, in the background. ms */
const PROOF = 20_000
/** While something runs the plan is looked at again this often. ms */
const LOOK_AGAIN = 60_000
const OVERTAKEN = 'Somebody else planned this day at the same time. This is their plan; what you changed last is not in it.'

/** Everything on one day: what was chosen, the plan made from it, and what stands in its way. */
export function useDay(date: string) {
  const work = useWorkStore()
  const studio = useStudioStore()
  const { today, zone } = useHouseTime()
  const { crew, open, jobsOf, input: inputOf, ready } = useDayFacts()
  const reckoner = useDayReckoner()
  const clock = clockOfDay(zone.value, date)
  const { midnight } = clock
  const length = lengthOfDay(clock)
  const isToday = computed(() => today() === date)
  const past = computed(() => midnight + length * 1000 <= serverNow())
  const secondsNow = () => (isToday.value ? Math.floor((serverNow() - midnight) / 1000) : null)

  const kept = ref<DayPlan | null>(null)
  const chosen = ref<string[]>([])
  const away = ref<Record<string, string>>({})
  const locks = ref<Lock[]>([])
  const shown = shallowRef<ShownDay | null>(null)
  const problem = ref('')
  const why = shallowRef<WhyNot | null>(null)
  const changes = ref<string[]>([])
  const told = ref('')

  const nameOf = studio.firstName
  const awayRead = computed(() => readAway(away.value))
  const awayErrors = computed(() => awayRead.value.errors)
  const jobs = computed(() => jobsOf(chosen.value))
  const isOpen = (id: string) => work.passes.some(p => p.id === id && p.status !== 'done')

  const inputNow = (): DayInput =>
    inputOf({ midnight, now: secondsNow(), passes: chosen.value, away: awayRead.value.spans, locks: locks.value }, knownHands(latest))

  /** Blocks that people have seen last; what differs from them is told. */
  let known: Block[] = []
  /** The latest plan, seen or not: people keep what is theirs in it. */
  let latest: Block[] = []
  /** Locks that a plan was found with. */
  let held: Lock[] = []
  /** Plans on their way. */
  const under = ref(0)

  /**
   * Plans afresh from the facts; a later call takes the place of one that is still reckoning.
   * @param keeping stored afterwards
   * @param byHand somebody changed something, and is told when it can't be kept
   */
  async function plan(keeping: boolean, byHand = false): Promise<void> {
    if (!kept.value || past.value) return
    problem.value = ''
    why.value = null
    under.value++
    try {
      const input = inputNow()
      if (jobs.value.length === 0) shown.value = null
      else if (!(await reckon(input, keeping))) return
      if (keeping && (shown.value || kept.value.version > 0)) await keep(entryOf(input, shown.value?.schedule ?? []), byHand)
    }
    catch (error) {
      if (!(error instanceof Superseded)) problem.value = (error as Error).message
    }
    finally {
      under.value--
    }
  }
  /** @returns whether there is a plan to show */
  async function reckon(input: DayInput, keeping: boolean): Promise<boolean> {
    const solved = await reckoner.ask<SolvedDay>({ kind: 'plan', input, budget: DAY_BUDGET })
    if (!solved.ok) {
      // What was locked since the last plan goes back; without that it is the day itself that does not fit.
      if (JSON.stringify(locks.value) !== JSON.stringify(held)) {
        locks.value = held
        await plan(false)
        told.value = solved.why
        return false
      }
      problem.value = solved.why
      void ask(solved.instance)
      return false
    }
    held = [...input.locks]
    shown.value = shownDay(input, solved)
    latest = shown.value.blocks
    if (known.length > 0) changes.value = dayChanges(known, shown.value.blocks, clock, nameOf)
    else known = shown.value.blocks
    if (solved.end > planTime(clock, studio.rules.workTo)) void ask(solved.instance)
    else if (!solved.proved) void prove(input, keeping)
    return true
  }
  /** Searches a small day to the end while people look at the plan already; a sooner end takes its place. */
  async function prove(input: DayInput, keeping: boolean) {
    const found = shown.value
    if (!found || !canSearch(withoutLooks(found.instance))) return
    const solved = await reckoner.ask<SolvedDay>({ kind: 'plan', input, budget: PROOF }).catch(() => null)
    if (!solved?.ok || shown.value !== found || (solved.end >= found.end && !solved.proved)) return
    shown.value = shownDay(input, solved)
    known = latest = shown.value.blocks
    if (keeping) await keep(entryOf(input, solved.schedule), false)
  }
  /** What stands in the way of ending in time, once nothing else is asked. */
  async function ask(instance: Instance) {
    const limit = planTime(clock, studio.rules.workTo)
    // Once work is over for the day nobody can begin sooner any more.
    if ((secondsNow() ?? 0) >= limit) return
    why.value = await reckoner.ask<WhyNot | null>({ kind: 'why', instance: plain(withoutLooks(instance)), limit }).catch(() => null)
  }

  const entryOf = (input: DayInput, slots: Schedule) => ({
    midnight,
    now: input.now,
    passes: input.jobs.map(j => j.id),
    away: input.away as DayPlanEntry['away'],
    locks: [...input.locks],
    slots,
  })
  const keep = dayKeeper({
    now: () => kept.value!,
    put: entry => api<DayPlan>(`days/${date}`, 'PUT', entry),
    get: () => api<DayPlan>(`days/${date}`),
    stored: day => (kept.value = day),
    take,
    refused: message => (problem.value = message),
    overtaken: () => (told.value = OVERTAKEN),
    planAgain: byHand => void plan(true, byHand),
  })

  /** The plan that is kept now. @returns whether what was chosen and written here stays, because nobody chose anything else since */
  function take(day: DayPlan): boolean {
    const before = kept.value
    kept.value = day
    latest = day.blocks
    if (before && before.version > 0 && sameChoices(before, day, isOpen)) return true
    if (day.version > 0) {
      const choice = choiceOf(day, isOpen, midnight)
      chosen.value = choice.chosen
      away.value = choice.away
      locks.value = held = choice.locks
      if (known.length === 0) known = day.blocks
    }
    else if (!past.value) chosen.value = suggestedPasses(work.passes, date, isToday.value)
    return false
  }

  /** Somebody changed what the day is planned from. */
  const edit = async () => {
    known = []
    changes.value = []
    await plan(true, true)
  }
  async function move(step: { chain: string, task: number, start: number, person: string }) {
    if (!shown.value) return
    const moved = moveTask(shown.value.instance, shown.value.schedule, locks.value, step, clock, nameOf)
    told.value = moved.ok ? (moved.snapped ?? '') : moved.why
    if (!moved.ok) return
    locks.value = moved.locks
    await plan(true, true)
  }
  async function lock(block: Block) {
    if (!shown.value) return
    told.value = ''
    locks.value = toggleLock(shown.value.instance, shown.value.schedule, locks.value, block)
    await plan(true, true)
  }
  function understood() {
    known = shown.value?.blocks ?? []
    changes.value = []
  }

  // Facts: what happened at the bench since the plan was made.
  const facts = computed(() =>
    work.runs
      .filter(r => chosen.value.includes(r.passId ?? ''))
      .map(r => `${r.id}${work.events(r).length}`)
      .join(),
  )
  watch(facts, () => void plan(Boolean(kept.value?.version)))
  const runs = computed(() => facts.value !== '')
  useIntervalFn(() => {
    if (runs.value && isToday.value && !reckoner.busy.value) void plan(Boolean(kept.value?.version))
  }, LOOK_AGAIN)
  /** Somebody kept a plan, maybe this page itself: once nothing is on its way here, theirs is taken when it is newer. */
  async function hear() {
    let day: DayPlan
    do {
      await until(under).toBe(0)
      day = await api<DayPlan>(`days/${date}`)
    } while (under.value > 0)
    if (day.version <= (kept.value?.version ?? 0)) return
    take(day)
    await plan(false)
  }
  const hearing = useLiveTopic('day', message => message.day === date && void hear().catch(() => {}))
  onScopeDispose(hearing)

  async function begin() {
    await until(ready).toBe(true)
    try {
      take(await api<DayPlan>(`days/${date}`))
      await plan(false)
    }
    catch (error) {
      problem.value = (error as Error).message
    }
  }
  const ahead = computed(() =>
    jobs.value
      .filter(j => j.plan.method === 'cream' && j.plan.pieces > 1)
      .map(j => ({
        id: j.id,
        text: `${j.title}: `
          + `${aheadSentence(j.plan.dwell, j.plan.hands, j.plan.noun, { pieces: j.plan.pieces, places: studio.rules.places })}`,
      })),
  )
  return {
    date,
    ready,
    clock,
    midnight,
    length,
    isToday,
    past,
    kept,
    open,
    chosen,
    away,
    awayErrors,
    locks,
    crew,
    nameOf,
    jobs,
    shown,
    problem,
    why,
    changes,
    told,
    ahead,
    reckoner,
    begin,
    edit,
    move,
    lock,
    understood,
    keep: () => plan(true, true),
  }
}

export type Day = ReturnType<typeof useDay>
