import { beforeAll, describe, expect, it } from 'vitest'
import { v7 } from 'uuid'
import { BLANK_FORM } from '../../shared/blanks'
import type { Blank, BlankForm } from '../../shared/blanks'
import type { Job } from '../../shared/passes'
import type { RunWithEvents } from '../../shared/runs'
import { jobForm, newLot, startPass } from '../support/client'
import type { Client } from '../support/client'
import { sharedStudio } from '../support/studio'

let mate: Client
let lotId: string
beforeAll(async () => {
  const studio = await sharedStudio()
  mate = studio.mate
  lotId = await newLot(studio.lead)
})
const taper: BlankForm = {
  ...BLANK_FORM,
  name: 'Tapered tumbler',
  noun: 'Tumbler',
  readings: [
    { height: '0', girth: '7 1/2 in' },
    { height: '110 mm', girth: '9 1/2 in' },
  ],
}

describe('the library of blanks', () => {
  it('keeps readings in mm and as written; the same id twice is one blank', async () => {
    const id = v7()
    const { body } = await mate.post<Blank>('blanks', { id, blank: taper })
    expect(body).toMatchObject({
      id,
      noun: 'tumbler',
      readings: [
        { height: 0, girth: 190.5 },
        { height: 110, girth: expect.closeTo(241.3, 9) },
      ],
      entered: {
        ...taper,
        readings: taper.readings.map(r => ({ height: /[a-z"]/.test(r.height) ? r.height : `${r.height} mm`, girth: r.girth })),
      },
    })
    expect((await mate.post<Blank>('blanks', { id, blank: { ...taper, name: 'Another' } })).body.name).toBe('Tapered tumbler')
  })
  it('readings that make no wall are refused with a sentence', async () => {
    const twice = await mate.post('blanks', {
      id: v7(),
      blank: {
        ...taper,
        readings: [
          { height: '5', girth: '200' },
          { height: '5', girth: '210' },
        ],
      },
    })
    expect([twice.status, twice.body.fields!.readings]).toEqual([400, expect.stringMatching(/different height/)])
    const steep = await mate.post('blanks', {
      id: v7(),
      blank: {
        ...taper,
        heightKind: 'side',
        readings: [
          { height: '0', girth: '200' },
          { height: '5', girth: '400' },
        ],
      },
    })
    expect(steep.body.fields!.readings).toMatch(/more than the wall is long/)
    const zero = await mate.post('blanks', {
      id: v7(),
      blank: {
        ...taper,
        readings: [
          { height: '0', girth: '0' },
          { height: '90', girth: 'wide' },
        ],
      },
    })
    expect(Object.keys(zero.body.fields!)).toEqual(['readings.0.girth', 'readings.1.girth'])
  })
  it('two people who change it at once: the second is told', async () => {
    const id = v7()
    await mate.post('blanks', { id, blank: taper })
    const put = (name: string) => mate.put<Blank>(`blanks/${id}`, { blank: { ...taper, name }, version: 1, putAway: false })
    expect((await put('First')).status).toBe(200)
    expect((await put('Second')).status).toBe(409)
    expect((await mate.put(`blanks/${v7()}`, { blank: taper, version: 1, putAway: false })).status).toBe(404)
  })
  it('a job keeps the wall it was planned on, whatever is measured later', async () => {
    const id = v7()
    await mate.post('blanks', { id, blank: taper })
    const jobId = v7()
    const { body: job } = await mate.post<Job>('jobs', {
      id: jobId,
      job: jobForm(lotId, { blankId: id, surface: 'taper', clear: '50 mm' }),
    })
    expect(job.passes[0]).toMatchObject({
      blankId: id,
      wall: { kind: 'vertical', middle: 50, readings: [{ height: 0, girth: 190.5 }, { height: 110 }] },
    })
    const runId = v7()
    await startPass(mate, jobId, { runId })
    await mate.put(`blanks/${id}`, {
      blank: {
        ...taper,
        readings: [
          { height: '0', girth: '300' },
          { height: '110', girth: '300' },
        ],
      },
      version: 1,
      putAway: true,
    })
    expect((await mate.get<RunWithEvents>(`runs/${runId}`)).body.shape.wall).toEqual(job.passes[0]!.wall)
    const gone = await mate.post('jobs', { id: v7(), job: jobForm(lotId, { blankId: id }) })
    expect([gone.status, gone.body.fields!['sets.0.blankId']]).toEqual([400, expect.stringMatching(/from the library, or none/)])
    const above = await mate.post('jobs', { id: v7(), job: jobForm(lotId, { clear: '150 mm' }) })
    expect(above.body.fields!['sets.0.passes.0.placements.0.clear']).toMatch(/above the piece/)
  })
})
