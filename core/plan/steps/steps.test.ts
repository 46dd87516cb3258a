import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { judge, PLAIN } from '../../trade/compatibility'
import { DEFAULT_HOUSE_RULES, SCHOOL_TABLES } from '../../trade/house'
import type { Schools } from '../../trade/house'
import { ETCHANT_IDS, etchantKind, RESIST_IDS, resistKind, SUBSTRATE_IDS, substrateKind } from '../../trade/materials'
import { careCalls, FINISHES, SAFETY_ITEMS, stepList, WASH_UP_ITEMS, whenCalled } from './index'
import type { StepContext } from './index'

const schools: Schools = { dwell: 'label', care: 'leave', weeding: 'backing', after: 'recover', rinsing: 'tub', peel: 'under-water' }
const context: StepContext = {
  pieces: 4,
  noun: 'tumbler',
  substrate: substrateKind('soda-lime'),
  surface: 'cylinder',
  kind: etchantKind('general-cream'),
  resist: resistKind('permanent-vinyl'),
  schools,
  dwell: { notBefore: 300, best: 300, notAfter: 375 },
  putOut: 3.4,
  bicarbonate: 15,
  coatSeconds: 58,
  tool: 'brush',
  tray: 1,
  offSeconds: 60,
  reusable: true,
  oldLabel: false,
  keepOffLip: false,
  finish: 'none',
  cares: [],
  couponFirst: null,
  blast: null,
}
const steps = (change: Partial<StepContext> = {}) => stepList({ ...context, ...change })
const step = (id: string, change: Partial<StepContext> = {}) => steps(change).find(s => s.id === id)!
const ids = (change: Partial<StepContext> = {}) => steps(change).map(s => s.id)
const words = (id: string, change: Partial<StepContext> = {}) => {
  const s = step(id, change)
  return [s.title, s.reason, ...s.how, s.good].join(' ')
}

describe('cream, in the trade\'s order', () => {
  it('starts with the safety gate and ends with the look', () => {
    expect(ids()).toEqual([
      'safety',
      'clean',
      'resist',
      'mask',
      'ready-etchant',
      'etch',
      'measure',
      'peel',
      'neutralise',
      'second-wash',
      'dry',
      'give',
      'wash-up',
      'look',
    ])
    expect(step('safety').items!.map(i => i.id)).toEqual(['gloves', 'eyes', 'air', 'surface', 'away', 'label', 'numbers'])
  })
  it('an old label comes off first: hot soak, thermal shock, remover, soap', () => {
    expect(ids({ oldLabel: true }).slice(0, 3)).toEqual(['safety', 'label-off', 'clean'])
    expect(words('label-off', { oldLabel: true })).toMatch(/5 to 10 min.*crack.*remover.*dish soap/)
  })
  it.each<[Partial<StepContext>, RegExp]>([
    [{}, /Weeded on its backing.*Middle first.*180 degrees/],
    [{ schools: { ...schools, weeding: 'piece' } }, /then weed.*Weeded on the piece/],
    [{ resist: resistKind('soft-vinyl') }, /transferred whole and weeded on the piece/],
    [{ resist: resistKind('contact-paper') }, /Cut on the piece.*small parts first/],
    [{ resist: resistKind('stickers') }, /background frosts.*Press each edge.*fingerprints/],
    [{ resist: resistKind('rub-on') }, /Burnish.*turns light everywhere/],
    [{ resist: resistKind('mesh') }, /at once after coating/],
    [{ resist: resistKind('loose-stencil') }, /Tape all round/],
  ])('resist on, by kind %#', (change, what) => {
    expect(words('resist', change)).toMatch(what)
  })
  it('mesh comes off at once, a loose stencil is pressed straight down', () => {
    expect(words('etch', { resist: resistKind('mesh') })).toMatch(/Pull the mesh off at once and wash it/)
    expect(words('etch', { resist: resistKind('loose-stencil') })).toMatch(/straight down, no sideways/)
    expect(words('peel', { resist: resistKind('mesh') })).toMatch(/count the use/)
  })
  it('slits, TOP, islands, surround, stopped mouth, chock: on a round piece', () => {
    expect(words('mask')).toMatch(/Slits.*bubble.*Islands in place.*TOP.*Surround taped.*Mouth stopped; chocked/)
    expect(words('mask', { surface: 'flat' })).not.toMatch(/Mouth|Slits/)
    expect(words('mask', { keepOffLip: true })).toMatch(/Lip and inside taped shut/)
    expect(words('etch', { surface: 'flat' })).toMatch(/Look from the back/)
  })
  it('care, rinsing and peeling follow the school', () => {
    expect(words('etch', { schools: { ...schools, care: 'swirl' } })).toMatch(/Swirl once at half time/)
    expect(words('etch', { schools: { ...schools, care: 'move' } })).toMatch(/Keep it moving/)
    expect(words('etch', { schools: { ...schools, after: 'wipe' } })).toMatch(/wipe the cream off with a damp towel/)
    expect(words('etch', { reusable: false })).toMatch(/wipe the cream off/)
    expect(step('neutralise', { schools: { ...schools, rinsing: 'two-baths' } }).title).toBe('Neutralise both baths')
    expect(step('neutralise', { schools: { ...schools, rinsing: 'sink' } }).title).toMatch(/sink, wipes/)
    expect(ids({ schools: { ...schools, peel: 'when-dry' } })).toEqual([
      'safety',
      'clean',
      'resist',
      'mask',
      'ready-etchant',
      'etch',
      'measure',
      'neutralise',
      'dry-first',
      'peel',
      'second-wash',
      'dry',
      'give',
      'wash-up',
      'look',
    ])
  })
  it('ink is rubbed in before the care card; an old bottle is tried before it is stirred', () => {
    expect(ids({ finish: 'ink' })).toContain('ink')
    const old = ids({ couponFirst: 'Old.' })
    expect(old.indexOf('scrap-jar')).toBe(old.indexOf('ready-etchant') - 1)
  })
  it('named cares become steps where they belong; safety ones are never skipped', () => {
    const cares = judge({ substrate: 'tempered', etchant: 'general-cream', resist: 'loose-stencil' }).cares
    const list = steps({ cares })
    const at = (id: string) => list.findIndex(s => s.id === id)
    expect(at('care:tempered-cap')).toBeGreaterThan(at('ready-etchant'))
    expect(at('care:tempered-cap')).toBeLessThan(at('etch'))
    expect(list[at('care:tempered-cap')]!.safety).toBe(true)
    expect(list[at('care:straight-down')]!.safety).toBe(false)
    const crystal = judge({ substrate: 'crystal', etchant: 'general-cream' }).cares
    expect(words('give', { cares: crystal })).toMatch(/not for food/)
  })
  it('names one piece in the singular', () => {
    expect(step('clean', { pieces: 1 }).title).toBe('Clean and dry the tumbler')
  })
})

describe('calls during the dwell', () => {
  const calls = (change: Partial<StepContext>) =>
    careCalls({ ...context, ...change }, DEFAULT_HOUSE_RULES).map(c => `${c.id} ${whenCalled(c)}`)
  it('by school, surface and etchant', () => {
    expect(calls({})).toEqual(['drip every 3\u00a0min'])
    expect(calls({ surface: 'flat' })).toEqual([])
    expect(calls({ surface: 'flat', schools: { ...schools, care: 'swirl' } })).toEqual(['swirl at 2\u00a0min 30\u00a0s'])
    expect(calls({ surface: 'flat', kind: etchantKind('ferric-chloride'), dwell: { notBefore: 900, best: 900, notAfter: 1000 } })).toEqual([
      'move every 1\u00a0min',
      're-wet every 3\u00a0min',
    ])
    expect(calls({ dwell: { notBefore: 60, best: 60, notAfter: 90 } })).toEqual([])
    expect(calls({ kind: etchantKind('abrasive') })).toEqual([])
  })
})

it('every list begins with its gate, ends with wash-up and look, says why and what good looks like, whatever is chosen', () => {
  const some = <T>(values: readonly T[]) => fc.constantFrom(...values)
  fc.assert(
    fc.property(
      some(SUBSTRATE_IDS),
      some(ETCHANT_IDS),
      some(RESIST_IDS.filter(r => r !== 'paper')),
      some(['flat', 'cylinder', 'taper', 'bowl'] as const),
      some(SCHOOL_TABLES.care.map(s => s.id)),
      some(SCHOOL_TABLES.peel.map(s => s.id)),
      some(SCHOOL_TABLES.rinsing.map(s => s.id)),
      fc.boolean(),
      fc.boolean(),
      some(FINISHES),
      fc.integer({ min: 1, max: 40 }),
      (substrate, etchant, resist, surface, care, peel, rinsing, oldLabel, reusable, finish, pieces) => {
        const kind = etchantKind(etchant)
        const list = stepList({
          ...context,
          substrate: substrateKind(substrate),
          kind,
          resist: resistKind(resist),
          surface,
          schools: { ...schools, care, peel, rinsing },
          oldLabel,
          reusable,
          finish,
          pieces,
          cares: judge({ substrate, etchant, resist }, { ...PLAIN, surface }).cares,
          blast: kind.method === 'blast' ? { look: 'fade', pressure: '275 kPa', distance: '150 mm', passes: 2 } : null,
        })
        expect(list[0]).toMatchObject({ id: 'safety', safety: true, items: SAFETY_ITEMS[kind.method] })
        expect(list.slice(-2).map(s => s.id)).toEqual(['wash-up', 'look'])
        expect(list.at(-2)!.items).toEqual(WASH_UP_ITEMS[kind.method])
        expect(new Set(list.map(s => s.id)).size).toBe(list.length)
        expect(list.filter(s => s.kind === 'clock' || s.kind === 'blast')).toHaveLength(1)
        for (const s of list) {
          expect(s.reason.length).toBeGreaterThan(10)
          expect(s.good.length).toBeGreaterThan(5)
          expect(s.seconds).toBeGreaterThan(0)
          if (s.kind !== 'do') expect(s.safety).toBe(true)
        }
        if (kind.method !== 'blast') expect(list.some(s => s.id === 'neutralise')).toBe(true)
      },
    ),
  )
})
