import { beforeEach, describe, expect, it } from 'vitest'
import { serverClock } from './server-clock'
import type { ServerClock } from './server-clock'

/** A device and a server: both of the device's clocks go with `passes`; the wall clock can be set, the monotonic one can stand still. */
const device = { wall: 0, steady: 0, real: 0, kept: 0, changes: 0 }
const T0 = Date.UTC(2031, 5, 1, 12)
function passes(ms: number) {
  device.wall += ms
  device.steady += ms
  device.real += ms
}
/** How long each of the next questions is on its way, there and back; null: nobody answers. */
let ways: ([number, number] | null)[]
async function ask() {
  const way = ways.length > 1 ? ways.shift()! : ways[0]!
  if (way === null) return null
  passes(way[0])
  const stamp = device.real
  passes(way[1])
  return stamp
}
const parts = () => ({
  read: () => ({ wall: device.wall, steady: device.steady }),
  ask,
  kept: { read: () => device.kept, write: (skew: number) => (device.kept = skew) },
  changed: () => void device.changes++,
})
/** Asked, and nothing happened since that could have moved it. */
const known = (clock: ServerClock) => Number.isFinite(clock.state().best.bound) && !clock.state().unsure
beforeEach(() => {
  Object.assign(device, { wall: T0, steady: 5000, real: T0, kept: 0, changes: 0 })
  ways = [[10, 10]]
})

describe('a clock of the server\'s time', () => {
  it('shows the server\'s time on a device whose own clock is three hours fast', async () => {
    device.wall += 3 * 3_600_000
    const clock = serverClock(parts())
    expect(known(clock)).toBe(false)
    await clock.sync()
    expect([clock.now() - device.real, clock.state().best.bound, known(clock)]).toEqual([0, 10, true])
    passes(3_600_000)
    expect(clock.now()).toBe(device.real)
    // A start without network goes by what was learnt then.
    ways = [null]
    const later = serverClock(parts())
    await later.sync()
    expect([later.now() - device.real, known(later), later.state().checkedAt]).toEqual([0, false, null])
  })
  it('goes by the shortest of five round trips, and by no more than its half it is wrong', async () => {
    ways = [[400, 20], [30, 300], [8, 2], [200, 200], [500, 90]]
    const clock = serverClock(parts())
    await clock.sync()
    expect(clock.state().best.bound).toBe(5)
    expect(Math.abs(clock.now() - device.real)).toBe(3)
    // Measured afresh it forgets the old one, be it as good as it was.
    ways = [[40, 40]]
    await clock.sync()
    expect(clock.state().best.bound).toBe(40)
  })
  it('keeps what it has while nobody answers', async () => {
    const clock = serverClock(parts())
    await clock.sync()
    const best = clock.state().best
    ways = [null]
    await clock.sync()
    expect([clock.state().best, known(clock)]).toEqual([best, true])
  })
  it('a clock that is set by hand changes nothing but that the server is asked, and is not trusted until it answers', async () => {
    const clock = serverClock(parts())
    await clock.sync()
    passes(200)
    clock.look()
    expect(clock.state().unsure).toBe(false)
    device.wall -= 2 * 3_600_000
    ways = [null]
    clock.look()
    expect([clock.state().unsure, known(clock), clock.now() - device.real]).toEqual([true, false, 0])
    ways = [[10, 10]]
    await clock.sync()
    expect([clock.state().unsure, known(clock), clock.now() - device.real]).toEqual([false, true, 0])
  })
  it('after sleep, in which the monotonic clock stood still, it is right as soon as the server answers', async () => {
    const clock = serverClock(parts())
    await clock.sync()
    device.real += 600_000
    device.wall += 600_000
    expect(clock.now() - device.real).toBe(-600_000)
    clock.look()
    await new Promise(resolve => setTimeout(resolve, 0))
    expect([clock.now() - device.real, known(clock)]).toEqual([0, true])
  })
  it('is never behind what the server has stamped', async () => {
    device.wall -= 7_200_000
    const clock = serverClock(parts())
    const told = device.changes
    clock.learnAtLeast(clock.now() + 900)
    expect([clock.state().unsure, device.changes - told]).toEqual([false, 0])
    clock.learnAtLeast(device.real)
    expect([clock.now(), clock.state().unsure, device.changes - told]).toEqual([device.real, true, 1])
  })
})
