import { describe, expect, it } from 'vitest'
import { formatClock } from '../../basics/units'
import type { RunPlan } from '../../plan/run-plan'
import { SKILLS } from '../../trade/skills'
import { aware, goesTogether, jointAction, nextAction, NO_TURNS, pieceInFocus, pressEntries, summarise } from './index'
import type { OpenBench, Turns } from './index'
import { Bench, changed, FOUR_TUMBLERS, ONE_MIRROR, planOf, TWO_TAGS } from './testing.test-support'

const tumblers = planOf(FOUR_TUMBLERS)
/** Two pints of another job: a little more to coat, and a longer dwell. */
const pints = planOf(changed(FOUR_TUMBLERS, { noun: 'pint', pieces: 2, ownBest: 420 }))

/** Nothing is to be looked after while it dwells. */
const calm = (plan: RunPlan): RunPlan => ({ ...plan, care: [] })

/** Benches with one clock, gone through by whoever is asked at all of them together. */
function together(...plans: RunPlan[]) {
  const benches = plans.map(plan => new Bench(plan).atEtch())
  const began = benches[0]!.now
  const at = (): OpenBench[] => aware(benches.map(b => ({ plan: b.plan, state: b.state(), turns: NO_TURNS })), benches[0]!.now)
  const wait = (seconds: number) => benches.forEach(b => b.wait(seconds))
  const asked = () => jointAction(at(), benches[0]!.now, 'me')
  return { benches, at, wait, asked, took: () => (benches[0]!.now - began) / 1000 }
}

/** Presses what is asked until all is rinsed, each move as long as planned. @returns pieces in the order they were coated */
function walk({ benches, wait, asked }: ReturnType<typeof together>): string[] {
  const order: string[] = []
  for (let presses = 0; presses < 4000; presses++) {
    const { at, action } = asked()
    const bench = benches[at]!
    switch (action.kind) {
      case 'wait':
      case 'idle':
        wait(1)
        continue
      case 'coat':
        order.push(`${bench.plan.noun} ${action.piece}`)
        break
      case 'covered':
        wait(bench.plan.hands.coat)
        break
      case 'rinse':
        wait(bench.plan.hands.off)
        break
      case 'off':
      case 'care':
        break
      default:
        return order
    }
    for (const entry of pressEntries(bench.plan, bench.state(), action)) bench.send(entry)
  }
  throw new Error('It never came to an end.')
}

describe('two runs coated in one go', () => {
  it('cream goes with cream; a gun, a tray of metal and the strips of a coupon go by themselves', () => {
    expect(goesTogether(tumblers, pints)).toBe(true)
    expect(goesTogether(tumblers, planOf(ONE_MIRROR))).toBe(false)
    expect(goesTogether(planOf(TWO_TAGS), tumblers)).toBe(false)
    expect(goesTogether(tumblers, { ...pints, together: 'rinsed in turn' })).toBe(false)
  })
  it('by pressing what is asked every piece is etched inside its own window, in less time than one job after the other', () => {
    const both = together(tumblers, pints)
    expect(walk(both)).toHaveLength(6)
    const verdicts = both.benches.flatMap(b => summarise(b.plan, b.state()).pieces.map(p => p.verdict))
    expect(verdicts).toEqual(Array(6).fill('in window'))
    const [first, second] = [together(tumblers), together(pints)]
    walk(first)
    walk(second)
    expect(both.took()).toBeLessThan(first.took() + second.took())
  })
  it('what is at the sink comes first, then what is due, at whichever bench; coating waits for both', () => {
    const { benches, wait, asked } = together(calm(tumblers), calm(pints))
    const [a, b] = benches as [Bench, Bench]
    a.coat(1)
    b.now = a.now
    const said = () => {
      const { at, action } = asked()
      return [at, action.kind, 'piece' in action ? action.piece : null]
    }
    expect(said()[1]).toBe('coat')
    wait(tumblers.dwell.best - tumblers.hands.coat + 1)
    expect(said()).toEqual([0, 'wait', 1])
    wait(tumblers.hands.coat)
    expect(said()).toEqual([0, 'off', 1])
    a.send({ kind: 'etchant.off', piece: 1 })
    expect(said()).toEqual([0, 'rinse', 1])
    a.send({ kind: 'piece.rinsed', piece: 1 })
    expect(said()[1]).toBe('coat')
  })
  it('a bench by itself knows what is due at another: it asks for no coat that ends too late', () => {
    const { benches, at, wait } = together(calm(tumblers), calm(pints))
    const [a, b] = benches as [Bench, Bench]
    a.coat(1)
    b.now = a.now
    wait(tumblers.dwell.best - tumblers.hands.coat + 1)
    const [here, there] = at() as [OpenBench, OpenBench]
    const { elsewhere } = there.turns
    expect(elsewhere).toMatchObject([{ by: 'me', best: a.state().pieces[0]!.covered!.at + tumblers.dwell.best * 1000 }])
    expect(here.turns.elsewhere).toEqual([])
    expect(pieceInFocus(here.plan, here.state.pieces, 3)!.n).toBe(1)
    expect(pieceInFocus(there.plan, there.state.pieces, 1)).toBeUndefined()
    const asked = (turns: Turns, me = 'me') => nextAction(there.plan, there.state, b.now, me, SKILLS, turns)
    expect(asked(NO_TURNS).kind).toBe('coat')
    const left = Math.ceil(tumblers.hands.coat - 1)
    expect(asked({ ...NO_TURNS, elsewhere })).toMatchObject({
      kind: 'idle', sentence: 'Your other bench comes first', control: `Due there in ${formatClock(left)}`,
    })
    // Whoever has nothing there goes on.
    expect(asked({ ...NO_TURNS, elsewhere }, 'juno').kind).toBe('coat')
    // A sink that is taken at the other bench is no sink for this one.
    const atSink = { by: 'osk', atSink: true, best: b.now, last: b.now, takes: 3_600_000 }
    expect(asked({ ...NO_TURNS, rinsingAt: 1, elsewhere: [atSink] }).kind).not.toBe('coat')
  })
})
