import fc from 'fast-check'
import { mean, median, probit, sampleStandardDeviation } from 'simple-statistics'
import reference from 'wilson-score-interval'
import { describe, expect, it } from 'vitest'
import { difference, LEAST_PIECES, meanOf, normalQuantile, ratesOf, wilson } from '../../core/bench/works'
import type { Tally } from '../../core/bench/works'

const four = (interval: [number, number]) => interval.map(x => Math.round(x * 10_000) / 10_000)

describe('rates and their intervals', () => {
  it('Wilson\'s as Newcombe (Statistics in Medicine 17, 1998, p. 857) tabulates them (values from memory)', () => {
    expect(four(wilson(81, 263))).toEqual([0.2553, 0.3662])
    expect(four(wilson(15, 148))).toEqual([0.0624, 0.1605])
    expect(four(wilson(0, 20))).toEqual([0, 0.1611])
    expect(four(wilson(1, 29))).toEqual([0.0061, 0.1718])
  })
  it('the difference of two as Newcombe (Statistics in Medicine 17, 1998, p. 873) has it (values from memory)', () => {
    expect(four(difference(56, 70, 48, 80))).toEqual([0.0524, 0.3339])
    expect(four(difference(9, 10, 3, 10))).toEqual([0.1705, 0.809])
  })
  it('against a package of the registry, whatever was counted', () => {
    fc.assert(fc.property(fc.integer({ min: 1, max: 5000 }), fc.double({ min: 0, max: 1, noNaN: true }), (n, share) => {
      const k = Math.round(share * n)
      const { left, right } = reference(k, n)
      const [low, high] = wilson(k, n)
      expect(low).toBeCloseTo(left, 4)
      expect(high).toBeCloseTo(right, 4)
    }))
  })
  it('the normal quantile against another approximation, and its own symmetry', () => {
    for (const p of [0.001, 0.02, 0.2, 0.5, 0.8, 0.975, 0.999]) {
      expect(normalQuantile(p)).toBeCloseTo(probit(p), 1)
      expect(normalQuantile(p) + normalQuantile(1 - p)).toBeCloseTo(0, 9)
    }
    // Abramowitz & Stegun, table 26.1: value from memory.
    expect(normalQuantile(0.975)).toBeCloseTo(1.959963985, 8)
  })
})

const tally = (key: string, good: number, pieces: number, runs = 10): Tally => ({
  key, runs, pieces, good, usable: pieces - good, scrap: 0,
})

describe('what is called better', () => {
  it('a plain difference over many runs; never from too few pieces, nor from two runs', () => {
    const verdicts = (...of: Tally[]) => ratesOf(of).map(r => r.verdict)
    expect(verdicts(tally('paper', 24, 60), tally('vinyl', 190, 210, 60))).toEqual(['worse', 'better'])
    expect(verdicts(tally('paper', 24, 60, 2), tally('vinyl', 190, 210, 60))).toEqual([null, null])
    expect(verdicts(tally('paper', 0, LEAST_PIECES - 1), tally('vinyl', 190, 210, 60))).toEqual([null, null])
    expect(ratesOf([tally('paper', 0, LEAST_PIECES - 1)])[0]).toMatchObject({ share: null, interval: null })
  })
  it('much scrap is worse, where much that is good is better', () => {
    const scrap = (key: string, lost: number, pieces: number): Tally =>
      ({ ...tally(key, pieces - lost, pieces, 20), usable: 0, scrap: lost })
    const [paper, vinyl] = ratesOf([scrap('paper', 30, 60), scrap('vinyl', 10, 200)], 'scrap')
    expect([paper!.share, paper!.verdict, vinyl!.verdict]).toEqual([0.5, 'worse', 'better'])
    expect(paper!.interval![0]).toBeCloseTo(wilson(30, 60)[0], 9)
  })
  it('a mean has Student\'s interval, and none from two values', () => {
    // Darwin's pairs of maize in eighths of an inch, as Fisher has them (The Design of Experiments, 1935, chapter 3; values from memory):
    // t of 14 degrees of freedom is 2.145.
    const eighths = [49, -67, 8, 16, 6, 23, 28, 41, 14, 29, 56, 24, 75, 60, -48]
    const found = meanOf({ n: 15, mean: mean(eighths), deviation: sampleStandardDeviation(eighths) })!
    expect(found.mean).toBeCloseTo(20.933, 3)
    expect(found.interval[0]).toBeCloseTo(0.03, 1)
    expect(found.interval[1]).toBeCloseTo(41.84, 1)
    expect(meanOf({ n: 2, mean: 4, deviation: 1 })).toBeNull()
    expect(meanOf(undefined)).toBeNull()
  })
  it('among kinds that differ by chance only, hardly ever is one called better or worse', () => {
    // Eight kinds of 40 pieces that all come out good four times in five, a thousand times over.
    let seed = 12_345
    const random = () => {
      seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648
      return seed / 2_147_483_648
    }
    const called = Array.from({ length: 1000 }, () => {
      const of = Array.from({ length: 8 }, (_, i) => tally(String(i), Array.from({ length: 40 }, random).filter(x => x < 0.8).length, 40))
      return ratesOf(of).filter(r => r.verdict !== null).length
    })
    expect(called.filter(n => n > 0).length).toBeLessThan(60)
    expect(median(called)).toBe(0)
  })
})
