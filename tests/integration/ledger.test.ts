import pg from 'pg'
import { v7 } from 'uuid'
import { beforeAll, describe, expect, inject, it } from 'vitest'
import type { Lot } from '../../shared/shelf'
import type { LedgerLine, StockItem, Supply } from '../../shared/stock'
import { event, newLot, newRun, supplyForm } from '../support/client'
import type { Client } from '../support/client'
import { sharedStudio } from '../support/studio'
import { through } from '../support/through'

let lead: Client
let mate: Client
beforeAll(async () => {
  ;({ lead, mate } = await sharedStudio())
})

const put = async (change: Parameters<typeof supplyForm>[0] = {}) => {
  const id = v7()
  await lead.post('supplies', { id, supply: supplyForm(change) })
  return id
}
const move = (id: string, kind: string, amount: number, seen: number, moveId = v7()) =>
  mate.post<StockItem>(`stock/${id}/moves`, { id: moveId, kind, amount, seen })
const lines = async (id: string) => (await mate.get<LedgerLine[]>(`stock/${id}/ledger`)).body
const sum = (of: LedgerLine[]) => Math.round(of.reduce((total, l) => total + l.change * 1000, 0)) / 1000

describe('supplies and their ledger', () => {
  it('a level is the sum of its lines, each with who and why; sent twice is booked once', async () => {
    const id = await put()
    const again = v7()
    await move(id, 'used', 120, 800, again)
    await move(id, 'used', 120, 800, again)
    await move(id, 'bought', 1000, 680)
    const { body } = await move(id, 'counted', 1650, 1680)
    expect(body.level).toBe(1650)
    const told = await lines(id)
    expect(told.map(l => [l.kind, l.change])).toEqual([
      ['counted', -30],
      ['bought', 1000],
      ['used', -120],
      ['shelved', 800],
    ])
    expect(sum(told)).toBe(1650)
    expect((await mate.get<Supply[]>('supplies')).body.find(s => s.id === id)).toMatchObject({ level: 1650, kind: 'bicarbonate' })
  })
  it('less than nothing is refused at its field, and a count that something came in between of is asked back', async () => {
    const id = await put({ left: '50 g' })
    const over = await move(id, 'wasted', 60, 50)
    expect([over.status, over.body.fields!.amount]).toEqual([400, expect.stringMatching(/Count what is there/)])
    expect((await move(id, 'counted', -1, 50)).body.fields!.amount).toMatch(/Less than nothing/)
    await move(id, 'used', 20, 50)
    const stale = await move(id, 'counted', 45, 50)
    expect([stale.status, stale.body.error]).toEqual([409, expect.stringMatching(/while you were counting/)])
    expect((await lines(id)).length).toBe(2)
  })
  it('many at once lose nothing: all that was used is taken off', async () => {
    const id = await put({ left: '1 kg' })
    await Promise.all(Array.from({ length: 12 }, () => move(id, 'used', 10, 1000)))
    expect((await lines(id)).filter(l => l.kind === 'used').length).toBe(12)
    expect(sum(await lines(id))).toBe(880)
  })
  it('only a lead changes what it is; a form filled in before a booking is told', async () => {
    const id = await put({ kind: 'gloves', name: 'Long gloves', material: 'nitrile', size: 'M', pack: '50', left: '20' })
    const form = supplyForm({ kind: 'gloves', name: 'Long gloves', material: 'nitrile', size: 'L', pack: '50', left: '20' })
    expect((await mate.put(`supplies/${id}`, { supply: form, version: 1, putAway: false })).status).toBe(403)
    expect((await lead.post('supplies', { id: v7(), supply: { ...form, material: '' } })).body.fields!['supply.material']).toMatch(/latex/)
    await move(id, 'used', 2, 20)
    expect((await lead.put(`supplies/${id}`, { supply: form, version: 1, putAway: false })).status).toBe(409)
    const { body } = await lead.put<Supply>(`supplies/${id}`, { supply: { ...form, left: '18' }, version: 2, putAway: false })
    expect(body).toMatchObject({ level: 18, details: { material: 'nitrile', size: 'L' } })
    expect((await lines(id)).length).toBe(2)
    const other = await lead.put(`supplies/${id}`, { supply: supplyForm({ name: 'Not gloves' }), version: 3, putAway: false })
    expect(other.body.fields!.kind).toBe('Stays as it is.')
  })
})

describe('what was written down', () => {
  it.each(['movement', 'tub_event', 'container_event'])('%s can\'t be changed or erased, even by SQL', async (table) => {
    const client = new pg.Client({ connectionString: inject('databaseUrl'), options: '-c search_path=crest' })
    await client.connect()
    await put()
    if (table === 'movement') {
      await expect(client.query('update movement set change = 1000')).rejects.toThrow(/append-only/)
      await expect(client.query('delete from movement')).rejects.toThrow(/append-only/)
    }
    await expect(client.query(`truncate ${table}`)).rejects.toThrow(/append-only/)
    await client.end()
  })
})

describe('what a run takes', () => {
  it('its blanks leave the shelf with the first pass, its bicarbonate with the tub, its cream in two lines', async () => {
    const [blank, own, powder] = [v7(), v7(), v7()]
    const lotId = await newLot(lead)
    const reading = (height: string, girth: string) => ({ height, girth })
    await mate.post('blanks', {
      id: blank,
      blank: {
        name: 'Counted tumbler',
        noun: 'tumbler',
        substrate: 'soda-lime',
        shape: 'round',
        heightKind: 'vertical',
        girths: '',
        readings: [reading('0', '230'), reading('110', '240')],
        pane: { width: '', height: '', thickness: '', holes: [] },
      },
    })
    await lead.post('supplies', { id: own, supply: supplyForm({ kind: 'blank', name: 'Tumblers', pack: '6', left: '9', blankId: blank }) })
    await lead.post('supplies', { id: powder, supply: supplyForm({ name: 'First bucket', openedOn: '2019-01-01' }) })
    const { runId } = await newRun(mate, lotId, { pieces: '2', blankId: blank })
    const gloves = await put({ kind: 'gloves', name: 'Own gloves', material: 'nitrile', size: 'S', pack: '50', left: '10' })
    await mate.post(`runs/${runId}/events`, { events: [event({ kind: 'gloves.changed', supply: gloves })] })
    await through(mate, runId, ['good', 'broke'])
    expect((await lines(gloves))[0]).toMatchObject({ kind: 'used', change: -1, runId })
    expect((await lines(own)).map(l => [l.kind, l.change, l.runId])).toEqual([
      ['used', -2, runId],
      ['shelved', 9, null],
    ])
    expect((await lines(powder))[0]).toMatchObject({ kind: 'used', change: -20, runId })
    // Empty, it is nobody else's first bucket.
    await move(powder, 'counted', 0, 780)
    expect((await lines(lotId)).map(l => [l.kind, l.change]).sort()).toEqual([
      ['recovered', 1],
      ['shelved', 100],
      ['used', -3],
    ])
  })
})

describe('film that was cut by hand', () => {
  it('comes off the roll when the run closes, as much as the plan reckoned; one that a sheet cut does not', async () => {
    const [roll, lotId] = [v7(), await newLot(lead)]
    await mate.post('rolls', {
      id: roll,
      roll: { name: 'Hand-cut film', resist: 'contact-paper', width: '500 mm', length: '9 m', scrap: false, grain: false, priceM2: '8' },
    })
    const { runId } = await newRun(mate, lotId, { pieces: '2', resist: 'contact-paper' })
    await through(mate, runId, ['good', 'good'])
    const [used] = await lines(roll)
    expect(used).toMatchObject({ kind: 'used', runId })
    // Art of 60 × 45 mm, a border of half an inch and what is spare on each side, twice, off a roll half a metre wide.
    const each = (60 + 2 * 12.7) * (45 + 2 * 12.7)
    expect(-used!.change).toBeGreaterThan((2 * each) / 500)
    expect(-used!.change).toBeLessThan((2 * each * 1.4) / 500)
    const taken = (await mate.get<{ id: string, change: number, price: number | null }[]>(`runs/${runId}/taken`)).body
    expect(taken.find(t => t.id === lotId)).toMatchObject({ change: -2, price: 18 / 120 })
    // Half a metre wide at 8 a square metre: 4 a metre.
    expect(taken.find(t => t.id === roll)).toMatchObject({ change: used!.change, price: 0.004 })
  })
  it('a lead says below how much of a bottle they want to be told', async () => {
    const lotId = await newLot(lead)
    expect((await mate.put(`stock/${lotId}/watch`, { reorder: 40 })).status).toBe(403)
    expect((await lead.put<StockItem>(`stock/${lotId}/watch`, { reorder: 40 })).body.reorder).toBe(40)
    expect((await lead.put(`stock/${lotId}/watch`, { reorder: -1 })).status).toBe(400)
  })
})

describe('what is out of date', () => {
  it('is asked about before it is used, and what was used all the same says so', async () => {
    const id = await put({ kind: 'ph-strips', name: 'Old strips', pack: '100', left: '20', expiresOn: '2024-05-01' })
    const asked = await move(id, 'used', 1, 20)
    expect([asked.status, asked.body.error]).toEqual([409, expect.stringMatching(/good until 1 May 2024/)])
    await mate.post(`stock/${id}/moves`, { id: v7(), kind: 'used', amount: 1, seen: 20, anyway: true })
    expect((await lines(id))[0]).toMatchObject({ kind: 'used-late', change: -1 })
  })
})

describe('papers', () => {
  const load = (bytes: string, query: string) =>
    fetch(`${mate.url}/api/papers?${query}`, {
      method: 'POST',
      headers: { 'content-type': 'application/pdf', 'origin': mate.url, 'cookie': mate.cookie },
      body: bytes,
    }).then(async r => ({ status: r.status, body: (await r.json()) as { error?: string, id?: string }[] & { error?: string } }))
  /** A page without anything on it. */
  const PDF = [
    '%PDF-1.7', '1 0 obj << /Type /Catalog /Pages 2 0 R >> endobj', '2 0 obj << /Type /Pages /Kids [3 0 R] /Count 1 >> endobj',
    '3 0 obj << /Type /Page /Parent 2 0 R /MediaBox [0 0 200 200] >> endobj',
    ...['trailer << /Root 1 0 R /Size 4 >>', 'startxref', '9', '%%EOF', ''],
  ].join('\n')
  it('a data sheet is kept for its product, also for the next bottle of it, and shown where it can reach nothing', async () => {
    const id = v7()
    const query = (of: string) => `id=${of}&kind=data-sheet&name=sheet.pdf&product=Quay%20General%20cream`
    for (let twice = 0; twice < 2; twice++) expect((await load(PDF, query(id))).status).toBe(200)
    const { body } = await mate.get<{ id: string, name: string }[]>('papers?product=quay%20general%20CREAM')
    expect(body.map(p => [p.id, p.name])).toEqual([[id, 'sheet.pdf']])
    const shown = await mate.raw(`papers/${id}`, 'GET')
    expect(shown.headers.get('content-type')).toBe('application/pdf')
    expect(shown.headers.get('content-security-policy')).toMatch(/^sandbox; default-src 'none'/)
    expect(await shown.text()).toBe(PDF)
    await mate.ask('DELETE', `papers/${id}`)
    expect((await mate.get<unknown[]>('papers?product=quay%20general%20cream')).body).toEqual([])
  })
  it.each([
    ['no PDF at all', 'GIF89a', /no PDF/],
    ['one that is cut off', '%PDF-1.7\n1 0 obj', /cut off/],
    [
      'one with a program in it',
      PDF.replace('/Type /Catalog', '/Type /Catalog /OpenAction << /S /J#61vaScript /JS (x) >>'),
      /carries a program/,
    ],
    ['nothing', '', /nothing in this file|not said/],
  ])('%s is refused in words', async (_, bytes, why) => {
    const { status, body } = await load(bytes, `id=${v7()}&kind=label&name=x.pdf&product=Any`)
    expect([status, body.error]).toEqual([400, expect.stringMatching(why)])
  })
})

describe('lots poured together', () => {
  it('end both and begin one of their own, without a coupon; two products never', async () => {
    const [a, b, ferric, mixed] = [
      await newLot(lead, { openedOn: '2026-01-10', left: '40 mL', couponBest: '4 min' }),
      await newLot(lead, { openedOn: '2026-03-10', left: '60 mL' }),
      await newLot(lead, { kind: 'ferric-chloride', strength: '42 °Bé' }),
      v7(),
    ]
    expect((await mate.post(`lots/${a}/mix`, { id: v7(), other: ferric })).body.error).toMatch(/two different products/)
    const { body } = await mate.post<Lot>(`lots/${a}/mix`, { id: mixed, other: b })
    expect(body).toMatchObject({ left: 100, openedOn: '2026-01-10', couponBest: null, coupons: [] })
    expect((await mate.post<Lot>(`lots/${a}/mix`, { id: mixed, other: b })).body.left).toBe(100)
    const lots = (await mate.get<Lot[]>('lots')).body
    expect(lots.filter(l => [a, b].includes(l.id)).map(l => [l.left, l.putAway])).toEqual([
      [0, true],
      [0, true],
    ])
    expect((await lines(mixed)).map(l => l.otherId).sort()).toEqual([a, b].sort())
    expect((await mate.post(`lots/${a}/mix`, { id: v7(), other: mixed })).status).toBe(404)
  })
})
