import { describe, expect, it } from 'vitest'
import { needRunRules, runRules } from './useRunRules'

describe('what a run is followed with', () => {
  it('is not taken for there before it came, and then is there for all', async () => {
    expect(runRules).toThrow('before needRunRules')
    const first = needRunRules()
    expect(needRunRules()).toBe(first)
    await first
    expect(runRules().runEventSchema.safeParse({ kind: 'run.finished' }).success).toBe(false)
    expect(runRules().NO_TURNS.pieces.size).toBe(0)
  })
})
