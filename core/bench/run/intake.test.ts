import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyEvent, effectiveEvents, emptyRun, foldRun, followedRun, refuseEvent, runIntake } from './index'
import type { RunEvent, RunState } from './index'
import { refuseStep } from './allowed'
import { bench, plan, START } from './testing.test-support'

/** Taking back by the book: everything that counts is played again without the entry, and nothing may be refused that was not before. */
function undoByTheBook(events: readonly RunEvent[], target: string): boolean {
  const effective = effectiveEvents(events)
  if (!effective.some(e => e.id === target) || foldRun(plan, events).finished) return false
  const play = (list: readonly RunEvent[]): Set<string> => {
    const refused = new Set<string>()
    list.reduce<RunState>((state, e) => {
      if (refuseStep(plan, state, e) === null) return applyEvent(state, e)
      refused.add(e.id)
      return state
    }, emptyRun(plan))
    return refused
  }
  const before = play(effective)
  return [...play(effective.filter(e => e.id !== target))].every(id => before.has(id))
}

/** A press of some kind at some piece by somebody; most are refused most of the time, as at a real bench that is played with. */
const press = fc.oneof(
  {
    weight: 4,
    arbitrary: fc.record({
      kind: fc.constantFrom('coat.started', 'coat.covered', 'etchant.off', 'piece.rinsed', 'piece.taken'),
      piece: fc.integer({ min: 1, max: 4 }),
    }),
  },
  {
    weight: 3,
    arbitrary: fc.record({
      kind: fc.constant('care.given'),
      care: fc.constantFrom('drip', 'swirl'),
      piece: fc.integer({ min: 1, max: 4 }),
    }),
  },
  {
    weight: 1,
    arbitrary: fc.record({ kind: fc.constant('piece.withdrawn'), piece: fc.integer({ min: 1, max: 4 }), reason: fc.constant('dropped') }),
  },
  { weight: 1, arbitrary: fc.record({ kind: fc.constantFrom('run.paused', 'run.abandoned'), reason: fc.constant('lunch') }) },
  { weight: 1, arbitrary: fc.constant({ kind: 'run.resumed' }) },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constant('note.written'),
      why: fc.constant('note'),
      of: fc.constant(null),
      text: fc.constantFrom('a', 'b'),
      was: fc.constant(null),
    }),
  },
  { weight: 5, arbitrary: fc.record({ kind: fc.constant('event.undone'), back: fc.integer({ min: 1, max: 60 }) }) },
)

describe('the intake', () => {
  it('holds after every press what the pure fold gives, and takes back what may be taken back by the book', () => {
    const ready = bench().atEtch().events
    fc.assert(
      fc.property(fc.array(fc.tuple(press, fc.constantFrom('me', 'you')), { maxLength: 90 }), (presses) => {
        const accepted: RunEvent[] = [...ready]
        const intake = runIntake(plan, accepted)
        presses.forEach(([part, by], i) => {
          const back = 'back' in part ? accepted.at(-part.back) : undefined
          const event = { ...part, ...(back ? { target: back.id } : {}), id: `p${i}`, at: START + i, by } as RunEvent
          if (event.kind === 'event.undone' && !back) return
          const allowed
            = event.kind === 'event.undone' ? undoByTheBook(accepted, event.target) : refuseEvent(plan, accepted, event) === null
          expect(intake.offer(event) === null).toBe(allowed)
          if (allowed) accepted.push(event)
          expect(intake.state()).toEqual(foldRun(plan, accepted))
          expect(intake.has(event.id)).toBe(allowed)
        })
        expect(intake.size()).toBe(accepted.length)
      }),
      { numRuns: 60, seed: 11 },
    )
  })

  it('a page that follows a run shows what the pure fold gives, with entries on their way and taken back among them', () => {
    const ready = bench().atEtch().events
    fc.assert(
      fc.property(fc.array(fc.tuple(press, fc.integer({ min: 1, max: 4 })), { maxLength: 40 }), (presses) => {
        const followed = followedRun(plan)
        followed.follow(ready)
        let [stored, onTheirWay]: RunEvent[][] = [[...ready], []]
        presses.forEach(([part, arrive], i) => {
          const all = [...stored!, ...onTheirWay!]
          const back = 'back' in part ? all.at(-part.back) : undefined
          const event = { ...part, ...(back ? { target: back.id } : {}), id: `p${i}`, at: START + i, by: 'me' } as RunEvent
          if (event.kind === 'event.undone' && !back) return
          expect(followed.refuse(onTheirWay!, event)).toEqual(refuseEvent(plan, all, event))
          if (refuseEvent(plan, all, event) === null) onTheirWay!.push(event)
          // Some arrive, and some of these are still here as well.
          stored = [...stored!, ...onTheirWay!.filter(e => !stored!.includes(e)).slice(0, arrive - 1)]
          followed.follow(stored)
          onTheirWay = onTheirWay!.filter(e => !stored!.includes(e) || arrive === 2)
          expect(followed.state(onTheirWay)).toEqual(foldRun(plan, [...stored, ...onTheirWay]))
          onTheirWay = onTheirWay.filter(e => !stored!.includes(e))
        })
      }),
      { numRuns: 60, seed: 12 },
    )
  })

  it('looks at no more than what came after the entry that is taken back', () => {
    const b = bench().atEtch()
    b.coat(1)
    const many = Array.from({ length: 4000 }, (_, i): RunEvent => ({
      id: `c${i}`,
      kind: 'piece.taken',
      piece: 1,
      at: START + i,
      by: i % 2 ? 'me' : 'you',
    }))
    let looks = 0
    const counted = new Proxy(plan, {
      get: (of, key) => {
        if (key === 'steps') looks++
        return Reflect.get(of, key)
      },
    })
    const intake = runIntake(counted, [...b.events, ...many])
    const undo = (target: string, i: number) => intake.offer({ id: `u${i}`, kind: 'event.undone', target, at: START, by: 'me' })
    looks = 0
    for (let i = 0; i < 100; i++) expect(undo(`c${3999 - i}`, i)).toBeNull()
    // At most the kept stretch and what came after, for each.
    expect(looks).toBeLessThan(100 * 70)
    looks = 0
    for (let i = 0; i < 100; i++) expect(undo(`gone${i}`, 200 + i)).toEqual({ code: 'no-such-entry' })
    expect(looks).toBe(0)
  })

  it('a note is taken at any time, after the end as well, and changes no fact', () => {
    const b = bench().atEtch().finish()
    const before = b.state()
    const note = {
      kind: 'note.written' as const,
      why: 'not-taken' as const,
      of: 2,
      text: 'rinsed at five past',
      was: { kind: 'piece.rinsed', at: START },
    }
    expect(b.refusal(note)).toBeNull()
    b.send(note)
    expect(b.state()).toEqual({ ...before, notes: [expect.objectContaining({ why: 'not-taken', of: 2, text: 'rinsed at five past' })] })
  })
})
