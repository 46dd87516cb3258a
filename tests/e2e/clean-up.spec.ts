import { v7 } from 'uuid'
import { expect, follow, LEAD, signIn, test } from './world'

test('gloves are booked, a tub is neutralised by its strip and emptied into its container, and the day is closed', async ({
  page,
  world,
}) => {
  await signIn(page, world.app.url, LEAD)
  // The shelf: a supply is entered and used, and its ledger says so.
  await page.goto(`${world.app.url}/shelf`)
  await page.getByRole('button', { name: 'Put a supply on the shelf' }).click()
  await page.getByLabel('Name, as on the pack').fill('Long gloves')
  await page.getByRole('button', { name: 'Put on the shelf' }).click()
  await expect(page.getByText('Thin latex is no glove for acid')).toBeVisible()
  await page.getByRole('button', { name: 'Nitrile' }).click()
  for (const [label, value] of [
    ['Size', 'M'],
    ['A pack holds', '50'],
    ['On the shelf now', '8'],
    ['Buy more below', '10'],
    ['Price of a pack', '22'],
  ])
    await page.getByLabel(label!).fill(value!)
  await page.getByRole('button', { name: 'Put on the shelf' }).click()
  await expect(page.getByRole('region', { name: 'To buy' })).toContainText('Long gloves, nitrile, size M: 1 pack of 50 pairs')
  await page.getByRole('button', { name: 'Update Long gloves' }).click()
  await page.getByRole('button', { name: 'Thrown away' }).click()
  await page.getByLabel('How much was thrown away?').fill('9')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Count what is there first')).toBeVisible()
  await page.getByLabel('How much was thrown away?').fill('1')
  await expect(page.getByText('That leaves 7')).toBeVisible()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('region', { name: 'Supplies' })).toContainText('7 pairs')
  await page.getByRole('link', { name: 'The ledger' }).click()
  await expect(page.getByRole('region', { name: 'Lines of the ledger' })).toContainText('−1 pair')

  // The tub: acid as reckoned, stronger by its strip, neutral in the end, and then it may go.
  const tub = v7()
  await world.lead.post('tubs', { id: tub, name: 'Sink tub', volume: 8000 })
  await world.lead.post(`tubs/${tub}/entries`, { id: v7(), kind: 'went-in', lotId: world.lotId, amount: 10 })
  await follow(page, '/clean-up')
  await page.getByRole('link', { name: 'Sink tub' }).first().click()
  await expect(page.getByText(/Acid, pH about/)).toBeVisible()
  await expect(page.getByRole('region', { name: 'Empty it' })).toContainText('Dip a strip first')
  await page.getByRole('button', { name: 'Dip the practice strip' }).click()
  await page.getByRole('button', { name: 'Take it as the reading' }).click()
  await expect(page.getByText(/times the acid we expected/)).toBeVisible()
  await page.getByRole('button', { name: 'It went in' }).first().click()
  await expect(page.getByRole('region', { name: 'What happened to it' })).toContainText('of bicarbonate put in')
  await page.getByRole('button', { name: 'pH 7, green' }).click()
  await expect(page.getByText('Neutral, pH 7')).toBeVisible()
  await expect(page.getByRole('region', { name: 'Empty it' })).toContainText('Collect it, and ask')
  await page.getByRole('link', { name: 'Set one up' }).click()
  await page.getByRole('button', { name: 'Set up a container' }).click()
  await page.getByLabel('What you call it').fill('Blue can')
  await page.getByLabel('Takes at most').fill('20 L')
  await page.getByRole('button', { name: 'Set it up' }).click()
  await page.getByRole('link', { name: 'Blue can' }).first().click()
  const label = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Print its label' }).click()
  expect((await label).suggestedFilename()).toMatch(/^label-\d+\.pdf$/)
  await page.getByRole('combobox', { name: 'What it is' }).click()
  await page.getByRole('option', { name: 'Rust-coloured mud with metal' }).click()
  await expect(page.getByRole('alert')).toContainText('different disposal')
  await follow(page, `/tub/${tub}`)
  await page.getByRole('button', { name: 'Emptied into it' }).click()
  await expect(page.getByText('Emptied', { exact: true })).toBeVisible()

  // The end of the day: nothing is etched, so only what stands there is asked; a tub left for tomorrow stands on its Today.
  const other = v7()
  await world.lead.post('tubs', { id: other, name: 'Second tub', volume: 8000 })
  await follow(page, '/close')
  await expect(page.getByText('Second tub: neutralised and emptied')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Close the day' })).toBeDisabled()
  for (const answer of await page.getByRole('button', { name: 'Tomorrow' }).all()) await answer.click()
  await page.getByRole('button', { name: 'Close the day' }).click()
  await expect(page.getByText('The day is closed')).toBeVisible()
})
