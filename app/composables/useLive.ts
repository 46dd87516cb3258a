import type { LiveMessage } from '#shared/runs'

const RETRY_MS = 1000
/** More than a clock may be off that was measured over the studio's own network. */
const MARGIN_MS = 500

type Topic = LiveMessage['topic']
const hearers = new Map<Topic, Set<(message: never) => void>>()

/** Lets a screen hear a topic that no store keeps. @returns stops it */
export function useLiveTopic<T extends Topic>(topic: T, hear: (message: Extract<LiveMessage, { topic: T }>) => unknown): () => void {
  const set = hearers.get(topic) ?? new Set()
  hearers.set(topic, set)
  set.add(hear as (message: never) => void)
  return () => set.delete(hear as (message: never) => void)
}

const alsoLoaded = new Set<() => Promise<unknown>>()
/** Has a store that only some screens use kept true as well, from the first of them on. @param topic what tells that it changed */
export function keepTrue(topic: Topic, load: () => Promise<unknown>) {
  alsoLoaded.add(load)
  useLiveTopic(topic, () => void load().catch(() => {}))
}

/** Keeps the stores true while the app is open: server-sent events name what changed, and it is fetched. */
export function runLive() {
  const work = useWorkStore()
  const studio = useStudioStore()
  const turns = useTurnsStore()
  const session = useSessionStore()
  let source: EventSource | undefined
  let retry: ReturnType<typeof setTimeout> | undefined

  /** Work is asked for at once; all else, and the stream, once the page stands. */
  const stands = new Promise<void>(resolve => onNuxtReady(resolve))

  const quietly = (load: () => Promise<unknown>) => void load().catch(() => {})
  /** @returns whether all of it is here */
  const loadAll = async (loadWork: () => Promise<unknown> = work.load) => {
    const loads = await Promise.allSettled([loadWork, studio.load, turns.load, ...alsoLoaded].map(load => load()))
    return loads.every(l => l.status === 'fulfilled')
  }

  function hear(message: LiveMessage) {
    hearers.get(message.topic)?.forEach(h => h(message as never))
    switch (message.topic) {
      case 'run':
        return quietly(() => work.hear(message.id, message.events))
      case 'today':
        return quietly(work.load)
      case 'shelf':
        return quietly(studio.loadShelf)
      case 'studio':
        return quietly(studio.loadStudio)
      case 'crew':
        return quietly(studio.loadCrew)
      case 'day':
        return message.day === turns.today() ? quietly(turns.load) : undefined
      case 'tubs':
      case 'photos':
      case 'session':
        return
      default:
        return void loadAll()
    }
  }

  function close() {
    clearTimeout(retry)
    source?.close()
    source = undefined
  }

  /** Nothing was asked for before the page began. Where that time is not known, the server says that anything may have changed. */
  const pageBegan = () => (clockKnown() ? Math.floor(serverNow() - performance.now()) - MARGIN_MS : 0)

  /** Somebody is here. */
  async function begin() {
    const working = work.load()
    working.catch(() => {})
    await stands
    if (session.signedIn) open(working)
  }

  /** @param working the open work as it was asked for when somebody came in; none where a stream was lost */
  function open(working?: Promise<unknown>) {
    close()
    const first = working !== undefined
    const here = first && loadAll(() => working)
    source = new EventSource(first ? `/api/live?since=${pageBegan()}` : '/api/live')
    source.onopen = async () => {
      reachable.value = true
      // At the start of a page it was measured just now; not so when that was without network.
      if (!first || !clockKnown()) void syncClock()
      void work.send()
      // Whatever was told while nobody listened has to be asked for, and so has what did not come, or came from what the device keeps.
      if (!(await here) || !alwaysReached()) void loadAll()
    }
    source.onmessage = e => (JSON.parse(e.data as string) as LiveMessage[]).forEach(hear)
    source.onerror = () => {
      reachable.value = false
      // A browser would come back by itself, but to where this page began; and on an error answer it gives up.
      close()
      retry = setTimeout(() => open(), RETRY_MS)
    }
  }

  // A run that has just begun may be on the day's plan.
  watch(
    () => work.runs.map(r => r.id).join(),
    () => quietly(turns.load),
  )
  watch(
    () => session.signedIn !== null,
    (signedIn) => {
      close()
      if (signedIn) void begin()
    },
    { immediate: true },
  )
  onScopeDispose(close)
}
