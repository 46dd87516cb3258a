import { describe, expect, it } from 'vitest'
import { v7 } from 'uuid'
import { DEFAULT_HOUSE_RULES, RULES } from '#core/trade/house'
import { NO_PACES } from '#core/plan/coat'
import { planRecipe } from '#core/plan/recipe'
import { BLANK_FORM, blankSchema, plannedWall } from './blanks'
import { couponOrderSchema, couponSchema } from './coupons'
import { fieldErrors } from './fields'
import { BLANK_PLAN, planOf, planSchema } from './jobs'
import type { Pass } from './passes'
import { lotFacts, openDays, recipeInput, schoolsOf } from './recipe'
import { lotSchema } from './shelf'
import type { Lot } from './shelf'
import { rulesAsMeant, rulesForm, studioSchema } from './studio'

const lot: Lot = {
  ...lotSchema.parse({
    productName: 'Harbour cream',
    kind: 'general-cream',
    labelMin: '5 min',
    labelMax: '5 min',
    reusable: true,
    openedOn: '',
    size: '200 mL',
    left: '150',
    price: '20',
    couponBest: '',
    strength: '',
    medium: '',
    grit: '',
    secondsPerCm2: '',
  }),
  id: v7(),
  openedOn: '2026-01-01',
  reorder: null,
  coupons: [],
  gunPace: null,
  putAway: false,
  version: 1,
}
const today = '2026-02-01'
const form = {
  ...BLANK_PLAN,
  customer: 'Rowing club',
  dueOn: '2026-06-01',
  noun: 'tumbler',
  pieces: '4',
  height: '110',
  girth: '9 1/2"',
  ...planOf({ artWidth: '60', artHeight: '45 mm', openFraction: '35 %' }),
  lotId: lot.id,
  answers: { irreplaceable: 'replaceable', food: 'none', lip: 'clear', child: 'no' },
  schools: { ...BLANK_PLAN.schools, care: 'swirl' },
}

describe('house rules as a form', () => {
  const studio = (rules: Record<string, string>) => ({ name: 'Test quay', emergencyNumber: '112', poisonNumber: '', rules, version: 1 })
  it('what the fields show reads back as the rules they show', () => {
    const parsed = studioSchema.parse(studio(rulesForm(DEFAULT_HOUSE_RULES)))
    for (const { key } of RULES) {
      const value = DEFAULT_HOUSE_RULES[key]
      if (typeof value === 'number') expect([key, Math.abs(Number(parsed.rules[key]) - value) < 0.01]).toEqual([key, true])
      else expect(parsed.rules[key]).toBe(value)
    }
  })
  it('a bare length is meant in the unit of whoever wrote it', () => {
    const form = { ...rulesForm(DEFAULT_HOUSE_RULES), border: '1/2', reliefDepth: '4 mm', couponSpread: '20 %' }
    const { border, ...rest } = studioSchema.parse(studio(rulesAsMeant(form, 'in'))).rules
    expect(border).toBeCloseTo(12.7, 9)
    const { border: _, ...others } = studioSchema.parse(studio({ ...form, border: '12.7 mm' })).rules
    expect(rest).toEqual(others)
  })
  it('each wrong rule is named by its own field, and a missing one as well', () => {
    const { border: _, ...rest } = rulesForm(DEFAULT_HOUSE_RULES)
    const result = studioSchema.safeParse(studio({ ...rest, temperedCap: '1 h', currency: 'euro', couponSpread: '90 %' }))
    expect(Object.keys(fieldErrors(result.error!)).sort()).toEqual([
      'rules.border',
      'rules.couponSpread',
      'rules.currency',
      'rules.temperedCap',
    ])
  })
  it('a number to call is digits', () => {
    const result = studioSchema.safeParse({ ...studio(rulesForm(DEFAULT_HOUSE_RULES)), emergencyNumber: 'ask Maren', poisonNumber: '+' })
    expect(Object.keys(fieldErrors(result.error!))).toEqual(['emergencyNumber', 'poisonNumber'])
  })
})

describe('the same plan on both sides', () => {
  const entry = planSchema('mm').parse(form)
  it('a form that was just typed in and the job stored from it give the same recipe', () => {
    const job = {
      ...entry,
      id: v7(),
      wall: null,
      entered: form,
      status: 'planned',
      createdBy: v7(),
      createdAt: '',
      version: 1,
    } as unknown as Pass
    const facts = { lot, stencil: null, wall: null, arts: [], rules: DEFAULT_HOUSE_RULES, paces: NO_PACES, today }
    expect(planRecipe(recipeInput(entry, facts))).toEqual(
      planRecipe(recipeInput(job, facts)),
    )
  })
  it('the house\'s schools stand where the job chose none', () => {
    expect(schoolsOf(entry.schools as Pass['schools'], { ...DEFAULT_HOUSE_RULES, dwell: 'even-frost' })).toMatchObject({
      dwell: 'even-frost',
      care: 'swirl',
      after: 'recover',
    })
  })
  it('a bottle as the core knows it', () => {
    expect(lotFacts(lot, today)).toMatchObject({ label: { min: 300, max: 300 }, openDays: 31, price: 0.1 })
    expect(lotFacts({ ...lot, kind: 'abrasive', labelMin: null, labelMax: null }, today).label).toBeNull()
    expect([openDays(null, today), openDays('2026-02-09', today)]).toEqual([null, 0])
  })
  it('a bowl of the library wrinkles in the plan; a cylinder does not', () => {
    const recipe = (girths: [string, string][]) => {
      const blank = blankSchema('mm').parse({
        ...BLANK_FORM,
        name: 'Blank',
        noun: 'piece',
        readings: girths.map(([height, girth]) => ({ height, girth })),
      })
      return planRecipe(
        recipeInput(entry, {
          lot,
          stencil: null,
          wall: plannedWall({ heightKind: 'vertical', readings: blank.readings, pane: null }, entry.placements),
          arts: [],
          rules: DEFAULT_HOUSE_RULES,
          paces: NO_PACES,
          today,
        }),
      )
    }
    expect(
      recipe([
        ['0', '241.3'],
        ['110', '241.3'],
      ]).places[0]!.verdict.largest,
    ).toBeNull()
    expect(
      recipe([
        ['0', '120'],
        ['25', '210'],
        ['55', '241'],
        ['85', '210'],
        ['110', '120'],
      ]).warnings,
    ).toContainEqual(expect.objectContaining({ code: 'wrinkles' }))
  })
})

describe('a blank as a form', () => {
  const errors = (change: Record<string, unknown>) => {
    const result = blankSchema('in').safeParse({
      ...BLANK_FORM,
      name: 'Goblet',
      noun: 'goblet',
      readings: [
        { height: '0', girth: '7 1/2' },
        { height: '4', girth: '9 1/2' },
      ],
      ...change,
    })
    return result.success ? {} : fieldErrors(result.error)
  }
  it('takes the house unit, and a height of nought', () => {
    expect(errors({})).toEqual({})
  })
  it('asks back what makes no wall', () => {
    expect(errors({ readings: [{ height: '0', girth: '7' }] }).readings).toMatch(/two girths/)
    expect(
      errors({
        readings: [
          { height: '1', girth: '7' },
          { height: '1', girth: '8' },
        ],
      }).readings,
    ).toMatch(/different height/)
    expect(
      errors({
        readings: [
          { height: '0', girth: '1/4' },
          { height: 'tall', girth: '8' },
        ],
      }),
    ).toMatchObject({
      'readings.0.girth': expect.stringMatching(/thinner than a finger/),
      'readings.1.height': expect.stringMatching(/can't be read/),
    })
  })
})

describe('coupons as forms', () => {
  it('a mark is by eye or a contrast; a strip\'s own message stands at its field', () => {
    expect(couponSchema.parse({ substrate: 'soda-lime', steps: [{ dwell: '90 s', frost: '74 %', creep: '0.1' }] }).steps[0]).toEqual({
      dwell: 90,
      frost: 7.4,
      creep: 0.1,
    })
    const result = couponSchema.safeParse({ substrate: 'soda-lime', steps: [{ dwell: '2 s', frost: '12', creep: '9' }] })
    expect(Object.keys(fieldErrors(result.error!))).toEqual(['steps.0.dwell', 'steps.0.frost', 'steps.0.creep'])
  })
  it('an order has three to eight strips', () => {
    expect(couponOrderSchema.parse({ substrate: 'crystal', times: ['1 min', '2 min', '4 min'], together: 'coated in turn' }).times).toEqual(
      [60, 120, 240],
    )
    expect(couponOrderSchema.safeParse({ substrate: 'crystal', times: Array(9).fill('1 min'), together: 'coated in turn' }).success).toBe(
      false,
    )
    expect(
      couponOrderSchema.safeParse({ substrate: 'crystal', times: ['1 min', '2 min', '3 h'], together: 'rinsed in turn' }).success,
    ).toBe(false)
  })
})
