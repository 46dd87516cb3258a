import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DEFAULT_HOUSE_RULES } from '#core/trade/house'
import { BLANK_PLACEMENT, BLANK_PLAN, placementSchema, planOf, planSchema } from './jobs'
import type { PlacementForm } from './jobs'
import { clashIn, groundOf, overlapArt, partedIn, placedAt, placedProblems, spotOf, writtenAt, writtenWhere } from './placements'

const border = DEFAULT_HOUSE_RULES.border
/** A pint: 110 mm tall, 240 mm round; 2 mm round it are 3 degrees. */
const pint = (placements: Partial<PlacementForm>[], change: object = {}) =>
  planSchema('mm').parse({
    ...BLANK_PLAN,
    ...planOf({ noun: 'pint', pieces: '1', height: '110', girth: '240', customer: 'Rowing club', dueOn: '2030-06-01' }),
    lotId: '0190c9d4-5b7a-7c3e-9f00-000000000001',
    placements: placements.map(p => ({ ...BLANK_PLACEMENT, artWidth: '30', artHeight: '40', openFraction: '35 %', ...p })),
    ...change,
  })
const on = (plan: ReturnType<typeof pint>) => groundOf(plan, null, null)
const placed = (plan: ReturnType<typeof pint>, of: number) => {
  const p = plan.placements[of]!
  return placedAt(p, on(plan), { width: p.artWidth, height: p.artHeight }, border, null)
}
const parts = (plan: ReturnType<typeof pint>) => partedIn(plan, on(plan), border)

describe('passes follow from where things are', () => {
  it('two letters that overlap are two passes, a word at left and right is one', () => {
    const letters = pint([{}, { at: '20 mm' }])
    expect(clashIn(letters, on(letters), border)).toEqual({ placement: 1, message: expect.stringMatching(/touches that of stencil 1/) })
    expect(parts(letters)).toEqual([[{ of: 0, where: {} }], [{ of: 1, where: {} }]])
    expect(overlapArt(placed(letters, 0)[0]!, placed(letters, 1)[0]!, on(letters).wall)).toBe(true)
    const words = pint([{ at: '-60 mm' }, { at: '60 mm' }])
    expect(clashIn(words, on(words), border)).toBeNull()
    expect(parts(words)).toHaveLength(1)
  })
  it('borders that touch part two stencils, though their art does not', () => {
    // 30 mm of art and two borders of 12.7 make 55.4 mm: 55 mm apart is too near, 56 is not.
    const [near, far] = [pint([{}, { at: '55 mm' }]), pint([{}, { at: '56 mm' }])]
    expect([parts(near).length, parts(far).length]).toEqual([2, 1])
    expect(overlapArt(placed(near, 0)[0]!, placed(near, 1)[0]!, on(near).wall)).toBe(false)
  })
  it('repeats that touch: six round it fall into two passes of three, each told where it stands', () => {
    const ring = pint([{ count: '6' }])
    expect(clashIn(ring, on(ring), border)!.message).toMatch(/repeats touch/)
    const [first, second] = parts(ring)
    expect([first!.length, second!.length]).toEqual([3, 3])
    expect([...first!, ...second!].map(p => p.where.at).sort()).toEqual(['0°', '120°', '180°', '240°', '300°', '60°'])
    // Parted, each pass by itself can be masked.
    for (const pass of [first!, second!]) {
      const alone = pint(pass.map(p => ({ ...p.where })))
      expect(clashIn(alone, on(alone), border)).toBeNull()
    }
  })
  it('one mesh is not in two places at once; single-use film is', () => {
    const both = [{ at: '-60 mm' }, { at: '60 mm' }]
    const mesh = pint(both, { resist: 'mesh', stencilId: '0190c9d4-5b7a-7c3e-9f00-000000000002' })
    expect(clashIn(mesh, on(mesh), border)!.message).toMatch(/two places at once/)
    expect(parts(mesh)).toHaveLength(2)
    expect(parts(pint(both, { resist: 'mesh' }))).toHaveLength(1)
  })
  it('a pane that is covered all over has no borders that could touch', () => {
    const pane = { surface: 'flat', height: '200', girth: '200' }
    const near = [{ at: '60 mm' }, { at: '100 mm' }]
    expect(parts(pint(near, pane))).toHaveLength(2)
    expect(parts(pint(near, { ...pane, wholeFace: true }))).toHaveLength(1)
  })
  it('whatever is placed, the passes they fall into can each be masked, and all of it is in one of them', () => {
    const place = fc.record({
      at: fc.integer({ min: 0, max: 359 }).map(n => `${n}°`),
      clear: fc.integer({ min: 30, max: 80 }).map(String),
      count: fc.constantFrom('1', '2', '3'),
      turn: fc.constantFrom('', '30'),
    })
    fc.assert(
      fc.property(fc.array(place, { minLength: 1, maxLength: 4 }), (places) => {
        const plan = pint(places)
        const passes = parts(plan)
        const stencils = passes.flat().reduce((sum, { of, where }) => sum + Number(where.count ?? plan.placements[of]!.count), 0)
        expect(stencils).toBe(plan.placements.reduce((sum, p) => sum + p.count, 0))
        for (const pass of passes) {
          const alone = pint(pass.map(({ of, where }) => ({ ...places[of], ...where })))
          expect(clashIn(alone, on(alone), border)).toBeNull()
        }
      }),
      { numRuns: 60 },
    )
  })
  it('and no fewer would do: held against trying every way, borders and one mesh as reasons', () => {
    const place = fc.record({
      at: fc.integer({ min: 0, max: 359 }).map(n => `${n}°`),
      clear: fc.integer({ min: 30, max: 80 }).map(String),
    })
    /** Fewest passes by trying every colouring. */
    const fewest = (n: number, apart: (a: number, b: number) => boolean): number => {
      for (let k = 1; ; k++)
        for (let code = 0; code < k ** n; code++) {
          const colour = Array.from({ length: n }, (_, i) => Math.floor(code / k ** i) % k)
          if (colour.every((c, i) => colour.every((d, j) => i >= j || c !== d || !apart(i, j)))) return k
        }
    }
    fc.assert(
      fc.property(fc.array(place, { minLength: 1, maxLength: 5 }), fc.boolean(), (places, mesh) => {
        const one = mesh ? { resist: 'mesh', stencilId: '0190c9d4-5b7a-7c3e-9f00-000000000002' } : {}
        // Each pair is judged once: the search looks at them thousands of times.
        const apart = places.map((a, i) => places.slice(0, i).map((b) => {
          const pair = pint([a, b], one)
          return clashIn(pair, on(pair), border) !== null
        }))
        expect(parts(pint(places, one)).length).toBe(fewest(places.length, (i, j) => apart[Math.max(i, j)]![Math.min(i, j)]!))
      }),
      { numRuns: 40 },
    )
  })
})

describe('a place', () => {
  it('counts from what it is counted from, and is told again as it was written', () => {
    const label = { kind: 'label' as const, at: '90°', width: '70 mm' }
    const plan = pint([{ anchor: 'opposite-label', at: '-20 mm', level: 'rim', clear: '15' }], { keepOut: [label] })
    const [only] = placed(plan, 0)
    // Opposite 90° is 270°; 20 mm to the left of it are 30° on a girth of 240 mm. 15 mm and half of the art below the rim.
    expect(spotOf(only!, null)).toEqual({ at: 240, middle: expect.closeTo(75, 9), turn: 0 })
    const [written] = plan.placements.map(writtenWhere)
    expect(
      placementSchema('in').parse({ ...BLANK_PLACEMENT, artWidth: '30 mm', artHeight: '40 mm', openFraction: '35 %', ...written }),
    ).toMatchObject({
      anchor: 'opposite-label',
      at: { unit: 'mm', value: -20 },
      level: 'rim',
      clear: 15,
    })
  })
  it('a label has the width that it was given: 70 mm of 240 are 105°', () => {
    const plan = (width: string) => pint([{ anchor: 'label', at: '80 mm' }], { keepOut: [{ kind: 'label', at: '', width }] })
    expect(on(plan('70 mm')).bands[0]!.width).toBeCloseTo(105, 9)
    // 80 mm beside its middle the art with its border begins 52.3 mm from it: clear of half of 70, not of half of 120.
    const said = (width: string) => placedProblems(placed(plan(width), 0)[0]!, on(plan(width)))
    expect(said('70 mm')).toEqual([])
    expect(said('120 mm').join()).toMatch(/reaches the label/)
  })
  it('where it was put by hand is told from the mark that it is at, else from the seam', () => {
    const ground = on(pint([{}], { keepOut: [{ kind: 'handle', at: '90°', width: '' }] }))
    expect(writtenAt(ground, 270, 55, 'mm')).toEqual({ anchor: 'opposite-handle', at: '', level: 'middle', clear: '' })
    expect(writtenAt(ground, 33.33, 40, 'mm')).toEqual({ anchor: 'seam', at: '33.3°', level: 'middle', clear: '40\u00a0mm' })
  })
  it('on a pane: from its left lower corner, as a share of its width', () => {
    const pane = pint([{ at: '50 mm', clear: '30' }], { surface: 'flat', height: '100', girth: '200' })
    expect(spotOf(placed(pane, 0)[0]!, on(pane).pane)).toEqual({ at: 90, middle: 30, turn: 0 })
  })
})
