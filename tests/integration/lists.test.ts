import pg from 'pg'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { listArtworks } from '../../server/db/queries/artworks'
import { listBlanks } from '../../server/db/queries/blanks'
import { listLots, listLevelChanges } from '../../server/db/queries/lots'
import { listCoupons } from '../../server/db/queries/coupons'
import { listOpenPasses } from '../../server/db/queries/jobs'
import { listPeople } from '../../server/db/queries/people'
import { photosOfRun } from '../../server/db/queries/photos'
import { listRolls, listSheets } from '../../server/db/queries/sheets'
import { listStencils } from '../../server/db/queries/stencils'
import { allPages, PAGE_ROWS } from '../../shared/pages'
import { newLot, newRun } from '../support/client'
import { sharedStudio } from '../support/studio'

/** More than two pages. */
const COUNT = 2 * PAGE_ROWS + 50
let db: pg.Client
let runId: string
let lotId: string
let get: (path: string) => Promise<{ status: number, body: unknown }>

beforeAll(async () => {
  const { lead, mate, mateId } = await sharedStudio()
  get = path => mate.get(path)
  lotId = await newLot(lead)
  runId = (await newRun(mate, lotId)).runId
  db = new pg.Client({ connectionString: inject('databaseUrl'), options: '-c search_path=crest' })
  await db.connect()
  // All of it is taken back at the end: nobody else sees a shelf of thousands.
  await db.query('begin')
  await db.query('insert into stencil (id, name, resist) values (gen_random_uuid(), \'Stencil\', \'mesh\')')
  await db.query('insert into roll (id, name, resist, width, length) values (gen_random_uuid(), \'Roll\', \'permanent-vinyl\', 300, 2000)')
  for (const [table, more] of [
    ['blank', ', noun, substrate, height_kind, readings'],
    ['artwork', ', figures'],
    ['cut_sheet', ''],
  ] as const) {
    const given = { blank: ', \'glass\', \'soda-lime\', \'vertical\', \'[]\'', artwork: ', \'{}\'', cut_sheet: '' }[table]
    await db.query(
      `insert into ${table} (id, name, entered, created_by, created_at${more}) values (gen_random_uuid(), 'One', '{}', $1, now()${given})`,
      [mateId],
    )
  }
  await db.query(
    'insert into coupon (id, lot_id, substrate, steps, verdict, by_person, at) values (gen_random_uuid(), $1, \'soda-lime\', \'[]\', '
    + '\'good\', $2, now())',
    [lotId, mateId],
  )
  await db.query(
    'insert into run_photo (id, run_id, step, width, height, image, by_person, at) values (gen_random_uuid(), $1, \'etch\', 1, 1, \'\', '
    + '$2, now())',
    [runId, mateId],
  )
}, 60_000)
afterAll(async () => {
  await db.query('rollback')
  await db.end()
})

/** Rows like the one that is there, many of the same name, so that names alone do not tell where a page ends. */
async function fill(table: string, change: string) {
  await db.query(`
    insert into ${table}
    select (jsonb_populate_record(null::${table}, to_jsonb(t) || jsonb_build_object('id', gen_random_uuid()) || ${change})).*
    from (select * from ${table} order by id desc limit 1) t, generate_series(1, ${COUNT}) n`)
}
const named = (column: string, extra = '') => `jsonb_build_object('${column}', 'Row ' || n % 3${extra})`

describe('every list comes in pages, each row once and in order', () => {
  it.each<[string, string, string, (after: string | null) => Promise<{ id: string }[]>, string]>([
    [
      'lots',
      'lot',
      named('product_name', ', \'put_away\', n % 2 = 0'),
      after => listLots(db, after),
      'put_away, lower(product_name), id',
    ],
    ['stencils', 'stencil', named('name', ', \'put_away\', n % 2 = 0'), after => listStencils(db, after), 'put_away, lower(name), id'],
    [
      'changes of a level',
      'lot_movement',
      'jsonb_build_object(\'at\', now() - interval \'1 minute\' * (n % 3))',
      after => listLevelChanges(db, lotId, after),
      'at desc, id desc',
    ],
    ['blanks', 'blank', named('name'), after => listBlanks(db, after), 'put_away, lower(name), id'],
    ['artworks', 'artwork', named('name'), after => listArtworks(db, after), 'put_away, lower(name), id'],
    [
      'rolls',
      'roll',
      named('name', ', \'scrap\', n % 2 = 0, \'put_away\', false'),
      after => listRolls(db, after),
      'scrap, lower(name), id',
    ],
    [
      'cut sheets',
      'cut_sheet',
      named('name', ', \'cut_at\', case when n % 2 = 0 then now() end'),
      after => listSheets(db, after),
      'put_away, cut_at is not null, lower(name), id',
    ],
    [
      'people',
      'person',
      '\'{"active": false}\' || jsonb_build_object(\'name\', \'Row \' || n)',
      after => listPeople(db, after),
      'not active, lower(name), id',
    ],
    [
      'passes of open jobs',
      'pass',
      'jsonb_build_object(\'ord\', n + 1, \'status\', \'planned\')',
      after => listOpenPasses(db, after),
      'job.due_on, job.id, piece_set.ord, pass.ord',
    ],
    [
      'coupons',
      'coupon',
      'jsonb_build_object(\'run_id\', null, \'at\', now() - n % 3 * interval \'1 day\')',
      after => listCoupons(db, null, after),
      'at desc, id desc',
    ],
    [
      'coupons of one bottle',
      'coupon',
      'jsonb_build_object(\'run_id\', null)',
      after => listCoupons(db, lotId, after),
      'at desc, id desc',
    ],
    [
      'pictures of a run',
      'run_photo',
      'jsonb_build_object(\'at\', now() + n % 3 * interval \'1 day\')',
      after => photosOfRun(db, runId, after),
      'at, id',
    ],
  ])('%s', async (name, table, change, page, order) => {
    await fill(table, change)
    const only
      = {
        'rolls': 'not put_away',
        'passes of open jobs': `status <> 'dropped' and job.id in (select p.job_id from piece_set p join pass o on o.set_id = p.id
          where o.status in ('planned', 'running'))`,
        'coupons of one bottle': `lot_id = '${lotId}'`,
        'changes of a level': `lot_id = '${lotId}'`,
        'pictures of a run': `run_id = '${runId}'`,
      }[name] ?? 'true'
    const from = table === 'pass' ? 'pass join piece_set on piece_set.id = set_id join job on job.id = job_id' : table
    const { rows } = await db.query<{ id: string }>(`select ${table}.id from ${from} where ${only} order by ${order}`)
    const sizes: number[] = []
    const all = await allPages(async (after) => {
      const found = await page(after)
      sizes.push(found.length)
      return found
    })
    expect(rows.length).toBeGreaterThan(COUNT)
    expect(all.map(r => r.id)).toEqual(rows.map(r => r.id))
    expect(Math.max(...sizes)).toBe(PAGE_ROWS)
  })
  it('what is no row to begin after is refused with a sentence; one that nobody knows has nothing after it', async () => {
    for (const path of [
      'lots',
      'stencils',
      'blanks',
      'artworks',
      'rolls',
      'sheets',
      'crew',
      'coupons',
      'today',
      `lots/${lotId}/coupons`,
      `lots/${lotId}/ledger`,
      `runs/${runId}/photos`,
    ]) {
      expect([path, await get(`${path}?after=x`)]).toEqual([
        path,
        expect.objectContaining({ status: 400, body: { error: expect.stringMatching(/from its start/) } }),
      ])
    }
    expect((await get(`lots?after=${v7()}`)).body).toEqual([])
    expect((await get(`today?after=${v7()}`)).body).toMatchObject({ passes: [], runs: [] })
  })
})
