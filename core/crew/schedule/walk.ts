import { chainsById, walks } from './model'
import type { Instance, Schedule, Stand, Task } from './model'

interface Trail {
  cost: number
  free: number[]
  at: (Stand | null)[]
  by: number[]
}

/** To give a task to somebody else than the plan before did is as bad as so many walks: people remember what is theirs. */
const CHANGE = 2

/** Whether a task goes to somebody else than the plan before gave it to. */
const changesHands = ({ was, fixed }: Task, person: string): boolean => was !== undefined && !fixed && was !== person

/** How many tasks go to somebody else than the plan before gave them to. */
export function handedOver(instance: Instance, schedule: Schedule): number {
  const chains = chainsById(instance)
  return schedule.filter(s => changesHands(chains.get(s.chain)!.tasks[s.task]!, s.person)).length
}

/** How many half-made hand-outs are kept at each task. */
const KEPT = 96

/**
 * The same starts, handed out so that people keep what was theirs and walk between stands as seldom as can be found. Half-made hand-outs
 * that leave everybody free at the same time at the same stand count as one; the best of the rest go on.
 */
export function leastWalking(instance: Instance, schedule: Schedule): Schedule {
  const chains = chainsById(instance)
  const order = [...schedule].sort((a, b) => a.start - b.start)
  const standing = instance.hands.map(h =>
    order.flatMap((s) => {
      const { fixed, seconds } = chains.get(s.chain)!.tasks[s.task]!
      return fixed?.person === h.id ? [{ from: fixed.start, to: fixed.start + seconds }] : []
    }),
  )
  let trails: Trail[] = [{ cost: 0, free: instance.hands.map(() => -Infinity), at: instance.hands.map(() => null), by: [] }]
  for (const slot of order) {
    const task = chains.get(slot.chain)!.tasks[slot.task]!
    const end = slot.start + task.seconds
    const able = instance.hands.flatMap((h, p) => {
      if (task.fixed) return h.id === task.fixed.person ? [p] : []
      return h.may.includes(task.skill)
        && h.shifts.some(([from, to]) => from <= slot.start && end <= to)
        && !standing[p]!.some(b => b.from < end && b.to > slot.start)
        ? [p]
        : []
    })
    const next = new Map<string, Trail>()
    for (const t of trails) {
      for (const p of task.fixed && able.length === 0 ? [-1] : able) {
        if (p >= 0 && t.free[p]! > slot.start && !task.fixed) continue
        const trail: Trail
          = p < 0
            ? { ...t, by: [...t.by, p] }
            : {
                cost:
                  t.cost + Number(t.at[p] !== null && t.at[p] !== task.stand) + (changesHands(task, instance.hands[p]!.id) ? CHANGE : 0),
                free: t.free.with(p, end),
                at: t.at.with(p, task.stand),
                by: [...t.by, p],
              }
        const key = trail.free.map(f => Math.max(f, slot.start)).join() + trail.at.join()
        const known = next.get(key)
        if (!known || trail.cost < known.cost) next.set(key, trail)
      }
    }
    trails = [...next.values()].sort((a, b) => a.cost - b.cost).slice(0, KEPT)
    if (trails.length === 0) return schedule
  }
  const found = order.map((s, i) => ({ ...s, person: trails[0]!.by[i]! < 0 ? s.person : instance.hands[trails[0]!.by[i]!]!.id }))
  const cost = (s: Schedule) => walks(instance, s) + CHANGE * handedOver(instance, s)
  return cost(found) < cost(schedule) ? found : schedule
}
