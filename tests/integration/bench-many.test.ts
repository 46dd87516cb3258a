import sharp from 'sharp'
import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { foldRun } from '../../core/bench/run'
import type { JobRecord } from '../../shared/record'
import type { EventOutcome, Photo, RunWithEvents } from '../../shared/runs'
import { Client, event, newLot, newRun, upToStep } from '../support/client'
import { sharedStudio } from '../support/studio'

let mate: Client
let lead: Client
let mateId: string
let lotId: string
beforeAll(async () => {
  ;({ mate, lead, mateId } = await sharedStudio())
  lotId = await newLot(lead)
})

const send = async (who: Client, runId: string, events: ReturnType<typeof event>[]) =>
  (await who.post<{ outcomes: EventOutcome[] }>(`runs/${runId}/events`, { events })).body.outcomes
const runOf = async (runId: string) => (await mate.get<RunWithEvents>(`runs/${runId}`)).body
const pause = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))
/** Tumbler 1 of two has just been covered. */
async function wet() {
  const { runId } = await newRun(mate, lotId, { pieces: '2' })
  await upToStep(mate, runId, 'etch')
  await send(mate, runId, [event({ kind: 'coat.started', piece: 1 }), event({ kind: 'coat.covered', piece: 1 })])
  // What follows lies after it, also by the millisecond.
  await pause(60)
  return { runId }
}

describe('two tablets that enter the same', () => {
  it('both facts are kept; the second counts once a person says so, and is told once', async () => {
    const { runId } = await wet()
    const [first, second] = [event({ kind: 'etchant.off', piece: 1 }), event({ kind: 'etchant.off', piece: 1 }, Date.now() - 30)]
    expect(await send(mate, runId, [first])).toEqual([{ id: first.id, accepted: true }])
    // Away from the network, the lead had entered the same and the rinse after it.
    const rinse = event({ kind: 'piece.rinsed', piece: 1 })
    expect(await send(lead, runId, [second, rinse])).toEqual([
      { id: second.id, accepted: false, conflict: true },
      { id: rinse.id, accepted: true },
    ])
    // Sent again: kept once.
    expect(await send(lead, runId, [second])).toEqual([{ id: second.id, accepted: false, conflict: true }])
    const run = await runOf(runId)
    expect(run.conflicts).toEqual([expect.objectContaining({ id: second.id, fact: 'etchant.off', piece: 1 })])
    expect(foldRun(run.plan, run.events).pieces[0]!.off!.by).toBe(mateId)
    const { status, body } = await mate.post<RunWithEvents>(`runs/${runId}/conflicts/${second.id}`, { take: true })
    expect([status, body.conflicts]).toEqual([200, []])
    const { pieces } = foldRun(body.plan, body.events)
    expect(pieces[0]!.off).toEqual({ by: run.conflicts[0]!.by, at: run.conflicts[0]!.at })
    expect(body.events.filter(e => e.kind === 'etchant.off')).toHaveLength(1)
    // Another tablet decides late: nothing is left to decide.
    expect((await lead.post<RunWithEvents>(`runs/${runId}/conflicts/${second.id}`, { take: false })).body.events).toEqual(body.events)
  })
  it('the first may stay as well; what would stand out of order in time is refused and stays open', async () => {
    const { runId } = await wet()
    await send(mate, runId, [event({ kind: 'etchant.off', piece: 1 }), event({ kind: 'piece.rinsed', piece: 1 })])
    await pause(40)
    // By the lead's tablet it came off only after it had been rinsed.
    const off = event({ kind: 'etchant.off', piece: 1 })
    await send(lead, runId, [off])
    const refused = await mate.post(`runs/${runId}/conflicts/${off.id}`, { take: true })
    expect([refused.status, refused.body.error]).toEqual([409, expect.stringMatching(/out of order in time/)])
    expect((await runOf(runId)).conflicts).toHaveLength(1)
    const { body } = await mate.post<RunWithEvents>(`runs/${runId}/conflicts/${off.id}`, { take: false })
    expect(body.conflicts).toEqual([])
    expect(foldRun(body.plan, body.events).pieces[0]!.off!.by).toBe(mateId)
  })
  it('one person\'s own second press is no conflict, it is refused', async () => {
    const { runId } = await wet()
    const outcomes = await send(mate, runId, [event({ kind: 'etchant.off', piece: 1 }), event({ kind: 'etchant.off', piece: 1 })])
    expect(outcomes[1]).toMatchObject({ accepted: false, reason: expect.stringMatching(/no clock running/) })
    expect((await runOf(runId)).conflicts).toEqual([])
  })
  it('nobody enters by hand what only a decision enters', async () => {
    const { runId } = await wet()
    const { body } = await mate.post(`runs/${runId}/events`, {
      events: [event({ kind: 'fact.settled', piece: 1, fact: 'etchant.off', heldAt: 1, heldBy: mateId })],
    })
    expect(body.outcomes).toMatchObject([{ accepted: false, code: 'malformed' }])
  })
})

describe('pictures of a run', () => {
  const picture = (width: number, height: number) => sharp({ create: { width, height, channels: 3, background: '#8cc5b2' } })
  const put = (runId: string, bytes: Buffer | Uint8Array, query: Record<string, string> = {}, type = 'image/jpeg') =>
    fetch(`${mate.url}/api/runs/${runId}/photos?${new URLSearchParams({ id: v7(), step: 'etch', piece: '1', ...query })}`, {
      method: 'POST',
      headers: { 'cookie': mate.cookie, 'origin': mate.url, 'content-type': type },
      body: bytes as never,
    })

  it('are encoded afresh, turned as they were held, without what the camera wrote', async () => {
    const { runId } = await wet()
    const taken = await picture(3000, 1200)
      .withMetadata({ orientation: 6 })
      .withExifMerge({ IFD0: { Make: 'A camera', Copyright: 'somebody' }, IFD3: { GPSLatitude: '53/1 33/1 0/1' } })
      .jpeg()
      .toBuffer()
    const answer = await put(runId, taken)
    expect(answer.status).toBe(200)
    const [photo] = (await answer.json()) as Photo[]
    expect(photo).toMatchObject({ step: 'etch', piece: 1, width: 800, height: 2000, by: mateId })
    const image = await fetch(`${mate.url}/api/photos/${photo!.id}`, { headers: { cookie: mate.cookie } })
    expect(image.headers.get('content-type')).toBe('image/jpeg')
    const bytes = Buffer.from(await image.arrayBuffer())
    const { exif, format, orientation } = await sharp(bytes).metadata()
    expect([exif, format, orientation]).toEqual([undefined, 'jpeg', undefined])
    expect(bytes.includes('A camera')).toBe(false)
    expect((await mate.get<Photo[]>(`runs/${runId}/photos`)).body).toHaveLength(1)
    // It hangs on its piece in the story of the job.
    const { jobId } = (await mate.get<{ jobId: string }>(`runs/${runId}`)).body
    const { runs } = (await mate.get<JobRecord>(`jobs/${jobId}/record`)).body
    expect(runs.map(r => r.photos)).toEqual([[{ id: photo!.id, piece: 1 }]])
  })
  it('sent twice are stored once; of nobody signed in, nothing', async () => {
    const { runId } = await wet()
    const id = v7()
    const bytes = await picture(40, 30).png().toBuffer()
    await put(runId, bytes, { id, piece: '' }, 'image/png')
    expect(await (await put(runId, bytes, { id, piece: '' }, 'image/png')).json()).toEqual([
      expect.objectContaining({ id, piece: null, width: 40, height: 30 }),
    ])
    expect((await new Client(mate.url).get(`photos/${id}`)).status).toBe(401)
  })
  it('what is no picture, too large, too many pixels, or of no run is refused in words', async () => {
    const { runId } = await wet()
    const words = async (r: Response) => [r.status, ((await r.json()) as { error: string }).error]
    expect(
      await words(await put(runId, Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>'), {}, 'image/svg+xml')),
    ).toEqual([400, expect.stringMatching(/picture can't be read/)])
    expect(await words(await put(runId, Buffer.from('hello')))).toEqual([400, expect.stringMatching(/picture can't be read/)])
    expect((await put(runId, Buffer.alloc(10_100_000))).status).toBe(413)
    const bomb = await picture(9000, 8000).png({ compressionLevel: 9 }).toBuffer()
    expect(bomb.length).toBeLessThan(1_000_000)
    expect((await put(runId, bomb, {}, 'image/png')).status).toBe(400)
    expect((await put(v7(), await picture(10, 10).png().toBuffer(), {}, 'image/png')).status).toBe(404)
    expect((await put(runId, await picture(10, 10).png().toBuffer(), { piece: 'two' }, 'image/png')).status).toBe(400)
    // A form of another page can't send one.
    expect(
      (
        await fetch(`${mate.url}/api/runs/${runId}/photos`, {
          method: 'POST',
          headers: { 'cookie': mate.cookie, 'content-type': 'text/plain' },
          body: 'x',
        })
      ).status,
    ).toBe(403)
  })
})
