import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { ERASED } from '../../shared/customers'
import type { Customer, CustomerEntry, CustomerExport, CustomerJob } from '../../shared/customers'
import type { Job } from '../../shared/passes'
import type { LogEntry } from '../../shared/runs'
import { jobForm, newLot, newRun } from '../support/client'
import type { Client } from '../support/client'
import { sharedStudio } from '../support/studio'
import { through } from '../support/through'

let lead: Client
let mate: Client
let lotId: string
beforeAll(async () => {
  ;({ lead, mate } = await sharedStudio())
  lotId = await newLot(lead)
})
const entry = (change: Partial<CustomerEntry> = {}): CustomerEntry => ({
  name: 'Pilot house',
  email: '',
  phone: '',
  address: '',
  likes: '',
  ...change,
})
const all = async () => (await mate.get<Customer[]>('customers')).body
const called = async (name: string) => (await all()).find(c => c.name === name)

describe('customers', () => {
  it('are written down as jobs are planned, once however the name is cased', async () => {
    const jobs = [v7(), v7()]
    await mate.post('jobs', { id: jobs[0], job: jobForm(lotId, { customer: 'Ferry steps' }) })
    await mate.post('jobs', { id: jobs[1], job: jobForm(lotId, { customer: 'ferry STEPS' }) })
    const ferry = (await called('Ferry steps'))!
    expect(ferry).toMatchObject({ jobs: 2, open: 2, lastDue: '2030-06-01' })
    expect(ferry.lastJob).toEqual({ id: jobs[1], sets: [{ pieces: 4, noun: 'tumbler' }] })
    const { body } = await mate.get<{ orders: CustomerJob[] }>(`customers/${ferry.id}`)
    expect(body.orders.map(o => [o.what, o.status])).toEqual([
      ['4 tumblers', 'planned'],
      ['4 tumblers', 'planned'],
    ])
    expect((await mate.get<Job>(`jobs/${jobs[1]}`)).body.customerId).toBe(ferry.id)
  })
  it('keep what they like; a new name goes to their jobs, and nobody takes the name of another', async () => {
    const id = v7()
    await mate.post('customers', { id, customer: entry({ name: 'Chart room' }) })
    const job = v7()
    await mate.post('jobs', { id: job, job: jobForm(lotId, { customer: 'Chart room' }) })
    const change = (customer: CustomerEntry, version: number) => mate.put<Customer>(`customers/${id}`, { customer, version })
    const likes = 'Deep frost, serif letters'
    expect((await change(entry({ name: 'Chart room, harbour', likes }), 1)).body).toMatchObject({ likes, version: 2 })
    const { body } = await mate.get<Job>(`jobs/${job}`)
    expect([body.customer, body.entered.customer]).toEqual(['Chart room, harbour', 'Chart room, harbour'])
    expect((await change(entry({ name: 'Chart room, harbour', likes: 'none' }), 1)).status).toBe(409)
    const stolen = await change(entry({ name: 'FERRY steps' }), 2)
    expect([stolen.status, Object.keys(stolen.body.fields!)]).toEqual([409, ['name']])
  })
  it('an address that is none and a name that stands for erased ones are refused beside their fields', async () => {
    const { status, body } = await mate.post('customers', { id: v7(), customer: entry({ name: ERASED.toLowerCase(), email: 'nowhere' }) })
    expect([status, Object.keys(body.fields!).sort()]).toEqual([400, ['customer.email', 'customer.name']])
  })

  it('take all that is kept of them along, and are erased on request once nothing of theirs is open, by a lead', async () => {
    const { jobId, runId } = await newRun(mate, lotId, {
      customer: 'Lantern keeper',
      names: 'Wren\nTeal\nIbis\nRuff',
      notes: 'for the lamp room',
    })
    const keeper = (await called('Lantern keeper'))!
    expect((await lead.ask('DELETE', `customers/${keeper.id}`)).body.error).toMatch(/still has open jobs/)
    await through(mate, runId, ['good', 'good', 'good', 'good'])
    await mate.put(`customers/${keeper.id}`, { customer: entry({ name: 'Lantern keeper', phone: '01 23' }), version: 1 })

    const { body: written, headers } = await mate.get<CustomerExport>(`customers/${keeper.id}/written`)
    expect(headers.get('content-disposition')).toMatch(/customer\.json/)
    expect(written).toMatchObject({ format: 'crest-customer', version: 1, customer: { name: 'Lantern keeper', phone: '01 23' } })
    expect(written.jobs).toMatchObject([{ id: jobId, form: { notes: 'for the lamp room' }, finishedRuns: [{ good: 4, scrap: 0 }] }])

    expect((await mate.ask('DELETE', `customers/${keeper.id}`)).status).toBe(403)
    expect((await lead.ask('DELETE', `customers/${keeper.id}`)).status).toBe(200)
    expect(await called('Lantern keeper')).toBeUndefined()
    const found = async (words: string) => (await mate.get<LogEntry[]>(`log?q=${encodeURIComponent(words)}`)).body.map(e => e.id)
    for (const word of ['lantern', 'teal', 'lamp room']) expect(await found(word)).not.toContain(runId)
    const { body: job } = await mate.get<Job>(`jobs/${jobId}`)
    expect(job).toMatchObject({ customer: ERASED, notes: '', entered: { customer: ERASED, notes: '' } })
    expect(job.passes[0]!.names).toEqual([])
    expect(JSON.stringify([job, (await mate.get(`runs/${runId}`)).body, (await mate.get(`customers/${keeper.id}`)).body])).not.toMatch(
      /Lantern|Teal|lamp room|01 23/,
    )
    // What the run teaches stays.
    expect((await mate.get<{ summary: { good: number } }[]>('log?q=erased')).body[0]!.summary.good).toBe(4)
  })
})
