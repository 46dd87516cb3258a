import { describe, expect, it } from 'vitest'
import { STOCK_KIND_IDS, SUPPLY_KINDS } from '#core/trade/stock'
import { amountWords, moveSchema, parseAmount, supplyAsMeant, supplyName, supplySchema } from './stock'
import type { SupplyForm } from './stock'
import { fieldErrors } from './fields'
import { newTubSchema, tubEntrySchema } from './tubs'
import { v7 } from 'uuid'

const form = (change: Partial<SupplyForm>): SupplyForm => ({
  kind: 'tape',
  name: 'Tape',
  pack: '50 m',
  left: '18 m',
  reorder: '',
  price: '3.20',
  openedOn: '',
  expiresOn: '',
  ...change,
})
const errors = (change: Partial<SupplyForm>) => {
  const read = supplySchema('mm').safeParse(form(change))
  return read.success ? {} : fieldErrors(read.error)
}
const plain = (text: string) => text.replace(/\u00a0/g, ' ')

describe('a supply as it is put on the shelf', () => {
  it('is read in the unit of its kind, lengths in the house\'s where none is written', () => {
    expect(supplySchema('in').parse(form({ pack: '720', left: '6.5 m' }))).toMatchObject({ pack: 720 * 25.4, left: 6500, reorder: null })
    expect(supplySchema('mm').parse(form({ kind: 'bicarbonate', pack: '5 kg', left: '2.4 kg', reorder: '1 kg' }))).toMatchObject({
      pack: 5000,
      left: 2400,
      reorder: 1000,
    })
  })
  it('means the same to whoever reads it, whatever their unit', () => {
    const tape = supplyAsMeant(form({ pack: '720', left: '6.5 m', reorder: '' }), 'in')
    expect(supplySchema('mm').parse(tape)).toMatchObject({ pack: 720 * 25.4, left: 6500, reorder: null })
    const gloves = form({ kind: 'gloves', pack: '50', left: '8' })
    expect(supplyAsMeant(gloves, 'in')).toEqual(gloves)
  })
  it('says at its field what is missing, kind by kind', () => {
    expect(errors({ kind: 'gloves', pack: '50', left: '4' })).toMatchObject({
      material: expect.stringMatching(/latex/),
      size: 'Write the size.',
    })
    expect(errors({ kind: 'gel', pack: '1', left: '1' })).toMatchObject({ expiresOn: expect.stringMatching(/printed/) })
    expect(errors({ kind: 'blank', pack: '6', left: '9' })).toMatchObject({ blankId: expect.any(String) })
    expect(errors({ kind: 'ph-strips', pack: '0', left: 'some' })).toMatchObject({
      pack: expect.stringMatching(/at least one/),
      left: expect.stringMatching(/whole number/),
    })
    expect(errors({ left: '-3 m', reorder: '0' })).toMatchObject({ left: expect.any(String), reorder: expect.any(String) })
    expect(errors({})).toEqual({})
  })
  it('every kind\'s amounts are written as they are read', () => {
    for (const kind of STOCK_KIND_IDS) {
      for (const amount of [1, 12, 480, 2500]) {
        const read = parseAmount(kind, amountWords(kind, amount, 'mm'), 'mm')
        expect([kind, amount, read]).toEqual([kind, amount, { ok: true, value: expect.closeTo(amount, 0) }])
      }
    }
    expect([
      plain(amountWords('gloves', 1, 'mm')),
      plain(amountWords('gloves', 2, 'mm')),
      plain(amountWords('tape', 18_000, 'mm')),
    ]).toEqual(['1 pair', '2 pairs', '18 m'])
    expect(SUPPLY_KINDS.every(k => !k.own)).toBe(true)
  })
  it('two packs that differ by size are told apart', () => {
    expect(supplyName({ name: 'Long gloves', details: { material: 'nitrile', size: 'M' } })).toBe('Long gloves, nitrile, size M')
    expect(supplyName({ name: 'Strips', details: {} })).toBe('Strips')
  })
  it('what a person books is never less than nothing, nor more than a studio holds', () => {
    const move = (amount: number) => moveSchema.safeParse({ id: v7(), kind: 'counted', amount, seen: 0 }).success
    expect([move(0), move(-1), move(1e9)]).toEqual([true, false, false])
  })
})

describe('what is entered of a tub', () => {
  it.each([
    [{ kind: 'read', pH: 15, how: 'strip' }, /between 0 and 14/],
    [{ kind: 'read', pH: -1, how: 'meter' }, /between 0 and 14/],
    [{ kind: 'added', what: 'bicarbonate', grams: 0 }, /how much/],
    [{ kind: 'added', what: 'bicarbonate', grams: 90_000 }, /Check the unit/],
  ])('%j is refused at its field', (part, why) => {
    const read = tubEntrySchema.safeParse({ id: v7(), ...part })
    expect(Object.values(fieldErrors(read.error!))[0]).toMatch(why)
  })
  it('a thimble is no tub, nor is a pool', () => {
    const tub = (volume: number) => newTubSchema.safeParse({ id: v7(), name: 'Tub', volume }).success
    expect([tub(50), tub(8000), tub(500_000)]).toEqual([false, true, false])
  })
})
