import { parse } from 'csv-parse/sync'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { csvLines } from './csv'

describe('CSV', () => {
  it.each(['=1+1', '+1', '-1', '@SUM(A1)', '\t=1', '\r=1', '\n=1', '=1+1\nsecond line', '-a "quoted"\r\nb'])('%j is no formula', text =>
    expect(parse(csvLines([[text]]))).toEqual([[`'${text}`]]))
  it('numbers stay numbers, and an apostrophe goes before nothing else', () =>
    expect(csvLines([[-1.5, 'a=b', null, 'x, y', true]])).toBe('-1.5,a=b,,"x, y",true\r\n'))
  it('is read back by another library as it was written, and no field begins as a formula does', () => {
    const field = fc.string({ unit: fc.constantFrom(...'=+-@\t\r\n", ab;'), minLength: 1 })
    const rows = fc.array(fc.array(field, { minLength: 2, maxLength: 2 }), { minLength: 1 })
    fc.assert(fc.property(rows, (written) => {
      const read = parse(csvLines(written), { relax_column_count: true, record_delimiter: '\r\n' }) as string[][]
      for (const field of read.flat()) expect(field).not.toMatch(/^[=+\-@\t\r\n]/)
      expect(read.map(row => row.map(f => f.replace(/^'(?=[=+\-@\t\r\n])/, '')))).toEqual(written)
    }))
  })
})
