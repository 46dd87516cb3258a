import { describe, expect, it } from 'vitest'
import {
  announcements,
  answersFor,
  calls,
  caresFor,
  COAT_IS_ANYBODYS_MS,
  NO_TURNS,
  nextAction,
} from './index'
import type { Turns } from './index'
import { bench, plan } from './testing.test-support'

type B = ReturnType<typeof bench>
/** Osk coats a piece from first touch to last part. */
function coat(b: B, piece: number, by = 'osk') {
  b.send({ kind: 'coat.started', piece }, by)
  b.wait(plan.hands.coat)
  b.send({ kind: 'coat.covered', piece }, by)
}

describe('a day\'s plan at the bench', () => {
  /** Osk coats, Juno rinses, Bram looks for drips the second time. */
  const planned = (b: B): Turns => ({
    ...NO_TURNS,
    pieces: new Map(
      [1, 2, 3, 4].map(n => [
        n,
        {
          coat: { by: 'osk', at: b.now + n * 600_000 },
          care: [
            { by: 'juno', at: b.now + n * 600_000 + 240_000 },
            { by: 'bram', at: b.now + n * 600_000 + 420_000 },
          ],
          rinse: { by: 'juno', at: b.now + n * 600_000 + 400_000 },
        },
      ]),
    ),
  })
  const asks = (b: B, me: string, turns: Turns) => {
    const a = nextAction(plan, b.state(), b.now, me, undefined, turns)
    return 'piece' in a ? `${a.kind} ${a.piece}` : a.kind
  }
  it('a coat is the planned person\'s, until its time is two minutes gone; then anybody\'s', () => {
    const b = bench().atEtch()
    const turns = planned(b)
    expect([asks(b, 'osk', turns), asks(b, 'juno', turns)]).toEqual(['coat 1', 'idle'])
    b.wait(600)
    b.now += COAT_IS_ANYBODYS_MS - 1
    expect(asks(b, 'juno', turns)).toBe('idle')
    b.now += 1
    expect(asks(b, 'juno', turns)).toBe('coat 1')
  })
  it('a piece that dwells is up to whoever is to rinse it, and their device calls; hands that are full or do not answer pass it on', () => {
    const b = bench().atEtch()
    const turns = planned(b)
    coat(b, 1)
    expect(answersFor(b.state().pieces[0]!, turns)).toBe('juno')
    b.wait(plan.dwell.best)
    const [now] = announcements(plan, b.state(), b.now, turns)
    expect([calls(now!, 'juno', b.now), calls(now!, 'osk', b.now)]).toEqual([true, false])
    expect([asks(b, 'juno', turns), asks(b, 'osk', turns)]).toEqual(['off 1', 'coat 2'])
    b.wait(20)
    expect(asks(b, 'osk', turns)).toBe('off 1')
    b.wait(-20)
    coat(b, 2, 'juno')
    b.send({ kind: 'coat.started', piece: 3 }, 'juno')
    expect(asks(b, 'osk', turns)).toBe('off 1')
  })
  it('what somebody coated who may not rinse is up to all who may, at once', () => {
    const b = bench().atEtch()
    const turns: Turns = { ...NO_TURNS, rinsers: new Set(['juno']) }
    coat(b, 1)
    b.wait(plan.dwell.best)
    expect(nextAction(plan, b.state(), b.now, 'osk', ['coat'], turns)).toMatchObject({ kind: 'coat', piece: 2 })
    expect(nextAction(plan, b.state(), b.now, 'juno', ['rinse'], turns)).toMatchObject({ kind: 'off', piece: 1 })
    const [now] = announcements(plan, b.state(), b.now, turns)
    expect([now!.holder, calls(now!, 'juno', b.now)]).toEqual([null, true])
  })
  it('whoever takes it over has it, plan or not', () => {
    const b = bench().atEtch()
    const turns = planned(b)
    coat(b, 1)
    b.wait(1)
    b.send({ kind: 'piece.taken', piece: 1 }, 'osk')
    expect(answersFor(b.state().pieces[0]!, turns)).toBe('osk')
    expect(caresFor(b.state().pieces[0]!, turns, b.now)).toBe('osk')
  })
  it('each call during the dwell is up to whoever is to give the one nearest to it', () => {
    const b = bench().atEtch()
    const turns = planned(b)
    const start = b.now
    coat(b, 1)
    const [piece] = b.state().pieces
    expect([
      caresFor(piece!, turns, start + 600_000 + 200_000),
      caresFor(piece!, turns, start + 600_000 + 400_000),
      caresFor(piece!, NO_TURNS, start),
    ]).toEqual(['juno', 'bram', 'osk'])
  })
  it('nobody coats more than whoever rinses can keep up with', () => {
    const slow = { ...plan, hands: { coat: 30, off: 150 }, dwell: { notBefore: 300, best: 300, notAfter: 375 } }
    const b = bench().atEtch()
    const turns = planned(b)
    const offers = () => {
      const a = nextAction(slow, b.state(), b.now, 'osk', undefined, turns)
      return 'piece' in a ? `${a.kind} ${a.piece}` : a.kind
    }
    // Rinsing takes two minutes longer than coating, and the window leaves 75 s: a second one would be late at once.
    b.send({ kind: 'coat.started', piece: 1 }, 'osk')
    b.wait(30)
    b.send({ kind: 'coat.covered', piece: 1 }, 'osk')
    expect(offers()).toBe('wait 1')
    // Covered 80 s later it is due 70 s before the rinse is over: in time.
    b.wait(50)
    expect(offers()).toBe('coat 2')
  })
})
