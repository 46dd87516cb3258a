import { defineStore } from 'pinia'
import { v7 } from 'uuid'
import { foldRun, refuseEvent } from '#core/run'
import type { RunEvent, RunState } from '#core/run'
import type { Job } from '#shared/jobs'
import type { EventOutcome, RunWithEvents, SentEvent } from '#shared/runs'

type Part<E> = E extends RunEvent ? Omit<E, 'id' | 'at' | 'by'> : never
export type NewEvent = Part<RunEvent>

interface Waiting { runId: string, by: string, event: SentEvent }

const RETRY_MS = 1000

/** Open jobs and runs, and the entries on their way to the server. */
export const useWorkStore = defineStore('work', () => {
  const jobs = ref<Job[]>([])
  const runs = ref<RunWithEvents[]>([])
  const loaded = ref(false)
  /** Kept on the device until the server has them: a reload or a dead server loses nothing. */
  const outbox = useLocalStorage<Waiting[]>('crest:outbox', [])
  const refusal = ref<string | null>(null)
  let sending = false

  async function load() {
    const answer = await api<{ jobs: Job[], runs: RunWithEvents[] }>('today')
    jobs.value = answer.jobs
    runs.value = answer.runs
    loaded.value = true
  }

  function put(run: RunWithEvents) {
    const at = runs.value.findIndex(r => r.id === run.id)
    if (at === -1) runs.value.push(run)
    else if (run.events.length >= runs.value[at]!.events.length) runs.value[at] = run
  }

  const loadRun = async (id: string) => put(await api<RunWithEvents>(`runs/${id}`))
  const run = (id: string) => runs.value.find(r => r.id === id)

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
    outbox.value.push({ runId: r.id, by, event })
    void send()
    return true
  }

  async function sendFirst() {
    const { runId } = outbox.value[0]!
    const batch = outbox.value.filter(w => w.runId === runId)
    const { outcomes } = await api<{ outcomes: EventOutcome[] }>(`runs/${runId}/events`, 'POST', { events: batch.map(w => w.event) })
    await loadRun(runId).catch(() => {})
    const ids = new Set(outcomes.map(o => o.id))
    outbox.value = outbox.value.filter(w => !ids.has(w.event.id))
    refusal.value = outcomes.find(o => !o.accepted)?.reason ?? refusal.value
  }

  /** Sends what waits, in order, until all is there. Each entry counts once however often it is sent. */
  async function send() {
    if (sending) return
    sending = true
    try {
      while (outbox.value.length > 0) {
        try {
          await sendFirst()
        }
        catch (error) {
          if (!(error instanceof ApiError) || error.status === 401) return
          if (error.passing) await new Promise(resolve => setTimeout(resolve, RETRY_MS))
          else {
            // A request the server can't take at all would block the queue for ever: say so and let it go.
            refusal.value = error.message
            const { runId } = outbox.value[0]!
            outbox.value = outbox.value.filter(w => w.runId !== runId)
          }
        }
      }
    }
    finally {
      sending = false
    }
  }

  return { jobs, runs, loaded, outbox, refusal, load, loadRun, put, run, events, state, enter, send }
})
