import type { LiveMessage } from '#shared/runs'

const RETRY_MS = 1000
/** The first stream opens just after the first load; what came between is fetched once the page has settled. */
const AFTER_FIRST_MS = 600

type Topic = LiveMessage['topic']
const hearers = new Map<Topic, Set<(message: never) => void>>()

/** Lets a screen hear a topic that no store keeps. @returns stops it */
export function useLiveTopic<T extends Topic>(topic: T, hear: (message: Extract<LiveMessage, { topic: T }>) => unknown): () => void {
  const set = hearers.get(topic) ?? new Set()
  hearers.set(topic, set)
  set.add(hear as (message: never) => void)
  return () => set.delete(hear as (message: never) => void)
}

/** Keeps the stores true while the app is open: server-sent events name what changed, and it is fetched. */
export function runLive() {
  const work = useWorkStore()
  const studio = useStudioStore()
  const turns = useTurnsStore()
  const tubs = useTubsStore()
  const session = useSessionStore()
  let source: EventSource | undefined
  let wasOpen = false
  let retry: ReturnType<typeof setTimeout> | undefined

  const quietly = (load: () => Promise<unknown>) => void load().catch(() => {})
  const loadAll = () => [work.load, studio.load, turns.load, tubs.refresh].forEach(quietly)

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
      case 'tubs':
        return quietly(tubs.refresh)
      case 'day':
        return message.day === turns.today() ? quietly(turns.load) : undefined
      case 'photos':
      case 'session':
        return
      default:
        return loadAll()
    }
  }

  function close() {
    clearTimeout(retry)
    source?.close()
    source = undefined
  }

  function open() {
    close()
    loadAll()
    source = new EventSource('/api/live')
    // Whatever was told while nobody listened has to be asked for.
    source.onopen = () => {
      reachable.value = true
      retry = setTimeout(loadAll, wasOpen ? 0 : AFTER_FIRST_MS)
      // At the start of a page it was measured just now; not so when that was without network.
      if (wasOpen || !clockKnown()) void syncClock()
      wasOpen = true
      void work.send()
    }
    source.onmessage = e => (JSON.parse(e.data as string) as LiveMessage[]).forEach(hear)
    source.onerror = () => {
      reachable.value = false
      // A browser gives up on an error answer; we don't.
      if (source?.readyState === EventSource.CLOSED) retry = setTimeout(open, RETRY_MS)
    }
  }

  // A run that has just begun may be on the day's plan.
  watch(
    () => work.runs.map(r => r.id).join(),
    () => quietly(turns.load),
  )
  watch(
    () => session.signedIn !== null,
    signedIn => (signedIn ? open() : close()),
    { immediate: true },
  )
  onScopeDispose(close)
}
