import { leastTails } from './bound'
import { SHARED, twinsOf } from './model'
import type { Instance, Shared } from './model'

/** One task of one chain, with what a search has to know of it. Times in s. */
export interface Op {
  chain: number
  k: number
  seconds: number
  /** Who may do it. */
  able: readonly number[]
  uses: Shared | null
  least: number
  most: number
  /** What follows its end at least. */
  tail: number
}

function opsOf({ chains, hands, ...instance }: Instance): Op[] {
  const tails = leastTails({ chains, hands, ...instance })
  return chains.flatMap((chain, c) => {
    const end = chain.tasks.at(-1)!
    return chain.tasks.map((t, k): Op => {
      const last = k === chain.tasks.length - 1
      const rest = last ? 0 : k === 0 ? end.lag!.least + end.seconds : Math.max(0, end.lag!.least - t.lag!.most - t.seconds) + end.seconds
      return {
        chain: c,
        k,
        seconds: t.seconds,
        able: hands.flatMap((h, i) => (h.may.includes(t.skill) ? [i] : [])),
        uses: t.uses,
        least: t.lag?.least ?? 0,
        most: t.lag?.most ?? Infinity,
        tail: rest + tails.get(chain.id)!,
      }
    })
  })
}

/** All tasks of an instance in a row, chain after chain, and which of them may come next once so many of each chain are `done`. */
export class Tasks {
  readonly ops: readonly Op[]
  /** The first of each chain among `ops`. */
  readonly first: readonly number[]
  /** How many each chain has. */
  readonly length: readonly number[]
  /** What each chain waits for. */
  readonly afters: readonly { chain: number, wait: number }[][]
  /** What waits for each chain. */
  readonly followers: readonly { chain: number, wait: number }[][]
  /** What a task of each chain adds to the key of what is done. */
  readonly weights: readonly number[]
  /** Things of which there is one. */
  readonly single: readonly Shared[]
  /** Two people who may and can do the same. */
  readonly alike: boolean
  /** The chain before this one that looks the same; −1 for none. */
  private readonly twin: readonly number[]

  constructor(readonly instance: Instance) {
    const { chains, hands, fixtures } = instance
    this.ops = opsOf(instance)
    this.length = chains.map(c => c.tasks.length)
    const weights: number[] = []
    this.length.reduce((weight, n) => {
      weights.push(weight)
      return weight * (n + 1)
    }, 1)
    this.weights = weights
    const first: number[] = []
    this.length.reduce((at, n) => {
      first.push(at)
      return at + n
    }, 0)
    this.first = first
    this.single = SHARED.filter(f => fixtures[f] === 1)
    this.twin = twinsOf(instance)
    this.afters = chains.map(c =>
      c.after.map(a => ({ chain: chains.findIndex(o => o.id === a.chain), wait: a.wait })).filter(a => a.chain >= 0),
    )
    this.followers = chains.map((_, c) =>
      this.afters.flatMap((waits, chain) => waits.filter(a => a.chain === c).map(a => ({ chain, wait: a.wait }))),
    )
    const [one, other] = hands
    this.alike = hands.length === 2 && JSON.stringify([one!.may, one!.shifts]) === JSON.stringify([other!.may, other!.shifts])
  }

  isOver(done: ArrayLike<number>, chain: number): boolean {
    return done[chain] === this.length[chain]
  }

  /** Tasks that may come next: no place taken that is not free, nothing before what it waits for, equal pieces in one order. */
  candidates(done: ArrayLike<number>): number[] {
    const { chains, fixtures } = this.instance
    const full = chains.filter((c, i) => c.holdsPlace && done[i]! > 0 && !this.isOver(done, i)).length >= fixtures.place
    const found: number[] = []
    for (const [c, chain] of chains.entries()) {
      const k = done[c]!
      if (this.isOver(done, c)) continue
      if (k === 0 && ((full && chain.holdsPlace) || this.afters[c]!.some(a => !this.isOver(done, a.chain)))) continue
      if (this.twin[c]! < 0 || done[this.twin[c]!]! > k) found.push(this.first[c]! + k)
    }
    return found
  }

  /** The earliest start within somebody's shift at or after t, s; Infinity when there is none. */
  inShift(p: number, t: number, seconds: number): number {
    for (const [from, to] of this.instance.hands[p]!.shifts) if (Math.max(t, from) + seconds <= to) return Math.max(t, from)
    return Infinity
  }
}
