import { defineStore } from 'pinia'
import { v7 } from 'uuid'
import { foldRun, refuseEvent } from '#core/run'
import type { NewEvent, RunEvent, RunState } from '#core/run'
import type { Job } from '#shared/jobs'
import type { TodayAnswer } from '~/composables/useEarly'
import type { EventOutcome, RunWithEvents, SentEvent } from '#shared/runs'

const RETRY_MS = 1000

/** Open jobs and runs, and the entries on their way to the server. */
export const useWorkStore = defineStore('work', () => {
  const jobs = ref<Job[]>([])
  /** Open runs, and those that ended while this page had them: whoever stands before one still sees that it is closed. */
  const known = ref<RunWithEvents[]>([])
  const runs = computed(() => known.value.filter(r => r.endedAt === null))
  const loaded = ref(false)
  const { waiting: outbox, add, remove, loaded: outboxRead, forgetful } = useOutbox()
  const refusal = ref<string | null>(null)
  let sending = false

  /** When each run was last fetched by itself, counted in fetches. */
  const fetched = new Map<string, number>()
  let fetches = 0

  /** An answer that was long on its way takes nothing back: what a run showed since then stays. */
  async function load() {
    const began = ++fetches
    const answer = await takeEarly() ?? await api<TodayAnswer>('today')
    // What has ended stays as it is.
    const newer = known.value.filter(r => r.endedAt !== null || (fetched.get(r.id) ?? 0) > began)
    jobs.value = answer.jobs
    known.value = [...answer.runs.map(r => newer.find(n => n.id === r.id && n.events.length >= r.events.length) ?? r), ...newer.filter(n => !answer.runs.some(r => r.id === n.id))]
    // Kept answers are of different ages: a run by itself may have been fetched since.
    if (!reachable.value) await Promise.all(runs.value.map(r => loadRun(r.id).catch(() => {})))
    loaded.value = true
  }

  function put(run: RunWithEvents) {
    learnAtLeast(run.serverTime)
    fetched.set(run.id, ++fetches)
    const at = known.value.findIndex(r => r.id === run.id)
    if (at === -1) known.value.push(run)
    else if (run.events.length >= known.value[at]!.events.length) known.value[at] = run
  }

  const loadRun = async (id: string) => put(await api<RunWithEvents>(`runs/${id}`))
  const run = (id: string) => known.value.find(r => r.id === id)

  /** Events as this device knows them: accepted ones, then its own that are still on their way. */
  function events(r: RunWithEvents): RunEvent[] {
    const mine = outbox.value.filter(w => w.runId === r.id).map(w => ({ ...w.event, by: w.by }) as RunEvent)
    return [...r.events, ...mine]
  }
  const state = (r: RunWithEvents): RunState => foldRun(r.plan, events(r))

  /** Enters something at the bench. @returns false when the state does not allow it; `refusal` says why */
  function enter(r: RunWithEvents, part: NewEvent): boolean {
    const by = useSessionStore().person!.id
    const at = Math.round(serverNow())
    const event = { ...part, id: v7(), at, deviceTime: Date.now() } as SentEvent
    refusal.value = refuseEvent(r.plan, events(r), { ...event, by } as RunEvent)
    if (refusal.value) return false
    void add({ runId: r.id, by, event })
    void send()
    return true
  }

  /** What the person at the device may send: the server takes the sender's word for who it was from the session. */
  const mine = () => outbox.value.filter(w => w.by === useSessionStore().person?.id)

  async function sendNext() {
    const { runId } = mine()[0]!
    const batch = mine().filter(w => w.runId === runId)
    try {
      const { outcomes } = await api<{ outcomes: EventOutcome[] }>(`runs/${runId}/events`, 'POST', { events: batch.map(w => w.event) })
      // They leave the device only once they have been read back with their run: an answer that was kept from before, or none,
      // would let a clock vanish that everybody else sees. Until then they are sent again; each counts once.
      await loadRun(runId)
      const back = new Set(run(runId)?.events.map(e => e.id))
      if (outcomes.some(o => o.accepted && !back.has(o.id))) throw new ApiError(0, '')
      await remove(new Set(outcomes.map(o => o.id)))
      refusal.value = outcomes.find(o => !o.accepted)?.reason ?? refusal.value
    }
    catch (error) {
      if (!(error instanceof ApiError) || error.passing || error.status === 401) throw error
      // A request that the server can't take at all would block the queue for ever: say so and let it go.
      refusal.value = error.message
      await remove(new Set(batch.map(w => w.event.id)))
    }
  }

  /** Sends what waits, in order, until all is there. Each entry counts once however often it is sent. */
  async function send() {
    if (sending) return
    sending = true
    try {
      await outboxRead
      while (mine().length > 0) {
        await sendNext().catch(async (error) => {
          if (!(error instanceof ApiError) || !error.passing) throw error
          await new Promise(resolve => setTimeout(resolve, RETRY_MS))
        })
      }
    }
    catch (error) {
      // Signed out: it goes on when the person who entered it is back.
      if (!(error instanceof ApiError)) throw error
    }
    finally {
      sending = false
    }
  }
  watch(() => useSessionStore().person?.id, () => void send())

  return { jobs, runs, loaded, outbox, forgetful, refusal, load, loadRun, put, run, events, state, enter, send }
})
