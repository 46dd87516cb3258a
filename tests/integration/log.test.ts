import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { rankOf } from '../../shared/log'
import type { LogSort, LogView } from '../../shared/log'
import type { Job } from '../../shared/passes'
import type { EventsAnswer, LogEntry, RunWithEvents } from '../../shared/runs'
import type { Works } from '../../shared/works'
import { event, jobForm, newLot, newRun } from '../support/client'
import type { Client } from '../support/client'
import { sharedStudio } from '../support/studio'
import { through } from '../support/through'

let mate: Client
let lotId: string
beforeAll(async () => {
  const { lead, mate: crew } = await sharedStudio()
  mate = crew
  lotId = await newLot(lead, { productName: 'Cream to look back on' })
})
const log = async (question: Record<string, string>) => (await mate.get<LogEntry[]>(`log?${new URLSearchParams(question)}`)).body

describe('the log in order', () => {
  const mine = { q: 'lookedback' }
  beforeAll(async () => {
    const results = [['good'], ['scrap', 'scrap', 'good'], ['good', 'scrap'], ['good', 'good', 'good', 'good']] as const
    for (const of of results) {
      const { runId } = await newRun(mate, lotId, { pieces: String(of.length), customer: 'Lookedback harbour' })
      await through(mate, runId, [...of])
    }
  })
  it.each([
    ['newest', [4, 2, 3, 1]],
    ['oldest', [1, 3, 2, 4]],
    ['scrap', [3, 2, 4, 1]],
    ['pieces', [4, 3, 2, 1]],
    ['late', [4, 2, 3, 1]],
  ] as [LogSort, number[]][])('%s first', async (sort, pieces) => {
    expect((await log({ ...mine, sort })).map(e => e.pieces)).toEqual(pieces)
    // The page that begins after the second run goes on where the first one ended.
    const [, second] = await log({ ...mine, sort })
    const rank = rankOf(sort, second!)
    const place = { before: String(second!.endedAt), id: second!.id, ...(rank === null ? {} : { rank: String(rank) }) }
    const rest = await log({ ...mine, sort, ...place })
    expect(rest.map(e => e.pieces)).toEqual(pieces.slice(2))
  })
  it('keeps questions under a name, for everybody, until somebody drops them', async () => {
    const view: LogView = { id: v7(), name: 'Scrap at the quay', question: { q: 'quay', result: 'scrap', sort: 'scrap' } }
    for (let twice = 0; twice < 2; twice++) expect((await mate.post('log-views', view)).status).toBe(200)
    expect((await mate.get<LogView[]>('log-views')).body.filter(v => v.id === view.id)).toEqual([view])
    expect((await mate.post('log-views', { ...view, id: v7(), name: 'x', question: { moon: '1' } })).status).toBe(400)
    expect((await mate.ask('DELETE', `log-views/${view.id}`)).status).toBe(200)
    expect((await mate.ask('DELETE', `log-views/${view.id}`)).status).toBe(404)
  })
})

describe('the best match first', () => {
  it('goes by how often a word is there, as PostgreSQL ranks (its manual, 12.3.3), page after page', async () => {
    const ids: string[] = []
    for (const times of [2, 1, 3]) {
      const { runId } = await newRun(mate, lotId, { pieces: '1', customer: 'Rank and file' })
      await through(mate, runId, ['good'])
      const note = { kind: 'note.written', why: 'learnt', of: null, text: Array(times).fill('kittiwake').join(' '), was: null }
      await mate.post(`runs/${runId}/events`, { events: [event(note)] })
      ids.push(runId)
    }
    const found = await log({ q: 'kittiwake', sort: 'match' })
    expect(found.map(e => e.id)).toEqual([ids[2], ids[0], ids[1]])
    // Words without a weight count a tenth; the second a quarter of the first, the third a ninth, over the sum of all such: π²/6.
    const sum = (n: number) => Array.from({ length: n }, (_, i) => 1 / (i + 1) ** 2).reduce((a, b) => a + b, 0)
    const rank = (n: number) => (0.1 * sum(n)) / (Math.PI ** 2 / 6)
    for (const [i, n] of [3, 2, 1].entries()) expect(Math.abs(found[i]!.match! - 1e6 * rank(n)), String(n)).toBeLessThan(5)
    const { endedAt, id, match } = found[0]!
    const next = await log({ q: 'kittiwake', sort: 'match', before: String(endedAt), id, rank: String(match) })
    expect(next.map(e => e.id)).toEqual([ids[0], ids[1]])
    expect((await log({ q: 'kittiwake' })).map(e => e.id)).toEqual([ids[2], ids[1], ids[0]])
  })
})

describe('a look that is put right after the run was closed', () => {
  let run: { jobId: string, passId: string, runId: string }
  const correct = (piece: number, look: object) =>
    mate.post<EventsAnswer>(`runs/${run.runId}/events`, {
      events: [event({ kind: 'look.corrected', piece, note: '', why: 'it came back', faults: [], ...look })],
    })
  const pass = async () => (await mate.get<Job>(`jobs/${run.jobId}`)).body.passes[0]!
  const judged = async () => (await mate.get<Works>('works?by=lot')).body.tallies.find(t => t.key === lotId)!
  beforeAll(async () => {
    run = await newRun(mate, lotId, { pieces: '2', customer: 'Rightput quay' })
    await through(mate, run.runId, ['good', 'good'])
  })
  it('owes a piece again that turns out to be scrap; log, tags and counts follow, and what was said stays', async () => {
    expect(await pass()).toMatchObject({ status: 'done', done: [1, 2] })
    const before = await judged()
    expect((await correct(2, { result: 'scrap', faults: ['weak'] })).body.outcomes).toMatchObject([{ accepted: true }])
    expect(await pass()).toMatchObject({ status: 'planned', done: [1] })
    const after = await judged()
    expect([after.scrap - before.scrap, after.good - before.good, after.pieces - before.pieces]).toEqual([1, -1, 0])
    expect((await log({ q: 'rightput weak', fault: 'weak', result: 'scrap' })).map(e => [e.id, e.summary.scrap])).toEqual([[run.runId, 1]])
    const { events } = (await mate.get<RunWithEvents>(`runs/${run.runId}`)).body
    expect(events.filter(e => e.kind === 'piece.judged' && e.piece === 2)).toMatchObject([{ result: 'good' }])
  })
  it('is put right once more, and the piece is through again', async () => {
    await correct(2, { result: 'usable', faults: ['weak'] })
    expect(await pass()).toMatchObject({ status: 'done', done: [1, 2] })
    expect(await log({ q: 'rightput', result: 'scrap' })).toEqual([])
  })
  it('a time that is put right moves dwell and log; one before the run began is refused', async () => {
    const summary = async () => (await log({ q: 'rightput' })).find(e => e.id === run.runId)!.summary.pieces[0]!
    const { startedAt } = (await mate.get<RunWithEvents>(`runs/${run.runId}`)).body
    const before = await summary()
    const workBefore = (await judged()).work!.mean
    const retime = async (heldAt: number) => {
      const entry = event({ kind: 'time.corrected', piece: 1, fact: 'coat.started', heldAt, why: 'pressed late' })
      return (await mate.post<EventsAnswer>(`runs/${run.runId}/events`, { events: [entry] })).body.outcomes[0]!
    }
    expect((await retime(startedAt - 1000)).reason).toMatch(/had not begun by then/)
    expect(await retime(startedAt)).toMatchObject({ accepted: true })
    const after = await summary()
    expect(after.firstPart!).toBeGreaterThan(before.firstPart!)
    expect(after.dwell).toBe(before.dwell)
    expect((await judged()).work!.mean).toBeGreaterThan(workBefore)
  })
  it('needs a reason, and another run is not moved by it', async () => {
    const [{ body }] = [await correct(1, { result: 'scrap', why: '' })]
    expect(body.outcomes).toMatchObject([{ accepted: false, code: 'malformed' }])
    const open = await newRun(mate, lotId, { pieces: '1' })
    const { body: early } = await mate.post<EventsAnswer>(`runs/${open.runId}/events`, {
      events: [event({ kind: 'look.corrected', piece: 1, note: '', why: 'x', faults: [], result: 'scrap' })],
    })
    expect(early.outcomes).toMatchObject([{ accepted: false, code: 'refused' }])
  })
  it('a piece of two passes that turns out to be scrap goes through both again, and through both it is once it is put right', async () => {
    const job = jobForm(lotId, { pieces: '2', customer: 'Rightput quay' })
    job.sets[0]!.passes.push({ ...structuredClone(job.sets[0]!.passes[0]!), id: v7() })
    const jobId = v7()
    await mate.post('jobs', { id: jobId, job })
    const passes = async () => (await mate.get<Job>(`jobs/${jobId}`)).body.passes
    const runIds: string[] = []
    for (const { id } of await passes()) {
      const runId = v7()
      expect((await mate.post(`passes/${id}/run`, { runId })).status).toBe(200)
      await through(mate, runId, ['good', 'good'])
      runIds.push(runId)
    }
    expect((await passes()).map(p => [p.status, p.done])).toEqual([['done', [1, 2]], ['done', [1, 2]]])
    const turn = (runId: string, result: string) => {
      const look = { kind: 'look.corrected', piece: 1, note: '', why: 'seen in daylight', faults: [], result }
      return mate.post(`runs/${runId}/events`, { events: [event(look)] })
    }
    await turn(runIds[0]!, 'scrap')
    expect((await passes()).map(p => [p.status, p.done])).toEqual([['planned', [2]], ['planned', [2]]])
    await turn(runIds[0]!, 'good')
    expect((await passes()).map(p => p.done)).toEqual([[1, 2], [2]])
    await turn(runIds[1]!, 'scrap')
    await turn(runIds[1]!, 'usable')
    expect((await passes()).map(p => [p.status, p.done])).toEqual([['done', [1, 2]], ['done', [1, 2]]])
  })
  it('what was learnt is found by its words', async () => {
    const lesson = event({ kind: 'note.written', why: 'learnt', of: null, text: 'Burnish the anchor chain twice', was: null })
    await mate.post(`runs/${run.runId}/events`, { events: [lesson] })
    expect((await log({ q: 'anchor burnish' })).map(e => e.id)).toEqual([run.runId])
    // A look that is put right later forgets none of it.
    await correct(1, { result: 'usable' })
    expect((await log({ q: 'anchor burnish' })).map(e => e.id)).toEqual([run.runId])
  })
})
