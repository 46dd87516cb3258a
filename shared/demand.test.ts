import { describe, expect, it } from 'vitest'
import type { Recipe } from '#core/plan/recipe'
import { toBuy } from '#core/trade/stock'
import { demandOf, needsOf } from './demand'
import type { PlannedPass } from './demand'
import type { Pass } from './passes'
import { filmPrice } from './rolls'
import type { Roll } from './rolls'
import type { Lot } from './shelf'
import type { Supply } from './stock'

const pass = (change: Partial<Pass> = {}) =>
  ({ id: 'p', no: 1, pieces: 4, done: [], lotId: 'cream', blankId: 'pint', resist: 'permanent-vinyl', resistCut: null, ...change }) as Pass
/** 6 mL used, 10 g of bicarbonate, a tenth of a square metre of film. */
const recipe = {
  figures: [
    { id: 'used', value: 6 },
    { id: 'resist-area', value: 100_000 },
  ],
  plan: { putOut: 20, bicarbonate: 10 },
} as unknown as Recipe
const planned = (...of: [Partial<Pass>, Recipe?][]): PlannedPass[] =>
  of.map(([change, own = recipe]) => ({ pass: pass(change), recipe: own }))

const roll = (change: Partial<Roll>): Roll => ({
  id: 'r',
  name: 'Blue roll',
  resist: 'permanent-vinyl',
  width: 500,
  length: 1000,
  scrap: false,
  grain: false,
  priceM2: null,
  reorder: null,
  putAway: false,
  ...change,
})
const lot = { id: 'cream', productName: 'Quay cream', kind: 'general-cream', left: 10, size: 120, reorder: null, putAway: false } as Lot
const supply = (change: Partial<Supply>) =>
  ({
    id: 's',
    kind: 'bicarbonate',
    name: 'Soda',
    details: {},
    blankId: null,
    pack: 500,
    level: 15,
    reorder: null,
    putAway: false,
    ...change,
  }) as Supply

describe('what planned passes ask of the shelf', () => {
  it('adds up over passes; a blank is asked for once, film only where no sheet has cut it', () => {
    const demand = demandOf(planned([{}], [{ no: 2 }], [{ resistCut: 5000 }], [{ resist: 'mesh' }]))
    expect([demand.lots.get('cream'), demand.bicarbonate, demand.blanks.get('pint')]).toEqual([24, 40, 12])
    expect([...demand.film]).toEqual([['permanent-vinyl', 200_000]])
  })
  it('pieces that are through ask for no blank; what cannot be planned asks nothing', () => {
    expect(demandOf(planned([{ done: [1, 2, 3] }])).blanks.get('pint')).toBe(1)
    const refused = { ...recipe, plan: null } as Recipe
    expect(demandOf([...planned([{}, refused]), { pass: pass(), recipe: null }])).toMatchObject({ bicarbonate: 0, lots: new Map() })
  })
})

describe('what there is against it', () => {
  it('a bottle, the first bicarbonate, blanks and film are each short by what is missing', () => {
    const demand = demandOf(planned([{}], [{}]))
    const needs = needsOf(demand, {
      lots: [lot],
      supplies: [
        supply({ id: 'first' }),
        supply({ id: 'second' }),
        supply({ id: 'glass', kind: 'blank', name: 'Pints', blankId: 'pint', level: 6, pack: 6 }),
      ],
      rolls: [roll({ length: 150 }), roll({ id: 'r2', width: 250, length: 300 }), roll({ id: 'off', scrap: true, length: 5000 })],
    })
    const short = Object.fromEntries(toBuy(needs).map(l => [l.id, [Math.round(l.after), l.packs]]))
    // Film: 200,000 mm² are 400 mm of the wide roll; it and the narrow one hold 150 + 150 mm of that.
    expect(short).toEqual({ cream: [-2, 1], first: [-5, 1], glass: [-2, 1], r: [-100, 1] })
  })
  it('a roll that nobody watches and nothing is planned of is not bought', () => {
    const needs = needsOf(demandOf([]), { lots: [], supplies: [], rolls: [roll({ length: 10 })] })
    expect(toBuy(needs)).toEqual([])
    const watched = needsOf(demandOf([]), { lots: [], supplies: [], rolls: [roll({ length: 1500, reorder: 2000 })] })
    expect(toBuy(watched)).toEqual([{ id: 'r', packs: 1, why: 'low', after: 1500 }])
  })
})

describe('what film costs', () => {
  it('as the oldest whole roll with a price on it did; scraps after rolls; nothing where none has one', () => {
    const rolls = [
      roll({ id: '1', scrap: true, priceM2: 4 }),
      roll({ id: '3', priceM2: 12 }),
      roll({ id: '2', priceM2: 11 }),
      roll({ id: '0' }),
    ]
    expect(filmPrice(rolls, 'permanent-vinyl')).toBe(11)
    expect(filmPrice(rolls.slice(0, 1), 'permanent-vinyl')).toBe(4)
    expect([filmPrice(rolls, 'contact-paper'), filmPrice([], 'permanent-vinyl')]).toEqual([null, null])
  })
})
