import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { ARTWORK_FORM, artworkSchema } from './artworks'
import { BLANK_FORM, blankSchema } from './blanks'
import { BLANK_JOB, jobSchema } from './jobs'
import { asWritten } from './written'

/** Every object in it, at whatever depth, with a key that no form has. */
const littered = (value: unknown): unknown => (Array.isArray(value) ? value.map(littered) : value && typeof value === 'object' ? { ...Object.fromEntries(Object.entries(value).map(([k, v]) => [k, littered(v)])), junk: 'x'.repeat(50) } : value)

describe('a form as it was written', () => {
  it.each([
    ['a job', jobSchema('mm'), { ...BLANK_JOB, customer: ' Rowing club ', pieces: '4' }],
    ['a stencil from a file', artworkSchema('mm'), { ...ARTWORK_FORM, source: { kind: 'svg' as const, file: 'a.svg', traced: false, text: '<svg viewBox="0 0 9 9"><rect width="5" height="5"/></svg>' }, fixes: [{ kind: 'round' as const, width: 1 }] }],
    ['a stencil of letters', artworkSchema('mm'), { ...ARTWORK_FORM, source: { ...ARTWORK_FORM.source, text: 'Tide' } }],
  ])('keeps every key of %s and nothing else', (_, schema, form) => expect(asWritten(schema, littered(form))).toEqual(form))
  it('keeps what belongs to the other shape of a blank, unless it is long', () => {
    const pane = { width: '300', height: '', thickness: '', holes: [] }
    const form = { ...BLANK_FORM, name: 'Pint', noun: 'pint', readings: [{ height: '0', girth: '190' }, { height: '100', girth: '240' }], pane }
    expect(asWritten(blankSchema('mm'), littered(form))).toEqual(form)
    expect(asWritten(blankSchema('mm'), { ...form, pane: { ...pane, height: 'x'.repeat(90_000) } })).toEqual({ ...form, pane: undefined })
  })
  it('walks through lists, records, options and what is given by default', () => {
    const schema = z.object({ a: z.array(z.object({ n: z.number() })).default([]), b: z.record(z.string(), z.object({ t: z.string() }).nullable()), c: z.object({ x: z.string().optional() }).optional() })
    const form = { a: [{ n: 1 }], b: { one: { t: 'x' }, none: null }, c: { x: ' y ' } }
    const given = { ...littered(form) as typeof form, b: { one: { t: 'x', junk: 1 }, none: null } }
    expect(asWritten(schema, given)).toEqual(form)
  })
})
