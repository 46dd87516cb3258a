import { OPEN_END } from './model'
import type { Chain, Fixture, Instance } from './model'
import { solve } from './solve'

/** What stands in the way of ending in time. */
export type Binds = 'skill' | 'hands' | 'window' | Fixture

/** Something that would make it fit, and when it would end then, s. NaN where that is not known. */
export type Change = { end: number } & (
  | { what: 'time', seconds: number }
  | { what: 'window', seconds: number }
  | { what: 'pieces', pieces: number }
  | { what: 'trust', skill: string }
  | { what: 'hands' | Fixture }
)

/** What binds, by code: the sentences are the day's. */
export type WhyNot = {
  /** The smallest first; each of them makes it fit by itself. */
  changes: Change[]
} & ({ binds: Exclude<Binds, 'skill'> } | { binds: 'skill', skill: string })

/** Searches made for a question are shorter than those for a plan. */
const QUICK = { tries: 60, lives: 2, nodes: 20_000 }

const endWhen = (instance: Instance): number => {
  const found = solve(instance, QUICK)
  return 'stuck' in found ? Infinity : found.end
}

/** Nobody goes home: what has no end yet shows by how much it is too much. */
const overtime = (i: Instance): Instance => ({
  ...i,
  hands: i.hands.map(h => ({
    ...h,
    shifts: [...h.shifts.slice(0, -1), ...h.shifts.slice(-1).map(([from]): [number, number] => [from, OPEN_END])],
  })),
})

const withFixture = (i: Instance, f: Fixture): Instance => ({ ...i, fixtures: { ...i.fixtures, [f]: i.fixtures[f] + 1 } })
const allSkills = (i: Instance) => [...new Set(i.chains.flatMap(c => c.tasks.map(t => t.skill)))]
const withHands = (i: Instance): Instance => {
  const from = Math.min(...i.hands.flatMap(h => h.shifts.map(s => s[0])), OPEN_END)
  return { ...i, hands: [...i.hands, { id: 'one more', may: allSkills(i), shifts: [[from, OPEN_END]] }] }
}
const wider = (i: Instance, seconds: number): Instance => ({
  ...i,
  chains: i.chains.map(c =>
    c.tasks[0]!.fixed
      ? c
      : {
          ...c,
          tasks: c.tasks.map((t, k) => (t.lag && k === c.tasks.length - 1 ? { ...t, lag: { ...t.lag, most: t.lag.most + seconds } } : t)),
        },
  ),
})
const without = (i: Instance, gone: readonly Chain[]): Instance => ({
  ...i,
  chains: i.chains.filter(c => !gone.includes(c)).map(c => ({ ...c, after: c.after.filter(a => !gone.some(g => g.id === a.chain)) })),
})

const WIDER = [15, 30, 60, 120, 300]

/** Pieces that could be left for another day, the last first. */
const movable = (i: Instance): Chain[] => i.chains.filter(c => c.tasks.length > 1 && c.tasks.every(t => !t.fixed)).reverse()

/** A skill that work asks for and nobody has. */
function missingSkill(instance: Instance): string | undefined {
  return instance.chains.flatMap(c => c.tasks).find(t => !t.fixed && !instance.hands.some(h => h.may.includes(t.skill)))?.skill
}

/** Fewest pieces to leave out so that the rest ends in time. */
function fewerPieces(open: Instance, limit: number): Change | null {
  const pieces = movable(open)
  let [low, high] = [1, pieces.length]
  if (pieces.length === 0 || endWhen(without(open, pieces)) > limit) return null
  while (low < high) {
    const middle = (low + high) >> 1
    if (endWhen(without(open, pieces.slice(0, middle))) <= limit) high = middle
    else low = middle + 1
  }
  return { what: 'pieces', pieces: low, end: endWhen(without(open, pieces.slice(0, low))) }
}

/**
 * Why this does not end by `limit`, and the smallest changes that would make it. What binds is what, given more of it, brings the
 * end forward the most.
 * @param limit s
 * @returns null when it does fit
 */
export function whyNot(instance: Instance, limit: number): WhyNot | null {
  const lacking = missingSkill(instance)
  if (lacking) return { binds: 'skill', skill: lacking, changes: [{ what: 'trust', skill: lacking, end: NaN }] }
  const open = overtime(instance)
  const base = endWhen(open)
  if (base <= limit) return null
  const fixtures = (['sink', 'tub', 'place', 'cabinet'] as const).filter(f =>
    f === 'place' ? open.chains.some(c => c.holdsPlace) : open.chains.some(c => c.tasks.some(t => t.uses === f)),
  )
  const relieved: { what: Exclude<Binds, 'skill'>, end: number }[] = [
    { what: 'hands', end: endWhen(withHands(open)) },
    ...fixtures.map(f => ({ what: f, end: endWhen(withFixture(open, f)) })),
    { what: 'window', end: endWhen(wider(open, 120)) },
  ]
  const most = relieved.reduce((a, b) => (b.end < a.end ? b : a))
  const changes: Change[] = []
  if (Number.isFinite(base)) changes.push({ what: 'time', seconds: Math.ceil((base - limit) / 60) * 60, end: base })
  const least = WIDER.find(s => endWhen(wider(open, s)) <= limit)
  if (least !== undefined) changes.push({ what: 'window', seconds: least, end: endWhen(wider(open, least)) })
  for (const r of relieved) {
    if (r.end <= limit && r.what !== 'window') changes.push({ what: r.what, end: r.end })
  }
  const fewer = fewerPieces(open, limit)
  if (fewer) changes.push(fewer)
  return { binds: most.end < base ? most.what : 'hands', changes }
}
