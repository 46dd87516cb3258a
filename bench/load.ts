import { fork } from 'node:child_process'
import { once } from 'node:events'
import { request } from 'node:http'
import { fileURLToPath } from 'node:url'
import pg from 'pg'
import { v7 } from 'uuid'
import type { LiveMessage } from '../shared/runs'
import type { Client } from '../tests/support/client'
import { event, newRun, upToStep } from '../tests/support/client'
import { BARE_INSERT } from './bare-insert'
import { byTurns } from './table'
import type { Row } from './table'
import { wire } from './wire'

const TABLETS = 20
const BATCH = 100
const ROUNDS = 25
/** A server is up for days: its first entries are slower, until all that is on their way was compiled. */
const WARM_ENTRIES = 10_000

/** An entry that is refused is answered as well: only what was stored counts. */
async function mustStore(send: ReturnType<typeof wire>, runId: string, one: unknown): Promise<void> {
  const { status, text } = await send.post(`/api/runs/${runId}/events`, { events: [one] })
  if (status !== 200 || text.includes('"accepted":false')) throw new Error(`Not stored, ${status}: ${text}`)
}

/** A run whose first gate can be ticked. */
async function runAtGate(client: Client, lotId: string) {
  const run = await newRun(client, lotId)
  await upToStep(client, run.runId, 'safety')
  return run
}

/** A tick and its taking back, over and over: both are always allowed. */
const pairs = (count: number, by: string) =>
  Array.from({ length: count / 2 }).flatMap(() => {
    const tick = event({ kind: 'gate.ticked', step: 'safety', item: 'gloves', by })
    return [tick, event({ kind: 'event.undone', target: tick.id, by })]
  })

/** A server that only inserts, as a process of its own like the app. */
async function bareServer(databaseUrl: string, connections: number) {
  const child = fork(fileURLToPath(new URL('bare-server.ts', import.meta.url)), [databaseUrl, `${connections}`], {
    execArgv: ['--import', 'tsx'],
  })
  const [port] = (await once(child, 'message')) as [number]
  return { url: `http://127.0.0.1:${port}`, end: () => child.kill() }
}

/**
 * Run events accepted per second through the whole server, one a request, against bare inserts of the same rows at the same
 * concurrency; and against a server that does nothing else than such an insert, which says how much of the distance is HTTP itself.
 */
async function rateRows(senders: number, databaseUrl: string, client: Client, lotId: string, by: string): Promise<Row[]> {
  const pool = new pg.Pool({ connectionString: databaseUrl, options: '-c search_path=crest', max: senders })
  const [runs, bare] = [await Promise.all(Array.from({ length: senders }, () => runAtGate(client, lotId))), await newRun(client, lotId)]
  const server = await bareServer(databaseUrl, senders)
  const [app, plain] = [wire(client.url, client.cookie), wire(server.url, '')]
  let seq = 1_000_000
  const row = () => [v7(), bare.runId, seq++, 'gate.ticked', '{"step":"safety","item":"gloves"}', by]
  const each = (work: (i: number) => Promise<void>) => async () =>
    void (await Promise.all(Array.from({ length: senders }, (_, i) => work(i))))
  const ours = each(async (i) => {
    for (const one of pairs(BATCH, by)) await mustStore(app, runs[i]!.runId, one)
  })
  const theirs = each(async () => {
    for (let n = 0; n < BATCH; n++) await pool.query(BARE_INSERT, row())
  })
  const overHttp = each(async () => {
    for (let n = 0; n < BATCH; n++) {
      const { status, text } = await plain.post('/', { values: row() })
      if (status !== 200) throw new Error(text)
    }
  })
  await byTurns(Math.ceil(WARM_ENTRIES / (BATCH * senders)), ours, theirs, overHttp)
  const [a, b, c] = await byTurns(ROUNDS, ours, theirs, overHttp)
  app.close()
  plain.close()
  server.end()
  await pool.end()
  const rate = (ms: number) => (1000 * BATCH * senders) / ms
  const name = `run events accepted per second, one a request, ${senders === 1 ? 'one sender' : `${senders} at once`}`
  const figure = `${rate(a).toFixed(0)}/s`
  return [
    {
      name,
      figure,
      reference: `bare inserts, node-postgres, as many at once: ${rate(b).toFixed(0)}/s`,
      ratio: rate(a) / rate(b),
      aim: 'at least 0.15',
    },
    {
      name: 'the same against HTTP itself',
      figure,
      reference: `a node:http server that inserts and does nothing else: ${rate(c).toFixed(0)}/s`,
      ratio: rate(a) / rate(c),
    },
  ]
}

/** Reads a stream of server-sent events as a page does. */
function listen(client: Client, hear: (messages: LiveMessage[]) => void): () => void {
  const req = request(`${client.url}/api/live`, { headers: { cookie: client.cookie } }, (res) => {
    let text = ''
    res.setEncoding('utf8').on('data', (part: string) => {
      const parts = (text + part).split('\n\n')
      text = parts.pop()!
      for (const p of parts) if (p.startsWith('data: [')) hear(JSON.parse(p.slice(6)) as LiveMessage[])
    })
  })
  req.on('error', () => {})
  req.end()
  return () => req.destroy()
}

const quantile = (values: number[], q: number) =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * q))]!

/**
 * Twenty tablets with their live streams open that send fifty events a second together, each to its own run and all hearing of all.
 * @param seconds how long
 */
async function tabletsRow(databaseUrl: string, client: Client, lotId: string, by: string, seconds: number): Promise<Row> {
  const runs = await Promise.all(Array.from({ length: TABLETS }, () => runAtGate(client, lotId)))
  const sent = new Map<string, { at: number, heard: number }>()
  const known: number[] = []
  const stops = Array.from({ length: TABLETS }, () =>
    listen(client, messages =>
      messages.forEach((m) => {
        if (m.topic !== 'run') return
        for (const e of m.events ?? []) {
          const s = sent.get(e.id)
          if (s && ++s.heard === TABLETS) known.push(performance.now() - s.at)
        }
      }),
    ),
  )
  await new Promise(resolve => setTimeout(resolve, 500))
  const answers: number[] = []
  const send = wire(client.url, client.cookie)
  const began = performance.now()
  const last = runs.map(() => Promise.resolve())
  const queues = runs.map(() => pairs(Math.ceil((seconds * 50) / TABLETS) + 2, by))
  for (let n = 0; n < seconds * 50; n++) {
    const wait = began + n * 20 - performance.now()
    if (wait > 0) await new Promise(resolve => setTimeout(resolve, wait))
    const i = n % TABLETS
    const one = queues[i]!.shift()!
    const at = performance.now()
    sent.set(one.id, { at, heard: 0 })
    // A tablet sends in order: what comes while the one before is on its way waits for it, and that counts.
    last[i] = last[i]!.then(() => mustStore(send, runs[i]!.runId, one)).then(() => void answers.push(performance.now() - at))
  }
  await Promise.all(last)
  const held = (1000 * answers.length) / (performance.now() - began)
  await new Promise(resolve => setTimeout(resolve, 500))
  stops.forEach(stop => stop())
  send.close()
  const pool = new pg.Client({ connectionString: databaseUrl, options: '-c search_path=crest' })
  await pool.connect()
  const bare: number[] = []
  for (let n = 0; n < 300; n++) {
    const at = performance.now()
    await pool.query(BARE_INSERT, [v7(), runs[0]!.runId, 2_000_000 + n, 'gate.ticked', '{}', by])
    bare.push(performance.now() - at)
  }
  await pool.end()
  const [p50, p99] = [quantile(answers, 0.5), quantile(answers, 0.99)]
  return {
    name: `${TABLETS} tablets with live streams, ${held.toFixed(0)} events a second for ${seconds} s: p99`,
    figure: `${p99.toFixed(0)} ms (p50 ${p50.toFixed(1)} ms; known to all ${TABLETS}: p99 ${quantile(known, 0.99).toFixed(0)} ms, `
      + `${known.length} of ${sent.size})`,
    reference: `one bare insert, p99: ${quantile(bare, 0.99).toFixed(1)} ms`,
    ratio: p99 / quantile(bare, 0.99),
    aim: 'under 50 ms',
  }
}

export async function loadRows(databaseUrl: string, client: Client, lotId: string, seconds = 120): Promise<Row[]> {
  const by = (await client.get<{ signedIn: { person: { id: string } } }>('session')).body.signedIn.person.id
  return [
    ...(await rateRows(1, databaseUrl, client, lotId, by)),
    ...(await rateRows(20, databaseUrl, client, lotId, by)),
    await tabletsRow(databaseUrl, client, lotId, by, seconds),
  ]
}
