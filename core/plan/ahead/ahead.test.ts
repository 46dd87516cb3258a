import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { aheadSentence, coatAhead, sittingSeconds } from './index'

const five = { notBefore: 300, best: 300, notAfter: 375 }

/** Independent check: coat all, then rinse in order as early as allowed; returns the longest dwell. */
function longestDwell(pieces: number, best: number, coat: number, off: number): number {
  let longest = 0
  let free = pieces * coat
  for (let i = 1; i <= pieces; i++) {
    const start = Math.max(free, i * coat + best)
    longest = Math.max(longest, start - i * coat)
    free = start + off
  }
  return longest
}

describe('how many can be coated before the first must be rinsed', () => {
  it('five minutes of dwell and a minute a coat: six', () => {
    expect(coatAhead(five, { coat: 60, off: 60 })).toBe(6)
  })
  it('a slow rinse binds before the dwell does', () => {
    expect(coatAhead(five, { coat: 30, off: 60 })).toBe(3)
  })
  it('a coat longer than the dwell leaves one at a time', () => {
    expect(coatAhead({ notBefore: 60, best: 60, notAfter: 75 }, { coat: 90, off: 60 })).toBe(1)
  })
  it('no rinse comes later than the window allows', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 900 }),
        fc.integer({ min: 0, max: 600 }),
        fc.integer({ min: 5, max: 300 }),
        fc.integer({ min: 5, max: 300 }),
        (best, slack, coat, off) => {
          const window = { notBefore: best, best, notAfter: best + slack }
          expect(longestDwell(coatAhead(window, { coat, off }), best, coat, off)).toBeLessThanOrEqual(best + slack)
        },
      ),
    )
  })
})

describe('time from first touch to last rinse', () => {
  it('one piece: coat, dwell, rinse', () => {
    expect(sittingSeconds(1, five, { coat: 60, off: 60 })).toBe(420)
  })
  it('four fit in one sitting: each further piece adds a minute', () => {
    expect(sittingSeconds(4, five, { coat: 60, off: 60 })).toBe(420 + 180)
  })
  it('seven need a second sitting', () => {
    expect(sittingSeconds(7, five, { coat: 60, off: 60 })).toBe(420 + 300 + 420)
  })
})

describe('how many can be coated before the first must be rinsed, in one line', () => {
  const window = { notBefore: 300, best: 300, notAfter: 375 }
  it('says how many, and what one more would do', () => {
    expect(aheadSentence(window, { coat: 70, off: 60 }, 'tumbler').replace(/\u00a0/g, ' ')).toBe(
      'One pair of hands coats 5 tumblers, then rinses the first: one more would be covered 50 s after the first is due.',
    )
    expect(aheadSentence(window, { coat: 30, off: 60 }, 'tumbler')).toMatch(
      /^One pair of hands coats 3 tumblers.*rinsing takes 30\ss longer/,
    )
    expect(aheadSentence(window, { coat: 60, off: 60 }, 'tumbler', { places: 4 })).toMatch(/coats 4 tumblers.*the bench is full/)
    expect(aheadSentence(window, { coat: 60, off: 60 }, 'tumbler', { pieces: 3 })).toBe(
      'One pair of hands can coat all 3 tumblers before the first has to come off.',
    )
  })
})
