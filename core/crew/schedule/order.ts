import type { Instance, Schedule, Shared } from './model'
import { Tasks } from './tasks'

/** start(to) − start(from) ≥ least */
interface Tie {
  from: number
  to: number
  least: number
}

/**
 * An order in which some of the tasks begin, and who does them. Starts are the least fixed point of what that order, the lags and the
 * shifts ask, so that windows shift earlier coats by themselves. Starts of all tasks are handed in and raised: `est`, one for each of
 * `ops`, s. For one or two people, and things of which there is one or enough for all.
 */
export class Order extends Tasks {
  /** Tasks of each chain that the order holds. */
  readonly done: Uint8Array
  /** The tasks, the first to begin first. */
  readonly begun: number[] = []

  private readonly person: Int32Array
  /** Before it on the same hands, and at the same fixture; −1 for none. */
  private readonly onHands: Int32Array
  private readonly onFixture: Int32Array
  private readonly lastBy: number[]
  private readonly lastAt: Record<Shared, number> = { sink: -1, tub: -1, cabinet: -1 }
  private readonly ties: (Tie | null)[] = []
  private readonly undo: { hands: number, fixture: number }[] = []

  constructor(instance: Instance) {
    super(instance)
    this.person = new Int32Array(this.ops.length)
    this.onHands = new Int32Array(this.ops.length)
    this.onFixture = new Int32Array(this.ops.length)
    this.lastBy = instance.hands.map(() => -1)
    this.done = new Uint8Array(instance.chains.length)
  }

  /** Starts before anything is decided, s. */
  opened(): Float64Array {
    const est = new Float64Array(this.ops.length)
    this.instance.chains.forEach((c, i) => (est[this.first[i]!] = c.release))
    return est
  }

  endAt(o: number, est: Float64Array): number {
    return est[o]! + this.ops[o]!.seconds
  }

  /** Start of the last of the order: nothing else begins before it. s */
  now(est: Float64Array): number {
    return this.begun.length > 0 ? est[this.begun.at(-1)!]! : 0
  }

  /** When these hands are free after what the order gives them, s. */
  freeAt(p: number, est: Float64Array): number {
    return Math.max(this.now(est), this.lastBy[p]! >= 0 ? this.endAt(this.lastBy[p]!, est) : 0)
  }

  /** When this thing is free after what the order gives it, s. */
  openAt(f: Shared, est: Float64Array): number {
    return Math.max(this.now(est), this.lastAt[f] >= 0 ? this.endAt(this.lastAt[f], est) : 0)
  }

  /** Equal people: whoever was free first takes the next task. */
  mayTake(p: number): boolean {
    return !this.alike || (this.lastBy[1 - p] === -1 ? this.lastBy[p] === -1 && p === 0 : true)
  }

  /** Puts a task at the end of the order; who is free first stays so however the starts shift. */
  enter(o: number, p: number): void {
    const { uses, chain } = this.ops[o]!
    const [mine, others] = [this.lastBy[p]!, this.alike ? this.lastBy[1 - p]! : -1]
    this.ties.push(
      mine >= 0 && others >= 0 ? { from: mine, to: others, least: this.ops[mine]!.seconds - this.ops[others]!.seconds } : null,
    )
    this.person[o] = p
    this.onHands[o] = mine
    this.onFixture[o] = uses && this.instance.fixtures[uses] === 1 ? this.lastAt[uses] : -1
    this.undo.push({ hands: mine, fixture: uses ? this.lastAt[uses] : -1 })
    this.lastBy[p] = o
    if (uses) this.lastAt[uses] = o
    this.done[chain]!++
    this.begun.push(o)
  }

  /** Takes the last task out of the order again. */
  leave(): void {
    const o = this.begun.pop()!
    const { uses, chain } = this.ops[o]!
    const was = this.undo.pop()!
    this.lastBy[this.person[o]!] = was.hands
    if (uses) this.lastAt[uses] = was.fixture
    this.done[chain]!--
    this.ties.pop()
  }

  /** Raises starts to the least that the order asks. @returns false when something can't be over before `limit`, s */
  settle(est: Float64Array, limit: number): boolean {
    for (;;) {
      const along = this.raiseOrder(est, limit)
      if (along === null) return false
      const begun = this.raiseBegun(est, limit)
      if (begun === null) return false
      if (!along && !begun) return true
    }
  }

  schedule(est: Float64Array): Schedule {
    const { chains, hands } = this.instance
    return this.begun.map((o) => {
      const { chain, k } = this.ops[o]!
      return { chain: chains[chain]!.id, task: k, person: hands[this.person[o]!]!.id, start: est[o]! }
    })
  }

  private tooLate(o: number, est: Float64Array, limit: number): boolean {
    return this.endAt(o, est) + this.ops[o]!.tail >= limit
  }

  /** The least start of a task of the order, given the starts of the others. */
  private leastStart(o: number, before: number, est: Float64Array): number {
    const op = this.ops[o]!
    let t = Math.max(est[o]!, before)
    if (this.onHands[o]! >= 0) t = Math.max(t, this.endAt(this.onHands[o]!, est))
    if (this.onFixture[o]! >= 0) t = Math.max(t, this.endAt(this.onFixture[o]!, est))
    if (op.k > 0) t = Math.max(t, this.endAt(this.first[op.chain]!, est) + op.least)
    else
      for (const a of this.afters[op.chain]!) t = Math.max(t, this.endAt(this.first[a.chain]! + this.length[a.chain]! - 1, est) + a.wait)
    return this.inShift(this.person[o]!, t, op.seconds)
  }

  /** Starts along the order. @returns whether anything rose; null when something is too late */
  private raiseOrder(est: Float64Array, limit: number): boolean | null {
    let [rose, before] = [false, 0]
    for (const o of this.begun) {
      const t = this.leastStart(o, before, est)
      if (t > est[o]!) rose = true
      est[o] = before = t
      if (this.tooLate(o, est, limit)) return null
    }
    for (const tie of this.ties) {
      if (tie === null || est[tie.from]! + tie.least <= est[tie.to]!) continue
      est[tie.to] = est[tie.from]! + tie.least
      rose = true
    }
    return rose
  }

  /** What has begun and is not over comes after the last of the order; its window pulls its first task along. @returns as above */
  private raiseBegun(est: Float64Array, limit: number): boolean | null {
    const now = this.now(est)
    let rose = false
    for (let c = 0; c < this.length.length; c++) {
      const head = this.first[c]!
      const done = this.done[c]!
      if (done === 0) continue
      const headEnd = this.endAt(head, est)
      for (let k = 1; k < this.length[c]!; k++) {
        const o = head + k
        if (k >= done) est[o] = Math.max(est[o]!, now, headEnd + this.ops[o]!.least)
        if (this.tooLate(o, est, limit)) return null
        const pulled = est[o]! - this.ops[o]!.most - this.ops[head]!.seconds
        if (pulled > est[head]!) {
          est[head] = pulled
          rose = true
        }
      }
    }
    return rose
  }
}
