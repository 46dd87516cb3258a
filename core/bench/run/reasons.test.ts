import { describe, expect, it } from 'vitest'
import { BENCH_REASONS, reasonCodes, reasonOf, reasonWords, saysNothing } from './reasons'

describe('why something went otherwise', () => {
  it('a code says it, words add to it, and words from before there were codes stand alone', () => {
    expect(reasonWords('piece.withdrawn', { why: 'broke', reason: '' })).toBe('It broke')
    expect(reasonWords('piece.withdrawn', { why: 'broke', reason: 'in the sink' })).toBe('It broke: in the sink')
    expect(reasonWords('run.paused', { why: 'other', reason: 'the postman' })).toBe('the postman')
    expect(reasonWords('run.abandoned', { reason: 'power cut' })).toBe('power cut')
  })
  it('an entry without a code is kept as other', () => {
    expect(reasonOf({ reason: 'lunch' })).toEqual({ why: 'other', reason: 'lunch' })
    expect(reasonOf({ why: 'home', reason: '' })).toEqual({ why: 'home', reason: '' })
  })
  it('other, or no code, needs words; a code does not', () => {
    expect(saysNothing({ reason: ' ' })).toBe(true)
    expect(saysNothing({ why: 'other', reason: '' })).toBe(true)
    expect(saysNothing({ why: 'broke', reason: '' })).toBe(false)
    expect(saysNothing({ reason: 'x' })).toBe(false)
  })
  it('codes are told apart in each list', () => {
    for (const kind of Object.keys(BENCH_REASONS) as (keyof typeof BENCH_REASONS)[]) {
      const codes = reasonCodes(kind)
      expect(new Set(codes).size).toBe(codes.length)
    }
  })
})
