import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import type { JobRecord } from '../../shared/record'
import { event, newLot, newRun } from '../support/client'
import type { Client } from '../support/client'
import { sharedStudio } from '../support/studio'
import { through } from '../support/through'

let mate: Client
let lotId: string
beforeAll(async () => {
  const { lead, mate: crew } = await sharedStudio()
  mate = crew
  lotId = await newLot(lead, { productName: 'Recorded cream' })
})
const record = async (id: string) => (await mate.get<JobRecord>(`jobs/${id}/record`)).body

describe('the record of a job', () => {
  it('has its runs step by step, its pieces by number, who entered what, and what left the shelf', async () => {
    const { jobId, runId } = await newRun(mate, lotId, { pieces: '3', names: 'Wren\nTeal' })
    await mate.post(`runs/${runId}/events`, { events: [event({ kind: 'piece.withdrawn', piece: 3, why: 'broke', reason: '' })] })
    await through(mate, runId, ['good', 'scrap'])
    const { job, runs: [run], taken, quotes } = await record(jobId)
    expect(job.passes).toHaveLength(1)
    expect(run!.pieces.map(p => [p.number, p.name, p.result, p.withdrawn?.why ?? null])).toEqual([
      [1, 'Wren', 'good', null],
      [2, 'Teal', 'scrap', null],
      [3, '', null, 'broke'],
    ])
    expect(run!.steps.filter(s => s.to === null)).toEqual([expect.objectContaining({ id: 'give' })])
    expect(run!.steps.find(s => s.id === 'etch')!.planned).toBeGreaterThan(300)
    expect(run!.people).toHaveLength(1)
    expect(taken.find(t => t.name === 'Recorded cream')).toMatchObject({ kind: 'etchant', change: -2, price: 0.15 })
    expect(quotes).toEqual([])
  })
  it('is there while a run is under way, and of no job it is none', async () => {
    const { jobId } = await newRun(mate, lotId, { pieces: '1' })
    const { runs: [run] } = await record(jobId)
    expect([run!.endedAt, run!.worked, run!.steps.every(s => s.to === null)]).toEqual([null, 0, true])
    expect((await mate.get(`jobs/${v7()}/record`)).status).toBe(404)
  })
})
