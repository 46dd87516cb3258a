/** Things of which a studio has a few, and which a task keeps as long as it takes. */
export const SHARED = ['sink', 'tub', 'cabinet'] as const
export type Shared = (typeof SHARED)[number]

/** Those, and the places of the bench, which a piece keeps from its first touch to its rinse. */
export const FIXTURES = ['place', ...SHARED] as const
export type Fixture = (typeof FIXTURES)[number]

/** Where the work stands, for walking. */
export type Stand = 'bench' | 'sink' | 'tub' | 'rack' | 'cabinet'

/** From the end of the chain's first task to the start of this one, s. */
export interface Lag {
  least: number
  best: number
  most: number
}

/** One visit of one pair of hands. Times in whole s. */
export interface Task {
  /** What whoever does it must be trusted with; the scheduler only compares. */
  skill: string
  seconds: number
  stand: Stand
  /** What it keeps busy for as long as it takes. */
  uses: Shared | null
  /** Absent for the first task of a chain. */
  lag?: Lag
  /** Done, begun or locked: it stays as it is. */
  fixed?: { start: number, person: string }
  /** Who was to do it by the plan before: they keep it where no time is lost by that. */
  was?: string
}

/**
 * What belongs together: the coat, care and rinse of one piece, or a step on its own. The field calls them coupled
 * tasks with time windows: each later task starts within its lag of the first one's end.
 */
export interface Chain {
  id: string
  tasks: Task[]
  /** Not before, s. */
  release: number
  /** Chains that have to be over first, and how long to wait after their last task (drying). */
  after: { chain: string, wait: number }[]
  /** It stands in a place of the bench from its first touch until its last task begins. */
  holdsPlace: boolean
  /** What follows without hands, s: drying. */
  tail: number
}

/** A person with the times at which they are there, in order and apart, s. */
export interface Hands {
  id: string
  may: readonly string[]
  shifts: readonly (readonly [number, number])[]
}

/** Everything a plan of a crew's day rests on. */
export interface Instance {
  chains: Chain[]
  hands: Hands[]
  fixtures: Record<Fixture, number>
}

/** One task of one chain given to one person. */
export interface Slot {
  chain: string
  task: number
  person: string
  start: number
}

export type Schedule = Slot[]

/** Without an end, for people who are there all day and fixtures that never run short. */
export const OPEN_END = 1e9

/** Chains by id. */
export const chainsById = (instance: Instance): Map<string, Chain> => new Map(instance.chains.map(c => [c.id, c]))

/**
 * For each chain the one before it that is the same to everybody but the one whose piece it is, and that the same others wait for as
 * long; −1 for none.
 */
export function twinsOf({ chains }: Instance): number[] {
  const waiting = (id: string) => chains.flatMap((o, i) => o.after.filter(a => a.chain === id).map(a => [i, a.wait]))
  const looks = chains.map(c => JSON.stringify({ ...c, id: waiting(c.id) }))
  return looks.map((look, i) => (i === 0 ? -1 : looks.lastIndexOf(look, i - 1)))
}

/** The same schedule with pieces that are the same to everybody in the order in which they were given: nobody begins with the third. */
export function inGivenOrder(instance: Instance, schedule: Schedule): Schedule {
  const twins = twinsOf(instance)
  const firstOf = twins.map((_, c) => {
    let at = c
    while (twins[at]! >= 0) at = twins[at]!
    return at
  })
  const ids = instance.chains.map(c => c.id)
  const begins = new Map(schedule.filter(s => s.task === 0).map(s => [s.chain, s.start]))
  const renamed = new Map<string, string>()
  for (const first of new Set(firstOf)) {
    const group = ids.filter((_, c) => firstOf[c] === first)
    const soonest = [...group].sort((a, b) => begins.get(a)! - begins.get(b)!)
    soonest.forEach((id, i) => renamed.set(id, group[i]!))
  }
  return schedule.map(s => ({ ...s, chain: renamed.get(s.chain)! }))
}

/** When the last piece is dry or the last hand free, s. */
export function endOf(instance: Instance, schedule: Schedule): number {
  const chains = chainsById(instance)
  return schedule.reduce((end, s) => {
    const chain = chains.get(s.chain)!
    return Math.max(end, s.start + chain.tasks[s.task]!.seconds + (s.task === chain.tasks.length - 1 ? chain.tail : 0))
  }, 0)
}

/** How far the dwells lie from their best in all, s. */
export function offBest(instance: Instance, schedule: Schedule): number {
  const firsts = new Map(schedule.filter(s => s.task === 0).map(s => [s.chain, s.start]))
  const chains = chainsById(instance)
  return schedule.reduce((sum, s) => {
    const chain = chains.get(s.chain)!
    const lag = chain.tasks[s.task]!.lag
    return lag && s.task === chain.tasks.length - 1
      ? sum + Math.abs(s.start - firsts.get(s.chain)! - chain.tasks[0]!.seconds - lag.best)
      : sum
  }, 0)
}

/** How often somebody goes from one stand to another. */
export function walks(instance: Instance, schedule: Schedule): number {
  const chains = chainsById(instance)
  return instance.hands.reduce((sum, h) => {
    const mine = schedule.filter(s => s.person === h.id).sort((a, b) => a.start - b.start)
    return (
      sum
      + mine.filter(
        (s, i) => i > 0 && chains.get(s.chain)!.tasks[s.task]!.stand !== chains.get(mine[i - 1]!.chain)!.tasks[mine[i - 1]!.task]!.stand,
      ).length
    )
  }, 0)
}
