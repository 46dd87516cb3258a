import { deflateSync } from 'node:zlib'
import { PDFDocument, PDFName, PDFString } from '@cantoo/pdf-lib'
import { describe, expect, it } from 'vitest'
import { checkPaper } from './paper-check'

/** A sheet of one page; `change` puts something into it. */
async function sheet(change: (pdf: PDFDocument) => unknown = () => {}, options = {}): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.addPage([200, 200]).drawText('Safety data sheet')
  await change(pdf)
  return pdf.save({ useObjectStreams: false, ...options })
}
const action = (pdf: PDFDocument, of: Record<string, unknown>) => pdf.catalog.set(PDFName.of('OpenAction'), pdf.context.obj(of as never))
const text = (bytes: Uint8Array) => Buffer.from(bytes).toString('latin1')
const withName = (bytes: Uint8Array, was: string, is: string) => Buffer.from(text(bytes).replaceAll(was, is), 'latin1')

const CARRIES = /carries a program/
describe('a PDF that is to be kept', () => {
  it('is taken with text, links and bookmarks, whether its objects are packed or not', async () => {
    const linked = (pdf: PDFDocument) => action(pdf, { S: 'URI', URI: PDFString.of('https://example.com') })
    for (const packed of [false, true]) expect(await checkPaper(await sheet(linked, { useObjectStreams: packed }))).toBeNull()
  })
  it.each<[string, (pdf: PDFDocument) => unknown]>([
    ['a script', pdf => action(pdf, { S: 'JavaScript', JS: PDFString.of('app.alert(1)') })],
    ['a script of the document', pdf => pdf.addJavaScript('main', 'app.alert(1)')],
    ['a program to start', pdf => action(pdf, { S: 'Launch', F: PDFString.of('a.exe') })],
    ['a form that is sent', pdf => action(pdf, { S: 'SubmitForm', F: PDFString.of('http://x.example') })],
    ['another file to open', pdf => action(pdf, { S: 'GoToR', F: PDFString.of('\\\\\\\\x.example\\\\a') })],
    ['a file inside', pdf => pdf.attach(new Uint8Array([1, 2, 3]), 'a.bin', {})],
  ])('is refused with %s, whether its objects are packed or not', async (_, change) => {
    for (const packed of [false, true]) expect(await checkPaper(await sheet(change, { useObjectStreams: packed }))).toMatch(CARRIES)
  })
  it('is refused also where the name is written with escapes', async () => {
    const plain = await sheet(pdf => action(pdf, { S: 'JavaScript', JS: PDFString.of('app.alert(1)') }))
    const hidden = withName(withName(plain, '/JavaScript', '/J#61v#61Script'), '/JS', '/#4a#53')
    expect(text(hidden)).not.toContain('/JavaScript')
    expect(await checkPaper(hidden)).toMatch(CARRIES)
  })
  it('is taken where such a word is only text', async () => {
    expect(await checkPaper(await sheet(pdf => pdf.setTitle('/JavaScript /Launch')))).toBeNull()
  })
  it('is refused where it can\'t be read through, is locked, cut off, or none', async () => {
    const good = await sheet()
    expect(await checkPaper(withName(good, '/Type /Catalog', '/Type /Cat((('))).toMatch(/can't be read through/)
    expect(await checkPaper(new Uint8Array())).toMatch(/nothing in this file/)
    expect(await checkPaper(Buffer.from('hello'))).toMatch(/no PDF/)
    expect(await checkPaper(good.slice(0, -40))).toMatch(/cut off/)
    const locked = withName(good, 'trailer\n<<', 'trailer\n<<\n/Encrypt << /Filter /Standard /V 1 /R 2 /P -4 /O (x) /U (y) >>')
    expect(await checkPaper(locked)).toMatch(/locked|can't be read/)
  })
  it('is refused with a packed part that is damaged', async () => {
    const packed = await sheet(() => {}, { useObjectStreams: true })
    const other = deflateSync(Buffer.from('x'.repeat(50))).toString('latin1')
    const damaged = text(packed).replace(/(\/Type \/ObjStm[^]*?stream\n)[^]*?endstream/, (_, head: string) => `${head}${other}endstream`)
    expect(damaged).not.toBe(text(packed))
    expect(await checkPaper(Buffer.from(damaged, 'latin1'))).toMatch(/can't be read through/)
  })
})
