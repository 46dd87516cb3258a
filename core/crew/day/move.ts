import { SKILL_WORDS } from '../../trade/skills'
import type { Skill } from '../../trade/skills'
import type { Chain, Instance, Schedule } from '../schedule'
import { formatPlanTime } from '../../basics/zone'
import type { DayClock } from '../../basics/zone'
import type { Lock } from './model'

/** How far a move is drawn to what is allowed before it is refused. s */
const SNAP = 15 * 60

export type Moved
  = | { ok: true, locks: Lock[], /** Where it lands, when that is not where it was dropped. */ snapped: string | null }
    | { ok: false, why: string }

/** A rinse is held together with the coat that its window counts from. */
function heldCoat(chain: Chain, schedule: Schedule, locks: readonly Lock[], task: number): Lock[] {
  if (task === 0) return []
  const first = schedule.find(s => s.chain === chain.id && s.task === 0)
  return first && !chain.tasks[0]!.fixed
    ? [{ chain: chain.id, task: 0, start: first.start, person: first.person }]
    : locks.filter(l => l.chain === chain.id && l.task === 0)
}

/** Locks a task where the plan has it, or lets go of it; without its coat a rinse is not held either. */
export function toggleLock(
  { chains }: Instance,
  schedule: Schedule,
  locks: readonly Lock[],
  { chain: id, task }: { chain: string, task: number },
): Lock[] {
  const here = locks.filter(l => l.chain === id)
  if (here.some(l => l.task === task)) return locks.filter(l => l.chain !== id || (task > 0 && l.task !== task))
  const [chain, slot] = [chains.find(c => c.id === id), schedule.find(s => s.chain === id && s.task === task)]
  if (!chain || !slot) return [...locks]
  const coat = here.some(l => l.task === 0) ? [] : heldCoat(chain, schedule, locks, task)
  return [...locks, ...coat, { chain: id, task, start: slot.start, person: slot.person }]
}

/**
 * Where a task lands that somebody moves, as locks for the next plan: drawn to what its window, its person's hours and what it waits for
 * allow. Whatever else stands in the way is planned round it.
 * @param start s from midnight, as dropped
 */
export function moveTask(
  instance: Instance,
  schedule: Schedule,
  locks: readonly Lock[],
  move: { chain: string, task: number, start: number, person: string },
  clock: DayClock,
  nameOf: (person: string) => string,
): Moved {
  const chain = instance.chains.find(c => c.id === move.chain)
  const task = chain?.tasks[move.task]
  const hands = instance.hands.find(h => h.id === move.person)
  if (!chain || !task || !hands) return { ok: false, why: 'That is no longer part of the day.' }
  const locked = locks.some(l => l.chain === move.chain && l.task === move.task)
  if (task.fixed && !locked) return { ok: false, why: 'That has begun already. It can\'t be moved.' }
  if (!hands.may.includes(task.skill))
    return {
      ok: false,
      why:
        `${nameOf(move.person)} may not ${SKILL_WORDS[task.skill as Skill]}. `
        + 'Give it to somebody who may, or change that on the page Crew.',
    }

  const end = (id: string) =>
    Math.max(
      -Infinity,
      ...schedule.filter(s => s.chain === id).map(s => s.start + instance.chains.find(c => c.id === id)!.tasks[s.task]!.seconds),
    )
  const first = schedule.find(s => s.chain === move.chain && s.task === 0)
  let [from, to] = [chain.release, Infinity]
  let why = `It can't begin before ${formatPlanTime(clock, from)}: that is now.`
  if (move.task === 0) {
    const ready = Math.max(-Infinity, ...chain.after.map(a => end(a.chain) + a.wait))
    if (ready > from) [from, why] = [ready, `It waits for what comes before it, until ${formatPlanTime(clock, ready)}.`]
  }
  else if (first) {
    const firstEnd = first.start + chain.tasks[0]!.seconds
    from = Math.max(from, firstEnd + task.lag!.least)
    to = firstEnd + task.lag!.most
    why = `Its window goes from ${formatPlanTime(clock, from)} to ${formatPlanTime(clock, to)}. Move its coat as well, or leave it there.`
  }
  const inWindow = Math.min(Math.max(move.start, from), to)
  if (Math.abs(inWindow - move.start) > SNAP) return { ok: false, why }
  const shift = hands.shifts
    .map(([a, b]): [number, number] => [Math.max(a, from), Math.min(b - task.seconds, to)])
    .filter(([a, b]) => b >= a)
    .map(([a, b]) => Math.min(Math.max(inWindow, a), b))
    .sort((a, b) => Math.abs(a - inWindow) - Math.abs(b - inWindow))[0]
  if (shift === undefined || Math.abs(shift - inWindow) > SNAP)
    return { ok: false, why: `${nameOf(move.person)} is not there at ${formatPlanTime(clock, inWindow)}.` }
  const others = locks.filter(l => l.chain !== move.chain && l.person === move.person)
  const clash = others.find((l) => {
    const seconds = instance.chains.find(c => c.id === l.chain)?.tasks[l.task]?.seconds ?? 0
    return l.start < shift + task.seconds && shift < l.start + seconds
  })
  if (clash)
    return { ok: false, why: `${nameOf(move.person)} has something locked at ${formatPlanTime(clock, clash.start)}. Unlock that first.` }
  // A coat that moves takes its rinse along.
  const kept = locks.filter(l => l.chain !== move.chain)
  const lock = { chain: move.chain, task: move.task, start: Math.round(shift), person: move.person }
  return {
    ok: true,
    locks: [...kept, ...heldCoat(chain, schedule, locks, move.task), lock],
    snapped: Math.round(shift) === Math.round(move.start) ? null : `Set to ${formatPlanTime(clock, shift)}.`,
  }
}
