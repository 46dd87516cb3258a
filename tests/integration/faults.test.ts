import { connect } from 'node:net'
import { describe, expect, it } from 'vitest'
import { diskFull, killed, redelivered } from '../faults/faults'
import { startApp } from '../support/app'
import { event, newLot, newRun, newStudio, OLD } from '../support/client'
import { testCluster } from '../support/cluster'
import type { StoredEvent } from '../../shared/runs'

/** A short form of `npm run faults`, which kills fifty times. */
describe('made = stored + tray: no entry is lost, and none is stored twice', () => {
  it('app processes and database killed with -9 in the middle of writes, pages loaded again in between', async () => {
    const counts = await killed(6)
    expect(counts).toMatchObject({
      kills: 6,
      lost: 0,
      doubled: 0,
      disordered: 0,
      acknowledged: counts.stored,
      tray: counts.made - counts.stored,
    })
    // It was in the middle of writes: some deliveries had to be made again. And some entries could not be taken.
    expect(counts.again).toBeGreaterThan(0)
    expect(counts.tray).toBeGreaterThan(0)
  }, 300_000)
  it('entries delivered again, in any order, to two processes at once', async () => {
    expect(await redelivered(100)).toMatchObject({ made: 100, acknowledged: 100, stored: 100, lost: 0, doubled: 0 })
  }, 180_000)
  it('the database\'s disk is full: it says so, acknowledges only what is stored, and stores the rest later', async (context) => {
    const counts = await diskFull()
    if (!counts) return context.skip('a small disk can be mounted by root only')
    expect(counts.again).toBeGreaterThan(0)
    expect(counts.words.every(w => w.startsWith('503 '))).toBe(true)
    expect(counts).toMatchObject({ lost: 0, doubled: 0, tray: 0, stored: counts.made, acknowledged: counts.made })
  }, 180_000)
})

/** A request that never ends: a letter a second of a body that was said to be long. @returns what the server said last */
function trickle(port: number): Promise<string> {
  return new Promise((resolve) => {
    let said = ''
    const socket = connect(port, '127.0.0.1', () =>
      socket.write('POST /api/session HTTP/1.1\r\nhost: localhost\r\ncontent-type: application/json\r\ncontent-length: 5000\r\n\r\n{'),
    )
    const letters = setInterval(() => socket.write(' '), 1000)
    socket
      .on('data', part => (said += String(part)))
      .on('error', () => {})
      .on('close', () => {
        clearInterval(letters)
        resolve(said)
      })
  })
}

describe('whatever hangs', () => {
  it('a frozen database is known to health within a second, what was sent is stored once; a body that never ends is given up', async () => {
    const cluster = await testCluster()
    try {
      const app = await startApp(await cluster.database('frozen'))
      const slow = trickle(app.port)
      const { lead, mate, mateId } = await newStudio(app.url)
      const { runId } = await newRun(mate, await newLot(lead, OLD))
      const tick = event({ kind: 'gate.ticked', step: 'try-safety', item: 'gloves', by: mateId })
      cluster.freeze()
      const sent = mate.post(`runs/${runId}/events`, { events: [tick] })
      const times: number[] = []
      for (let i = 0; i < 3; i++) {
        const began = performance.now()
        const health = await fetch(`${app.url}/api/health`)
        times.push(performance.now() - began)
        expect([health.status, await health.json()]).toEqual([503, expect.objectContaining({ ok: false, database: false })])
      }
      expect(Math.max(...times)).toBeLessThan(1000)
      cluster.thaw()
      expect((await sent).status).toBe(200)
      expect((await mate.post(`runs/${runId}/events`, { events: [tick] })).status).toBe(200)
      const stored = (await mate.get<{ events: StoredEvent[] }>(`runs/${runId}`)).body.events
      expect(stored.filter(e => e.id === tick.id)).toHaveLength(1)
      expect((await fetch(`${app.url}/api/health`)).status).toBe(200)
      expect(await slow).toMatch(/^HTTP\/1\.1 408[^]*took too long to arrive/)
      await app.kill()
    }
    finally {
      cluster.thaw()
      await cluster.destroy()
    }
  }, 180_000)
})
