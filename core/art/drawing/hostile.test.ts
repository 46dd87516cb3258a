import { describe, expect, it } from 'vitest'
import { HONEST_ART, HOSTILE_ART } from '../../../tests/support/hostile-art'
import { crossings, sweepLooks } from '../../basics/outline'
import { artOfWidth, ArtRefused, readSvg } from './index'

/** Small as files, large as work: each took from six seconds to for ever. */
const HARMLESS = [
  'comments that never end',
  'fetches that never end',
  'a zigzag of 18 kB',
  '4,000 small views that cut off what is in them',
  '4,900 small views of a star',
]

describe('drawings that are large as work', () => {
  it.each(Object.entries(HOSTILE_ART))('%s: refused in words, or done', (name, text) => {
    let refusal = null
    try {
      expect(artOfWidth(readSvg(text), 80).length).toBeGreaterThan(0)
    }
    catch (error) {
      refusal = error
    }
    if (HARMLESS.includes(name)) expect(refusal).toBeNull()
    else expect(refusal).toBeInstanceOf(ArtRefused)
  })
  it.each(Object.entries(HONEST_ART))('%s goes through', (_, text) => {
    expect(artOfWidth(readSvg(text), 120).length).toBeGreaterThan(0)
  })
})

describe('what joining lines costs', () => {
  const ring = (...points: number[]) => Float64Array.from(points)
  it('counts crossings as they are, and stops counting where it has seen enough', () => {
    const bar = (i: number) => ring(i, -1, i + 0.4, -1, i + 0.4, 9, i, 9)
    const beam = (i: number) => ring(-1, i, 9, i, 9, i + 0.4, -1, i + 0.4)
    const grid = (n: number) => Array.from({ length: n }, (_, i) => [bar(i), beam(i)]).flat()
    // Few lines are looked at one with another, many by an index.
    for (const n of [5, 9]) {
      expect(crossings(grid(n), 1000)).toBe(n * n * 4)
      expect(crossings(grid(n), 30)).toBeGreaterThan(30)
    }
    expect(crossings([bar(0), bar(2)], 1000)).toBe(0)
  })
  it('n boxes side by side cost a sweep as many looks as there are lines before each', () => {
    const side = (n: number) => Array.from({ length: n }, (_, i) => ring(2 * i, 0, 2 * i + 1, 0, 2 * i + 1, 5, 2 * i, 5))
    // Two upright lines each, all beginning at one height: 0 + 1 + ... + (2n - 1).
    for (const n of [1, 4, 30]) expect(sweepLooks(side(n))).toBe((2 * n * (2 * n - 1)) / 2)
    expect(sweepLooks(side(3000), 1000)).toBeLessThan(1000 + 6000)
  })
})
