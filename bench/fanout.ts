import pg from 'pg'
import type { Client } from '../tests/support/client'
import { event, newRun, upToStep } from '../tests/support/client'
import type { Row } from './table'
import { median } from './table'

const PAGES = 20
const ROUNDS = 30

/** Reads a stream of server-sent events. @returns the next message that names this run */
async function* messages(url: string, cookie: string, signal: AbortSignal): AsyncGenerator<string> {
  const response = await fetch(`${url}/api/live`, { headers: { cookie }, signal })
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader()
  for (let text = ''; ;) {
    const { value, done } = await reader.read()
    if (done) return
    text += value
    const parts = text.split('\n\n')
    text = parts.pop()!
    for (const part of parts) yield part
  }
}

/** From a press to the last of twenty open pages knowing, against bare NOTIFY through one connection for each page. */
export async function fanoutRow(url: string, databaseUrl: string, client: Client, lotId: string): Promise<Row> {
  const { runId } = await newRun(client, lotId)
  await upToStep(client, runId, 'safety')
  const over = new AbortController()
  let heard: (() => void)[] = []
  const pages = Array.from({ length: PAGES }, async () => {
    for await (const text of messages(url, client.cookie, over.signal)) if (text.includes(runId)) heard.shift()?.()
  })
  await new Promise(resolve => setTimeout(resolve, 500))
  const ours: number[] = []
  for (let i = 0; i < ROUNDS; i++) {
    const all = Promise.all(Array.from({ length: PAGES }, () => new Promise<void>(resolve => heard.push(resolve))))
    const start = performance.now()
    const tick = event({ kind: 'gate.ticked', step: 'safety', item: 'gloves' })
    await client.post(`runs/${runId}/events`, { events: [tick, event({ kind: 'event.undone', target: tick.id })] })
    await all
    ours.push(performance.now() - start)
    heard = []
  }
  over.abort()
  await Promise.allSettled(pages)

  const listeners = await Promise.all(
    Array.from({ length: PAGES }, async () => {
      const one = new pg.Client({ connectionString: databaseUrl })
      await one.connect()
      await one.query('listen bench')
      return one
    }),
  )
  const speaker = new pg.Client({ connectionString: databaseUrl })
  await speaker.connect()
  const theirs: number[] = []
  for (let i = 0; i < ROUNDS; i++) {
    const all = Promise.all(listeners.map(l => new Promise<void>(resolve => l.once('notification', () => resolve()))))
    const start = performance.now()
    await speaker.query('notify bench')
    await all
    theirs.push(performance.now() - start)
  }
  await Promise.all([...listeners, speaker].map(c => c.end()))
  return {
    name: `an entry known to ${PAGES} open pages`,
    figure: `${median(ours).toFixed(1)} ms`,
    reference: `bare NOTIFY to ${PAGES} connections: ${median(theirs).toFixed(1)} ms`,
    ratio: median(ours) / median(theirs),
  }
}
