import { beforeAll, describe, expect, inject, it } from 'vitest'
import { v7 } from 'uuid'
import type { EventsAnswer, RunWithEvents } from '../../shared/runs'
import { Client, event, MATE, newLot, newRun, OLD } from '../support/client'
import { sharedStudio } from '../support/studio'

const url = inject('appUrl')
let mate: Client
let mateId: string
let lotId: string
let runId: string
beforeAll(async () => {
  const studio = await sharedStudio()
  ;({ mate, mateId } = studio)
  lotId = await newLot(studio.lead, OLD)
  ;({ runId } = await newRun(mate, lotId))
})

const stored = async () => (await mate.get<RunWithEvents>(`runs/${runId}`)).body.events.length
const TICKS = ['gloves', 'eyes', 'air']
const tick = (n: number) => event({ kind: 'gate.ticked', step: 'try-safety', item: TICKS[n]!, by: mateId })
const post = (body: string, headers: Record<string, string> = {}, run = runId) =>
  fetch(`${url}/api/runs/${run}/events`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'origin': url, 'cookie': mate.cookie, ...headers },
    body,
  })

describe('the short way of entries', () => {
  it('answers as the long way does, which the first entry of a device goes', async () => {
    const fresh = new Client(url)
    await fresh.signIn(MATE.name, MATE.password)
    const send = async (n: number) => {
      const answer = await post(JSON.stringify({ events: [tick(n)] }), { cookie: fresh.cookie })
      const headers = Object.fromEntries([...answer.headers].filter(([name]) => name !== 'date' && name !== 'content-length'))
      return { status: answer.status, headers, body: await answer.json() as { outcomes: unknown[], stored: object[] } }
    }
    const [long, short] = [await send(0), await send(1)]
    expect(short.headers).toEqual(long.headers)
    expect(short.headers).toMatchObject({ 'cache-control': 'no-store', 'x-content-type-options': 'nosniff' })
    expect(Object.keys(short.body)).toEqual(Object.keys(long.body))
    expect(Object.keys(short.body.stored[0]!).sort()).toEqual(Object.keys(long.body.stored[0]!).sort())
    expect([short.status, short.body.outcomes]).toEqual([200, [{ id: expect.any(String), accepted: true }]])
  })
  it('keeps times to the millisecond', async () => {
    const own = (await newRun(mate, lotId)).runId
    let last = ''
    for (let k = 0; k < 20; k++) {
      const made = k % 2 === 0 ? tick(0) : event({ kind: 'event.undone', target: last, by: mateId })
      last = made.id
      const sent = { ...made, deviceTime: made.at - k * 77_777_777 }
      const { stored: told } = await (await post(JSON.stringify({ events: [sent] }), {}, own)).json() as EventsAnswer
      expect(told).toMatchObject([{ id: made.id, deviceTime: sent.deviceTime }])
      expect((await mate.get<RunWithEvents>(`runs/${own}`)).body.events.at(-1)).toEqual(told[0])
    }
  })
  it.each<[string, () => Promise<Response>, number, RegExp]>([
    ['from another page', () => post(JSON.stringify({ events: [tick(2)] }), { origin: 'https://example.com' }), 403, /another page/],
    ['from a form', () => post(JSON.stringify({ events: [tick(2)] }), { 'content-type': 'text/plain' }), 403, /another page/],
    ['without a session', () => post(JSON.stringify({ events: [tick(2)] }), { cookie: '' }), 401, /not signed in/],
    ['with an altered cookie', () => post(JSON.stringify({ events: [tick(2)] }), { cookie: `${mate.cookie}x` }), 401, /not signed in/],
    ['that is cut short', () => post(JSON.stringify({ events: [tick(2)] }).slice(0, -3)), 400, /can't be read/],
    ['with letters that no text holds', () => post('{"events":[{"kind":"\\u0000"}]}'), 400, /letter in it/],
    ['without an entry', () => post('{"events":[]}'), 400, /another look/],
    ['larger than any', () => post(JSON.stringify({ events: ['x'.repeat(2_100_000)] })), 413, /larger than Crest takes/],
    ['of a run that is none', () => post(JSON.stringify({ events: [tick(2)] }), {}, 'nowhere'), 404, /run/],
    ['of a run that does not exist', () => post(JSON.stringify({ events: [tick(2)] }), {}, v7()), 404, /run/],
  ])('leaves what is %s to the long way, which refuses it', async (_, send, status, words) => {
    const before = await stored()
    const answer = await send()
    expect(answer.status).toBe(status)
    expect((await answer.json() as { error: string }).error).toMatch(words)
    expect(answer.headers.get('x-content-type-options')).toBe('nosniff')
    expect(await stored()).toBe(before)
  })
  it('leaves an entry that is refused, or is known already, to the long way', async () => {
    const known = tick(2)
    for (const accepted of [true, true])
      expect(await (await post(JSON.stringify({ events: [known] }))).json()).toMatchObject({ outcomes: [{ id: known.id, accepted }] })
    const { outcomes } = await (await post(JSON.stringify({ events: [event({ kind: 'run.finished', by: mateId })] }))).json() as {
      outcomes: { code: string }[]
    }
    expect(outcomes[0]!.code).toBe('refused')
  })
})
