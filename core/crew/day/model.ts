import type { DayClock } from '../../basics/zone'
import type { HouseRules } from '../../trade/house'
import type { RunState } from '../../bench/run'
import type { RunPlan } from '../../plan/run-plan'
import type { Skill } from '../../trade/skills'

/** A job of the day: planned, or on the bench with what has happened so far. */
export interface DayJob {
  id: string
  /** `4 tumblers for the rowing club`. */
  title: string
  plan: RunPlan
  state: RunState | null
  /** The pass before it on the same pieces, where that is still to be done: they have to be through it and dry. */
  after?: string | null
}

export interface DayPerson {
  id: string
  name: string
  may: readonly Skill[]
}

/** A task that somebody has put where it is. s from midnight */
export interface Lock {
  chain: string
  task: number
  start: number
  person: string
}

/** Times at which a person is away, by the wall: s from 0:00. */
export type Away = Record<string, readonly (readonly [number, number])[]>

/** What a day is planned from. */
export interface DayInput extends DayClock {
  /** s from midnight; nothing is planned before it. Null: the day has not begun. */
  now: number | null
  jobs: readonly DayJob[]
  people: readonly DayPerson[]
  away: Away
  locks: readonly Lock[]
  /** Who was to do what by the plan that people know, as {@link knownHands} gives it. */
  known?: Readonly<Record<string, string>>
  rules: Pick<HouseRules, 'workFrom' | 'workTo' | 'places' | 'sinks' | 'tubs' | 'cabinets' | 'dryTime' | 'careGrace'>
}

/** What a chain of the day is. */
export interface DayChain {
  job: string
  kind: 'ready' | 'piece' | 'after' | 'look'
  /** 1-based; absent for what concerns the whole job. */
  piece?: number
}

/** A task that keeps its name while those before it are done and go: calls count from the end of their chain. @param tasks of the chain */
export const taskName = (chain: string, skill: string, task: number, tasks: number): string =>
  `${chain}#${skill}${skill === 'care' ? tasks - task : ''}`

const PART = /^(.+):(ready|after|look|\d+)$/

export const chainId = (job: string, part: 'ready' | 'after' | 'look' | number): string => `${job}:${part}`

/** @throws RangeError for what is no chain of a day */
export function readChain(id: string): DayChain {
  const match = PART.exec(id)
  if (!match) throw new RangeError(`"${id}" is no part of a day.`)
  const part = match[2]!
  return /^\d+$/.test(part)
    ? { job: match[1]!, kind: 'piece', piece: Number(part) }
    : { job: match[1]!, kind: part as 'ready' | 'after' | 'look' }
}
