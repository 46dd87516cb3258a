import type { Kept, OutboxStorage } from './outbox'

/** The device's own database in miniature, for tests and the fault harness: several tabs may share one. */
export function memoryStorage(): OutboxStorage {
  const rows = new Map<number, Kept>()
  let seq = 0
  return {
    read: async () => [...rows.values()],
    add: async (entry) => {
      seq++
      rows.set(seq, { seq, entry, notTaken: null })
      return seq
    },
    put: async kept => void rows.set(kept.seq, kept),
    remove: async seqs => seqs.forEach(s => rows.delete(s)),
  }
}
