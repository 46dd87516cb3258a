import { describe, expect, it } from 'vitest'
import { ARTWORK_FORM, newPart, PART_FORMS, withName, withText } from './artworks'
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
})
