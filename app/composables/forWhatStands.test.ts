import { describe, expect, it } from 'vitest'
import { forWhatStands } from './forWhatStands'

describe('work whose ground may change while it lasts', () => {
  it('is done once where nothing changes', async () => {
    let times = 0
    expect(await forWhatStands(() => 'a', async () => ++times)).toBe(1)
  })
  it('is done anew until its answer belongs to what stands, and is told when to stop', async () => {
    let written = 1
    const told: boolean[] = []
    const answer = await forWhatStands(() => String(written), async (stands) => {
      const begun = written
      if (begun < 3) written++
      await Promise.resolve()
      told.push(stands())
      return begun
    })
    expect(answer).toBe(3)
    expect(told).toEqual([false, false, true])
  })
  it('passes on what went wrong', async () => {
    await expect(forWhatStands(() => 'a', () => Promise.reject(new Error('broken')))).rejects.toThrow('broken')
  })
})
