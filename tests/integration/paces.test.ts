import pg from 'pg'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { DEFAULT_HOUSE_RULES } from '#core/trade/house'
import { lotById } from '../../server/db/queries/lots'
import { pacesOf, timesOf } from '../../server/services/studio'
import { GRIT, MIRROR_JOB, newLot, newRun } from '../support/client'
import { sharedStudio } from '../support/studio'

let db: pg.Client
let grit: string
let [coated, blasted] = ['', '']

/** Closes copies of a run with one piece each, as the log keeps them. */
async function log(runId: string, basis: Record<string, unknown>, pieces: { dwell: number, firstPart: number }[]) {
  for (const piece of pieces)
    await db.query(
      `insert into run (id, pass_id, lot_id, plan, started_by, started_at, ended_at, outcome, summary)
       select gen_random_uuid(), pass_id, lot_id, jsonb_set(plan, '{basis}', plan -> 'basis' || $2::jsonb), started_by, now(), now(),
         'finished', jsonb_build_object('pieces', jsonb_build_array($3::jsonb)) from run where id = $1`,
      [runId, JSON.stringify(basis), JSON.stringify(piece)],
    )
}

beforeAll(async () => {
  const { lead, mate } = await sharedStudio()
  grit = await newLot(lead, GRIT)
  coated = (await newRun(mate, await newLot(lead))).runId
  blasted = (await newRun(mate, grit, MIRROR_JOB)).runId
  db = new pg.Client({ connectionString: inject('databaseUrl'), options: '-c search_path=crest' })
  await db.connect()
  // All of it is taken back at the end: nobody else plans with these paces.
  await db.query('begin')
  await db.query('update run set outcome = null where outcome is not null')
})
afterAll(async () => {
  await db.query('rollback')
  await db.end()
})

const paces = () => pacesOf(db, DEFAULT_HOUSE_RULES)

it('a studio\'s own coating pace comes from the fifth logged coat on, by tool, and from coats by one person only', async () => {
  expect(await paces()).toEqual({ brush: null, wide: null })
  const coat = (seconds: number) => ({ dwell: 300, firstPart: 300 + seconds })
  // 10 s of handling, then 50 cm² at 1 s, and one phone call.
  await log(coated, { cover: 5000, openArea: 100, tool: 'brush', coaters: 1 }, [60, 60, 60, 400].map(coat))
  await log(coated, { cover: 5000, openArea: 100, tool: 'brush', coaters: 2 }, [20, 20, 20].map(coat))
  expect((await paces()).brush).toBeNull()
  await log(coated, { cover: 5000, openArea: 100, tool: 'brush', coaters: 1 }, [coat(60)])
  expect(await paces()).toEqual({ brush: { rate: 1, pieces: 5 }, wide: null })
})

it('a lot\'s own gun pace comes from what the gun swept, surface frost only', async () => {
  const gun = (seconds: number) => ({ dwell: seconds, firstPart: seconds })
  const pace = async () => (await lotById(db, grit))!.gunPace
  await log(blasted, { swept: 20_000, depth: 'surface' }, [20, 22, 24, 26].map(gun))
  await log(blasted, { swept: 20_000, depth: 'deep' }, [900, 900].map(gun))
  expect(await pace()).toBeNull()
  await log(blasted, { swept: 20_000, depth: 'surface' }, [gun(60)])
  expect(await pace()).toEqual({ rate: 0.12, pieces: 5 })
})

it('what steps took is read once from the entries of runs that were closed before it was kept; the median counts from six on', async () => {
  await db.query('update run set outcome = null')
  const spent = async (minutes: number) => {
    const {
      rows: [run],
    } = await db.query<{ id: string }>(
      `insert into run (id, pass_id, lot_id, plan, started_by, started_at, ended_at, outcome, summary)
       select gen_random_uuid(), pass_id, lot_id, plan, started_by, now() - interval '2 hours', now(), 'finished', '{"pieces": []}'
         from run where id = $1 returning id`,
      [coated],
    )
    await db.query(
      `insert into run_event (id, run_id, seq, kind, piece, payload, at, device_time, server_time, by_person)
       select gen_random_uuid(), $1, 1, 'step.done', null, '{"step": "clean"}', started_at + $2 * interval '1 minute', now(), now(),
         started_by from run where id = $1`,
      [run!.id, minutes],
    )
    return run!.id
  }
  const { rows: [step] } = await db.query<{ seconds: number }>(
    `select (step ->> 'seconds')::float8 as seconds from run, jsonb_array_elements(plan -> 'steps') step
      where run.id = $1 and step ->> 'id' = 'clean'`,
    [coated],
  )
  const { seconds } = step!
  for (const minutes of [10, 12, 14, 16, 90]) await spent(minutes)
  expect(await timesOf(db)).toEqual({})
  const last = await spent(13)
  const { clean } = await timesOf(db)
  expect(clean).toMatchObject({ ratio: (13.5 * 60) / seconds, runs: 6 })
  const {
    rows: [kept],
  } = await db.query<{ times: unknown }>('select times from run where id = $1', [last])
  expect(kept!.times).toEqual([{ step: 'clean', usual: seconds, took: 780 }])
  expect(await timesOf(db)).toEqual({ clean })
})
