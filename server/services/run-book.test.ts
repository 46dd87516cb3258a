import { expect, it } from 'vitest'
import type { StoredEvent } from '#shared/runs'
import type { Pool, Writes } from '../db/pool'
import { RunBook } from './run-book'
import type { Page } from './run-book'
import { RunNews } from './run-news'

const SESSION = '01900000-0000-7000-8000-000000000001'
const page = { head: { id: '01900000-0000-7000-8000-000000000002' }, seq: 0, dead: false } as Page
const TIMES = { at: 0, deviceTime: 0, serverTime: 0 }
const entry = (seq: number): StoredEvent => ({ id: `e${seq}`, kind: 'step.done', step: 'x', seq, ...TIMES, by: 'x' })

it('an entry that comes in the very moment in which the one before is stored does not wait for a third', async () => {
  const writer: Writes = { rows: async () => 1 }
  for (let ticks = 0; ticks < 30; ticks++) {
    const book = new RunBook({} as Pool, writer, new RunNews(async () => {}))
    const first = book.append(page, SESSION, [entry(1)])
    await first
    for (let n = 0; n < ticks; n++) await null
    let settled = false
    void book.append(page, SESSION, [entry(2)]).then(() => (settled = true))
    // Long after all that is on its way has been done.
    await new Promise(resolve => setTimeout(resolve))
    expect({ ticks, settled }).toEqual({ ticks, settled: true })
  }
})
