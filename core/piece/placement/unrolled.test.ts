import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { measuredWall, straightWall } from '../vessel'
import { unrolled } from './unrolled'

describe('a wall laid flat', () => {
  it('a straight one is a box of its girth and height, with its front in the middle', () => {
    const flat = unrolled(straightWall(110, 40, 40), 90)
    expect([flat.wide, flat.tall]).toEqual([2 * Math.PI * 40, expect.closeTo(110, 9)])
    expect(flat.place(90, 55)).toEqual({ x: Math.PI * 40, y: expect.closeTo(55, 9) })
    expect(flat.place(180, 110).x).toBeCloseTo(1.5 * Math.PI * 40, 9)
  })
  it('a cone is as tall as its slant', () => {
    expect(unrolled(straightWall(40, 20, 50)).tall).toBeCloseTo(50, 9)
  })
  it('what lies somewhere is found there again, on any wall', () => {
    const bowl = measuredWall([[0, 120], [20, 200], [50, 260], [90, 230]].map(([height, girth]) => ({ height: height!, girth: girth! })))
    const within = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(fc.property(within(0, 359.9), within(0, 90), fc.integer({ min: 0, max: 359 }), (at, middle, front) => {
      const flat = unrolled(bowl, front)
      const p = flat.place(at, middle)
      const back = flat.placeAt(p.x, p.y)
      expect(Math.abs(((back.at - at + 540) % 360) - 180)).toBeLessThan(1e-6)
      expect(back.middle).toBeCloseTo(middle, 6)
    }))
  })
})
