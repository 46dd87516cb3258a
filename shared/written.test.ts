import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { ARTWORK_FORM, artworkSchema, STARTERS } from './artworks'
import { BLANK_FORM, blankSchema } from './blanks'
import { optionalLength } from './fields'
import { BLANK_PLACEMENT, BLANK_PLAN, planSchema } from './jobs'
import { PART_FORM, PLACEMENT_FORM, SHEET_FORM, sheetSchema } from './sheets'
import { asWritten } from './written'

/** Every object in it, at whatever depth, with a key that no form has. */
const littered = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(littered)
    : value && typeof value === 'object'
      ? { ...Object.fromEntries(Object.entries(value).map(([k, v]) => [k, littered(v)])), junk: 'x'.repeat(50) }
      : value

describe('a form as it was written', () => {
  it.each([
    ['a job', planSchema('mm'), { ...BLANK_PLAN, customer: ' Rowing club ', pieces: '4' }],
    [
      'a stencil from a file',
      artworkSchema('mm'),
      {
        ...ARTWORK_FORM,
        source: { kind: 'svg' as const, file: 'a.svg', traced: false, text: '<svg viewBox="0 0 9 9"><rect width="5" height="5"/></svg>' },
        fixes: [{ kind: 'round' as const, width: 1 }],
      },
    ],
    ['a stencil of letters', artworkSchema('mm'), { ...ARTWORK_FORM, source: { ...ARTWORK_FORM.source, text: 'Tide' } }],
  ])('keeps every key of %s and nothing else', (_, schema, form) => expect(asWritten(schema, littered(form))).toEqual(form))
  it('keeps what belongs to the other shape of a blank, unless it is long', () => {
    const pane = { width: '300 mm', height: '', thickness: '', holes: [] }
    const form = {
      ...BLANK_FORM,
      name: 'Pint',
      noun: 'pint',
      readings: [
        { height: '0 mm', girth: '19 cm' },
        { height: '100 mm', girth: '9 1/2"' },
      ],
      pane,
    }
    expect(asWritten(blankSchema('mm'), littered(form))).toEqual(form)
    expect(asWritten(blankSchema('mm'), { ...form, pane: { ...pane, height: 'x'.repeat(90_000) } })).toEqual({ ...form, pane: undefined })
  })
  it('what is still being written keeps everything, and its lengths their unit', () => {
    const source = { kind: 'parts' as const, parts: STARTERS[0]!.parts() }
    const letters = { kind: 'letters' as const, face: 'plain' as const, align: 'middle' as const }
    const what = { ...letters, text: 'x'.repeat(5000), width: 'ab', capital: '9' }
    source.parts[0] = { ...source.parts[0]!, what }
    const stencil = asWritten(artworkSchema('in'), { ...ARTWORK_FORM, width: '4', source })
    expect(stencil).toMatchObject({ width: '4 in', source: { kind: 'parts', parts: [{ what: { ...what, capital: '9 in' } }, {}] } })
    const blank = { ...BLANK_FORM, readings: [{ height: '0', girth: 'about 9' }, { height: '4', girth: '10' }] }
    const { readings } = asWritten(blankSchema('in'), blank) as typeof BLANK_FORM
    expect(readings).toEqual([{ height: '0 in', girth: 'about 9' }, { height: '4 in', girth: '10 in' }])
  })
  it('a length without a unit keeps the one it was meant in: what was written means the same under any house unit', () => {
    const job = {
      ...BLANK_PLAN,
      customer: 'Rowing club',
      dueOn: '2026-06-01',
      noun: 'pint',
      pieces: '4',
      height: '4 1/4',
      girth: '241 mm',
      placements: [{ ...BLANK_PLACEMENT, artWidth: '2', artHeight: '1½', clear: ' 2.5 ', openFraction: '35' }],
      lotId: '0190c9d4-5b7a-7c3e-9f00-000000000001',
    }
    const kept = asWritten(planSchema('in'), job) as typeof job
    const placement = { ...job.placements[0], artWidth: '2 in', artHeight: '1½ in', clear: '2.5 in' }
    expect(kept).toEqual({ ...job, height: '4 1/4 in', placements: [placement] })
    expect(planSchema('mm').parse(kept)).toEqual(planSchema('in').parse(job))
    const blank = {
      ...BLANK_FORM,
      name: 'Pint',
      noun: 'pint',
      girths: '9 1/2\n\n240 mm\n9.4',
      readings: [
        { height: '0', girth: '7' },
        { height: '4', girth: '9' },
      ],
    }
    const measured = asWritten(blankSchema('in'), blank) as typeof blank
    expect([measured.girths, measured.readings[1]]).toEqual(['9 1/2 in\n\n240 mm\n9.4 in', { height: '4 in', girth: '9 in' }])
    expect(blankSchema('mm').parse(measured)).toEqual(blankSchema('in').parse(blank))
    const sheet = {
      ...SHEET_FORM,
      name: 'Sheet',
      parts: [
        {
          ...PART_FORM,
          placements: [
            { ...PLACEMENT_FORM, artworkId: job.lotId, clear: '1 1/2', at: '90' },
            { ...PLACEMENT_FORM, artworkId: job.lotId },
          ],
        },
      ],
    }
    const laid = asWritten(sheetSchema('in'), sheet) as typeof sheet
    expect(laid.parts[0]!.placements.map(p => [p.clear, p.at])).toEqual([
      ['1 1/2 in', '90'],
      ['', ''],
    ])
    expect(sheetSchema('mm').parse(laid)).toEqual(sheetSchema('in').parse(sheet))
    const art = { ...ARTWORK_FORM, name: 'Tide', source: { ...ARTWORK_FORM.source, text: 'Tide' }, width: '3', capital: '1', margin: '0' }
    expect(artworkSchema('mm').parse(asWritten(artworkSchema('in'), art))).toEqual(artworkSchema('in').parse(art))
  })
  it('a length keeps its unit also where it has a default, may be missing, or is changed further', () => {
    const mm = optionalLength('in')
    const schema = z.object({ a: mm.default(null), b: mm.optional(), c: mm.transform(n => n ?? 0).default(0), d: z.string().default('') })
    expect(asWritten(schema, { a: '2', b: '1 1/2', c: '3 mm', d: '4' })).toEqual({ a: '2 in', b: '1 1/2 in', c: '3 mm', d: '4' })
  })
  it('walks through lists, records, options and what is given by default', () => {
    const schema = z.object({
      a: z.array(z.object({ n: z.number() })).default([]),
      b: z.record(z.string(), z.object({ t: z.string() }).nullable()),
      c: z.object({ x: z.string().optional() }).optional(),
    })
    const form = { a: [{ n: 1 }], b: { one: { t: 'x' }, none: null }, c: { x: ' y ' } }
    const given = { ...(littered(form) as typeof form), b: { one: { t: 'x', junk: 1 }, none: null } }
    expect(asWritten(schema, given)).toEqual(form)
  })
})
