/** Pause before the first try again, doubled each time. ms */
const FIRST_MS = 500
const LONGEST_MS = 30_000
/** Whoever ran so long is well: the next end starts with a short pause again. ms */
const WELL_MS = 30_000
/** How often the database is looked at, ms. */
const LOOK_MS = 500

const why = ({ code, signal }) => (signal ? `was ended by ${signal}` : `ended with code ${code}`)
const seconds = ms => `${Math.max(1, Math.round(ms / 1000))} s`

/** @typedef {{ first: number, longest: number, well: number }} Pauses */
const PAUSES = { first: FIRST_MS, longest: LONGEST_MS, well: WELL_MS }
/** @returns {(began: number) => number} how long to wait after an end, growing while it doesn't stay up; ms */
function growing(pauses) {
  let inARow = 0
  return (began) => {
    inARow = Date.now() - began > pauses.well ? 1 : inARow + 1
    return Math.min(pauses.longest, pauses.first * 2 ** (inARow - 1))
  }
}

/**
 * Keeps a process running: one that ends by itself is started again, with growing pauses, for ever. One that was told to end (it says so
 * by the code 0) ends all.
 * @param {() => import('node:child_process').ChildProcess} launch starts it
 * @param {(sentence: string) => void} say
 * @param {Pauses} pauses
 * @returns {{ ended: Promise<number>, stop: () => void }} exit code once it was told to stop
 */
export function keepRunning(launch, say, pauses = PAUSES) {
  let asked = false
  let child
  let timer
  let finish
  const ended = new Promise(resolve => (finish = resolve))
  const pauseAfter = growing(pauses)

  function begin() {
    const began = Date.now()
    child = launch()
    child.once('exit', (code, signal) => {
      if (asked || code === 0) return finish(0)
      const wait = pauseAfter(began)
      say(`The app ${why({ code, signal })}. The database goes on, and the app starts again in ${seconds(wait)}.`)
      timer = setTimeout(begin, wait)
    })
  }
  begin()
  return {
    ended,
    stop() {
      if (asked) return
      asked = true
      clearTimeout(timer)
      if (child.exitCode !== null || child.signalCode !== null) return finish(0)
      child.kill('SIGTERM')
      const stopped = child
      setTimeout(() => stopped.kill('SIGKILL'), 5000).unref()
    },
  }
}

/**
 * Keeps a database cluster running: one that was killed is started again, with growing pauses, for ever. One that was told to end ends all.
 * @param {{ state: () => 'running' | 'ending' | 'gone', start: () => Promise<void> }} cluster
 * @param {(sentence: string) => void} say
 * @param {() => void} ending what is done when it was told to end
 * @param {Pauses & { look?: number }} pauses
 * @returns {{ stop: () => Promise<void> }} stop: it is left alone from then on, once a start under way is over
 */
export function keepDatabase(cluster, say, ending, pauses = PAUSES) {
  let asked = false
  let began = Date.now()
  const pauseAfter = growing(pauses)
  const wait = ms => new Promise(resolve => setTimeout(resolve, ms))

  async function revive() {
    const pause = pauseAfter(began)
    say(`The database was ended. What was stored is safe; it starts again in ${seconds(pause)}, and the app waits for it.`)
    await wait(pause)
    if (asked) return
    began = Date.now()
    await cluster.start().then(
      () => say('The database is back.'),
      error => say(error.message),
    )
  }
  async function watch() {
    while (!asked) {
      const state = cluster.state()
      if (state === 'ending') return ending()
      if (state === 'gone') await revive()
      else await wait(pauses.look ?? LOOK_MS)
    }
  }
  const watching = watch()
  return {
    stop() {
      asked = true
      return watching
    },
  }
}
