import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { DEFAULT_HOUSE_RULES } from '../../trade/house'
import { nextAction, pressEntries, summarise } from '../../bench/run'
import { bench, FOUR_TUMBLERS, ONE_MIRROR } from '../../bench/run/testing.test-support'
import {
  couponSize,
  couponTemplate,
  couponTimes,
  planCoupon,
  potency,
  potencyPoints,
  readCoupon,
  refuseCoupon,
  STRIP_LAYOUT,
  stripsApart,
} from './index'
import type { CouponOrder } from './index'

const order: CouponOrder = { substrate: 'soda-lime', times: [80, 150, 300, 600], together: 'rinsed in turn', layout: STRIP_LAYOUT }
const plan = planCoupon(order, FOUR_TUMBLERS.lot, FOUR_TUMBLERS.schools, DEFAULT_HOUSE_RULES)

describe('a coupon as a run of its own', () => {
  it('has a strip a time, each with its own window, one coat for all', () => {
    expect(plan).toMatchObject({ noun: 'strip', pieces: 4, together: 'rinsed in turn', method: 'cream' })
    expect(plan.windows!.map(w => [w.notBefore, w.best, w.notAfter])).toEqual([
      [80, 80, 90],
      [150, 150, 160],
      [300, 300, 315],
      [600, 600, 630],
    ])
  })
  it('keeps gate, tub, wash-up and look, and says the times', () => {
    expect(plan.steps.map(s => s.id)).toEqual([
      'clean',
      'resist',
      'mask',
      'safety',
      'ready-etchant',
      'etch',
      'measure',
      'peel',
      'neutralise',
      'second-wash',
      'dry',
      'wash-up',
      'look',
    ])
    expect(plan.steps.find(s => s.id === 'etch')!.how[0]).toMatch(/strip 1: 1\smin 20\ss.*strip 4: 10\smin/)
    expect(
      planCoupon({ ...order, together: 'coated in turn' }, FOUR_TUMBLERS.lot, FOUR_TUMBLERS.schools, DEFAULT_HOUSE_RULES).steps.find(
        s => s.id === 'etch',
      )!.title,
    ).toMatch(/Coat the strips in turn, wipe all at once/)
  })
  it('refuses too few, too many and too close, and lots that have no dwell', () => {
    expect(refuseCoupon({ ...order, times: [60] }, DEFAULT_HOUSE_RULES)).toMatch(/two to eight/)
    // A coat of 12 s and a wipe of 10 s for each strip.
    expect(refuseCoupon({ ...order, times: [60, 80, 120] }, DEFAULT_HOUSE_RULES)).toMatch(/Strips 1 and 2 lie less than 22 s apart/)
    expect(refuseCoupon({ ...order, together: 'coated in turn', times: [60, 80, 120] }, DEFAULT_HOUSE_RULES)).toBeNull()
    expect(refuseCoupon(order, DEFAULT_HOUSE_RULES)).toBeNull()
    expect(refuseCoupon({ ...order, times: [60, 120] }, DEFAULT_HOUSE_RULES)).toBeNull()
    expect(() => planCoupon({ ...order, times: [60] }, FOUR_TUMBLERS.lot, FOUR_TUMBLERS.schools, DEFAULT_HOUSE_RULES)).toThrow(RangeError)
    expect(() => planCoupon(order, ONE_MIRROR.lot, FOUR_TUMBLERS.schools, DEFAULT_HOUSE_RULES)).toThrow(/with cream/)
  })
})

it('never proposes times that its own check refuses', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 10, max: 1800 }),
      fc.integer({ min: 2, max: 8 }),
      fc.constantFrom('rinsed in turn' as const, 'coated in turn' as const),
      (label, strips, together) => {
        const apart = stripsApart(together, STRIP_LAYOUT, DEFAULT_HOUSE_RULES)
        const times = couponTimes({ min: label, max: label }, strips, apart)
        expect(refuseCoupon({ ...order, times, together }, DEFAULT_HOUSE_RULES)).toBeNull()
      },
    ),
  )
})

describe('a bottle whose best is known, at the bench', () => {
  // 95 % of the plateau after 60 s.
  const rate = Math.log(20) / 60
  it('comes back within a tenth, whatever pace its strips are coated at', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('rinsed in turn' as const, 'coated in turn' as const),
        fc.array(fc.integer({ min: 3, max: 25 }), { minLength: 16, maxLength: 16 }),
        (together, paces) => {
          const apart = stripsApart(together, STRIP_LAYOUT, DEFAULT_HOUSE_RULES)
          const times = couponTimes({ min: 60, max: 60 }, 5, apart)
          const b = bench(planCoupon({ ...order, times, together }, FOUR_TUMBLERS.lot, FOUR_TUMBLERS.schools, DEFAULT_HOUSE_RULES)).atEtch()
          for (let i = 0; i < 60 && b.step() === 'etch'; i++) {
            const next = nextAction(b.plan, b.state(), b.now, 'me')
            if (next.kind === 'wait') b.wait(Math.ceil(next.seconds))
            else pressEntries(b.plan, b.state(), next).forEach(part => b.send(part))
            // Coated at any pace; wiped as one does with a clock running.
            b.wait(['coat', 'covered'].includes(next.kind) ? paces[i % paces.length]! : 4)
          }
          const { pieces } = summarise(b.plan, b.state())
          const read = readCoupon(pieces.map(p => ({ dwell: p.dwell!, frost: 9 * -Math.expm1(-rate * p.dwell!), creep: null })))
          expect(Math.abs(read.best! - 60)).toBeLessThanOrEqual(6)
        },
      ),
      { numRuns: 40 },
    )
  })
  it('each strip has its own time from when it was covered', () => {
    const b = bench(plan).atEtch()
    b.send({ kind: 'coat.started', piece: 1 })
    for (const piece of [2, 3, 4]) b.send({ kind: 'coat.started', piece })
    const asked = []
    for (let i = 0; i < 4; i++) {
      const next = nextAction(plan, b.state(), b.now, 'me')
      asked.push('piece' in next ? next.piece : 0)
      b.wait(12)
      pressEntries(plan, b.state(), next).forEach(part => b.send(part))
    }
    expect(asked).toEqual([4, 3, 2, 1])
    expect(new Set(b.state().pieces.map(p => p.covered!.at)).size).toBe(4)
  })
})

describe('the printed template', () => {
  const svg = couponTemplate(order.times, STRIP_LAYOUT, 'Quay <general> & co')
  it('is in true millimetres: strips, gaps and border add up to the scrap', () => {
    expect(couponSize(4, STRIP_LAYOUT)).toEqual({ width: 75, height: 60 })
    expect(svg).toMatch(/width="75mm" height="76mm" viewBox="0 0 75 76"/)
    expect([...svg.matchAll(/class="strip" x="([\d.]+)"/g)].map(m => Number(m[1]))).toEqual([10, 25, 40, 55])
    expect(svg).toMatch(/h50m/)
  })
  it('numbers the strips, gives their times, and lets no name become markup', () => {
    for (const words of ['>1<', '>4<', '>1 min 20 s<', '>10 min<']) expect(svg).toContain(words)
    expect(svg).not.toMatch(/<general>| & /)
  })
})

describe('potency', () => {
  const day = 86_400_000
  const rules = { retestDays: 60 }
  it('no coupon says nothing, one is trusted for the house\'s days', () => {
    expect(potency([], rules)).toMatchObject({ share: null, testBy: null })
    expect(potency([{ at: 0, age: 5, rate: 0.01 }], rules)).toMatchObject({ share: 1, lossPerDay: null, testBy: 60 * day })
  })
  it('a bottle that fades is tested before it has lost 30 %', () => {
    const fading = potency(
      [
        { at: 0, age: 0, rate: 0.01 },
        { at: 20 * day, age: 20, rate: 0.009 },
      ],
      rules,
    )
    expect(fading.share).toBeCloseTo(0.9, 9)
    expect(fading.lossPerDay).toBeCloseTo(0.005, 9)
    expect(fading.testBy).toBe(60 * day)
    expect(fading.sentence).toMatch(/90 % of the first/)
    const fast = potency(
      [
        { at: 20 * day, age: 20, rate: 0.0075 },
        { at: 0, age: 0, rate: 0.01 },
      ],
      rules,
    )
    expect(fast.testBy).toBe(24 * day)
  })
  it('only coupons on plain glass with a fitted rate are compared', () => {
    const coupon = { at: 5, age: 3, rate: 0.01 }
    expect(
      potencyPoints([
        { ...coupon, substrate: 'soda-lime' },
        { ...coupon, substrate: 'borosilicate' },
        { ...coupon, substrate: 'soda-lime', rate: null },
      ]),
    ).toEqual([coupon])
  })
  it('one that etches faster than at first is said to', () => {
    expect(
      potency(
        [
          { at: 0, age: 0, rate: 0.01 },
          { at: day, age: 1, rate: 0.012 },
        ],
        rules,
      ).sentence,
    ).toMatch(/20 % faster/)
  })
})
