import { describe, expect, it } from 'vitest'
import { boxRing } from '../../basics/outline'
import { outlineRings, weedingOrder } from './index'

const box = (left: number, top: number, wide: number, high: number) => boxRing({ left, top, right: left + wide, bottom: top + high })

describe('what is taken out of a film', () => {
  it('the small parts first, each with a number where there is room for it', () => {
    const { out, stays } = weedingOrder([box(0, 0, 30, 10), box(40, 0, 4, 4), box(50, 0, 10, 10)])
    expect(out.map(p => [p.n, p.area])).toEqual([[1, 16], [2, 100], [3, 300]])
    expect(out[0]).toMatchObject({ x: expect.closeTo(42, 1), y: expect.closeTo(2, 1), radius: expect.closeTo(2, 1) })
    expect(stays).toEqual([])
  })
  it('the middle of an O stays, and its number stands in the ring, not in the hole', () => {
    const { out, stays } = weedingOrder([box(0, 0, 30, 30), box(8, 8, 14, 14)])
    expect(stays).toEqual([{ x: expect.closeTo(15, 1), y: expect.closeTo(15, 1), radius: expect.closeTo(7, 1) }])
    expect(out).toHaveLength(1)
    const { x, y } = out[0]!
    expect(x > 8 && x < 22 && y > 8 && y < 22).toBe(false)
  })
  it('what is open within an island is taken out as well', () => {
    const { out, stays } = weedingOrder([box(0, 0, 30, 30), box(8, 8, 14, 14), box(12, 12, 4, 4)])
    expect(out.map(p => p.area)).toEqual([16, 900 - 196])
    expect(stays).toHaveLength(1)
  })
  it('an outline as it is kept is read back ring by ring', () => {
    expect(outlineRings('M0 0L10 0L10 -5.5Z M1 1L2 1L2 2Z').map(r => [...r])).toEqual([
      [0, 0, 10, 0, 10, -5.5],
      [1, 1, 2, 1, 2, 2],
    ])
    expect(outlineRings('')).toEqual([])
  })
})
