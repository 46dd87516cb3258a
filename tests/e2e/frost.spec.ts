import sharp from 'sharp'
import { v7 } from 'uuid'
import { ARTWORK_FORM } from '../../shared/artworks'
import type { Photo, RunWithEvents } from '../../shared/runs'
import { newRun } from '../support/client'
import { through } from '../support/through'
import { expect, test } from './world'

/** Two bars, one beside the other: 56 by 36 mm. */
const BARS = 'M0 0L26 0L26 36L0 36ZM34 0L56 0L56 16L34 16Z'
const SVG = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 56 36" width="56mm" height="36mm"><path d="${BARS}"/></svg>`

test('the frost of a piece is measured from a picture on its side, put right by hand, kept with its picture, and seen in the look', async ({
  signedIn: page,
  world,
}) => {
  const artworkId = v7()
  const figures = {
    width: 56, height: 36, openArea: 1288, cutLength: 200, pieces: 2, islands: 0, narrowestBridge: 8, narrowestOpening: null, outline: BARS,
  }
  const source = { kind: 'svg' as const, file: 'bars.svg', traced: false, text: SVG }
  const artwork = { ...ARTWORK_FORM, name: 'Two bars', width: '56 mm', source }
  expect((await world.mate.post('artworks', { id: artworkId, artwork, figures })).status).toBe(200)
  const plan = { pieces: '2', customer: 'Slipway lamp', artworkId, artWidth: '56', artHeight: '36' }
  const { runId } = await newRun(world.mate, world.lotId, plan)
  await through(world.mate, runId, ['good', 'good'])

  await page.goto(`${world.app.url}/log/${runId}`)
  await page.getByRole('link', { name: /Measure it ?: tumbler 2/ }).click()
  await expect(page.getByRole('heading', { name: 'Frost meter' })).toBeVisible()
  await expect(page.getByRole('combobox', { name: 'Which piece' })).toHaveText('Tumbler 2')

  const file = page.getByLabel('Take or choose a picture')
  const create = { width: 800, height: 600, channels: 3 as const, background: '#555' }
  const wall = { name: 'wall.png', mimeType: 'image/png', buffer: await sharp({ create }).png().toBuffer() }
  // Stopped before it is through, it says nothing more, and the next one is measured as ever.
  let goOn = () => {}
  const stopped = new Promise<void>(resolve => (goOn = resolve))
  const worker = /\/_nuxt\/frost-[^/]+\.js$/
  await page.route(worker, route => stopped.then(() => route.continue()), { times: 1 })
  await file.setInputFiles(wall)
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByRole('button', { name: 'Stop' })).toBeHidden()
  goOn()
  await expect(page.getByRole('alert')).toBeHidden()

  // What is no picture, and what shows nothing, are said in words.
  await file.setInputFiles({ name: 'notes.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture at all') })
  await expect(page.getByRole('alert')).toContainText('That file is no picture that can be read here')
  await file.setInputFiles(wall)
  await expect(page.getByRole('alert')).toContainText('The art was not found by itself')

  await page.getByRole('button', { name: 'Use the studio\'s camera' }).click()
  const contrast = page.getByText(/L\* lighter than clear glass: (clear|strong and white)/)
  await expect(contrast).toBeVisible({ timeout: 40_000 })
  await expect(page.getByText('A practice picture from the simulated camera')).toBeVisible()
  await expect(page.getByText('Edges lie')).toBeVisible()
  await expect(page.getByText('Clouds')).toBeVisible()
  await expect(page.getByText('a coarse outline stands for it')).toBeHidden()

  // A corner that a hand moves a little settles where it was.
  const corner = page.getByRole('button', { name: /Corner of the art, upper left/ })
  const before = (await corner.boundingBox())!
  await corner.focus()
  const keep = page.getByRole('button', { name: 'Keep this reading and its picture' })
  await page.keyboard.down('ArrowLeft')
  // While it moves, what was read is of where it lay before.
  await expect(keep).toBeDisabled()
  await page.keyboard.up('ArrowLeft')
  await page.keyboard.press('ArrowUp')
  const moved = async () => {
    const now = (await corner.boundingBox())!
    return Math.hypot(now.x - before.x, now.y - before.y)
  }
  expect(await moved()).toBeGreaterThan(1)
  await expect.poll(moved, { timeout: 20_000 }).toBeLessThan(1)
  await expect(contrast).toBeVisible()

  await keep.click()
  await expect(page.getByText(/Kept with tumbler 2/)).toBeVisible()
  const run = async () => (await world.mate.get<RunWithEvents>(`runs/${runId}`)).body
  await expect.poll(async () => (await run()).events.at(-1)!.kind).toBe('frost.read')
  const read = (await run()).events.at(-1)! as Extract<RunWithEvents['events'][number], { kind: 'frost.read' }>
  expect(read.contrast).toBeGreaterThan(30)
  await expect.poll(async () => (await world.mate.get<Photo[]>(`runs/${runId}/photos`)).body.map(p => p.id)).toEqual([read.photo])
  await expect(page.getByRole('region', { name: 'Readings so far' }).getByRole('listitem')).toHaveCount(1)
  await page.getByRole('link', { name: 'The run in the log' }).click()
  await expect(page.getByRole('link', { name: /L\* over clear glass ?: tumbler 2/ })).toBeVisible()
})
