import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import type { StoredEvent } from '#shared/runs'
import { RunNews, runMessage } from './run-news'

const event = (seq: number, text = '') => ({ id: `e${seq}`, seq, kind: 'note.written', text }) as StoredEvent

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

/** News whose messages come to `told`, late while it is slow, and not while the database is away. */
function news() {
  const told: string[][] = []
  let [away, slow] = [false, 0]
  const teller = new RunNews(async (messages) => {
    if (slow > 0) await new Promise(resolve => setTimeout(resolve, slow))
    if (away) throw new Error('The database is away.')
    told.push(messages)
  })
  return { teller, told, set: (what: { away?: boolean, slow?: number }) => ([away, slow] = [what.away ?? false, what.slow ?? 0]) }
}

it('what is stored within a moment is told together, each run with its events in order', async () => {
  const { teller, told } = news()
  teller.add('a', [event(1)])
  teller.add('b', [event(7)])
  teller.add('a', [event(2), event(3)])
  expect(told).toEqual([])
  await vi.advanceTimersByTimeAsync(20)
  expect(told).toEqual([[runMessage('a', [event(1), event(2), event(3)]), runMessage('b', [event(7)])]])
  await vi.advanceTimersByTimeAsync(1000)
  expect(told).toHaveLength(1)
})

it('events that are too long for a message ask for the run as a whole', async () => {
  expect(JSON.parse(runMessage('a', [event(1, 'ä'.repeat(3000))]))).toMatchObject({ events: [{ seq: 1 }] })
  expect(JSON.parse(runMessage('a', [event(1, 'ä'.repeat(4000))]))).toEqual({ topic: 'run', id: 'a' })
})

it('what comes while something is told is told after it', async () => {
  const { teller, told, set } = news()
  set({ slow: 100 })
  teller.add('a', [event(1)])
  await vi.advanceTimersByTimeAsync(50)
  teller.add('a', [event(2)])
  await vi.advanceTimersByTimeAsync(80)
  expect(told).toEqual([[runMessage('a', [event(1)])]])
  const flushed = teller.flush()
  await vi.advanceTimersByTimeAsync(100)
  await flushed
  expect(told).toEqual([[runMessage('a', [event(1)])], [runMessage('a', [event(2)])]])
})

it('while the database is away it is tried again, and then the run is read as a whole', async () => {
  const { teller, told, set } = news()
  set({ away: true })
  teller.add('a', [event(1)])
  await vi.advanceTimersByTimeAsync(30)
  teller.add('a', [event(2)])
  await vi.advanceTimersByTimeAsync(2000)
  expect(told).toEqual([])
  set({ away: false })
  await vi.advanceTimersByTimeAsync(500)
  expect(told).toEqual([[runMessage('a', null)]])
  teller.add('a', [event(3)])
  await vi.advanceTimersByTimeAsync(20)
  expect(told[1]).toEqual([runMessage('a', [event(3)])])
})
