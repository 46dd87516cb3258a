import { describe, expect, it } from 'vitest'
import { fullText, logSchema, tagsAsked } from './log'

describe('what is asked of the log', () => {
  it('each word begins a word of the run; what full text would read as its own is taken out', () => {
    expect(fullText('Regatta  oar')).toBe('\'regatta\':* & \'oar\':*')
    expect(fullText('o\'brien & !x | (y):*')).toBe('\'o brien\':* & \'x\':* & \'y\':*')
    expect([fullText('%'), fullText('  '), fullText('\' or 1=1 --')]).toEqual(['', '', '\'or\':* & \'1=1\':*'])
  })
  it('filters become tags; what is none is as if it were not asked', () => {
    expect(tagsAsked(logSchema.parse({ fault: 'thin', result: 'late', method: 'moon', q: ['a', 'b'] }))).toEqual(['fault:thin', 'late'])
    expect(logSchema.parse({ before: 'soon', lot: '1', q: 'x'.repeat(500) })).toMatchObject({ before: undefined, lot: undefined, q: '' })
  })
})
