import { beforeAll, describe, expect, inject, it } from 'vitest'
import { v7 } from 'uuid'
import { foldRun } from '#core/bench/run'
import { createPool, inTransaction } from '../../server/db/pool'
import { MOST_EVENTS } from '../../shared/runs'
import type { EventsAnswer, RunWithEvents } from '../../shared/runs'
import { Client, event, LEAD, MATE, newLot, newRun, OLD, upToStep, startPass, firstPass } from '../support/client'
import { sql } from '../support/sql'
import { sharedStudio } from '../support/studio'

let lead: Client
let mate: Client
let mateId: string
let leadId: string
let lotId: string
beforeAll(async () => {
  ;({ lead, mate, mateId, leadId } = await sharedStudio())
  lotId = await newLot(lead, OLD)
})

const send = (client: Client, runId: string, events: unknown[]) => client.post<EventsAnswer>(`runs/${runId}/events`, { events })
const read = async (client: Client, runId: string, query = '') => (await client.get<RunWithEvents>(`runs/${runId}${query}`)).body
const tick = (by?: string, at = Date.now()) => event({ kind: 'gate.ticked', step: 'try-safety', item: 'gloves', ...(by ? { by } : {}) }, at)
const undo = (target: { id: string }, by?: string) => event({ kind: 'event.undone', target: target.id, ...(by ? { by } : {}) })

describe('each entry is answered by itself', () => {
  it('also beside what can\'t be read, what is too long, and what the state does not allow', async () => {
    const { runId } = await newRun(mate, lotId)
    const good = tick(mateId)
    const long = event({ kind: 'piece.withdrawn', piece: 1, reason: 'x'.repeat(231), by: mateId })
    const { status, body } = await send(mate, runId, [
      null,
      7,
      { kind: 'nothing' },
      good,
      long,
      event({ kind: 'run.finished', by: mateId }),
      { ...tick(mateId), at: 9e15 },
      { ...tick(mateId), deviceTime: 9e15 },
    ])
    expect(status).toBe(200)
    expect(body.outcomes.map(o => (o.accepted ? 'taken' : o.code))).toEqual([
      'malformed',
      'malformed',
      'malformed',
      'taken',
      'malformed',
      'refused',
      'malformed',
      'malformed',
    ])
    expect(body.outcomes[4]).toMatchObject({ id: long.id, reason: expect.stringMatching(/longer than 200 letters/) })
    expect((await read(mate, runId)).events.map(e => e.id)).toEqual([good.id])
  })
  it('with what was stored and its number', async () => {
    const { runId } = await newRun(mate, lotId)
    const [a, b, c] = [
      tick(mateId),
      event({ kind: 'gate.ticked', step: 'try-safety', item: 'eyes', by: mateId }),
      event({ kind: 'gate.ticked', step: 'try-safety', item: 'eyes', by: mateId }),
    ]
    const short = await send(mate, runId, [a, b])
    expect(short.body.stored.map(e => [e.id, e.seq, e.by])).toEqual([
      [a.id, 1, mateId],
      [b.id, 2, mateId],
    ])
    const long = await send(mate, runId, [a, c, undo(a, mateId)])
    expect(long.body.outcomes.map(o => o.accepted)).toEqual([true, false, true])
    expect(long.body.stored.map(e => e.seq)).toEqual([3])
    expect((await read(mate, runId, '?after=1')).events.map(e => e.seq)).toEqual([2, 3])
  })
  it('more than five hundred in one request are refused whole, so that the sender parts them', async () => {
    const { runId } = await newRun(mate, lotId)
    expect(
      (
        await send(
          mate,
          runId,
          Array.from({ length: MOST_EVENTS + 1 }, () => tick(mateId)),
        )
      ).status,
    ).toBe(400)
  })
  it('a note is taken after the end, found by its words, and closes nothing again', async () => {
    const { runId } = await newRun(mate, lotId)
    await send(mate, runId, [event({ kind: 'run.abandoned', reason: 'storm', by: mateId })])
    const word = `kelp${v7().slice(-6)}`
    const note = event({
      kind: 'note.written',
      why: 'not-taken',
      of: 1,
      text: `Rinsed with ${word}`,
      was: { kind: 'piece.rinsed', at: Date.now() },
      by: mateId,
    })
    expect((await send(mate, runId, [note])).body.outcomes).toEqual([{ id: note.id, accepted: true }])
    expect((await read(mate, runId)).events.at(-1)).toMatchObject({ kind: 'note.written', text: `Rinsed with ${word}` })
    expect(await sql('select search from run where id = $1', [runId])).toEqual([{ search: expect.stringContaining(word) }])
  })
})

describe('who made an entry', () => {
  it('stays who made it, whoever is at the device when it is sent', async () => {
    const { runId } = await newRun(lead, lotId)
    const tablet = new Client(inject('appUrl'))
    await tablet.signIn(LEAD.name, LEAD.password)
    const mine = tick(leadId)
    await tablet.post('session/person', { personId: mateId, pin: MATE.pin })
    const theirs = undo(mine, mateId)
    await send(tablet, runId, [mine])
    await send(tablet, runId, [theirs])
    expect((await read(lead, runId)).events.map(e => e.by)).toEqual([leadId, mateId])
  })
  it('is somebody of this session: others\' entries are not booked, and are told to wait', async () => {
    const { runId } = await newRun(mate, lotId)
    const theirs = tick(leadId)
    for (const by of [leadId, v7()])
      expect((await send(mate, runId, [tick(by)])).body.outcomes).toMatchObject([
        { accepted: false, code: 'not-here', reason: expect.stringMatching(/not signed in on this device/) },
      ])
    expect((await read(mate, runId)).events).toEqual([])
    // Once they are in, it is taken.
    expect((await send(lead, runId, [theirs])).body.outcomes).toMatchObject([{ accepted: true }])
  })
  it('was signed in somewhere when it was made', async () => {
    const {
      body: { id },
    } = await lead.post<{ id: string }>('crew', {
      name: `Latecomer ${v7().slice(-6)}`,
      role: 'crew',
      password: 'late-password',
      pin: '5555',
    })
    const { runId } = await newRun(lead, lotId)
    await sql('update run set started_at = started_at - interval \'1 day\' where id = $1', [runId])
    const tablet = new Client(inject('appUrl'))
    await tablet.signIn(LEAD.name, LEAD.password)
    await tablet.post('session/person', { personId: id, pin: '5555' })
    expect((await send(tablet, runId, [tick(id, Date.now() - 3600_000)])).body.outcomes).toMatchObject([
      { accepted: false, code: 'not-here' },
    ])
    expect((await send(tablet, runId, [tick(id)])).body.outcomes).toMatchObject([{ accepted: true }])
  })
  it('a session that ended books nothing', async () => {
    const { runId } = await newRun(mate, lotId)
    const tablet = new Client(inject('appUrl'))
    await tablet.signIn(MATE.name, MATE.password)
    expect((await send(tablet, runId, [tick(mateId)])).status).toBe(200)
    const copy = tablet.cookie
    await tablet.ask('DELETE', 'session')
    tablet.cookie = copy
    expect((await send(tablet, runId, [event({ kind: 'gate.ticked', step: 'try-safety', item: 'eyes', by: mateId })])).status).toBe(401)
    expect((await send(tablet, runId, [event({ kind: 'run.finished' })])).status).toBe(401)
    expect((await read(mate, runId)).events).toHaveLength(1)
  })
  it.each([
    ['is a week old', 'update session set opened_at = now() - interval \'8 days\' where id = $1'],
    ['was closed by a new password', 'update session_person set epoch = epoch - 1 where session_id = $1'],
  ])('a session that %s books nothing more', async (_, change) => {
    const { runId } = await newRun(mate, lotId)
    const tablet = new Client(inject('appUrl'))
    await tablet.signIn(MATE.name, MATE.password)
    const mine = tick(mateId)
    expect((await send(tablet, runId, [mine])).body.outcomes).toMatchObject([{ accepted: true }])
    const [session] = await sql('select id from session where opened_by = $1 order by opened_at desc limit 1', [mateId])
    await sql(change, [session!.id])
    expect((await send(tablet, runId, [undo(mine, mateId)])).status).toBe(401)
    expect((await read(mate, runId)).events).toHaveLength(1)
  })
  it('pictures belong to whoever took them as well', async () => {
    const { runId } = await newRun(mate, lotId)
    const put = (by: string) =>
      fetch(`${mate.url}/api/runs/${runId}/photos?${new URLSearchParams({ id: v7(), by, step: 'etch', piece: '' })}`, {
        method: 'POST',
        headers: { 'cookie': mate.cookie, 'origin': mate.url, 'content-type': 'image/png' },
        body: Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64'),
      })
    expect((await put(leadId)).status).toBe(403)
    expect((await put(mateId)).status).toBe(200)
  })
})

describe('many senders', () => {
  it('on two processes at once: one order without a gap, and the state that the pure fold gives', async () => {
    const { runId, jobId } = await newRun(mate, lotId)
    const other = new Client(inject('secondUrl'))
    other.cookie = mate.cookie
    await upToStep(mate, runId, 'etch')
    const before = (await read(mate, runId)).events.length
    const senders = Array.from({ length: 8 }, async (_, s) => {
      const client = s % 2 ? mate : other
      const accepted: string[] = []
      for (let i = 0; i < 15; i++) {
        // Taken twice, refused, malformed: in between.
        const one = event({ kind: 'note.written', why: 'note', of: null, text: `${s} ${i}`, was: null, by: mateId })
        const batch
          = i % 5 === 4
            ? [one, one, { kind: 'x' }, event({ kind: 'piece.rinsed', piece: 1, by: mateId })]
            : [one, event({ kind: 'note.written', why: 'note', of: 1, text: 'more', was: null, by: mateId })]
        const { body } = await send(client, runId, batch)
        accepted.push(...new Set(body.outcomes.filter(o => o.accepted).map(o => o.id)))
      }
      return accepted
    })
    const accepted = (await Promise.all(senders)).flat()
    const { events, plan } = await read(mate, runId)
    expect(events.map(e => e.seq)).toEqual(events.map((_, i) => i + 1))
    expect(new Set(events.slice(before).map(e => e.id))).toEqual(new Set(accepted))
    expect(foldRun(plan, events).notes).toHaveLength(accepted.length)
    expect((await send(mate, runId, [event({ kind: 'run.abandoned', reason: 'over', by: mateId })])).body.outcomes).toMatchObject([
      { accepted: true },
    ])
    expect((await firstPass(lead, jobId)).status).toBe('planned')
  })
  it('a run of four thousand entries takes one more as fast as a new one, and a hundred takings-back hold nobody up', async () => {
    const { runId } = await newRun(mate, lotId)
    await upToStep(mate, runId, 'etch')
    await send(mate, runId, [event({ kind: 'coat.started', piece: 1, by: mateId }), event({ kind: 'coat.covered', piece: 1, by: mateId })])
    const cares = Array.from({ length: 4000 }, (_, i) =>
      event({ kind: i % 2 ? 'care.given' : 'piece.taken', piece: 1, ...(i % 2 ? { care: 'drip' } : {}), by: i % 4 ? mateId : leadId }),
    )
    const tablet = new Client(inject('appUrl'))
    await tablet.signIn(LEAD.name, LEAD.password)
    await tablet.post('session/person', { personId: mateId, pin: MATE.pin })
    for (let i = 0; i < cares.length; i += 400) await send(tablet, runId, cares.slice(i, i + 400))
    const stored = (await read(mate, runId)).events.filter(e => e.kind === 'care.given' || e.kind === 'piece.taken').slice(0, 100)
    const slowest = { ms: 0 }
    let over = false
    const watching = (async () => {
      while (!over) {
        const began = performance.now()
        await new Client(inject('appUrl')).get('health')
        slowest.ms = Math.max(slowest.ms, performance.now() - began)
      }
    })()
    const { body } = await send(
      tablet,
      runId,
      stored.map(e => undo(e, mateId)),
    )
    over = true
    await watching
    expect(body.outcomes.every(o => o.accepted)).toBe(true)
    // It was half a minute for everybody.
    expect(slowest.ms).toBeLessThan(1500)
  })
})

describe('a job and its run', () => {
  it('another job\'s run id starts nothing, and the job can still be started', async () => {
    const { runId } = await newRun(mate, lotId)
    const { jobId, runId: own } = await newRun(mate, lotId)
    await send(mate, own, [event({ kind: 'run.abandoned', reason: 'again', by: mateId })])
    const { status, body } = await startPass(mate, jobId, { runId })
    expect([status, body.error]).toEqual([409, 'That run was started with something else. Go back to Today and start it again.'])
    expect((await firstPass(mate, jobId)).status).toBe('planned')
    expect(
      (await mate.post(`lots/${lotId}/coupon-run`, { runId, order: { substrate: 'soda-lime', dwells: ['60'] } })).status,
    ).not.toBe(200)
    expect((await startPass(mate, jobId, { runId: v7() })).status).toBe(200)
  })
  it('two transactions that stand in each other\'s way are done again until both are through', async () => {
    const pool = createPool(inject('databaseUrl'))
    const [a, b] = [await newRun(mate, lotId), await newRun(mate, lotId)]
    const ids = [a.jobId, b.jobId]
    let tries = 0
    const both = [ids, [...ids].reverse()].map(order =>
      inTransaction(pool, async (db) => {
        tries++
        for (const id of order) {
          await db.query('select 1 from job where id = $1 for update', [id])
          await new Promise(resolve => setTimeout(resolve, 60))
        }
        return order[0]
      }),
    )
    expect(await Promise.all(both)).toEqual(ids)
    expect(tries).toBeGreaterThan(2)
    await pool.end()
  })
  it('the stream can\'t be emptied', async () => {
    await expect(sql('truncate run_event')).rejects.toThrow(/append-only/)
    await expect(sql('truncate run cascade')).rejects.toThrow(/append-only/)
  })
})
