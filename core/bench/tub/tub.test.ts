import { describe, expect, it } from 'vitest'
import { settleTub, stillNeeded } from '../../plan/tub'
import { foldTub, notNeutral, refuseTub } from './index'
import type { TubEntry } from './index'

let n = 0
type Part<E> = E extends TubEntry ? Omit<E, 'id' | 'at' | 'by'> : never
const entry = (part: Part<TubEntry>): TubEntry => ({ ...part, id: `e${++n}`, at: n, by: 'osk' })
const cream = (bifluoride: number) =>
  entry({ kind: 'went-in', runId: null, lotId: 'l', amount: bifluoride * 5, bifluoride, ferricChloride: 0 })
const LITRES = 8
const fold = (...entries: TubEntry[]) => foldTub(LITRES * 1000, entries)

describe('a tub that serves several passes', () => {
  it('holds the sum of what went in, whatever the order the entries arrive in', () => {
    const entries = [
      cream(2),
      entry({ kind: 'added', what: 'bicarbonate', grams: 10 }),
      cream(3),
      entry({ kind: 'added', what: 'bicarbonate', grams: 5 }),
    ]
    const state = fold(...entries)
    expect(state.content).toMatchObject({ bifluoride: 5, added: { bicarbonate: 15 } })
    expect(fold(...entries.toReversed())).toEqual(state)
  })
  it('what was taken back does not count', () => {
    const wrong = entry({ kind: 'added', what: 'soda-ash', grams: 500 })
    expect(fold(cream(2), wrong, entry({ kind: 'undone', target: wrong.id })).content.added['soda-ash']).toBe(0)
  })
  it('is not emptied while it is acid, nor on the word of a fizz that would not have shown', () => {
    const empty = entry({ kind: 'emptied', way: 'container', containerId: null })
    const acid = fold(cream(4))
    expect(refuseTub(acid, empty)).toMatch(/strip first/)
    const read = fold(cream(4), entry({ kind: 'read', pH: 4, how: 'strip' }))
    expect(refuseTub(read, empty)).toMatch(/still acid. About [\d.]+\sg of bicarbonate more/)
    const neutral = fold(cream(4), entry({ kind: 'added', what: 'bicarbonate', grams: 40 }), entry({ kind: 'read', pH: 7, how: 'strip' }))
    expect(refuseTub(neutral, empty)).toBeNull()
    const caustic = fold(cream(4), entry({ kind: 'added', what: 'soda-ash', grams: 90 }), entry({ kind: 'read', pH: 11, how: 'strip' }))
    expect(refuseTub(caustic, empty)).toMatch(/caustic/)
    // More acid after the reading: it has to be read again.
    expect(
      notNeutral(
        fold(cream(4), entry({ kind: 'added', what: 'bicarbonate', grams: 40 }), entry({ kind: 'read', pH: 7, how: 'strip' }), cream(9)),
      ),
    ).toMatch(/strip/)
  })
  it('a strip that shows more acid than was reckoned with raises what is needed', () => {
    const added = entry({ kind: 'added', what: 'bicarbonate', grams: 3 })
    const reckoned = fold(cream(4), added)
    const real = { ...reckoned.content, bifluoride: 8 }
    const seen = fold(cream(4), added, entry({ kind: 'read', pH: settleTub(real).pH, how: 'strip' }))
    expect(seen.factor).toBeCloseTo(2, 1)
    expect(stillNeeded(seen.content, 'bicarbonate')!).toBeGreaterThan(stillNeeded(reckoned.content, 'bicarbonate')!)
  })
  it('cream and ferric chloride never share one; an emptied one takes nothing; a pH of 15 is none', () => {
    const metal = entry({ kind: 'went-in', runId: null, lotId: 'f', amount: 20, bifluoride: 0, ferricChloride: 11 })
    expect(refuseTub(fold(cream(1)), metal)).toMatch(/never share a tub/)
    expect(refuseTub(fold(metal), cream(1))).toMatch(/never share a tub/)
    expect(refuseTub(fold(), entry({ kind: 'read', pH: 15, how: 'strip' }))).toMatch(/between 0 and 14/)
    expect(refuseTub(fold(entry({ kind: 'emptied', way: 'drain', containerId: null })), cream(1))).toMatch(/fresh one/)
  })
  it('a practice strip proves nothing; nor does silence in much water, but in a strong tub that has fizzed it does', () => {
    const powder = (grams: number) => entry({ kind: 'added', what: 'bicarbonate', grams })
    const practised = fold(cream(4), powder(40), entry({ kind: 'read', pH: 7, how: 'practice' }))
    expect(notNeutral(practised)).toMatch(/practice strip proves nothing/)
    const still = () => entry({ kind: 'still' })
    expect(notNeutral(fold(cream(4), powder(40), still()))).toMatch(/no fizz proves nothing/)
    const strong = fold(cream(80), powder(400), still())
    expect([strong.verdict, notNeutral(strong)]).toEqual(['neutral', null])
    // More acid after it went quiet: it has to go quiet again.
    expect(notNeutral(fold(cream(80), powder(400), still(), cream(1)))).toMatch(/strip first/)
  })
  it('water that nothing went into is clean and may be emptied', () => {
    expect([fold().verdict, notNeutral(fold())]).toEqual(['clean', null])
  })
})
