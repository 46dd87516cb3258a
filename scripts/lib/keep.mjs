/** Pause before the first try again, doubled each time. ms */
const FIRST_MS = 500
const LONGEST_MS = 30_000
/** Whoever ran so long is well: the next end starts with a short pause again. ms */
const WELL_MS = 30_000
/** An app that never stays up is not started for ever. */
const MOST_IN_A_ROW = 8

const why = ({ code, signal }) => (signal ? `was ended by ${signal}` : `ended with code ${code}`)

/**
 * Keeps a process running: one that ends by itself is started again, with growing pauses.
 * @param {() => import('node:child_process').ChildProcess} launch starts it
 * @param {(sentence: string) => void} say
 * @returns {{ ended: Promise<number>, stop: () => void }} exit code once it was asked to stop, or does not stay up
 */
export function keepRunning(launch, say, pause = { first: FIRST_MS, longest: LONGEST_MS, well: WELL_MS }) {
  let asked = false
  let child
  let timer
  let finish
  const ended = new Promise(resolve => (finish = resolve))
  let inARow = 0

  function begin() {
    const began = Date.now()
    child = launch()
    child.once('exit', (code, signal) => {
      if (asked) return finish(0)
      inARow = Date.now() - began > pause.well ? 1 : inARow + 1
      if (inARow >= MOST_IN_A_ROW) {
        say(
          `The app ${why({ code, signal })}, ${inARow} times in a row. It is not started again; what it said stands above. Your data is `
          + `safe in the database.`,
        )
        return finish(code || 1)
      }
      const wait = Math.min(pause.longest, pause.first * 2 ** (inARow - 1))
      say(`The app ${why({ code, signal })}. The database goes on, and the app starts again in ${Math.max(1, Math.round(wait / 1000))} s.`)
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
