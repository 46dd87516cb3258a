interface Job {
  a: number
  b: number
}

/** Span of an order in which each job goes from the first machine to the second without waiting. */
export function noWaitSpan(order: readonly Job[]): number {
  let [start, free] = [0, 0]
  for (const [i, job] of order.entries()) {
    start = i === 0 ? 0 : Math.max(start + order[i - 1]!.a, free - job.a)
    free = start + job.a + job.b
  }
  return free
}

/**
 * The exact method for two machines without waiting (Gilmore & Gomory, Sequencing a one state-variable machine: a solvable case of the
 * traveling salesman problem, Operations Research 12, 1964): jobs as cities with a dummy of (0, 0), the best assignment by sorting both
 * sides, and its cycles joined by the cheapest interchanges of neighbours.
 * @returns the least span
 */
export function gilmoreGomory(jobs: readonly Job[]): number {
  // Going from i to j costs the second machine's idle time: max(a_j − b_i, 0); the span is Σ b + Σ idle.
  const from = [...jobs.map(j => j.b), 0]
  const to = [...jobs.map(j => j.a), 0]
  const n = from.length
  const byFrom = from.map((_, i) => i).sort((x, y) => from[x]! - from[y]!)
  const byTo = to.map((_, i) => i).sort((x, y) => to[x]! - to[y]!)
  const B = byFrom.map(i => from[i]!)
  const A = byTo.map(i => to[i]!)
  // In places of the sorted list: place k goes to the city byTo[k]; cost of the sorted assignment.
  const base = B.reduce((s, b, k) => s + Math.max(0, A[k]! - b), 0)
  // Interchanging the successors of places k and k + 1 costs the part that both intervals have in common.
  const cost = (k: number) => Math.max(0, Math.min(B[k + 1]!, A[k + 1]!) - Math.max(B[k]!, A[k]!))
  const parent = Array.from({ length: n }, (_, i) => i)
  const root = (x: number): number => (parent[x] === x ? x : root(parent[x]!))
  for (let k = 0; k < n; k++) parent[root(byFrom[k]!)] = root(byTo[k]!)
  const joins = Array.from({ length: n - 1 }, (_, k) => ({ k, cost: cost(k) })).sort((x, y) => x.cost - y.cost)
  let extra = 0
  for (const { k, cost: c } of joins) {
    const [x, y] = [root(byFrom[k]!), root(byFrom[k + 1]!)]
    if (x !== y) {
      parent[x] = y
      extra += c
    }
  }
  return jobs.reduce((s, j) => s + j.b, 0) + base + extra
}
