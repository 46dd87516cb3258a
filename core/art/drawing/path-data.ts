import svgpath from 'svgpath'
import { arcBetween, ellipse } from '../../basics/outline'
import type { Point, Subpath } from '../../basics/outline'
import { ArtRefused } from './refusal'

const SAYS = 'Save the drawing again, or draw that path anew.'

/** All of SVG's path commands. @throws ArtRefused for data that cannot be read */
export function readPathData(d: string, line: number): Subpath[] {
  const read = svgpath(d)
  const { err } = read as unknown as { err: string }
  if (err) throw new ArtRefused(`A path cannot be read: ${err.replace(/^SvgPath: /, '')}. ${SAYS}`, line)
  const out: Subpath[] = []
  let open: Subpath | null = null
  let [start, here]: [Point, Point] = [
    { x: 0, y: 0 },
    { x: 0, y: 0 },
  ]
  const sub = () => {
    if (!open) out.push((open = { from: here, segments: [], closed: false }))
    return open
  }
  read
    .abs()
    .unshort()
    .iterate((s) => {
      const [name, ...n] = s as unknown as [string, ...number[]]
      if (n.some(v => !Number.isFinite(v) || Math.abs(v) > 1e7))
        throw new ArtRefused(`A path has a number that is no place on a drawing. ${SAYS}`, line)
      const to: Point = name === 'H' ? { x: n[0]!, y: here.y } : name === 'V' ? { x: here.x, y: n[0]! } : { x: n.at(-2)!, y: n.at(-1)! }
      switch (name) {
        case 'M':
          open = null
          start = to
          here = to
          return
        case 'Z':
          sub().closed = true
          open = null
          here = start
          return
        case 'L':
        case 'H':
        case 'V':
          sub().segments.push({ kind: 'line', to })
          break
        case 'Q':
          sub().segments.push({ kind: 'quadratic', control: { x: n[0]!, y: n[1]! }, to })
          break
        case 'C':
          sub().segments.push({ kind: 'cubic', first: { x: n[0]!, y: n[1]! }, second: { x: n[2]!, y: n[3]! }, to })
          break
        case 'A':
          sub().segments.push(arcBetween(here, to, n[0]!, n[1]!, n[2]!, n[3] !== 0, n[4] !== 0))
          break
        default:
          throw new ArtRefused(`A path has a command "${name}" that SVG does not know. ${SAYS}`, line)
      }
      here = to
    })
  return out
}

const polyline = (points: Point[], closed: boolean): Subpath[] =>
  points.length < 2 ? [] : [{ from: points[0]!, segments: points.slice(1).map(to => ({ kind: 'line', to })), closed }]

/** A rectangle, its corners round where they are asked to be. */
function rectangle(x: number, y: number, w: number, h: number, rx: number, ry: number): Subpath[] {
  if (!(w > 0 && h > 0)) return []
  const [a, b] = [Math.min(rx, w / 2), Math.min(ry, h / 2)]
  if (a <= 0 || b <= 0)
    return polyline(
      [
        { x, y },
        { x: x + w, y },
        { x: x + w, y: y + h },
        { x, y: y + h },
      ],
      true,
    )
  const corner = (from: Point, to: Point) => arcBetween(from, to, a, b, 0, false, true)
  const line = (to: Point) => ({ kind: 'line' as const, to })
  const p = [
    [x + a, y],
    [x + w - a, y],
    [x + w, y + b],
    [x + w, y + h - b],
    [x + w - a, y + h],
    [x + a, y + h],
    [x, y + h - b],
    [x, y + b],
  ].map(([px, py]) => ({ x: px!, y: py! }))
  return [
    {
      from: p[0]!,
      closed: true,
      segments: [
        line(p[1]!),
        corner(p[1]!, p[2]!),
        line(p[3]!),
        corner(p[3]!, p[4]!),
        line(p[5]!),
        corner(p[5]!, p[6]!),
        line(p[7]!),
        corner(p[7]!, p[0]!),
      ],
    },
  ]
}

/**
 * A basic shape of SVG as a path, or null for an element that is none.
 * @param length reads a length, with the axis that a percentage goes by
 */
export function readShape(
  name: string,
  attributes: Record<string, string>,
  line: number,
  length: (text: string | undefined, along: 'x' | 'y' | 'both') => number,
): Subpath[] | null {
  const x = (key: string) => length(attributes[key], 'x')
  const y = (key: string) => length(attributes[key], 'y')
  /** One that is not given is as long as the other has become: a share of the width stays one of the width. */
  const radii = (): [number, number] => {
    const [rx, ry] = (['rx', 'ry'] as const).map(key =>
      attributes[key] === undefined || attributes[key] === 'auto' ? null : length(attributes[key], key === 'rx' ? 'x' : 'y'),
    )
    return [rx ?? ry ?? 0, ry ?? rx ?? 0]
  }
  switch (name) {
    case 'path':
      return attributes.d === undefined ? [] : readPathData(attributes.d, line)
    case 'rect': {
      const [rx, ry] = radii()
      return rectangle(x('x'), y('y'), x('width'), y('height'), rx, ry)
    }
    case 'circle': {
      const r = length(attributes.r, 'both')
      return r > 0 ? [ellipse(x('cx'), y('cy'), r, r)] : []
    }
    case 'ellipse': {
      const [rx, ry] = radii()
      return rx > 0 && ry > 0 ? [ellipse(x('cx'), y('cy'), rx, ry)] : []
    }
    case 'line':
      return polyline(
        [
          { x: x('x1'), y: y('y1') },
          { x: x('x2'), y: y('y2') },
        ],
        false,
      )
    case 'polyline':
    case 'polygon': {
      const numbers = (attributes.points ?? '')
        .trim()
        .split(/[\s,]+/)
        .filter(Boolean)
        .map(Number)
      if (numbers.some(v => !Number.isFinite(v)) || numbers.length % 2)
        throw new ArtRefused(`A ${name} has points that cannot be read. ${SAYS}`, line)
      return polyline(
        Array.from({ length: numbers.length / 2 }, (_, i) => ({ x: numbers[2 * i]!, y: numbers[2 * i + 1]! })),
        name === 'polygon',
      )
    }
    default:
      return null
  }
}
