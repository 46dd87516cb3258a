import pg from 'pg'
import { v7 } from 'uuid'
import { migrate } from '../../scripts/lib/database.mjs'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { foldTub } from '../../core/bench/tub'
import { dayIn } from '../../core/basics/zone'
import type { DayEnd } from '../../shared/close'
import type { LedgerLine, Supply } from '../../shared/stock'
import type { Container, ContainerLine, Tub } from '../../shared/tubs'
import { event, GRIT, MIRROR_JOB, newLot, newRun, supplyForm, newStudio, upToStep } from '../support/client'
import type { Client } from '../support/client'
import { startApp } from '../support/app'
import type { TestApp } from '../support/app'
import { HOUSE_ZONE } from '../support/house'
import { sharedStudio } from '../support/studio'

let lead: Client
let mate: Client
let lotId: string
let app: TestApp
beforeAll(async () => {
  ;({ lead, mate } = await sharedStudio())
  lotId = await newLot(lead)
})

const fill = async (volume = 10_000) => {
  const id = v7()
  await mate.post('tubs', { id, name: 'Rinse tub', volume })
  return id
}
const enter = (tub: string, part: Record<string, unknown>) => mate.post<Tub>(`tubs/${tub}/entries`, { id: v7(), ...part })
const state = (tub: Tub) => foldTub(tub.volume, tub.entries)
const today = () => dayIn(HOUSE_ZONE, Date.now())
const container = async (change: Record<string, unknown> = {}) => {
  const id = v7()
  await mate.post('containers', {
    id,
    container: { name: 'Blue can', content: 'fluoride-water', capacity: 20_000, place: '', openedOn: today(), fullBy: '', ...change },
  })
  return id
}

/** A run through its rinse and its measuring, 6 mL put out and 2 back, left in a tub. */
async function rinsedIn(tub: string): Promise<string> {
  const { runId } = await newRun(mate, lotId, { pieces: '1' })
  await upToStep(mate, runId, 'etch')
  const at = Date.now()
  const send = (...parts: Record<string, unknown>[]) =>
    mate.post<{ outcomes: { reason?: string }[] }>(`runs/${runId}/events`, {
      events: parts.map(p => event(p as never, at)),
    })
  await send(...['coat.started', 'coat.covered', 'etchant.off', 'piece.rinsed'].map(kind => ({ kind, piece: 1 })), {
    kind: 'etchant.measured',
    putOut: 6,
    back: 2,
  })
  expect((await send({ kind: 'tub.chosen', tub })).body.outcomes[0]!.reason).toMatch(/its own step/)
  // A step that is followed piece by piece: the piece by itself, and nothing that is no piece of the run.
  const peel = await send({ kind: 'gate.ticked', step: 'peel', item: '2' }, { kind: 'gate.ticked', step: 'peel', item: '1' })
  expect(peel.body.outcomes.map(o => o.reason)).toEqual(['That piece is not in this run any more.', undefined])
  const left = await send({ kind: 'tub.chosen', tub }, { kind: 'step.done', step: 'neutralise' })
  expect(left.body.outcomes.map(o => o.reason)).toEqual([undefined, undefined])
  return runId
}

describe('a tub that serves several runs', () => {
  it('holds what each of them rinsed off, is neutralised once, and its neutraliser and strips come off the shelf', async () => {
    const [tub, powder, strips] = [await fill(), v7(), v7()]
    await lead.post('supplies', { id: powder, supply: supplyForm({ name: 'Own bucket', openedOn: '2016-01-01' }) })
    await lead.post('supplies', {
      id: strips,
      supply: supplyForm({ kind: 'ph-strips', name: 'Strips', pack: '100', left: '20', openedOn: '2016-01-01' }),
    })
    const runs = [await rinsedIn(tub), await rinsedIn(tub)]
    const filled = (await mate.get<Tub>(`tubs/${tub}`)).body
    expect(filled.runs.map(r => r.id).sort()).toEqual(runs.sort())
    // Twice 4 mL of cream at 1.3 g/mL, a quarter of it bifluoride by the house rule.
    expect(state(filled)).toMatchObject({ content: { bifluoride: expect.closeTo(8 * 1.3 * 0.25, 6) }, verdict: 'acid' })
    const acid = await enter(tub, { kind: 'emptied', way: 'drain', containerId: null })
    expect([acid.status, acid.body.error]).toEqual([409, expect.stringMatching(/strip first/)])
    const spoon = v7()
    for (let twice = 0; twice < 2; twice++)
      await mate.post(`tubs/${tub}/entries`, { id: spoon, kind: 'added', what: 'bicarbonate', grams: 30 })
    await enter(tub, { kind: 'read', pH: 7, how: 'strip' })
    const level = async (id: string) => (await mate.get<Supply[]>('supplies')).body.find(s => s.id === id)!.level
    expect([await level(powder), await level(strips)]).toEqual([770, 19])
    // Empty, they are nobody else's first.
    for (const [id, seen] of [
      [powder, 770],
      [strips, 19],
    ])
      await mate.post(`stock/${id}/moves`, { id: v7(), kind: 'counted', amount: 0, seen })
    expect((await mate.get<LedgerLine[]>(`stock/${powder}/ledger`)).body[1]).toMatchObject({ kind: 'used', change: -30, tubId: tub })

    const drain = await enter(tub, { kind: 'emptied', way: 'drain', containerId: null })
    expect(drain.body.error).toMatch(/Not down the drain. Collect it, and ask/)
    const [small, can] = [await container({ capacity: 5000 }), await container()]
    expect((await enter(tub, { kind: 'emptied', way: 'container', containerId: small })).body.error).toMatch(/takes only 5\u00a0L more/)
    const metal = await container({ content: 'ferric-water' })
    expect((await enter(tub, { kind: 'emptied', way: 'container', containerId: metal })).body.error).toMatch(/different disposal/)
    expect((await enter(tub, { kind: 'emptied', way: 'container', containerId: can })).body.emptiedAt).not.toBeNull()
    expect((await mate.get<Container>(`containers/${can}`)).body.level).toBe(10_000)
    expect((await mate.get<ContainerLine[]>(`containers/${can}/lines`)).body).toMatchObject([{ kind: 'fluoride-water', tubId: tub }])
    expect((await enter(tub, { kind: 'read', pH: 7, how: 'strip' })).body.error).toMatch(/fresh one/)
  })
  it('cream and ferric chloride never share one; a pH of 15 is none; the practice strip answers with a colour', async () => {
    const [tub, ferric] = [
      await fill(),
      await newLot(lead, { kind: 'ferric-chloride', labelMin: '15 min', labelMax: '15 min', strength: '42 °Bé' }),
    ]
    await enter(tub, { kind: 'went-in', lotId, amount: 5 })
    expect((await enter(tub, { kind: 'went-in', lotId: ferric, amount: 5 })).body.error).toMatch(/never share a tub/)
    expect((await enter(tub, { kind: 'read', pH: 15, how: 'strip' })).body.fields!.pH).toMatch(/between 0 and 14/)
    const { body } = await mate.post<{ simulated: boolean, rgb: number[] }>(`tubs/${tub}/dip`)
    expect([body.simulated, body.rgb.length, body.rgb[0]! > body.rgb[2]!]).toEqual([true, 3, true])
  })
  it('goes down the drain by a rule that a lead wrote down, and by none for acid or metal', async () => {
    const tub = await fill()
    await enter(tub, { kind: 'went-in', lotId, amount: 5 })
    await enter(tub, { kind: 'added', what: 'bicarbonate', grams: 40 })
    await enter(tub, { kind: 'read', pH: 7, how: 'meter' })
    const rule = { way: 'drain', words: 'Slowly, with much water after it.', source: 'Letter of the water works, May 2026' }
    expect((await mate.put('waste-rules/fluoride-water', { rule })).status).toBe(403)
    expect((await lead.put('waste-rules/ferric-water', { rule })).body.fields!.way).toBe('Collect it.')
    expect((await lead.put('waste-rules/fluoride-water', { rule: { ...rule, source: '' } })).body.fields!['rule.source']).toMatch(
      /where it says so/,
    )
    expect((await lead.put('waste-rules/fluoride-water', { rule })).status).toBe(200)
    expect((await enter(tub, { kind: 'emptied', way: 'drain', containerId: null })).body.emptiedAt).not.toBeNull()
    await lead.put('waste-rules/fluoride-water', { rule: null })
  })
})

describe('containers', () => {
  it('refuse what does not belong in them and what does not fit, and leave once, with who took them', async () => {
    const id = await container({ content: 'acid-cream', capacity: 500 })
    const put = (kind: string, amount: number, line = v7()) => mate.post<Container>(`containers/${id}/lines`, { id: line, kind, amount })
    expect((await put('fluoride-solids', 50)).body.error).toMatch(/bursts/)
    const line = v7()
    await put('acid-cream', 300, line)
    expect((await put('acid-cream', 300, line)).body.level).toBe(300)
    expect((await put('acid-cream', 300)).body.fields!.amount).toBe('More than fits.')
    const leave = { leftOn: today(), leftTo: 'Harbour waste service', leftRule: 'Order 12', version: 1 }
    expect((await mate.post(`containers/${id}/leave`, { ...leave, leftTo: '' })).status).toBe(400)
    expect((await mate.post<Container>(`containers/${id}/leave`, leave)).body).toMatchObject({ leftTo: 'Harbour waste service' })
    expect((await put('acid-cream', 10)).body.error).toMatch(/has left the studio/)
  })
})

describe('the end of a day', () => {
  // A studio of its own: what others have wet on their benches would keep its day open.
  beforeAll(async () => {
    const url = new URL(inject('databaseUrl'))
    const admin = new pg.Client({ connectionString: new URL('/postgres', url).href })
    await admin.connect()
    await admin.query('create database day_end')
    await admin.end()
    url.pathname = '/day_end'
    await migrate(url.href)
    app = await startApp(url.href)
    ;({ lead, mate } = await newStudio(app.url))
    lotId = await newLot(lead)
  }, 60_000)
  afterAll(() => app.kill())
  const end = async () => (await mate.get<DayEnd>(`close/${today()}`)).body
  const all = (of: DayEnd, as: 'done' | 'left') => Object.fromEntries(of.lines.map(l => [l.id, as]))
  it('asks for what was used and is still open; closed on two tablets, the second is told and loses nothing', async () => {
    const tub = await fill()
    await rinsedIn(tub)
    const day = await end()
    expect(day.lines.map(l => l.kind)).toEqual(expect.arrayContaining(['tub', 'lot', 'tools', 'surfaces', 'gloves', 'floor']))
    expect(day.lines.some(l => l.id === `tub:${tub}`)).toBe(true)
    expect(day.exposures.length).toBeGreaterThanOrEqual(0)
    const post = (client: Client, entry: Record<string, unknown>) =>
      client.post<DayEnd>('close', { id: v7(), day: today(), note: '', after: null, ...entry })
    expect((await post(mate, { marks: {} })).body.error).toMatch(/lines are still open/)
    const marks = { ...all(day, 'done'), [`tub:${tub}`]: 'left', floor: 'left' }
    const first = await post(mate, { marks, note: 'Strips are nearly out' })
    expect(first.body.closing).toMatchObject({ note: 'Strips are nearly out', marks: { floor: 'left' } })
    const second = await post(lead, { marks })
    expect([second.status, second.body.error]).toEqual([409, expect.stringMatching(/Moss Mate has closed this day meanwhile/)])
    const again = await post(lead, { marks: { ...marks, floor: 'done' }, after: first.body.closing!.id })
    expect(again.body.closing!.marks.floor).toBe('done')
  })
  it('what was left stands on the next day until it is seen to; a tub until it is empty', async () => {
    const tomorrow = new Date(Date.parse(today()) + 86_400_000).toISOString().slice(0, 10)
    const left = async () => (await mate.get<DayEnd>(`close/${tomorrow}`)).body.left
    const day = await end()
    const marks = { ...all(day, 'left'), surfaces: 'done' }
    const ticked = Object.fromEntries(day.lines.map(l => [l.id, 'done']))
    const close = (as: object) => mate.post('close', { id: v7(), day: today(), marks: as, note: '', after: day.closing!.id })
    expect((await close(ticked)).body.error).toMatch(/still water in Rinse tub/)
    expect((await close(marks)).status).toBe(200)
    const lines = (await left()).map(l => l.id)
    const tub = lines.find(id => id.startsWith('tub:'))!
    expect([lines.includes('floor'), lines.includes('surfaces')]).toEqual([true, false])
    await mate.post('close/seen', { id: v7(), day: today(), line: 'floor' })
    expect((await mate.post('close/seen', { id: v7(), day: today(), line: tub })).body.error).toMatch(/once it is empty/)
    const now = await left()
    expect([now.some(l => l.id === 'floor'), now.find(l => l.id === tub)]).toEqual([false, expect.objectContaining({ since: today() })])
    const id = tub.slice('tub:'.length)
    await enter(id, { kind: 'read', pH: 7, how: 'meter' })
    await enter(id, { kind: 'emptied', way: 'container', containerId: await container() })
    expect((await left()).some(l => l.id === tub)).toBe(false)
  })
  it('a strip that is out of date is asked about, and the ledger says that it was used all the same', async () => {
    const [tub, strips] = [await fill(), v7()]
    const supply = supplyForm({ kind: 'ph-strips', name: 'Old strips', pack: '100', left: '20', expiresOn: '2024-05-01' })
    await lead.post('supplies', { id: strips, supply })
    const [asked, by] = [await enter(tub, { kind: 'read', pH: 7, how: 'strip' }), await enter(tub, { kind: 'read', pH: 7, how: 'meter' })]
    expect([asked.status, asked.body.error, by.status]).toEqual([409, expect.stringMatching(/good until 1 May 2024/), 200])
    expect((await enter(tub, { kind: 'read', pH: 6, how: 'strip', anyway: true })).body.entries.at(-1)).toMatchObject({
      kind: 'read',
      pH: 6,
    })
    expect((await mate.get<LedgerLine[]>(`stock/${strips}/ledger`)).body[0]).toMatchObject({ kind: 'used-late', change: -1, tubId: tub })
    await enter(tub, { kind: 'emptied', way: 'container', containerId: await container() })
  })
  it('a respirator filter\'s hours count for who put it on, from then on', async () => {
    const filters = v7()
    const supply = supplyForm({
      kind: 'respirator-filter',
      name: 'Dust filters',
      hours: '40',
      pack: '2',
      left: '4',
      expiresOn: '2040-01-01',
    })
    await lead.post('supplies', { id: filters, supply })
    const hours = async () => (await end()).filters.find(f => f.kind === 'respirator')
    expect(await hours()).toBeUndefined()
    await mate.post(`stock/${filters}/moves`, { id: v7(), kind: 'used', amount: 1, seen: 4 })
    expect(await hours()).toMatchObject({ name: 'Dust filters', hours: 0, life: 40, expiresOn: '2040-01-01' })
    const { runId } = await newRun(mate, await newLot(lead, GRIT), MIRROR_JOB)
    await upToStep(mate, runId, 'etch')
    await mate.post(`runs/${runId}/events`, { events: [event({ kind: 'gun.entered', piece: 1, seconds: 1800 })] })
    // Half an hour by hand; the lead, who took none, is not in it.
    expect((await hours())!.hours).toBeCloseTo(0.5, 3)
    expect((await end()).filters.filter(f => f.kind === 'respirator')).toHaveLength(1)
    const [withdrawn, over] = [
      { kind: 'piece.withdrawn', piece: 1, why: 'broke' },
      { kind: 'run.abandoned', why: 'other' },
    ]
    await mate.post(`runs/${runId}/events`, { events: [event({ ...withdrawn, reason: '' }), event({ ...over, reason: 'test' })] })
  })
  it('nobody goes home from a wet piece', async () => {
    const { runId } = await newRun(mate, lotId, { pieces: '1' })
    await upToStep(mate, runId, 'etch')
    await mate.post(`runs/${runId}/events`, {
      events: [event({ kind: 'coat.started', piece: 1 }), event({ kind: 'coat.covered', piece: 1 })],
    })
    const day = await end()
    const { body } = await mate.post('close', { id: v7(), day: today(), marks: all(day, 'done'), after: day.closing?.id ?? null })
    expect(body.error).toMatch(/Something is wet on the bench/)
    await mate.post(`runs/${runId}/events`, {
      events: [
        event({ kind: 'piece.withdrawn', piece: 1, why: 'broke', reason: '' }),
        event({ kind: 'run.abandoned', why: 'other', reason: 'test' }),
      ],
    })
  })
})
