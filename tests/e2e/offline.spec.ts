import type { Page } from '@playwright/test'
import { v7 } from 'uuid'
import type { StoredEvent } from '../../shared/runs'
import { expect, LEAD, MATE, outbox, press, runAtEtch, shownSeconds, signIn, test } from './world'
import type { World } from './world'

test.use({ serviceWorkers: 'allow' })
test.describe.configure({ mode: 'serial' })

/** The app, and the answers the bench needs, are kept on the device. */
async function kept(page: Page) {
  await expect
    .poll(
      () =>
        page.evaluate(async () => {
          const list = (await (await fetch('/offline.json')).json()) as { files: string[] }
          const shell = await caches.open('crest-shell')
          const answers = await caches.open('crest-answers')
          const have = new Set([...(await shell.keys()), ...(await answers.keys())].map(r => new URL(r.url).pathname))
          return [...list.files, '/', '/api/session', '/api/today', '/api/studio'].filter(f => !have.has(f))
        }),
      { timeout: 30_000 },
    )
    .toEqual([])
  // What the page asks for from now on goes through the worker.
  await page.reload()
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true)
}
const eventsOf = async (world: World, runId: string) => (await world.mate.get<{ events: StoredEvent[] }>(`runs/${runId}`)).body.events

test('can be installed, and the bench goes on without network: reload, clocks and entries, sent once when it is back', async ({
  signedIn: page,
  world,
  context,
}) => {
  const { runId } = await runAtEtch(world, '2')
  const manifest = await page.request.get(`${world.app.url}/manifest.webmanifest`)
  expect(await manifest.json()).toMatchObject({
    name: 'Crest',
    display: 'standalone',
    icons: expect.arrayContaining([expect.objectContaining({ sizes: '512x512' })]),
  })
  await page.goto(`${world.app.url}/bench/${runId}`)
  await kept(page)
  await press(page, 'First touch on tumbler 1')
  await expect.poll(() => outbox(page)).toBe(0)
  await context.setOffline(true)
  await press(page, 'Last part covered')
  const coveredAt = Date.now()
  await expect(page.getByText('No network.')).toBeVisible({ timeout: 20_000 })
  await press(page, 'First touch on tumbler 2')
  await expect.poll(() => outbox(page)).toBe(2)
  // The whole page again, from the device alone.
  await page.reload()
  await expect(page.getByRole('timer')).toBeVisible()
  await expect(page.locator('button.main')).toContainText('Last part covered')
  await expect(async () => expect(Math.abs((await shownSeconds(page)) - (Date.now() - coveredAt) / 1000)).toBeLessThan(2)).toPass()
  // And another screen that was not open before.
  await page.goto(`${world.app.url}/hand-over`)
  await expect(page.getByRole('region', { name: MATE.name }).getByRole('listitem')).toHaveCount(2)
  await page.goto(`${world.app.url}/bench/${runId}`)
  await press(page, 'Last part covered')
  await context.setOffline(false)
  await expect.poll(() => outbox(page), { timeout: 30_000 }).toBe(0)
  const events = (await eventsOf(world, runId)).filter(e => e.kind.startsWith('coat'))
  expect(events.map(e => [e.kind, (e as { piece: number }).piece])).toEqual([
    ['coat.started', 1],
    ['coat.covered', 1],
    ['coat.started', 2],
    ['coat.covered', 2],
  ])
  // It counts when it happened, not when it arrived.
  expect(Math.abs(events[1]!.at - coveredAt)).toBeLessThan(1500)
  await expect(page.getByText('No network.')).toHaveCount(0)
})

test('a tab that crashes loses nothing that was entered', async ({ signedIn: page, world, context }) => {
  const { runId } = await runAtEtch(world, '1')
  await page.goto(`${world.app.url}/bench/${runId}`)
  await kept(page)
  await context.setOffline(true)
  await press(page, 'First touch on tumbler 1')
  await press(page, 'Last part covered')
  await expect.poll(() => outbox(page)).toBe(2)
  const cdp = await context.newCDPSession(page)
  const crashed = page.waitForEvent('crash')
  void cdp.send('Page.crash').catch(() => {})
  await crashed
  await page.close()
  await context.setOffline(false)
  const fresh = await context.newPage()
  await fresh.goto(`${world.app.url}/bench/${runId}`)
  await expect(fresh.getByRole('timer')).toBeVisible()
  await expect.poll(async () => (await eventsOf(world, runId)).filter(e => e.kind === 'coat.covered').length).toBe(1)
})

test('what was asked before the worker took over is kept as well, also when it is not known yet who is in', async ({
  signedIn: page,
  world,
  context,
  browser,
}) => {
  await page.goto(world.app.url)
  // The worker takes over while it is asked who is in, or before the app itself is there.
  for (const late of ['**/api/session', '**/_nuxt/*.js']) {
    const device = await browser.newContext({ storageState: await context.storageState() })
    const fresh = await device.newPage()
    await fresh.addInitScript(() => void navigator.serviceWorker.register('/sw.js'))
    const taken = new Promise<void>(resolve => void fresh.exposeFunction('workerTook', resolve))
    await fresh.addInitScript(() => {
      const { serviceWorker } = navigator
      serviceWorker.addEventListener('controllerchange', () => void (globalThis as unknown as { workerTook: () => void }).workerTook())
    })
    await fresh.route(late, route => taken.then(() => route.continue()))
    await fresh.goto(world.app.url)
    await kept(fresh)
    await device.close()
  }
})

test('ten minutes away with two hundred entries: all are sent in order, each is taken once', async ({ signedIn: page, world, context }) => {
  const { runId } = await runAtEtch(world, '1')
  const before = (await eventsOf(world, runId)).length
  await page.goto(`${world.app.url}/bench/${runId}`)
  await kept(page)
  await context.setOffline(true)
  const me = await page.evaluate(
    async () => ((await (await fetch('/api/session')).json()) as { signedIn: { person: { id: string } } }).signedIn.person.id,
  )
  // As the bench keeps them: a touch and its taking back, over and over, with the device's times of ten minutes.
  const began = Date.now() - 600_000
  const entries = Array.from({ length: 100 }, (_, i) => {
    const at = began + i * 6000
    const touch = { kind: 'coat.started', piece: 1, id: v7({ msecs: at }), at, deviceTime: at }
    return [touch, { kind: 'event.undone', target: touch.id, id: v7({ msecs: at + 3000 }), at: at + 3000, deviceTime: at + 3000 }]
  }).flat()
  await page.evaluate(
    ({ entries, runId, me }) =>
      new Promise<void>((resolve) => {
        const asked = indexedDB.open('crest')
        asked.onsuccess = () => {
          const t = asked.result.transaction('entries', 'readwrite')
          for (const event of entries)
            t.objectStore('entries').add({ entry: { kind: 'event', id: event.id, runId, by: me, event }, notTaken: null })
          t.oncomplete = () => {
            asked.result.close()
            resolve()
          }
        }
      }),
    { entries, runId, me },
  )
  await page.reload()
  await expect(page.getByText('200 entries are kept on this device')).toBeVisible()
  await context.setOffline(false)
  await expect.poll(() => outbox(page), { timeout: 30_000 }).toBe(0)
  const stored = (await eventsOf(world, runId)).slice(before)
  expect(stored.map(e => e.id)).toEqual(entries.map(e => e.id))
})

test('entries that an older version of the app left on the device are sent in their order', async ({ signedIn: page, world, context }) => {
  const { runId } = await runAtEtch(world, '1')
  const before = (await eventsOf(world, runId)).length
  const by = ((await (await page.request.get(`${world.app.url}/api/session`)).json()) as { signedIn: { person: { id: string } } }).signedIn
    .person.id
  const at = Date.now()
  const entries = ['coat.started', 'coat.covered'].map((kind, i) => ({
    kind,
    piece: 1,
    id: v7({ msecs: at + i }),
    at: at + i,
    deviceTime: at + i,
  }))
  await page.close()
  // A browser that has seen only the older version.
  const fresh = await context.newPage()
  await fresh.route('**/old', route => route.fulfill({ contentType: 'text/html', body: '<h1>Old</h1>' }))
  await fresh.goto(`${world.app.url}/old`)
  await fresh.evaluate(
    ({ entries, runId, by }) =>
      new Promise<void>((resolve) => {
        indexedDB.deleteDatabase('crest').onsuccess = () => {
          const asked = indexedDB.open('crest', 1)
          asked.onupgradeneeded = () => void asked.result.createObjectStore('outbox', { keyPath: 'id' })
          asked.onsuccess = () => {
            const t = asked.result.transaction('outbox', 'readwrite')
            for (const event of entries.toReversed()) t.objectStore('outbox').put({ id: event.id, runId, by, event })
            t.oncomplete = () => {
              asked.result.close()
              resolve()
            }
          }
        }
      }),
    { entries, runId, by },
  )
  await fresh.goto(`${world.app.url}/bench/${runId}`)
  await expect
    .poll(async () => (await eventsOf(world, runId)).slice(before).map(e => e.id), { timeout: 15_000 })
    .toEqual(entries.map(e => e.id))
})

test('a device clock set by hours changes no running clock, and is said when nobody can be asked', async ({ page, world, context }) => {
  const { runId } = await runAtEtch(world, '1')
  await page.addInitScript(() => {
    const real = Date.now.bind(Date)
    Date.now = () => real() + Number((window as never as { shift?: number }).shift ?? 0)
  })
  await signIn(page, world.app.url, LEAD)
  await page.goto(`${world.app.url}/bench/${runId}`)
  await kept(page)
  await press(page, 'First touch on tumbler 1')
  await press(page, 'Last part covered')
  const coveredAt = Date.now()
  await context.setOffline(true)
  await page.evaluate(() => ((window as never as { shift: number }).shift = 5 * 3_600_000))
  await expect(page.getByText('This device slept, or its clock was changed')).toBeVisible()
  await expect(async () => expect(Math.abs((await shownSeconds(page)) - (Date.now() - coveredAt) / 1000)).toBeLessThan(2)).toPass()
  await context.setOffline(false)
  await page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')))
  await expect(page.getByText('This device slept, or its clock was changed')).toHaveCount(0)
  // Checked and right within a second: nothing is said of it.
  await expect(page.getByText(/The clock (may be off|was checked)/)).toHaveCount(0)
  // Whoever took over by PIN is who the device knows without network.
  await page.getByRole('button', { name: LEAD.name }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: MATE.name }).click()
  await dialog.getByLabel(`PIN of ${MATE.name}`).fill(MATE.pin)
  const asked = page.waitForResponse(r => r.url().endsWith('/api/session') && r.request().method() === 'GET')
  await dialog.getByRole('button', { name: 'Change over' }).click()
  await asked
  await expect(page.getByRole('button', { name: MATE.name })).toBeVisible()
  await context.setOffline(true)
  await page.reload()
  await expect(page.getByRole('button', { name: MATE.name })).toBeVisible()
  // The clock that was set five hours on is back where it was: the last answer says that it is later than that.
  await expect(page.getByText('This device slept, or its clock was changed')).toBeVisible()
  await context.setOffline(false)
  await expect(async () => expect(Math.abs((await shownSeconds(page)) - (Date.now() - coveredAt) / 1000)).toBeLessThan(2)).toPass()
})
