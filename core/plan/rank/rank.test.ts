import { coatedArea } from '../coat'
import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { judge, PLAIN } from '../../trade/compatibility'
import { DEFAULT_HOUSE_RULES } from '../../trade/house'
import { SUBSTRATE_IDS } from '../../trade/materials'
import { FOUR_TUMBLERS, TWO_TAGS } from '../../bench/run/testing.test-support'
import { LEANINGS, rankChains } from './index'
import type { RankInput, ShelfLot } from './index'

const lot = (id: string, change: Partial<ShelfLot>): ShelfLot => ({ ...FOUR_TUMBLERS.lot, id, name: id, ...change })
const shelf = [
  lot('fast', { kind: 'fast-cream', label: { min: 60, max: 180 } }),
  lot('general', {}),
  lot('slow', { kind: 'slow-cream', label: { min: 900, max: 900 } }),
  lot('ferric', TWO_TAGS.lot),
  lot('grit', { kind: 'abrasive', label: null }),
]
const input: RankInput = {
  substrate: 'soda-lime',
  at: { ...PLAIN, finest: 2, openArea: 945 },
  count: 4,
  coated: coatedArea(945, null, DEFAULT_HOUSE_RULES),
  shelf,
  rules: DEFAULT_HOUSE_RULES,
}
const best = (change: Partial<RankInput> = {}) => rankChains({ ...input, ...change }).chains[0]!
const art = (finest: number, openArea: number, surface: 'flat' | 'cylinder' | 'taper' | 'bowl' = 'cylinder') => ({
  ...PLAIN,
  finest,
  openArea,
  surface,
})

describe('ranked chains', () => {
  it('four plain tumblers: a general cream under permanent vinyl', () => {
    expect(best()).toMatchObject({ etchant: 'general-cream', resist: 'permanent-vinyl', lot: { id: 'general' } })
    expect(best().pros.join(' ')).toMatch(/Forgiving.*what cream is made for/)
  })
  it('says of a kind only what this lot\'s own label agrees with', () => {
    const pros = (label: { min: number, max: number }) =>
      rankChains({ ...input, shelf: [lot('general', { label })] })
        .chains.find(c => c.lot)!
        .pros.join(' ')
    expect(pros({ min: 300, max: 300 })).toMatch(/ten minutes did no harm/)
    expect(pros({ min: 120, max: 120 })).not.toMatch(/ten minutes did no harm/)
  })
  it('fine lines: a fast cream; finest: rub-on film', () => {
    expect(best({ at: art(0.8, 300) }).etchant).toBe('fast-cream')
    expect(best({ at: art(0.4, 300) })).toMatchObject({ etchant: 'fast-cream', resist: 'rub-on' })
  })
  it('a large area on many pieces: a slow cream rather than a fast one', () => {
    const { chains } = rankChains({ ...input, at: art(3, 5000), count: 8 })
    const place = (etchant: string) => chains.findIndex(c => c.etchant === etchant)
    expect(place('slow-cream')).toBeLessThan(place('fast-cream'))
  })
  it('a wine-glass bowl: soft stencil vinyl', () => {
    expect(best({ at: art(1.5, 400, 'bowl') }).resist).toBe('soft-vinyl')
  })
  it('brass: ferric chloride; the back of a mirror: blast', () => {
    expect(best({ substrate: 'brass', at: art(1.5, 300, 'flat') }).etchant).toBe('ferric-chloride')
    expect(best({ substrate: 'mirror-back', at: art(2, 5000, 'flat') })).toMatchObject({ etchant: 'abrasive', resist: 'blast-mask' })
  })
  it('the studio\'s own log moves a choice by its resist or its bottle, first among the reasons, and says with what evidence', () => {
    const finding = { of: 'resist', key: 'soft-vinyl', verdict: 'better', good: 48, pieces: 50, rest: { good: 60, pieces: 90 } } as const
    const chain = (log: RankInput['log']) =>
      rankChains({ ...input, log }).chains.find(c => c.lot?.id === 'general' && c.resist === 'soft-vinyl')!
    expect(chain([finding]).points - chain([]).points).toBe(12)
    expect(chain([finding]).pros[0]).toBe('Your log speaks for it: 96 % of 50 good, with others 67 % of 90.')
    const against = { ...finding, of: 'lot', key: 'general', verdict: 'worse' } as const
    expect(chain([against]).points - chain([]).points).toBe(-12)
    expect(chain([against]).cons[0]).toMatch(/^Your log speaks against it/)
    expect(rankChains({ ...input, log: [finding] }).log).toEqual([finding])
    // A wall stays a wall, whatever anybody's log says.
    const onPlastic = rankChains({ ...input, substrate: 'acrylic', log: [{ ...finding, key: 'permanent-vinyl' }] })
    expect(onPlastic.chains.map(c => c.etchant)).not.toContain('general-cream')
  })
  it('what is at hand comes before what would have to be bought', () => {
    expect(best({ shelf: [shelf[2]!] }).lot!.id).toBe('slow')
    expect(best({ shelf: [] }).cons.join()).toMatch(/None of it is on the shelf/)
  })
  it('an open bottle before a sealed one, a coupon before both, enough before too little', () => {
    const two = (a: Partial<ShelfLot>, b: Partial<ShelfLot>) => best({ shelf: [lot('a', a), lot('b', b)] }).lot!.id
    expect(two({ openDays: null }, { openDays: 30 })).toBe('b')
    expect(two({ openDays: 30 }, { openDays: 200, coupons: [{ substrate: 'soda-lime', best: 400, creepRate: null }] })).toBe('b')
    expect(two({ left: 1 }, { openDays: null })).toBe('b')
    expect(two({ openDays: 200 }, { openDays: null })).toBe('b')
  })
  it('never ranks a wall, and says each wall once', () => {
    for (const substrate of SUBSTRATE_IDS) {
      const { chains, walled } = rankChains({ ...input, substrate })
      for (const c of chains) expect(judge(c, input.at).verdict).not.toBe('never')
      expect(chains.length + walled.length).toBeGreaterThan(0)
      for (const c of chains) expect([...c.pros, ...c.cons].length).toBeGreaterThan(0)
    }
    expect(rankChains({ ...input, substrate: 'acrylic' }).walled.map(w => w.etchant)).toEqual([
      'fast-cream',
      'general-cream',
      'slow-cream',
      'tile-cream',
      'ferric-chloride',
    ])
  })
  it('another lot on the shelf never makes the best chain worse', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SUBSTRATE_IDS),
        fc.subarray(shelf),
        fc.constantFrom(...shelf),
        fc.integer({ min: 1, max: 12 }),
        (substrate, some, more, count) => {
          const points = (lots: ShelfLot[]) => rankChains({ ...input, substrate, count, shelf: lots }).chains[0]?.points ?? -Infinity
          expect(points([...new Set([...some, more])])).toBeGreaterThanOrEqual(points(some))
        },
      ),
    )
  })
  it('every leaning says why and where from', () => {
    for (const l of LEANINGS) expect([l.reason.endsWith('.'), Boolean(l.source.basis), l.points !== 0]).toEqual([true, true, true])
  })
})
