import { openDB } from 'idb'
import type { DBSchema, IDBPDatabase } from 'idb'
import type { SentEvent } from '#shared/runs'

/** An entry on its way to the server, with who made it. */
export interface Waiting { runId: string, by: string, event: SentEvent }

interface Kept extends DBSchema { outbox: { key: string, value: Waiting & { id: string } } }

const CHANNEL = 'crest:outbox'
/** Where entries lay before they were kept in a database. */
const OLD_PREFIX = 'crest:outbox:'

async function open(): Promise<IDBPDatabase<Kept>> {
  const db = await openDB<Kept>('crest', 1, { upgrade: made => void made.createObjectStore('outbox', { keyPath: 'id' }) })
  for (const key of Object.keys(localStorage).filter(k => k.startsWith(OLD_PREFIX))) {
    const entry = JSON.parse(localStorage.getItem(key)!) as Waiting
    await db.put('outbox', { ...entry, id: entry.event.id })
    localStorage.removeItem(key)
  }
  return db
}

/**
 * Entries kept in the device's own database until the server has them: a reload, a crashed tab or a dead server loses nothing. Each is a row of its
 * own, so that two tabs can add and remove at the same time. Ids are UUIDv7: sorted by id is sorted by when they were made.
 */
export function useOutbox() {
  const waiting = ref<Waiting[]>([])
  /** This browser keeps nothing: a private window, or no room. */
  const forgetful = ref(false)
  const told = new BroadcastChannel(CHANNEL)
  const db = open().catch(() => {
    forgetful.value = true
    return null
  })
  /** Made here and not in the database yet, or never: a reading that began before them may not hide them. */
  const adding = new Map<string, Waiting>()
  /** Taken off here before a reading was over. */
  const gone = new Set<string>()

  const sorted = (list: Waiting[]) => [...new Map(list.map(w => [w.event.id, w])).values()].sort((a, b) => (a.event.id < b.event.id ? -1 : 1))
  async function read() {
    const rows = await (await db)?.getAll('outbox').catch(() => []) ?? []
    waiting.value = sorted([...rows.map(({ id: _, ...w }) => w).filter(w => !gone.has(w.event.id)), ...adding.values()])
  }
  const loaded = read()
  told.onmessage = () => void read()

  return {
    waiting,
    forgetful,
    loaded,
    /** Shown at once; `kept` comes true when it would survive a crash. */
    add(entry: Waiting): Promise<void> {
      adding.set(entry.event.id, entry)
      waiting.value = sorted([...waiting.value, entry])
      return db.then(async (d) => {
        if (!d) return
        // Strict: on the disk, not on its way there.
        const t = d.transaction('outbox', 'readwrite', { durability: 'strict' })
        await t.store.put({ ...toRaw(entry), id: entry.event.id })
        await t.done
        adding.delete(entry.event.id)
        told.postMessage('changed')
      }).catch(() => void (forgetful.value = true))
    },
    remove(ids: Set<string>): Promise<void> {
      for (const id of ids) {
        gone.add(id)
        adding.delete(id)
      }
      waiting.value = waiting.value.filter(w => !ids.has(w.event.id))
      return db.then(async (d) => {
        if (!d) return
        const t = d.transaction('outbox', 'readwrite', { durability: 'strict' })
        await Promise.all([...ids].map(id => t.store.delete(id)))
        await t.done
        told.postMessage('changed')
      }).catch(() => {})
    },
  }
}
