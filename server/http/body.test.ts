import { PassThrough } from 'node:stream'
import type { IncomingMessage } from 'node:http'
import type { H3Event } from 'h3'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { byteBudget, limitsOf, readBytes, readJson, tooManyParts, unstorableText } from './body'

const incoming = (headers: Record<string, string> = {}) =>
  Object.assign(new PassThrough(), { headers }) as unknown as IncomingMessage & PassThrough
const json = (text: string) => readJson({ context: { body: Buffer.from(text) } } as unknown as H3Event)

const roomy = byteBudget(1000)

describe('a body is limited while it is read', () => {
  it('whole and small enough, it is given as it came', async () => {
    const request = incoming()
    const read = readBytes(request, { bytes: 10, ms: 1000 }, roomy)
    request.write('12345')
    request.end('67890')
    expect((await read).toString()).toBe('1234567890')
  })
  it('at the first byte too many it is refused, without waiting for the rest', async () => {
    const request = incoming()
    const read = readBytes(request, { bytes: 10, ms: 60_000 }, roomy)
    request.write('12345678901')
    await expect(read).rejects.toMatchObject({ status: 413 })
  })
  it('one that says it is too large is not read at all', async () => {
    const request = incoming({ 'content-length': '11' })
    await expect(readBytes(request, { bytes: 10, ms: 60_000 }, roomy)).rejects.toMatchObject({ status: 413 })
    expect(request.listenerCount('data')).toBe(0)
  })
  it('one that trickles is refused after its time; one that is cut off, at once', async () => {
    const slow = incoming()
    const read = readBytes(slow, { bytes: 100, ms: 40 }, roomy)
    const trickle = setInterval(() => slow.write('x'), 10)
    await expect(read).rejects.toMatchObject({ status: 408 })
    clearInterval(trickle)
    const cut = incoming()
    const half = readBytes(cut, { bytes: 100, ms: 60_000 }, roomy)
    cut.emit('aborted')
    await expect(half).rejects.toMatchObject({ status: 400 })
  })
  it('many at once hold no more than their share together, and what one held is free again however it ends', async () => {
    const budget = byteBudget(25)
    const limits = { bytes: 20, ms: 60_000 }
    const reading = [incoming(), incoming(), incoming()].map(request => ({ request, read: readBytes(request, limits, budget) }))
    for (const { request } of reading) request.write('1234567890')
    await expect(Promise.any(reading.map(async r => (await r.read, 'whole')).concat(reading.map(r => r.read.catch(e => e.status)))))
      .resolves.toBe(503)
    reading[0]!.request.end()
    reading[1]!.request.emit('aborted')
    expect((await reading[0]!.read).toString()).toBe('1234567890')
    await expect(reading[1]!.read).rejects.toMatchObject({ status: 400 })
    expect([budget.take(26), budget.take(25)]).toEqual([false, true])
  })
  it('pictures may be larger and take longer than anything else', () => {
    const [picture, other] = [limitsOf('/api/runs/a/photos?id=1'), limitsOf('/api/runs/a/photos/more')]
    expect(picture.bytes).toBe(10_000_000)
    expect(other.bytes).toBe(2_000_000)
    expect(limitsOf('/api/session')).toEqual(other)
  })
})

describe('JSON', () => {
  it.each(['1e999', '-1e999', '5e-324', '[{"a":[1,-1e-310]}]'])('has no number that can\'t be stored: %s', text =>
    expect(() => json(text)).toThrow(/larger or smaller than Crest can keep/))
  it.each(['0', '-0', '1e308', '-1e15', '2.3e-308', '1.2e-16'])('%s is a number', text => expect(json(text)).toBe(Number(text)))
  it('is read as it is, whatever stands in it', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 6 }).filter(v => !/e-3[012]\d/.test(JSON.stringify(v))), (value) => {
        const text = JSON.stringify(value)
        if (!JSON.stringify(value).isWellFormed?.() || text.includes('\\u0000') || /\\ud[89a-f]/i.test(text)) return
        expect(json(text)).toEqual(JSON.parse(text))
      }),
    )
    expect(readJson({ context: {} } as unknown as H3Event)).toBeUndefined()
  })
  it('counts layers and values, and nothing inside a text', () => {
    expect(tooManyParts('['.repeat(5), { depth: 4, values: 100 })).toBe(true)
    expect(tooManyParts('[[[[1]]]]', { depth: 4, values: 100 })).toBe(false)
    expect(tooManyParts('[1,2,3,4]', { depth: 4, values: 3 })).toBe(true)
    expect(tooManyParts(`["${'[,'.repeat(500)}","\\"[[[[[["]`, { depth: 4, values: 5 })).toBe(false)
  })
  it('no letter is NUL or half of a pair, written as it is or as an escape', () => {
    for (const text of ['"\\u0000"', '{"\\ud83d":1}', '["a\\udc00"]', '"\\uDBFFx"'])
      expect(() => json(text)).toThrow(/letter in it that can't be kept/)
    expect(json('"\\ud83d\\ude00 \\u00e9"')).toBe('😀 é')
    expect(() => json('{"a":')).toThrow(/can't be read/)
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), text => unstorableText(text) === (text.includes('\0') || /\p{Surrogate}/u.test(text))),
    )
  })
})
