import { createReadStream } from 'node:fs'
import { createInterface } from 'node:readline'
import { createPool } from './db/pool'
import { bringIn, NotBroughtIn } from './services/studio-file'

/** Run by scripts/bring-in.mjs: FILE into the database at DATABASE_URL. */
const [, , file = '', url = process.env.DATABASE_URL ?? ''] = process.argv
/** Opened when the first line is asked for: lines that come before anybody listens are lost. */
async function* lines() {
  yield* createInterface({ input: createReadStream(file), crlfDelay: Infinity })
}
const pool = createPool(url)
try {
  const count = await bringIn(pool, lines)
  console.log(`Brought in ${count} rows. Start Crest and sign in as before.`)
}
catch (error) {
  const { message } = error as Error
  console.log(error instanceof NotBroughtIn ? message : `${file} could not be brought in: ${message} Nothing was changed.`)
  process.exitCode = 1
}
finally {
  await pool.end()
}
