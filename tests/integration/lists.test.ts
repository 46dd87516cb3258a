import pg from 'pg'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { listArtworks } from '../../server/db/queries/artworks'
import { listBlanks } from '../../server/db/queries/blanks'
import { listLots } from '../../server/db/queries/lots'
import { listCoupons } from '../../server/db/queries/coupons'
import { listOpenPasses } from '../../server/db/queries/jobs'
import { listPeople } from '../../server/db/queries/people'
import { photosOfRun } from '../../server/db/queries/photos'
import { listRolls, listSheets } from '../../server/db/queries/sheets'
import { ledgerPage, listStock } from '../../server/db/queries/stock'
import { listSupplies } from '../../server/db/queries/supplies'
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
  for (const [kind, insert] of [
    ['film', 'insert into roll (id, name, resist, width) select id, \'Roll\', \'permanent-vinyl\', 300 from made'],
    ['tape', 'insert into supply (id, name, pack, price) select id, \'Tape\', 50000, 3 from made'],
  ])
    await db.query(`with made as (insert into stock (id, kind) values (gen_random_uuid(), '${kind}') returning id) ${insert}`)
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
  const onShelf = ['lot', 'roll', 'supply'].includes(table)
  const ids = onShelf
    ? `(insert into stock (id, kind) select gen_random_uuid(), 'tape' from generate_series(1, ${COUNT}) returning id)`
    : `(select gen_random_uuid() as id from generate_series(1, ${COUNT}))`
  await db.query(`
    with made as ${ids}
    insert into ${table}
    select (jsonb_populate_record(null::${table}, to_jsonb(t) || jsonb_build_object('id', made.id) || ${change})).*
    from (select * from ${table} order by id desc limit 1) t, (select id, row_number() over () as n from made) made`)
}
const named = (column: string, extra = '') => `jsonb_build_object('${column}', 'Row ' || n % 3${extra})`

describe('every list comes in pages, each row once and in order', () => {
  it.each<[string, string, string, (after: string | null) => Promise<{ id: string }[]>, string]>([
    ['lots', 'lot', named('product_name', ', \'put_away\', n % 2 = 0'), after => listLots(db, after), 'put_away, lower(product_name), id'],
    ['stencils', 'stencil', named('name', ', \'put_away\', n % 2 = 0'), after => listStencils(db, after), 'put_away, lower(name), id'],
    [
      'changes of a level',
      'movement',
      'jsonb_build_object(\'at\', now() - interval \'1 minute\' * (n % 3), \'stock_id\', \'LOT\')',
      async after => JSON.parse(await ledgerPage(db, lotId, after)) as { id: string }[],
      'at desc, id desc',
    ],
    [
      'the ledger',
      'movement',
      'jsonb_build_object(\'at\', now() - interval \'1 minute\' * (n % 3))',
      async after => JSON.parse(await ledgerPage(db, null, after)) as { id: string }[],
      'at desc, id desc',
    ],
    ['supplies', 'supply', named('name', ', \'put_away\', n % 2 = 0'), after => listSupplies(db, after), 'put_away, lower(name), id'],
    ['all that is on the shelf', 'supply', named('name', ', \'put_away\', false'), after => listStock(db, after), 'label_no'],
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
      'jsonb_build_object(\'run_id\', null, \'lot_id\', \'LOT\')',
      after => listCoupons(db, lotId, after),
      'at desc, id desc',
    ],
    [
      'pictures of a run',
      'run_photo',
      'jsonb_build_object(\'at\', now() + n % 3 * interval \'1 day\', \'run_id\', \'RUN\')',
      after => photosOfRun(db, runId, after),
      'at, id',
    ],
  ])('%s', async (name, table, change, page, order) => {
    await fill(table, change.replace('LOT', lotId).replace('RUN', runId))
    const only
      = {
        'rolls': 'not put_away',
        'passes of open jobs': `status <> 'dropped' and job.id in (select p.job_id from piece_set p join pass o on o.set_id = p.id
          where o.status in ('planned', 'running'))`,
        'coupons of one bottle': `lot_id = '${lotId}'`,
        'changes of a level': `stock_id = '${lotId}'`,
        'all that is on the shelf': `not coalesce((select put_away from lot where lot.id = stock.id),
          (select put_away from roll where roll.id = stock.id), (select put_away from supply where supply.id = stock.id))`,
        'pictures of a run': `run_id = '${runId}'`,
      }[name] ?? 'true'
    const of = name === 'all that is on the shelf' ? 'stock' : table
    const from = table === 'pass' ? 'pass join piece_set on piece_set.id = set_id join job on job.id = job_id' : of
    const { rows } = await db.query<{ id: string }>(`select ${of}.id from ${from} where ${only} order by ${order}`)
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
      `stock/${lotId}/ledger`,
      'stock/ledger',
      'stock',
      'supplies',
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
