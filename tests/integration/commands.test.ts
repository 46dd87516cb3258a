import { beforeAll, describe, expect, it } from 'vitest'
import { v7 } from 'uuid'
import type { DayEnd } from '../../shared/close'
import type { StockItem } from '../../shared/stock'
import type { Answer, Client } from '../support/client'
import { firstPass, jobForm, lotForm, newLot, OLD, supplyForm } from '../support/client'
import { sql } from '../support/sql'
import { sharedStudio } from '../support/studio'

/** Tables that no command writes. */
const NOT_ENTERED = ['session', 'session_person', 'sign_in_try', 'migration', 'heartbeat']

const ORDER = { substrate: 'soda-lime', times: ['1 min', '2 min'], together: 'rinsed in turn' }

/** Entries of a fresh tub. */
const intoTub = async (body: object) => ({ path: `tubs/${await tub()}/entries`, body })

/** Everything that is stored, row by row. */
async function stored(): Promise<string[]> {
  const tables = await sql(
    'select tablename as name from pg_tables where schemaname = \'crest\' and tablename <> all($1) order by 1',
    [NOT_ENTERED],
  )
  const rows = await Promise.all(tables.map(({ name }) => sql(`select '${name} ' || to_jsonb(t)::text as row from ${name} t order by 1`)))
  return rows.flat().map(r => r.row as string)
}

const BOX = { name: 'Command box', content: 'fluoride-water', capacity: 5000, place: '', openedOn: '2026-01-01', fullBy: '' }

let lead: Client
let send: (path: string, body: object) => Promise<Answer<Record<string, unknown>>>
/** Each command of the app, with what it stands on made before it. */
const COMMANDS: Record<string, () => Promise<{ path: string, body: object }>> = {}
let soda: string
let lot: string
const tub = async () => {
  const id = v7()
  await send('tubs', { id, name: 'Command tub', volume: 5000 })
  return id
}
const box = async () => {
  const id = v7()
  await send('containers', { id, container: BOX })
  return id
}
const today = async () => (await lead.get<DayEnd>(`close/${new Date().toISOString().slice(0, 10)}`)).body

beforeAll(async () => {
  ;({ lead } = await sharedStudio())
  send = (path, body) => lead.post(path, body)
  lot = await newLot(lead, OLD)
  soda = v7()
  await send('supplies', { id: soda, supply: supplyForm({ name: 'Command soda' }) })
  const seen = async () => (await lead.get<StockItem[]>('stock')).body.find(s => s.id === soda)!.level
  const job = async () => {
    const id = v7()
    await send('jobs', { id, job: jobForm(lot) })
    return id
  }
  Object.assign(COMMANDS, {
    'a tub is filled': async () => ({ path: 'tubs', body: { name: 'Blue', volume: 4000 } }),
    'cream goes into a tub': () => intoTub({ kind: 'went-in', lotId: lot, amount: 2 }),
    'bicarbonate goes into a tub': () => intoTub({ kind: 'added', what: 'bicarbonate', grams: 40 }),
    'a strip is read': () => intoTub({ kind: 'read', pH: 7, how: 'meter' }),
    'nothing fizzes': () => intoTub({ kind: 'still' }),
    'clean water is poured away': () => intoTub({ kind: 'emptied', way: 'drain', containerId: null }),
    'an entry is taken back': async () => {
      const [id, target] = [await tub(), v7()]
      await send(`tubs/${id}/entries`, { id: target, kind: 'added', what: 'bicarbonate', grams: 5 })
      return { path: `tubs/${id}/entries`, body: { kind: 'undone', target } }
    },
    'a container is set up': async () => ({ path: 'containers', body: { container: BOX } }),
    'waste goes into a container': async () => {
      const id = await box()
      return { path: `containers/${id}/lines`, body: { kind: 'fluoride-water', amount: 50, note: '' } }
    },
    'something is used': async () => ({ path: `stock/${soda}/moves`, body: { kind: 'used', amount: 3, seen: await seen() } }),
    'something is counted': async () => ({ path: `stock/${soda}/moves`, body: { kind: 'counted', amount: 500, seen: await seen() } }),
    'bottles are poured together': async () => {
      const [a, b] = [await newLot(lead), await newLot(lead)]
      return { path: `lots/${a}/mix`, body: { other: b } }
    },
    'a bottle is put on the shelf': async () => ({ path: 'lots', body: { lot: lotForm() } }),
    'a supply is put on the shelf': async () => ({ path: 'supplies', body: { supply: supplyForm() } }),
    'a customer is written down': async () => ({
      path: 'customers', body: { customer: { name: `Club ${v7()}`, email: '', phone: '', address: '', likes: '' } },
    }),
    'a coupon is entered': async () => ({
      path: `lots/${lot}/coupons`,
      body: {
        coupon: {
          ...{ madeOn: '2026-01-01', substrate: 'soda-lime' },
          steps: [['60', '5'], ['120', '7']].map(([dwell, frost]) => ({ dwell, frost, creep: '0' })),
        },
      },
    }),
    'a coupon is begun': async () => ({ path: `lots/${lot}/coupon-run`, body: { order: ORDER } }),
    'a job goes to the bench': async () => ({ path: `passes/${(await firstPass(lead, await job())).id}/run`, body: {} }),
    'a template is kept': async () => ({ path: 'templates', body: { name: `Four ${v7()}`, job: jobForm(lot) } }),
    'a view of the log is kept': async () => ({ path: 'log-views', body: { name: 'Late ones', question: { sort: 'late' } } }),
    'a day is closed': async () => {
      const { day, lines, closing } = await today()
      const marks = Object.fromEntries(lines.map(l => [l.id, 'left']))
      return { path: 'close', body: { day, marks, note: '', after: closing?.id ?? null } }
    },
  })
})

const NAMES = [
  ...['a tub is filled', 'cream goes into a tub', 'bicarbonate goes into a tub', 'a strip is read', 'nothing fizzes'],
  ...['clean water is poured away', 'an entry is taken back', 'a container is set up', 'waste goes into a container'],
  ...['something is used', 'something is counted'],
  ...['bottles are poured together', 'a bottle is put on the shelf', 'a supply is put on the shelf', 'a customer is written down'],
  ...['a coupon is entered', 'a coupon is begun', 'a job goes to the bench', 'a template is kept', 'a view of the log is kept'],
]
describe('a command that is sent again, since its answer was lost', () => {
  it.each(NAMES)('%s: done once, and answered like the first time', async (name) => {
    const { path, body } = await COMMANDS[name]!()
    const command = { ...body, [path.endsWith('run') ? 'runId' : 'id']: v7() }
    const before = await stored()
    const first = await send(path, command)
    expect(first.status, JSON.stringify(first.body)).toBe(200)
    const once = await stored()
    expect(once).not.toEqual(before)
    const second = await send(path, command)
    expect([second.status, second.body]).toEqual([200, first.body])
    expect(await stored()).toEqual(once)
  })
  it('a day that is closed: done once', async () => {
    const { path, body } = await COMMANDS['a day is closed']!()
    const command = { id: v7(), ...body }
    const first = await send(path, command)
    // Something wet keeps a day open: then it is refused both times, and nothing is stored.
    const once = await stored()
    const second = await send(path, command)
    expect([second.status, second.body.closing]).toEqual([first.status, first.body.closing])
    expect(await stored()).toEqual(once)
  })
})
