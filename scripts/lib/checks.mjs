import { accessSync, constants, mkdirSync, statfsSync } from 'node:fs'
import { createServer } from 'node:net'
import { Stop } from './say.mjs'

const NEEDED_MB = 300

/** @throws Stop when the folder can't be written or the disk is nearly full */
export function checkDisk(dir, neededMb = NEEDED_MB) {
  try {
    mkdirSync(dir, { recursive: true })
    accessSync(dir, constants.W_OK)
  }
  catch {
    throw new Stop(`The folder ${dir} can't be written. Give yourself the right to write there, or set CREST_DATA to another folder.`)
  }
  const { bavail, bsize } = statfsSync(dir)
  const freeMb = Math.floor((bavail * bsize) / 1e6)
  if (freeMb < neededMb)
    throw new Stop(`Only ${freeMb} MB are free on the disk of ${dir}, and Crest needs ${neededMb} MB. Make room and start again.`)
}

/** @throws Stop when somebody listens there already */
export function checkPort(host, port) {
  if (!Number.isInteger(port) || port < 1 || port > 65_535) throw new Stop('PORT must be a number from 1 to 65535.')
  return new Promise((resolve, reject) => {
    const probe = createServer()
    probe.on('error', (error) => {
      const why
        = error.code === 'EADDRINUSE'
          ? `Port ${port} is taken. End the program that uses it, or start with PORT=${port + 1} npm start.`
          : `Crest can't listen on ${host}:${port} (${error.code}). Choose another HOST or PORT.`
      reject(new Stop(why))
    })
    probe.listen(port, host, () => probe.close(resolve))
  })
}
