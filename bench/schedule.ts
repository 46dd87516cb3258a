import highsLoader from 'highs'
import { solve, verifySchedule } from '../core/crew/schedule'
import type { Instance, Solved } from '../core/crew/schedule'
import { jobsOf, mixed } from '../core/crew/schedule/testing.test-support'
import { mipModel } from '../tests/reference/support/mip'
import type { Row } from './table'
import { median } from './table'

/** Given to the MIP solver for one instance at most. s */
const MIP_SECONDS = 20
const INSTANCES = 3

const timed = <T>(work: () => T): [T, number] => {
  const start = performance.now()
  const result = work()
  return [result, performance.now() - start]
}

/** Gap to the bound and time, against a general MIP solver given the same instances. */
async function exactRows(): Promise<Row[]> {
  const rows: Row[] = []
  for (const count of [4, 6, 8, 10, 12]) {
    const ours: number[] = []
    const theirs: number[] = []
    const unproved: number[] = []
    const words: string[] = []
    for (let seed = 1; seed <= INSTANCES; seed++) {
      const instance = mixed(count, seed, false)
      const [found, ms] = timed(() => solve(instance, { nodes: Infinity }) as Solved)
      if (verifySchedule(instance, found.schedule).length > 0) throw new Error('A schedule that breaks something.')
      // A fresh solver each time: after a time limit it is not asked again.
      const highs = await highsLoader()
      const [answer, mip] = timed(() => {
        try {
          return highs.solve(mipModel(instance), { time_limit: MIP_SECONDS })
        }
        catch {
          return null
        }
      })
      ours.push(ms)
      theirs.push(mip)
      if (!found.proved) unproved.push((found.end - found.bound) / found.bound)
      const value
        = answer && answer.Status !== 'Infeasible' && Number.isFinite(answer.ObjectiveValue) ? Math.round(answer.ObjectiveValue) : null
      words.push(
        value === null
          ? 'none'
          : value === found.end
            ? 'same'
            : value > found.end
              ? `${value - found.end} s later`
              : `${found.end - value} s SOONER`,
      )
    }
    rows.push({
      name: `${count} pieces, two people: ${
        unproved.length === 0 ? 'all proved' : `${unproved.length} not proved, ${(100 * Math.max(...unproved)).toFixed(1)} % over the bound`
      }`,
      figure: `${median(ours).toFixed(0)} ms`,
      reference: `MIP solver, ${MIP_SECONDS} s at most: ${(median(theirs) / 1000).toFixed(1)} s, ends ${words.join(', ')}`,
      ratio: median(ours) / median(theirs),
      ...(count === 12 ? { aim: 'proved in 10 s' } : {}),
    })
  }
  return rows
}

const PROOF_SECONDS = 10
const DAYS = [[4, 4, 4], [6, 6], [2, 4, 6], [1, 5, 6], [2, 3, 7], [3, 3, 3, 3], [1, 2, 4, 5], [2, 2, 2, 2, 2, 2]]

/** How many days of twelve pieces are proved in time: of jobs of equal pieces, and of pieces that are all different. */
function provedRows(): Row[] {
  const seeds = (count: number) => Array.from({ length: count }, (_, i) => i + 1)
  const row = (name: string, instances: Instance[]): Row => {
    const runs = instances.map((instance) => {
      const until = performance.now() + PROOF_SECONDS * 1000
      return timed(() => solve(instance, { nodes: Infinity, goOn: () => performance.now() < until }) as Solved)
    })
    const proved = runs.filter(([found]) => found.proved).length
    const over = Math.max(0, ...runs.map(([found]) => (found.end - found.bound) / found.bound))
    return {
      name,
      figure: `${proved} proved, half of them in ${median(runs.map(([, ms]) => ms)).toFixed(0)} ms`,
      reference: `${instances.length} instances; the worst ends ${(100 * over).toFixed(1)} % after its bound`,
      ratio: proved / instances.length,
      aim: `all in ${PROOF_SECONDS} s`,
    }
  }
  return [
    row('12 pieces in jobs of equal pieces', DAYS.flatMap(counts => seeds(4).map(seed => jobsOf(counts, seed)))),
    row('12 pieces, no two equal', seeds(10).map(seed => mixed(12, seed, false))),
  ]
}

/** The plan that the worker of the page gives within its two seconds, against the bound. */
function largeRows(): Row[] {
  return [20, 40, 80].map((count) => {
    const instance = mixed(count, 5, true)
    const until = performance.now() + 1600
    const [found, ms] = timed(() => solve(instance, { nodes: Infinity, lives: Infinity, goOn: () => performance.now() < until }) as Solved)
    if (verifySchedule(instance, found.schedule).length > 0) throw new Error('A schedule that breaks something.')
    return {
      name: `${count} pieces with calls, two people, one sink`,
      figure: `${(ms / 1000).toFixed(2)} s, ends at ${(found.end / 60).toFixed(0)} min`,
      reference: `no schedule ends before ${(found.bound / 60).toFixed(0)} min`,
      ratio: found.end / found.bound,
      aim: '1.05 in under 2 s',
    }
  })
}

export const scheduleRows = async (): Promise<Row[]> => [...(await exactRows()), ...provedRows(), ...largeRows()]
