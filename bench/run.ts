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
import { print } from './table'

const cluster = await testCluster()
const databaseUrl = await cluster.database('bench')
const app = await startApp(databaseUrl)
try {
  const { mate, lead } = await newStudio(app.url)
  const lotId = await newLot(lead)
  const rows = [
    ...(await pageRows(app.url, mate)),
    ...(await loadRows(databaseUrl, mate, lotId)),
    ...(await hostileRows(mate)),
    ...(await orderRows(databaseUrl, mate, lotId)),
    await todayRow(databaseUrl, mate, lotId),
    ...(await ledgerRows(databaseUrl, mate)),
    ...(await logRows(databaseUrl, mate, lotId)),
    ...(await chooseRows()),
    ...(await stencilRows()),
    ...(await frostRows()),
    await fanoutRow(app.url, databaseUrl, mate, lotId),
    ...(await scheduleRows()),
    ...(await restRows(app.url, mate, lotId)),
  ]
  console.log('')
  print(rows)
}
finally {
  await app.kill()
  await cluster.destroy()
}
