import type { BlastLook } from '../blast'
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
  turn: { no: 1, of: 1 },
  noun: 'tumbler',
  substrate: substrateKind('soda-lime'),
  surface: 'cylinder',
  kind: etchantKind('general-cream'),
  resist: resistKind('permanent-vinyl'),
  stencils: 1,
  weeding: null,
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
  slits: null,
  mirrored: false,
  wholeFace: false,
  handFits: true,
  food: false,
  keepOffLip: false,
  finish: 'none',
  cares: [],
  couponFirst: null,
  blast: null,
}
const steps = (change: Partial<StepContext> = {}) => stepList({ ...context, ...change })
/** One look for all four pieces. */
const gun = (look: BlastLook) => ({
  looks: [{ look, pieces: [], count: 4, best: 30 }],
  pressure: '275 kPa',
  distance: '150 mm',
  passes: 2,
})
const step = (id: string, change: Partial<StepContext> = {}) => steps(change).find(s => s.id === id)!
const ids = (change: Partial<StepContext> = {}) => steps(change).map(s => s.id)
const words = (id: string, change: Partial<StepContext> = {}) => {
  const s = step(id, change)
  return [s.title, s.reason, ...s.how, s.good].join(' ')
}

describe('cream, in the trade\'s order', () => {
  it('knife work without gloves, the gate just before the bottle, wash-up while it dries, the look before the card', () => {
    expect(ids()).toEqual([
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
      'give',
    ])
    expect(step('safety').items!.map(i => i.id)).toEqual(['gloves', 'eyes', 'air', 'surface', 'water', 'gel', 'away', 'label', 'numbers'])
    expect(
      step('safety')
        .items!.map(i => i.text)
        .join(' '),
    ).toMatch(/nitrile or neoprene, two pairs, not thin latex.*in date/)
  })
  it('an old label comes off first: hot soak, thermal shock, remover, soap', () => {
    expect(ids({ oldLabel: true }).slice(0, 2)).toEqual(['label-off', 'clean'])
    expect(words('label-off', { oldLabel: true })).toMatch(/5 to 10 min.*crack.*back label.*remover.*dish soap/)
  })
  it('what is cut with a knife comes with its own caution, and alcohol with its own', () => {
    for (const resist of ['contact-paper', 'tape'] as const)
      expect(words('resist', { resist: resistKind(resist) })).toMatch(/away from your fingers/)
    expect(words('clean')).toMatch(/no flame, no spark and no hot plate/)
  })
  it('is held from inside only where a hand fits', () => {
    expect(words('clean')).toMatch(/from inside/)
    expect(words('clean', { handFits: false })).toMatch(/by its foot or neck/)
    expect(words('clean', { surface: 'flat' })).toMatch(/by its edges/)
  })
  it.each<[Partial<StepContext>, RegExp]>([
    [{}, /Weeded on its backing.*Middle first.*180 degrees/],
    [{ schools: { ...schools, weeding: 'piece' } }, /then weed.*Weeded on the piece/],
    [{ resist: resistKind('soft-vinyl') }, /transferred whole and weeded on the piece/],
    [{ resist: resistKind('contact-paper') }, /Cut on the piece.*small parts first/],
    [{ resist: resistKind('stickers') }, /background frosts.*Press each edge.*fingerprints/],
    [{ resist: resistKind('rub-on') }, /four small pieces of tape.*Burnish.*turns light everywhere.*overlapping the film/],
    [{ resist: resistKind('re-stickable') }, /kept clean.*Press every edge/],
    [{ resist: resistKind('mesh') }, /at once after coating/],
    [{ resist: resistKind('loose-stencil') }, /Tape all round/],
  ])('resist on, by kind %#', (change, what) => {
    expect(words('resist', change)).toMatch(what)
  })
  it('mesh comes off at once, and nothing is peeled at the end; a loose stencil is pressed straight down', () => {
    const mesh = { resist: resistKind('mesh') }
    expect(words('etch', mesh)).toMatch(/Pull the mesh off at once and wash it/)
    expect(step('peel', mesh).title).toBe('Take the tape off all 4 tumblers')
    expect(words('peel', mesh)).toMatch(/Count the use/)
    expect(words('etch', { resist: resistKind('loose-stencil') })).toMatch(/straight down, no sideways/)
    expect(words('peel', { resist: resistKind('loose-stencil') })).toMatch(/count the use/)
    expect(words('peel', { resist: resistKind('re-stickable') })).toMatch(/still on the piece.*Back on its backing/)
  })
  it('slits by number and depth, for sheets on a curve only, cut before it goes on', () => {
    const slits = [{ called: '', edge: 'upper' as const, count: 3, depth: '6 mm' }]
    expect(words('mask', { slits })).toMatch(/3 slits 6 mm deep in the upper edge, cut before it goes on/)
    expect(words('mask', { slits: [] })).not.toMatch(/[Ss]lit/)
    for (const resist of ['mesh', 'stickers', 'rub-on', 're-stickable'] as const)
      expect(words('mask', { slits, resist: resistKind(resist) })).not.toMatch(/[Ss]lit/)
  })
  it('TOP, islands, surround, stopped mouth, chock, a band at the stem: on a round piece', () => {
    expect(words('mask')).toMatch(/bubble.*Islands in place.*TOP.*Surround taped.*Mouth stopped; chocked/)
    expect(words('mask', { surface: 'flat' })).not.toMatch(/Mouth|[Ss]lit/)
    expect(words('mask', { surface: 'bowl' })).toMatch(/where the bowl meets the stem/)
    expect(words('mask', { keepOffLip: true })).toMatch(/Lip and inside taped shut/)
  })
  it('only what can be looked through is looked at from the back', () => {
    expect(words('etch', { surface: 'flat' })).toMatch(/Look from the back/)
    expect(words('etch', { surface: 'flat', substrate: substrateKind('mirror-face') })).not.toMatch(/from the back/)
  })
  it('a thin spot is never coated again, and cream stays in plastic', () => {
    expect(words('etch')).toMatch(/coating it again makes it worse/)
    expect(words('ready-etchant')).toMatch(/Put it in plastic/)
    expect(words('etch', { tool: 'wide' })).toMatch(/Pour it on/)
  })
  it('care, rinsing and peeling follow the school', () => {
    expect(words('etch', { schools: { ...schools, care: 'swirl' } })).toMatch(/Swirl once at half time/)
    expect(words('etch', { schools: { ...schools, care: 'move' } })).toMatch(/Keep it moving/)
    expect(words('etch', { schools: { ...schools, after: 'wipe' } })).toMatch(/wipe the cream off with a damp towel/)
    expect(words('etch', { reusable: false })).toMatch(/wipe the cream off/)
    expect(step('neutralise', { schools: { ...schools, rinsing: 'two-baths' } }).title).toBe('Neutralise both baths')
    expect(step('neutralise', { schools: { ...schools, rinsing: 'sink' } }).title).toMatch(/sink, wipes/)
    expect(ids({ schools: { ...schools, peel: 'when-dry' } })).toEqual([
      'clean',
      'resist',
      'mask',
      'safety',
      'ready-etchant',
      'etch',
      'measure',
      'neutralise',
      'dry-first',
      'peel',
      'second-wash',
      'dry',
      'wash-up',
      'look',
      'give',
    ])
  })
  it('colour and gems come after the look and before the card', () => {
    expect(ids({ finish: 'ink' }).slice(-3)).toEqual(['look', 'ink', 'give'])
    expect(ids({ finish: 'gems' }).slice(-3)).toEqual(['look', 'gems', 'give'])
  })
  it('an old bottle is tried before anything is cut, behind a gate of its own, with its own clock', () => {
    expect(ids({ couponFirst: 'Old.' }).slice(0, 3)).toEqual(['try-safety', 'scrap-jar', 'clean'])
    expect(step('scrap-jar', { couponFirst: 'Old.' })).toMatchObject({ kind: 'try', safety: true })
  })
  it.each<[Partial<StepContext>, RegExp, RegExp]>([
    [{}, /dishwasher safe/, /by hand/],
    [{ finish: 'ink' }, /by hand: a dishwasher takes the colour out/, /dishwasher safe/],
    [{ finish: 'gems' }, /loosens the glue/, /dishwasher safe/],
    [{ substrate: substrateKind('mirror-face') }, /damp cloth.*water away from its back/, /dishwasher safe/],
    [{ substrate: substrateKind('crystal') }, /by hand/, /dishwasher safe/],
    [{ substrate: substrateKind('stainless'), kind: etchantKind('ferric-chloride'), food: true }, /no scouring/, /Keep food off/],
    [{ substrate: substrateKind('brass'), kind: etchantKind('ferric-chloride'), food: true }, /Keep food off/, /dishwasher safe/],
  ])('the care card says what is true of this piece %#', (change, says, silent) => {
    expect(words('give', change)).toMatch(says)
    expect(words('give', change)).not.toMatch(silent)
  })
  it('copper, brass and silver are sealed; stainless does not tarnish in days', () => {
    const sealed = (id: 'copper' | 'brass' | 'silver-plate' | 'stainless' | 'stainless-coloured') =>
      ids({ substrate: substrateKind(id), kind: etchantKind('ferric-chloride'), surface: 'flat' }).includes('protect')
    expect([sealed('copper'), sealed('brass'), sealed('silver-plate'), sealed('stainless'), sealed('stainless-coloured')]).toEqual([
      true,
      true,
      true,
      false,
      false,
    ])
  })
  it.each<[Partial<StepContext>, RegExp, RegExp]>([
    [{ surface: 'flat' }, /Row by row across the pane/, /turning|neck/],
    [{}, /turning the piece.*neck or the foot bare/, /Row by row/],
  ])('solid frost under the gun %#', (change, says, silent) => {
    const blast = gun('solid')
    const moves = words('etch', { kind: etchantKind('abrasive'), blast, ...change })
    expect(moves).toMatch(says)
    expect(moves).not.toMatch(silent)
  })
  it('a fade is not called even all over; a mirror back lets light through', () => {
    const kind = etchantKind('abrasive')
    expect(step('etch', { kind, blast: gun('fade') }).good).toMatch(/full frost to clear/)
    const mirror = { kind, blast: gun('graphics'), surface: 'flat' as const, substrate: substrateKind('mirror-back') }
    expect(step('etch', mirror).good).toMatch(/Light comes through/)
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
  it('weeding takes what the art\'s own report says, where there is one', () => {
    expect(step('resist').seconds).toBe(4 * 240)
    expect(step('resist', { weeding: 300 }).seconds).toBe(4 * 420)
    expect(step('resist', { weeding: 300, resist: resistKind('rub-on') }).seconds).toBe(4 * resistKind('rub-on').applySeconds)
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
    const tile = { kind: etchantKind('tile-cream'), dwell: { notBefore: 1200, best: 1200, notAfter: 1500 } }
    expect(calls(tile)).toEqual(['drip every 3\u00a0min'])
    expect(calls({ ...tile, surface: 'flat' })).toEqual(['drip at 10\u00a0min'])
    expect(calls({ surface: 'flat', schools: { ...schools, care: 'swirl' } })).toEqual(['swirl at 2\u00a0min 30\u00a0s'])
    expect(calls({ surface: 'flat', kind: etchantKind('ferric-chloride'), dwell: { notBefore: 900, best: 900, notAfter: 1000 } })).toEqual([
      'move every 1\u00a0min',
      're-wet every 3\u00a0min',
    ])
    expect(calls({ dwell: { notBefore: 60, best: 60, notAfter: 90 } })).toEqual([])
    expect(calls({ kind: etchantKind('abrasive') })).toEqual([])
  })
  it('mesh is pulled at once, however short the dwell; the edges of contact paper are looked at in a long one', () => {
    const mesh = { surface: 'flat' as const, resist: resistKind('mesh'), dwell: { notBefore: 15, best: 15, notAfter: 30 } }
    expect(calls(mesh)).toEqual([
      'pull-mesh at 1\u00a0s',
    ])
    const paper = { surface: 'flat' as const, resist: resistKind('contact-paper') }
    expect(calls({ ...paper, dwell: { notBefore: 900, best: 900, notAfter: 1100 } })).toEqual(['edges every 5\u00a0min'])
    expect(calls(paper)).toEqual([])
  })
})

it('every list has its gate before anything is opened, wash-up before the look, the card at the end, whatever is chosen', () => {
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
          blast: kind.method === 'blast' ? gun('fade') : null,
        })
        const at = (id: string) => list.findIndex(s => s.id === id)
        expect(list[at('safety')]).toMatchObject({ safety: true, items: SAFETY_ITEMS[kind.method] })
        // Nothing is opened before its gate.
        expect(at('safety')).toBeLessThan(at('ready-etchant'))
        expect(at('look')).toBe(at('wash-up') + 1)
        expect(list.at(-1)!.id).toBe('give')
        expect(list[at('wash-up')]!.items).toEqual(WASH_UP_ITEMS[kind.method])
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
