import fc from 'fast-check'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { v7 } from 'uuid'
import type { EventOutcome, EventsAnswer, SentEvent, StoredEvent } from '#shared/runs'
import { runEventSchema } from '#shared/runs'
import { CHUNK, Outbox, pauseAfter } from './outbox'
import type { Answered, Entry, OutboxParts } from './outbox'
import { memoryStorage } from './memory.test-support'

beforeEach(() => vi.useFakeTimers())
afterEach(() => vi.useRealTimers())

const tick = (by = 'maren', runId = 'run', part: object = { kind: 'step.done', step: 'clean' }): Entry => {
  const id = v7()
  return { kind: 'event', id, runId, by, event: { ...part, id, at: 1_780_000_000_000, deviceTime: 1_780_000_000_000 } as SentEvent }
}
const photo = (by = 'maren'): Entry => ({
  kind: 'photo',
  id: v7(),
  runId: 'run',
  by,
  at: 1,
  step: 'etch',
  piece: 1,
  picture: new Blob(['x']),
})

/** A server in miniature: takes each id once, and answers whatever it is told to first. */
class Server {
  stored: string[] = []
  bookedBy = new Map<string, string>()
  requests = 0
  /** What comes before the server: an answer of somebody else, or nothing; `after` the server has stored it all the same. */
  next: (Answered & { after?: boolean })[] = []
  refuse: (event: SentEvent) => Partial<EventOutcome> | null = () => null

  private intercepted(work: () => Answered): Answered {
    this.requests++
    const fault = this.next.shift()
    if (!fault) return work()
    if (fault.after) work()
    return fault
  }

  events = async (_: string, events: (SentEvent & { by: string })[]): Promise<Answered> =>
    this.intercepted(() => {
      const stored: StoredEvent[] = []
      const outcomes = events.map((e): EventOutcome => {
        const no = this.refuse(e)
        if (no) return { id: e.id, accepted: false, ...no }
        if (!this.stored.includes(e.id)) {
          this.stored.push(e.id)
          this.bookedBy.set(e.id, e.by)
          stored.push({ ...e, seq: this.stored.length, serverTime: 0 } as StoredEvent)
        }
        return { id: e.id, accepted: true }
      })
      return { status: 200, body: { outcomes, stored, serverTime: 0 } satisfies EventsAnswer }
    })

  photo = async (p: Extract<Entry, { kind: 'photo' }>): Promise<Answered> =>
    this.intercepted(() => {
      if (!this.stored.includes(p.id)) this.stored.push(p.id)
      return { status: 200, body: [] }
    })
}

function device(server = new Server(), change: Partial<OutboxParts> = {}, storage = memoryStorage()) {
  const people = new Set(['maren'])
  const outbox = new Outbox({
    storage,
    transport: server,
    check: e => (e.kind === 'photo' || runEventSchema.safeParse(e.event).success ? null : 'Shorten it.'),
    mayBook: by => people.has(by),
    taken: () => {},
    changed: () => {},
    chance: () => 0.5,
    now: () => 0,
    ...change,
  })
  return { outbox, server, storage, people }
}
/** Until nothing moves any more, at most so long. */
const settle = (ms = 400_000) => vi.advanceTimersByTimeAsync(ms)

const HTML: Answered = { status: 200, body: null }
const refusal = (status: number): Answered => ({ status, body: { error: 'No.' } })

describe('whatever answers, an entry stays until the server has it', () => {
  it.each([
    ['no answer', { status: 0, body: null }],
    ['500', refusal(500)],
    ['502 of a proxy', { status: 502, body: null }],
    ['503', refusal(503)],
    ['504', refusal(504)],
    ['520', { status: 520, body: null }],
    ['408', refusal(408)],
    ['429', refusal(429)],
    ['200 that is a page', HTML],
    ['a portal that sends elsewhere', { status: 302, body: null }],
    ['403 of a portal', { status: 403, body: null }],
    ['404 of a proxy', { status: 404, body: null }],
    ['200 of something else', { status: 200, body: { ok: true } }],
    ['half an answer', { status: 200, body: { outcomes: [], stored: [] } }],
  ])('%s', async (_, fault) => {
    const { outbox, server } = device()
    server.next = [fault, fault, fault]
    const made = [tick(), tick(), tick()]
    for (const e of made) outbox.add(e)
    await settle()
    expect(server.stored).toEqual(made.map(e => e.id))
    expect(outbox.waiting).toEqual([])
    expect(outbox.notTaken).toEqual([])
  })
  it.each([400, 403, 404, 409, 422])('a %i of the server goes to the tray with its reason, and nothing else does', async (status) => {
    const { outbox, server } = device()
    const [good, bad] = [tick(), tick()]
    const asked = server.events
    server.events = async (run, events) => (events.some(e => e.id === bad.id) ? refusal(status) : asked(run, events))
    outbox.add(good)
    outbox.add(bad)
    await settle()
    expect(server.stored).toEqual([good.id])
    expect(outbox.notTaken).toMatchObject([{ entry: { id: bad.id }, notTaken: { code: 'request', reason: 'No.' } }])
  })
  it('what is too large together goes apart; what is too large alone goes to the tray', async () => {
    const { outbox, server } = device()
    const made = Array.from({ length: 9 }, () => tick())
    const asked = server.events
    server.events = async (run, events) => (events.length > 2 || events.some(e => e.id === made[4]!.id) ? refusal(413) : asked(run, events))
    for (const e of made) outbox.add(e)
    await settle()
    expect(server.stored).toHaveLength(8)
    expect(outbox.notTaken).toMatchObject([{ entry: { id: made[4]!.id }, notTaken: { code: 'too-large' } }])
  })
  it('an entry over which the server stumbles holds up no other run, and those before it are through', async () => {
    const { outbox, server } = device()
    const made = [tick(), tick(), tick('maren', 'run'), tick('maren', 'other')]
    const asked = server.events
    server.events = async (run, events) => (events.some(e => e.id === made[2]!.id) ? refusal(500) : asked(run, events))
    for (const e of made) outbox.add(e)
    await settle()
    expect(new Set(server.stored)).toEqual(new Set([made[0]!.id, made[1]!.id, made[3]!.id]))
    expect(outbox.waiting.map(e => e.id)).toEqual([made[2]!.id])
  })
  it('501 entries made without network all arrive, in order, in several requests', async () => {
    const { outbox, server } = device()
    server.next = [{ status: 0, body: null }]
    const made = Array.from({ length: 501 }, () => tick())
    for (const e of made) outbox.add(e)
    await settle()
    expect(server.stored).toEqual(made.map(e => e.id))
    expect(server.requests).toBeGreaterThanOrEqual(Math.ceil(501 / CHUNK))
  })
  it('a malformed neighbour takes nobody along', async () => {
    const { outbox, server } = device()
    const made = Array.from({ length: 4 }, () => tick())
    server.refuse = e => (e.id === made[1]!.id ? { code: 'malformed', reason: 'This entry can\'t be read.' } : null)
    for (const e of made) outbox.add(e)
    await settle()
    expect(server.stored).toHaveLength(3)
    expect(outbox.notTaken).toMatchObject([
      { entry: { id: made[1]!.id }, notTaken: { code: 'malformed', reason: 'This entry can\'t be read.' } },
    ])
  })
  it('what the run refused is kept as the code that came with it, beside the words of that moment', async () => {
    const { outbox, server } = device()
    const late = tick()
    const refusal = { code: 'no-clock' as const, piece: 2 }
    const refused = { code: 'refused' as const, refusal, reason: 'Tumbler 2 has no clock running.' }
    server.refuse = e => (e.id === late.id ? refused : null)
    outbox.add(late)
    await settle()
    expect(outbox.notTaken).toMatchObject([{ entry: { id: late.id }, notTaken: refused }])
  })
  it('what could never be stored is refused when it is entered', () => {
    const { outbox } = device()
    expect(outbox.add(tick('maren', 'run', { kind: 'run.paused', reason: 'x'.repeat(231) }))).toEqual({ refused: 'Shorten it.' })
    expect(outbox.waiting).toEqual([])
  })
  it('signed out, it asks once and goes on when somebody is back', async () => {
    const { outbox, server } = device()
    server.next = [refusal(401)]
    outbox.add(tick())
    await settle()
    expect([server.requests, server.stored.length]).toEqual([1, 0])
    await outbox.send()
    await settle()
    expect(server.stored).toHaveLength(1)
  })
  it('leaves the device only once it is seen in its run', async () => {
    let seen = false
    const { outbox } = device(new Server(), { taken: () => (seen ? undefined : Promise.reject(new Error('not yet'))) })
    outbox.add(tick())
    await settle(60_000)
    expect(outbox.waiting).toHaveLength(1)
    seen = true
    await settle()
    expect(outbox.waiting).toHaveLength(0)
  })
})

describe('tries', () => {
  it('come ever more seldom, never all at once, and never seldomer than every three quarters of a minute', async () => {
    expect(pauseAfter(0, 0.5)).toBe(500)
    expect(pauseAfter(3, 0.5)).toBe(4000)
    expect([pauseAfter(30, 0), pauseAfter(30, 1)]).toEqual([15_000, 45_000])
    const { outbox, server } = device()
    server.next = Array.from({ length: 1000 }, () => refusal(503))
    outbox.add(tick())
    await settle(60_000)
    expect(server.requests).toBeLessThan(10)
  })
  it('are made at once when the network is back', async () => {
    const { outbox, server } = device()
    server.next = Array.from({ length: 8 }, () => ({ status: 0, body: null }))
    outbox.add(tick())
    await settle(40_000)
    server.next = []
    await outbox.send()
    await settle(10)
    expect(server.stored).toHaveLength(1)
  })
})

describe('entries belong to whoever pressed', () => {
  it('and are sent as theirs, or wait until they may be booked here', async () => {
    const { outbox, server, people } = device()
    const [maren, osk] = [tick('maren'), tick('osk')]
    outbox.add(osk)
    outbox.add(maren)
    await settle()
    expect([...server.bookedBy]).toEqual([[maren.id, 'maren']])
    expect(outbox.waiting.map(e => e.by)).toEqual(['osk'])
    people.add('osk')
    await outbox.send()
    await settle()
    expect(server.bookedBy.get(osk.id)).toBe('osk')
  })
  it('the server has the last word on that: what it will not book yet waits, too', async () => {
    const { outbox, server } = device()
    server.refuse = () => ({ code: 'not-here', reason: 'Not here.' })
    outbox.add(tick())
    await settle()
    expect([outbox.waiting.length, outbox.notTaken.length]).toEqual([1, 0])
  })
  it('what rests on somebody else\'s entry that still lies here is not given up', async () => {
    const { outbox, server, people } = device()
    const [coat, rinse] = [tick('osk'), tick('maren')]
    server.refuse = e => (e.id === rinse.id && !server.stored.includes(coat.id) ? { code: 'refused', reason: 'It is not coated.' } : null)
    outbox.add(coat)
    outbox.add(rinse)
    await settle()
    expect(outbox.notTaken).toEqual([])
    people.add('osk')
    await outbox.send()
    await settle()
    expect(server.stored).toEqual([coat.id, rinse.id])
  })
})

describe('the tray', () => {
  it('keeps over a reload, and gives an entry back to be tried again, corrected, or taken out', async () => {
    const { outbox, server, storage } = device()
    server.refuse = () => ({ code: 'refused', reason: 'Not yet.' })
    const made = [tick(), tick(), tick('maren', 'run', { kind: 'run.paused', reason: 'lunch' })]
    for (const e of made) outbox.add(e)
    await settle()
    outbox.close()
    const again = device(server, {}, storage).outbox
    await settle()
    expect(again.notTaken.map(k => k.entry.id)).toEqual(made.map(e => e.id))
    server.refuse = () => null
    const [first, second, third] = again.notTaken
    await again.again(first!.seq)
    expect(
      await again.again(third!.seq, {
        ...third!.entry,
        event: { ...(third!.entry as { event: SentEvent }).event, reason: 'x'.repeat(300) },
      } as Entry),
    ).toBe('Shorten it.')
    await again.again(third!.seq, { ...third!.entry, event: { ...(third!.entry as { event: SentEvent }).event, reason: 'tea' } } as Entry)
    await again.takeOut(second!.seq)
    await settle()
    expect(server.stored).toEqual([made[0]!.id, made[2]!.id])
    expect([again.notTaken, again.waiting, await storage.read()]).toEqual([[], [], []])
  })
})

describe('on the device', () => {
  it('two tabs share one store and one order, and each entry is stored once', async () => {
    const storage = memoryStorage()
    const server = new Server()
    server.next = Array.from({ length: 99 }, () => ({ status: 0, body: null }))
    const tabs = [device(server, {}, storage).outbox, device(server, {}, storage).outbox]
    const made = Array.from({ length: 20 }, () => tick())
    for (const [i, e] of made.entries()) {
      const added = tabs[i % 2]!.add(e)
      if (added.refused === null) await added.kept
    }
    for (const tab of tabs) await tab.read()
    for (const tab of tabs) expect(tab.waiting.map(e => e.id)).toEqual(made.map(e => e.id))
    server.next = []
    for (const tab of tabs) await tab.send()
    await settle()
    for (const tab of tabs) await tab.read()
    for (const tab of tabs) expect(tab.waiting).toEqual([])
    expect(server.stored.toSorted()).toEqual(made.map(e => e.id).toSorted())
    expect(await storage.read()).toEqual([])
  })
  it('the order is counted: a clock that is set back changes nothing', async () => {
    const { outbox, server } = device()
    server.next = [{ status: 0, body: null }]
    const late = { ...tick(), id: v7({ msecs: 2e12 }) } as Extract<Entry, { kind: 'event' }>
    const early = { ...tick(), id: v7({ msecs: 1e12 }) } as Extract<Entry, { kind: 'event' }>
    for (const e of [late, early]) outbox.add({ ...e, event: { ...e.event, id: e.id } })
    await settle()
    expect(server.stored).toEqual([late.id, early.id])
  })
  it('a browser that keeps nothing says so, and still sends', async () => {
    const { outbox, server } = device(
      new Server(),
      {},
      { ...memoryStorage(), read: () => Promise.reject(new Error('private')), add: () => Promise.reject(new Error('private')) },
    )
    const made = [tick(), tick(), tick()]
    for (const e of made) outbox.add(e)
    await settle()
    expect(outbox.forgetful).toBe(true)
    expect(server.stored).toEqual(made.map(e => e.id))
  })
  it('pictures wait in the same place, and hold up no clock', async () => {
    const { outbox, server } = device()
    server.photo = async () => ({ status: 0, body: null })
    const [picture, entry] = [photo(), tick()]
    outbox.add(picture)
    outbox.add(entry)
    await settle()
    expect(server.stored).toEqual([entry.id])
    expect(outbox.waiting).toEqual([picture])
  })
})

describe('any run of luck', () => {
  const fault = fc.constantFrom<Answered & { after?: boolean }>(
    { status: 0, body: null },
    { status: 0, body: null, after: true },
    refusal(500),
    { ...refusal(503), after: true },
    refusal(429),
    HTML,
    { ...HTML, after: true },
    { status: 502, body: null },
  )
  it('made = stored + tray, each once, whatever is lost on the way, and over reloads', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.oneof(
            fc.record({ do: fc.constant('press' as const), bad: fc.boolean() }),
            fc.record({ do: fc.constant('fault' as const), fault }),
            fc.record({ do: fc.constant('reload' as const) }),
          ),
          { maxLength: 60 },
        ),
        async (acts) => {
          const server = new Server()
          const bad = new Set<string>()
          server.refuse = e => (bad.has(e.id) ? { code: 'refused', reason: 'No.' } : null)
          const storage = memoryStorage()
          let { outbox } = device(server, {}, storage)
          const made: string[] = []
          for (const act of acts) {
            if (act.do === 'fault') server.next.push(act.fault)
            else if (act.do === 'reload') {
              outbox.close()
              ;({ outbox } = device(server, {}, storage))
            }
            else {
              const entry = tick()
              made.push(entry.id)
              if (act.bad) bad.add(entry.id)
              const added = outbox.add(entry)
              if (added.refused === null) await added.kept
            }
            await vi.advanceTimersByTimeAsync(120)
          }
          server.next = []
          await outbox.send()
          await settle()
          const tray = outbox.notTaken.map(k => k.entry.id)
          expect([...server.stored, ...tray].toSorted()).toEqual(made.toSorted())
          expect(new Set(tray)).toEqual(bad)
          expect(outbox.waiting).toEqual([])
        },
      ),
      { numRuns: 40, seed: 5 },
    )
  })
})
