import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import type { RunPlan } from '../../plan/run-plan'
import { announcements, gunTime, summarise } from './index'
import { action, bench, FOUR_TUMBLERS, judgeAll, ONE_MIRROR, plan, planOf, press, TWO_TAGS } from './testing.test-support'
import type { Bench } from './testing.test-support'

describe('whatever the pauses, doing what is asked leads to the log', () => {
  const windows = [30, 60, 120].map(best => ({ notBefore: best, best, notAfter: best + 15 }))
  const plans: [string, RunPlan][] = [
    ['cream', plan],
    [
      'cream kept moving',
      planOf({ ...FOUR_TUMBLERS, schools: { ...FOUR_TUMBLERS.schools, care: 'move', peel: 'when-dry', rinsing: 'two-baths' } }),
    ],
    ['ferric chloride', planOf(TWO_TAGS)],
    ['blast', planOf({ ...ONE_MIRROR, pieces: 3 })],
    ['coupon rinsed in turn', { ...plan, pieces: 3, windows, together: 'rinsed in turn', care: [] }],
    ['coupon coated in turn', { ...plan, pieces: 3, windows, together: 'coated in turn', care: [] }],
  ]
  /** One turn of the bench: what is asked is done; what has to be waited for is waited for. */
  function turn(b: Bench) {
    const next = action(b)
    switch (next.kind) {
      case 'wait':
        return void b.wait(Math.ceil(next.seconds))
      case 'measure':
        return void b.send({ kind: 'etchant.measured', putOut: 4, back: 1 })
      case 'tub':
        return b.state().bicarbonate === 0
          ? void b.send({ kind: 'bicarbonate.added', grams: 15 })
          : void b.send({ kind: 'step.done', step: next.step.id })
      case 'gun':
        b.send({ kind: 'gun.on', piece: next.piece })
        b.wait(5)
        b.send({ kind: 'gun.off', piece: next.piece })
        if (gunTime(b.state().pieces[next.piece - 1]!, b.now) >= b.plan.dwell.notBefore)
          b.send({ kind: 'piece.blasted', piece: next.piece })
        return
      case 'look':
        return void judgeAll(b)
      default:
        return press(b)
    }
  }
  it.each(plans)('%s', (_, of) => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 90 }), { minLength: 1, maxLength: 30 }), (pauses) => {
        const b = bench(of)
        for (let i = 0; i < 800 && action(b).kind !== 'closed'; i++) {
          b.wait(pauses[i % pauses.length]!)
          turn(b)
        }
        expect(action(b).kind).toBe('closed')
        const summary = summarise(of, b.state())
        expect(summary.good).toBe(of.pieces)
        // The control offers nothing too soon: no piece comes off before its window.
        expect(summary.pieces.map(p => p.verdict)).not.toContain('early')
        expect(announcements(of, b.state(), b.now)).toEqual([])
      }),
      { numRuns: 25 },
    )
  })
})
