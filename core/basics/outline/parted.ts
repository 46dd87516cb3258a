import type { Point } from './ring'

/** Distance by which two convex outlines are parted along the best axis; zero or less where they touch or overlap (separating axes). */
export function parted(a: readonly Point[], b: readonly Point[]): number {
  let best = -Infinity
  for (const [p, q] of [
    [a, b],
    [b, a],
  ] as const) {
    p.forEach((c, i) => {
      const d = p[(i + 1) % p.length]!
      const length = Math.hypot(d.x - c.x, d.y - c.y)
      const [nx, ny] = [(d.y - c.y) / length, -(d.x - c.x) / length]
      const reach = Math.max(...p.map(v => (v.x - c.x) * nx + (v.y - c.y) * ny))
      best = Math.max(best, Math.min(...q.map(v => (v.x - c.x) * nx + (v.y - c.y) * ny)) - reach)
    })
  }
  return best
}
