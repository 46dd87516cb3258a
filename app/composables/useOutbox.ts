import { useEventListener } from '@vueuse/core'
import type { SentEvent } from '#shared/runs'

/** An entry on its way to the server, with who made it. */
export interface Waiting { runId: string, by: string, event: SentEvent }

const PREFIX = 'crest:outbox:'

function stored(): Waiting[] {
  const keys = Object.keys(localStorage).filter(key => key.startsWith(PREFIX))
  // Ids are UUIDv7: sorted by id is sorted by when they were made.
  return keys.sort().flatMap((key) => {
    const text = localStorage.getItem(key)
    return text ? [JSON.parse(text) as Waiting] : []
  })
}

/**
 * Entries kept on the device until the server has them: a reload or a dead server loses nothing. Each has a key of
 * its own, so that two tabs can add and remove at the same time without writing over each other.
 */
export function useOutbox() {
  const waiting = ref<Waiting[]>(stored())
  useEventListener(window, 'storage', (event: StorageEvent) => {
    if (event.key === null || event.key.startsWith(PREFIX)) waiting.value = stored()
  })
  return {
    waiting,
    add(entry: Waiting) {
      localStorage.setItem(PREFIX + entry.event.id, JSON.stringify(entry))
      waiting.value = [...waiting.value, entry]
    },
    remove(ids: Set<string>) {
      for (const id of ids) localStorage.removeItem(PREFIX + id)
      waiting.value = waiting.value.filter(w => !ids.has(w.event.id))
    },
  }
}
