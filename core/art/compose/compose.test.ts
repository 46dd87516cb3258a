import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boundsOf, boxRing, regionArea } from '../../basics/outline'
import { readSvg, sizedArt } from '../drawing'
import { compose, ORNAMENTS, ornamentSvg, panelRound, placesOf, shapeArea, SHAPES, SIDES, snapShift } from './index'
import { part } from './testing.test-support'
import type { ComposedPart } from './index'

const box = (width: number, height: number) => [boxRing({ left: 0, top: 0, right: width, bottom: height })]
const beside = (side: ComposedPart['side'], change: Partial<ComposedPart> = {}) =>
  placesOf([part(box(60, 40)), part(box(20, 10), { against: 0, side, gap: 3, ...change })])[1]!

describe('where a part comes to lie', () => {
  it('above, below, left, right with a gap, its middle on the other\'s; in the centre without one', () => {
    expect(beside('above')).toEqual({ left: 20, right: 40, top: -13, bottom: -3 })
    expect(beside('below')).toEqual({ left: 20, right: 40, top: 43, bottom: 53 })
    expect(beside('left')).toEqual({ left: -23, right: -3, top: 15, bottom: 25 })
    expect(beside('right')).toEqual({ left: 63, right: 83, top: 15, bottom: 25 })
    expect(beside('centre')).toEqual({ left: 20, right: 40, top: 15, bottom: 25 })
  })
  it('moved from there to the right and up', () => {
    expect(beside('centre', { right: 5, up: 2 })).toEqual({ left: 25, right: 45, top: 13, bottom: 23 })
  })
  it('an empty part, and one that lies against a later one, are said', () => {
    expect(() => placesOf([part([])])).toThrow(/Part 1 is empty/)
    expect(() => placesOf([part(box(1, 1), { against: 1 }), part(box(1, 1))])).toThrow(/comes after it/)
  })
})

describe('how parts meet', () => {
  const name = (change: Partial<ComposedPart>) => regionArea(compose([part(box(60, 40)), part(box(20, 10), { against: 0, ...change })]).art)
  it('joined they are one; cut out, the part and what is clear round it is gone; in a gap it stands free', () => {
    expect(name({})).toBeCloseTo(2400, 6)
    expect(name({ how: 'cut' })).toBeCloseTo(2200, 6)
    expect(name({ how: 'cut', follow: 'box', margin: 2 })).toBeCloseTo(2400 - 24 * 14, 6)
    expect(name({ how: 'room', follow: 'box', margin: 2 })).toBeCloseTo(2400 - 24 * 14 + 200, 6)
    // A band goes right across; an outline grown by 2 mm has round corners.
    expect(name({ how: 'room', follow: 'band', margin: 2 })).toBeCloseTo(60 * (40 - 14) + 200, 6)
    expect(name({ how: 'room', margin: 2 })).toBeCloseTo(2400 - (24 * 14 - (4 - Math.PI) * 4) + 200, 1)
  })
  it('the result begins at the origin, whatever stands out; nothing left is said', () => {
    const { art: all, boxes } = compose([part(box(10, 10)), part(box(30, 4), { against: 0, side: 'left', gap: 2 })])
    // Each part's box is told where it lies in what was composed.
    expect(boxes.map(b => [b.left, b.right, b.bottom])).toEqual([[32, 42, 10], [0, 30, 7]])
    expect(boundsOf(all)).toEqual({ left: 0, top: 0, right: 42, bottom: 10 })
    expect(() => compose([part(box(10, 10)), part(box(20, 20), { against: 0, how: 'cut' })])).toThrow(/Nothing is left/)
  })
  it('two parts that are joined fill no more than both together, and no less than the larger', () => {
    const size = fc.integer({ min: 2, max: 60 })
    fc.assert(
      fc.property(size, size, size, size, fc.constantFrom(...SIDES), fc.integer({ min: -20, max: 20 }), (a, b, c, d, side, right) => {
        const area = regionArea(compose([part(box(a, b)), part(box(c, d), { against: 0, side, right })]).art)
        expect(area).toBeLessThanOrEqual(a * b + c * d + 1e-6)
        expect(area).toBeGreaterThanOrEqual(Math.max(a * b, c * d) - 1e-6)
      }),
    )
  })
})

describe('what ships with it', () => {
  it.each(SHAPES.map(s => s.id))('a %s fills its box and no more', (shape) => {
    const area = shapeArea(shape, 60, 30, 1.5)
    expect(boundsOf(area)).toEqual({
      left: expect.closeTo(0, 1),
      top: expect.closeTo(0, 1),
      right: expect.closeTo(60, 1),
      bottom: expect.closeTo(30, 1),
    })
    expect(regionArea(area)).toBeGreaterThan(50)
    expect(regionArea(area)).toBeLessThanOrEqual(1800)
  })
  it('a frame is as thick as its line, a ring is two ellipses apart', () => {
    expect(regionArea(shapeArea('frame', 60, 30, 1.5))).toBeCloseTo(1800 - 57 * 27, 6)
    expect(regionArea(shapeArea('ring', 60, 30, 1.5)) / (Math.PI * (30 * 15 - 28.5 * 13.5))).toBeCloseTo(1, 2)
  })
  it.each(ORNAMENTS.map(o => o.id))('the %s is read like any drawing, whole at the width that is wanted', (id) => {
    const drawing = readSvg(ornamentSvg(id))
    expect(drawing.notes).toEqual([])
    const b = boundsOf(sizedArt(drawing, { width: 40, capital: null }))!
    expect(b.right - b.left).toBeCloseTo(40, 1)
  })
})

describe('a part that is left out of its panel', () => {
  it('is as large as the panel less its shape, holes filled again', () => {
    const ring = shapeArea('frame', 60, 40, 2)
    const panel = panelRound(ring, 3)
    expect(boundsOf(panel)).toEqual({ left: -3, top: -3, right: 63, bottom: 43 })
    expect(regionArea(panel)).toBeCloseTo(66 * 46 - regionArea(ring), 1)
    // Twice over, the shape is back, and nothing is made of nothing.
    expect(regionArea(panelRound(panel, 0))).toBeCloseTo(regionArea(ring), 1)
    expect(panelRound([], 3)).toEqual([])
  })
})

describe('a part that is held', () => {
  const at = (left: number, top: number, wide = 10, high = 10) => ({ left, top, right: left + wide, bottom: top + high })
  it('is drawn to edges and middles of the others, and to nothing that is out of reach', () => {
    expect(snapShift(at(1.5, 40), [at(0, 0)], 2)).toEqual({ x: -1.5, y: 0 })
    // Middle over middle of something wider, and its foot on that one's foot.
    expect(snapShift(at(14, 21), [at(0, 0, 40, 30)], 2)).toEqual({ x: 1, y: -1 })
    expect(snapShift(at(100, 100), [at(0, 0), at(40, 40)], 2)).toEqual({ x: 0, y: 0 })
    expect(snapShift(at(0, 0), [], 2)).toEqual({ x: 0, y: 0 })
  })
  it('moves no farther than it has to', () => {
    const place = fc.record({ x: fc.double({ min: -50, max: 50, noNaN: true }), y: fc.double({ min: -50, max: 50, noNaN: true }) })
    fc.assert(
      fc.property(place, fc.array(place, { maxLength: 4 }), (own, others) => {
        const shift = snapShift(at(own.x, own.y), others.map(o => at(o.x, o.y, 17, 6)), 3)
        expect(Math.max(Math.abs(shift.x), Math.abs(shift.y))).toBeLessThanOrEqual(3)
        // What lies on a line stays there.
        const there = at(own.x + shift.x, own.y + shift.y)
        const again = snapShift(there, others.map(o => at(o.x, o.y, 17, 6)), 1e-9)
        expect(Math.hypot(again.x, again.y)).toBeLessThan(1e-6)
      }),
    )
  })
})
