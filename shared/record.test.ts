import { describe, expect, it } from 'vitest'
import { quoteLine } from '#core/plan/quote'
import { spentOn } from './record'
import type { RecordedRun } from './record'
import type { TakenByRun } from './stock'

const line = quoteLine(
  { noun: 'tumbler', pieces: 4, blank: 2, passes: [{ etchant: 0.4, resist: 0.35, consumables: 1.5, work: 20, seconds: 3000 }] },
  { wear: 0.2, overhead: 0.25, markup: 0.4, priceStep: 0.5, taxRate: 0.2, scrap: 0.05 },
)
const took = (kind: TakenByRun['kind'], change: number, price: number | null): TakenByRun => ({ id: kind, kind, name: kind, change, price })
const worked = (seconds: number) => ({ worked: seconds }) as RecordedRun
const taken = [
  took('etchant', -3, 0.15), took('film', -100, 0.01), took('gloves', -2, 0.45), took('blank', -5, 2), took('tape', -300, null),
]

describe('what a job cost', () => {
  it('stands part by part beside its quote; what has no price counts for nothing', () => {
    const parts = spentOn({ runs: [worked(1800), worked(2700)], taken }, [line], 24)
    expect(parts.map(p => [p.id, p.quoted, p.actual, p.over])).toEqual([
      ['etchant', '0.40', '0.45', '0.05'],
      ['resist', '0.35', '1.00', '0.65'],
      ['blanks', '8.00', '10.00', '2.00'],
      ['else', '2.30', '0.90', '-1.40'],
      ['work', '20.00', '30.00', '10.00'],
      ['all', '31.05', '42.35', '11.30'],
    ])
  })
  it('stands by itself where nothing was quoted', () => {
    expect(spentOn({ runs: [worked(900)], taken: [] }, null, 24).map(p => [p.quoted, p.actual, p.over])).toEqual([
      [null, '0.00', null], [null, '0.00', null], [null, '0.00', null], [null, '0.00', null], [null, '6.00', null],
      [null, '6.00', null],
    ])
  })
})
