import { describe, expect, it } from 'vitest'
import type { LiveMessage, StoredEvent } from '#shared/runs'
import { gathered } from './live'

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
