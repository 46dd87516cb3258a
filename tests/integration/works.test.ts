import pg from 'pg'
import { beforeAll, describe, expect, inject, it } from 'vitest'
import type { LogFinding } from '../../core/plan/rank'
import type { Works } from '../../shared/works'
import { event, newLot, newRun } from '../support/client'
import type { Client } from '../support/client'
import { sharedStudio } from '../support/studio'
import { through } from '../support/through'

let mate: Client
let lotId: string
beforeAll(async () => {
  const { lead, mate: crew } = await sharedStudio()
  mate = crew
  lotId = await newLot(lead, { productName: 'Counted cream' })
})
const works = async (by: string, period = 'all') => (await mate.get<Works>(`works?by=${by}&period=${period}`)).body

describe('what works', () => {
  it('counts judged pieces by what a run was made with; what broke and what was only begun is not judged', async () => {
    const before = await works('resist')
    const paper = (of: Works) => of.tallies.find(t => t.key === 'contact-paper') ?? { runs: 0, pieces: 0, good: 0, scrap: 0 }
    const { runId } = await newRun(mate, lotId, { pieces: '4', resist: 'contact-paper' })
    await through(mate, runId, ['good', 'scrap', 'broke', 'good'])
    await newRun(mate, lotId, { pieces: '2', resist: 'contact-paper' })
    const after = await works('resist')
    const [was, is] = [paper(before), paper(after)]
    expect([is.runs - was.runs, is.pieces - was.pieces, is.good - was.good, is.scrap - was.scrap]).toEqual([1, 3, 2, 1])
    expect(after.pieces - before.pieces).toBe(3)
    expect(after.dwells.reduce((sum, b) => sum + b.pieces, 0) - before.dwells.reduce((sum, b) => sum + b.pieces, 0)).toBe(3)
  })
  it('by bottle and by person it says what they are called', async () => {
    expect((await works('lot')).tallies.find(t => t.key === lotId)).toMatchObject({ name: 'Counted cream', runs: 1, pieces: 3, good: 2 })
    expect((await works('person')).tallies.map(t => t.name)).toContain('Moss Mate')
  })
  it('what a run took is shared among what is not scrap, and frost that was measured has its mean', async () => {
    const own = await newLot((await sharedStudio()).lead, { productName: 'Measured by the hour' })
    const tally = async () => (await works('lot')).tallies.find(t => t.key === own)
    for (const results of [['good', 'scrap'], ['good', 'usable'], ['good', 'good']] as const) {
      const { runId } = await newRun(mate, own, { pieces: '2' })
      await through(mate, runId, [...results])
      for (const [piece, contrast] of [[1, 40], [1, 42], [2, 36]] as const) {
        const figures = {
          placement: 0, contrast, mottle: null, graininess: null, raggedness: null, blur: null, offset: null, outside: null, missing: null,
          scale: 9, card: 20, photo: null,
        }
        await mate.post(`runs/${runId}/events`, { events: [event({ kind: 'frost.read', piece, ...figures })] })
      }
    }
    const { work, contrast } = (await tally())!
    expect(contrast).toMatchObject({ n: 6, mean: expect.closeTo(39, 3), deviation: expect.closeTo(Math.sqrt((6 * 9) / 5), 3) })
    expect(work!.n).toBe(3)
    expect(work!.mean).toBeGreaterThan(0)
  })
  it('older runs are left out of the last three months, and runs from before their basis was kept are said', async () => {
    const db = new pg.Client({ connectionString: inject('databaseUrl'), options: '-c search_path=crest' })
    await db.connect()
    await db.query('update judged set ended_at = ended_at - interval \'100 days\', substrate = null where lot_id = $1', [lotId])
    await db.end()
    const [all, quarter] = [await works('substrate'), await works('lot', 'quarter')]
    expect(all.unknown).toBe(3)
    expect(quarter.tallies.some(t => t.key === lotId)).toBe(false)
  })
  it('advice for a plan is what is more than chance on its own substrate, and nothing else', async () => {
    const advice = async (substrate: string) => (await mate.get<LogFinding[]>(`works/advice?substrate=${substrate}`)).body
    expect(await advice('borosilicate')).toEqual([])
    for (const [resist, result] of [['soft-vinyl', 'good'], ['tape', 'scrap']] as const)
      for (let run = 0; run < 3; run++) {
        const { runId } = await newRun(mate, lotId, { pieces: '6', resist, substrate: 'borosilicate' })
        await through(mate, runId, Array<'good' | 'scrap'>(6).fill(result))
      }
    expect((await advice('borosilicate')).map(f => [f.of, f.key, f.verdict, f.good, f.pieces])).toEqual([
      ['resist', 'soft-vinyl', 'better', 18, 18],
      ['resist', 'tape', 'worse', 0, 18],
    ])
    expect(await advice('tempered')).toEqual([])
    expect((await mate.get('works/advice?substrate=moon')).status).toBe(400)
  })
  it('what cannot be counted is refused in a sentence', async () => {
    const { status, body } = await mate.get<{ error: string, fields: object }>('works?by=moon')
    expect([status, body.error, Object.keys(body.fields)]).toEqual([400, 'That can\'t be counted. Choose again.', ['by']])
  })
})
