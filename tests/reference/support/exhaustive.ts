import type { Instance } from '../../../core/crew/schedule'

/** Where one chain is: its next task, s since its first task ended (−1 before), s left of the task under way, s since its end. */
interface At {
  next: number
  since: number
  left: number
  over: number
}
interface State {
  chains: At[]
  busy: number[]
  end: number
}

/** Longer than any wait or lag of these instances. s */
const LONG = 60

/**
 * The soonest end of a small instance, whatever it has in it: releases, waits, breaks, skills, facts and locks, fixtures, places, tails.
 * Every choice of what begins is tried at every second; of states that differ only in what is past, the one with the soonest end is
 * kept. Shares nothing with the solver. The tasks of a chain come one after another.
 * @param below only ends before this are looked for, s
 * @returns s; Infinity where there is none
 */
export function exhaustiveEnd({ chains, hands, fixtures }: Instance, below = 200): number {
  const at = new Map(chains.map((c, i) => [c.id, i]))
  const over = (s: State, i: number) => s.chains[i]!.next === chains[i]!.tasks.length
  const stands = (s: State, i: number) => {
    const { next, left } = s.chains[i]!
    const last = chains[i]!.tasks.length - 1
    return chains[i]!.holdsPlace && !over(s, i) && (next > 0 || left > 0) && !(next === last && left > 0)
  }
  /** Nobody is named by a fact: hands that may do the same at the same hours are one and the other. */
  const facts = chains.some(c => c.tasks.some(task => task.fixed))
  const guild = hands.map((h, p) =>
    facts ? p : hands.findIndex(o => JSON.stringify([o.may, o.shifts]) === JSON.stringify([h.may, h.shifts])),
  )
  const key = (s: State) =>
    s.chains.map(c => `${c.next},${c.since},${c.left},${c.over}`).join(';')
    + s.busy
      .map((b, p) => guild[p]! * 100 + b)
      .sort((a, b) => a - b)
      .join()
  /** How long after its end it still matters when a chain was over. s */
  const awaited = chains.map(c => Math.max(0, ...chains.flatMap(o => o.after.filter(a => a.chain === c.id).map(a => a.wait))))

  /** Who may begin the next task of a chain this second. */
  function whoMay(s: State, i: number, t: number): number[] {
    const [chain, here] = [chains[i]!, s.chains[i]!]
    const task = chain.tasks[here.next]
    if (!task || here.left > 0) return []
    // A fact asks for no skill and no shift, but for hands that do nothing else.
    if (task.fixed) return task.fixed.start === t ? [hands.findIndex(h => h.id === task.fixed!.person)].filter(p => s.busy[p] === 0) : []
    if (t < chain.release) return []
    if (here.next === 0) {
      if (chain.after.some(a => !over(s, at.get(a.chain)!) || s.chains[at.get(a.chain)!]!.over < a.wait)) return []
      if (chain.holdsPlace && chains.filter((_, j) => stands(s, j)).length >= fixtures.place) return []
    }
    else if (here.since < task.lag!.least || here.since > task.lag!.most) return []
    if (
      task.uses
      && chains.filter((c, j) => s.chains[j]!.left > 0 && c.tasks[s.chains[j]!.next]!.uses === task.uses).length >= fixtures[task.uses]
    )
      return []
    return hands.flatMap((h, p) =>
      s.busy[p] === 0
      && !hands.some((_, q) => q < p && guild[q] === guild[p] && s.busy[q] === 0)
      && h.may.includes(task.skill)
      && h.shifts.some(([a, b]) => a <= t && t + task.seconds <= b)
        ? [p]
        : [],
    )
  }

  /** One second later; null where something is missed that can't come any more. */
  function later(s: State, t: number): State | null {
    let { end } = s
    const moved = s.chains.map((c, i): At | null => {
      const [tasks, next] = [chains[i]!.tasks, { ...c }]
      if (next.since >= 0) next.since = Math.min(LONG, next.since + 1)
      if (next.next === tasks.length) next.over = Math.min(awaited[i]!, next.over + 1)
      if (next.left > 0 && --next.left === 0) {
        if (next.next === 0) next.since = 0
        next.next++
        end = Math.max(end, t + 1 + (next.next === tasks.length ? chains[i]!.tail : 0))
      }
      // Once the last task is under way nobody asks any more when the first ended.
      if (next.next === tasks.length || (next.left > 0 && next.next === tasks.length - 1)) next.since = -1
      const waiting = next.left === 0 ? tasks[next.next] : undefined
      if (waiting?.lag && !waiting.fixed && next.since > waiting.lag.most) return null
      return waiting?.fixed && waiting.fixed.start < t + 1 ? null : next
    })
    return moved.includes(null) ? null : { chains: moved as At[], busy: s.busy.map(b => Math.max(0, b - 1)), end }
  }

  /** How long a chain still takes if nothing is in its way, s. */
  function stillTakes(c: At, i: number): number {
    const { tasks, tail } = chains[i]!
    const last = tasks.at(-1)!
    if (c.next === tasks.length) return 0
    if (c.next === tasks.length - 1 && c.left > 0) return c.left + tail
    if (tasks.length === 1) return last.seconds + tail
    const first = c.next > 0 ? 0 : c.left > 0 ? c.left : tasks[0]!.seconds
    return first + Math.max(0, last.lag!.least - Math.max(0, c.since)) + last.seconds + tail
  }

  let best = below
  let layer = new Map<string, State>()
  const begin: State = { chains: chains.map(() => ({ next: 0, since: -1, left: 0, over: 0 })), busy: hands.map(() => 0), end: 0 }
  layer.set(key(begin), begin)
  for (let t = 0; t + 1 < best && layer.size > 0; t++) {
    const next = new Map<string, State>()
    const keep = (s: State) => {
      const moved = later(s, t)
      if (!moved || moved.end >= best || moved.chains.some((c, i) => t + 1 + stillTakes(c, i) >= best)) return
      if (moved.chains.every((_, i) => over(moved, i))) {
        best = moved.end
        return
      }
      const k = key(moved)
      if ((next.get(k)?.end ?? Infinity) > moved.end) next.set(k, moved)
    }
    // What has begun comes first: a rinse that begins this second leaves its place to a coat that begins with it.
    const go = (s: State, turn: readonly number[]): void => {
      if (turn.length === 0) return keep(s)
      const [i, ...rest] = turn as [number, ...number[]]
      go(s, rest)
      for (const p of whoMay(s, i, t)) {
        const { seconds } = chains[i]!.tasks[s.chains[i]!.next]!
        go({ ...s, chains: s.chains.with(i, { ...s.chains[i]!, left: seconds }), busy: s.busy.with(p, seconds) }, rest)
      }
    }
    for (const s of layer.values())
      go(
        s,
        chains.map((_, i) => i).sort((a, b) => Number(s.chains[b]!.next > 0) - Number(s.chains[a]!.next > 0)),
      )
    layer = next
  }
  return best === below ? Infinity : best
}
