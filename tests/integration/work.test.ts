import { parse } from 'csv-parse/sync'
import { LOG_COLUMNS } from '../../shared/log'
import { beforeAll, describe, expect, inject, it } from 'vitest'
import pg from 'pg'
import { v4, v7 } from 'uuid'
import { foldRun } from '#core/bench/run'
import type { RunPlan } from '#core/plan/run-plan'
import { event, jobForm, lotForm, newLot, newRun, OLD, startPass, firstPass, supplyForm } from '../support/client'
import type { Client } from '../support/client'
import { houseDay, HOUSE_ZONE } from '../support/house'
import { sharedStudio } from '../support/studio'
import type { Lot } from '../../shared/shelf'
import type { LedgerLine } from '../../shared/stock'
import type { Coupon } from '../../shared/coupons'
import { DEFAULT_HOUSE_RULES } from '#core/trade/house'
import { rulesForm } from '../../shared/studio'
import type { RulesForm, Studio } from '../../shared/studio'
import type { Job } from '../../shared/passes'
import type { EventOutcome, LogEntry, RunWithEvents } from '../../shared/runs'

/** The house's rules as its first run leaves them. */
const RULES = { ...DEFAULT_HOUSE_RULES, timeZone: HOUSE_ZONE }

let lead: Client
let mate: Client
let lotId: string
let oldLot: string
beforeAll(async () => {
  ;({ lead, mate } = await sharedStudio())
  lotId = await newLot(lead)
  oldLot = await newLot(lead, OLD)
})

const send = async (client: Client, runId: string, events: unknown[]) =>
  (await client.post<{ outcomes: EventOutcome[] }>(`runs/${runId}/events`, { events })).body.outcomes
const read = async (client: Client, runId: string) => (await client.get<RunWithEvents>(`runs/${runId}`)).body
const leftIn = async (id: string) => (await lead.get<Lot[]>('lots')).body.find(b => b.id === id)!.left

/** Entries from the safety gate to the last rinse. */
function throughRinse(plan: RunPlan, at: number) {
  let clock = at
  const tick = (part: Record<string, unknown>, seconds = 1) => event(part, (clock += seconds * 1000))
  return [
    ...['clean', 'resist', 'mask'].map(step => tick({ kind: 'step.done', step })),
    ...plan.steps.find(s => s.id === 'safety')!.items!.map(i => tick({ kind: 'gate.ticked', step: 'safety', item: i.id })),
    tick({ kind: 'step.done', step: 'ready-etchant' }),
    ...Array.from({ length: plan.pieces }, (_, i) => i + 1).flatMap(piece => [
      tick({ kind: 'coat.started', piece }),
      tick({ kind: 'coat.covered', piece }, 40),
      tick({ kind: 'etchant.off', piece }, 310),
      tick({ kind: 'piece.rinsed', piece }, 20),
    ]),
  ]
}
function throughLook(plan: RunPlan, amounts: { putOut: number, back: number }) {
  return [
    event({ kind: 'etchant.measured', ...amounts }),
    event({ kind: 'step.done', step: 'peel' }),
    event({ kind: 'bicarbonate.added', grams: 15 }),
    ...['neutralise', 'second-wash', 'dry'].map(step => event({ kind: 'step.done', step })),
    ...plan.steps.find(s => s.id === 'wash-up')!.items!.map(i => event({ kind: 'gate.ticked', step: 'wash-up', item: i.id })),
    ...Array.from({ length: plan.pieces }, (_, i) =>
      event({
        kind: 'piece.judged',
        piece: i + 1,
        result: i === 1 ? 'usable' : 'good',
        faults: i === 1 ? ['thin'] : [],
        note: i === 1 ? 'kelp at the stem' : '',
      }),
    ),
  ]
}

describe('the shelf', () => {
  it('keeps what the label says, and a second save of the same id changes nothing', async () => {
    const id = v7()
    const first = await lead.post<Lot>('lots', {
      id,
      lot: lotForm({ size: '4 fl oz', left: '4 fl oz', labelMin: '1', labelMax: '3' }),
    })
    const again = await lead.post<Lot>('lots', { id, lot: lotForm({ productName: 'Another' }) })
    expect(first.body).toMatchObject({ labelMin: 60, labelMax: 180, size: 118.29, left: 118.29 })
    expect(again.body).toEqual(first.body)
  })
  it('messages stand beside the fields', async () => {
    const { status, body } = await lead.post('lots', { id: v7(), lot: lotForm({ labelMin: 'soon', size: '-3' }) })
    expect(status).toBe(400)
    expect(body.fields).toMatchObject({
      'lot.labelMin': expect.stringMatching(/can't be read/),
      'lot.size': expect.stringMatching(/negative/),
    })
  })
  it('two leads who change it at once: the second is told', async () => {
    const id = await newLot(lead)
    const lot = (await lead.get<Lot[]>('lots')).body.find(b => b.id === id)!
    const change = (left: string) => lead.put(`lots/${id}`, { lot: lotForm({ left }), version: lot.version, putAway: false })
    expect((await change('90')).status).toBe(200)
    const second = await change('80')
    expect([second.status, second.body.error]).toEqual([409, expect.stringMatching(/Somebody else changed/)])
    expect(await leftIn(id)).toBe(90)
  })
})

describe('a coupon', () => {
  const strips = (rate: number) =>
    ['1:15', '2:30', '5 min', '10 min'].map((dwell, i) => ({
      dwell,
      frost: String(9 * -Math.expm1(-rate * [75, 150, 300, 600][i]!)),
      creep: '',
    }))
  const bestOf = async (id: string) =>
    (await lead.get<Lot[]>('lots')).body.find(b => b.id === id)!.coupons.find(c => c.substrate === 'soda-lime')?.best
  it('is kept as read off, and the own-coupons time of its bottle follows it', async () => {
    const own = await newLot(lead)
    const id = v7()
    const { status, body } = await mate.post<Coupon[]>(`lots/${own}/coupons`, {
      id,
      coupon: { substrate: 'soda-lime', steps: strips(0.01) },
    })
    expect(status).toBe(200)
    // ln 20 over the rate: the first time within 95 % of the plateau.
    expect(body[0]).toMatchObject({
      id,
      verdict: 'good',
      best: 300,
      rate: expect.closeTo(0.01, 6),
      steps: expect.arrayContaining([{ dwell: 75, frost: expect.any(Number), creep: null }]),
    })
    expect(await bestOf(own)).toBe(300)
    const again = await mate.post<Coupon[]>(`lots/${own}/coupons`, { id, coupon: { substrate: 'soda-lime', steps: strips(0.02) } })
    expect(again.body).toEqual(body)
    await mate.post(`lots/${own}/coupons`, { id: v7(), coupon: { substrate: 'soda-lime', steps: strips(0.008) } })
    expect((await mate.get<Coupon[]>(`lots/${own}/coupons`)).body.map(c => c.best)).toEqual([374, 300])
    expect(await bestOf(own)).toBe(374)
  })
  it('that can\'t say leaves the bottle\'s time alone', async () => {
    const own = await newLot(lead, { couponBest: '6 min' })
    const { body } = await mate.post<Coupon[]>(`lots/${own}/coupons`, {
      id: v7(),
      coupon: { substrate: 'soda-lime', steps: strips(0.01).slice(0, 1) },
    })
    expect(body[0]).toMatchObject({ verdict: 'too few', best: null })
    expect(await bestOf(own)).toBeUndefined()
    expect((await lead.get<Lot[]>('lots')).body.find(b => b.id === own)!.couponBest).toBe(360)
  })
  it('wrong marks come back beside their strip', async () => {
    const { status, body } = await mate.post(`lots/${lotId}/coupons`, {
      id: v7(),
      coupon: { substrate: 'soda-lime', steps: [{ dwell: 'soon', frost: '11', creep: '9' }] },
    })
    expect(status).toBe(400)
    expect(Object.keys(body.fields!)).toEqual(['coupon.steps.0.dwell', 'coupon.steps.0.frost', 'coupon.steps.0.creep'])
    expect((await mate.post(`lots/${v7()}/coupons`, { id: v7(), coupon: { substrate: 'soda-lime', steps: strips(0.01) } })).status).toBe(
      404,
    )
  })
})

describe('a job', () => {
  it('is kept as written and as measured', async () => {
    const { body } = await mate.post<Job>('jobs', { id: v7(), job: jobForm(lotId) })
    expect(body).toMatchObject({
      passes: [
        { girth: expect.closeTo(241.3, 6), placements: [{ openFraction: 0.35 }], pieces: 4, status: 'planned', no: 1, of: 1, done: [] },
      ],
      entered: { sets: [{ girth: '9 1/2"', passes: [{ placements: [{ openFraction: '35 %' }] }] }] },
    })
  })
  it('wrong entries come back with a sentence each', async () => {
    const { status, body } = await mate.post('jobs', { id: v7(), job: jobForm(lotId, { girth: '1e9', pieces: '', lotId: v7() }) })
    expect(status).toBe(400)
    expect(Object.keys(body.fields!)).toEqual(['sets.0.pieces', 'sets.0.girth'])
  })
  it('a bottle that was put away can\'t be planned with', async () => {
    const id = await newLot(lead)
    await lead.put(`lots/${id}`, { lot: lotForm({ left: '100 mL' }), version: 1, putAway: true })
    expect((await mate.post('jobs', { id: v7(), job: jobForm(id) })).body.fields).toEqual({
      'sets.0.passes.0.lotId': 'Choose what to etch with from the shelf.',
    })
  })
  it('can be changed until it is on the bench, and not by two at once', async () => {
    const { body: job } = await mate.post<Job>('jobs', { id: v7(), job: jobForm(lotId) })
    const put = (customer: string) => mate.put<Job>(`jobs/${job.id}`, { job: jobForm(lotId, { customer }), version: job.version })
    expect((await put('First')).body.customer).toBe('First')
    expect((await put('Second')).status).toBe(409)
    await startPass(mate, job.id, { runId: v7() })
    const { body: now } = await mate.get<Job>(`jobs/${job.id}`)
    const late = await mate.put(`jobs/${job.id}`, { job: jobForm(lotId), version: now.version })
    expect(late.body.error).toMatch(/Work has begun on the 4 tumblers/)
    expect((await mate.post(`jobs/${job.id}/drop`)).status).toBe(409)
  })
  it('what can\'t be etched is not taken to the bench', async () => {
    const tile = await newLot(lead, { kind: 'tile-cream', labelMin: '20 min', labelMax: '20 min' })
    const id = v7()
    await mate.post('jobs', { id, job: jobForm(tile, { substrate: 'tempered' }) })
    const { status, body } = await startPass(mate, id, { runId: v7() })
    expect([status, body.error]).toEqual([409, expect.stringMatching(/fast or general cream/)])
  })
  it('is started once, however often it is pressed', async () => {
    const id = v7()
    const runId = v7()
    await mate.post('jobs', { id, job: jobForm(lotId) })
    const presses = await Promise.all([1, 2, 3].map(() => startPass(mate, id, { runId })))
    expect(presses.map(p => p.status)).toEqual([200, 200, 200])
    expect((await startPass(lead, id, { runId: v7() })).status).toBe(409)
  })
  it('one that does not exist says so', async () => {
    expect((await mate.get(`jobs/${v7()}`)).status).toBe(404)
    expect((await mate.get('jobs/not-an-id')).status).toBe(404)
  })
})

describe('the gel for burns', () => {
  it('stands on the shelf with its expiry, set by a lead, read by all', async () => {
    const supply = supplyForm({ kind: 'gel', name: 'Gel 2.5 %', pack: '1', left: '1', expiresOn: '2031-05-03' })
    const id = v7()
    expect((await mate.post('supplies', { id, supply })).status).toBe(403)
    expect((await lead.post('supplies', { id, supply })).status).toBe(200)
    const until = async () => (await mate.get<{ gelExpiresOn: string | null }>('studio')).body.gelExpiresOn
    expect(await until()).toBe('2031-05-03')
    expect((await lead.post('supplies', { id: v7(), supply: { ...supply, expiresOn: '' } })).body.fields!['supply.expiresOn']).toMatch(
      /printed/,
    )
    // The last tube is used up: there is no gel, whatever its day was.
    await mate.post(`stock/${id}/moves`, { id: v7(), kind: 'used', amount: 1, seen: 1 })
    expect(await until()).toBeNull()
  })
})

describe('the event stream', () => {
  it('takes an event once, whoever sends it again, and refuses with a reason', async () => {
    const { runId } = await newRun(mate, oldLot)
    const gloves = event({ kind: 'gate.ticked', step: 'try-safety', item: 'gloves' })
    expect(await send(mate, runId, [gloves, gloves])).toEqual([
      { id: gloves.id, accepted: true },
      { id: gloves.id, accepted: true },
    ])
    await Promise.all([1, 2, 3, 4, 5].map(i => send(i % 2 ? mate : lead, runId, [gloves])))
    expect((await read(mate, runId)).events).toHaveLength(1)
    const [refused] = await send(mate, runId, [event({ kind: 'coat.started', piece: 1 })])
    expect(refused).toMatchObject({
      accepted: false,
      code: 'refused',
      refusal: { code: 'no-coating-yet', step: 'try-safety' },
      reason: expect.stringMatching(/Before the old bottle is tried/),
    })
  })
  it('an id that belongs to another run is refused', async () => {
    const [one, two] = [await newRun(mate, oldLot), await newRun(mate, oldLot)]
    const gloves = event({ kind: 'gate.ticked', step: 'try-safety', item: 'gloves' })
    await send(mate, one.runId, [gloves])
    expect((await send(mate, two.runId, [gloves]))[0]).toMatchObject({ accepted: false, reason: expect.stringMatching(/another run/) })
  })
  it('ids are UUIDv7', async () => {
    const { runId } = await newRun(mate, oldLot)
    expect(await send(mate, runId, [{ ...event({ kind: 'run.finished' }), id: v4() }])).toMatchObject([
      { accepted: false, code: 'malformed' },
    ])
  })
  it('the future is cut to now, and nothing lies before the run began', async () => {
    const { runId } = await newRun(mate, oldLot)
    const before = Date.now()
    await send(mate, runId, [
      event({ kind: 'gate.ticked', step: 'try-safety', item: 'gloves' }, before + 9 * 3600_000),
      event({ kind: 'gate.ticked', step: 'try-safety', item: 'eyes' }, before - 9 * 3600_000),
    ])
    const run = await read(mate, runId)
    expect(run.events[0]!.at).toBeLessThanOrEqual(Date.now())
    expect(run.events[1]!.at).toBe(run.startedAt)
    expect(run.events[0]!.deviceTime).toBe(before + 9 * 3600_000)
  })
  it('racing senders on two app processes keep one order', async () => {
    const { runId } = await newRun(mate, oldLot)
    const { lead: elsewhere } = await sharedStudio(inject('secondUrl'))
    const items = ['gloves', 'eyes', 'air', 'water', 'numbers']
    await Promise.all(
      items.flatMap(item => [
        send(mate, runId, [event({ kind: 'gate.ticked', step: 'try-safety', item })]),
        send(elsewhere, runId, [event({ kind: 'gate.ticked', step: 'try-safety', item })]),
      ]),
    )
    const [here, there] = [await read(mate, runId), await read(elsewhere, runId)]
    expect(here.events.map(e => e.seq)).toEqual([1, 2, 3, 4, 5])
    expect(there.events).toEqual(here.events)
  })
  it('can\'t be changed or deleted, even by SQL', async () => {
    const { runId } = await newRun(mate, oldLot)
    await send(mate, runId, [event({ kind: 'gate.ticked', step: 'try-safety', item: 'gloves' })])
    const client = new pg.Client({ connectionString: inject('databaseUrl'), options: '-c search_path=crest' })
    await client.connect()
    await expect(client.query('update run_event set at = now() where run_id = $1', [runId])).rejects.toThrow(/append-only/)
    await expect(client.query('delete from run_event where run_id = $1', [runId])).rejects.toThrow(/append-only/)
    await client.end()
  })
  it('two app processes tell each other within a second', async () => {
    const { runId } = await newRun(mate, oldLot)
    const { lead: elsewhere } = await sharedStudio(inject('secondUrl'))
    const stop = new AbortController()
    const stream = await fetch(`${elsewhere.url}/api/live`, { headers: { cookie: elsewhere.cookie }, signal: stop.signal })
    const reader = stream.body!.pipeThrough(new TextDecoderStream()).getReader()
    let heard = ''
    while (!heard.includes('beat')) heard += (await reader.read()).value
    // The process listens from its first page on; give it the moment it takes to connect.
    await new Promise(resolve => setTimeout(resolve, 300))
    const sentAt = Date.now()
    await send(mate, runId, [event({ kind: 'gate.ticked', step: 'try-safety', item: 'gloves' })])
    while (!heard.includes(runId)) heard += (await reader.read()).value
    expect(Date.now() - sentAt).toBeLessThan(1000)
    stop.abort()
  })
  it('a page just opened is told what came since it began, and of an unknown time that anything may have changed', async () => {
    const { runId } = await newRun(mate, oldLot)
    /** Reads a stream until it tells this. */
    const tells = async (since: number, wanted: string) => {
      const stop = new AbortController()
      const { body } = await fetch(`${mate.url}/api/live?since=${since}`, { headers: { cookie: mate.cookie }, signal: stop.signal })
      const reader = body!.pipeThrough(new TextDecoderStream()).getReader()
      let heard = ''
      while (!heard.includes(wanted)) heard += (await reader.read()).value
      stop.abort()
      return heard
    }
    expect(await tells(0, 'all')).toContain('[{"topic":"all"}]')
    await new Promise(resolve => setTimeout(resolve, 300))
    const began = Date.now()
    await send(mate, runId, [event({ kind: 'gate.ticked', step: 'try-safety', item: 'gloves' })])
    expect(await tells(began, runId)).toContain('gate.ticked')
  })
})

describe('a whole run', () => {
  it('goes to the log with planned and actual dwell, and the bottle drops by what was used', async () => {
    const own = await newLot(lead, { productName: 'Dropping cream' })
    const { runId, jobId } = await newRun(mate, own, { customer: 'Lighthouse kiosk', pieces: '2' })
    const { plan } = await read(mate, runId)
    expect(await send(mate, runId, throughRinse(plan, Date.now())).then(o => o.filter(x => !x.accepted))).toEqual([])
    expect(await send(mate, runId, throughLook(plan, { putOut: 4, back: 1.5 })).then(o => o.filter(x => !x.accepted))).toEqual([])
    expect(await leftIn(own)).toBe(100)
    await send(mate, runId, [event({ kind: 'run.finished' })])
    expect(await leftIn(own)).toBe(97.5)
    // It was sealed: its first use opened it.
    expect((await lead.get<Lot[]>('lots')).body.find(l => l.id === own)!.openedOn).toBe(houseDay())
    expect((await firstPass(mate, jobId)).status).toBe('done')
    const find = async (q: string) => (await mate.get<LogEntry[]>(`log?q=${encodeURIComponent(q)}`)).body.filter(e => e.id === runId)
    const [entry] = await find('lighthouse')
    expect(entry).toMatchObject({
      subject: 'Lighthouse kiosk',
      pieces: 2,
      lot: 'Dropping cream',
      summary: { good: 1, usable: 1, used: 2.5, planned: { best: 300 } },
    })
    for (const q of ['KELP stem', 'thin spots', 'dropping', 'moss', 'usable tumbler']) expect(await find(q), q).toHaveLength(1)
    expect(await find('lighthouse scrap')).toHaveLength(0)
    expect((await send(mate, runId, [event({ kind: 'run.finished' })]))[0]!.reason).toMatch(/finished/)
  })
  it('read back, it folds to the same state', async () => {
    const { runId } = await newRun(mate, lotId, { pieces: '1' })
    const { plan } = await read(mate, runId)
    const sent = throughRinse(plan, Date.now())
    await send(mate, runId, sent)
    const { events } = await read(mate, runId)
    expect(foldRun(plan, events).pieces[0]).toMatchObject({ rinsed: { by: expect.any(String) } })
    expect(events.map(e => e.id)).toEqual(sent.map(e => e.id))
  })
  it('stopped after coating: the job waits again and the bottle drops as planned', async () => {
    const own = await newLot(lead)
    const { runId, jobId } = await newRun(mate, own, { pieces: '1' })
    const { plan } = await read(mate, runId)
    await send(mate, runId, throughRinse(plan, Date.now()))
    await send(mate, runId, [event({ kind: 'run.abandoned', reason: 'power cut' })])
    expect((await firstPass(mate, jobId)).status).toBe('planned')
    expect(await leftIn(own)).toBeCloseTo(100 - plan.putOut, 1)
    expect((await mate.get<LogEntry[]>('log?q=power')).body).toEqual([])
  })
  it('more cream used than the shelf knew of was there after all: what went back is left, and the ledger says so', async () => {
    const own = await newLot(lead, { left: '2 mL' })
    const { runId } = await newRun(mate, own, { pieces: '1' })
    const { plan } = await read(mate, runId)
    await send(mate, runId, [
      ...throughRinse(plan, Date.now()),
      ...throughLook(plan, { putOut: 9, back: 1 }),
      event({ kind: 'run.finished' }),
    ])
    expect(await leftIn(own)).toBe(1)
    const { body } = await mate.get<LedgerLine[]>(`stock/${own}/ledger`)
    expect(body.map(l => [l.kind, l.change, l.runId === runId]).sort()).toEqual([
      ['found', 7, true],
      ['recovered', 1, true],
      ['shelved', 2, false],
      ['used', -9, true],
    ])
  })
})

describe('the log', () => {
  it('comes fifty at a time, newest first, and goes on from where it ended', async () => {
    const own = await newLot(lead, { productName: 'Paging cream', left: '120 mL' })
    const { runId } = await newRun(mate, own, { pieces: '1', customer: 'Paging pier' })
    const { plan } = await read(mate, runId)
    await send(mate, runId, [
      ...throughRinse(plan, Date.now()),
      ...throughLook(plan, { putOut: 1, back: 0 }),
      event({ kind: 'run.finished' }),
    ])
    const client = new pg.Client({ connectionString: inject('databaseUrl'), options: '-c search_path=crest' })
    await client.connect()
    await client.query(
      `insert into run (id, pass_id, lot_id, plan, started_by, started_at, ended_at, outcome, summary, search)
       select gen_random_uuid(), pass_id, lot_id, plan, started_by, started_at, ended_at - make_interval(mins => (n + 3) / 4),
         outcome, summary, search from run cross join generate_series(1, 60) n where id = $1`,
      [runId],
    )
    await client.end()
    const { body: first } = await mate.get<LogEntry[]>('log?q=paging+pier')
    expect(first).toHaveLength(50)
    expect(first[0]!.id).toBe(runId)
    const { body: second } = await mate.get<LogEntry[]>(`log?q=paging+pier&before=${first.at(-1)!.endedAt}&id=${first.at(-1)!.id}`)
    expect(second).toHaveLength(11)
    const all = [...first, ...second]
    expect(new Set(all.map(e => e.id)).size).toBe(61)
    expect(all.map(e => e.endedAt)).toEqual(all.map(e => e.endedAt).sort((a, b) => b - a))
  })
  it('is narrowed by what a run was made with and how it came out; words are found by how they begin', async () => {
    const own = await newLot(lead, { productName: 'Narrow cream' })
    const { runId } = await newRun(mate, own, { pieces: '2', customer: 'Narrow pier' })
    const { plan } = await read(mate, runId)
    await send(mate, runId, [...throughRinse(plan, Date.now()), ...throughLook(plan, { putOut: 1, back: 0 })])
    const look = { result: 'usable', faults: ['thin'], note: '' }
    await send(mate, runId, [event({ kind: 'piece.judged', piece: 2, ...look }), event({ kind: 'run.finished' })])
    const found = async (query: string) => (await mate.get<LogEntry[]>(`log?lot=${own}&${query}`)).body.map(e => e.id)
    for (const query of ['', 'q=narr', 'fault=thin', 'result=usable', 'resist=permanent-vinyl&substrate=soda-lime', 'period=quarter'])
      expect(await found(query), query).toEqual([runId])
    for (const query of ['q=arrow', 'fault=weak', 'result=scrap', 'method=blast', `person=${own}`])
      expect(await found(query), query).toEqual([])
  })
  it('is written out as CSV that another parser reads back; a formula comes out as text', async () => {
    const own = await newLot(lead, { productName: 'Written cream' })
    const { runId } = await newRun(mate, own, { pieces: '2', customer: '=HYPERLINK("//evil")' })
    const { plan } = await read(mate, runId)
    await send(mate, runId, [...throughRinse(plan, Date.now()), ...throughLook(plan, { putOut: 1, back: 0 })])
    const look = { result: 'usable', faults: ['thin', 'bands'], note: 'a "dot",\r\nlow down' }
    await send(mate, runId, [event({ kind: 'piece.judged', piece: 2, ...look }), event({ kind: 'run.finished' })])
    const response = await mate.raw(`log.csv?lot=${own}`, 'GET')
    expect(response.headers.get('content-type')).toBe('text/csv; charset=utf-8')
    const rows = parse<Record<string, string>>(Buffer.from(await response.arrayBuffer()), { columns: true, bom: true })
    expect(Object.keys(rows[0]!)).toEqual([...LOG_COLUMNS])
    expect(rows.map(r => [r.run, r.piece, r.came_out, r.resist])).toEqual([
      [runId, '1', 'good', 'permanent-vinyl'],
      [runId, '2', 'usable', 'permanent-vinyl'],
    ])
    expect(rows[1]).toMatchObject({
      customer: '\'=HYPERLINK("//evil")', faults: 'thin or empty spots; waves or bands', note: look.note, best_s: String(plan.dwell.best),
    })
    expect((await mate.raw('log.csv?q=%25', 'GET').then(r => r.text())).trim()).toBe(`\uFEFF${LOG_COLUMNS.join(',')}`.trim())
  })
  it('odd questions are answered, not failed', async () => {
    for (const query of ['log?q=%25', 'log?before=soon', `log?q=${'x'.repeat(500)}`])
      expect((await mate.get(query)).status, query).toBe(200)
  })
})

describe('house rules', () => {
  it('a later change of a rule or a bottle never rewrites a run', async () => {
    const own = await newLot(lead, { productName: 'Frozen plan cream' })
    const { runId } = await newRun(mate, own, { pieces: '1' })
    const planOf = async () => (await mate.get<RunWithEvents>(`runs/${runId}`)).body.plan
    const before = await planOf()
    const { body: studio } = await lead.get<Studio>('studio')
    const { body: changed } = await lead.put<Studio>('studio', {
      ...studio,
      rules: { ...rulesForm(RULES), dwell: 'even-frost', border: '30 mm', coatThickness: '2 mm' },
    })
    expect(changed.rules.dwell).toBe('even-frost')
    await lead.put(`lots/${own}`, {
      lot: lotForm({ productName: 'Frozen plan cream', labelMin: '9 min', labelMax: '9 min' }),
      version: 1,
      putAway: false,
    })
    expect(await planOf()).toEqual(before)
    await lead.put('studio', { ...changed, rules: rulesForm(RULES) })
  })
  it('the house unit is taken where none is written', async () => {
    const put = (version: number, change: Partial<RulesForm>) =>
      lead.put<Studio>('studio', {
        name: 'Test quay',
        emergencyNumber: '112',
        poisonNumber: '0800 1234',
        rules: { ...rulesForm(RULES), ...change },
        version,
      })
    const { body: before } = await lead.get<Studio>('studio')
    const { body } = await put(before.version, { lengthUnit: 'in', border: '3/4 in', after: 'wipe' })
    expect(body.rules).toMatchObject({ border: expect.closeTo(19.05, 9), after: 'wipe', lengthUnit: 'in' })
    const { body: job } = await mate.post<Job>('jobs', {
      id: v7(),
      job: jobForm(lotId, { girth: '9 1/2', height: '4', artWidth: '2', artHeight: '1.5' }),
    })
    expect(job.passes[0]!.girth).toBeCloseTo(241.3, 6)
    expect((await put(before.version, {})).status).toBe(409)
    const wrong = await put(body.version, { temperedCap: '20 min', care: 'pray' })
    expect([wrong.status, wrong.body.fields]).toEqual([
      400,
      { 'rules.temperedCap': expect.stringMatching(/2 min to 10 min/), 'rules.care': 'Choose one of these.' },
    ])
    expect((await put(body.version, {})).status).toBe(200)
  })
})
