import type { Page } from '@playwright/test'
import { v7 } from 'uuid'
import type { DayPlan } from '../../shared/days'
import { event, jobForm } from '../support/client'
import { houseDay } from '../support/house'
import { expect, runAtEtch, test } from './world'

/** A day that has not begun, so that nothing on it depends on what time it is. */
const TOMORROW = houseDay(1)
const block = (page: Page, words: RegExp | string) => page.locator('.block').and(page.getByRole('button', { name: words }))
const clock = (text: string | null) => {
  const [h, m] = /(\d+):(\d\d)/
    .exec(text ?? '')!
    .slice(1)
    .map(Number)
  return h! * 60 + m!
}

const newJob = (lotId: string, change: Parameters<typeof jobForm>[1] = {}) => ({
  id: v7(),
  job: jobForm(lotId, { pieces: '3', noun: 'goblet', customer: 'Day club', ...change }),
})

test('a day is planned, moved, locked and kept; a move that breaks something says why', async ({ signedIn: page, world }) => {
  await world.mate.post('jobs', newJob(world.lotId))
  await page.goto(`${world.app.url}/day/${TOMORROW}`)
  const job = page.getByRole('checkbox', { name: /3 goblets for Day club/ })
  await expect(job).toBeVisible()
  if (!(await job.isChecked())) await job.check()
  await expect(page.getByText(/All cleared up at \d+:\d\d/)).toBeVisible()
  await page.getByRole('button', { name: 'Half an hour' }).click()
  const coat = block(page, /^Coat goblet 2,/)
  await coat.scrollIntoViewIfNeeded()
  const before = clock(await coat.getAttribute('aria-label'))
  // Dragged to the right by about five minutes: it lands there, locked, and the rest goes round it.
  const box = (await coat.boundingBox())!
  await page.mouse.move(box.x + 3, box.y + 10)
  await page.mouse.down()
  await page.mouse.move(box.x + 120, box.y + 12, { steps: 6 })
  await page.mouse.move(box.x + 190, box.y + 12, { steps: 6 })
  await page.mouse.up()
  await expect(block(page, /^Coat goblet 2,.*locked$/)).toBeVisible()
  const after = clock(await block(page, /^Coat goblet 2,/).getAttribute('aria-label'))
  expect(after - before).toBeGreaterThan(2)
  expect(after - before).toBeLessThan(12)
  // Before it is ready it can't be coated, whoever asks.
  await page.getByRole('region', { name: 'The day in lists' }).getByRole('button', { name: 'Coat goblet 1' }).click()
  const chosen = page.getByRole('region', { name: 'Coat goblet 1' })
  await expect(chosen).toBeVisible()
  const clean = block(page, /^Peel, wash, clear up/)
  await clean.focus()
  await clean.press('ArrowLeft')
  await expect(page.getByRole('alert')).toContainText(/Set to|waits for/)
  await chosen.getByRole('button', { name: 'Lock it here' }).click()
  await expect(block(page, /^Coat goblet 1,.*locked$/)).toBeVisible()
  await expect(page.getByText(/Kept, plan \d/)).toBeVisible()
  // The same plan comes back after a reload, and as a calendar.
  await page.reload()
  await page.getByRole('button', { name: 'Half an hour' }).click()
  await expect(block(page, /^Coat goblet 2,.*locked$/)).toBeVisible()
  expect(clock(await block(page, /^Coat goblet 2,/).getAttribute('aria-label'))).toBe(after)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Calendar file for the day' }).click(),
  ])
  expect(download.suggestedFilename()).toBe(`crest-${TOMORROW}.ics`)
  // Somebody is away the whole morning: their work goes to others or later.
  await page.getByLabel('Moss Mate').fill('noon')
  await page.getByLabel('Moss Mate').blur()
  await expect(page.getByText('"noon" can\'t be read.')).toBeVisible()
  await page.getByLabel('Moss Mate').fill('-12')
  await page.getByLabel('Moss Mate').blur()
  await expect
    .poll(async () =>
      (
        await page
          .locator('.person[data-person] .block')
          .evaluateAll(all => all.filter(b => /, Moss/.test(b.getAttribute('aria-label')!)).map(b => b.getAttribute('aria-label')!))
      ).every(t => clock(t) >= 720),
    )
    .toBe(true)
})

test('what is changed while the last change is still on its way is kept as well', async ({ signedIn: page, world }) => {
  const day = houseDay(4)
  await world.mate.post('jobs', newJob(world.lotId, { noun: 'carafe', customer: 'Quick club' }))
  await page.goto(`${world.app.url}/day/${day}`)
  const job = page.getByRole('checkbox', { name: /3 carafes for Quick club/ })
  await expect(job).toBeVisible()
  for (const other of await page.getByRole('checkbox', { name: / for / }).all()) await other.uncheck()
  await job.check()
  await expect(page.getByText(/Kept, plan \d/)).toBeVisible()
  await page.getByRole('button', { name: 'Half an hour' }).click()
  await page.getByRole('region', { name: 'The day in lists' }).getByRole('button', { name: 'Coat carafe 1' }).click()
  const lock = page.getByRole('region', { name: 'Coat carafe 1' }).getByRole('button', { name: 'Lock it here' })
  await expect(lock).toBeVisible()
  await page.route('**/api/days/*', async (route) => {
    if (route.request().method() === 'PUT') await new Promise(resolve => setTimeout(resolve, 700))
    await route.continue()
  })
  // A second change before the plan of the first is found, and a third while it is being kept.
  await block(page, /^Peel, wash, clear up/).evaluate((b) => {
    b.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }))
    const chosen = document.querySelector('[aria-label="Coat carafe 1"].chosen')!
    const press = [...chosen.querySelectorAll('button')].find(x => x.textContent.trim() === 'Lock it here')!
    press.click()
  })
  await expect(block(page, /^Coat carafe 1,.*locked$/)).toBeVisible()
  await page.getByRole('region', { name: 'The day in lists' }).getByRole('button', { name: 'Coat carafe 3' }).click()
  await page.getByRole('region', { name: 'Coat carafe 3' }).getByRole('button', { name: 'Lock it here' }).click()
  await expect(block(page, /^Coat carafe 3,.*locked$/)).toBeVisible()
  await expect.poll(async () => (await world.mate.get<{ locks: { task: number }[] }>(`days/${day}`)).body.locks.length).toBe(3)
  // A plan made again elsewhere, as a bench does, takes nothing away that is being written here, nor what is kept next.
  await page.unroute('**/api/days/*')
  await page.getByLabel('Moss Mate').fill('12-12:30')
  const {
    body: { midnight, passes, away, locks, slots, version },
  } = await world.mate.get<DayPlan>(`days/${day}`)
  const heard = page.waitForResponse(r => r.url().endsWith(`/api/days/${day}`) && r.request().method() === 'GET')
  expect((await world.mate.put(`days/${day}`, { midnight, now: null, passes, away, locks, slots, version })).status).toBe(200)
  await heard
  await expect(page.getByText('Planning')).toHaveCount(0)
  await expect(page.getByLabel('Moss Mate')).toHaveValue('12-12:30')
  await page.getByLabel('Moss Mate').blur()
  await expect.poll(async () => Object.values((await world.mate.get<DayPlan>(`days/${day}`)).body.away)).toEqual([[[43_200, 45_000]]])
  await page.reload()
  await page.getByRole('button', { name: 'Half an hour' }).click()
  for (const words of [/^Coat carafe 1,.*locked$/, /^Coat carafe 3,.*locked$/, /^Peel, wash, clear up.*locked$/])
    await expect(block(page, words)).toBeVisible()
})

test('what happens at the bench changes the plan at once, and what changed is said', async ({ signedIn: page, world }) => {
  const { runId } = await runAtEtch(world, '2', { noun: 'beaker', customer: 'Day rowers' })
  await page.goto(`${world.app.url}/day`)
  await expect(page.getByRole('checkbox', { name: /2 beakers for Day rowers/ })).toBeChecked()
  await page.getByRole('button', { name: 'Half an hour' }).click()
  await expect(block(page, /^Coat beaker 2,/)).toBeVisible()
  await world.mate.post(`runs/${runId}/events`, { events: [event({ kind: 'coat.started', piece: 1 })] })
  await expect(block(page, /^Coat beaker 1,.*has begun$/)).toBeVisible()
  await world.mate.post(`runs/${runId}/events`, { events: [event({ kind: 'piece.withdrawn', piece: 2, reason: 'broke' })] })
  await expect(block(page, /^Coat beaker 2,/)).toHaveCount(0)
  // A fact is not moved.
  await page.getByRole('region', { name: 'The day in lists' }).getByRole('button', { name: 'Coat beaker 1' }).click()
  await expect(page.getByRole('region', { name: 'Coat beaker 1' })).toContainText('Already begun')
})

test('a day too short says what binds and what would make it fit', async ({ signedIn: page, world }) => {
  await world.mate.post(
    'jobs',
    newJob(world.lotId, { pieces: '40', noun: 'flagon', customer: 'Long club', height: '300 mm', artWidth: '180', artHeight: '250' }),
  )
  await page.goto(`${world.app.url}/day/${houseDay(2)}`)
  const job = page.getByRole('checkbox', { name: /40 flagons for Long club/ })
  await expect(job).toBeVisible()
  if (!(await job.isChecked())) await job.check()
  await expect(page.getByRole('region', { name: 'Why it does not fit' })).toContainText(/bind/, { timeout: 45_000 })
  await expect(page.getByRole('region', { name: 'Promised against the coming days' })).toContainText('40 flagons for Long club')
})
