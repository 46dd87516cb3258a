import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { commands } from './commands'

class Lost extends Error {
  readonly status = 0
}
class Refused extends Error {
  readonly status = 409
}

/** A server that does a command once by its id, behind a network that loses questions and answers as it is told. */
function server(fates: ('arrives' | 'question lost' | 'answer lost')[] = []) {
  const ledger = new Map<string, number>()
  let sent = 0
  let refuses = false
  const send = async <T>(_: string, __: string, body: object): Promise<T> => {
    sent++
    const fate = fates.shift() ?? 'arrives'
    await null
    if (fate === 'question lost') throw new Lost('no answer')
    if (refuses) throw new Refused('no')
    const { id, grams } = body as { id: string, grams: number }
    if (!ledger.has(id)) ledger.set(id, grams)
    if (fate === 'answer lost') throw new Lost('no answer')
    return { total: [...ledger.values()].reduce((sum, g) => sum + g, 0) } as T
  }
  let ids = 0
  const refusal = (words: string) => new Refused(words)
  const command = commands(send, { newId: () => `id ${++ids}`, wait: async () => null, refusal, again: [1, 1] })
  return { command, ledger, sent: () => sent, lose: (more: typeof fates) => fates.push(...more), refuse: (no: boolean) => (refuses = no) }
}
const booked = (of: { ledger: Map<string, number> }) => [...of.ledger.values()]

describe('a command', () => {
  it('whose answer is lost is tried again and done once', async () => {
    const s = server(['answer lost', 'question lost'])
    expect(await s.command('tubs/a/entries', { grams: 40 })).toEqual({ total: 40 })
    expect([s.sent(), booked(s)]).toEqual([3, [40]])
  })
  it('that was given up is the same when it is pressed again, and a further one is another', async () => {
    const s = server(['answer lost', 'answer lost', 'answer lost'])
    await expect(s.command('tubs/a/entries', { grams: 40 })).rejects.toThrow('no answer')
    await s.command('tubs/a/entries', { grams: 40 })
    expect(booked(s)).toEqual([40])
    await s.command('tubs/a/entries', { grams: 40 })
    expect(booked(s)).toEqual([40, 40])
  })
  it('pressed twice at once is one', async () => {
    const s = server()
    await Promise.all([s.command('tubs/a/entries', { grams: 40 }), s.command('tubs/a/entries', { grams: 40 })])
    expect([s.sent(), booked(s)]).toEqual([1, [40]])
  })
  it('with other content waits until the one before is known, and says so where that was done', async () => {
    const s = server(['answer lost', 'answer lost', 'answer lost'])
    await expect(s.command('tubs/a/entries', { grams: 40 })).rejects.toThrow('no answer')
    await expect(s.command('tubs/a/entries', { grams: 30 })).rejects.toThrow(/arrived after all/)
    expect(booked(s)).toEqual([40])
    await s.command('tubs/a/entries', { grams: 30 })
    expect(booked(s)).toEqual([40, 30])
  })
  it('with other content that is pressed while the one before is on its way follows it', async () => {
    const s = server()
    const both = await Promise.all([s.command('tubs/a/entries', { grams: 40 }), s.command('tubs/a/entries', { grams: 30 })])
    expect(both).toEqual([{ total: 40 }, { total: 70 }])
  })
  it('that is refused is over: the next one has an id of its own, and other places don\'t wait for it', async () => {
    const s = server()
    s.refuse(true)
    await expect(s.command('tubs/a/entries', { grams: 40 })).rejects.toThrow('no')
    expect(s.sent()).toBe(1)
    s.refuse(false)
    await s.command('tubs/b/entries', { grams: 20 })
    await s.command('tubs/a/entries', { grams: 40 })
    expect([...s.ledger.keys()]).toEqual(['id 2', 'id 3'])
  })
  it('keeps the id that its form made, under the name that the server reads', async () => {
    const bodies: object[] = []
    const command = commands(async <T>(_: string, __: string, body: object) => (bodies.push(body), {} as T), {
      newId: () => 'new', wait: async () => null, refusal: words => new Refused(words),
    })
    await command('tubs', { id: 'own', name: 'Blue' })
    await command('passes/a/run', { pieces: [1] }, { idKey: 'runId' })
    expect(bodies).toEqual([{ id: 'own', name: 'Blue' }, { pieces: [1], runId: 'new' }])
  })
  it('is booked as often as somebody meant it, whatever is lost and however often they press', async () => {
    const fate = fc.constantFrom('arrives' as const, 'question lost' as const, 'answer lost' as const)
    const [grams, presses] = [fc.integer({ min: 1, max: 3 }), fc.integer({ min: 1, max: 2 })]
    const meant = fc.record({ grams, presses, lost: fc.array(fate, { maxLength: 7 }) })
    await fc.assert(fc.asyncProperty(fc.array(meant, { maxLength: 8 }), async (all) => {
      const s = server()
      const done: number[] = []
      for (const { grams, lost, presses } of all) {
        s.lose(lost)
        const press = () => s.command('tubs/a/entries', { grams })
        // They press until they are told that it is done; told that the one before has arrived, they look and mean this one still.
        for (let told = false; !told;) {
          const answers = await Promise.allSettled(Array.from({ length: presses }, press))
          told = answers.every(a => a.status === 'fulfilled')
        }
        done.push(grams)
      }
      expect(booked(s)).toEqual(done)
    }))
  })
})
