import { existsSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { run, which } from './lib/commands.mjs'
import { databaseHolds, keepSample, laterMigration, migrate, withClient } from './lib/database.mjs'
import { postgresBin } from './lib/debian.mjs'
import { runMain, say, Stop } from './lib/say.mjs'
import { withDatabase } from './lib/world.mjs'

/** npm run restore -- FILE [--replace] [--studio]: puts a backup back. What stood there before is kept under another schema name. */
await runMain(async () => {
  const { values, positionals } = parseArgs({
    options: { replace: { type: 'boolean' }, studio: { type: 'boolean' } },
    allowPositionals: true,
  })
  if (!positionals[0]) throw new Stop('Say which file to restore: npm run restore -- backups/crest-….dump')
  const file = resolve(positionals[0])
  if (!existsSync(file)) throw new Stop(`There is no file ${file}.`)
  const pgRestore = which('pg_restore') ?? join(postgresBin() ?? '', 'pg_restore')
  const listing = await run(pgRestore, ['--list', file], { quiet: true })
  if (listing.code !== 0 || !/TABLE DATA crest run_event/.test(listing.output))
    throw new Stop(`${file} is no backup of Crest. Nothing was changed.`)

  await withDatabase(values.studio ? 'crest_studio' : 'crest_sample', async (url) => {
    const holds = await databaseHolds(url)
    if (holds !== 'nothing' && !values.replace)
      throw new Stop('The database is not empty. Add --replace to put the backup in its place; what stands there is kept aside.')
    const aside = `crest_before_${Date.now()}`
    await withClient(url, client =>
      client.query(`do $$ begin if to_regnamespace('crest') is not null then alter schema crest rename to ${aside}; end if; end $$`),
    )
    const { code, output } = await run(
      pgRestore,
      ['--no-owner', '--no-privileges', '--single-transaction', '--exit-on-error', `--dbname=${url}`, file],
      { quiet: true },
    )
    const takeBack = () =>
      withClient(url, client =>
        client.query(
          `do $$ begin drop schema if exists crest cascade; if to_regnamespace('${aside}') is not null then alter schema ${aside} rename `
          + `to crest; end if; end $$`,
        ),
      )
    if (code !== 0) {
      await takeBack()
      throw new Stop(`pg_restore failed: ${output.trim().split('\n').at(-1)} What stood there before is back.`)
    }
    const later = await laterMigration(url)
    if (later !== null) {
      await takeBack()
      throw new Stop(`This backup was made by a newer Crest (${later}). Update this one first. Nothing was changed.`)
    }
    await migrate(url)
    await keepSample(url)
    say(`Restored ${file}.`)
    if (holds !== 'nothing') say(`What stood there before is kept in the schema ${aside}.`)
  })
})
