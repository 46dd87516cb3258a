import { clockOfDay, dayAfter, lengthOfDay, planTime } from '#core/basics/zone'
import { dayBlocks, dayChanges, knownHands, moveTask, readChain, toggleLock } from '#core/crew/day'
import type { Block, Drying, DayInput, Dwell, Lock, SolvedDay } from '#core/crew/day'
import type { Instance, Schedule, WhyNot } from '#core/crew/schedule'
import { aheadSentence } from '#core/plan/ahead'
import { canSearch } from '#core/crew/schedule'
import { parseAway, sameChoices, writeAway } from '#shared/days'
import type { DayPlan, DayPlanEntry } from '#shared/days'

/** Small days are searched on to the proof, in the background. ms */
const PROOF = 20_000
/** While something runs the plan is looked at again this often. ms */
const LOOK_AGAIN = 60_000
/** Jobs promised within so many days are put on a day that nobody has planned yet. */
const SUGGESTED_DAYS = 3

export interface ShownDay {
  instance: Instance
  schedule: Schedule
  blocks: Block[]
  dwells: Dwell[]
  drying: Drying[]
  end: number
  bound: number
  proved: boolean
  late: string[]
}

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
  const awayErrors = computed(() =>
    Object.fromEntries(
      Object.entries(away.value).flatMap(([id, text]) => {
        const read = parseAway(text)
        return read.ok ? [] : [[id, read.error]]
      }),
    ),
  )

  const jobs = computed(() => jobsOf(chosen.value))

  function inputNow(): DayInput {
    const spans = Object.fromEntries(
      Object.entries(away.value).flatMap(([id, text]): [string, [number, number][]][] => {
        const read = parseAway(text)
        return read.ok && read.value.length > 0 ? [[id, read.value]] : []
      }),
    )
    return inputOf({ midnight, now: secondsNow(), jobs: chosen.value, away: spans, locks: locks.value }, knownHands(latest))
  }
  function show(input: DayInput, solved: Extract<SolvedDay, { ok: true }>): ShownDay {
    return {
      instance: solved.instance,
      schedule: solved.schedule,
      end: solved.end,
      bound: solved.bound,
      proved: solved.proved,
      late: solved.late,
      ...dayBlocks(input, solved.instance, solved.schedule),
    }
  }

  /** Blocks that people have seen last; what differs from them is told. */
  let known: Block[] = []
  /** The latest plan, seen or not: people keep what is theirs in it. */
  let latest: Block[] = []
  /** Locks that a plan was found with. */
  let held: Lock[] = []
  let again = false
  /** Plans on their way. */
  const under = ref(0)

  /**
   * Plans afresh from the facts; a later call takes the place of one that is still reckoning.
   * @param keep stored afterwards
   * @param byHand somebody changed something, and is told when it can't be kept
   */
  async function plan(keep: boolean, byHand = false): Promise<void> {
    if (!kept.value || past.value) return
    problem.value = ''
    why.value = null
    under.value++
    try {
      const input = inputNow()
      if (jobs.value.length === 0) shown.value = null
      else if (!(await reckon(input, keep))) return
      if (keep && (shown.value || kept.value.version > 0)) await save(input, shown.value?.schedule ?? [], byHand)
    }
    catch (error) {
      if (!(error instanceof Superseded)) problem.value = (error as Error).message
    }
    finally {
      under.value--
    }
  }
  /** @returns whether there is a plan to show */
  async function reckon(input: DayInput, keep: boolean): Promise<boolean> {
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
    shown.value = show(input, solved)
    latest = shown.value.blocks
    if (known.length > 0) changes.value = dayChanges(known, shown.value.blocks, clock, nameOf)
    else known = shown.value.blocks
    if (solved.end > planTime(clock, studio.rules.workTo)) void ask(solved.instance)
    else if (!solved.proved) void prove(input, keep)
    return true
  }
  /** Searches a small day to the end while people look at the plan already; a sooner end takes its place. */
  async function prove(input: DayInput, keep: boolean) {
    const found = shown.value
    if (!found || !canSearch({ ...found.instance, chains: found.instance.chains.filter(c => readChain(c.id).kind !== 'look') })) return
    const solved = await reckoner.ask<SolvedDay>({ kind: 'plan', input, budget: PROOF }).catch(() => null)
    if (!solved?.ok || shown.value !== found || (solved.end >= found.end && !solved.proved)) return
    shown.value = show(input, solved)
    known = latest = shown.value.blocks
    if (keep) await save(input, solved.schedule, false)
  }
  /** What stands in the way of ending in time, once nothing else is asked. */
  async function ask(instance: Instance) {
    const limit = planTime(clock, studio.rules.workTo)
    // Once work is over for the day nobody can begin sooner any more.
    if ((secondsNow() ?? 0) >= limit) return
    const work: Instance = { ...instance, chains: instance.chains.filter(c => readChain(c.id).kind !== 'look') }
    why.value = await reckoner.ask<WhyNot | null>({ kind: 'why', instance: plain(work), limit }).catch(() => null)
  }

  /** One after another: each is made on the version that the last one gave. */
  let saved: Promise<void> = Promise.resolve()
  const save = (input: DayInput, slots: Schedule, byHand: boolean) => (saved = saved.catch(() => {}).then(() => put(input, slots, byHand)))
  async function put(input: DayInput, slots: Schedule, byHand: boolean): Promise<void> {
    const before = kept.value!
    const entry: DayPlanEntry = {
      midnight,
      now: input.now,
      jobs: input.jobs.map(j => j.id),
      away: input.away as DayPlanEntry['away'],
      locks: [...input.locks],
      slots,
      version: before.version,
    }
    if (
      JSON.stringify([entry.jobs, entry.away, entry.locks, entry.slots])
      === JSON.stringify([before.jobs, before.away, before.locks, before.slots])
    )
      return
    try {
      kept.value = await api<DayPlan>(`days/${date}`, 'PUT', entry)
      again = false
    }
    catch (error) {
      if (!(error instanceof ApiError)) throw error
      if (error.status !== 409 || again) {
        // A plan that was only made again is made again with the next fact.
        if (byHand || error.status !== 409) problem.value = error.message
        return
      }
      // A fact came in between, or somebody else planned it: once more, from their plan when there is one.
      again = true
      const day = await api<DayPlan>(`days/${date}`).catch(() => before)
      if (day.version !== before.version && !take(day) && byHand) {
        told.value = 'Somebody else planned this day at the same time. This is their plan; what you changed last is not in it.'
      }
      void plan(true, byHand)
    }
  }

  /** The plan that is kept now. @returns whether what was chosen and written here stays, because nobody chose anything else since */
  function take(day: DayPlan): boolean {
    const before = kept.value
    kept.value = day
    latest = day.blocks
    if (before && before.version > 0 && sameChoices(before, day, id => work.jobs.some(j => j.id === id))) return true
    if (day.version > 0) {
      chosen.value = day.jobs.filter(id => work.jobs.some(j => j.id === id))
      away.value = Object.fromEntries(Object.entries(day.away).map(([id, spans]) => [id, writeAway(spans)]))
      // Another time zone moves a plan's own midnight, and nothing that was locked.
      const moved = (day.midnight - midnight) / 1000
      locks.value = held = day.locks.map(l => ({ ...l, start: l.start + moved }))
      if (known.length === 0) known = day.blocks
    }
    else if (!past.value) {
      const until = dayAfter(date, SUGGESTED_DAYS)
      chosen.value = work.jobs.filter(j => (j.status === 'running' ? isToday.value : j.dueOn <= until)).map(j => j.id)
    }
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
      .filter(r => chosen.value.includes(r.jobId ?? ''))
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
