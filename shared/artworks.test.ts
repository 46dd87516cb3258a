import { describe, expect, it } from 'vitest'
import { ARTWORK_FORM, namedLetters, newPart, PART_FORMS, sameForm, setBy, triedLetters, withCapital, withName, withText } from './artworks'
import type { ArtworkForm } from './artworks'

const composed = (...texts: string[]): ArtworkForm => {
  const part = (text: string, i: number) => ({ ...newPart('letters', i), what: { ...PART_FORMS.letters(), text } as never, named: i === 0 })
  return { ...ARTWORK_FORM, source: { kind: 'parts', parts: texts.map(part) } }
}
const textsOf = ({ source }: ArtworkForm) =>
  source.kind === 'parts' ? source.parts.map(p => 'text' in p.what && p.what.text) : [source.kind === 'letters' && source.text]

describe('what letters of a stencil say', () => {
  it('a name goes where the name stands', () => {
    expect(textsOf(withName(composed('Name', '1924'), 'Ada\nMoss'))).toEqual(['Ada\nMoss', '1924'])
  })
  it('other words take the place of the same words, and of no others', () => {
    expect(textsOf(withText(composed('Ada Moss', 'Ada', ' Ada Moss '), 'Ada Moss', 'Ada\nMoss'))).toEqual(['Ada\nMoss', 'Ada', 'Ada\nMoss'])
    const alone: ArtworkForm = { ...ARTWORK_FORM, source: { kind: 'letters', text: 'Ada Moss', face: 'plain', align: 'middle' } }
    expect(textsOf(withText(alone, 'Ada Moss', 'Ada\nMoss'))).toEqual(['Ada\nMoss'])
    expect(withText(alone, 'Moss', 'Ada')).toEqual(alone)
  })
  it('letters for names are tried alone, and get one height wherever they stand', () => {
    const alone: ArtworkForm = { ...ARTWORK_FORM, source: { kind: 'letters', text: 'Ada', face: 'serif', align: 'middle' }, width: '58 mm' }
    expect(namedLetters(alone)).toMatchObject({ text: 'Ada', width: '58 mm', capital: '' })
    expect(triedLetters({ ...alone, polarity: 'background', through: true })).toMatchObject({
      source: { kind: 'letters', text: 'Ada', face: 'serif' },
      capital: '20 mm',
      polarity: 'shape',
      through: false,
    })
    expect(withCapital(alone, '9 mm').capital).toBe('9 mm')
    const two = composed('Name', '1924')
    expect(triedLetters(two)!.source).toMatchObject({ kind: 'letters', text: 'Name' })
    expect(namedLetters(withCapital(two, '9 mm'))).toMatchObject({ text: 'Name', width: '60 mm', capital: '9 mm' })
    // Only the part that changes with each name.
    const { source } = withCapital(two, '9 mm')
    expect(source.kind === 'parts' && source.parts.map(p => 'capital' in p.what && p.what.capital)).toEqual(['9 mm', ''])
    const drawn: ArtworkForm = { ...ARTWORK_FORM, source: { kind: 'svg', file: '', traced: false, text: '<svg/>' } }
    expect([triedLetters(drawn), namedLetters(drawn), withCapital(drawn, '9 mm')]).toEqual([null, null, drawn])
  })
  it('a composition is not another for being looked at; everything else that is written makes it one', () => {
    const two = composed('Name', '1924')
    expect(sameForm(two, { ...two, width: '61.38 mm' })).toBe(true)
    expect(sameForm(two, withName(two, 'Ada'))).toBe(false)
    expect(sameForm(ARTWORK_FORM, { ...ARTWORK_FORM, width: '61.38 mm' })).toBe(false)
    // A list of names is set the same whatever the stencil is called, and is not set anew for being looked at.
    expect(setBy(two)).toBe(setBy({ ...two, width: '61.38 mm', name: 'Club' }))
    expect(setBy(two)).not.toBe(setBy(withCapital(two, '9 mm')))
    expect(setBy(ARTWORK_FORM)).not.toBe(setBy({ ...ARTWORK_FORM, width: '61.38 mm' }))
  })
})
