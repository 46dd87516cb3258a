import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { boxRing } from '../../core/basics/outline'
import { cutStencil, sheetHpgl } from '../../core/art/sheet'
import { PART_FORM, PLACEMENT_FORM, SHEET_FORM } from '../../shared/sheets'
import type { Roll, RollForm } from '../../shared/rolls'
import type { PartForm, Sheet, SheetForm, SheetSummary } from '../../shared/sheets'
import type { JobForm } from '../../shared/jobs'
import type { Job } from '../../shared/passes'
import type { JobRecord } from '../../shared/record'
import { firstPass, jobForm, newLot } from '../support/client'
import type { Client } from '../support/client'
import { sharedStudio } from '../support/studio'

let mate: Client
beforeAll(async () => {
  mate = (await sharedStudio()).mate
})
const roll: RollForm = {
  name: 'Test vinyl', resist: 'permanent-vinyl', width: '12 in', length: '2 m', scrap: false, grain: true, priceM2: '9.40',
}
const hang = async (change: Partial<RollForm> = {}) => {
  const id = v7()
  await mate.post('rolls', { id, roll: { ...roll, ...change } })
  return id
}
const rolls = async () => (await mate.get<Roll[]>('rolls')).body
const partForm: PartForm = { ...PART_FORM, placements: [{ ...PLACEMENT_FORM, artworkId: v7() }] }
const sheetForm: SheetForm = { ...SHEET_FORM, name: 'Test sheet', parts: [partForm] }

describe('rolls and scraps', () => {
  it('hang on the shelf with their sizes, once, and are put away', async () => {
    const id = await hang()
    await mate.post('rolls', { id, roll: { ...roll, priceM2: '1' } })
    expect((await rolls()).filter(r => r.id === id)).toEqual([
      {
        id,
        name: 'Test vinyl',
        resist: 'permanent-vinyl',
        width: expect.closeTo(304.8, 6),
        length: 2000,
        scrap: false,
        grain: true,
        priceM2: 9.4,
        reorder: null,
        putAway: false,
      },
    ])
    expect((await mate.ask('DELETE', `rolls/${id}`)).status).toBe(200)
    expect((await rolls()).some(r => r.id === id)).toBe(false)
    expect((await mate.post('rolls', { id: v7(), roll: { ...roll, width: '1 mm' } })).body.fields!['roll.width']).toMatch(
      /Between 20 and 2000 mm/,
    )
  })
})

describe('a cut sheet', () => {
  it('is kept, changed by one person at a time, and listed', async () => {
    const id = v7()
    expect((await mate.post<Sheet>('sheets', { id, sheet: sheetForm })).body).toMatchObject({
      name: 'Test sheet',
      cutAt: null,
      entered: sheetForm,
    })
    const four = { ...sheetForm, parts: [{ ...partForm, pieces: '4' }] }
    expect((await mate.put(`sheets/${id}`, { sheet: four, version: 1, putAway: false })).status).toBe(200)
    expect((await mate.put(`sheets/${id}`, { sheet: sheetForm, version: 1, putAway: false })).status).toBe(409)
    expect((await mate.get<SheetSummary[]>('sheets')).body.find(s => s.id === id)).toMatchObject({ version: 2 })
    const bad = await mate.post('sheets', {
      id: v7(),
      sheet: { ...sheetForm, parts: [{ ...partForm, placements: [{ ...partForm.placements[0]!, at: 'over there' }] }] },
    })
    expect(bad.body.fields!['parts.0.placements.0.at']).toMatch(/Write 90°, 1\/4 round or 60 mm/)
    const round = { ...partForm, pieces: '2', ends: 'gap' as const, endsBy: '2', girths: '241\n243' }
    const kept = await mate.post<Sheet>('sheets', { id: v7(), sheet: { ...sheetForm, parts: [round] } })
    expect(kept.body.entered.parts[0]).toMatchObject({ ends: 'gap', endsBy: '2 mm', girths: '241 mm\n243 mm' })
    const few = await mate.post('sheets', { id: v7(), sheet: { ...sheetForm, parts: [{ ...round, girths: '241' }] } })
    expect(few.body.fields).toEqual({ 'parts.0.girths': 'Write one girth for each of the 2 pieces, or none.' })
    const nowhere = await mate.post('sheets', { id: v7(), sheet: { ...sheetForm, parts: [{ ...partForm, setId: v7() }] } })
    expect(nowhere.body.fields).toEqual({ 'parts.0.setId': 'Choose a job, or none.' })
  })
  it('takes its resist once: the roll is shorter, the scrap used up, the rest comes back', async () => {
    const [rollId, scrapId, id] = [
      await hang(),
      await hang({ name: 'Test vinyl, scrap', width: '120 mm', length: '100 mm', scrap: true }),
      v7(),
    ]
    await mate.post('sheets', { id, sheet: sheetForm })
    const taken = {
      rolls: [
        { id: rollId, was: 2000, left: 1880 },
        { id: scrapId, was: 100, left: 0 },
      ],
      scraps: [{ from: rollId, width: 90, length: 120 }],
    }
    for (let twice = 0; twice < 2; twice++) expect((await mate.post<Sheet>(`sheets/${id}/cut`, taken)).body.cutAt).not.toBeNull()
    const now = await rolls()
    expect(now.find(r => r.id === rollId)).toMatchObject({ length: 1880 })
    expect(now.some(r => r.id === scrapId)).toBe(false)
    expect(now.filter(r => r.scrap && r.width === 90 && r.length === 120)).toEqual([
      expect.objectContaining({ name: 'Test vinyl, scrap', grain: true }),
    ])
  })
  it('that was not cut after all gives back what it took, unless somebody has cut from it since', async () => {
    const [rollId, scrapId, id] = [await hang(), await hang({ name: 'Corner', width: '120 mm', length: '100 mm', scrap: true }), v7()]
    await mate.post('sheets', { id, sheet: sheetForm })
    const before = await rolls()
    const taken = {
      rolls: [
        { id: rollId, was: 2000, left: 1880 },
        { id: scrapId, was: 100, left: 0 },
      ],
      scraps: [{ from: rollId, width: 90, length: 120 }],
    }
    await mate.post(`sheets/${id}/cut`, taken)
    // Pressed twice, undone once.
    for (let twice = 0; twice < 2; twice++) expect((await mate.post<Sheet>(`sheets/${id}/uncut`)).body.cutAt).toBeNull()
    expect(await rolls()).toEqual(before)
    await mate.post(`sheets/${id}/cut`, taken)
    const other = v7()
    await mate.post('sheets', { id: other, sheet: sheetForm })
    await mate.post(`sheets/${other}/cut`, { rolls: [{ id: rollId, was: 1880, left: 1800 }], scraps: [] })
    const late = await mate.post<Sheet>(`sheets/${id}/uncut`)
    expect([late.status, late.body.error]).toEqual([409, expect.stringMatching(/used since/)])
    // Nothing of it was put back by half.
    expect((await rolls()).some(r => r.id === scrapId)).toBe(false)
    expect((await mate.get<Sheet>(`sheets/${id}`)).body.cutAt).not.toBeNull()
  })
  it('for pieces of a job: what it used is what their resist costs', async () => {
    const { lead } = await sharedStudio()
    const form = jobForm(await newLot(lead), { pieces: '2' })
    const { body: job } = await mate.post<Job>('jobs', { id: v7(), job: form })
    const [pass] = job.passes
    const [rollId, id] = [await hang(), v7()]
    const placements = [{ ...partForm.placements[0]!, passId: pass!.id }]
    await mate.post('sheets', { id, sheet: { ...sheetForm, parts: [{ ...partForm, setId: pass!.setId, pieces: '2', placements }] } })
    await mate.post(`sheets/${id}/cut`, {
      rolls: [{ id: rollId, was: 2000, left: 1900 }],
      scraps: [{ from: rollId, width: 100, length: 50 }],
    })
    // 100 mm off a roll of 12 in, less a scrap of 100 × 50 mm, for two pieces.
    expect((await firstPass(mate, job.id)).resistCut).toBeCloseTo((100 * 304.8 - 100 * 50) / 2, 6)
    // Other art needs other resist: what was cut for the old one tells nothing of it.
    const narrower = structuredClone(form)
    narrower.sets[0]!.passes[0]!.placements[0]!.artWidth = '40'
    const change = async (to: JobForm) => {
      const { body: { version } } = await mate.get<Job>(`jobs/${job.id}`)
      expect((await mate.put<Job>(`jobs/${job.id}`, { job: to, version })).status).toBe(200)
    }
    await change(narrower)
    expect((await firstPass(mate, job.id)).resistCut).toBeNull()
    await change(form)
    expect((await firstPass(mate, job.id)).resistCut).not.toBeNull()
    await mate.post(`sheets/${id}/uncut`)
    expect((await firstPass(mate, job.id)).resistCut).toBeNull()
  })
  it('for several jobs: cut once, each job has its share of the film, and knows the sheet', async () => {
    const { lead } = await sharedStudio()
    const lotId = await newLot(lead)
    const own = async (pieces: string) =>
      (await mate.post<Job>('jobs', { id: v7(), job: jobForm(lotId, { pieces }) })).body
    const jobs = [await own('1'), await own('3')]
    const parts = jobs.map((job): PartForm => {
      const { id: passId, setId, pieces } = job.passes[0]!
      return { ...partForm, setId, pieces: String(pieces), placements: [{ ...partForm.placements[0]!, passId }] }
    })
    const [rollId, id] = [await hang(), v7()]
    const kept = await mate.post<Sheet>('sheets', { id, sheet: { ...sheetForm, parts } })
    expect(kept.body.setIds.toSorted()).toEqual(parts.map(p => p.setId).toSorted())
    await mate.post(`sheets/${id}/cut`, { rolls: [{ id: rollId, was: 2000, left: 1900 }], scraps: [] })
    const used = async (job: Job) => {
      const { body } = await mate.get<JobRecord>(`jobs/${job.id}/record`)
      return body.taken.find(line => line.name === 'Test vinyl')?.change
    }
    // 100 mm off the roll: a quarter for one piece, three quarters for three.
    expect(await used(jobs[0]!)).toBeCloseTo(-25, 3)
    expect(await used(jobs[1]!)).toBeCloseTo(-75, 3)
    const perPiece = await Promise.all(jobs.map(async job => (await firstPass(mate, job.id)).resistCut))
    expect(perPiece).toEqual([expect.closeTo(100 * 304.8 / 4, 4), expect.closeTo(100 * 304.8 / 4, 4)])
    for (const job of jobs)
      expect((await mate.get<Job>(`jobs/${job.id}`)).body.sheets).toEqual([expect.objectContaining({ id, name: 'Test sheet' })])
    // What was cut for a job stays with it until the cut is undone; then it can be taken off.
    const without = async (version: number) =>
      mate.put<Sheet>(`sheets/${id}`, { sheet: { ...sheetForm, parts: [parts[1]!] }, version, putAway: false })
    const refused = await without(2)
    expect([refused.status, refused.body.error]).toEqual([409, expect.stringMatching(/This sheet is cut.*Undo the cut first/)])
    const renamed = { sheet: { ...sheetForm, name: 'Both', parts }, version: 2, putAway: false }
    expect((await mate.put<Sheet>(`sheets/${id}`, renamed)).status).toBe(200)
    expect(await used(jobs[0]!)).toBeCloseTo(-25, 3)
    await mate.post(`sheets/${id}/uncut`)
    expect((await without(4)).body.setIds).toEqual([parts[1]!.setId])
    expect((await mate.get<Job>(`jobs/${jobs[0]!.id}`)).body.sheets).toEqual([])
  })
  it('takes nothing when the shelf has changed meanwhile, or when it asks for more than there is', async () => {
    const [rollId, id] = [await hang(), v7()]
    await mate.post('sheets', { id, sheet: sheetForm })
    const cut = (body: unknown) => mate.post(`sheets/${id}/cut`, body)
    const stale = await cut({ rolls: [{ id: rollId, was: 1500, left: 1400 }], scraps: [] })
    expect([stale.status, stale.body.error]).toEqual([409, expect.stringMatching(/shelf has changed/)])
    expect((await cut({ rolls: [{ id: rollId, was: 2000, left: 2100 }], scraps: [] })).status).toBe(400)
    expect((await cut({ rolls: [{ id: rollId, was: 2000, left: 1900 }], scraps: [{ from: rollId, width: 900, length: 10 }] })).status).toBe(
      400,
    )
    expect((await rolls()).find(r => r.id === rollId)).toMatchObject({ length: 2000 })
    expect((await mate.get<Sheet>(`sheets/${id}`)).body.cutAt).toBeNull()
  })
})

describe('the simulated cutter', () => {
  it('draws and times a sheet, and says that it is simulated', async () => {
    const { width, height, lines } = cutStencil([boxRing({ left: 0, top: 0, right: 60, bottom: 30 })], {
      border: 10,
      weedingGap: 2,
      arc: null,
      number: '1/2',
      marks: true,
      slits: null,
    })
    const { body } = await mate.post<{ simulated: boolean, estimate: { cut: number, lifts: number }, drawing: string }>('cutter/cut', {
      hpgl: sheetHpgl({ width, height, lines }),
    })
    expect(body).toMatchObject({ simulated: true, estimate: { lifts: lines.length } })
    expect(body.estimate.cut).toBeGreaterThan(180 + 260)
    expect(body.drawing).toMatch(/^M[\d. L]+/)
  })
  it('answers a test cut, and refuses what it cannot do in a sentence', async () => {
    const test = (depth: number, force: number) =>
      mate.post<{ result: string }>('cutter/test', { material: 'permanent-vinyl', depth, force })
    expect((await test(0.05, 80)).body.result).toBe('not through')
    expect((await test(0.1, 100)).body.result).toBe('through')
    expect((await test(0.4, 300)).body.result).toBe('cut into backing')
    expect((await test(9, 80)).body.fields!.depth).toMatch(/breaks the blade/)
    expect((await mate.post('cutter/cut', { hpgl: '<svg/>' })).body.error).toMatch(/no HP-GL/)
  })
})
