import { currentStep, effectiveEvents, nextAction } from '#core/bench/run'
import type { NewEvent } from '#core/bench/run'

/** One run as this device knows it: its state, the next thing to do, and how to enter something. */
export function useRun(id: string) {
  const work = useWorkStore()
  const session = useSessionStore()
  const turns = useTurnsStore()
  const { benchesOf } = useBenches()
  const { half: now } = useServerClock()
  const problem = ref('')
  const run = computed(() => work.run(id))
  const events = computed(() => (run.value ? work.events(run.value) : []))
  const state = computed(() => (run.value ? work.state(run.value) : null))
  const step = computed(() => (run.value && state.value ? currentStep(run.value.plan, state.value) : null))
  const action = computed(() => {
    if (!run.value || !state.value) return null
    const [bench] = benchesOf([id], now.value)
    const mine = bench?.turns ?? turns.of(run.value)
    return nextAction(run.value.plan, state.value, now.value, session.person?.id ?? null, session.person?.may, mine)
  })
  /** What the person at the device entered last and may take back; others' entries are theirs. */
  const lastEvent = computed(() => effectiveEvents(events.value).findLast(e => e.by === session.person?.id))
  const enter = (part: NewEvent) => (run.value ? work.enter(run.value, part) : false)

  // It is asked for by itself when it is not among the open ones, also when somebody ends it elsewhere meanwhile.
  onMounted(() =>
    watch(
      () => run.value === undefined,
      (gone) => {
        if (gone) work.loadRun(id).catch((e: Error) => (problem.value = e.message))
      },
      { immediate: true },
    ),
  )
  return { run, events, state, step, action, lastEvent, enter, problem, now }
}
