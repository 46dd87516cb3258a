/** One round of resist, etchant and rinse. */
export interface Pass {
  /** Placements that are etched in it, by their index. */
  placements: number[]
  /** Placements etched before, next to these: taped over, so that no etchant reaches them again. */
  tapeOver: number[]
}

export interface PassPlan {
  passes: Pass[]
  /** True where fewer passes are proved to be impossible. */
  proved: boolean
}

/** So many placements are searched to the end; more only as far as `STEPS` goes. */
export const EXACT_UP_TO = 16
const STEPS = 200_000

/** Placements that may not share a pass. @param clash true where two touch or overlap */
export function conflicts(count: number, clash: (a: number, b: number) => boolean): boolean[][] {
  const graph = Array.from({ length: count }, () => Array<boolean>(count).fill(false))
  for (let a = 0; a < count; a++) for (let b = a + 1; b < count; b++) graph[a]![b] = graph[b]![a] = clash(a, b)
  return graph
}

/** Placements that all clash with one another, found greedily: no plan has fewer passes than that. */
function clique(graph: readonly (readonly boolean[])[]): number[] {
  const degree = (v: number) => graph[v]!.filter(Boolean).length
  const order = graph.map((_, v) => v).sort((a, b) => degree(b) - degree(a))
  let best: number[] = []
  for (const start of order) {
    const set = [start]
    for (const v of order) if (set.every(u => graph[u]![v])) set.push(v)
    if (set.length > best.length) best = set
  }
  return best
}

/**
 * Smallest number of passes: the colours of a graph by saturation, branch and bound (Brélaz, New methods to color the vertices of
 * a graph, Communications of the ACM 22, 1979). Always to the end for up to 16 placements; for more the best found is given.
 */
export function colours(graph: readonly (readonly boolean[])[]): { colour: number[], count: number, proved: boolean } {
  const n = graph.length
  const seed = clique(graph)
  const colour = Array<number>(n).fill(-1)
  let best: { colour: number[], count: number } = { colour: [], count: n + 1 }
  let steps = 0
  let cut = false
  seed.forEach((v, k) => (colour[v] = k))

  const seen = (v: number) => new Set(graph[v]!.flatMap((touches, u) => (touches && colour[u]! >= 0 ? [colour[u]!] : [])))
  function next(): number {
    let [pick, most, degree] = [-1, -1, -1]
    for (let v = 0; v < n; v++) {
      if (colour[v]! >= 0) continue
      const [s, d] = [seen(v).size, graph[v]!.filter(Boolean).length]
      if (s > most || (s === most && d > degree)) [pick, most, degree] = [v, s, d]
    }
    return pick
  }
  function search(used: number): void {
    if (used >= best.count || best.count === seed.length) return
    if (n > EXACT_UP_TO && ++steps > STEPS) {
      cut = true
      return
    }
    const v = next()
    if (v < 0) {
      best = { colour: [...colour], count: used }
      return
    }
    const taken = seen(v)
    for (let c = 0; c <= used && c < best.count - 1; c++) {
      if (taken.has(c)) continue
      colour[v] = c
      search(Math.max(used, c + 1))
      colour[v] = -1
    }
  }
  search(seed.length)
  return n === 0 ? { colour: [], count: 0, proved: true } : { ...best, proved: !cut || best.count === seed.length }
}

/**
 * Passes in the order in which they are easiest to mask: what covers least goes first, since it is what has to be taped over later.
 * @param areas mm² of each placement with its border
 */
export function planPasses(areas: readonly number[], graph: readonly (readonly boolean[])[]): PassPlan {
  const { colour, count, proved } = colours(graph)
  const groups = Array.from({ length: count }, (_, c) => areas.flatMap((_, i) => (colour[i] === c ? [i] : [])))
  const sum = (g: number[]) => g.reduce((s, i) => s + areas[i]!, 0)
  const order = groups.sort((a, b) => sum(a) - sum(b) || a[0]! - b[0]!)
  const passes = order.map((placements, k) => {
    const earlier = order.slice(0, k).flat()
    return { placements, tapeOver: earlier.filter(e => placements.some(p => graph[p]![e])).sort((a, b) => a - b) }
  })
  return { passes, proved }
}
