import { answerAll, done, expect, LEAD, MATE, press, signIn, test, throughTheDoor } from './world'
import { lotForm } from '../support/client'
import { v7 } from 'uuid'

test('a job typed in by hand goes from plan to log', async ({ page, world }) => {
  test.setTimeout(300_000)
  // A cream whose label asks ten seconds: real clocks run, and the test still ends.
  const lot = v7()
  await world.lead.post('lots', {
    id: lot,
    lot: lotForm({ productName: 'Ten second cream', labelMin: '10 s', labelMax: '90 s' }),
  })
  await throughTheDoor(page, world.app.url, MATE)

  await page.keyboard.press('n')
  await page.getByLabel('Customer').fill('Regatta committee')
  await page.getByLabel('Due').fill('1 Jun 2030')
  await page.getByLabel('What one is called').fill('tumbler')
  await page.getByLabel('How many').fill('4')
  await page.getByLabel('Height', { exact: true }).fill('110 mm')
  await page.getByLabel('Girth at the art').fill('9 1/2"')
  await answerAll(page)
  await page.getByLabel('Width', { exact: true }).fill('60')
  await page.getByLabel('Height of the art').fill('45')
  await page.getByLabel('Share that is open').fill('35 %')
  await expect(page.getByText('Reads as 241 mm (9 1/2 in)')).toBeVisible()

  // First with the general cream, to see the recipe of common practice.
  await page.getByRole('combobox', { name: 'Etch with' }).click()
  await page.getByRole('option', { name: /Quay general cream/ }).click()
  const dwell = page.getByRole('region', { name: 'Dwell window' })
  await expect(dwell).toContainText('5 min')
  await expect(dwell).toContainText('6 min 15 s')
  const figures = page.getByRole('region', { name: 'Figures' })
  await expect(figures).toContainText(/Cream to put out.*3\.4\smL, about 3\/4\stsp/s)
  await expect(figures).toContainText('91.8 mm (3 5/8 in)')
  await expect(figures).toContainText(/Bicarbonate for the rinse tub.*15\sg/s)
  await figures.getByText('Cream to put out').click()
  await expect(figures).toContainText('coated area × coat thickness × pieces + what stays in the brush')

  // Another bottle beside it: what differs stands in both columns.
  await page.getByText('Another bottle beside it').click()
  await page.getByRole('combobox', { name: 'Compare with' }).click()
  await page.getByRole('option', { name: /Ten second cream/ }).click()
  await expect(page.getByRole('row', { name: /^Best 5\smin 10\ss/ })).toBeVisible()

  // Two of them are enough to go through the bench with.
  await page.getByLabel('How many').fill('2')
  await page.getByRole('combobox', { name: 'Etch with' }).click()
  await page.getByRole('option', { name: /Ten second cream, 100/ }).click()
  await page.getByRole('button', { name: 'Save the plan' }).click()
  await expect(page.getByRole('heading', { name: '2 tumblers for Regatta committee' })).toBeVisible()
  await page.getByRole('button', { name: 'Take it to the bench' }).click()

  // Knife work comes first, without gloves.
  for (const title of ['Clean and dry all 2 tumblers', 'Weed, then stencil on all 2 tumblers', 'Burnish, mask round']) {
    await expect(page.locator('h1')).toContainText(title)
    await press(page, 'Done')
  }
  // The safety gate: each line by itself, by control, by space bar and by its own row.
  await expect(page.getByRole('heading', { name: 'Before the bottle is opened' })).toBeVisible()
  const lines = () =>
    page.getByRole('checkbox').evaluateAll(all => all.map(line => Math.round(line.getBoundingClientRect().top + window.scrollY)))
  const before = await lines()
  await press(page, 'Tick: gloves on')
  await expect(page.getByRole('checkbox', { name: /Gloves on.*Moss Mate/ })).toBeChecked()
  // No line moves away under a finger that is on its way to it.
  expect(await lines()).toEqual(before)
  await page.waitForTimeout(700)
  await page.locator('h1').click()
  await page.keyboard.press('Space')
  await expect(page.getByRole('checkbox', { name: /Eyes covered.*Moss Mate/ })).toBeChecked()
  for (const line of ['Air moving', 'Work surface', 'Running water', 'gluconate gel', 'Children', 'Product label', 'Emergency'])
    await page.getByRole('checkbox', { name: line }).click()

  await expect(page.locator('h1')).toContainText('Stir the cream')
  await press(page, 'Done')
  for (let piece = 1; piece <= 2; piece++) {
    await press(page, `First touch on tumbler ${piece}`)
    await press(page, 'Last part covered')
    // The plan coats one at a time with so short a dwell; the control waits for the window.
    await expect(page.locator('button.main')).toContainText(/Wait 0:0\d/)
    await press(page, new RegExp(`tumbler ${piece} is coming off`, 'i'))
    await press(page, new RegExp(`tumbler ${piece} is rinsed`, 'i'))
  }

  await expect(page.locator('h1')).toHaveText('How much cream went back?')
  await page.getByLabel('Put out').fill('1 tsp')
  await page.getByLabel('Went back in the bottle').fill('1/4 tsp')
  await expect(page.getByText('The bottle drops by 3.7 mL')).toBeVisible()
  await press(page, 'Enter the amounts')
  // The wash-up is followed piece by piece, by the control or by a tap on the piece itself.
  await expect(page.locator('h1')).toContainText('Peel the resist')
  await press(page, 'Tumbler 1 is peeled')
  await page.getByRole('checkbox', { name: 'tumbler 2' }).click()

  await expect(page.locator('h1')).toHaveText('Neutralise the rinse tub')
  await expect(page.locator('button.main')).toHaveAttribute('aria-disabled', 'true')
  await page.getByRole('button', { name: 'A fresh tub' }).click()
  await page.getByRole('button', { name: 'It\'s filled' }).click()
  await expect(page.getByText('The rinse water is in Rinse tub')).toBeVisible()
  await page.getByRole('button', { name: 'Put in' }).click()
  await press(page, 'Nothing fizzes any more')
  await expect(page.locator('h1')).toContainText('Wash all 2 tumblers')
  await expect(page.getByText('Wet frost seems to vanish')).toBeVisible()
  await done(page)
  await expect(page.locator('h1')).toContainText('Dry all 2 tumblers')
  await done(page)

  await press(page, 'To the wash-up')
  for (const line of ['Bottle closed', 'Brushes', 'Bench, tub', 'Tub emptied', 'gloves rinsed'])
    await page.getByRole('checkbox', { name: line }).click()
  await press(page, 'Look at the dry pieces')
  for (const piece of [1])
    await page
      .getByRole('article', { name: `tumbler ${piece}` })
      .getByRole('button', { name: 'good' })
      .click()
  const last = page.getByRole('article', { name: 'tumbler 2' })
  await last.getByLabel('waves or bands').check()
  await last.getByLabel('Note').fill('brush marks at the oar')
  await expect(page.locator('button.main')).toContainText('Judge tumbler 2')
  await last.getByRole('button', { name: 'usable' }).click()
  await press(page, 'On to what comes after')
  await expect(page.locator('h1')).toContainText('Write the care card')
  await expect(page.getByText('The frost is dishwasher safe.')).toBeVisible()
  await press(page, 'Close the run and log it')

  await expect(page.getByRole('region', { name: 'Pieces of this run' })).toContainText('brush marks at the oar')
  await page.getByRole('link', { name: 'All runs' }).click()
  await page.getByLabel('Find').fill('regatta oar')
  const row = page.getByRole('row', { name: /2 tumblers for Regatta committee/ })
  await expect(row).toContainText('10 s')
  await expect(row).toContainText('1 good, 1 usable')

  await page.getByRole('link', { name: 'Shelf' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Ten second cream' })).toContainText('96 mL of 120 mL')
})

test('a half-filled plan survives a reload, and errors stand beside their fields', async ({ signedIn: page, world }) => {
  await page.goto(`${world.app.url}/plan/new`)
  const beside = (words: string) => page.locator('form').getByText(words)
  await page.getByLabel('Customer').fill('Half filled')
  await page.getByLabel('Girth at the art').fill('1e9')
  await page.getByLabel('How many').fill('-2')
  await page.getByLabel('Notes').focus()
  await expect(beside('Write the length out in full')).toBeVisible()
  await page.reload()
  await expect(page.getByLabel('Customer')).toHaveValue('Half filled')
  await expect(page.getByLabel('Girth at the art')).toHaveValue('1e9')
  // What keeps the recipe away is named where it would stand, and leads to its field.
  await page.getByRole('button', { name: 'Girth at the art Write the length out in full' }).click()
  await expect(page.getByLabel('Girth at the art')).toBeFocused()
  await page.getByRole('button', { name: 'Save the plan' }).click()
  await expect(page.getByLabel('What one is called')).toBeFocused()
  await expect(beside('Choose a day.')).toBeVisible()
  await expect(beside('Write a whole number')).toBeVisible()
  await expect(beside('Choose what to etch with from the shelf.')).toBeVisible()
  await page.getByRole('button', { name: 'Empty the form' }).click()
  await expect(page.getByLabel('Customer')).toHaveValue('')
})

test('the lead enters a bottle and the numbers to call; the nagging ends', async ({ page, world }) => {
  await throughTheDoor(page, world.app.url, LEAD)
  await expect(page.getByText('Emergency and poison numbers are not set.')).toBeVisible()
  await page.getByRole('link', { name: 'Set them now' }).click()
  await page.getByLabel('Emergency number').fill('112')
  await page.getByLabel('Poison line').fill('0800 555')
  await page.getByRole('button', { name: 'Save the house rules' }).click()
  await expect(page.getByText('Saved.')).toBeVisible()
  await expect(page.getByText('numbers are not set')).toBeHidden()
  await page.keyboard.press('Escape')
  await page.locator('h1').click()
  await page.keyboard.press('!')
  const cautions = page.getByRole('dialog', { name: 'Cautions' })
  await expect(cautions.getByRole('link', { name: '0800 555' })).toHaveAttribute('href', 'tel:0800555')
  for (const title of ['Splash on skin', 'In the eyes', 'Swallowed', 'Breathed in', 'Spill'])
    await expect(cautions.getByRole('heading', { name: title })).toBeVisible()
  await expect(cautions).toContainText('label, its safety data sheet and local rules come before')
  await page.keyboard.press('Escape')

  await page.getByRole('link', { name: 'Shelf' }).click()
  await page.getByRole('button', { name: 'Put a bottle on the shelf' }).click()
  const sheet = page.getByRole('dialog', { name: 'A new bottle' })
  await sheet.getByLabel('Product, as on the label').fill('Hydrofluoric acid 40 %')
  await sheet.getByLabel('Label: shortest dwell').fill('1 min')
  await sheet.getByLabel('Label: longest dwell').fill('3 min')
  await sheet.getByLabel('Holds').fill('3 fl oz')
  await sheet.getByLabel('Left in it').fill('3 fl oz')
  await sheet.getByLabel('Price').fill('12')
  await sheet.getByRole('button', { name: 'Put on the shelf' }).click()
  await expect(sheet.getByText('Raw hydrofluoric acid has no place')).toBeVisible()
  await sheet.getByLabel('Product, as on the label').fill('Slipway quick cream')
  await sheet.getByRole('button', { name: 'Put on the shelf' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Slipway quick cream' })).toContainText('1 min to 3 min')
})

test('at a shared tablet another person takes over by PIN', async ({ page, world }) => {
  await signIn(page, world.app.url, LEAD)
  await page.goto(world.app.url)
  await page.getByRole('button', { name: LEAD.name }).click()
  const dialog = page.getByRole('dialog', { name: 'Who is at this device?' })
  await dialog.getByRole('button', { name: MATE.name }).click()
  await dialog.getByLabel(`PIN of ${MATE.name}`).fill('9999')
  await dialog.getByRole('button', { name: 'Change over' }).click()
  await expect(dialog.getByText('That PIN doesn\'t fit')).toBeVisible()
  await dialog.getByLabel(`PIN of ${MATE.name}`).fill(MATE.pin)
  await dialog.getByRole('button', { name: 'Change over' }).click()
  await expect(page.getByRole('button', { name: MATE.name })).toBeVisible()
  await page.getByRole('link', { name: 'Shelf' }).click()
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Put a bottle on the shelf' })).toBeHidden()
})
