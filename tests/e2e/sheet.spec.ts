import { readFileSync } from 'node:fs'
import { v7 } from 'uuid'
import { ARTWORK_FORM } from '../../shared/artworks'
import { BLANK_FORM } from '../../shared/blanks'
import type { Job } from '../../shared/passes'
import { jobForm } from '../support/client'
import { expect, follow, test } from './world'

test('stencils are placed on a tapered piece, parted into passes, nested, written out, tried on the cutter and cut', async ({
  signedIn: page,
  world,
}) => {
  const figures = {
    width: 60,
    height: 30,
    openArea: 1800,
    cutLength: 180,
    pieces: 1,
    islands: 0,
    narrowestBridge: null,
    narrowestOpening: null,
    outline: 'M0 0L60 0L60 30L0 30Z',
  }
  const blankId = v7()
  await world.mate.post('blanks', {
    id: blankId,
    blank: {
      ...BLANK_FORM,
      name: 'Sheet tumbler',
      noun: 'tumbler',
      readings: [
        { height: '0', girth: '200 mm' },
        { height: '120 mm', girth: '260 mm' },
      ],
    },
  })
  const artworkId = v7()
  await world.mate.post('artworks', {
    id: artworkId,
    artwork: {
      ...ARTWORK_FORM,
      name: 'Sheet bar',
      source: { kind: 'svg', file: 'bar.svg', traced: false, text: '<svg viewBox="0 0 60 30"><path d="M0 0h60v30H0z"/></svg>' },
    },
    figures,
  })
  await page.goto(`${world.app.url}/shelf`)
  await page.getByRole('button', { name: 'Hang up a roll' }).click()
  await page.getByLabel('What you call the roll').fill('Sheet vinyl')
  await page.getByLabel('Wide').fill('12 in')
  await page.getByLabel('Long', { exact: true }).fill('1 m')
  await page.getByRole('button', { name: 'Hang it up' }).click()
  await expect(page.getByRole('region', { name: 'Rolls and scraps' }).getByText('Sheet vinyl', { exact: true })).toBeVisible()

  await follow(page, '/sheet/new')
  await page.getByLabel('What it is for').fill('Two bars')
  await page.getByRole('combobox', { name: 'Piece' }).click()
  await page.getByRole('option', { name: 'Sheet tumbler' }).click()
  await page.getByLabel('How many').fill('2')
  await page.getByRole('combobox', { name: 'Stencil 1' }).click()
  await page.getByRole('option', { name: 'Sheet bar' }).click()
  await page.getByLabel('Repeats round it').fill('3')
  await expect(page.getByRole('img', { name: /The wall unrolled/ })).toBeVisible()
  // Three of 85 mm do not fit round 230 mm side by side.
  const passes = page.getByRole('region', { name: 'Passes' })
  await expect(passes.getByRole('heading', { name: '3 passes' })).toBeVisible()
  await expect(passes).toContainText('Tape over')
  await page.getByLabel('Repeats round it').fill('2')
  await expect(passes.getByRole('heading', { name: 'One pass' })).toBeVisible()
  await page.getByLabel('Middle above the base').fill('100 mm')
  await expect(page.getByText(/resist reaches the lip/).first()).toBeVisible()
  await page.getByLabel('Middle above the base').fill('')

  const resist = page.getByRole('region', { name: 'On the resist' })
  await expect(resist.getByRole('img', { name: '4 stencils laid on the stock' })).toBeVisible()
  await resist.getByText('Files for a cutter').first().click()
  const download = async (name: string) => {
    const [file] = await Promise.all([page.waitForEvent('download'), resist.getByRole('button', { name }).click()])
    return readFileSync(await file.path(), 'latin1')
  }
  expect(await download('SVG')).toMatch(/^<svg [^>]*width="304\.8mm"/)
  expect(await download('HP-GL')).toMatch(/^IN;PA;/)
  expect(await download('DXF')).toContain('AC1009')
  expect(await download('PDF, one stencil a page')).toMatch(/^%PDF-1/)

  await resist.getByText('Send it to the cutter').click()
  const cutter = page.getByRole('region', { name: 'Cutter' })
  await expect(cutter).toContainText('simulated: nothing is cut')
  await cutter.getByLabel('Force, g').fill('20')
  await cutter.getByRole('button', { name: 'Cut a test letter' }).click()
  await expect(cutter.getByRole('status')).toContainText(/not through. The blade stands out far enough: press harder/i)
  await expect(cutter.getByRole('button', { name: 'Send the sheet' })).toBeDisabled()
  await cutter.getByLabel('Force, g').fill('100')
  await cutter.getByRole('button', { name: 'Cut a test letter' }).click()
  await cutter.getByRole('button', { name: 'Send the sheet' }).click()
  await expect(cutter.getByText(/It would take .*lifts/)).toBeVisible()

  // A cut that could not be written down is written down again, with what was changed meanwhile.
  await page.route('**/api/sheets/*/cut', route => route.fulfill({ status: 503, json: { error: 'The database is away.' } }), { times: 1 })
  const cut = resist.getByRole('button', { name: 'It is cut' })
  await cut.click()
  await expect(resist).toContainText('of Sheet vinyl from the shelf.')
  const take = resist.getByRole('button', { name: 'Take it from the shelf' })
  await take.click()
  await expect(page.getByRole('alert').getByText('The database is away.')).toBeVisible()
  await page.getByLabel('What it is for').fill('Two bars again')
  await take.click()
  const isCut = resist.getByText('Cut; its resist was taken from the shelf.')
  await expect(isCut).toBeVisible()
  const vinyl = async () => {
    const { body: rolls } = await world.mate.get<{ name: string, length: number }[]>('rolls')
    return rolls.find(r => r.name === 'Sheet vinyl')!.length
  }
  expect(await vinyl()).toBeLessThan(1000)
  // Pressed by mistake: it hangs there again.
  await resist.getByRole('button', { name: 'Undo: not cut after all' }).click()
  await expect(cut).toBeVisible()
  expect(await vinyl()).toBe(1000)
  await cut.click()
  await take.click()
  await expect(isCut).toBeVisible()
  await follow(page, '/stencils')
  await expect(page.getByRole('link', { name: 'Two bars again cut', exact: true })).toBeVisible()

  // Stencils of two jobs on one film, with a spare of each for the first.
  const jobFor = async (customer: string, pieces: string) => {
    const placed = { customer, pieces, artworkId, artWidth: '60 mm', artHeight: '30 mm' }
    return (await world.mate.post<Job>('jobs', { id: v7(), job: jobForm(world.lotId, placed) })).body
  }
  const jobs = [await jobFor('Quay cafe', '2'), await jobFor('Slip bar', '3')]
  await page.goto(`${world.app.url}/sheet/new?set=${jobs[0]!.passes[0]!.setId}`)
  await expect(resist.getByRole('img', { name: '2 stencils laid on the stock' })).toBeVisible()
  await page.getByLabel('Spares of each').fill('1')
  await expect(resist.getByRole('img', { name: '3 stencils laid on the stock' })).toBeVisible()
  await page.getByRole('combobox', { name: 'Also cut for another job' }).click()
  await page.getByRole('option', { name: '3 tumblers for Slip bar' }).click()
  await expect(page.getByRole('region', { name: 'Part B' })).toContainText('What goes where comes from the plan')
  await expect(resist.getByRole('img', { name: '6 stencils laid on the stock' })).toBeVisible()
  // What can't be read is named, and comes back once it can.
  await page.getByRole('region', { name: 'Part B' }).getByLabel('How many').fill('some')
  await expect(resist).toContainText('Nothing is laid out until')
  await page.getByRole('region', { name: 'Part B' }).getByLabel('How many').fill('3')
  await resist.getByRole('button', { name: 'It is cut' }).click()
  await take.click()
  await expect(isCut).toBeVisible()
  for (const job of jobs) {
    const { sheets } = (await world.mate.get<Job>(`jobs/${job.id}`)).body
    expect(sheets).toEqual([expect.objectContaining({ name: '2 tumblers, Quay cafe' })])
  }
})
