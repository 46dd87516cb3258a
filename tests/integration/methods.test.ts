import { beforeAll, describe, expect, it } from 'vitest'
import { v7 } from 'uuid'
import { currentStep, foldRun } from '#core/bench/run'
import { BLANK_PLAN } from '../../shared/jobs'
import type { Job } from '../../shared/passes'
import type { Coupon } from '../../shared/coupons'
import type { EventOutcome, LogEntry, RunWithEvents } from '../../shared/runs'
import type { Lot, Stencil } from '../../shared/shelf'
import {
  lotForm,
  event,
  FERRIC,
  FINE_ANSWERS,
  GRIT,
  jobForm,
  MIRROR_JOB,
  newLot,
  newRun,
  TAG_JOB,
  upToStep,
  startPass,
} from '../support/client'
import type { Client } from '../support/client'
import { sharedStudio } from '../support/studio'

let lead: Client
let mate: Client
beforeAll(async () => {
  ;({ lead, mate } = await sharedStudio())
})

const read = async (runId: string) => (await mate.get<RunWithEvents>(`runs/${runId}`)).body
const stepOf = (run: RunWithEvents) => currentStep(run.plan, foldRun(run.plan, run.events))
async function send(runId: string, ...parts: Record<string, unknown>[]) {
  const {
    body: { outcomes },
  } = await mate.post<{ outcomes: EventOutcome[] }>(`runs/${runId}/events`, { events: parts.map(p => event(p)) })
  return outcomes.map(o => o.reason ?? 'accepted')
}
/** Gates and plain steps one after another, as far as they go. */
async function onward(runId: string) {
  for (
    let run = await read(runId), step = stepOf(run);
    step && ['gate', 'do'].includes(step.kind) && step.id !== run.plan.steps.at(-1)!.id;
    run = await read(runId), step = stepOf(run)
  ) {
    if (step.kind === 'gate') await send(runId, ...step.items!.map(i => ({ kind: 'gate.ticked', step: step!.id, item: i.id })))
    else await send(runId, { kind: 'step.done', step: step.id })
  }
}
const judge = (pieces: number) =>
  Array.from({ length: pieces }, (_, i) => ({ kind: 'piece.judged', piece: i + 1, result: 'good', faults: [], note: '' }))
const logged = async (id: string) => (await mate.get<LogEntry[]>('log')).body.find(e => e.id === id)
const lot = async (id: string) => (await lead.get<Lot[]>('lots')).body.find(b => b.id === id)!

describe('ferric chloride, from plan to log', () => {
  it('runs through its own gate, bicarbonate and kept waste, and the bottle drops', async () => {
    const ferric = await newLot(lead, FERRIC)
    const { runId } = await newRun(mate, ferric, TAG_JOB)
    await upToStep(mate, runId, 'etch')
    for (const piece of [1, 2]) {
      expect(
        await send(
          runId,
          { kind: 'coat.started', piece },
          { kind: 'coat.covered', piece },
          { kind: 'care.given', piece, care: 'move' },
          { kind: 'etchant.off', piece },
          { kind: 'piece.rinsed', piece },
        ),
      ).toEqual(Array(5).fill('accepted'))
    }
    expect(await send(runId, { kind: 'step.skipped', step: 'neutralise', reason: 'no time' })).toEqual([
      expect.stringMatching(/never skipped/),
    ])
    await send(
      runId,
      { kind: 'bicarbonate.added', grams: 20 },
      { kind: 'step.done', step: 'neutralise' },
      { kind: 'etchant.measured', putOut: 6, back: 0 },
    )
    expect(await send(runId, { kind: 'step.skipped', step: 'peel', reason: 'film came off in the rinse' })).toEqual(['accepted'])
    await onward(runId)
    expect(await send(runId, ...judge(2))).toEqual(Array(2).fill('accepted'))
    // Judged first, then sealed; the run ends with the card.
    expect(await send(runId, { kind: 'run.finished' })).toEqual([expect.stringMatching(/First: Wax or lacquer/)])
    await onward(runId)
    expect(await send(runId, { kind: 'run.finished' })).toEqual(['accepted'])
    expect((await lot(ferric)).left).toBe(394)
    expect(await logged(runId)).toMatchObject({
      noun: 'tag',
      summary: { method: 'liquid', good: 2, skipped: [{ title: expect.stringMatching(/Peel/), reason: 'film came off in the rinse' }] },
    })
    expect((await mate.get<LogEntry[]>('log?q=film+rinse')).body.map(e => e.id)).toContain(runId)
  })
  it('aluminium is a wall: the plan is kept, the bench stays shut', async () => {
    const ferric = await newLot(lead, FERRIC)
    const id = v7()
    const job = jobForm(ferric, { ...TAG_JOB, substrate: 'aluminium' })
    expect((await mate.post('jobs', { id, job })).status).toBe(200)
    const started = await startPass(mate, id, { runId: v7() })
    expect([started.status, started.body.error]).toEqual([409, expect.stringMatching(/heat and hydrogen.*Blast it/)])
  })
})

describe('blasting, from plan to log', () => {
  it('gun time is counted between on and off, in server time', async () => {
    const grit = await newLot(lead, GRIT)
    const { runId } = await newRun(mate, grit, { ...MIRROR_JOB, look: 'fade' })
    await upToStep(mate, runId, 'etch')
    const began = (await read(runId)).startedAt
    const at = (part: Record<string, unknown>, ms: number) => event(part, began + ms)
    // The future is cut to now: both entries have to lie behind us.
    await expect.poll(() => Date.now() - began).toBeGreaterThan(60)
    await mate.post(`runs/${runId}/events`, { events: [at({ kind: 'gun.on', piece: 1 }, 10), at({ kind: 'gun.off', piece: 1 }, 35)] })
    expect(foldRun((await read(runId)).plan, (await read(runId)).events).pieces[0]!.gunSeconds).toBeCloseTo(0.025, 3)
    expect(await send(runId, { kind: 'gun.off', piece: 1 })).toEqual(['The gun is off already.'])
    await send(runId, { kind: 'piece.blasted', piece: 1 })
    await onward(runId)
    await send(runId, ...judge(1), { kind: 'run.finished' })
    expect(await logged(runId)).toMatchObject({ summary: { method: 'blast', good: 1, used: 0, pieces: [{ verdict: 'early' }] } })
    // Grit breaks to dust: a gram for each second that the gun was on, by the house rule.
    expect((await lot(grit)).left).toBeCloseTo(4000 - 0.025, 1)
    expect((await lot(grit)).left).toBeLessThan(4000)
  })
  it('silica sand does not come on the shelf', async () => {
    const { status, body } = await lead.post('lots', { id: v7(), lot: lotForm({ ...GRIT, productName: 'Washed play sand' }) })
    expect([status, body.fields!['lot.productName']]).toEqual([400, expect.stringMatching(/never a blasting medium/)])
  })
})

describe('a coupon at the bench', () => {
  const order = { substrate: 'soda-lime', times: ['1 min', '2 min', '4 min'], together: 'rinsed in turn' }
  it('is etched on one clock, read off into its bottle, and closed', async () => {
    const own = await newLot(lead, { productName: 'Strip bench cream' })
    const runId = v7()
    expect((await mate.post(`lots/${own}/coupon-run`, { runId, order })).status).toBe(200)
    expect((await mate.post(`lots/${own}/coupon-run`, { runId, order })).body).toEqual({ id: runId })
    const run = await read(runId)
    expect(run).toMatchObject({
      jobId: null,
      subject: 'Strip bench cream',
      coupon: { substrate: 'soda-lime' },
      shape: { surface: 'flat' },
    })
    await onward(runId)
    const began = run.startedAt
    const strips = [1, 2, 3]
    const events = [
      ...strips.map(piece => event({ kind: 'coat.started', piece }, began)),
      ...strips.map(piece => event({ kind: 'coat.covered', piece }, began + 1)),
      ...strips.flatMap(piece => [event({ kind: 'etchant.off', piece }), event({ kind: 'piece.rinsed', piece })]),
    ]
    expect((await mate.post<{ outcomes: EventOutcome[] }>(`runs/${runId}/events`, { events })).body.outcomes.every(o => o.accepted)).toBe(
      true,
    )
    await send(runId, { kind: 'etchant.measured', putOut: 5, back: 1 })
    await onward(runId)
    await send(runId, { kind: 'bicarbonate.added', grams: 15 }, { kind: 'step.done', step: 'neutralise' })
    await onward(runId)
    const steps = [60, 120, 240].map(s => ({ dwell: `${s} s`, frost: String(8 * (1 - Math.exp(-0.02 * s))), creep: String(0.0002 * s) }))
    const { body: coupons } = await mate.post<Coupon[]>(`lots/${own}/coupons`, {
      id: v7(),
      runId,
      coupon: { substrate: 'soda-lime', steps },
    })
    expect(coupons[0]).toMatchObject({ runId, best: 150, creepRate: expect.closeTo(0.0002, 9) })
    await send(runId, ...judge(3), { kind: 'run.finished' })
    expect((await lot(own)).coupons).toEqual([{ substrate: 'soda-lime', best: 150, creepRate: expect.closeTo(0.0002, 9) }])
    expect((await lot(own)).left).toBe(96)
    expect(await logged(runId)).toMatchObject({ subject: 'a coupon', noun: 'strip', pieces: 3 })
    // The same run read off again stays one coupon.
    expect(
      (await mate.post<Coupon[]>(`lots/${own}/coupons`, { id: v7(), runId, coupon: { substrate: 'soda-lime', steps } })).body,
    ).toHaveLength(1)
    expect((await mate.get<Coupon[]>('coupons')).body.map(c => c.id)).toContain(coupons[0]!.id)
  })
  it('what makes no coupon is refused with a reason', async () => {
    const own = await newLot(lead)
    const ask = async (id: string, change: Record<string, unknown>) =>
      (await mate.post(`lots/${id}/coupon-run`, { runId: v7(), order: { ...order, ...change } })).body
    expect((await ask(own, { times: ['1 min'] })).fields!['order.times']).toMatch(/compares with nothing/)
    expect((await ask(own, { times: ['1 min', '65 s', '2 min'] })).error).toMatch(/22 s apart/)
    expect((await ask(own, { substrate: 'acrylic' })).error).toMatch(/does nothing to plastic/)
    expect((await ask(await newLot(lead, GRIT), {})).error).toMatch(/etched with cream|no|Cream/)
    const { runId } = await newRun(mate, own)
    const { status, body } = await mate.post(`lots/${own}/coupons`, {
      id: v7(),
      runId,
      coupon: { substrate: 'soda-lime', steps: [{ dwell: '1 min', frost: '5', creep: '' }] },
    })
    expect([status, body.error]).toEqual([400, expect.stringMatching(/etched no coupon/)])
  })
  it('a coupon counts on its own ware only', async () => {
    const own = await newLot(lead, { couponBest: '6 min' })
    const steps = [60, 120, 240, 480].map(s => ({ dwell: `${s} s`, frost: String(9 * (1 - Math.exp(-0.01 * s))), creep: '' }))
    await mate.post(`lots/${own}/coupons`, { id: v7(), coupon: { substrate: 'borosilicate', steps } })
    const best = async (substrate: 'soda-lime' | 'borosilicate') =>
      (await read((await newRun(mate, own, { substrate, schools: { ...BLANK_PLAN.schools, dwell: 'own-coupons' } })).runId)).plan.dwell.best
    expect([await best('borosilicate'), await best('soda-lime')]).toEqual([300, 360])
  })
})

describe('stencils that are used again', () => {
  it('count the pieces they were on, and fit their resist', async () => {
    const id = v7()
    await mate.post('stencils', { id, stencil: { name: 'Anchor mesh', resist: 'mesh' } })
    expect((await mate.post<Stencil>('stencils', { id, stencil: { name: 'Twice', resist: 'mesh' } })).body).toMatchObject({
      id,
      name: 'Anchor mesh',
      uses: 0,
    })
    const own = await newLot(lead)
    const wrong = await mate.post('jobs', { id: v7(), job: jobForm(own, { stencilId: id }) })
    expect([wrong.status, wrong.body.fields!['sets.0.passes.0.stencilId']]).toEqual([400, expect.stringMatching(/another kind/)])
    const { runId } = await newRun(mate, own, { pieces: '2', resist: 'mesh', stencilId: id })
    await onward(runId)
    for (const piece of [1, 2])
      await send(
        runId,
        { kind: 'coat.started', piece },
        { kind: 'coat.covered', piece },
        { kind: 'etchant.off', piece },
        { kind: 'piece.rinsed', piece },
      )
    await send(runId, { kind: 'etchant.measured', putOut: 2, back: 1 })
    await onward(runId)
    await send(runId, { kind: 'bicarbonate.added', grams: 15 }, { kind: 'step.done', step: 'neutralise' })
    await onward(runId)
    await send(runId, ...judge(2), { kind: 'run.finished' })
    expect((await mate.get<Stencil[]>('stencils')).body.find(s => s.id === id)!.uses).toBe(2)
    await mate.put(`stencils/${id}`, { putAway: true })
    expect((await mate.post('jobs', { id: v7(), job: jobForm(own, { resist: 'mesh', stencilId: id }) })).status).toBe(400)
    expect((await mate.put(`stencils/${v7()}`, { putAway: true })).status).toBe(404)
    expect((await mate.post('stencils', { id: v7(), stencil: { name: 'Paper', resist: 'permanent-vinyl' } })).status).toBe(400)
  })
})

describe('what was asked about the piece', () => {
  it('is kept with the job, and an open question keeps it off the bench', async () => {
    const own = await newLot(lead)
    const id = v7()
    const { body: job } = await mate.post<Job>('jobs', {
      id,
      job: jobForm(own, { answers: { irreplaceable: 'agreed', food: 'none', lip: 'clear', child: '' } }),
    })
    expect(job.passes[0]!.answers).toMatchObject({ irreplaceable: 'agreed', child: '' })
    const started = await startPass(mate, id, { runId: v7() })
    expect([started.status, started.body.error]).toEqual([409, expect.stringMatching(/Not answered yet: Is it for a child/)])
    // Frost up to the rim is a lead's decision, kept with who took it; the crew may go on with it then.
    const rim = { ...FINE_ANSWERS, lip: 'rim-decided' }
    const refused = await mate.post('jobs', { id: v7(), job: jobForm(own, { answers: rim }) })
    expect([refused.status, refused.body.fields!['sets.0.answers.lip']]).toEqual([403, expect.stringMatching(/A lead has to/)])
    const rimId = v7()
    const { body: decided } = await lead.post<Job>('jobs', { id: rimId, job: jobForm(own, { answers: rim }) })
    expect(decided.passes[0]!.rimBy).toBe(decided.createdBy)
    const changed = await mate.put<Job>(`jobs/${rimId}`, {
      job: { ...decided.entered, sets: [{ ...decided.entered.sets[0]!, pieces: '3' }] },
      version: decided.version,
    })
    expect(changed.body).toMatchObject({ passes: [{ pieces: 3, rimBy: decided.createdBy }] })
  })
})
