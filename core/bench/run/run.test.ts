import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import {
  announcements,
  byUrgency,
  currentStep,
  effectiveEvents,
  foldRun,
  nextAction,
  pieceClock,
  pressEntries,
  refuseEvent,
  summarise,
  wetOf,
} from './index'
import type { RunEvent } from './index'
import { bench, judgeAll, plan, START, tickAll } from './testing.test-support'

describe('a run from safety gate to log', () => {
  it('goes through the steps in the trade\'s order', () => {
    const b = bench()
    for (const step of ['clean', 'resist', 'mask']) {
      expect(b.step()).toBe(step)
      b.send({ kind: 'step.done', step })
    }
    expect(b.step()).toBe('safety')
    tickAll(b, 'safety')
    b.send({ kind: 'step.done', step: 'ready-etchant' })
    expect(b.step()).toBe('etch')
    b.etchAll()
    expect(b.step()).toBe('measure')
    b.send({ kind: 'etchant.measured', putOut: 4, back: 1 })
    b.send({ kind: 'step.done', step: 'peel' })
    b.send({ kind: 'bicarbonate.added', grams: 15 })
    for (const step of ['neutralise', 'second-wash', 'dry']) b.send({ kind: 'step.done', step })
    tickAll(b, 'wash-up')
    expect(b.step()).toBe('look')
    judgeAll(b)
    expect(b.step()).toBe('give')
    expect(b.refusal({ kind: 'step.done', step: 'give' })).toMatch(/then close the run/)
    expect(b.refusal({ kind: 'step.skipped', step: 'give', why: 'no-time', reason: '' })).toMatch(/close the run instead/)
    expect(nextAction(plan, b.state(), b.now)).toMatchObject({ kind: 'finish' })
    b.send({ kind: 'run.finished' })
    expect(b.step()).toBeNull()
    const summary = summarise(plan, b.state())
    expect(summary).toMatchObject({ good: 4, used: 3, over: 0, shortest: 300 })
    expect(summary.pieces[0]!.firstPart).toBe(300 + plan.hands.coat)
  })

  it('nothing is coated before every safety line is ticked', () => {
    const b = bench().upTo('safety')
    const [first, ...rest] = plan.steps.find(s => s.id === 'safety')!.items!
    expect(b.refusal({ kind: 'coat.started', piece: 1 })).toMatch(/Before the bottle is opened/)
    for (const item of rest) b.send({ kind: 'gate.ticked', step: 'safety', item: item.id })
    expect(b.refusal({ kind: 'step.done', step: 'safety' })).toMatch(/can't be closed as a whole/)
    expect(b.refusal({ kind: 'step.done', step: 'ready-etchant' })).toMatch(/Before the bottle is opened/)
    expect(b.refusal({ kind: 'gate.ticked', step: 'safety', item: 'luck' })).toMatch(/not on this list/)
    b.send({ kind: 'gate.ticked', step: 'safety', item: first!.id })
    expect(b.step()).toBe('ready-etchant')
    expect(b.refusal({ kind: 'gate.ticked', step: 'safety', item: 'gloves' })).toMatch(/First: Stir/)
  })

  it('refuses what the bench cannot do, and says what comes first', () => {
    const b = bench().atEtch()
    expect(b.refusal({ kind: 'coat.covered', piece: 1 })).toMatch(/not being coated/)
    expect(b.refusal({ kind: 'etchant.off', piece: 1 })).toMatch(/no clock running/)
    expect(b.refusal({ kind: 'piece.rinsed', piece: 1 })).toMatch(/still has to come off/)
    expect(b.refusal({ kind: 'coat.started', piece: 9 })).toMatch(/no tumbler 9/)
    b.send({ kind: 'coat.started', piece: 1 })
    expect(b.refusal({ kind: 'coat.started', piece: 2 })).toMatch(/Finish coating tumbler 1/)
    expect(b.refusal({ kind: 'coat.started', piece: 2 }, 'mate')).toBeNull()
    expect(b.refusal({ kind: 'run.abandoned', reason: 'tired' })).toMatch(/still wet/)
    expect(b.refusal({ kind: 'etchant.measured', putOut: 3, back: 0 })).toMatch(/last rinse/)
    expect(b.refusal({ kind: 'piece.judged', piece: 1, result: 'good', faults: [], note: '' })).toMatch(/once it is dry/)
    expect(b.refusal({ kind: 'run.finished' })).toMatch(/can't be closed yet/)
  })

  it('a broken piece leaves the run and the others go on', () => {
    const b = bench().atEtch()
    b.coat(1)
    b.send({ kind: 'piece.withdrawn', piece: 1, reason: 'dropped' })
    expect(b.refusal({ kind: 'etchant.off', piece: 1 })).toMatch(/taken out/)
    for (const n of [2, 3, 4]) b.send({ kind: 'piece.withdrawn', piece: n, reason: 'dropped with it' })
    expect(b.step()).toBe('measure')
    expect(b.refusal({ kind: 'etchant.measured', putOut: 2, back: 3 })).toMatch(/More went back/)
  })

  it('the tub is not poured before bicarbonate went in', () => {
    const b = bench().atEtch()
    b.etchAll()
    b.send({ kind: 'etchant.measured', putOut: 4, back: 1 })
    expect(b.refusal({ kind: 'bicarbonate.added', grams: 15 })).toMatch(/its own step. First: Peel/)
    b.send({ kind: 'step.done', step: 'peel' })
    expect(b.refusal({ kind: 'step.done', step: 'neutralise' })).toMatch(/bicarbonate in the tub first/)
    b.send({ kind: 'bicarbonate.added', grams: 15 })
    b.send({ kind: 'bicarbonate.added', grams: 5 })
    expect(b.state().bicarbonate).toBe(20)
    expect(b.refusal({ kind: 'step.done', step: 'neutralise' })).toBeNull()
  })

  it('a run may leave its rinse in a tub that serves others too; the tub is then neutralised by itself', () => {
    const b = bench().atEtch()
    b.etchAll()
    b.send({ kind: 'etchant.measured', putOut: 4, back: 1 })
    expect(b.refusal({ kind: 'tub.chosen', tub: 'sink' })).toMatch(/its own step/)
    b.send({ kind: 'step.done', step: 'peel' })
    b.send({ kind: 'tub.chosen', tub: 'sink' })
    expect([b.state().tub, b.refusal({ kind: 'step.done', step: 'neutralise' })]).toEqual(['sink', null])
  })

  it('the wash-up is followed piece by piece, the first coated first; a broken piece is passed over, one press serves all', () => {
    const b = bench().atEtch()
    for (const n of [3, 1, 2, 4]) b.coat(n)
    for (const n of [3, 1, 2, 4]) {
      b.send({ kind: 'etchant.off', piece: n })
      b.send({ kind: 'piece.rinsed', piece: n })
    }
    b.send({ kind: 'etchant.measured', putOut: 4, back: 1 })
    const next = () => nextAction(b.plan, b.state(), b.now)
    const order: number[] = []
    expect(next()).toMatchObject({ kind: 'each', piece: 3, control: 'Tumbler 3 is peeled' })
    b.send({ kind: 'piece.withdrawn', piece: 1, reason: 'dropped' })
    for (let a = next(); a.kind === 'each' && a.step.id === 'peel'; a = next()) {
      order.push(a.piece)
      for (const entry of pressEntries(b.plan, b.state(), a)) b.send(entry)
    }
    expect([order, b.step()]).toEqual([[3, 2, 4], 'neutralise'])
    expect(b.refusal({ kind: 'gate.ticked', step: 'peel', item: '1' })).toMatch(/can't be ticked now/)
    b.send({ kind: 'bicarbonate.added', grams: 15 })
    b.send({ kind: 'step.done', step: 'neutralise' })
    expect(b.refusal({ kind: 'gate.ticked', step: 'second-wash', item: '1' })).toMatch(/not in this run any more/)
    b.send({ kind: 'gate.ticked', step: 'second-wash', item: '2' })
    expect(b.refusal({ kind: 'gate.ticked', step: 'second-wash', item: '2' })).toMatch(/ticked already/)
    b.send({ kind: 'step.done', step: 'second-wash' })
    expect(b.step()).toBe('dry')
  })

  it('what is wet in somebody\'s hands is known, until it is rinsed or another takes it over', () => {
    const b = bench().atEtch()
    const mine = () => wetOf(b.state(), 'me').map(p => p.n)
    b.coat(1)
    b.coat(2)
    expect([mine(), wetOf(b.state(), 'you')]).toEqual([[1, 2], []])
    b.wait(plan.dwell.best)
    b.send({ kind: 'etchant.off', piece: 1 })
    b.send({ kind: 'piece.rinsed', piece: 1 })
    expect(mine()).toEqual([2])
  })

  it('a run can be stopped while nothing is wet, and is then closed for good', () => {
    const b = bench().atEtch()
    b.send({ kind: 'run.abandoned', reason: 'power cut' })
    expect(b.step()).toBeNull()
    expect(b.refusal({ kind: 'coat.started', piece: 1 })).toMatch(/was stopped/)
  })
})

describe('taking back', () => {
  it('a mis-tap goes, its history stays, and the clock runs on', () => {
    const b = bench().atEtch()
    b.coat(1)
    b.wait(120)
    const off = b.send({ kind: 'etchant.off', piece: 1 })
    b.send({ kind: 'event.undone', target: off.id })
    b.wait(60)
    expect(pieceClock(b.state().pieces[0]!, plan, b.now)).toMatchObject({ running: true, last: 180 })
    expect(b.events.some(e => e.id === off.id)).toBe(true)
    expect(b.refusal({ kind: 'event.undone', target: off.id })).toMatch(/undone already/)
  })
  it('what later entries rest on stays until they are taken back', () => {
    const b = bench().atEtch()
    const started = b.send({ kind: 'coat.started', piece: 1 })
    const covered = b.send({ kind: 'coat.covered', piece: 1 })
    expect(b.refusal({ kind: 'event.undone', target: started.id })).toMatch(/Later entries rest/)
    expect(b.refusal({ kind: 'event.undone', target: b.events[0]!.id })).toMatch(/Later entries rest/)
    const undo = b.send({ kind: 'event.undone', target: covered.id })
    expect(b.refusal({ kind: 'event.undone', target: started.id })).toBeNull()
    expect(b.refusal({ kind: 'event.undone', target: undo.id })).toMatch(/can't be undone/)
    expect(b.refusal({ kind: 'event.undone', target: 'nothing' })).toMatch(/no such entry/)
  })
  it('a finished run does not change', () => {
    const b = bench().atEtch().finish()
    expect(b.refusal({ kind: 'event.undone', target: b.events.at(-1)!.id })).toMatch(/finished/)
  })
})

describe('the clock of one piece', () => {
  it('runs from the last part and shows the first part\'s longer time', () => {
    const b = bench().atEtch()
    b.send({ kind: 'coat.started', piece: 1 })
    b.wait(40)
    b.send({ kind: 'coat.covered', piece: 1 })
    b.wait(299)
    expect(pieceClock(b.state().pieces[0]!, plan, b.now)).toMatchObject({ last: 299, first: 339, phase: 'before', toBest: 1 })
    b.wait(1)
    expect(pieceClock(b.state().pieces[0]!, plan, b.now).phase).toBe('best')
    b.wait(75)
    expect(pieceClock(b.state().pieces[0]!, plan, b.now).phase).toBe('best')
    b.wait(1)
    expect(pieceClock(b.state().pieces[0]!, plan, b.now).phase).toBe('over')
  })
  it('an overrun is recorded, never hidden', () => {
    const b = bench().atEtch()
    b.coat(1)
    b.wait(1000)
    b.send({ kind: 'etchant.off', piece: 1 })
    expect(summarise(plan, b.state())).toMatchObject({ over: 1, longest: 1000 })
    expect(summarise(plan, b.state()).pieces[1]).toMatchObject({ verdict: 'not etched', dwell: null })
  })
  it('calls soon, now and over, each once under its own key', () => {
    const b = bench().atEtch()
    b.coat(1)
    const calls = () => announcements(plan, b.state(), b.now).map(a => `${a.key} ${a.sentence}`)
    expect(calls()).toEqual([])
    b.wait(275)
    expect(calls()).toEqual(['1:soon Get ready: tumbler 1 in 25\u00a0s.'])
    b.wait(25)
    expect(calls()).toEqual(['1:now Rinse tumbler 1 now.'])
    b.wait(76)
    expect(calls()).toEqual(['1:over Tumbler 1 is late. Rinse it now: no harm is known up to 10\u00a0min.'])
    // A phone call: five minutes too long is late, more than ten in all is past what anybody vouches for.
    b.wait(224)
    expect(calls().join()).toMatch(/1:over/)
    b.wait(1)
    expect(calls()).toEqual(['1:harm Tumbler 1 is long past the time. Rinse it now, then look at the edges.'])
    b.send({ kind: 'etchant.off', piece: 1 })
    expect(calls()).toEqual([])
  })
})

describe('the next thing to do', () => {
  it('coats ahead only while the first piece can still be rinsed in time', () => {
    const b = bench().atEtch()
    const next = () => {
      const action = nextAction(plan, b.state(), b.now, 'me')
      return 'piece' in action ? `${action.kind} ${action.piece}` : action.kind
    }
    expect(next()).toBe('coat 1')
    b.send({ kind: 'coat.started', piece: 1 })
    expect(next()).toBe('covered 1')
    b.wait(40)
    b.send({ kind: 'coat.covered', piece: 1 })
    expect(next()).toBe('coat 2')
    b.wait(179)
    expect(next()).toBe('coat 2')
    b.wait(1)
    // Cream slumps on a round piece: after three minutes somebody looks for drips.
    expect(next()).toBe('care 1')
    b.send({ kind: 'care.given', piece: 1, care: 'drip' })
    expect(next()).toBe('coat 2')
    b.wait(75)
    expect(next()).toBe('coat 2')
    // Thirty-five seconds are left: enough for the fifteen that were planned, not for the forty that the first coat really took.
    b.wait(10)
    expect(next()).toBe('wait 1')
    b.wait(35)
    expect(next()).toBe('off 1')
    b.send({ kind: 'etchant.off', piece: 1 })
    expect(next()).toBe('rinse 1')
    b.send({ kind: 'piece.rinsed', piece: 1 })
    expect(next()).toBe('coat 2')
  })
  it('rinses in the order coated, whichever number the piece has', () => {
    const b = bench().atEtch()
    b.coat(3)
    b.coat(1)
    b.wait(600)
    expect(nextAction(plan, b.state(), b.now)).toMatchObject({ kind: 'off', piece: 3, sentence: 'Take tumbler 3 off now' })
  })
  it('calls stand in the order in which the bench asks: the one that waits longer before the other', () => {
    const b = bench().atEtch()
    const first = () => announcements(plan, b.state(), b.now).sort(byUrgency)[0]!
    b.coat(1)
    b.coat(2)
    b.wait(5)
    b.send({ kind: 'care.given', piece: 1, care: 'drip' })
    // Both are to be looked at by now, and nobody has looked at the second yet.
    b.wait(181)
    expect(announcements(plan, b.state(), b.now).map(a => [a.piece, a.level])).toEqual([[1, 'care'], [2, 'care']])
    expect(first().piece).toBe(2)
    expect(nextAction(plan, b.state(), b.now)).toMatchObject({ kind: 'care', piece: 2 })
    // What is more urgent goes first, however long the other has been standing.
    b.wait(80)
    expect(announcements(plan, b.state(), b.now).map(a => [a.piece, a.level])).toEqual([[1, 'soon'], [2, 'care']])
    expect(first().piece).toBe(1)
  })
})

describe('the fold', () => {
  const full = bench().atEtch().finish().events
  const duplicated = fc.array(fc.nat(full.length - 1)).map((repeats) => {
    // Every event once in order, with repeats of ones already sent slipped in behind.
    const stream = full.flatMap((event, i) => [
      event,
      ...repeats
        .filter(r => r <= i)
        .slice(0, 2)
        .map(r => full[r]!),
    ])
    return stream
  })

  it('any order-preserving duplication of events gives the same state', () => {
    fc.assert(
      fc.property(duplicated, (stream) => {
        expect(foldRun(plan, stream)).toEqual(foldRun(plan, full))
      }),
    )
  })
  it('any prefix folds, and its next step never lies before one already complete', () => {
    const order = (events: RunEvent[]) => plan.steps.findIndex(s => s.id === currentStep(plan, foldRun(plan, events))?.id)
    fc.assert(
      fc.property(fc.nat(full.length - 2), (n) => {
        const before = order(full.slice(0, n))
        const after = order(full.slice(0, n + 1))
        expect(after === -1 || after >= before).toBe(true)
      }),
    )
  })
  it('never throws on events in any order, and passes over what the state does not allow', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(full), (stream) => {
        const state = foldRun(plan, stream)
        if (state.finished) expect(state.pieces.every(p => p.judged || p.withdrawn)).toBe(true)
        for (const p of state.pieces) if (p.covered) expect(Object.keys(state.ticked.safety!)).toHaveLength(plan.steps[0]!.items!.length)
      }),
    )
  })
  it('whatever the guard lets through, the fold takes up', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(full), (stream) => {
        const accepted: RunEvent[] = []
        for (const event of stream) if (refuseEvent(plan, accepted, event) === null) accepted.push(event)
        expect(effectiveEvents(accepted)).toEqual(accepted)
        expect(foldRun(plan, accepted)).toEqual(
          foldRun(
            plan,
            stream.filter(e => accepted.includes(e)),
          ),
        )
      }),
    )
  })
})

it('times are kept to the event, not to when it arrived', () => {
  const b = bench().atEtch()
  b.coat(1)
  expect(b.state().pieces[0]!.covered!.at).toBeGreaterThan(START)
})
