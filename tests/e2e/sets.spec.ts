import type { Page } from '@playwright/test'
import type { Job } from '../../shared/passes'
import { upToStep } from '../support/client'
import { v7 } from 'uuid'
import { ARTWORK_FORM } from '../../shared/artworks'
import { through } from '../support/through'
import { answerAll, expect, follow, test, unfold } from './world'

/** Piece and art of the pass in sight. */
async function writePass(page: Page, piece: { noun: string, pieces: string, height: string, girth: string } | null, art: string) {
  if (piece) {
    await page.getByLabel('What one is called').fill(piece.noun)
    await page.getByLabel('How many').fill(piece.pieces)
    await page.getByLabel('Height', { exact: true }).fill(piece.height)
    await page.getByLabel('Girth at the art').fill(piece.girth)
    await answerAll(page)
  }
  await page.getByLabel('Width', { exact: true }).fill(art)
  await page.getByLabel('Height of the art').fill('20 mm')
  await page.getByLabel('Share that is open').fill('35 %')
}
const part = (page: Page, name: string) => page.locator('.parts').getByRole('button', { name })

test('a carafe and two tumblers, the tumblers in two passes: planned, etched piece by piece, planned again', async ({
  signedIn: page,
  world,
}) => {
  for (const name of ['Ada', 'Bo']) {
    const text = '<svg viewBox="0 0 40 15"><path d="M0 0h40v5H0z"/><path d="M39 14h1v1h-1z"/></svg>'
    const source = { kind: 'svg', file: `${name}.svg`, traced: false, text }
    const figures = {
      width: 40,
      height: 15,
      openArea: 200,
      cutLength: 200,
      pieces: 4,
      islands: 0,
      narrowestBridge: 1,
      narrowestOpening: null,
    }
    const outline = 'M0 0L40 0L40 15L0 15Z'
    const sent = { id: v7(), artwork: { ...ARTWORK_FORM, name, width: '40 mm', source }, figures: { ...figures, outline } }
    expect((await world.mate.post('artworks', sent)).status).toBe(200)
  }
  await page.goto(`${world.app.url}/plan/new`)
  await writePass(page, { noun: 'tumbler', pieces: '2', height: '110 mm', girth: '241 mm' }, '60 mm')
  await page.getByLabel('Names of the pieces').fill('Ada\nBo')
  // A stencil that is called as the piece goes to it by itself, and the sizes with it.
  await page.getByLabel('Each piece has its own stencil').check()
  await expect(page.getByRole('combobox', { name: 'Tumbler 1, Ada' })).toHaveText('Ada')
  await expect(page.getByRole('combobox', { name: 'Tumbler 2, Bo' })).toHaveText('Bo')
  await expect(page.getByLabel('Width', { exact: true })).toHaveValue('40 mm')
  await page.getByLabel('Customer').fill('Wedding table')
  await page.getByLabel('Due').fill('1 Jun 2030')
  await page.getByRole('button', { name: 'Add another pass on these tumblers' }).click()
  await writePass(page, null, '25 mm')
  await page.getByRole('button', { name: 'Add another kind of piece' }).click()
  await page.getByLabel('What one is called').fill('carafe')
  await page.getByRole('button', { name: 'Save the plan' }).click()
  // What is missing is said, in its part of the job.
  await expect(page.getByRole('alert')).toContainText('Some entries need another look')
  await expect(part(page, '1 carafe (needs another look)')).toBeVisible()
  await writePass(page, { noun: 'carafe', pieces: '1', height: '250 mm', girth: '300 mm' }, '80 mm')
  await page.getByRole('button', { name: 'Save the plan' }).click()
  await expect(page.getByRole('heading', { name: '2 tumblers and 1 carafe for Wedding table' })).toBeVisible()

  // Answered parts are a sentence each; the second pass is told what it waits for.
  await expect(page.locator('#rung-1')).toContainText('1 carafe of bare soda-lime glass')
  await part(page, '2 tumblers').click()
  await part(page, 'Pass 2').click()
  await expect(page.locator('#rung-3')).toContainText('25 mm × 20 mm, 35 % open')
  await page.getByRole('button', { name: 'Take it to the bench' }).click()
  await expect(page.getByRole('alert')).toHaveText('Tumbler 1 has not been through pass 1 yet. Do that first.')

  // One tumbler now.
  await part(page, 'Pass 1').click()
  await page.getByRole('combobox', { name: 'How many of the tumblers now' }).click()
  await page.getByRole('option', { name: '1 of them' }).click()
  await page.getByRole('button', { name: 'Take it to the bench' }).click()
  await expect(page).toHaveURL(/\/bench\//)
  await through(world.mate, page.url().split('/').at(-1)!, ['good'])

  await follow(page, '/')
  const job = page.getByRole('listitem').filter({ hasText: '2 tumblers and 1 carafe for Wedding table' })
  await expect(job).toContainText('1 of 2 tumblers, pass 1 of 2')
  await expect(job).toContainText('1 of them can go to the bench now; the rest are not through pass 1 yet.')
  await job.getByRole('link', { name: /Open the plan: 1 of 2 tumblers, pass 1/ }).click()
  await page.getByRole('button', { name: 'Take it to the bench' }).click()
  await expect(page).toHaveURL(/\/bench\//)
  // The bench speaks of the one that is left, and whose it is.
  await upToStep(world.mate, page.url().split('/').at(-1)!, 'etch')
  await expect(page.locator('button.main')).toContainText('First touch on tumbler 2, Bo')
  await through(world.mate, page.url().split('/').at(-1)!, ['good'])

  // Its stencils are laid out from the plan, each tumbler's own; the plan knows its sheet from then on.
  await follow(page, '/')
  // The list is what it will be once it knows that the run has ended: until then its rows move.
  await expect(page.getByRole('listitem').filter({ hasText: 'Wedding table' }).getByRole('link', { name: /^Go on/ })).toHaveCount(0)
  await job.getByRole('link', { name: /^2 tumblers and 1 carafe/ }).click()
  await part(page, '2 tumblers').click()
  await page.getByRole('link', { name: 'Lay out the stencils' }).click()
  await expect(page.getByLabel('What it is for')).toHaveValue('2 tumblers, Wedding table')
  await page.getByRole('button', { name: 'Keep this sheet' }).click()
  await expect(page).toHaveURL(/\/stencils$/)
  await follow(page, '/')
  await job.getByRole('link', { name: /^2 tumblers and 1 carafe/ }).click()
  await part(page, '2 tumblers').click()
  await expect(page.getByRole('link', { name: 'Cut sheet: 2 tumblers, Wedding table' })).toBeVisible()

  // The job once more, as a new one.
  await follow(page, '/')
  await job.getByRole('link', { name: /^2 tumblers and 1 carafe/ }).click()
  await page.getByRole('link', { name: 'Plan it again' }).click()
  await expect(page.getByRole('heading', { name: 'Again for Wedding table' })).toBeVisible()
  await unfold(page, 'Who it is for')
  await page.getByLabel('Due').fill('1 Jul 2030')
  await page.getByRole('button', { name: 'Save the plan' }).click()
  await expect(page).toHaveURL(/\/plan\/[0-9a-f-]{36}/)
  const { body: again } = await world.mate.get<Job>(`jobs/${page.url().split('/').at(-1)!.split('?')[0]!}`)
  expect(again.passes.map(p => [p.noun, p.no, p.of, p.status, p.done.length])).toEqual([
    ['tumbler', 1, 2, 'planned', 0],
    ['tumbler', 2, 2, 'planned', 0],
    ['carafe', 1, 1, 'planned', 0],
  ])

  // Kept as a template it is begun with another day: nothing but for whom and when is asked.
  await page.getByRole('button', { name: 'Keep as a template' }).click()
  await page.getByLabel('Name of the template').fill('Wedding set')
  await page.getByRole('button', { name: 'Keep the template' }).click()
  await expect(page.getByText('Kept as a template: Wedding set.')).toBeVisible()
  await follow(page, '/plan/new')
  await page.getByRole('link', { name: 'Wedding set' }).click()
  await expect(page.getByRole('heading', { name: 'Wedding set', level: 1 })).toBeVisible()
  await page.getByLabel('Customer').fill('Golden wedding')
  await page.getByLabel('Due').fill('1 Aug 2030')
  // What a change moves is said beside the recipe.
  await unfold(page, 'The art')
  await page.getByLabel('Height of the art').fill('40 mm')
  await expect(page.getByRole('status').filter({ hasText: 'Moved:' })).toContainText('cream to put out')
  await page.getByRole('button', { name: 'Save the plan' }).click()
  await expect(page.getByRole('heading', { name: '2 tumblers and 1 carafe for Golden wedding' })).toBeVisible()
})
