import type { Instance } from '../../../core/crew/schedule'

/**
 * The soonest end by going through every state of every second: what each chain is at, who is busy for how long, and every choice of
 * what to begin. Shares nothing with the solver; for small whole numbers only. Chains with release 0 and no order among them.
 * @returns s
 */
export function steppedEnd(instance: Instance): number {
  const { chains, hands, fixtures } = instance
  /** Equal chains are as good as each other, and so are hands that may do the same: states that differ by their names only are one. */
  const alike = (things: readonly unknown[]) => {
    const words = things.map(t => JSON.stringify(t))
    return words.map(w => words.indexOf(w))
  }
  const kind = alike(chains.map(c => ({ ...c, id: '' })))
  const guild = alike(hands.map(h => h.may))
  /** Per chain: next task, s since the first task's end (−1 while it is not over), s left of the task being done. */
  interface State {
    next: number[]
    since: number[]
    left: number[]
    busy: number[]
  }
  const at = (s: State, i: number) => (((kind[i]! * 8 + s.next[i]!) * 32 + Math.min(s.since[i]!, 30) + 1) << 5) + s.left[i]!
  const key = (s: State) =>
    String.fromCharCode(
      ...chains.map((_, i) => at(s, i)).sort((a, b) => a - b),
      ...s.busy.map((b, p) => guild[p]! * 32 + b).sort((a, b) => a - b),
    )
  let layer = new Map<string, State>()
  const begin: State = { next: chains.map(() => 0), since: chains.map(() => -1), left: chains.map(() => 0), busy: hands.map(() => 0) }
  layer.set(key(begin), begin)
  for (let t = 0; t < 400; t++) {
    const started = new Map<string, State>()
    /** Standing in a place: begun, and its last task not under way yet. */
    const stands = (s: State, j: number) =>
      chains[j]!.holdsPlace
      && (s.next[j]! > 0 || s.left[j]! > 0)
      && s.next[j]! < chains[j]!.tasks.length
      && !(s.next[j] === chains[j]!.tasks.length - 1 && s.left[j]! > 0)
    // What has begun comes first: a rinse that begins this second leaves its place to a coat that begins with it.
    const go = (s: State, place: number, turn: readonly number[], codes: readonly number[], left: ReadonlySet<number>): void => {
      if (place === chains.length) {
        started.set(key(s), s)
        return
      }
      const i = turn[place]!
      go(s, place + 1, turn, codes, new Set(left).add(codes[i]!))
      // Its like was left where it is: beginning this one instead is the same.
      if (left.has(codes[i]!)) return
      const chain = chains[i]!
      const task = chain.tasks[s.next[i]!]
      if (!task || s.left[i]! > 0) return
      if (task.lag && (s.since[i]! < task.lag.least || s.since[i]! > task.lag.most)) return
      if (s.next[i] === 0 && chain.holdsPlace && chains.filter((_, j) => stands(s, j)).length >= fixtures.place) return
      if (task.uses) {
        const used = chains.filter((c, j) => s.left[j]! > 0 && c.tasks[s.next[j]!]!.uses === task.uses).length
        if (used >= fixtures[task.uses]) return
      }
      hands.forEach((h, p) => {
        if (s.busy[p]! > 0 || !h.may.includes(task.skill) || hands.some((_, q) => q < p && guild[q] === guild[p] && s.busy[q] === 0)) return
        go({ ...s, left: s.left.with(i, task.seconds), busy: s.busy.with(p, task.seconds) }, place + 1, turn, codes, left)
      })
    }
    for (const s of layer.values())
      go(
        s,
        0,
        chains.map((_, i) => i).sort((x, y) => Number(s.next[y]! > 0) - Number(s.next[x]! > 0)),
        chains.map((_, i) => at(s, i)),
        new Set(),
      )
    const next = new Map<string, State>()
    for (const s of started.values()) {
      const after: State = { next: [...s.next], since: [...s.since], left: [...s.left], busy: s.busy.map(b => Math.max(0, b - 1)) }
      let dead = false
      for (const [i, chain] of chains.entries()) {
        if (after.since[i]! >= 0) after.since[i]!++
        if (after.left[i]! > 0 && --after.left[i]! === 0) {
          if (after.next[i] === 0) after.since[i] = 0
          after.next[i]!++
        }
        const task = chain.tasks[after.next[i]!]
        if (!task) after.since[i] = -1
        else if (task.lag && after.left[i] === 0 && after.since[i]! > task.lag.most) dead = true
        // All that counts once the least lag of the last task is over and it is under way is how long it still takes.
        else if (after.left[i]! > 0 && after.next[i] === chain.tasks.length - 1 && chain.tasks.length > 1) after.since[i] = 99
      }
      if (dead) continue
      if (after.next.every((n, i) => n === chains[i]!.tasks.length)) return t + 1
      next.set(key(after), after)
    }
    layer = next
    if (layer.size === 0) return Infinity
  }
  return Infinity
}
