import { describe, expect, it } from 'vitest'
import {
  EVENT_KINDS,
  announcements,
  describeEvent,
  effectiveEvents,
  mishapWords,
  nextAction,
  pieceClock,
  pieceStage,
  runIntake,
  summarise,
  wetPieces,
} from './index'
import { bench, plan } from './testing.test-support'

const next = (b: ReturnType<typeof bench>, me: string | null = 'me') => {
  const action = nextAction(plan, b.state(), b.now, me)
  return 'piece' in action ? `${action.kind} ${action.piece}` : action.kind
}

describe('two people at one bench', () => {
  it('each is asked to finish the piece in their own hands', () => {
    const b = bench().atEtch()
    b.send({ kind: 'coat.started', piece: 1 }, 'osk')
    b.send({ kind: 'coat.started', piece: 2 }, 'juno')
    expect(next(b, 'osk')).toBe('covered 1')
    expect(next(b, 'juno')).toBe('covered 2')
    expect(next(b, 'maren')).toBe('coat 3')
    expect(next(b, null)).toBe('covered 1')
  })
  it('a piece that is off is rinsed before anything else is coated', () => {
    const b = bench().atEtch()
    b.coat(1)
    b.coat(2)
    b.send({ kind: 'etchant.off', piece: 2 })
    expect(next(b)).toBe('rinse 2')
    expect(wetPieces(b.state()).map(p => p.n)).toEqual([1, 2])
  })
  it('both may be called at once, each by name', () => {
    const b = bench().atEtch()
    b.coat(1)
    b.coat(2)
    b.wait(plan.dwell.notAfter - plan.hands.coat)
    expect(announcements(plan, b.state(), b.now).map(a => a.key)).toEqual(['1:now', '2:now'])
    b.wait(plan.hands.coat + 1)
    expect(announcements(plan, b.state(), b.now).map(a => a.key)).toEqual(['1:over', '2:over'])
  })
})

describe('between not before and best', () => {
  it('a piece may come off, and the control says how long to its best', () => {
    const b = bench()
    const wider = { ...plan, dwell: { notBefore: 300, best: 450, notAfter: 600 }, hands: { coat: 240, off: 60 }, care: [] }
    // The coat took as long as this art is planned to take.
    b.atEtch().send({ kind: 'coat.started', piece: 1 })
    b.wait(240)
    b.send({ kind: 'coat.covered', piece: 1 })
    b.wait(320)
    const action = nextAction(wider, b.state(), b.now, 'me')
    expect(action).toMatchObject({ kind: 'off', piece: 1, sentence: 'Tumbler 1 may come off; best in 2:10' })
    b.wait(-100)
    expect(nextAction(wider, b.state(), b.now, 'me')).toMatchObject({ kind: 'wait', seconds: 80 })
  })
})

describe('stages of a piece', () => {
  it('go from untouched to rinsed, or out', () => {
    const b = bench().atEtch()
    const stage = () => pieceStage(b.state().pieces[0]!)
    const seen = [stage()]
    for (const kind of ['coat.started', 'coat.covered', 'etchant.off', 'piece.rinsed'] as const) {
      b.send({ kind, piece: 1 })
      seen.push(stage())
    }
    b.send({ kind: 'piece.withdrawn', piece: 1, reason: 'chipped' })
    expect([...seen, stage()]).toEqual(['untouched', 'coating', 'dwelling', 'off', 'rinsed', 'withdrawn'])
    expect(b.refusal({ kind: 'piece.withdrawn', piece: 1, reason: 'again' })).toMatch(/taken out/)
  })
  it('an early piece is logged as early, a withdrawn one with its reason', () => {
    const b = bench().atEtch()
    b.coat(1)
    b.wait(60)
    b.send({ kind: 'etchant.off', piece: 1 })
    b.send({ kind: 'piece.rinsed', piece: 1 })
    b.send({ kind: 'piece.withdrawn', piece: 2, why: 'broke', reason: 'in the sink' })
    const { pieces } = summarise(plan, b.state())
    expect(pieces[0]).toMatchObject({ verdict: 'early', dwell: 60 })
    expect(pieces[1]).toMatchObject({ verdict: 'not etched', withdrawn: { why: 'broke', reason: 'in the sink' } })
  })
  it('a judgement can be changed until the run is closed: the last one counts', () => {
    const b = bench().atEtch()
    b.etchAll()
    b.send({ kind: 'etchant.measured', putOut: 4, back: 4 })
    b.upTo('neutralise')
    b.send({ kind: 'bicarbonate.added', grams: 15 })
    b.send({ kind: 'step.done', step: 'neutralise' })
    b.upTo('look')
    b.send({ kind: 'piece.judged', piece: 1, result: 'good', faults: [], note: '' })
    b.send({ kind: 'piece.judged', piece: 1, result: 'scrap', faults: ['crept'], note: 'seen in daylight' })
    expect(b.refusal({ kind: 'run.finished' })).toMatch(/Judge tumbler 2, tumbler 3, tumbler 4 first/)
    expect(summarise(plan, b.state())).toMatchObject({ good: 0, scrap: 1, used: 0 })
  })
})

describe('what happens to a piece', () => {
  it('is kept by code and place, in the log as well, and a second coat has its own clock', () => {
    const b = bench().atEtch()
    expect(b.refusal({ kind: 'piece.mishap', piece: 9, why: 'thin', reason: '', spot: null })).toMatch(/no tumbler 9/)
    b.coat(1)
    b.wait(100)
    b.send({ kind: 'piece.mishap', piece: 1, why: 'thin', reason: '', spot: 'top' })
    b.send({ kind: 'piece.mishap', piece: 1, why: 'coated-again', reason: 'at the oar', spot: 'top' })
    b.wait(40)
    const clock = pieceClock(b.state().pieces[0]!, plan, b.now)
    expect(clock).toMatchObject({ last: 140, again: 40, running: true })
    b.send({ kind: 'etchant.off', piece: 1, why: 'crept', reason: '' })
    const [piece] = summarise(plan, b.state()).pieces
    expect(piece).toMatchObject({
      verdict: 'early',
      early: { why: 'crept', reason: '' },
      mishaps: [{ why: 'thin', spot: 'top' }, { why: 'coated-again', reason: 'at the oar', spot: 'top' }],
    })
    expect(describeEvent(plan, b.events.at(-1)!)).toBe('Cream off tumbler 1 early: it creeps under')
    expect(mishapWords(piece!.mishaps[1]!)).toBe('Coated again: at the oar, top')
  })
})

describe('the history in words', () => {
  it('has a plain sentence for every kind of entry', () => {
    const b = bench().atEtch().finish()
    b.events.push(
      { id: 'w', at: b.now, by: 'me', kind: 'piece.withdrawn', piece: 1, reason: 'dropped' },
      { id: 'a', at: b.now, by: 'me', kind: 'run.abandoned', reason: 'power cut' },
      { id: 'u', at: b.now, by: 'me', kind: 'event.undone', target: 'w' },
      { id: 's', at: b.now, by: 'me', kind: 'step.skipped', step: 'ready-etchant', reason: 'stirred before' },
      { id: 'c', at: b.now, by: 'me', kind: 'care.given', piece: 2, care: 'drip' },
      { id: 't', at: b.now, by: 'me', kind: 'piece.taken', piece: 1 },
      { id: 'f', at: b.now, by: 'me', kind: 'fact.settled', piece: 1, fact: 'etchant.off', heldAt: b.now, heldBy: 'you' },
      { id: 'n', at: b.now, by: 'me', kind: 'note.written', why: 'not-taken', of: 2, text: 'rinsed at five past', was: null },
      { id: 'p', at: b.now, by: 'me', kind: 'run.paused', reason: 'lunch' },
      { id: 'r', at: b.now, by: 'me', kind: 'run.resumed' },
      { id: 'y', at: b.now, by: 'me', kind: 'try.started' },
      { id: 'z', at: b.now, by: 'me', kind: 'try.judged', result: 'weak' },
      { id: 'm', at: b.now, by: 'me', kind: 'piece.mishap', piece: 2, why: 'thin', reason: '', spot: 'left' },
      { id: 'q', at: b.now, by: 'me', kind: 'tub.chosen', tub: 't' },
      { id: 'v', at: b.now, by: 'me', kind: 'gloves.changed', supply: null },
      { id: 'l', at: b.now, by: 'me', kind: 'look.corrected', piece: 2, result: 'scrap', faults: ['weak'], note: '', why: 'it came back' },
      {
        id: 'f', at: b.now, by: 'me', kind: 'frost.read', piece: 2, placement: 0, contrast: 41.2, mottle: null, graininess: null,
        raggedness: null, blur: null, offset: null, outside: null, missing: null, scale: 9, card: 20, photo: null,
      },
      { id: 'h', at: b.now, by: 'me', kind: 'time.corrected', piece: 2, fact: 'etchant.off', heldAt: b.now, why: 'pressed late' },
      { id: 'g', at: b.now, by: 'me', kind: 'gun.entered', piece: 1, seconds: 90 },
      ...(['gun.on', 'gun.off', 'piece.blasted'] as const).map(kind => ({ id: kind, at: b.now, by: 'me', kind, piece: 1 })),
    )
    const words = new Map(b.events.map(e => [e.kind, describeEvent(plan, e)]))
    expect([...words.keys()].sort()).toEqual([...EVENT_KINDS].sort())
    expect(words.get('note.written')).toBe('Note of an entry that was not taken, tumbler 2: rinsed at five past')
    expect(words.get('time.corrected')).toBe('Put right when tumbler 2 was taken off: pressed late')
    expect(words.get('frost.read')).toBe('Measured the frost of tumbler 2: 41 L* lighter than clear glass')
    expect(words.get('piece.mishap')).toBe('Tumbler 2: a thin spot, left')
    expect(words.get('coat.started')).toBe('First touch on tumbler 4')
    expect(words.get('etchant.measured')).toBe('4\u00a0mL put out, 1\u00a0mL went back')
    expect(words.get('care.given')).toBe('Tumbler 2: drips pushed back')
    expect(words.get('look.corrected')).toBe('Put right: tumbler 2 is scrap, weak frost; it came back')
    expect(words.get('step.skipped')).toMatch(/^Skipped: Stir the cream.*\(stirred before\)$/)
    expect(words.get('piece.withdrawn')).toBe('Took tumbler 1 out: dropped')
    for (const text of words.values()) expect(text).not.toMatch(/undefined|\.$/)
  })
})

describe('intake', () => {
  it('gives the same answers one by one as from the whole stream', () => {
    const { events } = bench().atEtch().finish()
    const intake = runIntake(plan, [])
    expect(events.map(e => intake.offer(e))).toEqual(events.map(() => null))
    expect(intake.state()).toEqual(runIntake(plan, events).state())
  })
  it('stays as it was after a refusal', () => {
    const intake = runIntake(plan, [])
    const before = intake.state()
    expect(intake.offer({ id: 'x', at: 1, by: 'me', kind: 'run.finished' })).toMatchObject({ code: 'run-not-through' })
    expect(intake.state()).toBe(before)
  })
  it('an undo reaches the state at once', () => {
    const intake = runIntake(plan, [])
    intake.offer({ id: 'a', at: 1, by: 'me', kind: 'gate.ticked', step: 'safety', item: 'gloves' })
    intake.offer({ id: 'b', at: 2, by: 'me', kind: 'event.undone', target: 'a' })
    expect(intake.state().ticked).toEqual({})
    expect(
      effectiveEvents([
        { id: 'a', at: 1, by: 'me', kind: 'run.finished' },
        { id: 'b', at: 2, by: 'me', kind: 'event.undone', target: 'a' },
      ]),
    ).toEqual([])
  })
})
