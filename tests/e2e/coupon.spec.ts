import { expect, follow, MATE, signIn, test } from './world'
import { BLANK_PLAN } from '../../shared/jobs'
import { jobForm, newLot } from '../support/client'
import { v7 } from 'uuid'

test('a coupon is read off, its curve gives the best dwell, and the next plan uses it', async ({ page, world }) => {
  const lot = await newLot(world.lead, { productName: 'Strip tested cream' })
  await signIn(page, world.app.url, MATE)
  await page.goto(`${world.app.url}/shelf`)
  await page.getByRole('link', { name: 'Coupons of Strip tested cream' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Coupons: Strip tested cream')
  // A quarter of the label's five minutes up to twice its time, each the same factor longer.
  await expect(page.getByLabel('Dwell of strip 1', { exact: true })).toHaveValue('1 min 20 s')
  await expect(page.getByLabel('Dwell of strip 5', { exact: true })).toHaveValue('10 min')
  await expect(page.getByText('Two different times are needed to compare')).toBeVisible()
  // One picture of all strips, the first faint and the last white, gives marks in that order, and the creep of each.
  await page.getByRole('button', { name: 'Read all strips from one picture' }).click()
  await page.getByRole('button', { name: 'Use the studio\'s camera' }).click()
  await expect(page.getByRole('list', { name: 'What the strips show' }).getByRole('listitem')).toHaveCount(5, { timeout: 40_000 })
  await page.getByRole('button', { name: 'Use these marks' }).click()
  const marks = await Promise.all([1, 2, 3, 4, 5].map(n => page.getByLabel(`Frost of strip ${n}`, { exact: true }).inputValue()))
  expect(marks.map(Number)).toEqual([...marks.map(Number)].sort((a, b) => a - b))
  expect(Number(marks[0])).toBeGreaterThan(3)
  expect(Number(marks[4])).toBeGreaterThan(Number(marks[0]) + 1)
  await expect(page.getByLabel('Creep of strip 5', { exact: true })).toHaveValue(/^0\.\d\d mm$/)
  for (const n of [1, 2, 3, 4, 5]) await page.getByLabel(`Creep of strip ${n}`, { exact: true }).fill('')
  await page.getByLabel('Frost of strip 1', { exact: true }).fill('11')
  await expect(page.getByText('Write a mark from 0')).toBeVisible()
  // Marks of a curve with plateau 9 and rate 0.01 a second: 95 % is reached after ln 20 / 0.01 s, five minutes.
  for (const [i, dwell] of [80, 130, 220, 360, 600].entries()) {
    await page.getByLabel(`Dwell of strip ${i + 1}`, { exact: true }).fill(`${dwell} s`)
    await page.getByLabel(`Frost of strip ${i + 1}`, { exact: true }).fill((9 * (1 - Math.exp(-0.01 * dwell))).toFixed(3))
  }
  await expect(page.getByText(/Best 5\smin: the first time within 95 % of the plateau/)).toBeVisible()
  const chart = page.getByRole('img', { name: /Frost over dwell/ })
  await expect(chart.locator('canvas')).toBeVisible()
  await page.getByRole('button', { name: 'Keep this coupon' }).click()
  await expect(page.getByRole('region', { name: 'Coupons so far' }).getByRole('listitem')).toContainText(/5\smin/)
  await expect(page.getByText(/Own coupons now say 5\smin/)).toBeVisible()

  const id = v7()
  await world.mate.post('jobs', { id, job: jobForm(lot, { schools: { ...BLANK_PLAN.schools, dwell: 'own-coupons' } }) })
  await follow(page, `/plan/${id}`)
  await expect(page.getByRole('region', { name: 'Dwell window' })).toContainText(/Your own coupon with this bottle looked best at 5\smin/)
})
