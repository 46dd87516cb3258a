import { closeDatabase } from '../http/database'
import { closeLiveFeed } from '../http/live'

export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('close', async () => {
    await closeLiveFeed()
    await closeDatabase()
  })
})
