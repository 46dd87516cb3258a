import { describe, expect, it } from 'vitest'
import { v4, v7 } from 'uuid'
import { EVENT_KINDS } from '#core/bench/run'
import { fieldErrors } from './fields'
import { BLANK_PLAN, planOf, planSchema } from './jobs'
import { runEventSchema } from './runs'
import { lotSchema } from './shelf'

const head = () => ({ id: v7(), at: 1_780_000_000_000, deviceTime: 1_780_000_000_000 })

describe('events on the wire', () => {
  it('every kind the core knows has a schema, but for what only the server enters, and no other', () => {
    expect(runEventSchema.options.map(o => [...o.shape.kind.values][0]).sort()).toEqual(
      EVENT_KINDS.filter(k => k !== 'fact.settled').sort(),
    )
  })
  it('ids are UUIDv7, and nothing extra rides along', () => {
    expect(runEventSchema.safeParse({ ...head(), kind: 'run.finished' }).success).toBe(true)
    expect(runEventSchema.safeParse({ ...head(), id: v4(), kind: 'run.finished' }).success).toBe(false)
    expect(runEventSchema.safeParse({ ...head(), kind: 'run.finished', by: 'someone else' }).success).toBe(false)
    expect(runEventSchema.safeParse({ ...head(), kind: 'coat.started', piece: 0 }).success).toBe(false)
    expect(runEventSchema.safeParse({ ...head(), kind: 'coat.skipped' }).success).toBe(false)
  })
})

describe('a plan typed in by hand', () => {
  const form = {
    ...BLANK_PLAN,
    customer: 'Rowing club',
    dueOn: '2026-06-01',
    notes: '',
    noun: 'Tumbler',
    pieces: '4',
    substrate: 'soda-lime',
    height: '110',
    girth: '9 1/2"',
    ...planOf({ artWidth: '60', artHeight: '45 mm', openFraction: '35 %' }),
    resist: 'permanent-vinyl',
    lotId: v7(),
  }
  it('becomes numbers in base units', () => {
    expect(planSchema('mm').parse(form)).toMatchObject({
      girth: expect.closeTo(241.3, 9),
      pieces: 4,
      noun: 'tumbler',
      placements: [{ openFraction: 0.35, count: 1 }],
    })
    expect(planSchema('in').parse({ ...form, height: '4 1/4' }).height).toBeCloseTo(107.95, 9)
  })
  it('every wrong field gets its own sentence', () => {
    const result = planSchema('mm').safeParse({
      ...form,
      customer: ' ',
      dueOn: '2026-02-30',
      girth: '1e9',
      pieces: 'some',
      ...planOf({ artWidth: '60', artHeight: '45 mm', openFraction: '0' }),
      height: '1',
      lotId: '',
    })
    expect(fieldErrors(result.error!)).toMatchObject({
      'customer': 'Enter the customer.',
      'dueOn': 'Choose a day.',
      'girth': expect.stringMatching(/out in full/),
      'pieces': expect.stringMatching(/whole number/),
      'placements.0.openFraction': expect.stringMatching(/Nothing is open/),
      'height': expect.stringMatching(/Check the unit/),
      'lotId': 'Choose what to etch with from the shelf.',
    })
  })
})

describe('contradictions in a plan', () => {
  const ART = { artWidth: '60', artHeight: '45', openFraction: '35' }
  const form = {
    ...BLANK_PLAN,
    customer: 'Rowing club',
    dueOn: '2026-06-01',
    noun: 'tumbler',
    pieces: '4',
    height: '110',
    girth: '240',
    ...planOf(ART),
    lotId: v7(),
  }
  const errors = (change: Record<string, unknown>) => {
    const result = planSchema('mm').safeParse({ ...form, ...change })
    return result.success ? {} : fieldErrors(result.error)
  }
  it('get a sentence each at the field', () => {
    expect(errors({})).toEqual({})
    // Words ask, they never block: the plan says so in its warnings.
    expect(errors({ noun: 'acrylic look-alike', substrate: 'borosilicate' })).toEqual({})
    expect(errors({ tray: '40' }).tray).toMatch(/dozen/)
    expect(errors({ carve: '30 mm' }).carve).toMatch(/between 0.1 and 10 mm/)
    expect(errors({ substrate: 'tempered', ownBest: '12 min' }).ownBest).toMatch(/rinsed by 10\smin. Choose a shorter time/)
    expect(errors({ substrate: 'tempered', ownBest: '8 min' })).toEqual({})
    expect(errors({ girth: '0' }).girth).toMatch(/Zero is no size/)
    expect(errors(planOf({ ...ART, finest: '0' }))['placements.0.finest']).toMatch(/between 0.05/)
    expect(errors({ temperature: 'warm' }).temperature).toMatch(/like 20 °C/)
    expect(errors({ answers: { ...BLANK_PLAN.answers, lip: 'perhaps' } })['answers.lip']).toBeTruthy()
    expect(errors({ schools: { ...BLANK_PLAN.schools, care: 'hope' } })['schools.care']).toBeTruthy()
  })
})

describe('a bottle for the shelf', () => {
  const form = {
    productName: 'Harbour cream',
    kind: 'general-cream',
    labelMin: '5 min',
    labelMax: '5 min',
    reusable: true,
    openedOn: '',
    size: '120 mL',
    left: '100',
    price: '18',
    couponBest: '',
    strength: '',
    medium: '',
    grit: '',
    secondsPerCm2: '',
  }
  const errors = (change: Record<string, unknown>) => {
    const result = lotSchema.safeParse({ ...form, ...change })
    return result.success ? {} : fieldErrors(result.error)
  }
  it('is not opened next year', () => {
    expect(errors({ openedOn: `${new Date().getFullYear() + 1}-06-01` }).openedOn).toMatch(/not come yet/)
    expect(errors({ openedOn: '2026-01-02' })).toEqual({})
  })
  it('ferric chloride needs its strength, abrasive its medium and no label time', () => {
    expect(errors({ kind: 'ferric-chloride', labelMin: '15 min', labelMax: '15 min' }).strength).toMatch(/strength from the label/)
    expect(
      lotSchema.parse({ ...form, kind: 'ferric-chloride', labelMin: '15 min', labelMax: '15 min', strength: '42 °Bé' }).strength!.density,
    ).toBeCloseTo(1.4078, 4)
    expect(errors({ kind: 'abrasive', size: '5 kg', left: '4 kg' }).medium).toMatch(/Silica sand is never one/)
    expect(
      lotSchema.parse({
        ...form,
        kind: 'abrasive',
        labelMin: '',
        labelMax: '',
        size: '5 kg',
        left: '4.5 kg',
        medium: 'garnet',
        grit: 'F120',
        secondsPerCm2: '1.2 s',
      }),
    ).toMatchObject({ labelMin: null, size: 5000, left: 4500, secondsPerCm2: 1.2, strength: null })
    expect(errors({ kind: 'abrasive', productName: 'Play sand', medium: 'garnet' }).productName).toMatch(/never a blasting medium/)
  })
  it('is read as its label is written', () => {
    expect(lotSchema.parse(form)).toMatchObject({ labelMin: 300, size: 120, left: 100, couponBest: null })
    expect(lotSchema.parse({ ...form, couponBest: '6:30' }).couponBest).toBe(390)
  })
  it('raw hydrofluoric acid is refused under any name', () => {
    for (const productName of ['Hydrofluoric acid 40 %', 'HF 48', 'hf'])
      expect(fieldErrors(lotSchema.safeParse({ ...form, productName }).error!).productName).toMatch(/no place/)
  })
  it('a bottle can\'t hold more than its size, nor a label run backwards', () => {
    expect(fieldErrors(lotSchema.safeParse({ ...form, left: '200' }).error!).left).toMatch(/More can't be left/)
    expect(fieldErrors(lotSchema.safeParse({ ...form, labelMax: '1 min' }).error!).labelMax).toMatch(/can't be shorter/)
  })
})
