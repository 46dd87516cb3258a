import { spawn } from 'node:child_process'
import { createInterface } from 'node:readline/promises'
import { parseArgs } from 'node:util'
import { checkDisk, checkPort } from './checks.mjs'
import { databaseHolds, dropSchema, migrate, sampleUntouched } from './database.mjs'
import { needBuild, needDependencies } from './prepare.mjs'
import { partFile } from './parts.mjs'
import { root } from './root.mjs'
import { keepDatabase, keepRunning } from './keep.mjs'
import { heading, say, Stop } from './say.mjs'
import { dataFolder, loadSampleWorld, openDatabase, sessionSecret } from './world.mjs'

const { values: options } = parseArgs({
  options: { fresh: { type: 'boolean' }, studio: { type: 'boolean' }, yes: { type: 'boolean' } },
  strict: false,
})

async function resetSample(url) {
  const holds = await databaseHolds(url)
  if (holds === 'studio') throw new Stop('This database holds a studio\'s own data, not the sample world. --fresh leaves it alone.')
  if (holds === 'sample' && !options.yes) {
    if (!process.stdin.isTTY)
      throw new Stop('--fresh erases the sample world and asks first, but nobody can answer here. Add --yes to say so.')
    const ask = createInterface({ input: process.stdin, output: process.stdout })
    const answer = await ask.question('  Erase the sample world and everything logged in it? Type yes: ')
    ask.close()
    if (answer.trim().toLowerCase() !== 'yes') throw new Stop('Nothing was erased.')
  }
  await dropSchema(url)
  say('The old sample world is gone.')
}

async function prepareData(url) {
  // Asked first, so that a database that can't be reached is named as just that.
  const holds = await databaseHolds(url)
  if (holds === 'half') {
    say('The sample world was not loaded to its end last time; it is loaded afresh.')
    await dropSchema(url)
  }
  else if (options.fresh) await resetSample(url)
  const ran = await migrate(url).catch((error) => {
    throw error instanceof Stop
      ? error
      : new Stop(
          `The database could not be brought up to date (${error.message}). Check that DATABASE_URL may create a schema; nothing was `
          + `changed.`,
        )
  })
  say(ran.length ? `Brought the database up to date (${ran.join(', ')}).` : 'The database is up to date.')
  if (options.studio) return
  if ((await databaseHolds(url)) === 'sample' && (await sampleUntouched(url))) {
    say('Nobody has worked in the sample world: it is set up afresh, so that its clocks and dates are of now.')
    await dropSchema(url)
    await migrate(url)
  }
  if ((await databaseHolds(url)) !== 'nothing') return
  say('Loading the sample world.')
  await loadSampleWorld(url)
}

/** A simulated device, unless its variable names another. It ends with this script. @returns {Promise<string>} its address */
function deviceAddress(name, variable) {
  if (process.env[variable]) return Promise.resolve(process.env[variable])
  const device = spawn(process.execPath, [partFile(`devices/${name}/main`)], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, PORT: '0' },
    detached: true,
  })
  process.on('exit', () => device.kill())
  return new Promise((resolve) => {
    device.stdout.once('data', line => resolve(String(line).trim()))
    // Without it only what asks that device fails, and says so.
    device.once('exit', () => resolve(''))
  })
}

/** npm hands a signal on to its shell and no further: where that has ended, so does what it started. */
function whenParentEnds(end) {
  const parent = process.ppid
  if (!process.env.npm_lifecycle_event || parent === 1) return
  const watch = setInterval(() => {
    if (process.ppid === parent) return
    clearInterval(watch)
    end()
  }, 500)
  watch.unref()
}

/**
 * Serves until Ctrl-C, or until app or database is told to end. Either is started again when it ends otherwise.
 * @returns {Promise<number>} exit code
 */
async function serve({ url, cluster }, host, port, devices) {
  const launch = () =>
    spawn(process.execPath, [partFile('server/main')], {
      cwd: root,
      stdio: ['ignore', 'inherit', 'inherit'],
      // A group of its own: Ctrl-C reaches this script only, which then ends app and database in order.
      detached: true,
      env: {
        ...process.env,
        NODE_ENV: 'production',
        DATABASE_URL: url,
        CREST_SESSION_SECRET: sessionSecret(),
        ...devices,
        HOST: host,
        PORT: String(port),
      },
    })
  const kept = keepRunning(launch, heading)
  let asked = false
  const end = () => {
    if (!asked) heading('Ending.')
    asked = true
    kept.stop()
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, end)
  whenParentEnds(end)
  const watched = cluster && keepDatabase(cluster, heading, () => {
    heading('The database was told to end. Ending.')
    kept.stop()
  })
  const code = await kept.ended
  await watched?.stop()
  return code
}

async function announce(host, port, sample) {
  const shown = host === '0.0.0.0' || host === '::' ? '127.0.0.1' : host
  const address = `http://${shown}:${port}`
  for (let i = 0; i < 100; i++) {
    const up = await fetch(`${address}/api/health`).then(
      r => r.ok,
      () => false,
    )
    if (up) break
    await new Promise(resolve => setTimeout(resolve, 100))
  }
  heading(`Crest is open at ${address}`)
  if (sample) say('Sample sign-in: Maren Tidewell, password harbour-light (lead). Bench PINs: Maren 2468, Osk 1357.')
  else say('The first page asks for the studio\'s name and makes the first lead.')
  say('Ctrl-C ends app and database.')
}

/** Sets up what is missing and serves Crest until Ctrl-C. */
export async function start() {
  const host = process.env.HOST || '127.0.0.1'
  const port = Number(process.env.PORT || 3000)
  checkDisk(dataFolder())
  await checkPort(host, port)
  await needDependencies()
  await needBuild()
  const database = await openDatabase(options.studio ? 'crest_studio' : 'crest_sample')
  try {
    await prepareData(database.url)
    const sample = (await databaseHolds(database.url)) === 'sample'
    const [cutter, strip, camera] = await Promise.all([
      deviceAddress('cutter', 'CREST_CUTTER_URL'),
      deviceAddress('ph-strip', 'CREST_STRIP_URL'),
      deviceAddress('camera', 'CREST_CAMERA_URL'),
    ])
    const serving = serve(database, host, port, { CREST_CUTTER_URL: cutter, CREST_STRIP_URL: strip, CREST_CAMERA_URL: camera })
    void announce(host, port, sample)
    process.exitCode = await serving
  }
  finally {
    await database.close()
  }
}
