import { mkdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { run, which } from './lib/commands.mjs'
import { databaseHolds } from './lib/database.mjs'
import { postgresBin } from './lib/debian.mjs'
import { root } from './lib/root.mjs'
import { runMain, say, Stop } from './lib/say.mjs'
import { withDatabase } from './lib/world.mjs'

/** npm run backup [-- FILE] [-- --studio]: everything Crest knows, in pg_dump's custom format. */
await runMain(async () => {
  const { values, positionals } = parseArgs({ options: { studio: { type: 'boolean' } }, allowPositionals: true })
  const stamp = new Date().toISOString().slice(0, 19).replaceAll(':', '-')
  const file = resolve(positionals[0] ?? join(root, 'backups', `crest-${stamp}.dump`))
  const dump = which('pg_dump') ?? join(postgresBin() ?? '', 'pg_dump')
  await withDatabase(values.studio ? 'crest_studio' : 'crest_sample', async (url) => {
    if ((await databaseHolds(url)) === 'nothing') throw new Stop('There is nothing to back up in this database. Start Crest once first.')
    mkdirSync(dirname(file), { recursive: true })
    const { code, output } = await run(
      dump,
      ['--format=custom', '--schema=crest', '--no-owner', '--no-privileges', `--file=${file}.part`, url],
      { quiet: true },
    )
    if (code !== 0) {
      rmSync(`${file}.part`, { force: true })
      throw new Stop(`pg_dump failed: ${output.trim().split('\n').at(-1)} No backup was written.`)
    }
    // Renamed only when whole: a half-written file is never taken for a backup.
    renameSync(`${file}.part`, file)
    say(`Backed up to ${file} (${Math.ceil(statSync(file).size / 1000)} kB).`)
  })
})
