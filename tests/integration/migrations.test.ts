import { describe, expect, inject, it } from 'vitest'
import { execFileSync } from 'node:child_process'
import { readdirSync, readFileSync } from 'node:fs'
import { gunzipSync } from 'node:zlib'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import pg from 'pg'
import { runner } from 'node-pg-migrate'
import { v7 } from 'uuid'
import { postgresBin } from '../../scripts/lib/debian.mjs'
import { migrate } from '../../scripts/lib/database.mjs'
import { describeEvent, foldRun, reasonWords, summarise } from '../../core/bench/run'
import type { RunSummary } from '../../core/bench/run'
import type { RunPlan } from '../../core/plan/run-plan'
import { moveWords } from '../../core/trade/stock'
import type { MoveKind } from '../../core/trade/stock'
import { BLANK_PLAN, jobSchema, passOf, setOf } from '../../shared/jobs'
import type { SetForm } from '../../shared/jobs'
import type { Job } from '../../shared/passes'
import type { RunWithEvents } from '../../shared/runs'
import { startApp } from '../support/app'
import { Client, event, newLot, newRun, OLD } from '../support/client'
import { sharedStudio } from '../support/studio'

const dir = fileURLToPath(new URL('../../server/db/migrations', import.meta.url))

/** A set of a form from before some fields were thought of, as a page fills it. */
const blanksFilled = (set: SetForm): SetForm => ({
  ...setOf(BLANK_PLAN),
  ...set,
  passes: set.passes.map(pass => ({ ...passOf(BLANK_PLAN), ...pass })),
})

describe('migrations', () => {
  it('all go down and up again on a database that was used', async () => {
    const { lead, mate, mateId } = await sharedStudio()
    const { runId } = await newRun(mate, await newLot(lead, OLD))
    await mate.post(`runs/${runId}/events`, { events: [event({ kind: 'gate.ticked', step: 'try-safety', item: 'gloves', by: mateId })] })
    await mate.post('blanks', {
      id: v7(),
      blank: {
        name: 'Pint',
        noun: 'pint',
        substrate: 'soda-lime',
        shape: 'round',
        heightKind: 'vertical',
        girths: '',
        readings: [
          { height: '0', girth: '190' },
          { height: '100', girth: '240' },
        ],
        pane: { width: '', height: '', thickness: '', holes: [] },
      },
    })
    // A copy of the used one, so that the others' tests go on.
    const used = new URL(inject('databaseUrl'))
    const copy = new URL(used)
    copy.pathname = '/migrations'
    const admin = new pg.Client({ connectionString: new URL('/postgres', used).href })
    await admin.connect()
    await admin.query('create database migrations')
    await admin.end()
    const bin = postgresBin()!
    const dump = execFileSync(join(bin, 'pg_dump'), [used.href], { maxBuffer: 200_000_000 })
    execFileSync(join(bin, 'psql'), ['--quiet', '--set=ON_ERROR_STOP=1', copy.href], { input: dump, stdio: ['pipe', 'ignore', 'inherit'] })
    const client = new pg.Client({ connectionString: copy.href })
    await client.connect()
    const names = readdirSync(dir)
      .sort()
      .map(f => f.replace('.sql', ''))
    const options = {
      databaseUrl: copy.href,
      dir,
      migrationsTable: 'migration',
      schema: 'crest',
      migrationsSchema: 'crest',
      singleTransaction: true,
      log: () => {},
      checkOrder: true,
    } as const
    // Bare lengths as they were stored before they kept their unit, in a house that writes inches.
    await client.query('set search_path = crest')
    const since = names.slice(names.indexOf('0012_lengths'))
    await runner({ ...options, direction: 'down', count: since.length })
    await client.query('update studio set rules = rules || \'{"lengthUnit": "in"}\'')
    await client.query(
      'update job set entered = entered || \'{"height": "4 1/4", "girth": "241 mm", "artWidth": "2", "artMiddle": ""}\' where id = (select '
      + 'job_id from run where id = $1)',
      [runId],
    )
    await client.query('update blank set entered = entered || \'{"girths": "9 1/2\\n240 mm"}\' where name = \'Pint\'')
    await client.query(
      'insert into cut_sheet (id, name, entered, created_by, created_at) values (gen_random_uuid(), \'Old\', \'{"placements": [{"clear": '
      + '"12", "at": "90"}, {"clear": "", "at": ""}]}\', $1, now())',
      [mateId],
    )
    await client.query(
      'insert into artwork (id, name, entered, figures, created_by, created_at) values (gen_random_uuid(), \'Old\', \'{"width": "3", '
      + '"margin": "5 mm", "fixes": []}\', \'{}\', $1, now())',
      [mateId],
    )
    expect(await migrate(copy.href)).toEqual(since)
    const entered = async (table: string, where: string) =>
      (await client.query<{ entered: Record<string, unknown> }>(`select entered from ${table} where ${where}`)).rows[0]!.entered
    expect(await entered('pass', `id = (select pass_id from run where id = '${runId}')`)).toMatchObject({
      placements: [{ artWidth: '2 in', clear: '', openFraction: '35 %', count: '1', anchor: 'opposite-seam' }],
    })
    expect(
      await entered('piece_set', `id = (select set_id from pass join run on pass_id = pass.id where run.id = '${runId}')`),
    ).toMatchObject({ height: '4 1/4 in', girth: '241 mm' })
    expect(await entered('blank', 'name = \'Pint\'')).toMatchObject({
      girths: '9 1/2 in\n240 mm',
      readings: [
        { height: '0 mm', girth: '190 mm' },
        { height: '100 mm', girth: '240 mm' },
      ],
      pane: { width: '', holes: [] },
    })
    expect(await entered('cut_sheet', 'name = \'Old\'')).toEqual({
      parts: [
        {
          placements: [
            { clear: '12 mm', at: '90' },
            { clear: '', at: '' },
          ],
        },
      ],
    })
    expect(await entered('artwork', 'name = \'Old\'')).toEqual({ width: '3 in', margin: '5 mm', fixes: [] })
    // A cut sheet for the pieces of a job, from before it could be for those of several.
    const sincePart = names.length - names.indexOf('0040_sheet_parts')
    await runner({ ...options, direction: 'down', count: sincePart })
    await client.query(
      `insert into cut_sheet (id, name, entered, set_id, taken, created_by, created_at) select gen_random_uuid(), 'Of a job',
        jsonb_build_object('name', 'Of a job', 'setId', id, 'pieces', '2', 'resist', 'mesh'), id, '{"perPiece": {}}', $1, now()
        from piece_set limit 1`,
      [mateId],
    )
    await migrate(copy.href)
    const { rows: [sheet] } = await client.query<{ setId: string, share: number, entered: unknown }>(
      'select set_id as "setId", share, entered from sheet_set join cut_sheet on cut_sheet.id = sheet_id where name = \'Of a job\'',
    )
    expect(sheet).toMatchObject({ share: 1, entered: { name: 'Of a job', resist: 'mesh', parts: [{ setId: sheet!.setId, pieces: '2' }] } })
    await runner({ ...options, direction: 'down', count: sincePart })
    const { rows: [before] } = await client.query('select set_id as "setId", entered from cut_sheet where name = \'Of a job\'')
    expect(before).toMatchObject({ setId: sheet!.setId, entered: { pieces: '2', setId: sheet!.setId } })
    await migrate(copy.href)
    const down = await runner({ ...options, direction: 'down', count: names.length })
    expect(down.map(m => m.name)).toEqual(names.toReversed())
    const { rows: left } = await client.query<{ name: string }>('select tablename as name from pg_tables where schemaname = \'crest\'')
    expect(left.map(r => r.name)).toEqual(['migration'])
    expect(await migrate(copy.href)).toEqual(names)
    await client.end()
  })
  it('an entry that was made before sessions were written down is still taken', async () => {
    const { mate, mateId } = await sharedStudio()
    const client = new pg.Client({ connectionString: inject('databaseUrl'), options: '-c search_path=crest' })
    await client.connect()
    // As the migration leaves a studio that was there before.
    await client.query(
      'insert into session (id, opened_by, person, opened_at, ended_at) select gen_random_uuid(), id, id, now() - interval \'9 days\', '
      + 'now() - interval \'1 hour\' from person where id = $1',
      [mateId],
    )
    await client.query(
      'insert into session_person select s.id, $1, 0, s.opened_at from session s where s.opened_by = $1 and s.ended_at < now() - interval '
      + '\'59 minutes\' on conflict do nothing',
      [mateId],
    )
    const { runId } = await newRun(mate, await newLot((await sharedStudio()).lead, OLD))
    await client.query('update run set started_at = now() - interval \'3 days\' where id = $1', [runId])
    await client.end()
    const { body } = await mate.post(`runs/${runId}/events`, {
      events: [event({ kind: 'gate.ticked', step: 'try-safety', item: 'gloves', by: mateId }, Date.now() - 2 * 86_400_000)],
    })
    expect(body.outcomes).toMatchObject([{ accepted: true }])
  })
  it('the sample world as the version before filled it is brought up to date, and every page of it can be read', async () => {
    const url = new URL(inject('databaseUrl'))
    const admin = new pg.Client({ connectionString: new URL('/postgres', url).href })
    await admin.connect()
    await admin.query('create database before')
    await admin.end()
    url.pathname = '/before'
    execFileSync(join(postgresBin()!, 'psql'), ['--quiet', '--set=ON_ERROR_STOP=1', url.href], {
      input: gunzipSync(readFileSync(new URL('../fixtures/sample-world-0012.sql.gz', import.meta.url))),
      stdio: ['pipe', 'ignore', 'inherit'],
    })
    const client = new pg.Client({ connectionString: url.href, options: '-c search_path=crest' })
    await client.connect()
    const rows = async (sql: string) => (await client.query<Record<string, unknown>>(sql)).rows
    const jobs = await rows('select id, customer, noun, pieces, girth_mm, status, notes from job order by id')
    const arts = await rows(
      'select id, art_width_mm as width, open_fraction as open, details ->> \'artMiddle\' as middle, details ->> \'finest\' as finest, '
      + 'coalesce((wall ->> \'middle\')::float8, height_mm / 2) as up, artwork_id as artwork, art ->> \'d\' as d from job order by id',
    )
    const ledger = await rows('select id, reason from bottle_movement order by id')
    const levels = await rows(
      'select id, left_amount::float8 as level from bottle union all select id, length from roll where not put_away order by id',
    )
    // Somebody wrote why, as people could.
    await client.query(`update run set summary = jsonb_set(jsonb_set(summary, '{pieces,0,withdrawn}', '"chipped"'), '{skipped}',
      jsonb_build_array(jsonb_build_object('title', plan #>> '{steps,1,title}', 'reason', 'in a hurry'))) where ended_at is not null`)
    const counts = (ledgerTable: string) =>
      rows(`select (select count(*) from run_event) as events, (select count(*) from job) as jobs,
      (select count(*) from ${ledgerTable}) as lines, (select count(*) from run) as runs`)
    const before = await counts('bottle_movement')
    expect((await migrate(url.href)).length).toBeGreaterThan(0)
    expect(await counts('(select 1 from movement where kind <> \'taken-over\') as told')).toEqual(before)
    // Each level is the sum of its lines now, and what the lines did not explain was taken over.
    expect(
      await rows('select stock_id as id, sum(change)::float8 as level from movement group by 1 having sum(change) <> 0 order by 1'),
    ).toEqual(levels.filter(l => Number(l.level) !== 0))

    // What stood there as a sentence stands there as a code, and says the same.
    const kinds = new Map((await rows('select id, kind, note from movement')).map(r => [r.id, r]))
    for (const { id, reason } of ledger) {
      const line = kinds.get(id)!
      const words = moveWords(line.kind as MoveKind, line.note as string | null)
      expect([reason, words.toLowerCase().slice(0, 3)]).toEqual([reason, String(reason).slice(0, 3)])
    }
    const [summary] = await rows('select summary, plan from run where ended_at is not null limit 1')
    const { pieces, skipped } = summary!.summary as RunSummary
    expect(reasonWords('piece.withdrawn', pieces[0]!.withdrawn!)).toBe('chipped')
    expect(skipped).toMatchObject([{ step: (summary!.plan as RunPlan).steps[1]!.id, why: 'other', reason: 'in a hurry' }])
    expect((await rows('select rules ->> \'timeZone\' as zone from studio'))[0]!.zone).toBeTruthy()
    // A job of then is a job of one set and one pass, and says what it said; a closed one owes nothing.
    expect(
      await rows(`select pass.id, customer, noun, pieces, girth_mm, status, notes from pass join piece_set s on s.id = set_id
        join job on job.id = s.job_id order by pass.id`),
    ).toEqual(jobs)
    expect(
      await rows('select 1 from pass join piece_set s on s.id = set_id where status = \'done\' and cardinality(done) <> pieces'),
    ).toEqual([])
    // Its art stands in a placement, as large and as high as it was, and is called by its name.
    expect(arts.some(a => a.middle !== null) && arts.some(a => a.d !== null)).toBe(true)
    expect(
      await rows(`select id, (p ->> 'artWidth')::float8 as width, (p ->> 'openFraction')::float8 as open, p ->> 'clear' as middle,
          p ->> 'finest' as finest, (p #>> '{spots,0,middle}')::float8 as up, p ->> 'artworkId' as artwork, p #>> '{art,d}' as d
        from (select id, placements -> 0 as p from pass) pass order by id`),
    ).toEqual(arts)
    expect(
      await rows(
        'select 1 from pass join artwork on artwork.id = (placements #>> \'{0,artworkId}\')::uuid '
        + 'where artwork.name <> placements #>> \'{0,art,name}\'',
      ),
    ).toEqual([])
    const ids = await rows('select (select array_agg(id) from run) as runs, (select array_agg(id) from lot) as lots')
    await client.end()

    const app = await startApp(url.href)
    const maren = new Client(app.url)
    await maren.signIn('Maren Tidewell', 'harbour-light')
    const { runs, lots } = ids[0] as { runs: string[], lots: string[] }
    const paths = ['today', 'log', 'studio', 'crew', 'lots', 'stencils', 'blanks', 'artworks', 'rolls', 'sheets', 'coupons']
    for (const path of [
      ...paths,
      ...runs.map(id => `runs/${id}`),
      ...lots.map(id => `stock/${id}/ledger`),
      'supplies',
      'stock',
      'stock/ledger',
    ]) {
      const { status } = await maren.get(path)
      expect([path, status]).toEqual([path, 200])
    }
    for (const { id, customer } of jobs) {
      const { body: job } = await maren.get<Job>(`jobs/${String(id)}`)
      expect(job).toMatchObject({ customer, passes: [{ no: 1, of: 1 }] })
      // As it was written it is a job that could be planned today, but for questions that were not asked then.
      expect(jobSchema('mm').safeParse({ ...job.entered, sets: job.entered.sets.map(blanksFilled) }).error).toBeUndefined()
    }
    for (const id of runs) {
      const { body } = await maren.get<RunWithEvents>(`runs/${id}`)
      expect(() => summarise(body.plan, foldRun(body.plan, body.events))).not.toThrow()
      for (const e of body.events) expect(describeEvent(body.plan, e).length).toBeGreaterThan(2)
    }
    await app.kill()
  })
})
