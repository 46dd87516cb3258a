import { pieceLabel } from '../../plan/run-plan'
import { benchWords } from '../../bench/run'
import type { Chain, Instance, Schedule, Slot, Task } from '../schedule'
import { capital } from '../../basics/units'
import { formatPlanTime } from '../../basics/zone'
import type { DayClock } from '../../basics/zone'
import { readChain, taskName } from './model'
import type { DayInput, DayJob } from './model'

/** What a task of the day is, in a few words: `Coat tumbler 3`. */
export function taskWords(job: DayJob, chain: Chain, k: number): string {
  const { kind, piece } = readChain(chain.id)
  if (kind === 'ready') return `Get ready: ${job.title}`
  if (kind === 'after') return `Peel, wash, clear up: ${job.title}`
  if (kind === 'look') return `Look: ${job.title}`
  const name = pieceLabel(job.plan, piece!)
  const task = chain.tasks[k]!
  if (task.skill === 'blast') return `Blast ${name}`
  if (task.skill === 'care') return `Look after ${name}`
  return task.skill === 'rinse' ? `Rinse ${name}` : benchWords(job.plan).coat(name)
}

/** One task of the day as it is shown, told and printed. */
export interface Block {
  key: string
  chain: string
  task: number
  job: string
  piece: number | null
  skill: Task['skill']
  stand: Task['stand']
  person: string
  words: string
  /** s from midnight */
  from: number
  to: number
  /** It has begun: it can't be moved. */
  fact: boolean
  locked: boolean
}

/** A piece standing with its dwell running, s from midnight. */
export interface Dwell {
  chain: string
  job: string
  piece: number
  from: number
  to: number
  notBefore: number
  best: number
  notAfter: number
}

/** A job drying, s from midnight. */
export interface Drying {
  job: string
  from: number
  to: number
}

const blockKey = (s: Pick<Slot, 'chain' | 'task'>): string => `${s.chain}#${s.task}`

/** A schedule as blocks of people and stations, dwells and drying; in order of time. */
export function dayBlocks(input: DayInput, instance: Instance, schedule: Schedule): { blocks: Block[], dwells: Dwell[], drying: Drying[] } {
  const chains = new Map(instance.chains.map(c => [c.id, c]))
  const jobs = new Map(input.jobs.map(j => [j.id, j]))
  const blocks = schedule
    .flatMap((s): Block[] => {
      const chain = chains.get(s.chain)
      if (!chain) return []
      const { job, piece } = readChain(s.chain)
      const task = chain.tasks[s.task]!
      const locked = input.locks.some(l => l.chain === s.chain && l.task === s.task)
      return [
        {
          key: blockKey(s),
          chain: s.chain,
          task: s.task,
          job,
          piece: piece ?? null,
          skill: task.skill,
          stand: task.stand,
          person: s.person,
          words: taskWords(jobs.get(job)!, chain, s.task),
          from: s.start,
          to: s.start + task.seconds,
          fact: Boolean(task.fixed) && !locked,
          locked,
        },
      ]
    })
    .sort((a, b) => a.from - b.from)
  const dwells = blocks
    .filter(b => b.skill === 'rinse')
    .flatMap((off): Dwell[] => {
      const coat = blocks.find(b => b.chain === off.chain && b.task === 0)
      const lag = chains.get(off.chain)!.tasks[off.task]!.lag
      return coat && lag
        ? [
            {
              chain: off.chain,
              job: off.job,
              piece: off.piece!,
              from: coat.to,
              to: off.from,
              notBefore: coat.to + lag.least,
              best: coat.to + lag.best,
              notAfter: coat.to + lag.most,
            },
          ]
        : []
    })
  const drying = blocks
    .filter(b => readChain(b.chain).kind === 'look')
    .flatMap((look): Drying[] => {
      const after = blocks.find(b => b.job === look.job && readChain(b.chain).kind === 'after')
      return after ? [{ job: look.job, from: after.to, to: look.from }] : []
    })
  return { blocks, dwells, drying }
}

/** Smaller moves than this are nobody's business. s */
const WORTH_SAYING = 45

/** Tasks by a name that they keep while others of their chain are done. */
function byName(blocks: readonly Block[]): Map<string, Block> {
  const tasks = new Map<string, number>()
  for (const b of blocks) tasks.set(b.chain, Math.max(tasks.get(b.chain) ?? 0, b.task + 1))
  return new Map(blocks.map(b => [taskName(b.chain, b.skill, b.task, tasks.get(b.chain)!), b]))
}

/** Who is to do what by a plan: given along when the day is planned again, they keep it where no time is lost by that. */
export const knownHands = (blocks: readonly Block[]): Record<string, string> =>
  Object.fromEntries([...byName(blocks)].map(([name, b]) => [name, b.person]))

/**
 * Whose coats and rinses of a job are somebody else's now than by the plan before, soonest first: `Rinse tumbler 2, 3: Osk instead of
 * Juno`.
 */
export function handOvers(before: readonly Block[], after: readonly Block[], job: string, nameOf: (person: string) => string): string[] {
  const old = byName(before)
  const handed = new Map<string, { what: string, pieces: number[], who: string }>()
  for (const [name, b] of byName(after)) {
    const was = old.get(name)
    if (!was || b.job !== job || b.piece === null || b.skill === 'care' || b.fact || was.person === b.person) continue
    const [what, who] = [b.words.replace(/ \d+$/, ''), `${nameOf(b.person)} instead of ${nameOf(was.person)}`]
    const same = handed.get(what + who) ?? { what, pieces: [], who }
    handed.set(what + who, { ...same, pieces: [...same.pieces, b.piece] })
  }
  return [...handed.values()].map(({ what, pieces, who }) => `${what} ${pieces.join(', ')}: ${who}`)
}

/** What another plan changes for people who know the old one, soonest first. */
export function dayChanges(
  before: readonly Block[],
  after: readonly Block[],
  clock: DayClock,
  nameOf: (person: string) => string,
): string[] {
  const time = (s: number) => formatPlanTime(clock, s)
  const old = byName(before)
  return [...byName(after)]
    .filter(([, b]) => !b.fact && b.skill !== 'care')
    .flatMap(([name, b]): string[] => {
      const was = old.get(name)
      if (!was) return []
      const moved = Math.abs(b.from - was.from) >= WORTH_SAYING
      const handed = b.person !== was.person
      if (!moved && !handed) return []
      const when = moved ? `${time(b.from)}, was ${time(was.from)}` : `at ${time(b.from)} as before`
      return [`${capital(b.words)}: ${when}${handed ? `; ${nameOf(b.person)} instead of ${nameOf(was.person)}` : ''}.`]
    })
}
