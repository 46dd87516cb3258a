import { join } from 'node:path'
import { checkNode } from './lib/node-version.mjs'
import { run } from './lib/commands.mjs'
import { chromiumPath, needPackages, postgresBin } from './lib/debian.mjs'
import { needBuild, needDependencies, root } from './lib/prepare.mjs'
import { runMain } from './lib/say.mjs'

/** npm run bench: one table, each row a figure and its ratio to an outside reference measured in the same run. */
await runMain(async () => {
  checkNode()
  await needPackages([...(postgresBin() ? [] : ['postgresql']), ...(chromiumPath() ? [] : ['chromium'])])
  await needDependencies()
  await needBuild()
  process.exitCode = (await run(process.execPath, ['--import', 'tsx', join(root, 'bench', 'run.ts')], { cwd: root })).code
})
