import { describe, expect, it } from 'vitest'
import type { LiveMessage, StoredEvent } from '#shared/runs'
import { gathered, recentNews } from './live'

const event = (seq: number) => ({ id: `e${seq}`, seq }) as StoredEvent
const run = (id: string, ...seqs: number[]): LiveMessage => ({ topic: 'run', id, events: seqs.map(event) })

describe('live news of one moment', () => {
  it('goes out once for each subject, a run with all its events in order', () => {
    expect(
      gathered([
        run('a', 1),
        { topic: 'today' },
        run('b', 7),
        run('a', 2, 3),
        { topic: 'today' },
        { topic: 'day', day: '2026-06-01' },
        { topic: 'day', day: '2026-06-02' },
      ]),
    ).toEqual([
      run('a', 1, 2, 3),
      { topic: 'today' },
      run('b', 7),
      { topic: 'day', day: '2026-06-01' },
      { topic: 'day', day: '2026-06-02' },
    ])
  })
  it('asks for the whole run where one of its messages does', () => {
    expect(gathered([run('a', 1), { topic: 'run', id: 'a' }, run('a', 2)])).toEqual([{ topic: 'run', id: 'a' }])
  })
})

describe('what was told while a page was opened', () => {
  const today: LiveMessage = { topic: 'today' }
  const told = (message: LiveMessage) => JSON.stringify(message)
  it('is told once more, from the time the page names', () => {
    const news = recentNews(1000)
    news.keep(told(run('a', 1)), 2000)
    news.keep(told(today), 3000)
    news.keep(told(run('a', 2)), 3000)
    expect(news.since(1000)).toEqual([run('a', 1, 2), today])
    expect(news.since(2001)).toEqual([today, run('a', 2)])
    expect(news.since(3001)).toEqual([])
  })
  it('may be anything for a time that was not heard or is past half a minute', () => {
    const news = recentNews(1000)
    expect(news.since(999)).toEqual([{ topic: 'all' }])
    expect(recentNews(Infinity).since(1e15)).toEqual([{ topic: 'all' }])
    news.keep(told(today), 2000)
    news.keep(told(run('a', 1)), 40_000)
    expect(news.since(2000)).toEqual([{ topic: 'all' }])
    expect(news.since(2001)).toEqual([run('a', 1)])
  })
  it('is the same however much of it is past', () => {
    const news = recentNews(0)
    for (let at = 0; at < 100_000; at += 10) news.keep(told(run('a', at)), at)
    expect(news.since(69_980)).toEqual([{ topic: 'all' }])
    expect(news.since(69_990)).toEqual([run('a', ...Array.from({ length: 3001 }, (_, i) => 69_990 + 10 * i))])
    expect(news.since(99_990)).toEqual([run('a', 99_990)])
  })
})
