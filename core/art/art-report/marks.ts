import { boundsOf, smallOutline } from '../../basics/outline'
import type { Box, Region, Ring } from '../../basics/outline'
import type { MarkedPart, StencilReport } from './report'
import type { NarrowPlace } from './thickness'

/** A place on the art that a finding points at, mm. */
export interface Mark {
  box: Box
  /** A way across, drawn as a measured line. */
  across: NarrowPlace | null
  /** A part, drawn as its outline. */
  rings: Ring[]
  circle: { x: number, y: number, radius: number } | null
  /** What it measures: a width or a diameter, mm; of a part its area, mm². */
  value: number
}

export type FindingId = 'islands' | 'bridges' | 'openings' | 'fine-resist' | 'fine-openings' | 'lost' | 'expanse'
/** How much a finding asks of whoever cuts: nothing, care, or a change. */
export type Weight = 'fine' | 'care' | 'change'

export interface Finding {
  id: FindingId
  weight: Weight
  marks: Mark[]
  /** How many there are in all; only the worst are marked. */
  count: number
}

const MOST_MARKS = 12

const acrossMark = (p: NarrowPlace): Mark => ({
  across: p,
  rings: [],
  circle: null,
  value: p.width,
  box: { left: Math.min(p.ax, p.bx), right: Math.max(p.ax, p.bx), top: Math.min(p.ay, p.by), bottom: Math.max(p.ay, p.by) },
})
const partMark = (p: MarkedPart): Mark => ({ across: null, rings: p.rings, circle: null, value: p.area, box: p.box })

function narrow(id: 'bridges' | 'openings', places: readonly NarrowPlace[], least: number): Finding {
  const under = places.filter(p => p.width < least)
  // Without one that is too narrow the narrowest is shown all the same: it is the first to tear.
  return {
    id,
    weight: under.length > 0 ? 'change' : 'fine',
    count: under.length,
    marks: (under.length > 0 ? under : places.slice(0, 1)).slice(0, MOST_MARKS).map(acrossMark),
  }
}
const parts = (id: FindingId, found: readonly MarkedPart[], weight: Weight): Finding => ({
  id,
  weight: found.length > 0 ? weight : 'fine',
  count: found.length,
  marks: found.slice(0, MOST_MARKS).map(partMark),
})

/** What a report says, each with its places: what asks for a change first. @param least narrowest width of the cutting way, mm */
export function findingsOf(report: StencilReport, least: number): Finding[] {
  const { x, y, radius, risk } = report.expanse
  const all: Finding[] = [
    parts('islands', report.islands, 'care'),
    narrow('bridges', report.bridges, least),
    narrow('openings', report.openings, least),
    parts('lost', report.lost, 'change'),
    parts('fine-resist', report.fineResist, 'change'),
    parts('fine-openings', report.fineOpenings, 'change'),
    {
      id: 'expanse',
      count: 1,
      weight: risk === 'likely' ? 'change' : risk === 'some' ? 'care' : 'fine',
      marks: [
        {
          across: null,
          rings: [],
          circle: { x, y, radius },
          value: 2 * radius,
          box: { left: x - radius, right: x + radius, top: y - radius, bottom: y + radius },
        },
      ],
    },
  ]
  const ORDER: Weight[] = ['change', 'care', 'fine']
  return all.sort((a, b) => ORDER.indexOf(a.weight) - ORDER.indexOf(b.weight))
}

/** Part of the art to look at so that a mark is seen with what lies round it. @returns mm */
export function lookAt(mark: Mark, whole: Box): Box {
  const size = Math.max(mark.box.right - mark.box.left, mark.box.bottom - mark.box.top)
  const half = Math.min(Math.max(2.2 * size, 4), Math.max(whole.right - whole.left, whole.bottom - whole.top) / 2)
  const [x, y] = [(mark.box.left + mark.box.right) / 2, (mark.box.top + mark.box.bottom) / 2]
  return { left: x - half, right: x + half, top: y - half, bottom: y + half }
}

/** The narrowest bridge and opening, mm; null where none is under what is looked for. */
export const narrowestOf = (report: StencilReport) => ({
  bridge: report.bridges[0]?.width ?? null,
  opening: report.openings[0]?.width ?? null,
})

/** What is kept of a report for lists and plans: lengths in mm, areas in mm². */
export interface ArtFigures {
  width: number
  height: number
  openArea: number
  cutLength: number
  pieces: number
  islands: number
  narrowestBridge: number | null
  narrowestOpening: number | null
  /** Across the largest circle in one opening, mm; figures from before it was kept have none. */
  widest?: number
  /** A small outline to know it by: path data of straight lines only. */
  outline: string
}

/** Letters of the outline that is kept: enough to know the art by. */
const OUTLINE = 4000

export function artFigures(open: Region, report: StencilReport): ArtFigures {
  const b = boundsOf(open)!
  const { bridge, opening } = narrowestOf(report)
  return {
    width: b.right - b.left,
    height: b.bottom - b.top,
    openArea: report.openArea,
    cutLength: report.cutLength,
    pieces: report.pieces.length,
    islands: report.islands.length,
    narrowestBridge: bridge,
    narrowestOpening: opening,
    ...(report.expanse.radius > 0 ? { widest: 2 * report.expanse.radius } : {}),
    outline: smallOutline(open, OUTLINE),
  }
}
