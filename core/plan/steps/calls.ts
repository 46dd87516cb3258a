import { formatDuration } from '../../basics/units'
import type { StepContext } from './step'
import { isRound } from './step'

export const CARE_IDS = ['swirl', 'move', 'brush', 'rest', 'drip', 're-wet', 'edges', 'pull-mesh'] as const
export type CareCallId = (typeof CARE_IDS)[number]

/** Something to do with a piece while its dwell runs. */
export interface CareCall {
  id: CareCallId
  /** As one says it across a bench; `{piece}` stands for the piece. */
  sentence: string
  /** On the large control. */
  short: string
  /** s from the last part covered */
  first: number
  /** s from one to the next; null: once */
  every: number | null
  /** s after which it is called no more; without it, to the end */
  until?: number
}

const call = (id: CareCallId, short: string, sentence: string, first: number, every: number | null): CareCall => ({
  id,
  short,
  sentence,
  first: Math.round(first),
  every,
})

/** From here on contact paper is looked after, s; and so often. */
const LONG_DWELL = 600
const EDGES_EVERY = 300

/** Of the dwell, brushed: five minutes of fifteen. */
const BRUSHED = 1 / 3

/** Calls later than this before the best time are left out: the sink comes first. s */
const LAST_MOMENT = 20

/** Care during the dwell as its own calls, each with a clock of its own. */
export function careCalls(
  c: Pick<StepContext, 'kind' | 'schools' | 'surface' | 'dwell' | 'resist'>,
  rules: { dripEvery: number, moveEvery: number, rewetEvery: number },
): CareCall[] {
  if (c.kind.method === 'blast') return []
  const half = c.dwell.best / 2
  const drip = call(
    'drip',
    'drips pushed back',
    'Look for drips on {piece} and push them back.',
    // What is flat and stands long is looked at once; on a curve it slumps all the time.
    isRound(c) ? rules.dripEvery : half,
    isRound(c) ? rules.dripEvery : null,
  )
  // Thin paper soaks and lifts in a long dwell: it is looked at while there is still something to save.
  const edges
    = c.resist.id === 'contact-paper' && c.dwell.best >= LONG_DWELL
      ? [call('edges', 'edges looked at', 'Look at the edges of {piece}; wipe it off if one lifts.', EDGES_EVERY, EDGES_EVERY)]
      : []
  const mesh
    = c.resist.id === 'mesh' && c.kind.method === 'cream'
      ? [call('pull-mesh', 'mesh pulled and washed', 'Pull the mesh off {piece} now, and wash it.', 1, null)]
      : []
  const calls: CareCall[]
    = c.kind.method === 'liquid'
      ? [
          call('move', 'rubbed', 'Keep {piece} moving: rub it gently.', rules.moveEvery, rules.moveEvery),
          call('re-wet', 'wet again', 'Wet {piece} again.', rules.rewetEvery, rules.rewetEvery),
        ]
      : [
          ...mesh,
          ...(c.schools.care === 'swirl' ? [call('swirl', 'swirled', 'Swirl {piece} once: half time.', half, null)] : []),
          ...(c.schools.care === 'move' ? [call('move', 'moved', 'Keep {piece} moving.', rules.moveEvery, rules.moveEvery)] : []),
          ...(c.schools.care === 'brush-rest'
            ? [
                { ...call('brush', 'brushed', 'Brush {piece} again.', rules.moveEvery, rules.moveEvery), until: c.dwell.best * BRUSHED },
                call('rest', 'left to rest', 'Put the brush down: {piece} rests from now on.', c.dwell.best * BRUSHED, null),
              ]
            : []),
          ...(isRound(c) || c.kind.id === 'tile-cream' ? [drip] : []),
        ]
  return [...calls, ...edges].filter(x => x.id === 'pull-mesh' || x.first <= c.dwell.best - LAST_MOMENT)
}

/** When a call comes, in words: `at 2 min 30 s`, `every 3 min`. */
export const whenCalled = (x: CareCall): string => (x.every === null ? `at ${formatDuration(x.first)}` : `every ${formatDuration(x.every)}`)
