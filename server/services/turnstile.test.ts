import { describe, expect, it } from 'vitest'
import { turnstile } from './turnstile'

const wait = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))

describe('a turnstile', () => {
  it('lets so many through at once, keeps their order, and turns away who finds the queue full', async () => {
    const through = turnstile({ atOnce: 2, waiting: 3 })
    const order: number[] = []
    let [inside, most] = [0, 0]
    const came = Array.from({ length: 7 }, (_, i) =>
      through(
        async () => {
          most = Math.max(most, ++inside)
          await wait(3)
          inside--
          order.push(i)
        },
        () => new Error('full'),
      ),
    )
    const ends = await Promise.allSettled(came)
    expect(ends.map(e => e.status === 'rejected')).toEqual([false, false, false, false, false, true, true])
    expect(order).toEqual([0, 1, 2, 3, 4])
    expect(most).toBe(2)
  })
  it('goes on after work that failed', async () => {
    const through = turnstile({ atOnce: 1, waiting: 1 })
    await expect(
      through(
        () => Promise.reject(new Error('broke')),
        () => new Error('full'),
      ),
    ).rejects.toThrow('broke')
    expect(
      await through(
        async () => 5,
        () => new Error('full'),
      ),
    ).toBe(5)
  })
})
