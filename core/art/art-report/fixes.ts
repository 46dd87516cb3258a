import {
  difference,
  edgesOf,
  everyPart,
  grown,
  nearestEdge,
  nestedParts,
  partRegion,
  regionArea,
  ringOf,
  union,
} from '../../basics/outline'
import type { Part, Region, Ring } from '../../basics/outline'
import { holdsPlace, isWhole, markedPart, tooNarrow, tooNarrowBetween } from './report'
import { measureThickness } from './thickness'

/** What is done to the open area before it is cut; lengths in mm. Each can be taken back. */
export type Fix
  = | { kind: 'bridges', width: number }
    | { kind: 'thicken', width: number }
    | { kind: 'round', width: number }
    | { kind: 'specks', width: number }
    | { kind: 'undercut', by: number }

export const FIX_KINDS = ['bridges', 'thicken', 'round', 'specks', 'undercut'] as const

const MOST_ISLANDS = 200
/** An island longer than this is held at two places, or it turns on its one bridge, mm. */
const TWO_BRIDGES = 4
/** A bridge runs so far into the resist at both ends that nothing of the cut stays between, mm. */
const ROOTED = 0.05

interface Way {
  ax: number
  ay: number
  bx: number
  by: number
  length: number
}

/** Shortest way from a ring's corners (and middles of its edges) to an edge of the others. */
function shortestWay(ring: Ring, to: readonly Ring[], allowed: (x: number, y: number) => boolean): Way | null {
  const index = edgesOf(to)
  let best: Way | null = null
  for (let i = 0; i < ring.length; i += 2) {
    const j = (i + 2) % ring.length
    for (const [x, y] of [
      [ring[i]!, ring[i + 1]!],
      [(ring[i]! + ring[j]!) / 2, (ring[i + 1]! + ring[j + 1]!) / 2],
    ] as const) {
      if (!allowed(x, y)) continue
      const near = nearestEdge(index, x, y, best?.length ?? Infinity)
      if (near) best = { ax: x, ay: y, bx: near.x, by: near.y, length: near.distance }
    }
  }
  return best
}

function bar({ ax, ay, bx, by, length }: Way, width: number): Ring {
  const [ux, uy] = length < 1e-9 ? [1, 0] : [(bx - ax) / length, (by - ay) / length]
  const [px, py, e] = [(-uy * width) / 2, (ux * width) / 2, ROOTED + width / 8]
  return ringOf([
    { x: ax - ux * e + px, y: ay - uy * e + py },
    { x: ax - ux * e - px, y: ay - uy * e - py },
    { x: bx + ux * e - px, y: by + uy * e - py },
    { x: bx + ux * e + px, y: by + uy * e + py },
  ])
}

function centre(ring: Ring): { x: number, y: number, reach: number } {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let i = 0; i < ring.length; i += 2) {
    x0 = Math.min(x0, ring[i]!)
    x1 = Math.max(x1, ring[i]!)
    y0 = Math.min(y0, ring[i + 1]!)
    y1 = Math.max(y1, ring[i + 1]!)
  }
  return { x: (x0 + x1) / 2, y: (y0 + y1) / 2, reach: Math.max(x1 - x0, y1 - y0) }
}

/** Bridges of one part: islands are tied one after the other to what is tied already, each by the shortest way. */
function bridgesOf(part: Part, width: number): Ring[] {
  const tied: Ring[] = [part.outer]
  const loose = part.holes.map(h => h.ring)
  const bars: Ring[] = []
  while (loose.length > 0) {
    const ways = loose.map(ring => shortestWay(ring, tied, () => true)!)
    const k = ways.reduce((best, w, i) => (w.length < ways[best]!.length ? i : best), 0)
    const [ring] = loose.splice(k, 1)
    const way = ways[k]!
    bars.push(bar(way, width))
    const { x, y, reach } = centre(ring!)
    if (reach > TWO_BRIDGES) {
      // The second one starts on the far side of the island.
      const [dx, dy] = [way.ax - x, way.ay - y]
      const second = shortestWay(ring!, tied, (px, py) => (px - x) * dx + (py - y) * dy < -0.5 * (dx * dx + dy * dy))
      if (second) bars.push(bar(second, width))
    }
    tied.push(ring!)
  }
  return bars
}

/** Ties every island of resist to the sheet, so that a loose stencil holds together. */
function bridged(open: Region, width: number): Ring[] {
  const parts = everyPart(nestedParts(open))
  if (parts.reduce((n, p) => n + p.holes.length, 0) > MOST_ISLANDS)
    throw new RangeError(`There are more than ${MOST_ISLANDS} islands. Use transfer tape for this art instead of bridges.`)
  const bars = parts.flatMap(p => bridgesOf(p, width))
  return bars.length === 0 ? [...open] : difference(open, union(bars, []))
}

/** Widens resist that is narrower than it should be. */
function thickened(open: Region, width: number): Ring[] {
  // The same places as the report names: a nook that is filled would only make another beside it.
  const { places } = measureThickness(edgesOf(open), 'outside', width)
  const islands = everyPart(nestedParts(open)).flatMap(p => p.holes.map(h => markedPart([h.ring])))
  const thin = everyPart(nestedParts(tooNarrowBetween(open, width / 2)))
    .map(partRegion)
    .filter(rings => holdsPlace(markedPart(rings), places, width) || isWhole(markedPart(rings), islands))
    .flat()
  // A gap of hardly any width lacks a half of the width on each side, whatever its own.
  return thin.length === 0 ? [...open] : difference(open, grown(thin, width / 2))
}

const roundedOff = (open: Region, width: number): Ring[] => {
  const thin = tooNarrow(open, width / 2)
  return thin.length === 0 ? [...open] : difference(open, grown(thin, 0.01))
}

/** Drops open parts that are narrow all over, and fills in islands that are. */
function withoutSpecks(open: Region, width: number): Ring[] {
  const tiny = (rings: Region) => regionArea(grown(rings, -width / 2)) <= 0
  // What lay within a dropped island is open with it: the union makes one area of both.
  return union(
    everyPart(nestedParts(open))
      .filter(p => !tiny([p.outer]))
      .flatMap(p => [p.outer, ...p.holes.map(h => h.ring).filter(h => !tiny([reversed(h)]))]),
    [],
  )
}

function reversed(ring: Ring): Ring {
  const out = new Float64Array(ring.length)
  for (let i = 0; i < ring.length; i += 2) {
    out[i] = ring[ring.length - 2 - i]!
    out[i + 1] = ring[ring.length - 1 - i]!
  }
  return out
}

/** Does one fix. @throws RangeError with a sentence where it would leave nothing */
export function fixed(open: Region, fix: Fix): Ring[] {
  const out
    = fix.kind === 'bridges'
      ? bridged(open, fix.width)
      : fix.kind === 'thicken'
        ? thickened(open, fix.width)
        : fix.kind === 'round'
          ? roundedOff(open, fix.width)
          : fix.kind === 'specks'
            ? withoutSpecks(open, fix.width)
            : grown(open, -fix.by)
  if (out.length === 0) throw new RangeError('That would leave nothing open. Choose a smaller width, or make the art larger.')
  return out
}

export const allFixed = (open: Region, fixes: readonly Fix[]): Ring[] => fixes.reduce<Ring[]>((area, fix) => fixed(area, fix), [...open])
