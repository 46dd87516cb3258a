import Flatbush from 'flatbush'
import { boundsOf } from './ring'
import type { Ring } from './ring'

/** Boxes that each box may meet on average. */
const MOST_LOOKS = 400

/**
 * Rings whose boxes touch, directly or by way of others, belong together; the rest can be worked on alone. A clipper's sweep
 * carries every edge that crosses its line, so art of many small parts costs far less group by group.
 * @param margin mm that each ring may grow @returns for each ring the number of its group, from 0
 */
export function groupsOf(rings: readonly Ring[], margin = 0): { group: Int32Array, count: number } {
  const n = rings.length
  const parent = Int32Array.from({ length: n }, (_, i) => i)
  const root = (i: number): number => {
    while (parent[i] !== i) {
      parent[i] = parent[parent[i]!]!
      i = parent[i]!
    }
    return i
  }
  if (n > 1) {
    const tree = new Flatbush(n)
    const boxes = rings.map(r => boundsOf([r])!)
    for (const b of boxes) tree.add(b.left - margin, b.top - margin, b.right + margin, b.bottom + margin)
    tree.finish()
    let looks = 0
    for (const [i, b] of boxes.entries()) {
      // Where nearly all lie over each other there is nothing to part, and looking for it would cost more than it saves.
      if (looks > n * MOST_LOOKS) return { group: new Int32Array(n), count: 1 }
      tree.search(b.left - margin, b.top - margin, b.right + margin, b.bottom + margin, (j) => {
        looks++
        if (j > i) parent[root(j)] = root(i)
        return false
      })
    }
  }
  const number = new Map<number, number>()
  const group = Int32Array.from({ length: n }, (_, i) => {
    const r = root(i)
    if (!number.has(r)) number.set(r, number.size)
    return number.get(r)!
  })
  return { group, count: number.size }
}

/** Does the work group by group and joins what comes of it. @param sets rings of one kind each, all grouped together */
export function inGroups<T>(sets: readonly (readonly Ring[])[], margin: number, work: (sets: Ring[][]) => T[]): T[] {
  const all = sets.flat()
  const kept = all.filter(r => r.length >= 6)
  if (kept.length < 8) return kept.length === 0 ? [] : work(sets.map(s => s.filter(r => r.length >= 6)))
  const { group, count } = groupsOf(kept, margin)
  if (count === 1) return work(sets.map(s => s.filter(r => r.length >= 6)))
  const groups = Array.from({ length: count }, () => sets.map((): Ring[] => []))
  let k = 0
  sets.forEach((set, s) =>
    set.forEach((ring) => {
      if (ring.length >= 6) groups[group[k++]!]![s]!.push(ring)
    }),
  )
  return groups.flatMap(work)
}
