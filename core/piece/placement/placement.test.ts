import { describe, expect, it } from 'vitest'
import { ballWall, measuredWall, straightWall } from '../vessel'
import {
  alongGirth,
  around,
  clash,
  corners,
  evenly,
  gapBetween,
  levelFrom,
  ofGirth,
  onWall,
  oppositeOf,
  placementProblems,
  snappedPlace,
  usualKeepOut,
} from './index'
import type { Placement } from './index'

const R = 100 / (2 * Math.PI)
/** 100 mm tall, 100 mm round: one mm along is 3.6 degrees. */
const can = straightWall(100, R, R)
const at = (degrees: number, middle = 50, width = 20, height = 20, turn = 0): Placement => ({ at: degrees, middle, width, height, turn })

describe('where a stencil goes', () => {
  it('shares of the way round, repeats, opposites', () => {
    expect(ofGirth(1 / 4)).toBe(90)
    expect(evenly(3, 10)).toEqual([10, 130, 250])
    expect(oppositeOf(250)).toBe(70)
    expect(around(-30)).toBe(330)
    expect(alongGirth(25, 100)).toBe(90)
  })
  it('repeats leave a gap, or overlap where it is below zero', () => {
    expect(gapBetween(4, 20, 100)).toBe(5)
    expect(gapBetween(6, 20, 100)).toBeCloseTo(-3.33, 2)
  })
  it('level against the rim or the base counts up the wall, on a slope too', () => {
    expect(levelFrom(can, 'base', 10, 20)).toBeCloseTo(20, 9)
    expect(levelFrom(can, 'rim', 10, 20)).toBeCloseTo(80, 9)
    // A cone of 45 degrees: a length along the wall rises by its share of √2.
    const cone = straightWall(100, 50, 150)
    expect(levelFrom(cone, 'base', 10, 20)).toBeCloseTo(20 / Math.SQRT2, 6)
  })
  it('turned by a quarter, width and height change places', () => {
    const box = corners(can, at(180, 50, 40, 10, 90))
    expect(Math.max(...box.map(c => c.y)) - Math.min(...box.map(c => c.y))).toBeCloseTo(40, 9)
  })
})

describe('placements that touch', () => {
  it('edges that meet touch, a gap parts them', () => {
    expect(clash(can, at(0), at(72))).toBe(true)
    expect(clash(can, at(0), at(73))).toBe(false)
  })
  it('also across the place where the tape starts', () => {
    expect(clash(can, at(350), at(20))).toBe(true)
    expect(clash(can, at(350), at(70))).toBe(false)
  })
  it('one above the other, and turned ones by their corners', () => {
    expect(clash(can, at(0, 30), at(0, 50.01))).toBe(false)
    expect(clash(can, at(0, 30), at(0, 50))).toBe(true)
    // Two squares on their tips: apart by less than a width, and yet clear.
    expect(clash(can, at(0, 50, 20, 20, 45), at(90, 60, 10, 10, 45))).toBe(false)
    expect(clash(can, at(0, 50, 20, 20), at(54, 62, 10, 10, 45))).toBe(true)
  })
})

describe('a stencil that is let go near a mark', () => {
  const bands = [usualKeepOut('label', can, 40)]
  const drop = (degrees: number, middle: number, others: { at: number, middle: number }[] = []) =>
    snappedPlace(can, { at: degrees, middle }, bands, others, 2)
  it('goes to the seam, the quarters, the label and what lies opposite; elsewhere it stays where it was put', () => {
    expect(drop(355, 30)).toEqual({ at: 0, middle: 30 })
    expect(drop(186, 30).at).toBe(180)
    expect(drop(44, 30).at).toBe(40)
    expect(drop(223, 30).at).toBe(220)
    expect(drop(60, 30)).toEqual({ at: 60, middle: 30 })
  })
  it('shares the way round evenly with another, at its height or halfway up', () => {
    expect(drop(136, 71, [{ at: 15, middle: 70 }])).toEqual({ at: 135, middle: 70 })
    expect(drop(60, 48.5).middle).toBe(50)
  })
})

describe('where a stencil should not go', () => {
  it('over rim and base, round more than once', () => {
    expect(placementProblems(can, at(0, 8), [])).toEqual(['It hangs over the base.'])
    expect(placementProblems(can, at(0, 95), [])).toEqual(['It stands over the rim.'])
    expect(placementProblems(can, at(0, 50, 120), [])).toEqual(['It is wider than the piece is round.'])
    expect(placementProblems(can, at(0), [])).toEqual([])
  })
  it('in a band to keep clear: lip and base all round, seam and handle at their place', () => {
    const bands = (['lip', 'base', 'seam', 'handle'] as const).map(k => usualKeepOut(k, can, k === 'handle' ? 180 : 0))
    expect(placementProblems(can, at(90, 81), bands)).toEqual([expect.stringContaining('lip')])
    expect(placementProblems(can, at(90, 17), bands)).toEqual([expect.stringContaining('base curve')])
    expect(placementProblems(can, at(355), bands)).toEqual([expect.stringContaining('seam')])
    expect(placementProblems(can, at(180), bands)).toEqual([expect.stringContaining('handle')])
    expect(placementProblems(can, at(90), bands)).toEqual([])
  })
})

describe('a flat point on the wall', () => {
  it('on a can it goes round by the girth and up by its height', () => {
    expect(onWall(can, at(90), 25, 10)).toEqual({ at: expect.closeTo(180, 9), z: expect.closeTo(60, 9), r: expect.closeTo(R, 9) })
  })
  it('on a ball it climbs along the great circle', () => {
    const ball = ballWall(40, -39, 39)
    expect(onWall(ball, { at: 0, middle: 0, turn: 0 }, 0, (40 * Math.PI) / 6).z).toBeCloseTo(20, 6)
  })
  it('turned by a quarter, what was to the right is up', () => {
    const wall = measuredWall([
      { height: 0, girth: 200 },
      { height: 100, girth: 240 },
    ])
    const spot = onWall(wall, { at: 10, middle: 50, turn: 90 }, 12, 0)
    expect(spot.at).toBeCloseTo(10, 9)
    expect(spot.z).toBeGreaterThan(61)
  })
})
