import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  arcBetween,
  boundsOf,
  boxRing,
  contains,
  difference,
  edgesOf,
  ellipse,
  filled,
  flattened,
  grown,
  intersection,
  isInside,
  movedPath,
  nearestEdge,
  nestedParts,
  regionArea,
  regionLength,
  ringOf,
  signedArea,
  stroked,
  transformed,
  union,
} from './index'
import type { Point } from './index'

const box = (left: number, top: number, right: number, bottom: number) => boxRing({ left, top, right, bottom })
const disc = (r: number, x = 0, y = 0, tolerance = 0.001) => flattened([ellipse(x, y, r, r)], tolerance)[0]!.points

describe('areas of rings', () => {
  it('a box has the area and the length of a box, wherever it lies', () => {
    expect(signedArea(box(0, 0, 4, 3))).toBe(12)
    expect(signedArea(box(1e5, -1e5, 1e5 + 4, 3 - 1e5))).toBeCloseTo(12, 9)
    expect(regionLength([box(0, 0, 4, 3)])).toBe(14)
  })
  it('union, difference and intersection of two boxes (inclusion and exclusion)', () => {
    const [a, b] = [[box(0, 0, 10, 10)], [box(5, 5, 15, 15)]]
    expect(regionArea(union(a, b))).toBeCloseTo(175, 6)
    expect(regionArea(difference(a, b))).toBeCloseTo(75, 6)
    expect(regionArea(intersection(a, b))).toBeCloseTo(25, 6)
  })
  it('two convex outlines meet in the same area as the clipper finds', () => {
    // Something far away has the clipper do it.
    const far = box(1000, 1000, 1001, 1001)
    const across = fc.integer({ min: 2, max: 30 })
    const oval = fc.record({ x: across, y: across, turn: fc.double({ min: 0, max: 6, noNaN: true }) })
    fc.assert(
      fc.property(oval, oval, fc.integer({ min: -20, max: 20 }), (a, b, shift) => {
        const turned = ({ x, y, turn }: typeof a, by: number) => {
          const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
          return transformed([flattened([ellipse(0, 0, x, y)], 0.5)[0]!.points], [cos, sin, -sin, cos, by, by / 2])
        }
        const [one, other] = [turned(a, 0), turned(b, shift)]
        const quick = intersection(one, other)
        expect(regionArea(quick)).toBeCloseTo(regionArea(intersection(one, [...other, far])), 0)
        expect(quick.length).toBeLessThanOrEqual(1)
      }),
    )
    expect(intersection([box(0, 0, 10, 10)], [box(10, 0, 20, 10)])).toEqual([])
    const inner = intersection([box(0, 0, 10, 10)], [box(2, 3, 4, 5)])
    expect([boundsOf(inner), regionArea(inner)]).toEqual([{ left: 2, top: 3, right: 4, bottom: 5 }, 4])
  })
  it('the two fill rules differ where a line goes round twice', () => {
    const twice = [box(0, 0, 10, 10), box(2, 2, 6, 6)]
    expect(regionArea(filled(twice, 'nonzero'))).toBeCloseTo(100, 6)
    expect(regionArea(filled(twice, 'evenodd'))).toBeCloseTo(84, 6)
  })
  it('a pentagram crossing itself is full under nonzero and hollow under even–odd', () => {
    const star = [0, 2, 4, 1, 3].map(k => ({ x: 10 * Math.sin((k * 2 * Math.PI) / 5), y: -10 * Math.cos((k * 2 * Math.PI) / 5) }))
    // Area of the inner pentagon: circumradius r = R / φ².
    const inner = 10 / ((1 + Math.sqrt(5)) / 2) ** 2
    const hollow = (5 / 2) * inner * inner * Math.sin((2 * Math.PI) / 5)
    const [nonzero, evenodd] = [regionArea(filled([ringOf(star)], 'nonzero')), regionArea(filled([ringOf(star)], 'evenodd'))]
    expect(nonzero - evenodd).toBeCloseTo(hollow, 1)
  })
  it('growing a box rounds its corners: area + perimeter × d + π d² (Steiner\'s formula)', () => {
    expect(regionArea(grown([box(0, 0, 10, 6)], 2))).toBeCloseTo(60 + 32 * 2 + Math.PI * 4, 1)
    expect(regionArea(grown([box(0, 0, 10, 6)], -2))).toBeCloseTo(6 * 2, 2)
    expect(grown([box(0, 0, 10, 6)], -3.1)).toEqual([])
  })
  it('many parts far apart come out as if they were done one by one', () => {
    const many = Array.from({ length: 40 }, (_, i) => box(i * 3, 0, i * 3 + 2, 2))
    expect(regionArea(filled(many, 'nonzero'))).toBeCloseTo(160, 6)
    expect(regionArea(grown(many, 0.6))).toBeCloseTo(
      regionArea(
        union(
          grown(
            many.filter((_, i) => i % 2 === 0),
            0.6,
          ),
          grown(
            many.filter((_, i) => i % 2),
            0.6,
          ),
        ),
      ),
      3,
    )
  })
  it('a pen of width 2 along 6 mm: butt 12, square 16, round 12 + π', () => {
    const line = [{ points: Float64Array.of(0, 0, 6, 0), closed: false }]
    const pen = { width: 2, join: 'miter' as const, miter: 4 }
    expect(regionArea(stroked(line, { ...pen, cap: 'butt' }))).toBeCloseTo(12, 6)
    expect(regionArea(stroked(line, { ...pen, cap: 'square' }))).toBeCloseTo(16, 6)
    expect(regionArea(stroked(line, { ...pen, cap: 'round' }))).toBeCloseTo(12 + Math.PI, 1)
  })
  it('mirroring keeps an area positive; holes stay holes', () => {
    const ring = difference([disc(5)], [disc(3)])
    const mirrored = transformed(ring, [-1, 0, 0, 1, 0, 0])
    expect(regionArea(mirrored)).toBeCloseTo(regionArea(ring), 9)
    expect(mirrored.filter(r => signedArea(r) < 0)).toHaveLength(1)
  })
  it('knows what lies in what', () => {
    const target = difference(difference([disc(9)], [disc(7)]), [])
    const [part] = nestedParts(union(target, [disc(2)]))
    expect(part!.holes).toHaveLength(1)
    expect(part!.holes[0]!.parts).toHaveLength(1)
    expect(signedArea(part!.holes[0]!.ring)).toBeLessThan(0)
  })
})

describe('curves as straight pieces', () => {
  it.each([1, 10, 80])('an arc of radius %d strays no farther than it may', (r) => {
    const points = flattened([ellipse(0, 0, r, r)], 0.02)[0]!.points
    for (let i = 0; i < points.length - 2; i += 2) {
      const middle = Math.hypot((points[i]! + points[i + 2]!) / 2, (points[i + 1]! + points[i + 3]!) / 2)
      expect(r - middle).toBeLessThanOrEqual(0.02 + 1e-12)
    }
  })
  it('cubic and quadratic curves stray no farther than they may', () => {
    const coordinate = fc.double({ min: -50, max: 50, noNaN: true })
    const point = fc.record({ x: coordinate, y: coordinate })
    fc.assert(
      fc.property(point, point, point, point, (from, first, second, to) => {
        const { points } = flattened([{ from, segments: [{ kind: 'cubic', first, second, to }], closed: false }], 0.02)[0]!
        const n = points.length / 2 - 1
        for (let i = 0; i < n; i++) {
          const t = (i + 0.5) / n
          const q = 1 - t
          const on = (a: number, b: number, c: number, d: number) => q * q * q * a + 3 * q * q * t * b + 3 * q * t * t * c + t * t * t * d
          const [x, y] = [on(from.x, first.x, second.x, to.x), on(from.y, first.y, second.y, to.y)]
          expect(Math.hypot(x - (points[2 * i]! + points[2 * i + 2]!) / 2, y - (points[2 * i + 1]! + points[2 * i + 3]!) / 2)).toBeLessThan(
            0.0201,
          )
        }
      }),
      { numRuns: 50 },
    )
  })
  it('an arc between two points ends there, and too small radii are scaled up (SVG 2, appendix B.2.5)', () => {
    const [from, to]: [Point, Point] = [
      { x: 0, y: 0 },
      { x: 10, y: 0 },
    ]
    const arc = arcBetween(from, to, 1, 1, 0, false, true)
    expect(arc).toMatchObject({ kind: 'arc', centre: { x: 5, y: expect.closeTo(0, 9) } })
    if (arc.kind !== 'arc') throw new Error('no arc')
    expect(Math.hypot(arc.u.x, arc.u.y)).toBeCloseTo(5, 9)
    const bulge = boundsOf([flattened([{ from, segments: [arc], closed: true }], 0.001)[0]!.points])!
    // Clockwise on the screen, from left to right: over the top.
    expect(bulge.top).toBeCloseTo(-5, 2)
  })
  it('a skewed circle is still exact: its area is scaled by the determinant', () => {
    const skewed = movedPath([2, 0, 1.5, 1, 7, -3], [ellipse(0, 0, 10, 10)])
    expect(signedArea(flattened(skewed, 0.001)[0]!.points)).toBeCloseTo(Math.PI * 100 * 2, 0)
  })
})

describe('what lies near a point', () => {
  const art = filled([disc(9, 10, 10), disc(3, 28, 8), box(0, 25, 30, 26), disc(4, 10, 10).slice().reverse()], 'evenodd')
  const index = edgesOf(art)
  const brute = (x: number, y: number) => {
    let best = Infinity
    for (let e = 0; e < index.count; e++) {
      const [ax, ay, dx, dy] = [index.x0[e]!, index.y0[e]!, index.x1[e]! - index.x0[e]!, index.y1[e]! - index.y0[e]!]
      const t = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy)))
      best = Math.min(best, Math.hypot(x - ax - t * dx, y - ay - t * dy))
    }
    return best
  }
  it('finds the same nearest edge as looking at all of them, inside the grid and out', () => {
    const coordinate = fc.double({ min: -15, max: 45, noNaN: true })
    fc.assert(
      fc.property(coordinate, coordinate, (x, y) => {
        expect(nearestEdge(index, x, y)!.distance).toBeCloseTo(brute(x, y), 9)
      }),
      { numRuns: 300 },
    )
  })
  it('finds nothing beyond the reach it was given', () => {
    const d = brute(10, 10)
    expect(nearestEdge(index, 10, 10, d * 0.999)).toBeNull()
    expect(nearestEdge(index, 10, 10, d * 1.001)!.distance).toBeCloseTo(d, 9)
  })
  it('tells inside from outside as even–odd does', () => {
    const coordinate = fc.double({ min: -3, max: 33, noNaN: true })
    fc.assert(
      fc.property(coordinate, coordinate, (x, y) => {
        expect(isInside(index, x, y)).toBe(contains(art, x, y))
      }),
      { numRuns: 500 },
    )
  })
})
