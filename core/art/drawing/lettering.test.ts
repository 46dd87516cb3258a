import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { boundsOf, nestedParts, regionArea } from '../../basics/outline'
import {
  capitalHeight,
  commonCapital,
  fittedLetters,
  letters,
  outlineAt,
  readCsv,
  readFace,
  readNames,
} from './index'

describe('lettering', () => {
  const file = (name: string) => {
    const bytes = readFileSync(new URL(`../../../node_modules/@fontsource/${name}`, import.meta.url))
    return bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer
  }
  const plain = readFace(
    ['latin', 'latin-ext'].map(set => file(`atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${set}-600-normal.woff`)),
  )
  const script = readFace([file('dancing-script/files/dancing-script-latin-600-normal.woff')])
  const set = (text: string, face = plain) => outlineAt(letters({ text, align: 'middle' }, face), 1)

  it('an O has one island, a B two, an I none', () => {
    const islands = (text: string) => nestedParts(set(text)).reduce((n, p) => n + p.holes.length, 0)
    expect([islands('O'), islands('B'), islands('I')]).toEqual([1, 2, 0])
  })
  it('a capital is as tall as its face says', () => {
    const box = boundsOf(set('H'))!
    expect(box.bottom - box.top).toBeCloseTo(capitalHeight(plain), 1)
  })
  it('a name too long for its place says how much smaller it is, and where a new line helps most', () => {
    const size = { width: 40, capital: 9 }
    const fit = (text: string, width = 40) => fittedLetters({ text, align: 'middle' }, { ...size, width }, plain)
    const wide = (text: string) => {
      const box = boundsOf(fit(text, 1000).art)!
      return box.right - box.left
    }
    expect(fit('Ada').shrunk).toBeNull()
    // One word has no place to part it.
    const one = fit('Montgomerysson').shrunk!
    expect(one).toMatchObject({ asked: 9, parted: null })
    expect(one.set).toBeCloseTo((9 * 40) / wide('Montgomerysson'), 6)
    // Of two spaces the one that leaves the shorter of the longest lines.
    const { shrunk } = fit('Ada Maria Montgomery')
    expect(shrunk!.parted).toMatchObject({ text: 'Ada Maria\nMontgomery', after: 'Maria' })
    expect(shrunk!.parted!.set).toBeCloseTo(Math.min(9, (9 * 40) / wide('Montgomery')), 6)
    expect(shrunk!.set).toBeLessThan(shrunk!.parted!.set)
    // A new line that gives nothing is not offered, nor is anything said where only a width was asked.
    expect(fit('O Montgomerysson\nMontgomerysson').shrunk!.parted).not.toBeNull()
    expect(fit('Montgomerysson\nO I').shrunk!.parted).toBeNull()
    expect(fittedLetters({ text: 'Montgomery', align: 'middle' }, { width: 10, capital: null }, plain).shrunk).toBeNull()
  })
  it('names of one height: the longest fills the room to a tenth of a capital, the others stay within it', () => {
    const set = (text: string, capital: number) => fittedLetters({ text, align: 'middle' }, { width: 3000, capital }, plain).art
    const wide = (art: ReturnType<typeof set>) => boundsOf(art)!.right - boundsOf(art)!.left
    const names = ['Bo', 'Ragnhild', 'Ada Moss']
    const capital = commonCapital(names.map(name => set(name, 20)), 20, 60)
    expect(capital).toBeCloseTo(Math.round(10 * capital) / 10, 9)
    const [small, ...others] = names.map(name => wide(set(name, capital)))
    expect(Math.max(...others)).toBeLessThanOrEqual(60)
    expect(Math.max(...names.map(name => wide(set(name, capital + 0.1))))).toBeGreaterThan(60)
    expect(small).toBeLessThan(20)
  })
  it('letters beyond plain Latin come from the second file, and what no file has is refused by name', () => {
    expect(regionArea(set('Ő'))).toBeGreaterThan(regionArea(set('O')))
    expect(() => set('Ж')).toThrow(/no letter "Ж"/)
  })
  it('joined letters of a script are one area, not overlapping ones', () => {
    expect(nestedParts(set('mnm', script)).length).toBeLessThan(3)
  })
  it('lines lie under each other and are set to the middle', () => {
    const two = boundsOf(set('Regatta\n1926'))!
    expect(two.bottom - two.top).toBeGreaterThan(2 * capitalHeight(plain))
    const [a, b] = [boundsOf(set('HHHH\nI').filter((_, i) => i < 99))!, boundsOf(set('HHHH'))!]
    expect((a.left + a.right) / 2).toBeCloseTo((b.left + b.right) / 2, 6)
  })
  it('no letters at all, or a novel, are refused', () => {
    expect(() => set(' \n ')).toThrow(/Write the letters/)
    expect(() => set('a'.repeat(401))).toThrow(/Make several stencils/)
  })
})

describe('a list of names', () => {
  it('quotes hold commas, line breaks and doubled quotes (RFC 4180)', () => {
    expect(readCsv('a,"b, c","d ""e""",\r\n"two\nlines",x\n\n')).toEqual([
      ['a', 'b, c', 'd "e"', ''],
      ['two\nlines', 'x'],
    ])
  })
  it('cells of a row are lines of letters; a head row and a byte order mark are passed over; semicolons do too', () => {
    expect(readNames('\uFEFFname,year\nIlse,1999\nBo,\n')).toEqual(['Ilse\n1999', 'Bo'])
    // Of a table only the columns of names and lines are read.
    expect(readNames('table,Name,mail\n4,Ilse,a@b\n5,,c@d\n6,Bo,')).toEqual(['Ilse', 'Bo'])
    expect(readNames('A\nB')).toEqual(['A', 'B'])
    expect(readNames('Ilse;1999\nBo;2001')).toEqual(['Ilse\n1999', 'Bo\n2001'])
  })
  it('an open quote, an empty list and an endless one are refused', () => {
    expect(() => readNames('"Ilse\nBo')).toThrow(/Line 2: a quote is opened/)
    expect(() => readNames('name\n')).toThrow(/no name in the list/)
    expect(() => readNames('x\n'.repeat(201))).toThrow(/200 are the most/)
  })
})
