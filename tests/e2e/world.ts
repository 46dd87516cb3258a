import { test as base, expect } from '@playwright/test'
import type { Page } from '@playwright/test'
import { SAFETY_ITEMS } from '../../core/plan/steps'
import { startApp } from '../support/app'
import type { TestApp } from '../support/app'
import { event, LEAD, MATE, newLot, newRun, newStudio, upToStep } from '../support/client'
import type { Client } from '../support/client'
import { testCluster } from '../support/cluster'
import type { TestCluster } from '../support/cluster'
import { rulesForm } from '../../shared/studio'
import type { Studio } from '../../shared/studio'

/** One studio on one PostgreSQL for all tests of a file. */
export interface World {
  cluster: TestCluster
  databaseUrl: string
  app: TestApp
  lead: Client
  mate: Client
  lotId: string
}

/** This house's hands are slow: a coat of a minute leaves time to watch, and its band on a day is wide enough to be dragged. */
export const SLOW = { coatSecondsPerCm2: '4 s', coatHandling: '20 s' }
/** For a test that waits for nothing but its own clocks. */
export const NIMBLE = { coatSecondsPerCm2: '0.5 s', coatHandling: '0 s' }
export async function coatLike(lead: Client, hands: typeof SLOW) {
  const { body: studio } = await lead.get<Studio>('studio')
  const rules = { ...rulesForm(studio.rules), ...hands }
  const { status, body } = await lead.put('studio', { ...studio, rules })
  if (status !== 200) throw new Error(`House rules: ${status} ${body.error}`)
}

export const test = base.extend<{ signedIn: Page, quiet: undefined }, { world: World }>({
  world: [
    // eslint-disable-next-line no-empty-pattern -- Playwright reads the fixtures' names from the pattern
    async ({}, use) => {
      const cluster = await testCluster()
      const databaseUrl = await cluster.database('interface')
      const app = await startApp(databaseUrl)
      const { lead, mate } = await newStudio(app.url)
      await coatLike(lead, SLOW)
      const world: World = { cluster, databaseUrl, app, lead, mate, lotId: await newLot(lead, { productName: 'Quay general cream' }) }
      await use(world)
      await world.app.kill()
      await cluster.destroy()
    },
    { scope: 'worker' },
  ],
  // What a test leaves dwelling would call out in a later one.
  quiet: [
    async ({ world }, use) => {
      await use(undefined)
      const {
        body: { runs = [] },
      } = await world.mate.get<{ runs: { id: string, plan: { pieces: number } }[] }>('today')
      for (const run of runs) {
        const events = Array.from({ length: run.plan.pieces }, (_, i) =>
          event({ kind: 'piece.withdrawn', piece: i + 1, reason: 'test is over' }),
        )
        await world.mate.post(`runs/${run.id}/events`, { events })
      }
    },
    { auto: true },
  ],
  signedIn: async ({ page, world }, use) => {
    await signIn(page, world.app.url, MATE)
    await use(page)
  },
})

/** In as the API lets people in; the page opens nothing yet. The screen for it has tests of its own, which go `throughTheDoor`. */
export async function signIn(page: Page, url: string, { name, password }: { name: string, password: string }) {
  expect((await page.request.post(`${url}/api/session`, { data: { name, password }, headers: { origin: url } })).ok()).toBe(true)
}

export async function throughTheDoor(page: Page, url: string, who: { name: string, password: string }) {
  await page.goto(`${url}/sign-in`)
  await page.getByLabel('Name').fill(who.name)
  await page.getByLabel('Password').fill(who.password)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible()
}

/** Chooses from a list. @param nth of fields that are called the same */
export async function pick(page: Page, field: string, option: string | RegExp, nth = 0) {
  await page.getByRole('combobox', { name: field }).nth(nth).click()
  await page.getByRole('option', { name: option, exact: true }).click()
  // The list is gone before the next one opens.
  await expect(page.getByRole('option')).toHaveCount(0)
}

/**
 * To another screen as a link leads there, so that the app is not read anew; what has to stand a fresh start goes by `page.goto`. Comes
 * back once the screen before is gone: much of it is there on the next one too.
 */
export async function follow(page: Page, path: string) {
  const before = await page.locator('main > *').first().elementHandle()
  const elsewhere = await page.evaluate((to) => {
    const from = location.pathname
    history.pushState({ ...history.state }, '', to)
    dispatchEvent(new PopStateEvent('popstate', { state: history.state }))
    return location.pathname !== from
  }, path)
  if (elsewhere) await page.waitForFunction(screen => !screen!.isConnected, before)
}

/** The one large control of the bench. Pressed only when it offers `label`, and left to rest afterwards. */
export async function press(page: Page, label: string | RegExp) {
  const control = page.locator('button.main')
  // Long enough for the shortest dwell that a label can ask for.
  await expect(control).toContainText(label, { timeout: 20_000 })
  await expect(control).not.toHaveClass(/resting/)
  await control.click()
}

/** Closes a plain step; one that is followed piece by piece is closed for all pieces at once. */
export async function done(page: Page) {
  const all = page.getByRole('button', { name: /^All of them/ })
  const main = page.locator('button.main').filter({ hasText: 'Done' })
  await expect(all.or(main)).toBeVisible({ timeout: 20_000 })
  if (await all.isVisible()) await all.click()
  else await press(page, 'Done')
}

/** Opens parts of the plan that are folded to a sentence. */
export async function unfold(page: Page, ...titles: string[]) {
  for (const title of titles) {
    const heading = page.locator('.rung').getByRole('button', { name: title })
    if ((await heading.getAttribute('aria-expanded')) === 'false') await heading.click()
  }
}

/** The four questions about the piece, with answers that lead to nothing. */
export async function answerAll(page: Page) {
  for (const answer of ['Yes, another can be had', 'No food near it', 'No, it stays clear'])
    await page.getByRole('radio', { name: answer }).check()
  await page.getByRole('radiogroup', { name: 'Is it for a child?' }).getByRole('radio', { name: 'No' }).check()
}

export const SAFETY = SAFETY_ITEMS.cream.map(i => i.id)

/** A run on the bench through the API, at the point where pieces are coated. */
export async function runAtEtch(world: World, pieces = '2', change: Parameters<typeof newRun>[2] = {}) {
  const { runId, jobId } = await newRun(world.mate, world.lotId, { pieces, ...change })
  await upToStep(world.mate, runId, 'etch')
  return { runId, jobId }
}

/** Seconds that the clock of a piece shows on the bench. */
export async function shownSeconds(page: Page): Promise<number> {
  const text = await page.getByRole('timer').locator('.big').innerText()
  const [minutes, seconds] = text.split(':').map(Number)
  return minutes! * 60 + seconds!
}

/** How many entries the device still keeps for the server. */
export const outbox = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<number>((resolve, reject) => {
        const asked = indexedDB.open('crest')
        asked.onerror = () => reject(new Error('no database'))
        asked.onsuccess = () => {
          const count = asked.result.transaction('entries').objectStore('entries').count()
          count.onsuccess = () => {
            asked.result.close()
            resolve(count.result)
          }
        }
      }),
  )

export { expect, LEAD, MATE }
