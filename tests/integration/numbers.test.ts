import { beforeAll, describe, expect, inject, it } from 'vitest'
import { v7 } from 'uuid'
import { ARTWORK_FORM } from '../../shared/artworks'
import { BLANK_FORM } from '../../shared/blanks'
import type { Studio } from '../../shared/studio'
import { rulesForm } from '../../shared/studio'
import { PART_FORM, SHEET_FORM } from '../../shared/sheets'
import { event, jobForm, lotForm, newLot, newRun, OLD, supplyForm } from '../support/client'
import type { Client } from '../support/client'
import { sharedStudio } from '../support/studio'

/** Edges of what JSON, a double and the columns of PostgreSQL can hold, as they are written in JSON. */
const EDGES = [
  ...['-1', '0', '0.5', '2147483647', '2147483648', '-2147483649', '9007199254740993'],
  ...['1e15', '-1e308', '1e308', '1e999', '5e-324', '-5e-324'],
]

let lead: Client
let bodies: { method: string, path: string, body: object }[]
beforeAll(async () => {
  const studio = await sharedStudio()
  ;({ lead } = studio)
  const lot = await newLot(lead, OLD)
  const { runId, jobId } = await newRun(lead, lot)
  const id = v7()
  const made = async (path: string, what: string, form: object) => {
    const own = v7()
    const { status, body } = await lead.post(path, { id: own, [what]: form })
    if (status !== 200) throw new Error(`${path}: ${status} ${body.error} ${JSON.stringify(body.fields)}`)
    return own
  }
  const tub = v7()
  await lead.post('tubs', { id: tub, name: 'Numbers tub', volume: 5000 })
  const box = { name: 'Numbers box', content: 'fluoride-water', capacity: 5000, place: '', openedOn: '2026-01-01', fullBy: '' }
  const supply = await made('supplies', 'supply', supplyForm({ name: 'Numbers soda' }))
  const customer = await made('customers', 'customer', { name: 'Numbers club', email: '', phone: '', address: '', likes: '' })
  const { body: rules } = await lead.get<Studio>('studio')
  const sheet = { ...SHEET_FORM, name: 'Numbers sheet', parts: [{ ...PART_FORM }] }
  const figures = {
    ...{ width: 40, height: 30, openArea: 300, cutLength: 200, pieces: 3, islands: 1 },
    ...{ narrowestBridge: 0.5, narrowestOpening: 0.5, widest: 4, outline: 'M0 0L1 0L1 1Z' },
  }
  const art = { ...ARTWORK_FORM, name: 'Numbers art', source: { ...ARTWORK_FORM.source, text: 'Tide' } }
  const slots = [{ chain: 'a', task: 1, start: 2, person: id }]
  const day = { midnight: Date.UTC(2030, 5, 1), now: 28_800, passes: [], away: {}, locks: [], slots, version: 0 }
  bodies = [
    ['POST', 'tubs', { id, name: 'Another tub', volume: 4000 }],
    ['POST', `tubs/${tub}/entries`, { id, kind: 'added', what: 'bicarbonate', grams: 5 }],
    ['POST', `tubs/${tub}/entries`, { id, kind: 'went-in', lotId: lot, amount: 5 }],
    ['POST', `tubs/${tub}/entries`, { id, kind: 'read', pH: 7, how: 'strip' }],
    ['POST', 'containers', { id, container: box }],
    ['POST', `stock/${supply}/moves`, { id, kind: 'used', amount: 1, seen: 800 }],
    ['PUT', `stock/${supply}/watch`, { reorder: 5 }],
    ['PUT', `stock/${lot}/watch`, { reorder: 5 }],
    ['PUT', `supplies/${supply}`, { supply: supplyForm(), version: 1, putAway: false }],
    ['PUT', `lots/${lot}`, { lot: lotForm(), version: 1, putAway: false }],
    ['PUT', `customers/${customer}`, { customer: { name: 'Numbers club', email: '', phone: '', address: '', likes: '' }, version: 1 }],
    ['PUT', `jobs/${jobId}`, { job: jobForm(lot), version: 1 }],
    ['PUT', `blanks/${id}`, { blank: BLANK_FORM, version: 1, putAway: false }],
    ['PUT', `sheets/${id}`, { sheet, version: 1, putAway: false }],
    ['POST', `sheets/${id}/cut`, { rolls: [{ id, was: 100, left: 50 }], scraps: [{ from: id, width: 10, length: 20 }] }],
    ['POST', 'artworks', { id, artwork: art, figures }],
    ['PUT', `artworks/${id}`, { artwork: art, figures, version: 1, putAway: false }],
    ['PATCH', `quotes/${id}`, { state: 'open', version: 1 }],
    ['PUT', 'studio', { ...rules, rules: rulesForm(rules.rules), version: 0 }],
    ['PUT', 'days/2030-06-01', day],
    ['POST', `passes/${id}/run`, { runId: v7(), pieces: [1] }],
    ['POST', 'cutter/test', { material: 'vinyl', depth: 0.2, force: 80 }],
    ['POST', `containers/${id}/lines`, { id, kind: 'fluoride-water', amount: 5, note: '' }],
    ['POST', `containers/${id}/leave`, { leftOn: '2026-06-01', leftTo: 'Depot', leftRule: 'Order 1', version: 1 }],
    ...[
      event({ kind: 'amounts.measured', putOut: 1, back: 1 } as never), event({ kind: 'coat.started', piece: 1 }),
      event({ kind: 'bicarbonate.added', grams: 3 } as never),
    ].map(e => ['POST', `runs/${runId}/events`, { events: [e] }]),
  ].map(([method, path, body]) => ({ method, path, body }) as (typeof bodies)[number])
})

/** The body with each of its numbers in turn replaced, as JSON. */
function* edgesOf(body: object): Generator<string> {
  const text = JSON.stringify(body)
  for (const found of text.matchAll(/(?<=[:[,])-?\d+(?:\.\d+)?(?=[,\]}])/g)) {
    for (const edge of EDGES) yield text.slice(0, found.index) + edge + text.slice(found.index + found[0].length)
  }
}

const post = (method: string, path: string, body: string) =>
  fetch(`${inject('appUrl')}/api/${path}`, {
    method, body, headers: { 'content-type': 'application/json', 'origin': inject('appUrl'), 'cookie': lead.cookie },
  })

describe('a number at the edge of what can be kept', () => {
  it('is taken or refused in words, in every field of every form that holds one', async () => {
    let [asked, refused] = [0, 0]
    for (const { method, path, body } of bodies) {
      for (const text of edgesOf(body)) {
        const answer = await post(method, path, text)
        const words = await answer.text()
        asked++
        if (answer.status >= 400) refused++
        expect(answer.status, `${method} ${path} ${text} ${words}`).toBeLessThan(500)
      }
    }
    expect(asked).toBeGreaterThan(400)
    expect(refused).toBeGreaterThan(asked / 2)
  })
  const ASKED = ['log?before=', 'log?rank=', 'live?since=', 'everything?table=', 'works?period=', 'works/advice?method=']
  it.each(ASKED)('is answered in %s', async (path) => {
    for (const edge of [...EDGES, 'NaN', 'Infinity', '%20']) {
      const stop = new AbortController()
      const answer = await fetch(`${inject('appUrl')}/api/${path}${edge}`, { headers: { cookie: lead.cookie }, signal: stop.signal })
      stop.abort()
      expect(answer.status, `${path}${edge}`).toBeLessThan(500)
    }
  })
})

describe('a key that is asked for twice', () => {
  const TWICE = ['log?q=a&q=b', 'everything?table=lot&table=roll', 'log.csv?before=1&before=2', 'works?period=a&period=b']
  it.each(TWICE)('%s: 400', async (path) => {
    const { status, body } = await lead.get(path)
    expect([status, body.error]).toEqual([400, expect.stringMatching(/address can't be read/)])
  })
})
