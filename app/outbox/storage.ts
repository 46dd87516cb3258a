import { openDB } from 'idb'
import type { DBSchema, IDBPDatabase, IDBPObjectStore } from 'idb'
import type { SentEvent } from '#shared/runs'
import type { Entry, Kept, OutboxStorage } from './outbox'

/** An entry as it lay here before entries had an order of their own. */
interface Old {
  runId: string
  by: string
  event: SentEvent
}

interface Database extends DBSchema {
  entries: { key: number, value: Kept }
  outbox: { key: string, value: Old & { id: string } }
}

/** Where entries lay before they were kept in a database. */
const OLD_PREFIX = 'crest:outbox:'

const fromOld = ({ runId, by, event }: Old): Entry => ({ kind: 'event', id: event.id, runId, by, event })

async function open(): Promise<IDBPDatabase<Database>> {
  const db = await openDB<Database>('crest', 2, {
    async upgrade(made, from, _, transaction) {
      made.createObjectStore('entries', { keyPath: 'seq', autoIncrement: true })
      if (from < 1) return
      // They were told apart by when they were made; that order they keep.
      const rows = await transaction.objectStore('outbox').getAll()
      for (const row of rows.sort((a, b) => (a.id < b.id ? -1 : 1)))
        await transaction.objectStore('entries').add({ entry: fromOld(row), notTaken: null } as Kept)
      made.deleteObjectStore('outbox')
    },
  })
  for (const key of Object.keys(localStorage)
    .filter(k => k.startsWith(OLD_PREFIX))
    .sort()) {
    await db.add('entries', { entry: fromOld(JSON.parse(localStorage.getItem(key)!) as Old), notTaken: null } as Kept)
    localStorage.removeItem(key)
  }
  return db
}

/**
 * The device's own database: a reload, a crashed tab or a dead server loses nothing. The database counts, so that two tabs have one order.
 * @param told is called after each change, to let other tabs know
 */
export function deviceStorage(told: () => void): OutboxStorage {
  const db = open()
  db.catch(() => {})
  /** Strict: on the disk, not on its way there. */
  async function change<T>(work: (store: IDBPObjectStore<Database, ['entries'], 'entries', 'readwrite'>) => Promise<T>): Promise<T> {
    const t = (await db).transaction('entries', 'readwrite', { durability: 'strict' })
    const result = await work(t.store)
    await t.done
    told()
    return result
  }
  return {
    read: async () => (await db).getAll('entries'),
    add: entry => change(store => store.add({ entry, notTaken: null } as Kept)),
    put: kept => change(async store => void (await store.put(kept))),
    remove: seqs => change(async store => void (await Promise.all(seqs.map(seq => store.delete(seq))))),
  }
}
