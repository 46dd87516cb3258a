import type { Artwork } from '../../shared/artworks'
import { expect, follow, test } from './world'

const WHEEL
  = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 40" width="40mm"><path fill-rule="evenodd" d="M0 20a20 20 0 1 0 40 0a20 20 0 '
    + '1 0-40 0M8 20a12 12 0 1 0 24 0a12 12 0 1 0-24 0"/><circle cx="20" cy="20" r="3"/></svg>'

test('art is read: findings lead to their places, an island is tied, names become stencils, a plan takes the figures', async ({
  signedIn: page,
  world,
}) => {
  await page.goto(`${world.app.url}/stencil/new`)
  await page.getByLabel('What it shows').fill('Wheel')
  await page.getByRole('button', { name: 'Drawing or picture' }).click()
  const load = page.locator('input[type=file]').first()
  // What cannot be read says what and where, and nothing on the page is lost.
  await load.setInputFiles({ name: 'words.svg', mimeType: 'image/svg+xml', buffer: Buffer.from('<svg>\n<text>Tide</text></svg>') })
  await expect(page.getByText(/Line 2: It has text/)).toBeVisible()
  await load.setInputFiles({ name: 'notes.pdf', mimeType: 'application/pdf', buffer: Buffer.from('%PDF') })
  await expect(page.getByText(/neither an SVG nor a PNG/)).toBeVisible()
  await load.setInputFiles({ name: 'wheel.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(WHEEL) })
  const says = page.getByRole('region', { name: 'What the art says' })
  await expect(page.getByLabel('Art width')).toHaveValue('40 mm')
  await expect(says.getByText('One island stays and goes on in place with transfer tape')).toBeVisible()
  // π (20² − 12² + 3²) mm²
  await expect(says).toContainText(/8\.3\scm²/)
  const drawing = page.getByRole('img', { name: 'The stencil lying flat' })
  const whole = await drawing.getAttribute('viewBox')
  await says.getByRole('button', { name: /Place 1 of: The widest open place/ }).click()
  await expect(drawing).not.toHaveAttribute('viewBox', whole!)
  await page.getByRole('button', { name: 'Whole art' }).click()
  await expect(drawing).toHaveAttribute('viewBox', whole!)

  await says.getByRole('button', { name: 'Tie with bridges' }).click()
  const fix = page.getByRole('region', { name: 'A fix to look at' })
  await expect(fix.getByRole('row', { name: 'Islands 1 0' })).toBeVisible()
  await fix.getByRole('button', { name: 'Take this fix' }).click()
  await expect(says.getByText('No islands: it holds together by itself.')).toBeVisible()
  // What is typed last and saved at once is saved with the figures that belong to it.
  await page.getByLabel('Art width').fill('44 mm')
  await page.getByRole('button', { name: 'Keep this stencil' }).click()
  await expect(page.getByRole('link', { name: /Wheel 44\smm × 44\smm, \d+ to weed, no islands/ })).toBeVisible()

  await follow(page, '/stencil/new')
  await page.getByLabel('What it says').fill('Name')
  await page.getByLabel('Capital height').fill('12 mm')
  await expect(page.getByRole('region', { name: 'What the art says' })).toBeVisible()
  // A name too long for its place says so, and goes onto two lines where that helps.
  await page.getByLabel('What it says').fill('Maria Montgomery')
  await page.getByLabel('At most wide').fill('110 mm')
  const smaller = page.getByRole('list', { name: 'Letters that were made smaller' })
  await expect(smaller).toContainText(/“Maria Montgomery” is too long for its place: its capitals are [\d.]+\smm tall instead of 12/)
  await smaller.getByRole('button', { name: 'New line after “Maria”' }).click()
  await expect(page.getByLabel('What it says')).toHaveValue('Maria\nMontgomery')
  await expect(smaller).toBeHidden()
  await page.getByLabel('What it says').fill('Name')
  await page.getByLabel('At most wide').fill('60 mm')
  // A font of the studio's own: what is no font is said, one that is sets the letters.
  const font = page.locator('input[type=file][accept=".ttf,.otf,.woff"]')
  await font.setInputFiles({ name: 'note.ttf', mimeType: 'font/ttf', buffer: Buffer.from('no font') })
  await expect(page.getByText(/This font can't be read/)).toBeVisible()
  const plainSize = await page.getByText(/of art, on/).textContent()
  await font.setInputFiles('node_modules/@fontsource/cormorant-garamond/files/cormorant-garamond-latin-600-normal.woff')
  await expect(page.getByRole('combobox', { name: 'Letters' })).toHaveText('cormorant-garamond-latin-600-normal')
  await expect(page.getByText(/of art, on/)).not.toHaveText(plainSize!)
  const crew = 'name,year\nIlse Karlotta von Hafen,1999\n"Bo, cox",2001\n'
  await page
    .locator('input[type=file][accept*=csv]')
    .setInputFiles({ name: 'crew.csv', mimeType: 'text/csv', buffer: Buffer.from(crew) })
  await page.getByRole('button', { name: 'Check all 2' }).click()
  await expect(page.getByText(/“Ilse Karlotta von Hafen 1999” is too long.*With a new line after “Karlotta” they would be/)).toBeVisible()
  await page.getByRole('button', { name: 'Keep these 2 stencils' }).click()
  await expect(page.getByRole('link', { name: /Ilse Karlotta von Hafen 1999/ })).toBeVisible()
  await expect(page.getByRole('link', { name: /Bo, cox 2001/ })).toBeVisible()

  await follow(page, '/plan/new')
  await page.getByRole('combobox', { name: 'From a stencil' }).click()
  await page.getByRole('option', { name: 'Wheel' }).click()
  await expect(page.getByLabel('Width', { exact: true })).toHaveValue('44 mm')
  await expect(page.getByLabel('Share that is open')).toHaveValue(/^5\d(\.\d)? %$/)
})

test('a scan is traced with its threshold shown', async ({ signedIn: page, world }) => {
  await page.goto(`${world.app.url}/stencil/new`)
  await page.getByRole('button', { name: 'Drawing or picture' }).click()
  // A picture as a scanner gives it, made by the browser itself: two dark dots on grey paper.
  const png = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(300, 160)
    const c = canvas.getContext('2d')!
    c.fillStyle = '#e4e4e0'
    c.fillRect(0, 0, 300, 160)
    c.fillStyle = '#303030'
    for (const x of [80, 220]) {
      c.beginPath()
      c.arc(x, 80, 60, 0, 2 * Math.PI)
      c.fill()
    }
    // Between them a pencil mark, paper to the tracer until somebody raises the threshold.
    c.fillStyle = '#b0b0b0'
    c.fillRect(144, 70, 12, 20)
    return [...new Uint8Array(await (await canvas.convertToBlob()).arrayBuffer())]
  })
  const file = page.locator('input[type=file]').first()
  const dots = { name: 'dots.png', mimeType: 'image/png', buffer: Buffer.from(png) }
  await file.setInputFiles(dots)
  const says = page.getByRole('region', { name: 'What the art says' })
  // 60 mm for 260 px: dots of 27.7 mm.
  await expect(says).toContainText(/12(\.\d)?\scm²/)
  await expect(says).toContainText(/The widest open place takes a circle of 27\.[5-9]/)
  await expect(page.getByRole('slider', { name: 'Threshold' })).toBeVisible()
  await file.setInputFiles({ name: 'broken.png', mimeType: 'image/png', buffer: Buffer.from('not a picture') })
  await expect(page.getByText(/picture cannot be read/)).toBeVisible()
  // What was traced before is still there, with its sliders; what is gone is not shown any more.
  await page.getByRole('button', { name: 'Letters', exact: true }).click()
  await expect(page.getByText('Write letters, or load a drawing')).toBeVisible()
  await page.getByRole('button', { name: 'Drawing or picture' }).click()
  await page.getByLabel('What it shows').fill('Two dots')
  await expect(page.locator('[aria-busy="true"]')).toHaveCount(0)
  // Kept right after the slider was moved, it is kept as the slider says.
  const threshold = page.getByRole('slider', { name: 'Threshold' })
  for (let i = 0; i < 7; i++) await threshold.press('PageUp')
  await page.getByRole('button', { name: 'Keep this stencil' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Stencils' })).toBeVisible()
  const { body: artworks } = await world.mate.get<Artwork[]>('artworks')
  expect(artworks.find(a => a.name === 'Two dots')!.figures.pieces).toBe(3)
})
