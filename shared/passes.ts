import type { Answers } from '#core/trade/answers'
import type { BlastLook } from '#core/plan/blast'
import type { CoatTool } from '#core/plan/coat'
import type { Surface } from '#core/trade/compatibility'
import type { Schools } from '#core/trade/house'
import type { ResistId, SubstrateId } from '#core/trade/materials'
import type { Finish } from '#core/plan/steps'
import { countOf } from '#core/basics/units'
import type { PlannedWall } from './blanks'
import type { JobForm, SetEntry } from './jobs'
import type { Spot, Where } from './placements'

/** Outline of a stencil's art, mm, to draw it on a piece: path data of straight lines. */
export interface PlannedArt {
  /** What the stencil is called. */
  name?: string
  d: string
  width: number
  height: number
  /** Across the largest circle in one opening, mm; art from before it was measured has none. */
  widest?: number
  /** Narrowest resist between two openings, mm; art without bridges has none, nor has art from before it was kept. */
  bridge?: number
  /** Parts to weed, and mm to cut: how long weeding takes. */
  pieces?: number
  cutLength?: number
  /** Cut mirrored, to be read through the glass; art from before this was kept does not say. */
  mirrored?: boolean
}

export type PassStatus = 'planned' | 'running' | 'done' | 'dropped'

/** What else a pass says, kept together: it grows with the trade. */
export interface PassDetails {
  ownBest: number | null
  temperature: number | null
  coaters: number
  /** Border of resist, mm; null: the house's. */
  border: number | null
  wholeFace: boolean
  /** Side of a pane that is etched. */
  face: 'front' | 'back'
  /** '': as Crest suggests by area. */
  tool: CoatTool | ''
  /** Pieces of metal side by side on one tray; null: as Crest suggests. */
  tray: number | null
  depth: 'surface' | 'deep'
  /** Depth of a carving, mm; null: the usual. */
  carve: number | null
  look: BlastLook
  /** Of single pieces, in their order; '' for the common one. Empty where all are alike. */
  looks: (BlastLook | '')[]
  finish: Finish
}

/** Art at a place on the pieces of a set, as it is kept with its pass. Lengths in mm. */
export interface Placement extends Where {
  /** The stencil that all pieces have here; null where its size was typed in. */
  artworkId: string | null
  /** Of each piece by itself, where they differ; null for the common one. Empty where all are alike. */
  artworkIds: (string | null)[]
  /** The outline of the art that it was planned with. */
  art: PlannedArt | null
  arts: (PlannedArt | null)[]
  artWidth: number
  artHeight: number
  openFraction: number
  finest: number | null
  /** Where it and its repeats are. */
  spots: Spot[]
}

/** Tells by itself whether what is cut for these placements is still what they need: which art, how large, how often. */
export const artMark = (placements: readonly Placement[]): string =>
  JSON.stringify(placements.map(p => [p.artworkId, p.artworkIds, p.artWidth, p.artHeight, p.spots.length]))

/** What is drawn of art on a piece. */
export type DrawnArt = Pick<Placement, 'art' | 'arts' | 'artWidth' | 'artHeight' | 'spots'>
  & Partial<Pick<Placement, 'artworkId' | 'artworkIds'>>

/** One pass of one set, with what it takes from its job and its set: what Today, day, bench and log go by. Lengths in mm. */
export interface Pass extends PassDetails {
  id: string
  jobId: string
  setId: string
  /** Which pass of its set this is, from 1, and of how many. */
  no: number
  of: number
  /** The pass before it on the same pieces; null for the first. */
  before: { id: string, status: PassStatus, done: number[] } | null
  customer: string
  dueOn: string
  notes: string
  noun: string
  pieces: number
  /** Names of the pieces, in their order; fewer than there are pieces where some have none. */
  names: string[]
  surface: Surface
  substrate: SubstrateId
  height: number
  /** Way round, or width of a flat piece. */
  girth: number
  blankId: string | null
  /** The blank's wall as it was measured when this was planned. */
  wall: PlannedWall | null
  answers: Answers
  oldLabel: boolean
  /** Lead who decided that frost runs up to the rim; null where nobody did. */
  rimBy: string | null
  /** Bands of the wall that art keeps clear of. */
  keepOut: SetEntry['keepOut']
  placements: Placement[]
  resist: ResistId
  lotId: string
  stencilId: string | null
  /** Schools chosen for this pass; '' for the house's. */
  schools: Record<keyof Schools, string>
  status: PassStatus
  /** What the passes before it put on the pieces. */
  etched: DrawnArt[]
  /** Resist that its cut sheet used for one piece, waste and all, mm²; null while none is cut. */
  resistCut: number | null
  /** Numbers of the pieces, of those of its set, that are through this pass. */
  done: number[]
}

/** Of those it owes, the pieces that may begin now: they are through the pass before. */
export const ready = (pass: Pick<Pass, 'pieces' | 'done' | 'before'>): number[] =>
  owed(pass).filter(n => pass.before === null || pass.before.done.includes(n))

/** The art that one piece has at a place. @param n number of the piece in its set */
export const artOfPiece = ({ art, arts }: Pick<Placement, 'art' | 'arts'>, n: number): PlannedArt | null => arts[n - 1] ?? art

/** What is etched, by name: each stencil once. */
export const artNames = (placements: readonly Pick<Placement, 'art' | 'arts'>[]): string[] => [
  ...new Set(placements.flatMap(p => [p.art, ...p.arts]).flatMap(art => art?.name ?? [])),
]

/** Numbers of the pieces that still have to go through a pass. */
export const owed = ({ pieces, done }: Pick<Pass, 'pieces' | 'done'>): number[] =>
  Array.from({ length: pieces }, (_, i) => i + 1).filter(n => !done.includes(n))

export type TitledPass = Pick<Pass, 'pieces' | 'done' | 'noun' | 'customer' | 'no' | 'of'>

/** What goes through a pass: `4 tumblers`, `2 of 4 tumblers` where some are through, `4 tumblers, pass 2 of 2`. */
export function passWords(pass: Omit<TitledPass, 'customer'>): string {
  const left = owed(pass).length
  const what = left === 0 || left === pass.pieces ? countOf(pass.pieces, pass.noun) : `${left} of ${countOf(pass.pieces, pass.noun)}`
  return pass.of > 1 ? `${what}, pass ${pass.no} of ${pass.of}` : what
}

/** The same with for whom: `4 tumblers for Rowing club`. */
export const passTitle = (pass: TitledPass): string =>
  pass.of > 1
    ? `${passWords({ ...pass, of: 1 })} for ${pass.customer}, pass ${pass.no} of ${pass.of}`
    : `${passWords(pass)} for ${pass.customer}`

/** All that a job is made of: `4 tumblers and 1 carafe`. */
export function jobWords(passes: readonly Pick<Pass, 'setId' | 'pieces' | 'noun'>[]): string {
  const sets = passes.filter((p, i) => passes.findIndex(q => q.setId === p.setId) === i).map(p => countOf(p.pieces, p.noun))
  return sets.length < 2 ? (sets[0] ?? 'No pieces') : `${sets.slice(0, -1).join(', ')} and ${sets.at(-1)}`
}

/** A job with all its passes, set by set in their order. `entered` holds the readings as written. */
export interface Job {
  id: string
  customer: string
  customerId: string
  dueOn: string
  notes: string
  passes: Pass[]
  /** Cut sheets for its pieces; asked for by itself only. */
  sheets?: { id: string, name: string, setIds: string[], cutAt: string | null }[]
  entered: JobForm
  createdBy: string
  createdAt: string
  version: number
}

/** Where a job stands by its passes. */
export function jobStatus(passes: readonly Pick<Pass, 'status'>[]): PassStatus {
  const any = (status: PassStatus) => passes.some(p => p.status === status)
  return any('running') ? 'running' : any('planned') ? 'planned' : any('done') ? 'done' : 'dropped'
}
