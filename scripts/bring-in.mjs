import { existsSync } from 'node:fs'
import { resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { run } from './lib/commands.mjs'
import { migrate } from './lib/database.mjs'
import { partFile } from './lib/parts.mjs'
import { needBuild, needDependencies } from './lib/prepare.mjs'
import { root } from './lib/root.mjs'
import { runMain, say, Stop } from './lib/say.mjs'
import { withDatabase } from './lib/world.mjs'

/** npm run bring-in -- FILE [--studio]: a whole studio, as its house-rules page wrote it, into an empty database. */
await runMain(async () => {
  const { values, positionals } = parseArgs({ options: { studio: { type: 'boolean' } }, allowPositionals: true })
  if (!positionals[0]) throw new Stop('Say which file to bring in: npm run bring-in -- crest-studio.jsonl')
  const file = resolve(positionals[0])
  if (!existsSync(file)) throw new Stop(`There is no file ${file}.`)
  await needDependencies()
  await needBuild()
  await withDatabase(values.studio ? 'crest_studio' : 'crest_sample', async (url) => {
    await migrate(url)
    const { code, output } = await run(process.execPath, [partFile('server/bring-in'), file], {
      cwd: root,
      quiet: true,
      env: { ...process.env, DATABASE_URL: url },
    })
    const said = output.trim().split('\n').at(-1) ?? ''
    if (code !== 0) throw new Stop(said)
    say(said)
  })
})
