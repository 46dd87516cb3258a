import { pageRows } from './page'
import { chooseRows } from './choose'
import { hostileRows } from './hostile'
import { loadRows } from './load'
import { restRows } from './rest'
import { fanoutRow } from './fanout'
import { scheduleRows } from './schedule'
import { frostRows } from './frost'
import { stencilRows } from './stencil'
import { ledgerRows } from './ledger'
import { logRows } from './log'
import { orderRows } from './orders'
import { todayRow } from './today'
import { startApp } from '../tests/support/app'
import { newLot, newStudio } from '../tests/support/client'
import { testCluster } from '../tests/support/cluster'
import { table } from './table'
import type { Row } from './table'

const cluster = await testCluster()
const databaseUrl = await cluster.database('bench')
const app = await startApp(databaseUrl)
try {
  const { mate, lead } = await newStudio(app.url)
  const lotId = await newLot(lead)
  const parts: Record<string, () => Promise<Row[]>> = {
    page: () => pageRows(app.url, mate),
    load: () => loadRows(databaseUrl, mate, lotId),
    hostile: () => hostileRows(mate),
    orders: () => orderRows(databaseUrl, mate, lotId),
    today: async () => [await todayRow(databaseUrl, mate, lotId)],
    ledger: () => ledgerRows(databaseUrl, mate),
    log: () => logRows(databaseUrl, mate, lotId),
    choose: () => chooseRows(),
    stencil: () => stencilRows(),
    frost: () => frostRows(),
    fanout: async () => [await fanoutRow(app.url, databaseUrl, mate, lotId)],
    schedule: () => scheduleRows(),
    rest: () => restRows(app.url, mate, lotId),
  }
  const asked = process.argv.slice(2)
  const unknown = asked.filter(name => !(name in parts))
  if (unknown.length > 0) throw new Error(`There is no bench ${unknown.join(', ')}. There are ${Object.keys(parts).join(', ')}.`)
  const rows = table()
  // What one leaves in the database is there for the next: always in the same order.
  for (const [name, measure] of Object.entries(parts)) {
    if (asked.length > 0 && !asked.includes(name)) continue
    try {
      for (const row of await measure()) rows.add(row)
    }
    catch (error) {
      rows.failed(name, error)
      process.exitCode = 1
    }
  }
}
finally {
  await app.kill()
  await cluster.destroy()
}
