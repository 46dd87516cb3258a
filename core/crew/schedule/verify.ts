import type { Chain, Fixture, Hands, Instance, Schedule, Slot } from './model'
import { FIXTURES } from './model'

/** What is wrong with a schedule: which task, and what it breaks. */
export interface Fault {
  chain: string
  task: number
  kind: 'missing' | 'twice' | 'early' | 'late' | 'skill' | 'away' | 'hands' | 'order' | Fixture
}

const length = (chains: Map<string, Chain>, s: Slot) => chains.get(s.chain)!.tasks[s.task]!.seconds

/** Each task once, after its release and what it waits for, within its lag. */
function chainFaults(chain: Chain, slots: Slot[], ends: Map<string, number>): Fault[] {
  const fault = (task: number, kind: Fault['kind']): Fault => ({ chain: chain.id, task, kind })
  const first = slots.find(s => s.task === 0)
  return chain.tasks.flatMap((task, k): Fault[] => {
    const mine = slots.filter(s => s.task === k)
    if (mine.length !== 1) return [fault(k, mine.length === 0 ? 'missing' : 'twice')]
    const { start } = mine[0]!
    if (task.fixed) return task.fixed.start === start && task.fixed.person === mine[0]!.person ? [] : [fault(k, 'order')]
    if (k === 0) {
      const ready = Math.max(chain.release, ...chain.after.map(a => (ends.get(a.chain) ?? Infinity) + a.wait))
      return start < ready ? [fault(k, start < chain.release ? 'early' : 'order')] : []
    }
    // What is wet already can't be rinsed before now.
    if (chain.tasks[0]!.fixed && start < chain.release) return [fault(k, 'early')]
    const dwelt = start - (first ? first.start + chain.tasks[0]!.seconds : -Infinity)
    return dwelt < task.lag!.least ? [fault(k, 'early')] : dwelt > task.lag!.most ? [fault(k, 'late')] : []
  })
}

function personFaults(hands: Hands, slots: Slot[], chains: Map<string, Chain>): Fault[] {
  const mine = slots.filter(s => s.person === hands.id).sort((a, b) => a.start - b.start)
  return mine.flatMap((s, i): Fault[] => {
    const task = chains.get(s.chain)!.tasks[s.task]!
    const end = s.start + task.seconds
    const fault = (kind: Fault['kind']) => [{ chain: s.chain, task: s.task, kind }]
    if (!task.fixed && !hands.may.includes(task.skill)) return fault('skill')
    if (!task.fixed && !hands.shifts.some(([from, to]) => from <= s.start && end <= to)) return fault('away')
    const before = mine
      .slice(0, i)
      .some(o => o.start + length(chains, o) > s.start && !(task.fixed && chains.get(o.chain)!.tasks[o.task]!.fixed))
    return before ? fault('hands') : []
  })
}

/** Intervals that one kind of fixture is kept busy. */
function held(instance: Instance, fixture: Fixture, slots: Slot[]): { from: number, to: number, slot: Slot }[] {
  const chains = new Map(instance.chains.map(c => [c.id, c]))
  if (fixture !== 'place') {
    return slots
      .filter(s => chains.get(s.chain)!.tasks[s.task]!.uses === fixture)
      .map(slot => ({ from: slot.start, to: slot.start + length(chains, slot), slot }))
  }
  return instance.chains
    .filter(c => c.holdsPlace)
    .flatMap((c) => {
      const mine = slots.filter(s => s.chain === c.id).sort((a, b) => a.task - b.task)
      return mine.length < 2 ? [] : [{ from: mine[0]!.start, to: mine.at(-1)!.start, slot: mine[0]! }]
    })
}

/**
 * Checks a schedule against its instance from the numbers alone: it shares nothing with what makes schedules.
 * @returns every fault; none means that it can be worked as it stands
 */
export function verifySchedule(instance: Instance, schedule: Schedule): Fault[] {
  const chains = new Map(instance.chains.map(c => [c.id, c]))
  const known = schedule.filter(s => chains.get(s.chain)?.tasks[s.task])
  const stray = schedule
    .filter(s => !chains.get(s.chain)?.tasks[s.task])
    .map((s): Fault => ({ chain: s.chain, task: s.task, kind: 'twice' }))
  const ends = new Map(
    instance.chains.map(c => [c.id, Math.max(...known.filter(s => s.chain === c.id).map(s => s.start + length(chains, s)))]),
  )
  const nobody = known
    .filter(s => !instance.hands.some(h => h.id === s.person) && !chains.get(s.chain)!.tasks[s.task]!.fixed)
    .map((s): Fault => ({ chain: s.chain, task: s.task, kind: 'skill' }))
  const crowded = FIXTURES.flatMap(fixture =>
    held(instance, fixture, known).flatMap((a, _, all): Fault[] => {
      const together = all.filter(b => b.from <= a.from && a.from < b.to).length
      const fact = chains.get(a.slot.chain)!.tasks[a.slot.task]!.fixed
      return together > instance.fixtures[fixture] && !fact ? [{ chain: a.slot.chain, task: a.slot.task, kind: fixture }] : []
    }),
  )
  return [
    ...stray,
    ...nobody,
    ...instance.chains.flatMap(c =>
      chainFaults(
        c,
        known.filter(s => s.chain === c.id),
        ends,
      ),
    ),
    ...instance.hands.flatMap(h => personFaults(h, known, chains)),
    ...crowded,
  ]
}
