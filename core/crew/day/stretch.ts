import { formatTimeOfDay } from '../../basics/units'
import { wallTime } from '../../basics/zone'
import type { DayClock } from '../../basics/zone'
import type { Block } from './words'

/** What one person does in one go for one job: an entry of a calendar. s from midnight */
export interface Stretch {
  person: string
  job: string
  from: number
  to: number
  title: string
  /** Each task with its time, in order. */
  lines: string[]
}

/** Shorter pauses do not make two entries of one. s */
const PAUSE = 10 * 60

/** Blocks of a day gathered into stretches: a calendar is not read by the minute. @param titles of jobs by id */
export function stretches(blocks: readonly Block[], clock: DayClock, titles: ReadonlyMap<string, string>): Stretch[] {
  const people = [...new Set(blocks.map(b => b.person))]
  return people
    .flatMap((person) => {
      const made: Stretch[] = []
      for (const b of blocks.filter(x => x.person === person).sort((x, y) => x.from - y.from)) {
        const line = `${formatTimeOfDay(wallTime(clock, b.from).seconds)} ${b.words}`
        const last = made.at(-1)
        if (last && last.job === b.job && b.from - last.to <= PAUSE) {
          last.to = Math.max(last.to, b.to)
          last.lines.push(line)
        }
        else made.push({ person, job: b.job, from: b.from, to: b.to, title: titles.get(b.job) ?? b.words, lines: [line] })
      }
      return made
    })
    .sort((a, b) => a.from - b.from)
}
