import { Clipper64, ClipperOffset, ClipType, EndType, FillRule, JoinType, PolyTree64 } from 'clipper2-ts'
import type { Path64, Paths64, PolyPath64 } from 'clipper2-ts'
import { inGroups } from './groups'
import { isConvex, reversed, signedArea } from './ring'
import type { Region, Ring } from './ring'
import type { WorkMeter } from './work'

/** The clipper counts in whole thousandths of a mm, so that crossings are decided without rounding. */
const PER_MM = 1000
/** How far a round join may stray from its circle, mm. */
const ARC = 0.004

const toPath = (ring: Ring): Path64 => {
  const path: Path64 = []
  for (let i = 0; i < ring.length; i += 2) path.push({ x: Math.round(ring[i]! * PER_MM), y: Math.round(ring[i + 1]! * PER_MM) })
  return path
}
const toRing = (path: Path64): Ring => {
  const ring = new Float64Array(path.length * 2)
  for (let i = 0; i < path.length; i++) {
    ring[2 * i] = path[i]!.x / PER_MM
    ring[2 * i + 1] = path[i]!.y / PER_MM
  }
  return ring
}
const rounded = (ring: Ring): Ring => ring.map(v => Math.round(v * PER_MM) / PER_MM)
const toPaths = (region: Region): Paths64 => region.map(toPath)
/** Slivers of rounding are no rings: less than a hundredth of a mm each way. */
const SLIVER = 1e-4
const toRegion = (paths: Paths64): Ring[] => paths.map(toRing).filter(r => Math.abs(signedArea(r)) > SLIVER)

function clip(kind: ClipType, subject: Region, other: Region, rule: FillRule, meter?: WorkMeter): Ring[] {
  return inGroups([subject, other], 0, ([own, others]) => {
    meter?.spend([...own!, ...others!])
    const engine = new Clipper64()
    // A corner on a straight line is no corner of the art: it only slows what follows.
    engine.preserveCollinear = false
    engine.addSubject(toPaths(own!))
    if (others!.length) engine.addClip(toPaths(others!))
    const out: Paths64 = []
    engine.execute(kind, rule, out)
    return toRegion(out)
  })
}

/**
 * The area that closed lines fill under SVG's rules; lines may cross themselves and each other.
 * @param meter where the lines come from somebody else: stops before they cost too much @throws TooMuchWork
 */
export function filled(rings: readonly Ring[], rule: 'nonzero' | 'evenodd', meter?: WorkMeter): Ring[] {
  // Boxes and circles by the thousand need no clipper: they fill what they enclose.
  const only = rings.length === 1 ? rounded(rings[0]!) : null
  if (only && isConvex(only)) return signedArea(only) > SLIVER ? [only] : signedArea(only) < -SLIVER ? [reversed(only)] : []
  return clip(ClipType.Union, rings, [], rule === 'nonzero' ? FillRule.NonZero : FillRule.EvenOdd, meter)
}

/**
 * What of one convex outline lies within another, side by side cut off (Sutherland & Hodgman, Reentrant polygon clipping, 1974). Both go
 * round the same way.
 */
function withinConvex(ring: Ring, other: Ring): Ring {
  let kept = Array.from(ring)
  for (let i = 0; i < other.length && kept.length > 0; i += 2) {
    const [ax, ay] = [other[i]!, other[i + 1]!]
    const [bx, by] = [other[(i + 2) % other.length]!, other[(i + 3) % other.length]!]
    const inside = (x: number, y: number) => (bx - ax) * (y - ay) - (by - ay) * (x - ax)
    const next: number[] = []
    let [px, py] = [kept.at(-2)!, kept.at(-1)!]
    let before = inside(px, py)
    for (let k = 0; k < kept.length; k += 2) {
      const [x, y] = [kept[k]!, kept[k + 1]!]
      const here = inside(x, y)
      if ((before < 0 && here > 0) || (before > 0 && here < 0)) {
        const share = before / (before - here)
        next.push(px + share * (x - px), py + share * (y - py))
      }
      if (here >= 0) next.push(x, y)
      ;[px, py, before] = [x, y, here]
    }
    kept = next
  }
  return Float64Array.from(kept)
}

export const union = (a: Region, b: Region, meter?: WorkMeter): Ring[] => clip(ClipType.Union, a, b, FillRule.NonZero, meter)
export const difference = (a: Region, b: Region, meter?: WorkMeter): Ring[] => clip(ClipType.Difference, a, b, FillRule.NonZero, meter)
export function intersection(a: Region, b: Region, meter?: WorkMeter): Ring[] {
  // Two convex outlines by the thousand need no clipper either.
  if (a.length === 1 && b.length === 1 && isConvex(a[0]!) && isConvex(b[0]!)) {
    const both = rounded(withinConvex(a[0]!, b[0]!))
    return signedArea(both) > SLIVER ? [both] : []
  }
  return clip(ClipType.Intersection, a, b, FillRule.NonZero, meter)
}

const JOINS = { round: JoinType.Round, miter: JoinType.Miter, bevel: JoinType.Bevel } as const
const CAPS = { round: EndType.Round, butt: EndType.Butt, square: EndType.Square } as const

/** Grown by `by` mm all round, or shrunk where it is negative; outer corners round. */
export function grown(region: Region, by: number, join: keyof typeof JOINS = 'round'): Ring[] {
  if (by === 0) return [...region]
  return inGroups([region], Math.max(0, by), ([own]) => {
    const offset = new ClipperOffset(4, ARC * PER_MM)
    offset.addPaths(toPaths(own!), JOINS[join], EndType.Polygon)
    const out: Paths64 = []
    offset.execute(by * PER_MM, out)
    return toRegion(out)
  })
}

export interface Pen {
  width: number
  join: keyof typeof JOINS
  cap: keyof typeof CAPS
  miter: number
}

/** The area that a pen covers along open or closed lines. @param meter as of `filled` @throws TooMuchWork */
export function stroked(lines: readonly { points: Ring, closed: boolean }[], pen: Pen, meter?: WorkMeter): Ring[] {
  // Both edges of the pen are swept over; the middle between them crosses as they do.
  meter?.spend(lines.flatMap(l => [l.points, l.points]))
  const offset = new ClipperOffset(pen.miter, ARC * PER_MM)
  // A mitre past its limit is bevelled, where the clipper would square it: such a line gets the tips of its other corners by hand.
  const bevelled = new Set(pen.join === 'miter' ? lines.filter(line => corners(line).some(c => 1 / c.half > pen.miter)) : [])
  for (const line of lines) {
    if (line.points.length < 4) continue
    offset.addPath(toPath(line.points), bevelled.has(line) ? JoinType.Bevel : JOINS[pen.join], line.closed ? EndType.Joined : CAPS[pen.cap])
  }
  const out: Paths64 = []
  offset.execute((pen.width / 2) * PER_MM, out)
  const area = toRegion(out)
  const tips = [...bevelled].flatMap(line => mitreTips(line, pen))
  return tips.length === 0 ? area : filled([...area, ...tips], 'nonzero', meter)
}

/** A tip that stands out less than this beyond the bevel is not seen: curves have thousands of them. mm */
const SLIGHT = 0.005

/**
 * A corner of a line: the ways in and out of it, its turn, rad, and the cosine of half of that. SVG 2, 13.5.5: a mitre is 1 / `half`
 * times as long as the pen is wide.
 */
interface Corner {
  x: number
  y: number
  into: number
  onto: number
  turn: number
  half: number
}

function corners({ points, closed }: { points: Ring, closed: boolean }): Corner[] {
  const n = points.length / 2
  const at = (i: number): [number, number] => [points[2 * ((i + n) % n)]!, points[2 * ((i + n) % n) + 1]!]
  return Array.from({ length: Math.max(0, closed ? n : n - 2) }, (_, k) => k + (closed ? 0 : 1)).flatMap((i): Corner[] => {
    const [[ax, ay], [x, y], [cx, cy]] = [at(i - 1), at(i), at(i + 1)]
    // A point that is there twice is no corner.
    if ((ax === x && ay === y) || (cx === x && cy === y)) return []
    const [into, onto] = [Math.atan2(y - ay, x - ax), Math.atan2(cy - y, cx - x)]
    const turn = Math.atan2(Math.sin(onto - into), Math.cos(onto - into))
    return [{ x, y, into, onto, turn, half: Math.cos(turn / 2) }]
  })
}

/** What a mitre adds to the bevel at each corner within the limit. */
function mitreTips(line: { points: Ring, closed: boolean }, { width, miter }: Pen): Ring[] {
  const out: Ring[] = []
  for (const { x: bx, y: by, into, onto, turn, half } of corners(line)) {
    if ((width / 2) * (1 / half - half) < SLIGHT || 1 / half > miter) continue
    const side = turn > 0 ? -Math.PI / 2 : Math.PI / 2
    const [r, far] = [width / 2, width / 2 / half]
    const spot = (angle: number, d: number) => [bx + d * Math.cos(angle), by + d * Math.sin(angle)]
    const tip = [bx, by, ...spot(into + side, r), ...spot(into + turn / 2 + side, far), ...spot(onto + side, r)]
    const ring = Float64Array.from(tip)
    // All turn the same way as the areas they join.
    out.push(signedArea(ring) < 0 ? reversed(ring) : ring)
  }
  return out
}

/** One connected part: its outer ring, its holes, and the parts that lie inside each hole. */
export interface Part {
  outer: Ring
  holes: { ring: Ring, parts: Part[] }[]
}

const partOf = (node: PolyPath64): Part => ({
  outer: toRing(node.poly!),
  holes: children(node).map(hole => ({ ring: toRing(hole.poly!), parts: children(hole).map(partOf) })),
})
const children = (node: PolyPath64): PolyPath64[] =>
  Array.from({ length: node.count }, (_, i) => node.child(i)).filter(c => Math.abs(signedArea(toRing(c.poly!))) > SLIVER)

/** Which ring lies in which. */
export function nestedParts(region: Region): Part[] {
  return inGroups([region], 0, ([own]) => {
    const engine = new Clipper64()
    engine.preserveCollinear = false
    engine.addSubject(toPaths(own!))
    const tree = new PolyTree64()
    engine.execute(ClipType.Union, FillRule.NonZero, tree)
    return children(tree).map(partOf)
  })
}

/** Every part, the nested ones too. */
export const everyPart = (parts: readonly Part[]): Part[] => parts.flatMap(p => [p, ...p.holes.flatMap(h => everyPart(h.parts))])
/** The rings of one part alone. */
export const partRegion = (part: Part): Ring[] => [part.outer, ...part.holes.map(h => h.ring)]
