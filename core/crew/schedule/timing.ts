import type { Instance, Schedule, Slot, Task } from './model'
import { FIXTURES, endOf } from './model'

/** start(to) − start(from) ≥ least; node 0 is the day's beginning. */
interface Arc {
  from: number
  to: number
  least: number
}

interface Held {
  fixture: (typeof FIXTURES)[number]
  start: number
  end: number
  open: number
  close: number
  closesAt: number
}

/** What must stay as it is so that the same people do the same things in the same order. */
function arcsOf(instance: Instance, schedule: Schedule, end: number): { arcs: Arc[], task: Task[], order: Slot[] } {
  const chains = new Map(instance.chains.map(c => [c.id, c]))
  const order = [...schedule].sort((a, b) => a.start - b.start || a.task - b.task)
  const task = order.map(s => chains.get(s.chain)!.tasks[s.task]!)
  const node = new Map(order.map((s, i) => [`${s.chain}#${s.task}`, i + 1]))
  const arcs: Arc[] = []
  const at = (i: number) => order[i - 1]!.start
  const arc = (from: number, to: number, least: number) => arcs.push({ from, to, least })
  order.forEach((s, index) => {
    const i = index + 1
    const t = task[index]!
    const chain = chains.get(s.chain)!
    if (t.fixed) {
      arc(0, i, s.start)
      arc(i, 0, -s.start)
      return
    }
    arc(0, i, s.task === 0 || chain.tasks[0]!.fixed ? chain.release : 0)
    arc(i, 0, -(end - t.seconds - (s.task === chain.tasks.length - 1 ? chain.tail : 0)))
    if (s.task > 0) {
      const first = node.get(`${s.chain}#0`)!
      const dwelt = s.start - at(first) - chain.tasks[0]!.seconds
      arc(first, i, chain.tasks[0]!.seconds + Math.min(t.lag!.least, dwelt))
      arc(i, first, -(chain.tasks[0]!.seconds + Math.max(t.lag!.most, dwelt)))
    }
    for (const a of chain.after)
      for (const o of order)
        if (s.task === 0 && o.chain === a.chain)
          arc(node.get(`${o.chain}#${o.task}`)!, i, chains.get(o.chain)!.tasks[o.task]!.seconds + a.wait)
    const shift = instance.hands.find(h => h.id === s.person)?.shifts.find(([from, to]) => from <= s.start && s.start + t.seconds <= to)
    if (shift) {
      arc(0, i, shift[0])
      arc(i, 0, -(shift[1] - t.seconds))
    }
  })
  for (const hands of instance.hands) {
    const mine = order.flatMap((s, i) => (s.person === hands.id ? [i + 1] : []))
    mine.forEach(
      (i, k) =>
        k > 0 && at(mine[k - 1]!) + task[mine[k - 1]! - 1]!.seconds <= at(i) && arc(mine[k - 1]!, i, task[mine[k - 1]! - 1]!.seconds),
    )
  }
  // Who keeps a fixture: in the order they came, each after the one that had left by then and left last.
  const held: Held[] = [
    ...order.flatMap((s, i): Held[] =>
      task[i]!.uses
        ? [
            {
              fixture: task[i]!.uses!,
              start: s.start,
              end: s.start + task[i]!.seconds,
              open: i + 1,
              close: i + 1,
              closesAt: task[i]!.seconds,
            },
          ]
        : [],
    ),
    ...instance.chains
      .filter(c => c.holdsPlace)
      .flatMap((c): Held[] => {
        const [open, close] = [node.get(`${c.id}#0`), node.get(`${c.id}#${c.tasks.length - 1}`)]
        return open && close && open !== close ? [{ fixture: 'place', start: at(open), end: at(close), open, close, closesAt: 0 }] : []
      }),
  ]
  for (const fixture of FIXTURES) {
    const units: (Held | null)[] = Array.from({ length: Math.max(0, Math.min(instance.fixtures[fixture], held.length)) }, () => null)
    for (const h of held.filter(x => x.fixture === fixture).sort((a, b) => a.start - b.start || a.end - b.end)) {
      const free = units
        .flatMap((u, i) => (!u || u.end <= h.start ? [i] : []))
        .sort((a, b) => (units[b]?.end ?? -1) - (units[a]?.end ?? -1))[0]
      if (free === undefined) continue
      const before = units[free]
      if (before) arc(before.close, h.open, before.closesAt)
      units[free] = h
    }
  }
  return { arcs, task, order }
}

interface Edge {
  from: number
  to: number
  gain: number
  arc: number
  back: boolean
}

/** Longest distances from node 0; or, when there is one, a cycle along which something is gained. */
function longest(nodes: number, edges: readonly Edge[]): { dist: Float64Array, cycle: Edge[] | null } {
  const dist = new Float64Array(nodes)
  const via: (Edge | null)[] = Array.from({ length: nodes }, () => null)
  for (let round = 0; round <= nodes; round++) {
    let last = -1
    for (const e of edges) {
      if (dist[e.from]! + e.gain > dist[e.to]! + 1e-9) {
        dist[e.to] = dist[e.from]! + e.gain
        via[e.to] = e
        last = e.to
      }
    }
    if (last === -1) return { dist, cycle: null }
    // Something still grew after as many rounds as there are nodes, or a cycle shows already: follow it back.
    if (round % 8 === 7 || round === nodes) {
      let v = last
      const seen = new Map<number, number>()
      const path: Edge[] = []
      for (let e = via[v]; e && !seen.has(v); e = via[v]) {
        seen.set(v, path.length)
        path.push(e)
        v = e.from
      }
      if (seen.has(v)) {
        const cycle = path.slice(seen.get(v)!)
        if (cycle.reduce((s, e) => s + e.gain, 0) > 1e-9) return { dist, cycle }
      }
    }
  }
  return { dist, cycle: null }
}

/** The same people, the same order, each as early as that allows. */
export function earliestStarts(instance: Instance, schedule: Schedule): Schedule {
  const { arcs, order } = arcsOf(instance, schedule, endOf(instance, schedule))
  const edges = arcs.map((a, i): Edge => ({ from: a.from, to: a.to, gain: a.least, arc: i, back: false }))
  const { dist, cycle } = longest(order.length + 1, edges)
  return cycle ? schedule : order.map((s, i) => ({ ...s, start: Math.round(dist[i + 1]! - dist[0]!) }))
}

/** Cycles cancelled before the rest is left as it is. */
const MOST_CANCELLED = 3000

/**
 * The same people, the same order, the same end: starts moved so that the dwells lie as near to their best as that allows. Exact for
 * the order given: starts are the potentials of a circulation of greatest gain, found by cancelling cycles (the dual of
 * min-cost flow; Ahuja, Magnanti & Orlin, Network Flows, 1993, ch. 9 and 14).
 */
export function closestToBest(instance: Instance, schedule: Schedule, end = endOf(instance, schedule)): Schedule {
  const { arcs, order } = arcsOf(instance, schedule, end)
  const chains = new Map(instance.chains.map(c => [c.id, c]))
  const flow = new Float64Array(arcs.length)
  const dwells = order.flatMap((s, i) => {
    const chain = chains.get(s.chain)!
    const t = chain.tasks[s.task]!
    if (!t.lag || s.task !== chain.tasks.length - 1 || t.fixed) return []
    return [{ from: order.findIndex(o => o.chain === s.chain && o.task === 0) + 1, to: i + 1, best: chain.tasks[0]!.seconds + t.lag.best }]
  })
  const pull = new Float64Array(dwells.length)
  for (let n = 0; n < MOST_CANCELLED; n++) {
    const edges: Edge[] = [
      ...arcs.flatMap((a, i): Edge[] => [
        { from: a.from, to: a.to, gain: a.least, arc: i, back: false },
        ...(flow[i]! > 0 ? [{ from: a.to, to: a.from, gain: -a.least, arc: i, back: true }] : []),
      ]),
      ...dwells.flatMap((d, i): Edge[] => [
        ...(pull[i]! < 1 ? [{ from: d.from, to: d.to, gain: d.best, arc: -1 - i, back: false }] : []),
        ...(pull[i]! > -1 ? [{ from: d.to, to: d.from, gain: -d.best, arc: -1 - i, back: true }] : []),
      ]),
    ]
    const { dist, cycle } = longest(order.length + 1, edges)
    if (!cycle) return order.map((s, i) => ({ ...s, start: Math.round(dist[i + 1]! - dist[0]!) }))
    const room = Math.min(
      ...cycle.map(e => (e.arc < 0 ? (e.back ? pull[-1 - e.arc]! + 1 : 1 - pull[-1 - e.arc]!) : e.back ? flow[e.arc]! : Infinity)),
    )
    if (!(room > 0) || room === Infinity) return schedule
    for (const e of cycle) {
      const list = e.arc < 0 ? pull : flow
      list[e.arc < 0 ? -1 - e.arc : e.arc]! += e.back ? -room : room
    }
  }
  return schedule
}
