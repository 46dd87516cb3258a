import type { Method } from '../../trade/materials'

/** What happened on a day, as far as closing it asks. */
export interface DayFacts {
  /** Bottles and bags that something was taken from. */
  lots: { id: string, name: string, method: Method }[]
  /** Runs that are not closed. @property wet something of it carries etchant */
  runs: { id: string, subject: string, wet: boolean }[]
  /** Tubs with something in them. */
  tubs: { id: string, name: string }[]
  /** Containers that are nearly full, or that should have left. */
  containers: { id: string, name: string, why: 'full' | 'overdue' }[]
  /** What was spilled, and where it was entered. */
  spills: { runId: string, subject: string }[]
}

export const CLOSE_KINDS = [
  'run',
  'tub',
  'spill',
  'lot',
  'tools',
  'surfaces',
  'gloves',
  'cabinet',
  'cabinet-filter',
  'floor',
  'solvent',
  'container',
] as const
export type CloseKind = (typeof CLOSE_KINDS)[number]

/** One line of the end of the day. */
export interface CloseLine {
  /** `tools`, or `tub:` and its id. */
  id: string
  kind: CloseKind
  /** What it is about, by its id; null for the studio as a whole. */
  of: string | null
  name: string
  /** Nobody goes home from it. */
  wet?: boolean
}

const line = (kind: CloseKind, of: string | null = null, name = ''): CloseLine => ({
  id: of === null ? kind : `${kind}:${of}`,
  kind,
  of,
  name,
})

/**
 * What to look at before the lights go out: what is still open, then bottles, tools, surfaces, gloves, cabinet and floor, each only where
 * the day's work gives reason to.
 */
export function closeLines(facts: DayFacts): CloseLine[] {
  const used = (method: Method) => facts.lots.some(l => l.method === method)
  const wet = used('cream') || used('liquid')
  const any = wet || used('blast')
  return [
    ...facts.runs.map(r => ({ ...line('run', r.id, r.subject), ...(r.wet ? { wet: true } : {}) })),
    ...facts.spills.map(s => line('spill', s.runId, s.subject)),
    ...facts.tubs.map(t => line('tub', t.id, t.name)),
    ...facts.lots.map(l => line('lot', l.id, l.name)),
    ...(wet ? [line('tools'), line('surfaces'), line('gloves')] : []),
    ...(used('blast') ? [line('cabinet'), line('cabinet-filter')] : []),
    ...(any ? [line('solvent'), line('floor')] : []),
    ...facts.containers.map(c => line('container', c.id, c.name)),
  ]
}

/** How a line stands: seen to, or left for tomorrow. */
export type CloseMark = 'done' | 'left'
export type CloseMarks = Record<string, CloseMark>

/** A line that nobody can just tick: it is there because the thing is, and goes with it. */
export const stands = ({ kind }: Pick<CloseLine, 'kind'>): boolean => kind === 'tub'

/**
 * Why a day can't be closed like this, in a sentence; null when it can. Nobody goes home from a wet piece; all else may wait, but
 * somebody has to say so.
 */
export function refuseClose(lines: readonly CloseLine[], marks: CloseMarks): string | null {
  const wet = lines.find(l => l.wet)
  if (wet) return `Something is wet on the bench for ${wet.name}. Rinse it or hand it over before the day is closed.`
  const full = lines.find(l => marks[l.id] === 'done' && stands(l))
  if (full) return `There is still water in ${full.name}. Empty it, or leave it for tomorrow.`
  const unsaid = lines.filter(l => marks[l.id] === undefined)
  if (unsaid.length > 0)
    return unsaid.length === 1
      ? 'One line is still open: is it seen to, or does it wait for tomorrow?'
      : `${unsaid.length} lines are still open.`
  return null
}

/** What was left the day before and still waits: nothing that has been seen to since. */
export const leftOver = (marks: CloseMarks): string[] => Object.entries(marks).flatMap(([id, mark]) => (mark === 'left' ? [id] : []))

/** One entry of a run as exposure looks at it. @property at ms */
export interface TouchEvent {
  runId: string
  method: Method
  kind: string
  piece: number | null
  by: string
  at: number
  /** s, where somebody entered gun time. */
  seconds: number | null
}

export interface Exposure {
  by: string
  /** Near open etchant, or at the gun. */
  kind: 'etchant' | 'blast'
  /** s */
  seconds: number
}

const WET = new Set(['coat.started', 'coat.covered', 'etchant.off', 'piece.rinsed', 'care.given'])

/**
 * How long each person was near open etchant or at the gun: at a run from their first touch to their last, gun time as it was counted.
 * Overlapping runs of one person count once. A record, never a verdict.
 */
export function exposuresOf(events: readonly TouchEvent[]): Exposure[] {
  const spans = new Map<string, [number, number][]>()
  const byRun = new Map<string, [number, number]>()
  const gun = new Map<string, number>()
  const gunOn = new Map<string, TouchEvent>()
  for (const e of [...events].sort((a, b) => a.at - b.at)) {
    if (WET.has(e.kind)) {
      const key = `${e.by} ${e.runId}`
      const span = byRun.get(key)
      if (span) span[1] = e.at
      else {
        const fresh: [number, number] = [e.at, e.at]
        byRun.set(key, fresh)
        spans.set(e.by, [...(spans.get(e.by) ?? []), fresh])
      }
    }
    const piece = `${e.runId} ${e.piece}`
    if (e.kind === 'gun.on') gunOn.set(piece, e)
    if (e.kind === 'gun.off') {
      const on = gunOn.get(piece)
      if (on) gun.set(on.by, (gun.get(on.by) ?? 0) + (e.at - on.at) / 1000)
      gunOn.delete(piece)
    }
    if (e.kind === 'gun.entered') gun.set(e.by, (gun.get(e.by) ?? 0) + (e.seconds ?? 0))
  }
  const wet = [...spans].map(([by, own]): Exposure => ({ by, kind: 'etchant', seconds: coveredBy(own) / 1000 }))
  return [...wet, ...[...gun].map(([by, seconds]): Exposure => ({ by, kind: 'blast', seconds }))].filter(e => e.seconds > 0)
}

/** A filter against its life. */
export interface FilterHours {
  kind: 'cabinet' | 'respirator'
  /** Who wears it; null for the cabinet's. */
  by: string | null
  name: string
  /** Of gun time, or worn, since it was changed. */
  hours: number
  /** By its maker or the lead; null where nobody wrote it down. */
  life: number | null
  /** The last day it is good for, where one is printed on it. */
  expiresOn: string | null
}

/** Share of its life after which the next filter is put on: hours of a bench are no laboratory's. */
const FILTER_SHARE = 0.9

/** Why a filter should be changed; null while it need not. @param today the studio's day */
export function filterDue({ hours, life, expiresOn }: FilterHours, today: string): 'worn' | 'expired' | null {
  if (life !== null && hours > FILTER_SHARE * life) return 'worn'
  return expiresOn !== null && expiresOn < today ? 'expired' : null
}

/** Length of the union of spans. */
function coveredBy(spans: readonly [number, number][]): number {
  let [total, end] = [0, -Infinity]
  for (const [from, to] of [...spans].sort((a, b) => a[0] - b[0])) {
    total += Math.max(0, to - Math.max(from, end))
    end = Math.max(end, to)
  }
  return total
}
