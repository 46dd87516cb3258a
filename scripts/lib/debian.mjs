import { existsSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { isRoot, run, which } from './commands.mjs'
import { say, Stop } from './say.mjs'

const POSTGRES_ROOT = '/usr/lib/postgresql'

/** Folder of the newest installed PostgreSQL server's programs, or null. */
export function postgresBin() {
  if (!existsSync(POSTGRES_ROOT)) return null
  const versions = readdirSync(POSTGRES_ROOT).filter(v => existsSync(join(POSTGRES_ROOT, v, 'bin', 'initdb')))
  const newest = versions.sort((a, b) => Number(b) - Number(a))[0]
  return newest ? join(POSTGRES_ROOT, newest, 'bin') : null
}

export const chromiumPath = () => which('chromium')

/** Installs Debian packages that are missing; as root directly, else says the exact command. */
export async function needPackages(packages) {
  if (packages.length === 0) return
  const list = packages.join(' ')
  if (!which('apt-get'))
    throw new Stop(`${list} must be installed first, and this is no Debian system: install it with your own package manager.`)
  if (!isRoot()) throw new Stop(`${list} must be installed first. Run: sudo apt-get update && sudo apt-get install -y ${list}`)
  say(`Installing ${list} with apt-get; this can take some minutes.`)
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  await run('apt-get', ['update', '-qq'], { quiet: true, env })
  const { code, output } = await run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], { quiet: true, env })
  if (code !== 0)
    throw new Stop(
      `apt-get could not install ${list}: ${output.trim().split('\n').at(-1)} Check the network and the package sources, then start again.`,
    )
}
