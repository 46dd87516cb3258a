import { createEventStream } from 'h3'
import { route } from '../http/handler'
import { liveFeed } from '../http/live'

const HEARTBEAT_MS = 15_000

/** Server-sent events: what changed, by topic. Pages fetch the facts themselves. */
export default route((event) => {
  const stream = createEventStream(event)
  const stop = liveFeed().listen(message => void stream.push(JSON.stringify(message)))
  const heartbeat = setInterval(() => void stream.push({ event: 'beat', data: String(Date.now()) }), HEARTBEAT_MS)
  stream.onClosed(async () => {
    clearInterval(heartbeat)
    stop()
    await stream.close()
  })
  void stream.push({ event: 'beat', data: String(Date.now()) })
  return stream.send()
})
