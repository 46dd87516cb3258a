import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { v7 } from 'uuid'
import { DEFAULT_HOUSE_RULES } from '#core/trade/house'
import { measuredWall, SLIT_CLEAR } from '#core/piece/vessel'
import type { Pass } from './passes'
import { ANCHORS, artworkAt, PLACEMENT_FORM, placedStencils, SHEET_FORM, sheetOfSet, sheetSchema } from './sheets'
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
const straight = measuredWall([0, 90].map(height => ({ height, girth: 2 * Math.PI * 45 })), 'vertical')
const art = () => ({ width: 24, height: 24 })
const [placed] = [(form: Partial<SheetForm>, wall = bowl) => placedStencils(entry(form), wall, null, art, rules)[0]!]

describe('a sheet for the pieces of a job', () => {
  const [common, own] = [v7(), v7()]
  const pass = (change: Partial<Pass>) =>
    ({
      id: v7(), setId: 'set', customer: 'Rowing club', noun: 'tumbler', pieces: 4, done: [2], blankId: null, resist: 'permanent-vinyl',
      artworkId: common, artworkIds: [], artMiddle: 40, ...change,
    }) as Pass
  it('takes count, resist and a place for each pass from it; nothing is typed twice', () => {
    const passes = [pass({ resist: 'mesh' }), pass({ artworkId: own, artMiddle: null }), pass({ artworkId: null })]
    const form = sheetOfSet(passes)
    expect(form).toMatchObject({ name: '4 tumblers, Rowing club', setId: 'set', pieces: '3', resist: 'permanent-vinyl' })
    expect(form.placements.map(p => [p.artworkId, p.passId, p.clear])).toEqual([
      [common, passes[0]!.id, '40 mm'],
      [own, passes[1]!.id, ''],
    ])
    expect(sheetOfSet([])).toEqual(SHEET_FORM)
  })
  it('each piece that is still to do gets its own stencil', () => {
    const named = pass({ artworkIds: [null, null, own, null] })
    const at = (piece: number) => artworkAt({ artworkId: common, passId: named.id }, piece, [named])
    // Number 2 is done: the second stencil is for number 3.
    expect([0, 1, 2].map(at)).toEqual([common, own, common])
    expect(artworkAt({ artworkId: common, passId: null }, 1, [named])).toBe(common)
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
        const round = placedStencils(form, straight, null, art, rules).map(p => p.placement!)
        const boxes = [...round, ...placedStencils(form, null, pane, art, rules).map(p => p.onPane!)]
        for (const box of boxes) expect(Object.values(box).every(Number.isFinite)).toBe(true)
        for (const { middle } of round) expect(middle).toBeLessThanOrEqual(straight.to)
        expect(placedStencils(form, null, null, art, rules).every(p => p.placement === null && p.onPane === null)).toBe(true)
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
