import { describe, expect, it } from 'vitest'
import { v7 } from 'uuid'
import { DEFAULT_HOUSE_RULES } from '#core/trade/house'
import { measuredWall, SLIT_CLEAR } from '#core/piece/vessel'
import { placedStencils, SHEET_FORM, sheetSchema } from './sheets'
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
