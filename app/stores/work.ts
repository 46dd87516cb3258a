import { defineStore } from 'pinia'
import { v7 } from 'uuid'
import type { FollowedRun, NewEvent, RunEvent, RunState } from '#core/bench/run'
import type { Pass } from '#shared/passes'
import { allPages } from '#shared/pages'
import type { RunWithEvents, SentEvent, StoredEvent } from '#shared/runs'
import type { Entry } from '~/outbox/outbox'
import type { TodayAnswer } from '~/composables/useEarly'

/** Passes of open jobs, open runs, and the entries on their way to the server. */
export const useWorkStore = defineStore('work', () => {
  const session = useSessionStore()
  const passes = shallowRef<Pass[]>([])
  /** Open runs, and those that ended while this page had them: whoever stands before one still sees that it is closed. */
  const known = shallowRef<RunWithEvents[]>([])
  const runs = computed(() => known.value.filter(r => r.endedAt === null))
  const loaded = ref(false)
  const refusal = ref<string | null>(null)
  const { outbox: box, waiting: outbox, tray, forgetful, replaceByNote } = useOutbox(taken)

  /** When each run was last fetched by itself, counted in fetches. */
  const fetched = new Map<string, number>()
  let fetches = 0

  const last = (r: RunWithEvents) => r.events.at(-1)?.seq ?? 0

  /** An answer that was long on its way takes nothing back: what a run showed since then stays. */
  const load = toldLoad('the open jobs', async () => {
    const began = ++fetches
    const answer = (await takeEarly()) ?? (await api<TodayAnswer>('today'))
    if (answer.runs.length > 0) await needRunRules()
    const open = await allPages(after =>
      after === null ? Promise.resolve(answer.passes) : api<TodayAnswer>(`today?after=${after}`).then(page => page.passes),
    )
    // What has ended stays as it is.
    const newer = known.value.filter(r => r.endedAt !== null || (fetched.get(r.id) ?? 0) > began)
    passes.value = open
    known.value = [
      ...answer.runs.map(r => newer.find(n => n.id === r.id && last(n) >= last(r)) ?? r),
      ...newer.filter(n => !answer.runs.some(r => r.id === n.id)),
    ]
    // Kept answers are of different ages: a run by itself may have been fetched since.
    if (!reachable.value) await Promise.all(runs.value.map(r => loadRun(r.id).catch(() => {})))
    loaded.value = true
  })

  function put(run: RunWithEvents) {
    learnAtLeast(run.serverTime)
    fetched.set(run.id, ++fetches)
    const at = known.value.findIndex(r => r.id === run.id)
    if (at === -1) known.value = [...known.value, run]
    else if (last(run) >= last(known.value[at]!)) known.value = known.value.with(at, run)
  }

  async function loadRun(id: string) {
    const [answer] = await Promise.all([api<RunWithEvents>(`runs/${id}`), needRunRules()])
    put(answer)
  }
  const run = (id: string) => known.value.find(r => r.id === id)

  /** Adds what is new to a run as it is known. @returns false where something between is missing */
  function grow(r: RunWithEvents, events: readonly StoredEvent[]): boolean {
    const news = events.filter(e => e.seq > last(r))
    if (news.length === 0) return true
    if (news[0]!.seq !== last(r) + 1) return false
    const end = news.find(e => e.kind === 'run.finished' || e.kind === 'run.abandoned')
    put({ ...r, events: [...r.events, ...news], endedAt: end?.at ?? r.endedAt, serverTime: news.at(-1)!.serverTime })
    return true
  }

  /** Somebody entered something: what came along is added, and what is missing is asked for, from where this page has got to. */
  async function hear(id: string, events: StoredEvent[] | undefined) {
    const r = run(id)
    if (r && events && grow(r, events)) return keepKnown(() => run(id))
    if (!r || !events) return loadRun(id)
    const answer = await api<RunWithEvents>(`runs/${id}?after=${last(r)}`)
    const now = run(id)!
    if (grow(now, answer.events)) put({ ...answer, events: run(id)!.events })
    else await loadRun(id)
    keepKnown(() => run(id))
  }

  /** The server has these: shown, and kept on the device, before they leave the outbox. @throws where they can't be seen yet */
  async function taken(id: string, stored: StoredEvent[], ids: string[]) {
    const there = () => {
      const have = new Set(run(id)?.events.map(e => e.id))
      return ids.every(i => have.has(i))
    }
    const r = run(id)
    if (!r || !grow(r, stored) || !there()) await loadRun(id)
    if (!there()) throw new ApiError(0, '')
    await keepAnswer(`runs/${id}`, run(id))
  }

  const followed = new Map<string, FollowedRun>()
  /** What is folded already, by the run as it stands and what was on its way then. */
  const states = new WeakMap<RunWithEvents, { waiting: Entry[], mine: RunEvent[], state: RunState }>()

  function folded(r: RunWithEvents) {
    const known = states.get(r)
    if (known?.waiting === outbox.value) return known
    const mine = outbox.value.flatMap(w => (w.kind === 'event' && w.runId === r.id ? [{ ...w.event, by: w.by } as RunEvent] : []))
    const follower = followed.get(r.id) ?? runRules().followedRun(r.plan)
    followed.set(r.id, follower)
    follower.follow(r.events)
    // Nothing of this run changed: whoever shows it has nothing to do.
    const same = known && known.mine.length === 0 && mine.length === 0
    const next = { waiting: outbox.value, mine, state: same ? known.state : follower.state(mine) }
    states.set(r, next)
    return next
  }
  /** Events as this device knows them: accepted ones, then its own that are still on their way. */
  const events = (r: RunWithEvents): RunEvent[] => [...r.events, ...folded(r).mine.filter(m => !r.events.some(e => e.id === m.id))]
  const state = (r: RunWithEvents): RunState => folded(r).state

  /** Enters something at the bench. @returns false when the state does not allow it, or it could never be stored; `refusal` says why */
  function enter(r: RunWithEvents, part: NewEvent): boolean {
    const by = session.person!.id
    const id = v7()
    const event = { ...part, id, at: Math.round(serverNow()), deviceTime: Date.now() } as SentEvent
    const { mine } = folded(r)
    const refused = followed.get(r.id)!.refuse(mine, { ...event, by } as RunEvent)
    refusal.value = refused && runRules().refusalWords(r.plan, refused)
    if (refused === null) refusal.value = box.add({ kind: 'event', id, runId: r.id, by, event }).refused
    return refusal.value === null
  }

  /** Takes a picture along in the outbox. @returns why it can't be kept */
  function addPhoto(photo: Omit<Extract<Entry, { kind: 'photo' }>, 'kind' | 'id' | 'by' | 'at'>, id = v7()): string | null {
    return box.add({ ...photo, kind: 'photo', id, by: session.person!.id, at: Math.round(serverNow()) }).refused
  }

  const send = () => box.send()
  /** Whose entries lie here and can't be sent before they sign in here again. */
  const absent = computed(() =>
    [...new Set(outbox.value.map(w => w.by))].filter(by => session.signedIn !== null && !session.signedIn.people.includes(by)),
  )
  const mayGo = (w: Entry) => session.signedIn?.people.includes(w.by) ?? false
  /** Entries of a run that this device can send by itself. */
  const waitingOf = (runId: string) => outbox.value.filter(w => w.runId === runId && w.kind === 'event' && mayGo(w))

  return {
    passes,
    runs,
    loaded,
    outbox,
    tray,
    absent,
    forgetful,
    refusal,
    load,
    loadRun,
    put,
    run,
    hear,
    events,
    state,
    enter,
    addPhoto,
    send,
    waitingOf,
    box,
    replaceByNote,
  }
})
