import { describe, expect, it } from 'vitest'
import { isRunRefusal, refusalWords } from './index'
import type { RunRefusal } from './index'
import { refuseEvent } from './guard'
import { bench, plan } from './testing.test-support'

const say = (refusal: RunRefusal) => refusalWords(plan, refusal)

describe('why an entry is not taken', () => {
  it('is a code with its piece and its step, and says nothing of how they are called', () => {
    const b = bench().atEtch()
    const refused = (part: object) => refuseEvent(b.plan, b.events, { id: 'x', at: b.now, by: 'me', ...part } as never)
    expect(refused({ kind: 'etchant.off', piece: 2 })).toEqual({ code: 'no-clock', piece: 2 })
    expect(refused({ kind: 'try.started' })).toEqual({ code: 'tried-at-its-step', step: 'etch' })
    expect(refused({ kind: 'piece.judged', piece: 1, result: 'good', faults: [], note: '' })).toEqual({
      code: 'no-judging-yet',
      piece: 1,
      step: 'etch',
    })
    expect(refused({ kind: 'event.undone', target: 'nothing' })).toEqual({ code: 'no-such-entry' })
  })

  it('is said with the names that the plan has for them', () => {
    expect(say({ code: 'no-clock', piece: 2 })).toBe('Tumbler 2 has no clock running.')
    expect(say({ code: 'finish-coating', piece: 1 })).toBe('Finish coating tumbler 1 first.')
    expect(say({ code: 'judge-first', pieces: [1, 3] })).toBe('Judge tumbler 1, tumbler 3 first.')
    const etch = plan.steps.find(s => s.id === 'etch')!.title
    expect(say({ code: 'amounts-later', step: 'etch' })).toBe(`Amounts are entered after the last rinse. First: ${etch}.`)
    expect(say({ code: 'no-judging-yet', piece: 1, step: 'etch' })).toContain(`Tumbler 1 can be judged once it is dry`)
    // Pieces of a later pass keep their own numbers.
    expect(refusalWords({ ...plan, numbers: [3, 7] }, { code: 'no-clock', piece: 2 })).toBe('Tumbler 7 has no clock running.')
    expect(say({ code: 'paused' })).toBe('The run is paused. Go on with it first.')
  })

  it('a code of another version is known as such, so that the words that came with it are shown', () => {
    for (const code of ['paused', 'judge-first', 'no-clock']) expect(isRunRefusal({ code })).toBe(true)
    for (const code of ['phase-of-the-moon', 'toString']) expect(isRunRefusal({ code })).toBe(false)
    expect(isRunRefusal(undefined)).toBe(false)
  })
})
