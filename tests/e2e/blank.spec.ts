import { v7 } from 'uuid'
import { ARTWORK_FORM } from '../../shared/artworks'
import { expect, follow, test } from './world'

test('a bowl is measured, a stencil tried on it, a batch checked, and a plan takes its shape', async ({ signedIn: page, world }) => {
  await page.goto(`${world.app.url}/blanks`)
  await page.getByRole('link', { name: 'Measure a blank' }).click()
  await page.getByLabel('What you call it').fill('Test goblet')
  await page.getByLabel('What one piece is called').fill('goblet')
  await page.getByRole('button', { name: 'Goblet bowl' }).click()
  await expect(page.getByLabel('Height of reading 5')).toHaveValue('110 mm')
  const tester = page.getByRole('region', { name: 'Try a stencil' })
  await expect(tester.getByRole('status')).toContainText(/Wrinkles: .* mm out/)
  await tester.getByLabel('Art width').fill('18 mm')
  await tester.getByLabel('Art height').fill('14 mm')
  await expect(tester.getByRole('status')).toContainText('Lies flat cut')
  await page.getByLabel('Girth of reading 2').fill('nothing')
  // What is said once the field is left moves nothing away from under the press that leaves it.
  await page.getByRole('button', { name: 'Another reading' }).click()
  await expect(page.getByLabel('Girth of reading 6')).toBeVisible()
  await expect(page.getByText('can\'t be read as a length')).toBeVisible()
  await page.getByRole('button', { name: 'Remove reading 6' }).click()
  await page.getByRole('button', { name: 'Remove reading 2' }).click()
  // Two bottles of one kind differ: 9 1/2 in against 9 1/4 in.
  await page.getByLabel('Girth of each piece').fill('9 1/2 in\n9 1/4 in')
  await page.getByLabel('Wrap-around art').fill('9 1/2 in')
  await expect(page.getByRole('region', { name: 'Check a batch' }).getByRole('status')).toContainText(/on piece 2 it overlaps by 6\.4\smm/)
  await page.getByRole('button', { name: 'Keep this blank' }).click()
  await expect(page.getByRole('link', { name: /Test goblet/ })).toBeVisible()

  await follow(page, '/plan/new')
  await page.getByRole('combobox', { name: 'Blank' }).click()
  await page.getByRole('option', { name: 'Test goblet' }).click()
  await expect(page.getByLabel('What one is called')).toHaveValue('goblet')
  await expect(page.getByLabel('Height', { exact: true })).toHaveValue('110 mm')
  await expect(page.getByRole('button', { name: 'Bowl', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await expect(page.getByText('Opposite the seam, halfway up.')).toBeVisible()
})

test('a pane is measured with its holes, seen in three dimensions a bowl turns, and a stencil on the pane keeps clear of a hole', async ({
  signedIn: page,
  world,
}) => {
  await page.goto(`${world.app.url}/blank/new`)
  await page.getByRole('button', { name: 'Goblet bowl' }).click()
  await page.getByRole('button', { name: 'To turn' }).click()
  const piece = page.getByRole('img', { name: /The piece with its frost/ })
  await expect(piece.locator('canvas, svg')).toBeVisible()
  for (let by = 0; by < 90; by += 5) await page.getByRole('slider', { name: 'Turn it' }).press('ArrowRight')
  await page.getByRole('button', { name: 'Flat pane' }).click()
  await page.getByLabel('What you call it').fill('Test pane')
  await page.getByLabel('What one piece is called').fill('pane')
  await page.getByLabel('Width', { exact: true }).fill('300 mm')
  await page.getByLabel('Height', { exact: true }).fill('200 mm')
  await page.getByLabel('Thickness').fill('4 mm')
  await page.getByRole('button', { name: 'Add a hole' }).click()
  await page.getByLabel('Hole 1, from the left').fill('3 mm')
  await page.getByLabel('From the bottom').fill('20 mm')
  await page.getByLabel('Across').fill('10 mm')
  await page.getByRole('button', { name: 'Keep this blank' }).click()
  await expect(page.getByText('Hole 1 lies over the edge')).toBeVisible()
  await page.getByLabel('Hole 1, from the left').fill('150 mm')
  await page.getByRole('button', { name: 'Keep this blank' }).click()
  await expect(page.getByRole('link', { name: /Test pane.*one hole|Test pane.*1 hole/ })).toBeVisible()

  const art = {
    ...ARTWORK_FORM,
    name: 'Pane bar',
    source: { kind: 'svg' as const, file: 'bar.svg', traced: false, text: '<svg viewBox="0 0 60 60"><path d="M0 0h60v60H0z"/></svg>' },
  }
  await world.mate.post('artworks', {
    id: v7(),
    artwork: art,
    figures: {
      width: 60,
      height: 60,
      openArea: 3600,
      cutLength: 240,
      pieces: 1,
      islands: 0,
      narrowestBridge: null,
      narrowestOpening: null,
      outline: 'M0 0L60 0L60 60L0 60Z',
    },
  })
  await follow(page, '/sheet/new')
  await page.getByRole('combobox', { name: 'Piece' }).click()
  await page.getByRole('option', { name: 'Test pane' }).click()
  await page.getByRole('combobox', { name: 'Stencil 1' }).click()
  await page.getByRole('option', { name: 'Pane bar' }).click()
  await page.getByLabel('From the bottom').fill('60 mm')
  await expect(page.getByText(/resist reaches a hole/)).toBeVisible()
  await page.getByLabel('From the bottom').fill('140 mm')
  await expect(page.getByText(/resist reaches a hole/)).toBeHidden()
})
