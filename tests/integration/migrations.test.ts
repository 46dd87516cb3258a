import { describe, expect, inject, it } from 'vitest'
import { execFileSync } from 'node:child_process'
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import pg from 'pg'
import { runner } from 'node-pg-migrate'
import { v7 } from 'uuid'
import { postgresBin } from '../../scripts/lib/debian.mjs'
import { migrate } from '../../scripts/lib/database.mjs'
import { event, newBottle, newRun } from '../support/client'
import { sharedStudio } from '../support/studio'

const dir = fileURLToPath(new URL('../../server/db/migrations', import.meta.url))

describe('migrations', () => {
  it('all go down and up again on a database that was used', async () => {
    const { lead, mate, mateId } = await sharedStudio()
    const { runId } = await newRun(mate, await newBottle(lead))
    await mate.post(`runs/${runId}/events`, { events: [event({ kind: 'gate.ticked', step: 'safety', item: 'gloves', by: mateId })] })
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
    expect(await entered('job', `id = (select job_id from run where id = '${runId}')`)).toMatchObject({
      height: '4 1/4 in',
      girth: '241 mm',
      artWidth: '2 in',
      artMiddle: '',
      openFraction: '35 %',
    })
    expect(await entered('blank', 'name = \'Pint\'')).toMatchObject({
      girths: '9 1/2 in\n240 mm',
      readings: [
        { height: '0 mm', girth: '190 mm' },
        { height: '100 mm', girth: '240 mm' },
      ],
      pane: { width: '', holes: [] },
    })
    expect(await entered('cut_sheet', 'name = \'Old\'')).toEqual({
      placements: [
        { clear: '12 mm', at: '90' },
        { clear: '', at: '' },
      ],
    })
    expect(await entered('artwork', 'name = \'Old\'')).toEqual({ width: '3 in', margin: '5 mm', fixes: [] })
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
    const { runId } = await newRun(mate, await newBottle((await sharedStudio()).lead))
    await client.query('update run set started_at = now() - interval \'3 days\' where id = $1', [runId])
    await client.end()
    const { body } = await mate.post(`runs/${runId}/events`, {
      events: [event({ kind: 'gate.ticked', step: 'safety', item: 'gloves', by: mateId }, Date.now() - 2 * 86_400_000)],
    })
    expect(body.outcomes).toMatchObject([{ accepted: true }])
  })
})
