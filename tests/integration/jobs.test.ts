import { beforeAll, describe, expect, it } from 'vitest'
import { v7 } from 'uuid'
import { passOf, setOf } from '../../shared/jobs'
import type { JobForm } from '../../shared/jobs'
import { numberOf } from '../../core/plan/run-plan'
import { artOfPiece } from '../../shared/passes'
import type { JobTemplate } from '../../shared/templates'
import type { Job, Pass } from '../../shared/passes'
import { ARTWORK_FORM } from '../../shared/artworks'
import type { LogEntry, RunWithEvents } from '../../shared/runs'
import type { Client } from '../support/client'
import { event, jobForm, newLot, planForm } from '../support/client'
import { through } from '../support/through'
import { sharedStudio } from '../support/studio'

let mate: Client
let lotId: string
beforeAll(async () => {
  const studio = await sharedStudio()
  mate = studio.mate
  lotId = await newLot(studio.lead, { size: '500 mL', left: '500 mL' })
})

/** A carafe and two tumblers, the tumblers etched twice. */
function setForm(): JobForm {
  const tumblers = planForm(lotId, { pieces: '2', names: 'Ada\nBo', artWidth: '60 mm' })
  const carafe = planForm(lotId, { pieces: '1', noun: 'carafe', height: '250 mm', girth: '300 mm', artWidth: '60 mm' })
  const two = {
    id: v7(),
    ...setOf(tumblers),
    passes: [
      { id: v7(), ...passOf(tumblers) },
      { id: v7(), ...passOf(tumblers) },
    ],
  }
  return {
    customer: 'Wedding table',
    dueOn: '2030-06-01',
    notes: '',
    sets: [two, { id: v7(), ...setOf(carafe), passes: [{ id: v7(), ...passOf(carafe) }] }],
  }
}
const post = async (job: JobForm) => (await mate.post<Job>('jobs', { id: v7(), job })).body
const start = (pass: string, pieces?: number[]) => {
  const runId = v7()
  return mate.post(`passes/${pass}/run`, { runId, ...(pieces ? { pieces } : {}) }).then(answer => ({ ...answer, runId }))
}
const passIn = async (job: Job, pass: string): Promise<Pass> =>
  (await mate.get<Job>(`jobs/${job.id}`)).body.passes.find(p => p.id === pass)!

describe('a job of several sets and passes', () => {
  it('is kept set by set and pass by pass, as written and as measured', async () => {
    const form = setForm()
    const job = await post(form)
    expect(job.passes.map(p => [p.noun, p.pieces, p.no, p.of, p.status])).toEqual([
      ['tumbler', 2, 1, 2, 'planned'],
      ['tumbler', 2, 2, 2, 'planned'],
      ['carafe', 1, 1, 1, 'planned'],
    ])
    expect(job.passes[1]!.before).toEqual({ id: job.passes[0]!.id, status: 'planned', done: [] })
    expect(job.passes[0]!.names).toEqual(['Ada', 'Bo'])
    expect(job.entered).toEqual(form)
  })
  it('a second pass waits until the first is done and dry; it says so, and starts nothing', async () => {
    const job = await post(setForm())
    const [first, second] = job.passes
    const early = await start(second!.id)
    expect([early.status, early.body.error]).toEqual([409, 'Tumbler 1 has not been through pass 1 yet. Do that first.'])
    const { runId } = await start(first!.id)
    const wet = await start(second!.id)
    expect(wet.body.error).toMatch(/still in pass 1. It has to be rinsed, dry and judged before pass 2/)
    const plan = await through(mate, runId, ['good', 'good'])
    // Between two passes they are set aside; the card, and what is glued or inked, belongs to the last.
    expect(plan.steps.at(-1)!.id).toBe('set-aside')
    expect(await passIn(job, first!.id)).toMatchObject({ status: 'done', done: [1, 2] })
    const next = await start(second!.id)
    expect(next.status).toBe(200)
    const last = (await mate.get<RunWithEvents>(`runs/${next.runId}`)).body
    expect(last).toMatchObject({ passNo: 2, passes: 2, subject: 'Wedding table' })
    // Drawn with what is on it already.
    expect(last.shape.etched).toMatchObject([{ art: null, artWidth: 60, artHeight: 45, spots: [{ at: 180, middle: 55, turn: 0 }] }])
    expect(last.plan.steps.map(s => s.id)).toContain('give')
    expect(last.plan.steps.find(s => s.id === 'mask')!.how.join()).toMatch(/Tape over what is etched/)
  })
  it('some pieces go now and the rest another day: what is owed is known, and the run speaks of the right ones', async () => {
    const job = await post(setForm())
    const [first] = job.passes
    const { runId } = await start(first!.id, [2])
    const { body: run } = await mate.get<RunWithEvents>(`runs/${runId}`)
    expect(run.plan).toMatchObject({ pieces: 1, numbers: [2], names: ['Bo'] })
    await through(mate, runId, ['good'])
    expect(await passIn(job, first!.id)).toMatchObject({ status: 'planned', done: [2] })
    const again = await start(first!.id, [2])
    expect([again.status, again.body.error]).toEqual([409, expect.stringMatching(/Tumbler 2 has been through this pass already/)])
    const rest = await start(first!.id)
    expect((await mate.get<RunWithEvents>(`runs/${rest.runId}`)).body.plan).toMatchObject({ pieces: 1, numbers: [1], names: ['Ada'] })
  })
  it('what broke or is scrap is still owed, from its first pass on', async () => {
    const job = await post(setForm())
    const [first, second] = job.passes
    await through(mate, (await start(first!.id)).runId, ['good', 'broke'])
    expect(await passIn(job, first!.id)).toMatchObject({ status: 'planned', done: [1] })
    // The other one may go on, and goes by itself where nobody says which.
    const alone = await start(second!.id)
    expect((await mate.get<RunWithEvents>(`runs/${alone.runId}`)).body.plan).toMatchObject({ pieces: 1, names: ['Ada'] })
    await mate.post(`runs/${alone.runId}/events`, { events: [event({ kind: 'run.abandoned', reason: 'not now' })] })
    await through(mate, (await start(second!.id, [1])).runId, ['scrap'])
    expect(await passIn(job, second!.id)).toMatchObject({ status: 'planned', done: [] })
    expect(await passIn(job, first!.id)).toMatchObject({ status: 'planned', done: [] })
    await through(mate, (await start(first!.id)).runId, ['good', 'usable'])
    await through(mate, (await start(second!.id)).runId, ['good', 'good'])
    expect((await mate.get<Job>(`jobs/${job.id}`)).body.passes.map(p => p.status)).toEqual(['done', 'done', 'planned'])
  })
})

describe('art that differs from piece to piece', () => {
  const figures = {
    width: 40,
    height: 15,
    openArea: 200,
    cutLength: 200,
    pieces: 4,
    islands: 0,
    narrowestBridge: 1,
    narrowestOpening: null,
  }
  it('four glasses with a name each are one job: each run, drawing and log line has the right ones', async () => {
    const names = ['Ada', 'Bo', 'Cy', 'Dee'].map(name => `${name} ${v7().slice(-6)}`)
    const arts: string[] = []
    for (const [i, name] of names.entries()) {
      const id = v7()
      const outline = `M0 0L40 0L40 15L0 ${i}Z`
      const text = '<svg viewBox="0 0 40 15"><path d="M0 0h40v5H0z"/><path d="M39 14h1v1h-1z"/></svg>'
      const artwork = { ...ARTWORK_FORM, name, width: '40 mm', source: { kind: 'svg', file: 'a.svg', traced: false, text } }
      const { status } = await mate.post('artworks', { id, artwork, figures: { ...figures, outline } })
      expect(status).toBe(200)
      arts.push(id)
    }
    const job = await post(jobForm(lotId, { names: names.join('\n'), artworkIds: [...arts.slice(0, 3), ''], artworkId: arts[3]! }))
    expect(job.passes[0]!.placements[0]).toMatchObject({ artworkIds: [...arts.slice(0, 3), null], art: { d: 'M0 0L40 0L40 15L0 3Z' } })
    const { runId } = await start(job.passes[0]!.id, [1, 3, 4])
    const { body: run } = await mate.get<RunWithEvents>(`runs/${runId}`)
    const drawn = (n: number) => artOfPiece(run.shape.placements[0]!, numberOf(run.plan, n))!.d
    expect([1, 2, 3].map(drawn)).toEqual(['M0 0L40 0L40 15L0 0Z', 'M0 0L40 0L40 15L0 2Z', 'M0 0L40 0L40 15L0 3Z'])
    await through(mate, runId, ['good', 'good', 'good'])
    for (const name of names) {
      const { body: found } = await mate.get<LogEntry[]>(`log?q=${encodeURIComponent(name)}`)
      expect(
        found.map(e => e.id),
        name,
      ).toEqual([runId])
    }
  })
  it('a stencil that is not kept is said at its piece', async () => {
    const { body } = await mate.post('jobs', { id: v7(), job: jobForm(lotId, { artworkIds: ['', v7()] }) })
    expect(body.fields).toEqual({ 'sets.0.passes.0.placements.0.artworkIds.1': 'Choose a stencil, or none.' })
  })
})

describe('a job that is changed while a part of it runs', () => {
  it('what runs keeps its plan, the rest follows', async () => {
    const job = await post(setForm())
    const [first, second] = job.passes
    const { runId } = await start(first!.id)
    const { version, entered } = (await mate.get<Job>(`jobs/${job.id}`)).body
    const sets = structuredClone(entered.sets)
    Object.assign(sets[0]!.passes[0]!.placements[0]!, { artWidth: '30 mm' })
    Object.assign(sets[0]!.passes[1]!.placements[0]!, { artWidth: '31 mm' })
    const { status, body } = await mate.put<Job>(`jobs/${job.id}`, { job: { ...entered, customer: 'Silver wedding', sets }, version })
    expect([status, body.customer]).toEqual([200, 'Silver wedding'])
    expect(body.passes.find(p => p.id === first!.id)!.placements[0]!.artWidth).toBe(60)
    expect(body.passes.find(p => p.id === second!.id)!.placements[0]!.artWidth).toBe(31)
    expect((await mate.get<RunWithEvents>(`runs/${runId}`)).body.subject).toBe('Silver wedding')
  })
  it('what has begun can\'t be taken out, nor fewer pieces be planned than are on the bench', async () => {
    const job = await post(setForm())
    await start(job.passes[0]!.id)
    const { version, entered } = (await mate.get<Job>(`jobs/${job.id}`)).body
    const without = await mate.put(`jobs/${job.id}`, { job: { ...entered, sets: entered.sets.slice(1) }, version })
    expect([without.status, without.body.error]).toEqual([
      409,
      'Work has begun on the 2 tumblers, pass 1. That part has to stay where it is in the job.',
    ])
    const fewer = await mate.put(`jobs/${job.id}`, {
      job: { ...entered, sets: [{ ...entered.sets[0]!, pieces: '1', names: '' }, entered.sets[1]!] },
      version,
    })
    expect(fewer.body.fields).toEqual({ 'sets.0.pieces': 'Number 2 is under way already. Plan at least that many.' })
    // What has not begun may go.
    const passes = entered.sets[0]!.passes.slice(0, 1)
    const less = await mate.put<Job>(`jobs/${job.id}`, { job: { ...entered, sets: [{ ...entered.sets[0]!, passes }] }, version })
    expect(less.body.passes.map(p => [p.noun, p.no, p.of])).toEqual([['tumbler', 1, 1]])
  })
  it('cancelled, it keeps what is done', async () => {
    const job = await post(setForm())
    await through(mate, (await start(job.passes[0]!.id)).runId, ['good', 'good'])
    expect((await mate.post(`jobs/${job.id}/drop`)).status).toBe(200)
    expect((await mate.get<Job>(`jobs/${job.id}`)).body.passes.map(p => p.status)).toEqual(['done', 'dropped', 'dropped'])
    expect((await mate.post(`jobs/${job.id}/drop`)).status).toBe(409)
  })
})

describe('several stencils on a piece', () => {
  const placement = (change: object = {}) => ({ ...jobForm(lotId).sets[0]!.passes[0]!.placements[0]!, artWidth: '30 mm', ...change })
  const withPlacements = (placements: object[], change: object = {}) => {
    const job = jobForm(lotId, { pieces: '2', ...change })
    Object.assign(job.sets[0]!.passes[0]!, { placements })
    return job
  }
  it('are one pass where they are apart: kept with their places, on the bench each is on the piece', async () => {
    const job = await post(withPlacements([placement({ at: '-60 mm' }), placement({ at: '60 mm', count: '1', turn: '10' })]))
    const spots = job.passes[0]!.placements.map(p => p.spots)
    // A girth of 241.3 mm: 60 mm are 89.5°, counted from opposite the seam.
    const side = (60 / 241.3) * 360
    expect(spots).toEqual([
      [{ at: expect.closeTo(180 - side, 6), middle: 55, turn: 0 }],
      [{ at: expect.closeTo(180 + side, 6), middle: 55, turn: 10 }],
    ])
    const { runId } = await start(job.passes[0]!.id)
    const { body: run } = await mate.get<RunWithEvents>(`runs/${runId}`)
    expect(run.shape.placements.map(p => p.spots)).toEqual(spots)
    // Twice to put on, and twice the coat.
    const one = await post(withPlacements([placement({ at: '-60 mm' })]))
    const { body: alone } = await mate.get<RunWithEvents>(`runs/${(await start(one.passes[0]!.id)).runId}`)
    const seconds = (of: RunWithEvents, id: string) => of.plan.steps.find(s => s.id === id)!.seconds
    expect(seconds(run, 'resist')).toBe(2 * seconds(alone, 'resist'))
  })
  it('whose borders touch are refused at the field, with what to do; in passes of their own they are taken', async () => {
    const overlapping = [placement(), placement({ at: '20 mm' })]
    const { status, body } = await mate.post('jobs', { id: v7(), job: withPlacements(overlapping) })
    expect([status, body.fields]).toEqual([
      400,
      { 'sets.0.passes.0.placements.1.at': expect.stringMatching(/touches that of stencil 1. Move one of them, or etch them one after/) },
    ])
    const parted = withPlacements(overlapping.slice(0, 1))
    parted.sets[0]!.passes.push({
      ...parted.sets[0]!.passes[0]!,
      id: v7(),
      placements: withPlacements(overlapping.slice(1)).sets[0]!.passes[0]!.placements,
    })
    expect((await post(parted)).passes.map(p => [p.no, p.placements.length])).toEqual([
      [1, 1],
      [2, 1],
    ])
  })
  it('a place that can\'t be read, and one off the piece, are said where they stand', async () => {
    const said = async (change: object) =>
      (await mate.post('jobs', { id: v7(), job: withPlacements([placement(), placement({ at: '120 mm', ...change })]) })).body.fields
    const at = (field: string) => `sets.0.passes.0.placements.1.${field}`
    expect(await said({ at: 'left' })).toEqual({ [at('at')]: expect.stringMatching(/Write 90°, 1\/4 round or 60 mm/) })
    expect(await said({ clear: '300 mm' })).toEqual({ [at('clear')]: expect.stringMatching(/above the piece/) })
    expect(await said({ count: '40' })).toEqual({ [at('count')]: expect.stringMatching(/do not fit round anything/) })
    expect(await said({ turn: 'upside down' })).toEqual({ [at('turn')]: 'Write degrees from -180 to 180.' })
    expect((await mate.post('jobs', { id: v7(), job: withPlacements([]) })).body.fields).toEqual({
      'sets.0.passes.0.placements': 'Say what goes on it.',
    })
  })
})

describe('a template', () => {
  it('is a job without whom it is for: kept, listed, begun with, removed', async () => {
    const id = v7()
    const job = { ...jobForm(lotId, { names: 'Ada', artworkIds: [''] }), customer: '', dueOn: '' }
    for (let twice = 0; twice < 2; twice++)
      expect((await mate.post<JobTemplate>('templates', { id, name: 'Name on a pint', job })).status).toBe(200)
    const { body: list } = await mate.get<JobTemplate[]>('templates')
    const kept = list.filter(t => t.id === id)
    expect(kept).toMatchObject([{ name: 'Name on a pint', entered: { customer: '', dueOn: '', sets: [{ names: '', girth: '9 1/2"' }] } }])
    const again = { ...kept[0]!.entered, customer: 'Rowing club', dueOn: '2030-06-01' }
    const sets = again.sets.map(s => ({ ...s, id: v7(), passes: s.passes.map(p => ({ ...p, id: v7() })) }))
    expect((await post({ ...again, sets })).customer).toBe('Rowing club')
    expect((await mate.ask('DELETE', `templates/${id}`)).status).toBe(200)
    expect((await mate.ask('DELETE', `templates/${id}`)).status).toBe(404)
  })
  it('that could be no job is refused where it stands', async () => {
    const { status, body } = await mate.post('templates', { id: v7(), name: 'Pint', job: jobForm(lotId, { girth: '0' }) })
    expect([status, body.fields]).toEqual([400, { 'sets.0.girth': expect.stringMatching(/Zero is no size/) }])
    expect((await mate.post('templates', { id: v7(), name: ' ', job: jobForm(lotId) })).status).toBe(400)
  })
})

describe('what can\'t be a job', () => {
  it('is said where it stands', async () => {
    const send = async (change: (form: JobForm) => void) => {
      const form = setForm()
      change(form)
      return (await mate.post('jobs', { id: v7(), job: form })).body.fields
    }
    expect(await send(f => (f.sets = []))).toEqual({ sets: 'Say what is etched.' })
    expect(await send(f => (f.sets[1]!.passes = []))).toEqual({ 'sets.1.passes': 'Say what goes on it.' })
    expect(await send(f => (f.sets[1]!.passes[0]!.placements[0]!.clear = '300 mm'))).toEqual({
      'sets.1.passes.0.placements.0.clear': expect.stringMatching(/above the piece/),
    })
    expect(await send(f => (f.sets[0]!.names = 'Ada, Bo, Cy'))).toEqual({ 'sets.0.names': expect.stringMatching(/3 names for 2 pieces/) })
    expect(await send(f => (f.sets[1]!.id = f.sets[0]!.id))).toEqual({ sets: expect.stringMatching(/Reload the page/) })
  })
  it('a part of another job is not taken over', async () => {
    const other = await post(setForm())
    const form = jobForm(lotId)
    form.sets[0]!.id = other.passes[0]!.setId
    const { status, body } = await mate.post('jobs', { id: v7(), job: form })
    expect([status, body.error]).toEqual([409, expect.stringMatching(/belongs to another one/)])
    expect((await mate.get<Job>(`jobs/${other.id}`)).body.passes).toHaveLength(3)
  })
})
