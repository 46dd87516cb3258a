import { createHash, randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { openCluster } from './cluster.mjs'
import { isRoot, run } from './commands.mjs'
import { needPackages, postgresBin } from './debian.mjs'
import { needDatabase, printSample } from './database.mjs'
import { partFile } from './parts.mjs'
import { root } from './root.mjs'
import { say, Stop } from './say.mjs'

/** Where a studio's data lives: a folder of the project's own, or CREST_DATA. */
export const dataFolder = () => resolve(process.env.CREST_DATA ?? join(root, 'data'))

/** True when any user may enter the folder's parents: the database does not run as root. */
function openToOthers(folder) {
  for (let dir = dirname(folder); dir !== dirname(dir); dir = dirname(dir)) {
    if (existsSync(dir) && (statSync(dir).mode & 0o001) === 0) return false
  }
  return true
}

/** The cluster's folder: below the data folder, or in /var/lib when root started Crest below a home that others can't enter. */
export function clusterFolder() {
  const data = dataFolder()
  if (!isRoot() || process.env.CREST_DATA || openToOthers(data)) return join(data, 'cluster')
  return join('/var/lib/crest', createHash('sha256').update(data).digest('hex').slice(0, 12), 'cluster')
}

/**
 * The database to use: the one of DATABASE_URL, or a private cluster that is set up on the way.
 * @param {boolean} leaveRunning a cluster that ran already is left running on close
 * @returns {Promise<{ url: string, close: () => Promise<void>, cluster?: Awaited<ReturnType<typeof openCluster>> }>}
 */
export async function openDatabase(name, leaveRunning = false) {
  if (process.env.DATABASE_URL) {
    say('Using the database that DATABASE_URL names.')
    return { url: process.env.DATABASE_URL, close: async () => {} }
  }
  if (!postgresBin()) await needPackages(['postgresql'])
  const folder = clusterFolder()
  const cluster = await openCluster(folder)
  say(
    cluster.made
      ? `Made a private PostgreSQL on 127.0.0.1:${cluster.port}, in ${folder}.`
      : `The private PostgreSQL runs on 127.0.0.1:${cluster.port}.`,
  )
  return {
    cluster,
    url: await needDatabase(cluster, name),
    close: async () => void (leaveRunning && !cluster.startedHere ? null : await cluster.stop()),
  }
}

/** Seals the session cookies; kept between starts so that nobody is signed out by one. */
export function sessionSecret() {
  if (process.env.CREST_SESSION_SECRET) return process.env.CREST_SESSION_SECRET
  const file = join(dataFolder(), 'session-secret')
  if (!existsSync(file)) {
    mkdirSync(dirname(file), { recursive: true })
    writeFileSync(file, randomBytes(48).toString('base64url'), { mode: 0o600 })
  }
  return readFileSync(file, 'utf8')
}

/** Loads the sample world through the app's own services. */
export async function loadSampleWorld(url) {
  const { code, output } = await run(process.execPath, [partFile('demo/load')], {
    cwd: root,
    quiet: true,
    // A sample world that a power cut halves is loaded afresh anyway: no entry of it waits for the disk.
    env: { ...process.env, DATABASE_URL: url, PGOPTIONS: '-c synchronous_commit=off' },
  })
  const lines = output.trim().split('\n')
  const why = lines.findLast(line => /Error: /.test(line)) ?? lines.at(-1)
  if (code !== 0) throw new Stop(`The sample world could not be loaded: ${why}`)
  await printSample(url)
}

/** Opens the database, works, and closes it again unless a running Crest holds it. */
export async function withDatabase(name, work) {
  const database = await openDatabase(name, true)
  try {
    await work(database.url)
  }
  finally {
    await database.close()
  }
}
