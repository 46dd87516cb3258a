import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { v7 } from 'uuid'
import { DEFAULT_HOUSE_RULES } from '#core/trade/house'
import { measuredWall, SLIT_CLEAR } from '#core/piece/vessel'
import type { Blank } from './blanks'
import type { Pass, Placement } from './passes'
import { ANCHORS } from './placements'
import { layPart, markOf, neededStencils, overlapOf, partLetter, pieceWords, placedStencils, sharesOfSheet } from './sheet-parts'
import type { LaidPart, PlacedStencil, SheetFacts } from './sheet-parts'
import { partWarnings, passLine, spacingWords } from './sheet-words'
import { PART_FORM, partSchema, PLACEMENT_FORM, SHEET_FORM, sheetOfSet, sheetSchema } from './sheets'
import type { PartForm, SheetForm } from './sheets'

const rules = DEFAULT_HOUSE_RULES
const part = (form: Partial<PartForm>) =>
  partSchema('mm').parse({ ...PART_FORM, placements: [{ ...PLACEMENT_FORM, artworkId: v7() }], ...form })
const film = (form: Partial<SheetForm>) =>
  sheetSchema('mm').parse({
    ...SHEET_FORM,
    name: 'Goblets',
    parts: [{ ...PART_FORM, placements: [{ ...PLACEMENT_FORM, artworkId: v7() }] }],
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
const placed = (form: Partial<SheetForm>, wall = bowl) =>
  placedStencils(part({}), film(form), { wall, pane: null, bands: [] }, art, rules)[0]!

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
  const placeOf = (of: Pass, ofPass: number) =>
    ({ artworkId: common, passId: of.id, ofPass, line: ofPass, repeat: 0 }) as PlacedStencil
  /** Stencils of a part that is laid out like this. */
  const needed = (change: Partial<PartForm>, placed: PlacedStencil[], ours: Pass[], batch: number[] = []) =>
    neededStencils({ part: part(change), placed, ours, noun: 'glass', ground: { wall: null }, batch } as unknown as LaidPart)
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
      names: [],
      border: null,
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
    expect(form).toMatchObject({ name: '4 tumblers, Rowing club', resist: 'permanent-vinyl' })
    const [ours] = form.parts
    expect(ours).toMatchObject({ setId: 'set', pieces: '3' })
    expect(ours!.keepOut).toEqual([{ kind: 'label', at: '0.25 round', width: '70 mm' }])
    expect(ours!.placements.map(p => [p.artworkId, p.passId, p.placement])).toEqual([
      [common, passes[1]!.id, 0],
      [own, passes[1]!.id, 1],
    ])
    expect(ours!.placements[1]).toMatchObject({ anchor: 'label', at: '20 mm', level: 'middle', clear: '40 mm', turn: '-5', count: '2' })
    // As it is written it reads as it was meant.
    const [, read] = partSchema('in').parse({ ...ours, setId: v7() }).placements
    expect(read).toMatchObject({ at: beside.at, clear: 40, turn: -5, count: 2 })
    expect(sheetOfSet([])).toEqual(SHEET_FORM)
    // A sheet is of one film: a pass under another is on a sheet of its own.
    const paper = [...passes, pass({ resist: 'contact-paper' })]
    expect(sheetOfSet(paper, 'contact-paper').parts[0]!.placements.map(p => p.passId)).toEqual([paper[3]!.id])
  })
  it('each piece that is still to do gets its own stencil', () => {
    const named = pass({ placements: [placement({}), placement({ artworkIds: [null, null, own, null] })], names: ['Ada', 'Bo', 'Cas'] })
    // Number 2 is done: the second stencil is for number 3.
    const stencils = needed({ pieces: '3', spares: '0' }, [placeOf(named, 0), placeOf(named, 1)], [named])
    expect(stencils.map(s => [s.piece, s.artworkId])).toEqual([
      [1, common], [1, common], [3, common], [3, own], [4, common], [4, common],
    ])
    expect(stencils.filter(s => s.artworkId === own).map(pieceWords)).toEqual(['tumbler 3 of 4, Cas'])
    const alone = needed({ pieces: '2', spares: '0' }, [{ ...placeOf(named, 0), passId: null }], [named])
    expect(alone.map(s => [s.artworkId, markOf(s, '')])).toEqual([[common, '1/2'], [common, '2/2']])
    const [only] = needed({ pieces: '1', spares: '0' }, [{ ...placeOf(named, 0), passId: null }], [])
    expect(markOf(only!, '')).toBe('')
  })
  it('has so many spares of each stencil that differs, and a repeat is none that differs', () => {
    const named = pass({ placements: [placement({}), placement({ artworkIds: [own] })] })
    const twice = [placeOf(named, 0), { ...placeOf(named, 0), repeat: 1 }, placeOf(named, 1)]
    const stencils = needed({ pieces: '3', spares: '2' }, twice, [named])
    // Three pieces of three stencils each; then of the common one at both places, and of the first piece's own.
    expect(stencils).toHaveLength(3 * 3 + 2 * 3)
    const spares = stencils.filter(s => s.piece === null)
    expect(spares.map(s => s.place.line)).toEqual([0, 0, 1, 1, 1, 1])
    expect(spares.map(s => s.artworkId)).toEqual([common, common, own, own, common, common])
    expect(spares.map(s => [markOf(s, 'B'), pieceWords(s)])[0]).toEqual(['B S', 'spare'])
    // What is asked for beyond what the job owes is spare as well.
    expect(needed({ pieces: '4', spares: '0' }, [placeOf(named, 0)], [named]).at(-1)!.piece).toBeNull()
  })
  it('on a sheet with others each has a letter, and its own share of the film', () => {
    expect([partLetter(0, 1), partLetter(0, 2), partLetter(1, 2)]).toEqual(['', 'A', 'B'])
    const small = placement({ artWidth: 30, artHeight: 30 })
    const [one, two] = [
      pass({ setId: v7(), border: 10, pieces: 2, done: [], placements: [small] }),
      pass({ setId: v7(), border: 10, pieces: 3, done: [], placements: [placement({ artWidth: 80, artHeight: 30 })] }),
    ]
    const sheet = [one, two].map(p =>
      part({ setId: p.setId, pieces: String(p.pieces), placements: [{ ...PLACEMENT_FORM, artworkId: common, passId: p.id }] }))
    // 2 of 50 × 50 mm and 3 of 100 × 50: a quarter and three quarters of 30,000 mm².
    const even = sharesOfSheet(sheet, [one, two], 30_000, 20)
    expect(even.perSet).toEqual({ [one.setId]: 0.25, [two.setId]: 0.75 })
    expect(even.perPiece).toEqual({ [one.id]: 3750, [two.id]: 7500 })
    // One that nothing is cut for has none of it.
    const idle = part({ setId: v7() })
    expect(sharesOfSheet([...sheet, idle], [one, two], 30_000, 20).perSet).toEqual({ ...even.perSet, [idle.setId!]: 0 })
    // With four spares the small ones are 6 of 2,500 mm²: half of it all, for the same two pieces.
    const spare = sharesOfSheet([{ ...sheet[0]!, spares: 4 }, sheet[1]!], [one, two], 30_000, 20)
    expect(spare.perSet).toEqual({ [one.setId]: 0.5, [two.setId]: 0.5 })
    expect(spare.perPiece[one.id]).toBe(7500)
  })
  it('pieces are on a sheet once, and what stands alone has it to itself', () => {
    const own = { ...PART_FORM, setId: v7(), placements: [{ ...PLACEMENT_FORM, artworkId: v7() }] }
    const wrong = (parts: PartForm[]) =>
      sheetSchema('mm').safeParse({ ...SHEET_FORM, name: 'Both', parts }).error?.issues.map(i => i.message)
    expect(wrong([own, { ...own, setId: v7() }])).toBeUndefined()
    expect(wrong([own, own])).toEqual(['These pieces are on this sheet already.'])
    expect(wrong([own, { ...own, setId: '' }])).toEqual(['Choose a job here. What stands alone gets a sheet to itself.'])
    expect(part({ spares: '0' }).spares + part({ spares: '' }).spares + part({ spares: '3' }).spares).toBe(3)
    expect(() => part({ spares: '21' })).toThrow(/20 spares of each are plenty/)
    expect(() => part({ spares: 'two' })).toThrow(/whole number/)
    expect(() => part({ ends: 'gap' })).toThrow(/how wide the gap is/)
    expect(() => part({ pieces: '3', girths: '240\n241' })).toThrow(/one girth for each of the 3 pieces/)
    expect([part({}), part({ endsBy: '4' }), part({ ends: 'edge' }), part({ ends: 'gap', endsBy: '2' })].map(p => overlapOf(p, rules)))
      .toEqual([rules.wrapOverlap, 4, 0, -2])
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
        const form = part({ placements: places.map(p => ({ ...PLACEMENT_FORM, ...p, artworkId: v7() })) })
        const any = film({})
        const pane = { width: 300, height: 200, thickness: 4, holes: [] }
        const round = placedStencils(form, any, { wall: straight, pane: null, bands: [] }, art, rules).map(p => p.placement!)
        const boxes = [...round, ...placedStencils(form, any, { wall: null, pane, bands: [] }, art, rules).map(p => p.onPane!)]
        for (const box of boxes) expect(Object.values(box).every(Number.isFinite)).toBe(true)
        for (const { middle } of round) expect(middle).toBeLessThanOrEqual(straight.to)
        expect(
          placedStencils(form, any, { wall: null, pane: null, bands: [] }, art, rules)
            .every(p => p.placement === null && p.onPane === null),
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
    const parts = [{ ...PART_FORM, placements: [{ ...PLACEMENT_FORM, artworkId: v7() }] }]
    const read = sheetSchema('mm').parse({ ...old, name: 'Goblets', parts })
    expect(read).toMatchObject({ slits: 'none', marks: true })
  })
})

describe('what a sheet says of a part', () => {
  const [band, star] = [v7(), v7()]
  const girth = 2 * Math.PI * 45
  const sizes: Record<string, { name: string, figures: { width: number, height: number } }> = {
    [band]: { name: 'Wave', figures: { width: girth - 4, height: 20 } },
    [star]: { name: 'Star', figures: { width: 30, height: 30 } },
  }
  const facts: SheetFacts = {
    blank: () => {
      const readings = [0, 90].map(height => ({ height, girth }))
      return { noun: 'glass', heightKind: 'vertical', readings, girths: [girth + 8, girth - 5] } as unknown as Blank
    },
    artwork: id => sizes[id],
    passes: [],
    rules,
  }
  function lay(...change: Partial<PartForm['placements'][number]>[]): LaidPart {
    const placements = change.map(p => ({ ...PLACEMENT_FORM, artworkId: star, ...p }))
    return layPart(part({ blankId: v7(), keepOut: [], placements }), film({}), facts)
  }
  const mm = (value: number) => `${Math.round(value)} mm`
  it('how repeats share the way round, and what goes all round on the batch', () => {
    expect(spacingWords(lay({ artworkId: band }), facts, mm)).toEqual([
      `Wave goes all round, on film ${mm(girth + rules.wrapOverlap)} long, its ends overlapping by 6 mm. `
      + 'The art leaves 4 mm plain at the back.',
    ])
    // The batch has as many pieces: film for each, with a gap that was asked for.
    const own = layPart(
      part({ blankId: v7(), pieces: '2', ends: 'gap', endsBy: '2 mm', placements: [{ ...PLACEMENT_FORM, artworkId: band }] }),
      film({}),
      facts,
    )
    expect(spacingWords(own, facts, mm)).toEqual([
      'Each film is as long as its piece is round, its ends with a gap of 2 mm: '
      + `${mm(girth + 6)} for glass 1, ${mm(girth - 7)} for glass 2.`,
      'On glass 1 the art leaves 12 mm plain at the back.',
    ])
    // Measured again, these go before the batch; a spare is as long as the longest.
    const taped = { ...own, part: { ...own.part, girths: [girth, girth + 1], spares: 1 } }
    expect(neededStencils(taped).map(s => Math.round(s.girth - girth))).toEqual([0, 1, 1])
    expect(partWarnings(own, facts, mm)).toEqual([])
    const between = Math.round(girth / 3 - 30 - 2 * rules.border)
    expect(spacingWords(lay({ count: '3' }), facts, mm)).toEqual([`3 times Star: ${between} mm between two borders.`])
  })
  it('what is wrong where, and what is etched after what', () => {
    const off = lay({ level: 'middle', clear: '85 mm' })
    expect(partWarnings(off, facts, mm)).toEqual(['Star: It stands over the rim.'])
    const over = lay({}, { at: '10 mm' })
    expect(over.plan.passes.map((p, k) => passLine(over, p, k === 1, facts))).toEqual([
      'Star (1). Rinse fully and dry before the next.',
      'Star (2). Tape over Star (1). Where the art overlaps, leave what this stencil opens uncovered.',
    ])
  })
})
