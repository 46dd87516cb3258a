import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { checkNode } from './lib/node-version.mjs'
import { run } from './lib/commands.mjs'
import { chromiumPath, needPackages, postgresBin } from './lib/debian.mjs'
import { needBuild, needDependencies, needTypes } from './lib/prepare.mjs'
import { root } from './lib/root.mjs'
import { heading, runMain, say } from './lib/say.mjs'
import { playwrightCounts, vitestCounts } from './lib/summary.mjs'

const results = join(root, 'test-results')
const bin = name => join(root, 'node_modules', '.bin', name)

/** Runs one check that counts as a single test. Quiet unless it fails, so that two may run side by side. */
async function single(name, command, args) {
  const { code, output } = await run(command, args, { cwd: root, quiet: true })
  heading(name)
  if (code !== 0) console.log(output)
  return { name, passed: code === 0 ? 1 : 0, failed: code === 0 ? 0 : 1 }
}

/**
 * Runs a test runner and reads its report. A crash counts as a failure even when its report does not say so. What is quiet speaks once
 * it is over.
 */
async function runner(name, command, args, counts, env = {}, quiet = false) {
  if (!quiet) heading(name)
  const { code, output } = await run(command, args, { cwd: root, env: { ...process.env, ...env }, quiet })
  if (quiet) {
    heading(name)
    console.log(output.trim())
  }
  const { passed, failed } = counts()
  return { name, passed, failed: code !== 0 && failed === 0 ? 1 : failed }
}

await runMain(async () => {
  heading('Setting up')
  checkNode()
  const missing = [...(postgresBin() ? [] : ['postgresql']), ...(chromiumPath() ? [] : ['chromium'])]
  // One unpacks while the other downloads.
  await Promise.all([needPackages(missing), needDependencies()])
  rmSync(results, { recursive: true, force: true })
  await needTypes()

  const vitest = project =>
    runner(
      `${project} tests`,
      bin('vitest'),
      ['run', '--project', project, '--reporter=dot', '--reporter=json', `--outputFile.json=${join(results, `${project}.json`)}`],
      () => vitestCounts(join(results, `${project}.json`)),
      {},
      true,
    )
  // These only reckon, and none needs another: together they keep two cores busy to the end.
  const reckoned = [
    single('Lint', bin('eslint'), ['.', '--max-warnings', '0']),
    single('Types', bin('nuxt'), ['typecheck']),
    vitest('unit'),
  ]
  await needBuild()
  const all = [
    ...(await Promise.all(reckoned)),
    // These wait for databases and apps, and have to answer in time: nothing heavy runs beside them.
    ...(await Promise.all([vitest('integration'), vitest('processes')])),
    await runner('Interface in Chromium', bin('playwright'), ['test'], () => playwrightCounts(join(results, 'interface.json')), {
      CREST_CHROMIUM: chromiumPath(),
    }),
  ]
  heading('Results')
  for (const { name, passed, failed } of all) say(`${name}: ${passed} passed, ${failed} failed`)
  const sum = key => all.reduce((total, r) => total + r[key], 0)
  console.log(`\n${sum('passed')} passed, ${sum('failed')} failed`)
  if (sum('failed') > 0) process.exitCode = 1
})
