/** Server time less this device's monotonic clock, ms, and by how much it may be wrong at most. */
export interface Offset {
  offset: number
  bound: number
}

/** One question to the server: its stamp, and when it was asked and answered by the monotonic clock, ms. */
export interface Exchange {
  serverTime: number
  sentAt: number
  receivedAt: number
}

/**
 * What one exchange says: the stamp was made somewhere between asking and answer, so the middle is off by half the round trip at
 * most (Cristian, Probabilistic clock synchronization, 1989).
 */
export const offsetOf = ({ serverTime, sentAt, receivedAt }: Exchange): Offset => ({
  offset: serverTime - (sentAt + receivedAt) / 2,
  bound: Math.max(0, receivedAt - sentAt) / 2,
})

/** The better of what is known and a new exchange: the smallest round trip wins. */
export function betterOffset(known: Offset, exchange: Exchange): Offset {
  const found = offsetOf(exchange)
  return found.bound <= known.bound ? found : known
}

/** Two clocks of one device read at the same moment, ms: the one on the wall, which people and networks set, and a monotonic one. */
export interface Clocks {
  wall: number
  steady: number
}

/** Farther apart than this, one of them was set or stood still. ms */
const APART = 1500

/** Whether between two readings the device slept or its clock was set: both clocks no longer went the same way. */
export const jumped = (before: Clocks, after: Clocks): boolean =>
  Math.abs(after.wall - before.wall - (after.steady - before.steady)) > APART
