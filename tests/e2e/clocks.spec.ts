import type { Page } from '@playwright/test'
import { startApp } from '../support/app'
import { expect, LEAD, MATE, outbox, press, runAtEtch, shownSeconds, signIn, test } from './world'

/** Coats piece 1 at the bench, so that its clock runs. @returns when the last part was covered, ms */
async function startClock(page: Page, url: string, runId: string): Promise<number> {
  await page.goto(`${url}/bench/${runId}`)
  await press(page, 'First touch on tumbler 1')
  await press(page, 'Last part covered')
  await expect(page.getByRole('timer')).toBeVisible()
  return Date.now()
}

/** The clock shows the real time since the last part was covered, within a second or so. */
async function expectTrue(page: Page, coveredAt: number) {
  await expect(async () => {
    const shown = await shownSeconds(page)
    expect(Math.abs(shown - (Date.now() - coveredAt) / 1000)).toBeLessThan(2)
  }).toPass({ timeout: 15_000 })
}

test.describe.configure({ mode: 'serial' })

test('a device that was signed in asks for Today along with the session, and one that was not does not', async ({ signedIn, world }) => {
  await signedIn.goto(world.app.url)
  await expect(signedIn.getByRole('heading', { name: 'Today' })).toBeVisible()
  /** What a fresh page asks for and hears, in order. */
  async function opened(heading: string) {
    const page = await signedIn.context().newPage()
    const seen: string[] = []
    page.on('request', r => void seen.push(new URL(r.url()).pathname))
    page.on('response', r => void seen.push(`answered ${new URL(r.url()).pathname}`))
    await page.goto(world.app.url)
    await expect(page.getByRole('heading', { name: heading })).toBeVisible()
    await page.close()
    return seen
  }
  const seen = await opened('Today')
  expect(seen.filter(x => x === '/api/today').length).toBeGreaterThan(0)
  expect(seen.indexOf('/api/today')).toBeLessThan(seen.indexOf('answered /api/session'))
  await signedIn.context().clearCookies()
  await opened('Sign in')
  expect(await opened('Sign in')).not.toContain('/api/today')
})

test('a running clock survives a reload', async ({ signedIn: page, world }) => {
  const { runId } = await runAtEtch(world)
  const coveredAt = await startClock(page, world.app.url, runId)
  await page.waitForTimeout(2500)
  await page.reload()
  await expectTrue(page, coveredAt)
})

test('a second tablet shows the same clock, and both agree within a second without reload', async ({ signedIn: page, world, browser }) => {
  const { runId } = await runAtEtch(world)
  const other = await (await browser.newContext()).newPage()
  await signIn(other, world.app.url, { name: 'Lea Lead', password: 'lead-password' })
  await other.goto(`${world.app.url}/bench/${runId}`)
  await expect(other.locator('h1')).toHaveText('Coat tumbler 1')
  const coveredAt = await startClock(page, world.app.url, runId)
  await expect(other.getByRole('timer')).toBeVisible({ timeout: 1000 })
  await expectTrue(other, coveredAt)
  expect(Math.abs((await shownSeconds(page)) - (await shownSeconds(other)))).toBeLessThanOrEqual(1)
  await other.context().close()
})

test('two app processes on one database agree within a second', async ({ signedIn: page, world, browser }) => {
  const second = await startApp(world.databaseUrl)
  const { runId } = await runAtEtch(world)
  const other = await (await browser.newContext()).newPage()
  await signIn(other, second.url, { name: 'Lea Lead', password: 'lead-password' })
  await other.goto(`${second.url}/bench/${runId}`)
  await expect(other.locator('h1')).toHaveText('Coat tumbler 1')
  const coveredAt = await startClock(page, world.app.url, runId)
  await expect(other.getByRole('timer')).toBeVisible({ timeout: 1000 })
  await expectTrue(other, coveredAt)
  await other.context().close()
  await second.kill()
})

test('a server killed with -9 and started again loses no clock and no entry', async ({ signedIn: page, world }) => {
  const { runId } = await runAtEtch(world)
  const coveredAt = await startClock(page, world.app.url, runId)
  await expect.poll(() => outbox(page)).toBe(0)
  await world.app.kill()
  // The bench goes on: what is entered now is kept on the device until the server is back.
  await press(page, 'First touch on tumbler 2')
  await expect(page.getByText('One entry is kept on this device')).toBeVisible()
  await expectTrue(page, coveredAt)
  world.app = await startApp(world.databaseUrl, world.app.port)
  await expect(page.getByText('kept on this device')).toBeHidden({ timeout: 15_000 })
  await page.reload()
  await expectTrue(page, coveredAt)
  await expect(page.locator('button.main')).toContainText('Last part covered')
})

test('an entry stays on the device until its answer was heard', async ({ signedIn: page, world }) => {
  const { runId } = await runAtEtch(world)
  await page.goto(`${world.app.url}/bench/${runId}`)
  await press(page, 'First touch on tumbler 1')
  await expect.poll(() => outbox(page)).toBe(0)
  // The server takes the entry, and the network goes before anybody hears more of it.
  await page.route(`**/api/runs/${runId}/events`, async (route) => {
    await route.fetch()
    await route.abort()
  })
  await page.route(/\/api\/live/, route => route.abort())
  await press(page, 'Last part covered')
  const coveredAt = Date.now()
  await expect(page.getByText('One entry is kept on this device')).toBeVisible()
  await expect
    .poll(
      async () =>
        (await world.mate.get<{ events: { kind: string }[] }>(`runs/${runId}`)).body.events.filter(e => e.kind === 'coat.covered').length,
    )
    .toBe(1)
  await page.waitForTimeout(1500)
  await expectTrue(page, coveredAt)
  await page.unroute(`**/api/runs/${runId}/events`)
  await expect(page.getByText('kept on this device')).toBeHidden({ timeout: 15_000 })
  await expectTrue(page, coveredAt)
  expect(
    (await world.mate.get<{ events: { kind: string }[] }>(`runs/${runId}`)).body.events.filter(e => e.kind === 'coat.covered'),
  ).toHaveLength(1)
})

test('a database killed and started again loses no clock and no entry', async ({ signedIn: page, world }) => {
  const { runId } = await runAtEtch(world)
  const coveredAt = await startClock(page, world.app.url, runId)
  await expect.poll(() => outbox(page)).toBe(0)
  world.cluster.kill()
  await press(page, 'First touch on tumbler 2')
  await expect(page.getByText('One entry is kept on this device')).toBeVisible()
  await world.cluster.start()
  await expect(page.getByText('kept on this device')).toBeHidden({ timeout: 20_000 })
  await page.reload()
  await expectTrue(page, coveredAt)
  await expect(page.locator('button.main')).toContainText('Last part covered')
  // The live stream came back too: another tablet's entry arrives without reload.
  await world.mate.post(`runs/${runId}/events`, { events: [(await import('../support/client')).event({ kind: 'coat.covered', piece: 2 })] })
  await expect(page.getByRole('main').getByRole('listitem').filter({ hasText: 'tumbler 2' })).toContainText('best in', { timeout: 5000 })
})

test('two tabs without a server keep both their entries, and both arrive once', async ({ signedIn: page, world }) => {
  const one = await runAtEtch(world)
  const two = await runAtEtch(world)
  const other = await page.context().newPage()
  await page.goto(`${world.app.url}/bench/${one.runId}`)
  await other.goto(`${world.app.url}/bench/${two.runId}`)
  for (const tab of [page, other]) await expect(tab.locator('button.main')).toContainText('First touch')
  const count = async (id: string) => (await world.mate.get<{ events: unknown[] }>(`runs/${id}`)).body.events.length
  const before = await count(one.runId)
  await world.app.kill()
  await press(page, 'First touch on tumbler 1')
  await press(other, 'First touch on tumbler 1')
  await press(page, 'Last part covered')
  await expect(other.getByText('3 entries are kept on this device')).toBeVisible()
  world.app = await startApp(world.databaseUrl, world.app.port)
  await expect(page.getByText('kept on this device')).toBeHidden({ timeout: 15_000 })
  await expect(other.getByText('kept on this device')).toBeHidden({ timeout: 15_000 })
  expect(await count(one.runId)).toBe(before + 2)
  expect(await count(two.runId)).toBe(before + 1)
  await other.close()
})

test('an entry made while the other tab\'s entries are being read stays in sight, and is sent', async ({ signedIn: page, world }) => {
  const { runId } = await runAtEtch(world)
  await page.goto(`${world.app.url}/bench/${runId}`)
  await expect(page.locator('button.main')).toContainText('First touch')
  const other = await page.context().newPage()
  await other.goto(`${world.app.url}/shelf`)
  // The other tab holds the device's database and tells of a change: reading it has to wait, and what is entered now waits behind that.
  await other.evaluate(
    () =>
      new Promise<void>((held) => {
        const asked = indexedDB.open('crest')
        asked.onsuccess = () => {
          const store = asked.result.transaction('entries', 'readwrite').objectStore('entries')
          const until = performance.now() + 3000
          const again = () => void (performance.now() < until && (store.count().onsuccess = again))
          again()
          new BroadcastChannel('crest:outbox').postMessage('changed')
          held()
        }
      }),
  )
  await page.waitForTimeout(300)
  await page.route('**/api/runs/*/events', route => route.abort())
  await press(page, 'First touch on tumbler 1')
  const control = page.locator('button.main')
  await expect(control).toContainText('Last part covered')
  await page.waitForTimeout(3300)
  await expect(control).toContainText('Last part covered', { timeout: 100 })
  await page.unroute('**/api/runs/*/events')
  await expect
    .poll(
      async () =>
        (await world.mate.get<{ events: { kind: string }[] }>(`runs/${runId}`)).body.events.filter(e => e.kind === 'coat.started').length,
      { timeout: 15_000 },
    )
    .toBe(1)
  await other.close()
})

test('two tabs have one person at the device, and what was pressed stays whose it is', async ({ page, world }) => {
  const { runId } = await runAtEtch(world)
  await signIn(page, world.app.url, LEAD)
  await page.goto(`${world.app.url}/bench/${runId}`)
  await page.route('**/api/runs/*/events', route => route.abort())
  await press(page, 'First touch on tumbler 1')
  const other = await page.context().newPage()
  await other.goto(`${world.app.url}/shelf`)
  await other.getByRole('button', { name: LEAD.name }).click()
  const dialog = other.getByRole('dialog')
  await dialog.getByRole('button', { name: MATE.name }).click()
  await dialog.getByLabel(`PIN of ${MATE.name}`).fill(MATE.pin)
  await dialog.getByRole('button', { name: 'Change over' }).click()
  // The first tab knows at once who is here now.
  await expect(page.getByRole('button', { name: MATE.name })).toBeVisible()
  await page.unroute('**/api/runs/*/events')
  await press(page, 'First touch on tumbler 2')
  const coats = async () =>
    (await world.mate.get<{ events: { kind: string, by: string }[] }>(`runs/${runId}`)).body.events.filter(e => e.kind.startsWith('coat'))
  await expect.poll(async () => (await coats()).length, { timeout: 15_000 }).toBe(2)
  const { body: crew } = await world.mate.get<{ id: string, name: string }[]>('crew')
  expect((await coats()).map(e => crew.find(p => p.id === e.by)!.name)).toEqual([LEAD.name, MATE.name])
  await other.close()
})

test('a device clock that is hours wrong shows the right time', async ({ browser, world }) => {
  const { runId } = await runAtEtch(world)
  const context = await browser.newContext()
  const page = await context.newPage()
  await page.addInitScript(() => {
    const real = Date.now
    Date.now = () => real() + 5 * 3600_000
  })
  await signIn(page, world.app.url, MATE)
  const coveredAt = await startClock(page, world.app.url, runId)
  await page.waitForTimeout(1500)
  await expectTrue(page, coveredAt)
  await context.close()
})

test('an overrun is called, shown and logged; a mis-tap is taken back', async ({ signedIn: page, world }) => {
  const { newLot, event } = await import('../support/client')
  const lotId = await newLot(world.lead, { productName: 'Short cream', labelMin: '10 s', labelMax: '12 s' })
  const { runId } = await runAtEtch({ ...world, lotId }, '1', { customer: 'Overrun' })
  await startClock(page, world.app.url, runId)
  await page.getByRole('button', { name: /Undo: Last part of tumbler 1 covered/ }).click()
  await expect(page.locator('button.main')).toContainText('Last part covered')
  await press(page, 'Last part covered')
  await expect(page.locator('[aria-live="assertive"]')).toHaveText('Rinse tumbler 1 now.', { timeout: 15_000 })
  await expect(page.getByRole('timer')).toContainText(/late by/i, { timeout: 20_000 })
  await expect(page.locator('[aria-live="assertive"]')).toHaveText(/Tumbler 1 is (late|long past the time)\. Rinse it now/)
  await press(page, /tumbler 1 is coming off/i)
  await press(page, /tumbler 1 is rinsed/i)
  await page.getByText(/All \d+ entries/).click()
  await expect(page.locator('.history s')).toHaveText('Last part of tumbler 1 covered')
  const { plan } = (await world.mate.get<{ plan: { steps: { id: string, items?: { id: string }[] }[] } }>(`runs/${runId}`)).body
  await world.mate.post(`runs/${runId}/events`, {
    events: [
      event({ kind: 'etchant.measured', putOut: 1, back: 0 }),
      event({ kind: 'step.done', step: 'peel' }),
      event({ kind: 'bicarbonate.added', grams: 15 }),
      ...['neutralise', 'second-wash', 'dry'].map(step => event({ kind: 'step.done', step })),
      ...plan.steps.find(s => s.id === 'wash-up')!.items!.map(i => event({ kind: 'gate.ticked', step: 'wash-up', item: i.id })),
      event({ kind: 'piece.judged', piece: 1, result: 'usable', faults: ['too-long'], note: '' }),
      event({ kind: 'run.finished' }),
    ],
  })
  await page.goto(`${world.app.url}/log/${runId}`)
  await expect(page.getByRole('region', { name: 'Pieces of this run' })).toContainText('late by')
})
