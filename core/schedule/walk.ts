import { chainsById, walks } from './model'
import type { Instance, Schedule, Stand } from './model'

interface Trail { cost: number, free: number[], at: (Stand | null)[], by: number[] }

/** How many half-made hand-outs are kept at each task. */
const KEPT = 96

/**
 * The same starts, handed out so that people walk between stands as seldom as can be found. Half-made hand-outs that leave everybody
 * free at the same time at the same stand count as one; the best of the rest go on.
 */
export function leastWalking(instance: Instance, schedule: Schedule): Schedule {
  const chains = chainsById(instance)
  const order = [...schedule].sort((a, b) => a.start - b.start)
  let trails: Trail[] = [{ cost: 0, free: instance.hands.map(() => -Infinity), at: instance.hands.map(() => null), by: [] }]
  for (const slot of order) {
    const task = chains.get(slot.chain)!.tasks[slot.task]!
    const end = slot.start + task.seconds
    const able = instance.hands.flatMap((h, p) => {
      if (task.fixed) return h.id === task.fixed.person ? [p] : []
      return h.may.includes(task.skill) && h.shifts.some(([from, to]) => from <= slot.start && end <= to) ? [p] : []
    })
    const next = new Map<string, Trail>()
    for (const t of trails) {
      for (const p of task.fixed && able.length === 0 ? [-1] : able) {
        if (p >= 0 && t.free[p]! > slot.start && !task.fixed) continue
        const trail: Trail = p < 0
          ? { ...t, by: [...t.by, p] }
          : { cost: t.cost + Number(t.at[p] !== null && t.at[p] !== task.stand), free: t.free.with(p, end), at: t.at.with(p, task.stand), by: [...t.by, p] }
        const key = trail.free.map(f => Math.max(f, slot.start)).join() + trail.at.join()
        const known = next.get(key)
        if (!known || trail.cost < known.cost) next.set(key, trail)
      }
    }
    trails = [...next.values()].sort((a, b) => a.cost - b.cost).slice(0, KEPT)
    if (trails.length === 0) return schedule
  }
  const found = order.map((s, i) => ({ ...s, person: trails[0]!.by[i]! < 0 ? s.person : instance.hands[trails[0]!.by[i]!]!.id }))
  return walks(instance, found) < walks(instance, schedule) ? found : schedule
}
