import { describe, expect, it } from 'vitest'
import { diskFull, killed, redelivered } from '../faults/faults'

/** A short form of `npm run faults`, which kills fifty times. */
describe('made = stored + tray: no entry is lost, and none is stored twice', () => {
  it('app processes and database killed with -9 in the middle of writes, pages loaded again in between', async () => {
    const counts = await killed(6)
    expect(counts).toMatchObject({ kills: 6, lost: 0, doubled: 0, disordered: 0, acknowledged: counts.stored, tray: counts.made - counts.stored })
    // It was in the middle of writes: some deliveries had to be made again. And some entries could not be taken.
    expect(counts.again).toBeGreaterThan(0)
    expect(counts.tray).toBeGreaterThan(0)
  }, 120_000)
  it('entries delivered again, in any order, to two processes at once', async () => {
    expect(await redelivered(100)).toMatchObject({ made: 100, acknowledged: 100, stored: 100, lost: 0, doubled: 0 })
  }, 60_000)
  it('the database\'s disk is full: said in words, nothing acknowledged that was not stored, and all of it is stored once there is room', async (context) => {
    const counts = await diskFull()
    if (!counts) return context.skip('a small disk can be mounted by root only')
    expect(counts.again).toBeGreaterThan(0)
    expect(counts.words.every(w => w.startsWith('503 '))).toBe(true)
    expect(counts).toMatchObject({ lost: 0, doubled: 0, tray: 0, stored: counts.made, acknowledged: counts.made })
  }, 120_000)
})
