import { closeDatabase } from '../http/database'
import { closeLiveFeed, liveFeed } from '../http/live'

export default defineNitroPlugin((nitro) => {
  // From the start, so that a process that comes back says so to the others.
  if (process.env.DATABASE_URL) liveFeed()
  nitro.hooks.hook('close', async () => {
    await closeLiveFeed()
    await closeDatabase()
  })
})
