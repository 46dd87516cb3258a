import { describe, expect, it } from 'vitest'
import { artOfWidth, readSvg } from '../drawing'
import {
  boundsOf,
  boxRing,
  difference,
  ellipse,
  filled,
  flattened,
  nestedParts,
  regionArea,
  ringOf,
  transformed,
  union,
} from '../../basics/outline'
import type { Region, Ring } from '../../basics/outline'
import { allFixed, Cancelled, fixed, reportStencil } from './index'
import type { ReportLimits } from './index'

const LIMITS: ReportLimits = { undercut: 0.1, least: 0.8, largeOpening: 2500, weedPerPiece: 4, weedPerMetre: 60 }
const box = (left: number, top: number, right: number, bottom: number): Ring => boxRing({ left, top, right, bottom })
const disc = (r: number, x = 0, y = 0) => flattened([ellipse(x, y, r, r)], 0.002)[0]!.points
const report = (open: Region, limits: Partial<ReportLimits> = {}, keepGoing?: (s: number) => boolean) => {
  const b = boundsOf(open)!
  return reportStencil(
    open,
    { left: b.left - 10, top: b.top - 10, right: b.right + 10, bottom: b.bottom + 10 },
    { ...LIMITS, ...limits },
    keepGoing,
  )
}
const narrowest = (places: { width: number }[]) => places[0]?.width ?? null

describe('areas, lengths and parts', () => {
  it('a ring: π (R² − r²) open, 2π (R + r) to cut, one piece, one island', () => {
    const r = report(difference([disc(10)], [disc(6)]))
    expect(Math.abs(r.openArea - Math.PI * 64)).toBeLessThan(0.02 * 2 * Math.PI * 16)
    expect(r.cutLength).toBeCloseTo(2 * Math.PI * 16, 1)
    expect([r.pieces.length, r.islands.length]).toEqual([1, 1])
    expect(Math.abs(r.islands[0]!.area - Math.PI * 36)).toBeLessThan(0.02 * 2 * Math.PI * 6 + 0.1)
    expect(r.resistArea).toBeCloseTo(40 * 40 - r.openArea, 0)
  })
  it('a target: the inner disc lies in an island and is weeded by itself', () => {
    const r = report(union(difference([disc(10)], [disc(6)]), [disc(2)]))
    expect([r.pieces.length, r.islands.length]).toEqual([2, 1])
    expect(r.islands[0]!.area).toBeCloseTo(Math.PI * (36 - 4), 0)
  })
  it('weeding takes its time for each part and each metre of cut', () => {
    const r = report([box(0, 0, 100, 150), box(110, 0, 210, 150)], { weedPerPiece: 5, weedPerMetre: 30 })
    expect(r.weedingTime).toBeCloseTo(2 * 5 + 30, 6)
  })
})

describe('narrow places', () => {
  it('resist between two boxes is as wide as the gap', () => {
    expect(narrowest(report([box(0, 0, 10, 10), box(10.3, 2, 20, 12)]).bridges)).toBeCloseTo(0.3, 9)
  })
  it('between two discs: the distance of the centres less both radii', () => {
    const r = report([disc(6), disc(4, 7, 7.5)])
    expect(Math.abs(narrowest(r.bridges)! - (Math.hypot(7, 7.5) - 10))).toBeLessThan(0.01)
    expect(r.bridges).toHaveLength(1)
  })
  it('corner to corner, and corner to side', () => {
    expect(narrowest(report([box(0, 0, 10, 10), box(10.3, 10.4, 20, 20)]).bridges)).toBeCloseTo(0.5, 9)
    const tip = ringOf([
      { x: 10.7, y: 5 },
      { x: 15, y: 2 },
      { x: 15, y: 8 },
    ])
    expect(narrowest(report(filled([box(0, 0, 10, 10), tip], 'nonzero')).bridges)).toBeCloseTo(0.7, 9)
  })
  it('a strip is as wide as it is, straight, slightly tapering or bent round', () => {
    expect(narrowest(report([box(0, 0, 30, 0.5)]).openings)).toBeCloseTo(0.5, 9)
    expect(
      narrowest(
        report([
          ringOf([
            { x: 0, y: 0 },
            { x: 20, y: -0.1 },
            { x: 20, y: 0.7 },
            { x: 0, y: 0.4 },
          ]),
        ]).openings,
      ),
    ).toBeCloseTo(0.4, 2)
    expect(Math.abs(narrowest(report(difference([disc(10)], [disc(9.2)])).openings)! - 0.8)).toBeLessThan(0.01)
  })
  it('a neck in an opening', () => {
    const hourglass = ringOf([
      { x: 0, y: 0 },
      { x: 10, y: 4.7 },
      { x: 20, y: 0 },
      { x: 20, y: 10 },
      { x: 10, y: 5.3 },
      { x: 0, y: 10 },
    ])
    expect(narrowest(report([hourglass]).openings)).toBeCloseTo(0.6, 9)
  })
  it('a disc has neither; neither has the corner of a box', () => {
    const r = report([disc(1.5)])
    expect([r.bridges, r.openings]).toEqual([[], []])
    expect(report([box(0, 0, 20, 20)]).openings).toEqual([])
  })
  it('a pointed tip is no strip, and no width that anybody cuts to', () => {
    const r = report([
      ringOf([
        { x: 0, y: 0 },
        { x: 20, y: -4 },
        { x: 20, y: 4 },
      ]),
    ])
    expect(r.openings).toEqual([])
    expect(r.fineOpenings).toEqual([])
  })
  it('resist between a shape and its own other side counts as well', () => {
    const c = difference([disc(10)], [disc(7), box(0, -0.35, 20, 0.35)])
    expect(narrowest(report(c).bridges)).toBeCloseTo(0.7, 2)
  })
  it('finds the same after turning and moving', () => {
    const art = [box(0, 0, 10, 10), box(10.3, 2, 20, 12)]
    for (const turn of [0.3, 1, 2.5]) {
      const moved = transformed(art, [Math.cos(turn), Math.sin(turn), -Math.sin(turn), Math.cos(turn), 500, -300])
      expect(narrowest(report(filled(moved, 'nonzero')).bridges)!).toBeCloseTo(0.3, 2)
    }
  })
})

describe('the largest expanse', () => {
  it('of a box, a triangle and a ring in closed form', () => {
    expect(report([box(0, 0, 40, 14)]).expanse.radius).toBeCloseTo(7, 1)
    // Inradius of a 3-4-5 triangle: (a + b − c) / 2.
    const triangle = report([
      ringOf([
        { x: 0, y: 0 },
        { x: 40, y: 0 },
        { x: 0, y: 30 },
      ]),
    ]).expanse
    expect(Math.abs(triangle.radius - 10)).toBeLessThan(0.02)
    expect([triangle.x, triangle.y]).toEqual([expect.closeTo(10, 1), expect.closeTo(10, 1)])
    expect(report(difference([disc(10)], [disc(6)])).expanse.radius).toBeCloseTo(2, 1)
  })
  it('brush marks are likely where the circle alone is a large opening', () => {
    const risk = (r: number) => report([disc(r)]).expanse.risk
    // 2500 mm² is a circle of radius 28.2.
    expect([risk(29), risk(22), risk(10)]).toEqual(['likely', 'some', 'none'])
  })
})

describe('what the undercut and the blade lose', () => {
  it('a bridge of 0.15 mm is eaten by 0.1 mm from both sides, one of 0.3 mm is not', () => {
    const pair = (gap: number) => [box(0, 0, 10, 10), box(10 + gap, 0, 20, 10)]
    const lost = report(pair(0.15)).lost
    expect(lost).toHaveLength(1)
    expect(lost[0]!.area).toBeCloseTo(1.5, 1)
    expect(report(pair(0.3)).lost).toEqual([])
  })
  it('an island dot narrower than twice the undercut goes altogether', () => {
    expect(report(difference([box(0, 0, 10, 10)], [disc(0.09, 5, 5)])).lost).toHaveLength(1)
    expect(report(difference([box(0, 0, 10, 10)], [disc(0.15, 5, 5)])).lost).toEqual([])
  })
  it('too fine for the knife is not too fine for film', () => {
    const art = [box(0, 0, 10, 10), box(0, 12, 10, 12.6)]
    expect(report(art, { least: 2 }).fineOpenings).toHaveLength(1)
    expect(report(art, { least: 0.25 }).fineOpenings).toEqual([])
    expect(report([box(0, 0, 10, 10), box(11, 0, 20, 10)], { least: 2 }).fineResist).toHaveLength(1)
  })
})

describe('waiting for it', () => {
  it('tells how far it is, and stops when nobody wants it any more', () => {
    const shares: number[] = []
    report([disc(9)], {}, share => shares.push(share) > 0)
    expect(shares[0]).toBe(0)
    expect(shares.at(-1)).toBe(1)
    expect([...shares].sort((a, b) => a - b)).toEqual(shares)
    expect(() => report([disc(9)], {}, share => share < 0.2)).toThrow(Cancelled)
  })
  it('nothing open is refused with what to do', () => {
    expect(() => reportStencil([], { left: 0, top: 0, right: 1, bottom: 1 }, LIMITS)).toThrow(/Nothing is open/)
  })
})

describe('fixes', () => {
  const wheel = artOfWidth(
    readSvg(
      '<svg viewBox="0 0 40 40"><path fill-rule="evenodd" d="M0 20a20 20 0 1 0 40 0a20 20 0 1 0-40 0M8 20a12 12 0 1 0 24 0a12 12 0 1 0-24 '
      + '0"/><circle cx="20" cy="20" r="3"/></svg>',
    ),
    40,
  )

  it('bridges tie every island to the sheet, and take little of the frost', () => {
    const before = report(wheel)
    const after = report(fixed(wheel, { kind: 'bridges', width: 1.5 }))
    expect(before.islands).toHaveLength(1)
    expect(after.islands).toEqual([])
    // The island is wide: two bridges of 1.5 by 8 mm.
    expect(before.openArea - after.openArea).toBeCloseTo(2 * 1.5 * 8, 0)
    expect(narrowest(after.bridges)).toBeCloseTo(1.5, 1)
  })
  it('islands within reach of each other are tied in turn', () => {
    const plate = difference([box(0, 0, 60, 20)], [disc(3, 15, 10), disc(3, 22, 10), disc(1, 45, 10)])
    expect(report(fixed(plate, { kind: 'bridges', width: 1 })).islands).toEqual([])
  })
  it('thin resist is widened to what the blade can hold', () => {
    const art = [box(0, 0, 10, 10), box(10.3, 0, 20, 10)]
    const after = report(fixed(art, { kind: 'thicken', width: 0.8 }))
    expect(narrowest(after.bridges)!).toBeGreaterThanOrEqual(0.79)
    expect(after.fineResist).toEqual([])
  })
  it('specks go, islands that are specks are filled in, the rest stays', () => {
    const art = union(difference([box(0, 0, 20, 20)], [disc(0.2, 5, 5), disc(3, 12, 12)]), [disc(0.3, 30, 5)])
    const after = report(fixed(art, { kind: 'specks', width: 0.8 }))
    expect([after.pieces.length, after.islands.length]).toEqual([1, 1])
    expect(after.openArea).toBeCloseTo(400 - Math.PI * 9, 0)
  })
  it('rounding takes the needle off a tip', () => {
    const art = [
      ringOf([
        { x: 0, y: 0 },
        { x: 20, y: -4 },
        { x: 20, y: 4 },
      ]),
    ]
    expect(report(fixed(art, { kind: 'round', width: 0.8 })).fineOpenings).toEqual([])
  })
  it('offset for undercut: what the etchant then eats brings it back to size', () => {
    const cut = fixed([disc(10)], { kind: 'undercut', by: 0.2 })
    expect(Math.abs(regionArea(cut) - Math.PI * 9.8 ** 2)).toBeLessThan(0.02 * 2 * Math.PI * 10)
  })
  it('fixes follow one another, and none may leave nothing', () => {
    const twice = allFixed(wheel, [
      { kind: 'bridges', width: 1.5 },
      { kind: 'undercut', by: 0.1 },
    ])
    expect(nestedParts(twice).every(p => p.holes.length === 0)).toBe(true)
    expect(() => fixed([box(0, 0, 10, 0.3)], { kind: 'undercut', by: 0.2 })).toThrow(/leave nothing open/)
  })
})

describe('what is a width, and what is only a nook or a tip', () => {
  const finest = (r: ReturnType<typeof report>) => Math.min(narrowest(r.bridges) ?? Infinity, narrowest(r.openings) ?? Infinity)
  it('a leaf that leaves its stalk at a slant has no finest detail where the two meet', () => {
    // Two discs of 20 mm that overlap by 1 mm: where they meet two nooks of resist run out to nothing.
    const apple = union([disc(20)], [disc(20, 39, 0)])
    expect(finest(report(apple))).toBe(Infinity)
    expect(report(apple).fineResist).toEqual([])
  })
  it('shapes that touch are one shape: no bridge of nothing between them', () => {
    expect(finest(report(union([box(0, 0, 10, 10)], [box(10, 2, 20, 12)])))).toBe(Infinity)
    expect(finest(report([box(0, 0, 10, 10), box(10.01, 0, 20, 10)]))).toBe(Infinity)
    expect(finest(report([disc(6), disc(6, 12.004, 0)]))).toBe(Infinity)
    expect(finest(report([disc(6), disc(6, 12.4, 0)]))).toBeCloseTo(0.4, 2)
  })
  it('the acute corners inside an M are nooks; its strokes are widths', () => {
    const m = ringOf([
      { x: 0, y: 20 }, { x: 0, y: 0 }, { x: 6, y: 0 }, { x: 10, y: 12 }, { x: 14, y: 0 }, { x: 20, y: 0 },
      { x: 20, y: 20 }, { x: 17, y: 20 }, { x: 17, y: 5 }, { x: 11.8, y: 20 }, { x: 8.2, y: 20 }, { x: 3, y: 5 }, { x: 3, y: 20 },
    ])
    const r = report([m])
    expect(r.fineResist).toEqual([])
    expect(r.bridges.filter(p => p.width < 0.8)).toEqual([])
    expect(narrowest(r.openings)).toBeCloseTo(3, 1)
  })
  it('a finger of resist as wide as it is long through is a width, with a blunt or a round end', () => {
    const slot = box(5, -1, 5.4, 8)
    expect(narrowest(report(difference([box(0, 0, 20, 10)], [slot])).bridges)).toBeCloseTo(0.4, 6)
    const round = union([box(5, -1, 5.4, 8)], [disc(0.2, 5.2, 8)])
    expect(narrowest(report(difference([box(0, 0, 20, 10)], round)).bridges)).toBeCloseTo(0.4, 2)
  })
  it('the report, the fix and the plan mean the same: thickening leaves a nook alone and nothing too thin behind', () => {
    const apple = union([disc(20)], [disc(20, 39, 0)])
    expect(regionArea(fixed(apple, { kind: 'thicken', width: 0.8 }))).toBeCloseTo(regionArea(apple), 6)
    const close = [box(0, 0, 10, 10), box(10.3, 0, 20, 10)]
    const mended = report(fixed(close, { kind: 'thicken', width: 0.8 }))
    expect(narrowest(mended.bridges)!).toBeGreaterThan(0.75)
    expect(mended.fineResist).toEqual([])
  })
})
