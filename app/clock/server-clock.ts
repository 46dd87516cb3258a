import { betterOffset, jumped } from '#core/basics/clock'
import type { Clocks, Exchange, Offset } from '#core/basics/clock'

/** What a clock of the server's time rests on. All ms. */
export interface ClockParts {
  /** Both clocks of the device, read at the same moment. */
  read: () => Clocks
  /** The server's time; null where nobody answers. */
  ask: () => Promise<number | null>
  /** How far the wall clock lay from the server's when it was last asked; kept over a start without network. */
  kept: { read: () => number, write: (skew: number) => void }
  /** Something that is shown may have changed. */
  changed: () => void
}

/** Exchanges of one measuring: the shortest round trip of them wins. */
const EXCHANGES = 5
/** How much earlier than a stamp of the server's the clock may be without being thought wrong. ms */
const TOLERATED = 1000

/** What is known of the server's time; another object whenever something of it changed. */
export interface ClockState {
  /** The best exchange so far, its bound Infinity while the server has not been asked. */
  best: Offset
  /** When the server was last asked with success, by the monotonic clock; null: not since this page was opened. */
  checkedAt: number | null
  /** The device slept or its clock was moved, and the server could not be asked since. */
  unsure: boolean
}

export interface ServerClock {
  now: () => number
  state: () => ClockState
  /** The server was at this time at least: a device that thinks it earlier has a clock that was set while nobody could be asked. */
  learnAtLeast: (serverTime: number) => void
  /** Measures afresh: after sleep the monotonic clock may have stood still, so what was learnt before counts no longer. */
  sync: () => Promise<void>
  /** Looks at both clocks. Where one of them jumped since the last look, the server is asked. */
  look: () => void
}

/**
 * Server time, counted on from the best exchange with a monotonic clock, so that a device clock that is wrong or changed does no harm.
 * The exchange with the shortest round trip wins; its half is the error bound.
 */
export function serverClock({ read, ask, kept, changed }: ClockParts): ServerClock {
  let last = read()
  let state: ClockState = { best: { offset: last.wall + kept.read() - last.steady, bound: Infinity }, checkedAt: null, unsure: false }
  const now = () => state.best.offset + read().steady
  function put(change: Partial<ClockState>) {
    state = { ...state, ...change }
    changed()
  }
  /** @param known what the exchange is held against */
  function learn(exchanged: Exchange, known = state.best) {
    put({ best: betterOffset(known, exchanged), checkedAt: read().steady, unsure: false })
    kept.write(Math.round(now() - read().wall))
  }
  async function exchange(): Promise<Exchange | null> {
    const sentAt = read().steady
    const serverTime = await ask()
    return serverTime === null ? null : { serverTime, sentAt, receivedAt: read().steady }
  }
  async function sync() {
    const first = await exchange()
    if (!first) return
    learn(first, { ...state.best, bound: Infinity })
    for (let i = 1; i < EXCHANGES; i++) {
      const next = await exchange()
      if (next) learn(next)
    }
  }
  return {
    now,
    state: () => state,
    learnAtLeast(serverTime) {
      if (now() < serverTime - TOLERATED) put({ best: { offset: serverTime - read().steady, bound: Infinity }, unsure: true })
    },
    sync,
    look() {
      const next = read()
      if (jumped(last, next)) {
        put({ unsure: true })
        void sync()
      }
      last = next
    },
  }
}
