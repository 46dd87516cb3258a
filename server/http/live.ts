import { openLiveFeed } from '../services/live'
import type { LiveFeed } from '../services/live'

let feed: LiveFeed | undefined

/** The feed of this process, opened when the first page asks. */
export function liveFeed(): LiveFeed {
  feed ??= openLiveFeed(process.env.DATABASE_URL!)
  return feed
}

export async function closeLiveFeed(): Promise<void> {
  await feed?.close()
  feed = undefined
}
