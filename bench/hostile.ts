import { request } from 'node:http'
import { v7 } from 'uuid'
import { ARTWORK_FORM } from '../shared/artworks'
import type { Client } from '../tests/support/client'
import { HOSTILE_ART } from '../tests/support/hostile-art'
import type { Row } from './table'
import { median } from './table'

const FIGURES = {
  width: 60,
  height: 20,
  openArea: 600,
  cutLength: 300,
  pieces: 3,
  islands: 1,
  narrowestBridge: 0.9,
  narrowestOpening: null,
  outline: 'M0 0L60 0L60 20Z',
}
const POURED_MB = 60

/** Times of health while something else goes on, ms. */
async function healthWhile(client: Client, work: () => Promise<unknown>): Promise<number[]> {
  const times: number[] = []
  let over = false
  const watching = (async () => {
    while (!over) {
      const began = performance.now()
      await fetch(`${client.url}/api/health`).then(r => r.text())
      times.push(performance.now() - began)
    }
  })()
  await work()
  over = true
  await watching
  return times
}

/** A body without a length that never ends, by nobody in particular. */
const pour = (url: string) =>
  new Promise<void>((resolve) => {
    const req = request(
      `${url}/api/session`,
      { method: 'POST', headers: { 'content-type': 'application/json', 'transfer-encoding': 'chunked', 'origin': url } },
      res => void res.resume().on('end', resolve),
    )
    req.on('error', () => resolve())
    const part = Buffer.from('[1],'.repeat(16_000))
    let sent = 0
    const go = () => {
      while (sent < POURED_MB * 1e6) {
        sent += part.length
        if (!req.write(part)) return void req.once('drain', go)
      }
      req.end()
    }
    req.write('{"name":[')
    go()
  })

/** Health while hostile drawings and bodies come in, against health with nothing else to do. */
export async function hostileRows(client: Client): Promise<Row[]> {
  const calm = median(await healthWhile(client, () => new Promise(resolve => setTimeout(resolve, 1500))))
  const answers: { name: string, ms: number }[] = []
  const save = (text: string) =>
    client.post('artworks', {
      id: v7(),
      artwork: { ...ARTWORK_FORM, name: 'Hostile', source: { kind: 'svg', file: 'x.svg', traced: false, text } },
      figures: FIGURES,
    })
  // The first drawing of all has the server fetch the code for it.
  await save('<svg/>')
  const art = await healthWhile(client, async () => {
    for (const [name, text] of Object.entries(HOSTILE_ART)) {
      const began = performance.now()
      await save(text)
      answers.push({ name, ms: performance.now() - began })
    }
  })
  const bodies = await healthWhile(client, () => Promise.all([1, 2, 3].map(() => pour(client.url))))
  const slowest = answers.reduce((a, b) => (b.ms > a.ms ? b : a))
  const row = (name: string, times: number[], aim: string): Row => ({
    name,
    figure: `${Math.max(...times).toFixed(0)} ms at most, ${median(times).toFixed(1)} ms in the middle`,
    reference: `health with nothing else to do: ${calm.toFixed(1)} ms`,
    ratio: median(times) / calm,
    aim,
  })
  return [
    {
      name: `the slowest answer to one of ${answers.length} hostile drawings`,
      figure: `${(slowest.ms / 1000).toFixed(2)} s (${slowest.name})`,
      reference: `the middle one: ${median(answers.map(a => a.ms)).toFixed(0)} ms`,
      ratio: slowest.ms / median(answers.map(a => a.ms)),
      aim: 'within 2 s',
    },
    row(`health while ${answers.length} hostile drawings are saved`, art, 'under 50 ms'),
    row('health while three endless bodies come in', bodies, 'under 50 ms'),
  ]
}
