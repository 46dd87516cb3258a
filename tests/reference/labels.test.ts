import { describe, expect, it } from 'vitest'
import { decodeQR } from 'qr/decode.js'
import sharp from 'sharp'
import { extractText, getDocumentProxy } from 'unpdf'
import { qrModules } from '../../core/basics/pdf'
import { quotePaper } from '../../core/papers/quote'
import { quoteLine, quoteSum } from '../../core/plan/quote'
import { labelNumber, shelfLabels, wasteLabel } from '../../core/trade/labels'

/** A code as a picture, each module four pixels, with its quiet zone; turned and a little blurred as a camera has it. */
async function pictured(text: string, angle = 0): Promise<{ data: Uint8ClampedArray, width: number, height: number }> {
  const rows = qrModules(text)
  const [module, quiet] = [5, 4]
  const side = (rows.length + 2 * quiet) * module
  const grey = Buffer.alloc(side * side, 255)
  rows.forEach((row, j) =>
    row.forEach((dark, i) => {
      if (!dark) return
      for (let y = 0; y < module; y++)
        grey.fill(0, ((j + quiet) * module + y) * side + (i + quiet) * module, ((j + quiet) * module + y) * side + (i + quiet + 1) * module)
    }),
  )
  const { data, info } = await sharp(grey, { raw: { width: side, height: side, channels: 1 } })
    .rotate(angle, { background: '#fff' })
    .blur(0.8)
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  return { data: new Uint8ClampedArray(data), width: info.width, height: info.height }
}

const text = async (pdf: Uint8Array) => (await extractText(await getDocumentProxy(pdf), { mergePages: true })).text.replace(/\s+/g, ' ')

describe('QR codes against an independent decoder (qr)', () => {
  it.each([
    ['https://studio.example/stock/42', 0],
    ['http://10.0.0.7:3000/container/0192f6a0-7b1c-7a3e-9d55-1b1f4d0c9a11', 0],
    ['https://studio.example/stock/7', 12],
  ])('%s, turned by %d degrees, is read back', async (code, angle) => {
    expect(decodeQR(await pictured(code, angle))).toBe(code)
  })
})

describe('labels as PDF, read back with a PDF library (pdf.js)', () => {
  it('a waste label says contents, hazards, dates, place and whom to call', async () => {
    const pdf = await wasteLabel({
      studio: 'Quay studio',
      name: 'Blue can',
      content: 'ferric-water',
      labelNo: 3,
      openedOn: '3 May 2027',
      fullBy: '1 Aug 2027',
      place: 'under the sink',
      address: 'https://studio.example/container/3',
      emergency: '112',
    })
    const said = await text(pdf)
    for (const words of [
      'Neutralised ferric chloride with dissolved metal',
      'poisonous to water life',
      'Blue can, container 3, Quay studio',
      'Started 3 May 2027; has to leave by 1 Aug 2027',
      'Stands: under the sink',
      'Emergency: 112',
    ])
      expect(said).toContain(words)
  })
  it('a sheet of labels has each number and name, 24 to a page; letters that a PDF lacks do not stop it', async () => {
    const labels = Array.from({ length: 30 }, (_, i) => ({
      no: i + 1,
      name: i === 4 ? 'Łódź tape' : `Thing ${i + 1}`,
      address: `https://a.example/stock/${i + 1}`,
    }))
    const pdf = await shelfLabels(labels)
    const document = await getDocumentProxy(pdf.slice())
    expect(document.numPages).toBe(2)
    const said = await text(pdf)
    expect(said).toContain('30')
    expect(said).toContain('Thing 29')
    expect(said).toContain('Lódz tape')
  })
  it('a scanned address and a typed number are one label; anything else is none', () => {
    expect(['https://a.example/stock/42', '42', ' 42 ', '/stock/42/'].map(labelNumber)).toEqual([42, 42, 42, 42])
    expect(['', 'https://a.example/container/9f', '4 2', 'forty'].map(labelNumber)).toEqual([null, null, null, null])
  })
})

describe('a quote as PDF', () => {
  const line = quoteLine(
    { noun: 'tumbler', pieces: 4, blank: 2.1, passes: [{ etchant: 0.4, resist: 0.35, consumables: 1.5, work: 20, seconds: 3000 }] },
    { wear: 0.2, overhead: 0.25, markup: 0.4, priceStep: 0.5, taxRate: 0.2, scrap: 0.05 },
  )
  const paper = {
    ...quoteSum([line], [{ text: 'Drawing the lantern', amount: '15' }], 0.2),
    studio: 'Quay studio',
    no: 12,
    madeOn: '2030-05-02',
    validUntil: '2030-06-01',
    customer: { name: 'Zo\u00EB \u0141ark, Pier 3', address: 'Quay steps\nHarbour' },
    what: '4 tumblers',
    dueOn: '2030-05-20',
    currency: 'EUR',
    taxRate: 0.2,
    note: 'Collected at the slip.',
    byQuantity: [[{ pieces: 4, each: '14.00' }, { pieces: 12, each: '9.50' }]],
    drawings: [{ width: 76, height: 110, lines: ['M0 0L76 0L70 110L6 110Z'], fills: ['M20 40L56 40L38 80Z'] }],
    address: 'https://studio.example/job/0192f6a0-7b1c-7a3e-9d55-1b1f4d0c9a11',
  }
  it('names customer, pieces, prices, tax, what another number costs, and how long it holds', async () => {
    const read = await text(await quotePaper(paper))
    for (const words of [
      'Quote 12, 2 May 2030', 'Zo\u00EB Lark, Pier 3', 'Quay steps', '4 tumblers, ready by 20 May 2030', 'Etched tumbler', '14.00 EUR',
      '56.00 EUR', 'Drawing the lantern', '15.00 EUR', 'Before tax', '71.00 EUR', 'Tax, 20 %', '14.20 EUR', 'To pay', '85.20 EUR',
      '12 tumblers: 9.50 EUR each, before tax', 'holds until 1 June 2030', 'Collected at the slip.',
    ])
      expect(read).toContain(words)
    expect(read).not.toContain('4 tumblers: 14.00')
  })
  it('says nothing of tax where none is due, and goes on over the page where there is much to say', async () => {
    const bare = await text(await quotePaper({ ...paper, ...quoteSum([line], [], 0), taxRate: 0 }))
    expect(bare).not.toMatch(/tax/i)
    const long = await getDocumentProxy(await quotePaper({ ...paper, note: 'Collected at the slip. '.repeat(300) }))
    expect(long.numPages).toBeGreaterThan(1)
    expect((await extractText(long, { mergePages: true })).text).toMatch(/page 2 of/)
  })
})
