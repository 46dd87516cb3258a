import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import type { Lot } from '../../shared/shelf'
import type { LedgerLine, StockItem, Supply } from '../../shared/stock'
import { newLot, supplyForm } from '../support/client'
import type { Client } from '../support/client'
import { sharedStudio } from '../support/studio'

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
    expect(told.map(l => [l.kind, l.change])).toEqual([['counted', -30], ['bought', 1000], ['used', -120], ['shelved', 800]])
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
    expect([stale.status, stale.body.error]).toEqual([409, expect.stringMatching(/while you counted/)])
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
    expect(lots.filter(l => [a, b].includes(l.id)).map(l => [l.left, l.putAway])).toEqual([[0, true], [0, true]])
    expect((await lines(mixed)).map(l => l.otherId).sort()).toEqual([a, b].sort())
    expect((await mate.post(`lots/${a}/mix`, { id: v7(), other: mixed })).status).toBe(404)
  })
})
