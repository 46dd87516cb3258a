import sharp from 'sharp'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { findArt, pictured, readFrost, windowOf } from '../../core/bench/frost'
import type { EventsAnswer, RunWithEvents } from '../../shared/runs'
import { startCamera } from '../../devices/camera/server'
import { event, newLot, newRun } from '../support/client'
import type { Client } from '../support/client'
import { sharedStudio } from '../support/studio'
import { through } from '../support/through'

const rings = [[2, 2, 28, 2, 28, 38, 2, 38], [36, 4, 58, 4, 58, 20, 36, 20]]
const window = windowOf(60, 40, null)

describe('the simulated camera', () => {
  let url = ''
  let close = () => {}
  beforeAll(async () => {
    const server = await startCamera(0)
    close = () => server.close()
    url = `http://127.0.0.1:${(server.address() as { port: number }).port}/`
  })
  afterAll(() => close())

  const photo = (body: unknown) => fetch(new URL('photo', url), { method: 'POST', body: JSON.stringify(body) })
  it('takes a picture of what it is told, on its side as phones do; turned upright it reads as what was put in', async () => {
    const truth = {
      pixels: { width: 1000, height: 750 }, frost: 0.35, clear: 0.03, creep: 0.1, spots: [], mottle: { height: 0, length: 8 },
      grain: { deviation: 0, size: 0.2 },
    }
    const answer = await photo({ rings, window, of: 'slipway lamp', truth })
    expect([answer.status, answer.headers.get('content-type'), answer.headers.get('x-simulated')]).toEqual([200, 'image/jpeg', 'yes'])
    const image = Buffer.from(await answer.arrayBuffer())
    expect(await sharp(image).metadata()).toMatchObject({ width: 750, height: 1000, orientation: 6 })
    const { data, info } = await sharp(image).rotate().ensureAlpha().raw().toBuffer({ resolveWithObject: true })
    expect([info.width, info.height]).toEqual([1000, 750])
    const picture = pictured({ width: info.width, height: info.height, data })
    const art = rings.map(r => Float64Array.from(r))
    const found = findArt(picture, art, window)!
    const read = readFrost(picture, art, window, found, 20)
    const gain = (36 / 116) ** 3 / 0.03
    expect(Math.abs(read.contrast - (116 * Math.cbrt(gain * 0.35) - 36))).toBeLessThan(1.5)
    expect(Math.abs(read.edges!.offset! - 0.1)).toBeLessThan(0.03)
    expect([read.against!.outside, read.against!.missing]).toEqual([0, 0])
  })
  it('makes the same picture of the same piece, and says what it can\'t make out', async () => {
    const order = { rings, window, of: 'pier lamp', truth: { pixels: { width: 120, height: 90 } } }
    const [a, b] = await Promise.all([photo(order), photo(order)].map(async p => Buffer.from(await (await p).arrayBuffer())))
    expect(a!.equals(b!)).toBe(true)
    expect((await photo('a snapshot')).status).toBe(400)
    expect((await photo({ ...order, truth: { pixels: { width: 9000, height: 9000 } } })).status).toBe(400)
    expect((await fetch(new URL('print', url))).status).toBe(404)
  })
})

describe('frost that was read', () => {
  let mate: Client
  let lotId: string
  beforeAll(async () => {
    const { lead, mate: crew } = await sharedStudio()
    mate = crew
    lotId = await newLot(lead, { productName: 'Measured cream' })
  })
  it('is kept with the run, also once that is closed', async () => {
    const { runId } = await newRun(mate, lotId, { pieces: '2', customer: 'Slipway lamp' })
    await through(mate, runId, ['good', 'good'])
    const figures = {
      placement: 0, contrast: 42.5, mottle: 0.9, graininess: 1.4, raggedness: 0.03, blur: 0.2, offset: 0.05, outside: 0, missing: 2.1,
      scale: 21, card: 20, photo: v7(),
    }
    const read = (piece: number) => event({ kind: 'frost.read', piece, ...figures })
    const { outcomes } = (await mate.post<EventsAnswer>(`runs/${runId}/events`, { events: [read(2), read(7)] })).body
    expect(outcomes).toMatchObject([{ accepted: true }, { accepted: false, reason: expect.stringMatching(/There is no/) }])
    const { events } = (await mate.get<RunWithEvents>(`runs/${runId}`)).body
    expect(events.at(-1)).toMatchObject({ kind: 'frost.read', piece: 2, contrast: 42.5, missing: 2.1 })
  })
  it('nobody asks the camera for a picture of nothing', async () => {
    expect((await mate.post('camera/photo', { rings: [], window, of: 'quay lamp', strengths: null })).status).toBe(400)
  })
})
