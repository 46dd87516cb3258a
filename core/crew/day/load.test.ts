import { describe, expect, it } from 'vitest'
import { plan } from '../../bench/run/testing.test-support'
import { loadOf, workOf } from './index'

describe('promised dates against the load', () => {
  const job = (id: string, dueOn: string, done = 0) => ({ id, title: id, dueOn, plan, done })
  const days = ['2030-06-03', '2030-06-04', '2030-06-05'].map(day => ({ day, capacity: workOf(plan) * 1.5 }))
  it('the soonest promised is done first; what no longer fits before its date is named', () => {
    const { days: loads, promises } = loadOf([job('c', '2030-06-03'), job('a', '2030-06-03'), job('b', '2030-06-05')], days)
    expect(promises.map(p => [p.id, p.endsOn, p.late])).toEqual([
      ['c', '2030-06-03', false],
      ['a', '2030-06-04', true],
      ['b', '2030-06-04', false],
    ])
    expect(loads.map(l => Math.round((l.used / workOf(plan)) * 10) / 10)).toEqual([1.5, 1.5, 0])
  })
  it('what is half done asks for half; what cannot be planned asks for nothing and is not late', () => {
    const { promises } = loadOf([job('a', '2030-06-03', 0.5), { ...job('b', '2030-06-03'), plan: null }], days)
    expect(promises[0]!.work).toBeCloseTo(workOf(plan) / 2)
    expect(promises[1]).toMatchObject({ work: null, endsOn: null, late: false })
  })
  it('more than all days hold ends on none of them', () => {
    const { promises } = loadOf(
      Array.from({ length: 6 }, (_, i) => job(`j${i}`, '2030-06-05')),
      days,
    )
    expect(promises.at(-1)).toMatchObject({ endsOn: null, late: true })
  })
})
