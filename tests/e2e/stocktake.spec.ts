import { writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { v7 } from 'uuid'
import { qrModules } from '../../core/basics/pdf'
import type { StockItem } from '../../shared/stock'
import { supplyForm } from '../support/client'
import { expect, follow, LEAD, signIn, test } from './world'

/** A film of one code on white paper, as a camera would give it: YUV4MPEG2, which Chromium's fake camera plays over and over. */
function filmOf(code: string, file: string) {
  const [width, height, module] = [640, 480, 8]
  const luma = Buffer.alloc(width * height, 235)
  const rows = qrModules(code)
  const [left, top] = [Math.floor((width - rows.length * module) / 2), Math.floor((height - rows.length * module) / 2)]
  rows.forEach((row, j) =>
    row.forEach((dark, i) => {
      if (!dark) return
      for (let y = 0; y < module; y++)
        luma.fill(16, (top + j * module + y) * width + left + i * module, (top + j * module + y) * width + left + (i + 1) * module)
    }),
  )
  const frame = Buffer.concat([Buffer.from('FRAME\n'), luma, Buffer.alloc((width * height) / 2, 128)])
  writeFileSync(file, Buffer.concat([Buffer.from(`YUV4MPEG2 W${width} H${height} F10:1 Ip A1:1 C420\n`), frame, frame]))
}

/** What this worker's browser takes for its camera; it is opened when a page asks for one. */
const FILM = join(tmpdir(), `crest-label-${process.pid}.y4m`)
test.use({
  permissions: ['camera'],
  launchOptions: [
    async ({ launchOptions: usual }, use) => {
      const camera = [
        '--use-fake-ui-for-media-stream',
        '--use-fake-device-for-media-stream',
        `--use-file-for-fake-video-capture=${FILM}`,
      ]
      await use({ ...usual, args: [...(usual.args ?? []), ...camera] })
    },
    { scope: 'worker' },
  ],
})

test('a label held before the camera is found, counted, and the difference is booked; the same one again is said', async ({
  world,
  page,
}) => {
  const id = v7()
  await world.lead.post('supplies', { id, supply: supplyForm({ name: 'Bucket of bicarbonate', left: '800 g' }) })
  const item = (await world.lead.get<StockItem[]>('stock')).body.find(i => i.id === id)!
  filmOf(`${world.app.url}/stock/${item.labelNo}`, FILM)
  await signIn(page, world.app.url, LEAD)
  await page.goto(`${world.app.url}/stocktake`)
  await expect(page.getByText(/still to be counted/)).toBeVisible()
  await page.getByRole('button', { name: 'Scan with the camera' }).click()
  const found = page.getByRole('region', { name: 'Bucket of bicarbonate' })
  await expect(found).toContainText('The ledger says 800 g')
  await page.getByRole('button', { name: 'Camera off' }).click()
  await found.getByLabel('How much is there?').fill('780 g')
  await expect(found).toContainText('−20 g against the ledger')
  await found.getByRole('button', { name: 'Counted' }).click()
  await expect(found).toBeHidden()
  // Typed by hand, the same label again; and one that is none.
  await page.getByLabel('Number on the label').fill(String(item.labelNo))
  await page.getByRole('button', { name: 'Find it' }).click()
  await expect(found).toContainText('Count it again only if that was wrong')
  await page.getByLabel('Number on the label').fill('9999')
  await page.getByRole('button', { name: 'Find it' }).click()
  await expect(page.getByRole('alert')).toContainText('There is no label 9999')
  const sheet = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Print labels' }).click()
  expect((await sheet).suggestedFilename()).toBe('shelf-labels.pdf')
  // Where the code leads on anybody's phone.
  await follow(page, `/stock/${item.labelNo}`)
  await expect(page.getByText('By the ledger there should be 780 g')).toBeVisible()
  for (const [used, left] of [['30 g', '750 g'], ['50 g', '700 g']]) {
    await page.getByRole('button', { name: 'Used' }).click()
    await page.getByLabel('How much was used?').fill(used!)
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText(`By the ledger there should be ${left}`)).toBeVisible()
  }
})
