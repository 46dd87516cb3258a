import pg from 'pg'
import { v7 } from 'uuid'
import { beforeAll, describe, expect, inject, it } from 'vitest'
import { planRecipe } from '../../core/plan/recipe'
import type { Blank } from '../../shared/blanks'
import type { Job, Pass } from '../../shared/passes'
import { quoteOf, quoteSchema } from '../../shared/quotes'
import type { Quote, QuoteContent, QuoteFacts, QuoteForm } from '../../shared/quotes'
import { factsOfPass, recipeInput } from '../../shared/recipe'
import type { Roll } from '../../shared/rolls'
import type { Lot } from '../../shared/shelf'
import type { Studio } from '../../shared/studio'
import { jobForm, newLot } from '../support/client'
import type { Client } from '../support/client'
import { sharedStudio } from '../support/studio'

let mate: Client
let lead: Client
let jobId: string
let lotId: string
const FORM: QuoteForm = {
  theirs: [], markup: '', extras: [{ text: 'Drawing the lantern', amount: '15' }], validUntil: '2030-05-30', note: 'Collected at the slip.',
}
beforeAll(async () => {
  ;({ mate, lead } = await sharedStudio())
  lotId = await newLot(lead)
  jobId = v7()
  await mate.post('jobs', { id: jobId, job: jobForm(lotId, { customer: 'Quoted crew' }) })
})
const known = async (id = jobId) => (await mate.get<{ quotes: Quote[], facts: QuoteFacts }>(`jobs/${id}/quotes`)).body

/** The same as a page works it out, from what the API tells it. */
async function shown(id = jobId, form = FORM): Promise<{ content: QuoteContent | null, gaps: { code: string }[] }> {
  const { facts } = await known(id)
  const { body: { passes } } = await mate.get<Job>(`jobs/${id}`)
  const { body: studio } = await mate.get<Studio>('studio')
  const lots = (await mate.get<Lot[]>('lots')).body
  const rolls = (await mate.get<Roll[]>('rolls')).body
  const { rules, paces, times, recovered } = studio
  const lot = (pass: Pass) => lots.find(l => l.id === pass.lotId)!
  const recipe = (pass: Pass, numbers: number[]) =>
    planRecipe(
      recipeInput(pass, {
        lot: lot(pass), stencil: null, ...factsOfPass(pass, numbers), rules, paces: paces!, times, recovered, rolls, today: '2030-05-01',
      }),
    )
  return quoteOf(passes, quoteSchema.parse(form), rules, facts, recipe, of => lots.find(l => l.id === of)!.price === 0)
}
const write = (gross: string, form = FORM, id = v7(), job = jobId) => mate.post<Quote>(`jobs/${job}/quotes`, { id, quote: form, gross })

/** Looks and writes, and looks again where other tests moved the studio's own times meanwhile, as a person would. */
async function offer(form = FORM, job = jobId): Promise<{ content: QuoteContent, made: Quote }> {
  for (let tried = 0; tried < 5; tried++) {
    const { content } = await shown(job, form)
    const { status, body } = await write(content!.gross, form, v7(), job)
    if (status === 200) return { content: content!, made: body }
    expect(body.error).toMatch(/Prices have changed/)
  }
  throw new Error('Prices moved five times in a row.')
}

describe('a quote', () => {
  it('is written as the page showed it, once, with number, tax and prices by quantity; a newer one takes its place', async () => {
    expect((await shown()).gaps).toEqual([{ code: 'free-blank', noun: 'tumbler' }])
    const { content, made } = await offer()
    const { net, tax, gross, extras, markup, note } = content
    expect(made).toMatchObject({ net, tax, gross, extras, markup, note, currency: 'EUR', state: 'open', jobId })
    expect(made.lines.map(l => l.each)).toEqual(content.lines.map(l => l.each))
    expect(made.byQuantity[0]!.map(s => s.pieces)).toEqual([1, 2, 4, 6, 12])
    expect(Number(made.gross)).toBeCloseTo(Number(made.net) * 1.2, 2)
    // Sent again, it is the same one.
    expect((await write('0.01', FORM, made.id)).body.no).toBe(made.no)
    const { content: more, made: second } = await offer({ ...FORM, markup: '80 %' })
    expect(Number(more.net)).toBeGreaterThan(Number(content.net))
    expect((await known()).quotes.map(q => [q.no, q.state])).toEqual([[second.no, 'open'], [made.no, 'replaced']])
  })
  it('is refused where prices moved since the page was drawn', async () => {
    const { status, body } = await write('1.00')
    expect(status).toBe(409)
    expect(body.error).toMatch(/Prices have changed since you looked: it now comes to \d+\.\d\d/)
  })
  it('is accepted or declined, and opened again; a replaced one stays so; two who settle at once are told', async () => {
    const { quotes: [newest, older] } = await known()
    const settle = (q: Quote, state: string, version = q.version) => mate.patch<Quote>(`quotes/${q.id}`, { state, version })
    expect((await settle(newest!, 'accepted')).body).toMatchObject({ state: 'accepted', gross: newest!.gross })
    expect((await settle(newest!, 'declined')).status).toBe(409)
    expect((await settle(newest!, 'open', newest!.version + 1)).body.state).toBe('open')
    expect((await settle(older!, 'accepted')).body.error).toMatch(/newer quote/)
  })
  it('never changes what it offered, whoever asks the database', async () => {
    const { quotes: [newest] } = await known()
    const db = new pg.Client({ connectionString: inject('databaseUrl'), options: '-c search_path=crest' })
    await db.connect()
    const cheaper = 'update quote set content = content || \'{"gross": "1.00"}\' where id = $1'
    await expect(db.query(cheaper, [newest!.id])).rejects.toThrow(/keeps what/)
    await expect(db.query('delete from quote where id = $1', [newest!.id])).rejects.toThrow(/keeps what/)
    await db.end()
  })
  it('counts blanks at their price on the shelf, unless the customer brings them', async () => {
    const blank = v7()
    const readings = ['0', '110'].map(height => ({ height, girth: '240' }))
    const form = {
      shape: 'round', name: 'Priced tumbler', noun: 'tumbler', substrate: 'soda-lime', heightKind: 'vertical', readings, girths: '',
    }
    const made = await mate.post<Blank>('blanks', { id: blank, blank: form })
    expect([made.status, made.body.fields]).toEqual([200, undefined])
    const supply = {
      kind: 'blank', name: 'Tumblers', blankId: blank, pack: '6', left: '12', reorder: '', price: '12.60', openedOn: '', expiresOn: '',
    }
    expect((await lead.post('supplies', { id: v7(), supply })).status).toBe(200)
    const own = v7()
    const job = jobForm(lotId, { customer: 'Quoted crew', blankId: blank })
    const { body: { passes: [pass] } } = await mate.post<Job>('jobs', { id: own, job })
    const ours = await shown(own)
    expect([ours.gaps, ours.content!.lines[0]!.parts.blanks]).toEqual([[], '8.40'])
    const theirs = await shown(own, { ...FORM, theirs: [pass!.setId] })
    expect([theirs.gaps, theirs.content!.lines[0]!.parts.blanks]).toEqual([[], '0.00'])
    expect((await offer(FORM, own)).made.lines[0]!.parts.blanks).toBe('8.40')
  })
  it('says where a price is zero', async () => {
    const free = await newLot(lead, { productName: 'Given cream', price: '0' })
    const job = v7()
    await mate.post('jobs', { id: job, job: jobForm(free, { customer: 'Quoted crew' }) })
    expect((await shown(job)).gaps).toContainEqual({ code: 'free-lot', lotId: free })
  })
  it('an extra without a price and a day that is none are refused beside their fields', async () => {
    const { status, body } = await write('1.00', { ...FORM, extras: [{ text: 'Delivery', amount: 'some' }], validUntil: 'soon' })
    expect([status, Object.keys(body.fields!).sort()]).toEqual([400, ['quote.extras.0.amount', 'quote.validUntil']])
  })
})
