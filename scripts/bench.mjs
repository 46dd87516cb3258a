import { join } from 'node:path'
import { checkNode } from './lib/node-version.mjs'
import { run } from './lib/commands.mjs'
import { chromiumPath, needPackages, postgresBin } from './lib/debian.mjs'
import { needBuild, needDependencies } from './lib/prepare.mjs'
import { root } from './lib/root.mjs'
import { runMain } from './lib/say.mjs'

/**
 * npm run bench [-- NAME ...]: one table, of everything or of what is named, each row a figure and its ratio to an outside reference
 * measured in the same run.
 */
await runMain(async () => {
  checkNode()
  await needPackages([...(postgresBin() ? [] : ['postgresql']), ...(chromiumPath() ? [] : ['chromium'])])
  await needDependencies()
  await needBuild()
  const args = ['--import', 'tsx', join(root, 'bench', 'run.ts'), ...process.argv.slice(2)]
  process.exitCode = (await run(process.execPath, args, { cwd: root })).code
})
