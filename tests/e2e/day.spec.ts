import { addDays, format } from 'date-fns'
import type { Page } from '@playwright/test'
import { v7 } from 'uuid'
import { event, jobForm } from '../support/client'
import { expect, runAtEtch, test } from './world'

/** A day that has not begun, so that nothing on it depends on what time it is. */
const TOMORROW = format(addDays(new Date(), 1), 'yyyy-MM-dd')
const block = (page: Page, words: RegExp | string) => page.locator('.block').and(page.getByRole('button', { name: words }))
const clock = (text: string | null) => {
  const [h, m] = /(\d+):(\d\d)/.exec(text ?? '')!.slice(1).map(Number)
  return h! * 60 + m!
}

const newJob = (bottleId: string, change: Parameters<typeof jobForm>[1] = {}) => ({ id: v7(), job: jobForm(bottleId, { pieces: '3', noun: 'goblet', customer: 'Day club', ...change }) })

test('a day is planned, moved, locked and kept; a move that breaks something says why', async ({ signedIn: page, world }) => {
  await world.mate.post('jobs', newJob(world.bottleId))
  await page.goto(`${world.app.url}/day/${TOMORROW}`)
  const job = page.getByRole('checkbox', { name: /3 goblets for Day club/ })
  await expect(job).toBeVisible()
  if (!await job.isChecked()) await job.check()
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
  await chosen.getByRole('button', { name: 'Lock it there' }).click()
  await expect(block(page, /^Coat goblet 1,.*locked$/)).toBeVisible()
  await expect(page.getByText(/Kept, plan \d/)).toBeVisible()
  // The same plan comes back after a reload, and as a calendar.
  await page.reload()
  await page.getByRole('button', { name: 'Half an hour' }).click()
  await expect(block(page, /^Coat goblet 2,.*locked$/)).toBeVisible()
  expect(clock(await block(page, /^Coat goblet 2,/).getAttribute('aria-label'))).toBe(after)
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Calendar of the day' }).click()])
  expect(download.suggestedFilename()).toBe(`crest-${TOMORROW}.ics`)
  // Somebody is away the whole morning: their work goes to others or later.
  await page.getByLabel('Moss Mate').fill('noon')
  await page.getByLabel('Moss Mate').blur()
  await expect(page.getByText('"noon" can\'t be read.')).toBeVisible()
  await page.getByLabel('Moss Mate').fill('-12')
  await page.getByLabel('Moss Mate').blur()
  await expect.poll(async () => (await page.locator('.person[data-person] .block').evaluateAll(all => all.filter(b => /, Moss/.test(b.getAttribute('aria-label')!)).map(b => b.getAttribute('aria-label')!))).every(t => clock(t) >= 720)).toBe(true)
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
  await expect(page.getByRole('region', { name: 'Coat beaker 1' })).toContainText('It has begun')
})

test('a day too short says what binds and what would make it fit', async ({ signedIn: page, world }) => {
  await world.mate.post('jobs', newJob(world.bottleId, { pieces: '40', noun: 'flagon', customer: 'Long club', height: '300 mm', artWidth: '180', artHeight: '250' }))
  await page.goto(`${world.app.url}/day/${format(addDays(new Date(), 2), 'yyyy-MM-dd')}`)
  const job = page.getByRole('checkbox', { name: /40 flagons for Long club/ })
  await expect(job).toBeVisible()
  if (!await job.isChecked()) await job.check()
  await expect(page.getByRole('region', { name: 'Why it does not fit' })).toContainText(/bind/, { timeout: 45_000 })
  await expect(page.getByRole('region', { name: 'Promised against the coming days' })).toContainText('40 × flagon for Long club')
})
