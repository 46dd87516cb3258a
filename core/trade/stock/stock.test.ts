import { describe, expect, it } from 'vitest'
import { outlook, useUpFirst } from './index'
import type { StockLot } from './index'

describe('will it last?', () => {
  const job = (passId: string, dueOn: string, putOut: number, used = putOut) => ({ passId, dueOn, putOut, used })
  it('jobs are served by due day, and what goes back serves again', () => {
    expect(outlook(10, [job('b', '2026-06-02', 8, 3), job('a', '2026-06-01', 6, 2)])).toEqual({ runsOutAt: null, left: 5 })
  })
  it('names the first job that it cannot serve', () => {
    expect(outlook(10, [job('late', '2026-06-03', 8), job('soon', '2026-06-01', 6)])).toEqual({ runsOutAt: 'late', left: 4 })
    expect(outlook(0, [job('x', '2026-06-01', 1)])).toEqual({ runsOutAt: 'x', left: 0 })
    expect(outlook(3, [])).toEqual({ runsOutAt: null, left: 3 })
  })
})

describe('which to use up first', () => {
  const lot = (id: string, openDays: number | null, left = 100): StockLot => ({ id, kind: 'general-cream', left, openDays })
  it('the one open longest; sealed ones wait; the emptier of two opened together', () => {
    expect([...useUpFirst([lot('sealed', null), lot('new', 3), lot('old', 80)])]).toEqual(['old'])
    expect([...useUpFirst([lot('full', 5), lot('low', 5, 20)])]).toEqual(['low'])
  })
  it('says nothing of a single lot, and passes over an empty one', () => {
    expect(useUpFirst([lot('only', 5)]).size).toBe(0)
    expect([...useUpFirst([lot('empty', 90, 0), lot('a', 2), lot('b', 4)])]).toEqual(['b'])
    expect(useUpFirst([lot('cream', 5), { ...lot('grit', null), kind: 'abrasive' }]).size).toBe(0)
  })
})
