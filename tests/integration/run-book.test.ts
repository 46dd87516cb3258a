import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest'
import { v7 } from 'uuid'
import type { RunEvent } from '../../core/bench/run'
import { createPool } from '../../server/db/pool'
import type { Db, Pool } from '../../server/db/pool'
import { appendEvents } from '../../server/db/queries/events'
import { RunBook } from '../../server/services/run-book'
import type { OpenRun } from '../../server/services/run-book'
import type { StoredEvent } from '../../shared/runs'
import { newLot, newRun, OLD } from '../support/client'
import type { Client } from '../support/client'
import { sql } from '../support/sql'
import { sharedStudio } from '../support/studio'

let mate: Client
let mateId: string
let lotId: string
let pool: Pool
/** Two processes: each has a book of its own. */
let here: RunBook
let there: RunBook
let runId: string
beforeAll(async () => {
  const studio = await sharedStudio()
  ;({ mate, mateId } = studio)
  lotId = await newLot(studio.lead, OLD)
  pool = createPool(inject('databaseUrl'))
})
afterAll(() => pool.end())
beforeEach(async () => {
  ;[here, there] = [new RunBook(pool), new RunBook(pool)]
  ;({ runId } = await newRun(mate, lotId))
})

const ITEMS = ['gloves', 'eyes', 'air'] as const
const tick = (run: OpenRun, n: number): StoredEvent => {
  const now = Date.now()
  return {
    ...{ id: v7(), kind: 'gate.ticked', step: 'try-safety', item: ITEMS[n]! },
    ...{ by: mateId, at: now, deviceTime: now, serverTime: now, seq: run.seq + 1 },
  } as StoredEvent
}
/** Ticks a line of the gate, as an entry does. @returns how many lines were ticked then */
async function enter(db: Db, run: OpenRun, n: number): Promise<number> {
  const event = tick(run, n)
  expect(run.intake.offer(event as RunEvent)).toBeNull()
  run.seq++
  await appendEvents(db, { runId, events: [event], channel: 'nobody', message: '' })
  return ticked(run)
}
const ticked = (run: OpenRun) => Object.keys(run.intake.state().ticked['try-safety'] ?? {}).length
const stored = async () => (await sql('select count(*)::int as n from run_event where run_id = $1', [runId]))[0]!.n as number

describe('the book of runs', () => {
  it('lets people work on a run one after the other, in the order they came', async () => {
    const order: number[] = []
    await Promise.all([0, 1, 2].map(n => here.work(runId, false, async (db, run) => {
      order.push(n)
      await new Promise(resolve => setTimeout(resolve, 30 - n * 10))
      await enter(db, run, n)
      order.push(n)
    })))
    expect(order).toEqual([0, 0, 1, 1, 2, 2])
    expect(await stored()).toBe(3)
  })
  it('lets nobody wait for another run', async () => {
    const { runId: other } = await newRun(mate, lotId)
    let release = () => {}
    const held = here.work(other, false, () => new Promise<void>(resolve => (release = resolve)))
    await here.work(runId, false, (db, run) => enter(db, run, 0))
    release()
    await held
  })
  it('keeps nothing of work that failed: neither stored nor in the fold, and whoever waited goes on', async () => {
    await here.work(runId, false, (db, run) => enter(db, run, 0))
    const failing = here.work(runId, false, async (db, run) => {
      await enter(db, run, 1)
      throw new Error('the power went')
    })
    const next = here.work(runId, false, async (_, run) => [run.seq, ticked(run)])
    await expect(failing).rejects.toThrow('the power went')
    expect(await next).toEqual([1, 1])
    expect(await stored()).toBe(1)
  })
  it('knows what another process stored meanwhile', async () => {
    await here.work(runId, false, (db, run) => enter(db, run, 0))
    await there.work(runId, false, (db, run) => enter(db, run, 1))
    expect(await here.work(runId, false, (db, run) => enter(db, run, 2))).toBe(3)
    await Promise.all([here, there].map(book => book.work(runId, false, async (_, run) => expect([run.seq, ticked(run)]).toEqual([3, 3]))))
  })
  it('reads a run afresh where its fold doesn\'t follow what is stored', async () => {
    await here.work(runId, false, async (_, run) => void (run.seq = 7))
    expect(await here.work(runId, false, async (db, run) => enter(db, run, 0))).toBe(1)
    await sql('update run set ended_at = now(), outcome = \'abandoned\' where id = $1', [runId])
    expect(await here.work(runId, false, async (_, run) => run.head.endedAt)).toEqual(expect.any(Number))
    await sql('update run set ended_at = null, outcome = null where id = $1', [runId])
  })
  it('does work again that another transaction stood in the way of, from what is stored', async () => {
    const seen: number[] = []
    await here.work(runId, false, async (db, run) => {
      seen.push(run.seq)
      if (seen.length > 1) return enter(db, run, 1)
      // Somebody who does not ask for the lock was first with the number.
      await db.query('savepoint first')
      run.intake.offer(tick(run, 0) as RunEvent)
      run.seq++
      throw Object.assign(new Error('taken'), { code: '23505', constraint: 'run_event_run_id_seq_key' })
    })
    expect(seen).toEqual([0, 0])
    expect(await stored()).toBe(1)
  })
  it('says that there is no such run, and the next one who asks is told as well', async () => {
    for (let i = 0; i < 2; i++) await expect(here.work(v7(), false, async () => 1)).rejects.toMatchObject({ status: 404 })
  })
  it('keeps the folds of so many runs only', async () => {
    const kept = here as unknown as { kept: Map<string, unknown>, keep: (id: string, run: unknown) => void }
    for (let i = 0; i < 70; i++) kept.keep(v7(), {})
    await here.work(runId, false, (db, run) => enter(db, run, 0))
    expect(kept.kept.size).toBe(64)
    expect([...kept.kept.keys()].at(-1)).toBe(runId)
  })
})
