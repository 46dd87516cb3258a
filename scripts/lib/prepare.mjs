import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { run } from './commands.mjs'
import { buildParts } from './parts.mjs'
import { root } from './root.mjs'
import { say, Stop } from './say.mjs'

/** How the build is put together. */
const MADE_BY = ['chunks', 'faces', 'parts'].map(name => `scripts/lib/${name}.mjs`)
const FOLDERS = ['app', 'core', 'demo', 'devices', 'modules', 'server', 'shared', 'public']
const SOURCES = [...FOLDERS, 'nuxt.config.ts', 'package.json', 'package-lock.json', ...MADE_BY]

function* filesBelow(path) {
  for (const entry of readdirSync(path, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
    const full = join(path, entry.name)
    if (entry.isDirectory()) yield* filesBelow(full)
    else yield full
  }
}

/** Fingerprint of the named files and folders below the project. */
export function fingerprint(names) {
  const hash = createHash('sha256').update(process.versions.node.split('.')[0])
  for (const name of names) {
    const path = join(root, name)
    if (!existsSync(path)) continue
    const files = name.includes('.') ? [path] : filesBelow(path)
    for (const file of files) hash.update(file.slice(root.length)).update(readFileSync(file))
  }
  return hash.digest('hex')
}

const readIfThere = file => (existsSync(file) ? readFileSync(file, 'utf8') : '')

/** `npm ci` when the lock file is not the one that was installed. */
export async function needDependencies() {
  const stamp = join(root, 'node_modules', '.crest-installed')
  const wanted = fingerprint(['package-lock.json'])
  if (readIfThere(stamp) === wanted) return say('Packages are installed.')
  say('Installing packages with npm ci; the first time takes a minute or two.')
  const { code, output } = await run('npm', ['ci', '--include=dev', '--no-audit', '--no-fund'], {
    cwd: root,
    quiet: true,
    env: { ...process.env, PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' },
  })
  if (code !== 0)
    throw new Stop(
      `npm ci failed: ${output
        .trim()
        .split('\n')
        .filter(l => /npm error [^ ]/.test(l))
        .slice(0, 3)
        .map(l => l.replace('npm error ', ''))
        .join(' ')} Check the network and start again.`,
    )
  writeFileSync(stamp, wanted)
}

const nuxt = (command, options) =>
  run(process.execPath, [join(root, 'node_modules', 'nuxt', 'bin', 'nuxt.mjs'), command], { cwd: root, ...options })

/** One of what `needTypes` writes: where it is missing, all are. */
export const TYPES = '.nuxt/tsconfig.app.json'

/** Types that Nuxt writes: lint and type checks read them, and the build as well, since the project's own tsconfig names them. */
export async function needTypes() {
  const { code, output } = await nuxt('prepare', { quiet: true, env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1' } })
  if (code === 0) return
  console.error(output)
  throw new Stop('Nuxt could not write its types; its words stand above.')
}

/** Builds the app when a source changed since the last build. */
export async function needBuild() {
  const stamp = join(root, '.output', 'crest-built')
  const wanted = fingerprint(SOURCES)
  if (readIfThere(stamp) === wanted) return say('The app is built.')
  say('Building the app; this takes about a minute.')
  if (!existsSync(join(root, TYPES))) await needTypes()
  const { code, output } = await nuxt('build', {
    quiet: true,
    env: { ...process.env, NODE_ENV: 'production', NUXT_TELEMETRY_DISABLED: '1', CREST_BUILD_DIR: '.nuxt-build' },
  })
  if (code !== 0) {
    console.error(output)
    throw new Stop('The build failed; its words stand above.')
  }
  await buildParts()
  writeFileSync(stamp, wanted)
}
