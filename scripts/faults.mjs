import { join } from 'node:path'
import { checkNode } from './lib/node-version.mjs'
import { run } from './lib/commands.mjs'
import { needPackages, postgresBin } from './lib/debian.mjs'
import { needBuild, needDependencies } from './lib/prepare.mjs'
import { root } from './lib/root.mjs'
import { runMain } from './lib/say.mjs'

/** npm run faults: app and database killed, entries repeated, disk full; prints what became of every entry. */
await runMain(async () => {
  checkNode()
  await needPackages(postgresBin() ? [] : ['postgresql'])
  await needDependencies()
  await needBuild()
  process.exitCode = (await run(process.execPath, ['--import', 'tsx', join(root, 'tests', 'faults', 'main.ts')], { cwd: root })).code
})
