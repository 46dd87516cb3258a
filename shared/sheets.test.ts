import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { v7 } from 'uuid'
import { DEFAULT_HOUSE_RULES } from '#core/trade/house'
import { measuredWall, SLIT_CLEAR } from '#core/piece/vessel'
import type { Pass, Placement } from './passes'
import { ANCHORS } from './placements'
import { artworkAt, PLACEMENT_FORM, placedStencils, SHEET_FORM, sheetOfSet, sheetSchema } from './sheets'
import type { SheetForm } from './sheets'

const rules = DEFAULT_HOUSE_RULES
const entry = (form: Partial<SheetForm>) =>
  sheetSchema('mm').parse({
    ...SHEET_FORM,
    name: 'Goblets',
    placements: [{ ...SHEET_FORM.placements[0]!, artworkId: v7() }],
    ...form,
  })
/** A bowl of 90 mm across, and a straight glass as wide. */
const bowl = measuredWall(
  [0, 15, 30, 45, 60, 75, 90].map(height => ({ height, girth: 2 * Math.PI * Math.sqrt(45 ** 2 - (height - 45) ** 2 + 60) })),
  'vertical',
)
const straight = measuredWall(
  [0, 90].map(height => ({ height, girth: 2 * Math.PI * 45 })),
  'vertical',
)
const art = () => ({ width: 24, height: 24 })
const [placed] = [(form: Partial<SheetForm>, wall = bowl) => placedStencils(entry(form), { wall, pane: null, bands: [] }, art, rules)[0]!]

describe('a sheet for the pieces of a job', () => {
  const [common, own] = [v7(), v7()]
  const at = { unit: 'degrees' as const, value: 0 }
  const placement = (change: Partial<Placement>) =>
    ({
      artworkId: common,
      artworkIds: [],
      count: 1,
      anchor: 'opposite-seam',
      at,
      level: 'middle',
      clear: null,
      turn: 0,
      ...change,
    }) as Placement
  const pass = (change: Partial<Pass>) =>
    ({
      id: v7(),
      setId: 'set',
      customer: 'Rowing club',
      noun: 'tumbler',
      pieces: 4,
      done: [2],
      blankId: null,
      resist: 'permanent-vinyl',
      placements: [placement({})],
      keepOut: [{ kind: 'label', at: { unit: 'share', value: 0.25 }, width: { unit: 'mm', value: 70 } }],
      ...change,
    }) as Pass
  it('takes count, resist and every place from it; nothing is typed twice', () => {
    const beside = placement({ artworkId: own, anchor: 'label', at: { unit: 'mm', value: 20 }, clear: 40, turn: -5, count: 2 })
    const passes = [
      pass({ resist: 'mesh' }),
      pass({ placements: [placement({}), beside] }),
      pass({ placements: [placement({ artworkId: null })] }),
    ]
    const form = sheetOfSet(passes)
    expect(form).toMatchObject({ name: '4 tumblers, Rowing club', setId: 'set', pieces: '3', resist: 'permanent-vinyl' })
    expect(form.keepOut).toEqual([{ kind: 'label', at: '0.25 round', width: '70 mm' }])
    expect(form.placements.map(p => [p.artworkId, p.passId, p.placement])).toEqual([
      [common, passes[1]!.id, 0],
      [own, passes[1]!.id, 1],
    ])
    expect(form.placements[1]).toMatchObject({ anchor: 'label', at: '20 mm', level: 'middle', clear: '40 mm', turn: '-5', count: '2' })
    // As it is written it reads as it was meant.
    const [, read] = sheetSchema('in').parse({ ...form, setId: v7() }).placements
    expect(read).toMatchObject({ at: beside.at, clear: 40, turn: -5, count: 2 })
    expect(sheetOfSet([])).toEqual(SHEET_FORM)
    // A sheet is of one film: a pass under another is on a sheet of its own.
    const paper = [...passes, pass({ resist: 'contact-paper' })]
    expect(sheetOfSet(paper, 'contact-paper').placements.map(p => p.passId)).toEqual([paper[3]!.id])
  })
  it('each piece that is still to do gets its own stencil', () => {
    const named = pass({ placements: [placement({}), placement({ artworkIds: [null, null, own, null] })] })
    const at = (piece: number, ofPass = 1) => artworkAt({ artworkId: common, passId: named.id, ofPass }, piece, [named])
    // Number 2 is done: the second stencil is for number 3.
    expect([0, 1, 2].map(n => at(n))).toEqual([common, own, common])
    expect(at(1, 0)).toBe(common)
    expect(artworkAt({ artworkId: common, passId: null, ofPass: 0 }, 1, [named])).toBe(common)
  })
})

describe('places', () => {
  const anchor = fc.constantFrom(...ANCHORS.map(a => a.id))
  const place = fc.record({
    anchor,
    at: fc.constantFrom('', '90', '1/4 round', '60 mm', '-20 mm'),
    level: fc.constantFrom('middle' as const, 'base' as const, 'rim' as const),
    clear: fc.constantFrom('', '0', '10', '400'),
    turn: fc.constantFrom('', '0', '-30'),
    count: fc.constantFrom('1', '3'),
  })
  it('are numbers, whatever is written: on a wall, on a pane, and where nothing was measured', () => {
    fc.assert(
      fc.property(fc.array(place, { minLength: 1, maxLength: 2 }), (places) => {
        const form = entry({ placements: places.map(p => ({ ...PLACEMENT_FORM, ...p, artworkId: v7() })) })
        const pane = { width: 300, height: 200, thickness: 4, holes: [] }
        const round = placedStencils(form, { wall: straight, pane: null, bands: [] }, art, rules).map(p => p.placement!)
        const boxes = [...round, ...placedStencils(form, { wall: null, pane, bands: [] }, art, rules).map(p => p.onPane!)]
        for (const box of boxes) expect(Object.values(box).every(Number.isFinite)).toBe(true)
        for (const { middle } of round) expect(middle).toBeLessThanOrEqual(straight.to)
        expect(
          placedStencils(form, { wall: null, pane: null, bands: [] }, art, rules).every(p => p.placement === null && p.onPane === null),
        ).toBe(true)
      }),
      { numRuns: 25 },
    )
  })
})

describe('the border of a stencil on a curve', () => {
  it('keeps its width and is slit, clear of the art; or is narrower and not slit', () => {
    const slit = placed({ slits: 'drawn' })
    expect(slit.border).toBe(rules.border)
    expect(slit.slits.length).toBeGreaterThan(0)
    for (const s of slit.slits) expect(s.depth).toBeLessThanOrEqual(rules.border - SLIT_CLEAR)
    const narrow = placed({ slits: 'none' })
    expect(narrow.slits).toEqual([])
    expect(narrow.border).toBeLessThan(rules.border)
  })
  it('says of slits what the plan says of them: they are those of the same verdict', () => {
    const { slits, verdict } = placed({ slits: 'hand' })
    expect(slits).toEqual(verdict!.slits)
  })
  it('a film that stretches is never slit, and nothing is where it lies flat', () => {
    expect(placed({ slits: 'machine', resist: 'soft-vinyl' }).slits).toEqual([])
    expect(placed({ slits: 'machine' }, straight)).toMatchObject({ slits: [], border: rules.border })
  })
  it('a sheet from before slits could be chosen is read as it was laid out', () => {
    const { slits: _slits, marks: _marks, ...old } = SHEET_FORM
    const read = sheetSchema('mm').parse({ ...old, name: 'Goblets', placements: [{ ...old.placements[0]!, artworkId: v7() }] })
    expect(read).toMatchObject({ slits: 'none', marks: true })
  })
})
