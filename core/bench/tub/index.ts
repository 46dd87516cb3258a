import { EMPTY_TUB, fromReading, NEUTRAL, settleTub, stillNeeded, verdictOf, withMore } from '../../plan/tub'
import type { NeutraliserId, TubContent, TubVerdict } from '../../plan/tub'
import { formatMass } from '../../basics/units'
import type { WasteId } from '../../trade/waste'

/** How a pH was read. `practice`: the stand-in's strip. */
export const READ_WAYS = ['strip', 'meter', 'practice'] as const
export type ReadWay = (typeof READ_WAYS)[number]

interface Entry {
  /** Made by whoever enters it, UUIDv7. */
  id: string
  at: number
  by: string
}

/** What went into a tub from a run or by hand, as acid, g. */
export type WentIn = Entry & {
  kind: 'went-in'
  runId: string | null
  lotId: string
  amount: number
  bifluoride: number
  ferricChloride: number
}

/** Everything that happens to a tub, in the order of time. What runs put in follows from the runs. */
export type TubEntry
  = | WentIn
    | (Entry & { kind: 'added', what: NeutraliserId | 'calcium-chloride', grams: number, runId?: string })
    | (Entry & { kind: 'read', pH: number, how: ReadWay })
  /** A fresh pinch makes no bubble. */
    | (Entry & { kind: 'still' })
    | (Entry & { kind: 'emptied', way: 'drain' | 'container', containerId: string | null })
    | (Entry & { kind: 'undone', target: string })

export interface TubState {
  /** As it is reckoned from what went in, and from what strips have said since. */
  content: TubContent
  /** Acid that strips found against what was reckoned; 1 before any. */
  factor: number
  pH: number
  verdict: TubVerdict
  /** The last reading since something went in; null: nobody looked. */
  read: { pH: number, how: ReadWay, at: number, by: string } | null
  /** Nothing fizzed any more, since the last acid went in. */
  still: boolean
  /** Cream and ferric chloride together: no rule of the tub holds. */
  mixed: boolean
  emptied: Extract<TubEntry, { kind: 'emptied' }> | null
}

/** Entries that count: each once, without those taken back. */
export function effectiveEntries(entries: readonly TubEntry[]): TubEntry[] {
  const undone = new Set(entries.flatMap(e => (e.kind === 'undone' ? [e.target] : [])))
  return entries.filter(e => e.kind !== 'undone' && !undone.has(e.id)).sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1))
}

/** State of a tub: what it holds is the sum of what went in, put right by what strips showed. @param volume mL of water */
export function foldTub(volume: number, entries: readonly TubEntry[]): TubState {
  let content = EMPTY_TUB(volume)
  let state: Pick<TubState, 'factor' | 'read' | 'still' | 'emptied'> = { factor: 1, read: null, still: false, emptied: null }
  for (const e of effectiveEntries(entries)) {
    switch (e.kind) {
      case 'went-in':
        content = { ...content, bifluoride: content.bifluoride + e.bifluoride, ferricChloride: content.ferricChloride + e.ferricChloride }
        state = { ...state, read: null, still: false }
        break
      case 'added':
        content
          = e.what === 'calcium-chloride'
            ? { ...content, calciumChloride: content.calciumChloride + e.grams }
            : withMore(content, e.what, e.grams)
        // A neutral reading stays one where a calcium salt is stirred in; anything else is read again.
        if (e.what !== 'calcium-chloride') state = { ...state, read: null }
        break
      case 'read': {
        const acid = content.bifluoride + content.ferricChloride > 0
        // Above neutral a strip says little about how much acid there was.
        if (acid && e.pH < NEUTRAL.from) {
          const seen = fromReading(content, e.pH, 'bicarbonate')
          content = seen.content
          state = { ...state, factor: state.factor * seen.factor }
        }
        state = { ...state, read: { pH: e.pH, how: e.how, at: e.at, by: e.by } }
        break
      }
      case 'still':
        state = { ...state, still: true }
        break
      case 'emptied':
        state = { ...state, emptied: e }
    }
  }
  const pH = state.read?.pH ?? settleTub(content).pH
  return { ...state, content, pH, verdict: verdictOf(content, pH), mixed: content.bifluoride > 0 && content.ferricChloride > 0 }
}

/** What kind of waste its water is. */
export const wasteOf = ({ content }: Pick<TubState, 'content'>): WasteId => (content.ferricChloride > 0 ? 'ferric-water' : 'fluoride-water')

/** Whether this water is so strong that acid left in it would fizz: gas has left it already. Where none has, silence proves nothing. */
const fizzes = (content: TubContent): boolean => settleTub(content).gas > 0

/**
 * Whether a tub is proved neutral: by a strip or meter, or because nothing fizzes where it would have fizzed all along.
 * @returns null, or the sentence why not
 */
export function notNeutral(state: TubState): string | null {
  if (state.verdict === 'clean') return null
  if (state.read?.how === 'practice') return 'The practice strip proves nothing. Dip a real one.'
  if (state.read) {
    if (state.read.pH < NEUTRAL.from) {
      const more = stillNeeded(state.content, 'bicarbonate')
      return `It is still acid.${more === null ? '' : ` About ${formatMass(more)} of bicarbonate more, then dip another strip.`}`
    }
    return state.read.pH > NEUTRAL.to
      ? 'It is caustic now. Let it stand open for an hour, or put in some of the next acid rinse, then dip again.'
      : null
  }
  if (state.still && state.verdict === 'neutral' && fizzes(state.content)) return null
  return 'Dip a strip first: in this much water, no fizz proves nothing.'
}

/** Why an entry can't be made now, in a sentence that says what to do; null when it can. */
export function refuseTub(state: TubState, entry: TubEntry): string | null {
  if (entry.kind === 'undone') return null
  if (state.emptied) return 'This tub is emptied. Fill a fresh one.'
  switch (entry.kind) {
    case 'went-in': {
      const metal = entry.ferricChloride > 0
      const other = metal ? state.content.bifluoride > 0 : state.content.ferricChloride > 0
      return other ? 'Cream and ferric chloride never share a tub: their waste goes different ways. Fill a fresh one.' : null
    }
    case 'read':
      return entry.pH < 0 || entry.pH > 14 ? 'A pH lies between 0 and 14. Read the strip again.' : null
    case 'added':
      return entry.grams > 0 ? null : 'Write how much went in.'
    case 'emptied':
      return notNeutral(state)
    default:
      return null
  }
}
