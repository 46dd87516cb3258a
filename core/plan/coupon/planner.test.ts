import { describe, expect, it } from 'vitest'
import { DEFAULT_HOUSE_RULES } from '../../trade/house'
import { FOUR_TUMBLERS, ONE_MIRROR } from '../../bench/run/testing.test-support'
import { couponSize, couponTemplate, planCoupon, potency, potencyPoints, refuseCoupon, STRIP_LAYOUT } from './index'
import type { CouponOrder } from './index'

const order: CouponOrder = { substrate: 'soda-lime', times: [80, 150, 300, 600], together: 'rinsed in turn', layout: STRIP_LAYOUT }
const plan = planCoupon(order, FOUR_TUMBLERS.lot, FOUR_TUMBLERS.schools, DEFAULT_HOUSE_RULES)

describe('a coupon as a run of its own', () => {
  it('has a strip a time, each with its own window, one coat for all', () => {
    expect(plan).toMatchObject({ noun: 'strip', pieces: 4, together: 'rinsed in turn', method: 'cream' })
    expect(plan.windows!.map(w => [w.notBefore, w.best, w.notAfter])).toEqual([
      [80, 80, 85],
      [150, 150, 158],
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
    ).toMatch(/Coat the strips in turn/)
  })
  it('refuses too few, too many and too close, and lots that have no dwell', () => {
    expect(refuseCoupon({ ...order, times: [60, 120] })).toMatch(/three to eight/)
    expect(refuseCoupon({ ...order, times: [60, 65, 120] })).toMatch(/Strips 1 and 2 lie less than 10 s apart/)
    expect(refuseCoupon(order)).toBeNull()
    expect(() => planCoupon({ ...order, times: [60] }, FOUR_TUMBLERS.lot, FOUR_TUMBLERS.schools, DEFAULT_HOUSE_RULES)).toThrow(RangeError)
    expect(() => planCoupon(order, ONE_MIRROR.lot, FOUR_TUMBLERS.schools, DEFAULT_HOUSE_RULES)).toThrow(/with cream/)
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
