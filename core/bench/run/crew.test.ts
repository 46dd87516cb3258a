import { describe, expect, it } from 'vitest'
import {
  announcements,
  calls,
  holderOf,
  NO_TURNS,
  nextAction,
  nextCare,
  pressEntries,
} from './index'
import type { Turns } from './index'
import { aheadOf } from '../../plan/ahead'
import { Bench, bench, plan } from './testing.test-support'

type B = ReturnType<typeof bench>
const action = (b: B, me: string | null, may?: Parameters<typeof nextAction>[4]) => nextAction(plan, b.state(), b.now, me, may)
const next = (b: B, me: string | null, may?: Parameters<typeof nextAction>[4]) => {
  const a = action(b, me, may)
  return 'piece' in a ? `${a.kind} ${a.piece}` : a.kind
}
const holder = (b: B, n: number) => holderOf(b.state().pieces[n - 1]!)
/** Osk coats a piece from first touch to last part. */
function coat(b: B, piece: number, by = 'osk') {
  b.send({ kind: 'coat.started', piece }, by)
  b.wait(plan.hands.coat)
  b.send({ kind: 'coat.covered', piece }, by)
}

describe('one bench, several hands', () => {
  it('a piece belongs to whoever touched it first, rinses it, or took it over', () => {
    const b = bench().atEtch()
    expect(holder(b, 1)).toBeNull()
    coat(b, 1)
    expect(holder(b, 1)).toBe('osk')
    b.wait(10)
    b.send({ kind: 'piece.taken', piece: 1 }, 'juno')
    expect(holder(b, 1)).toBe('juno')
    b.wait(plan.dwell.best)
    b.send({ kind: 'etchant.off', piece: 1 }, 'maren')
    expect(holder(b, 1)).toBe('maren')
    b.send({ kind: 'piece.rinsed', piece: 1 }, 'maren')
    expect(holder(b, 1)).toBeNull()
  })
  it('one coats while another rinses: what is due falls to whoever has hands free', () => {
    const b = bench().atEtch()
    coat(b, 1)
    b.wait(plan.dwell.best - 1)
    b.send({ kind: 'coat.started', piece: 2 }, 'osk')
    b.wait(1)
    expect(next(b, 'osk')).toBe('covered 2')
    expect(next(b, 'juno')).toBe('off 1')
    // Not trusted with rinsing: it is left to the others.
    expect(next(b, 'bram', ['coat'])).toBe('coat 3')
  })
  it('what is due to somebody with free hands is theirs for twenty seconds, then everybody\'s', () => {
    const b = bench().atEtch()
    coat(b, 1)
    coat(b, 2, 'juno')
    b.wait(plan.dwell.best - plan.hands.coat)
    expect(next(b, 'osk')).toBe('off 1')
    expect(next(b, 'juno')).not.toBe('off 1')
    b.wait(20)
    expect(next(b, 'juno')).toBe('off 1')
  })
  it('each keeps to their own pace: as many ahead as one pair of hands can rinse in time', () => {
    const b = bench().atEtch()
    // Coats of fifteen seconds, rinses of a minute, and 75 s of room: a third would be rinsed too late.
    for (const n of [1, 2]) coat(b, n)
    expect(next(b, 'osk')).toBe('wait 1')
    expect(next(b, 'juno')).toBe('coat 3')
    coat(b, 3, 'juno')
    expect(next(b, 'juno')).toBe('coat 4')
    coat(b, 4, 'juno')
    expect(next(b, 'juno')).toBe('wait 3')
  })
  it('nothing for me: others have it in hand, and nothing is pressed by mistake', () => {
    const b = bench().atEtch()
    for (const [n, who] of ['a', 'b', 'c', 'd'].entries()) b.send({ kind: 'coat.started', piece: n + 1 }, who)
    expect(action(b, 'me')).toMatchObject({ kind: 'idle', sentence: 'Nothing for you just now' })
    expect(pressEntries(plan, b.state(), action(b, 'me'))).toEqual([])
  })
  it('a piece is taken only from somebody, and not from oneself', () => {
    const b = bench().atEtch()
    expect(b.refusal({ kind: 'piece.taken', piece: 1 })).toBe('Tumbler 1 is in nobody\'s hands.')
    coat(b, 1)
    // Whatever a plan says, whoever coated it may keep it; once is enough.
    expect(b.refusal({ kind: 'piece.taken', piece: 1 }, 'osk')).toBeNull()
    b.send({ kind: 'piece.taken', piece: 1 }, 'osk')
    expect(b.refusal({ kind: 'piece.taken', piece: 1 }, 'osk')).toBe('Tumbler 1 is yours already.')
    b.send({ kind: 'coat.started', piece: 2 }, 'osk')
    expect(b.refusal({ kind: 'piece.taken', piece: 2 }, 'osk')).toBe('Tumbler 2 is yours already.')
    b.wait(1)
    b.send({ kind: 'piece.taken', piece: 2 }, 'juno')
    // Osk's hands are free now, Juno's are not.
    expect(b.refusal({ kind: 'coat.started', piece: 3 }, 'osk')).toBeNull()
    expect(b.refusal({ kind: 'coat.started', piece: 3 }, 'juno')).toBe('Finish coating tumbler 2 first.')
    expect(next(b, 'juno')).toBe('covered 2')
    // Taken while it was being coated: once it dwells, whoever finished it may say that they keep it.
    b.wait(1)
    b.send({ kind: 'coat.covered', piece: 2 }, 'juno')
    b.wait(1)
    expect(b.refusal({ kind: 'piece.taken', piece: 2 }, 'juno')).toBeNull()
  })
})

describe('one sink', () => {
  const slow = { ...plan, hands: { coat: 30, off: 150 } }
  const offers = (b: B, me: string, rinsingAt: number, by = slow) => {
    const a = nextAction(by, b.state(), b.now, me, undefined, { ...NO_TURNS, rinsingAt })
    return 'piece' in a ? `${a.kind} ${a.piece}` : a.kind
  }
  it('two who rinse their own keep to what one sink takes; with a sink each they need not', () => {
    const b = bench().atEtch()
    b.send({ kind: 'coat.started', piece: 1 }, 'osk')
    b.wait(30)
    b.send({ kind: 'coat.covered', piece: 1 }, 'osk')
    // Due half a minute after the first, it would wait two minutes for the sink, and its window leaves 75 s.
    expect([offers(b, 'juno', 2), offers(b, 'juno', 1)]).toEqual(['coat 2', 'wait 1'])
    b.wait(50)
    expect(offers(b, 'juno', 1)).toBe('coat 2')
  })
  it('alone at the bench: as many ahead as the closed form says', () => {
    // Two ways to the same number (the sentence on the day's page, and the queue at the bench), for equal pieces.
    for (const [coat, off] of [
      [30, 60],
      [60, 60],
      [60, 30],
      [45, 90],
      [120, 60],
      [30, 75],
    ] as const) {
      const of = { ...plan, hands: { coat, off }, care: [] }
      const b = new Bench({ ...of, pieces: 4 }).atEtch()
      let ahead = 0
      while (nextAction(of, b.state(), b.now, 'osk').kind === 'coat') {
        b.send({ kind: 'coat.started', piece: ++ahead }, 'osk')
        b.wait(coat)
        b.send({ kind: 'coat.covered', piece: ahead }, 'osk')
      }
      expect([coat, off, ahead]).toEqual([coat, off, Math.min(4, aheadOf(of.dwell, of.hands).count)])
    }
  })
  it('a piece taken over weighs on whoever took it', () => {
    const turns: Turns = { ...NO_TURNS, pieces: new Map([1, 2].map(n => [n, { coat: null, care: [], rinse: { by: 'juno', at: 0 } }])) }
    const b = bench().atEtch()
    b.send({ kind: 'coat.started', piece: 1 }, 'osk')
    b.wait(30)
    b.send({ kind: 'coat.covered', piece: 1 }, 'osk')
    const next = () => {
      const a = nextAction(slow, b.state(), b.now, 'bram', undefined, turns)
      return 'piece' in a ? `${a.kind} ${a.piece}` : a.kind
    }
    // Juno would come to the second too late as long as the first is hers as well.
    expect(next()).toBe('wait 1')
    b.send({ kind: 'piece.taken', piece: 1 }, 'osk')
    expect(next()).toBe('coat 2')
  })
  it('what is being rinsed keeps the sink until it is done', () => {
    const b = bench().atEtch()
    b.send({ kind: 'coat.started', piece: 1 }, 'osk')
    b.wait(30)
    b.send({ kind: 'coat.covered', piece: 1 }, 'osk')
    b.wait(plan.dwell.best)
    b.send({ kind: 'etchant.off', piece: 1 }, 'osk')
    // Rinsing takes longer than a dwell here: another piece would be past its window before the sink is free.
    const slower = { ...slow, hands: { coat: 30, off: 450 } }
    expect([offers(b, 'juno', 2, slower), offers(b, 'juno', 1, slower)]).toEqual(['coat 2', 'idle'])
    b.wait(50)
    expect(offers(b, 'juno', 1, slower)).toBe('coat 2')
  })
})

describe('whose device sounds', () => {
  it('mine at once, another\'s after twenty seconds; past the window everybody\'s', () => {
    const b = bench().atEtch()
    coat(b, 1)
    b.wait(plan.dwell.best)
    const [now] = announcements(plan, b.state(), b.now)
    expect(now).toMatchObject({ level: 'now', holder: 'osk', since: b.now })
    expect(calls(now!, 'osk', b.now)).toBe(true)
    expect(calls(now!, 'juno', b.now)).toBe(false)
    expect(calls(now!, 'juno', b.now + 19_999)).toBe(false)
    expect(calls(now!, 'juno', b.now + 20_000)).toBe(true)
    b.wait(plan.dwell.notAfter - plan.dwell.best + 1)
    const [over] = announcements(plan, b.state(), b.now)
    expect(over!.level).toBe('over')
    expect(calls(over!, 'juno', b.now)).toBe(true)
  })
  it('"soon" is only for whoever has it', () => {
    const b = bench().atEtch()
    coat(b, 1)
    b.wait(plan.dwell.best - 5)
    const [soon] = announcements(plan, b.state(), b.now)
    expect(soon).toMatchObject({ level: 'soon' })
    expect(calls(soon!, 'juno', b.now + 60_000)).toBe(false)
  })
})

describe('calls during the dwell', () => {
  it('each piece has its own short timer, which begins again when the call is answered', () => {
    const b = bench().atEtch()
    coat(b, 1)
    const timer = () => nextCare(plan, b.state().pieces[0]!)
    const left = () => (timer()!.dueAt - b.now) / 1000
    expect([timer()!.call.id, left()]).toEqual(['drip', 180])
    b.wait(170)
    expect(left()).toBe(10)
    b.wait(25)
    expect(left()).toBe(-15)
    b.send({ kind: 'care.given', piece: 1, care: 'drip' }, 'osk')
    expect(left()).toBe(180)
    b.wait(plan.dwell.best)
    b.send({ kind: 'etchant.off', piece: 1 }, 'osk')
    expect(timer()).toBeNull()
  })
})

describe('a pause', () => {
  it('only where nothing is wet; nothing goes on until somebody says so', () => {
    const b = bench().atEtch()
    coat(b, 1)
    expect(b.refusal({ kind: 'run.paused', reason: 'lunch' })).toMatch(/^Something is wet, and etchant does not pause/)
    b.wait(plan.dwell.best)
    b.send({ kind: 'etchant.off', piece: 1 }, 'osk')
    b.send({ kind: 'piece.rinsed', piece: 1 }, 'osk')
    b.send({ kind: 'run.paused', reason: 'lunch' })
    expect(action(b, 'me')).toMatchObject({ kind: 'paused', sentence: 'Paused: lunch' })
    expect(b.refusal({ kind: 'coat.started', piece: 2 })).toBe('The run is paused. Go on with it first.')
    expect(b.refusal({ kind: 'run.paused', reason: 'again' })).not.toBeNull()
    expect(pressEntries(plan, b.state(), action(b, 'me'))).toEqual([{ kind: 'run.resumed' }])
    b.send({ kind: 'run.resumed' })
    expect(b.refusal({ kind: 'run.resumed' })).toBe('The run is not paused.')
    expect(next(b, 'me')).toBe('coat 2')
  })
})

describe('two tablets that both say when', () => {
  it('the time that a person chose counts from then on, with whose it was', () => {
    const b = bench().atEtch()
    coat(b, 1)
    const covered = b.now
    b.wait(320)
    b.send({ kind: 'etchant.off', piece: 1 }, 'juno')
    b.send({ kind: 'fact.settled', piece: 1, fact: 'etchant.off', heldAt: covered + 301_000, heldBy: 'osk' })
    expect(b.state().pieces[0]!.off).toEqual({ by: 'osk', at: covered + 301_000 })
  })
  it('never out of order in time, and never what did not happen', () => {
    const b = bench().atEtch()
    coat(b, 1)
    expect(b.refusal({ kind: 'fact.settled', piece: 1, fact: 'etchant.off', heldAt: b.now, heldBy: 'osk' })).toBe(
      'Tumbler 1 has no such entry.',
    )
    b.wait(320)
    b.send({ kind: 'etchant.off', piece: 1 })
    expect(b.refusal({ kind: 'fact.settled', piece: 1, fact: 'coat.covered', heldAt: b.now + 1, heldBy: 'osk' })).toMatch(/out of order/)
    expect(b.refusal({ kind: 'fact.settled', piece: 1, fact: 'etchant.off', heldAt: b.now - 900_000, heldBy: 'osk' })).toMatch(
      /out of order/,
    )
  })
})
