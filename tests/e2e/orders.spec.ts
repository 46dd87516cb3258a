import type { Locator, Page } from '@playwright/test'
import { v7 } from 'uuid'
import { GRIT, newLot } from '../support/client'
import { ARTWORK_FORM } from '../../shared/artworks'
import { BLANK_FORM } from '../../shared/blanks'
import type { Job } from '../../shared/passes'
import type { RunWithEvents } from '../../shared/runs'
import { through } from '../support/through'
import { answerAll, expect, follow, pick, test, unfold } from './world'
import type { World } from './world'

/** A letter of 30 × 40 mm, drawn as two strokes. */
async function keepLetter(world: World, name: string) {
  const outline = 'M0 0L8 0L8 40L0 40Z M22 0L30 0L30 40L22 40Z'
  const source = { kind: 'svg', file: `${name}.svg`, traced: false, text: `<svg viewBox="0 0 30 40"><path d="${outline}"/></svg>` }
  const figures = {
    width: 30,
    height: 40,
    openArea: 640,
    cutLength: 160,
    pieces: 1,
    islands: 0,
    narrowestBridge: null,
    narrowestOpening: 4,
    outline,
  }
  const { status } = await world.mate.post('artworks', { id: v7(), artwork: { ...ARTWORK_FORM, name, width: '30 mm', source }, figures })
  expect(status).toBe(200)
}
async function writePiece(page: Page, noun: string, pieces: string, height: string, girth: string) {
  await page.getByLabel('What one is called').fill(noun)
  await page.getByLabel('How many').fill(pieces)
  await page.getByLabel('Height', { exact: true }).fill(height)
  await page.getByLabel('Girth at the art').fill(girth)
  await answerAll(page)
}
async function forWhom(page: Page, customer: string) {
  await page.getByLabel('Customer').fill(customer)
  await page.getByLabel('Due').fill('1 Jun 2030')
}
/** Saves the plan and takes each pass of it to the bench and through it. @returns runs, in the order of the passes */
async function saveAndEtch(page: Page, world: World, results: 'good'[]): Promise<RunWithEvents[]> {
  await page.getByRole('button', { name: 'Save the plan' }).click()
  await expect(page).toHaveURL(/\/plan\/[0-9a-f-]{36}/)
  const { body: job } = await world.mate.get<Job>(`jobs/${page.url().split('/').at(-1)!.split('?')[0]!}`)
  const runs: RunWithEvents[] = []
  for (const pass of job.passes) {
    await follow(page, `/plan/${job.id}?pass=${pass.id}`)
    await page.getByRole('button', { name: 'Take it to the bench' }).click()
    await expect(page).toHaveURL(/\/bench\//)
    const runId = page.url().split('/').at(-1)!
    runs.push((await world.mate.get<RunWithEvents>(`runs/${runId}`)).body)
    await through(world.mate, runId, results)
  }
  return runs
}

test('a monogram pint: two letters that overlap are put there by hand and fall into two passes', async ({ signedIn: page, world }) => {
  await keepLetter(world, 'Letter H')
  await keepLetter(world, 'Letter R')
  await page.goto(`${world.app.url}/plan/new`)
  await writePiece(page, 'pint', '1', '150 mm', '260 mm')
  await pick(page, 'From a stencil', 'Letter H')
  await expect(page.getByText('Opposite the seam, halfway up.')).toBeVisible()
  await page.getByRole('button', { name: 'Add art at another place' }).click()
  await pick(page, 'From a stencil', 'Letter R', 1)
  const second = page.getByRole('region', { name: 'Stencil 2' })
  await expect(second).toContainText('1/4 round to the right of the side opposite the seam')

  // Taken by hand and let go over the first: they can't be masked together.
  const wall = page.getByRole('group', { name: /The wall unrolled/ })
  const grip = wall.getByRole('button', { name: /^Letter R/ })
  await grip.scrollIntoViewIfNeeded()
  const [from, to] = [(await grip.boundingBox())!, (await wall.getByRole('button', { name: /^Letter H/ }).boundingBox())!]
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2)
  await page.mouse.down()
  await page.mouse.move(to.x + to.width * 0.75, to.y + to.height / 2, { steps: 6 })
  await page.mouse.up()
  await expect(second).toContainText('° to the right of the seam, halfway up')
  const said = page.locator('#rung-3').getByRole('alert').getByText('Stencil 2: its border touches that of stencil 1.')
  await expect(said).toBeVisible()
  // A millimetre at a time by the arrow keys.
  const spoken = (await grip.getAttribute('aria-label'))!
  await grip.press('Shift+ArrowUp')
  await expect(second).toContainText('its middle 85 mm up')
  expect(await grip.getAttribute('aria-label')).not.toBe(spoken)
  const oneAfterTheOther = page.getByRole('button', { name: 'Etch them one after the other' })
  await oneAfterTheOther.click()
  await expect(said).toHaveCount(0)
  const secondPass = page.locator('.parts').getByRole('button', { name: 'Pass 2' })
  // Moved apart, both could go on in one pass, and do with one press; moved back they can't.
  await secondPass.click()
  await unfold(page, 'The art')
  for (let cm = 0; cm < 8; cm++) await grip.press('Shift+ArrowRight')
  await page.getByRole('button', { name: 'Make it one pass' }).click()
  await expect(secondPass).toHaveCount(0)
  await unfold(page, 'The art')
  for (let cm = 0; cm < 8; cm++) await grip.press('Shift+ArrowLeft')
  await oneAfterTheOther.click()
  await expect(secondPass).toBeVisible()
  await expect(page.getByRole('button', { name: 'Make it one pass' })).toHaveCount(0)
  await forWhom(page, 'Monogram club')

  const runs = await saveAndEtch(page, world, ['good'])
  expect(runs.map(r => [r.passNo, r.passes, r.artName])).toEqual([
    [1, 2, 'Letter H'],
    [2, 2, 'Letter R'],
  ])
  expect(runs[1]!.shape.etched!.map(e => e.art!.name)).toEqual(['Letter H'])
  expect(runs[1]!.plan.steps.find(s => s.id === 'mask')!.how.join()).toContain('stop the tape at its edge')
  await follow(page, '/log')
  await page.getByRole('searchbox').fill('monogram letter')
  for (const letter of ['Letter H', 'Letter R'])
    await expect(page.getByRole('row').filter({ hasText: 'Monogram club' }).filter({ hasText: letter })).toHaveCount(1)
})

test('one mesh at two places round a jar: a pass each, and the second is told to keep off the first', async ({ signedIn: page, world }) => {
  await world.mate.post('stencils', { id: v7(), stencil: { name: 'Rope mesh', resist: 'mesh' } })
  await page.goto(`${world.app.url}/plan/new`)
  await writePiece(page, 'jar', '1', '160 mm', '330 mm')
  await page.getByLabel('Width', { exact: true }).fill('80 mm')
  await page.getByLabel('Height of the art').fill('50 mm')
  await page.getByLabel('Share that is open').fill('40 %')
  await page.getByRole('button', { name: 'Put it elsewhere' }).click()
  await page.getByLabel('Repeats round it').fill('2')
  await expect(page.getByText('2 evenly spaced, the first opposite the seam, halfway up.')).toBeVisible()
  await unfold(page, 'Resist and etchant')
  await pick(page, 'Resist', /^Self-adhesive mesh/)
  await pick(page, 'Which stencil', 'Rope mesh, used 0 times')
  const said = page.locator('#rung-3').getByRole('alert').getByText('One stencil can\'t be in two places at once.')
  await expect(said).toBeVisible()
  await forWhom(page, 'Jar shelf')
  // Nobody takes it to the bench like this.
  await page.getByRole('button', { name: 'Save the plan' }).click()
  // What is said at the field moves the button below it: it is pressed once that stands.
  await expect(page.locator('#rung-3 [aria-invalid="true"]')).toHaveCount(1)
  await page.getByRole('button', { name: 'Etch them one after the other' }).click()
  await expect(said).toHaveCount(0)

  const runs = await saveAndEtch(page, world, ['good'])
  expect(runs.map(r => r.shape.placements.map(p => p.spots.map(s => s.at)))).toEqual([[[180]], [[0]]])
  const { body: stencils } = await world.mate.get<{ name: string, uses: number }[]>('stencils')
  expect(stencils.find(s => s.name === 'Rope mesh')!.uses).toBe(2)
})

test('four glasses from a list of four names, each let into a split letter: composed, looked at together, planned as one job', async ({
  signedIn: page,
  world,
}) => {
  await page.goto(`${world.app.url}/stencil/new`)
  await page.getByRole('button', { name: 'Several parts' }).click()
  await page.getByRole('button', { name: 'A name in a split letter' }).click()
  const letter = page.getByRole('region', { name: 'Part 1' })
  await letter.getByLabel('What it says').fill('K')
  await expect(page.getByText(/of art, on/)).toBeVisible()
  // A part is moved by its arrow keys in the drawing, and by hand; the numbers beside it follow.
  const [right, up] = [page.getByLabel('Moved right'), page.getByLabel('Moved up')]
  const held = page.getByRole('button', { name: /Arrow keys move it/ })
  await held.press('ArrowRight')
  await held.press('Shift+ArrowUp')
  await expect(right).toHaveValue('0.5 mm')
  await expect(up).toHaveValue('5 mm')
  // Where it was moved to is where it is drawn; it may still move with what stands above it: a hover waits until it does not.
  await expect(page.locator('[aria-busy="true"]')).toHaveCount(0)
  await held.hover()
  const grip = (await held.boundingBox())!
  await page.mouse.down()
  await page.mouse.move(grip.x + grip.width / 2 - 120, grip.y + grip.height / 2 + 5, { steps: 5 })
  await page.mouse.up()
  await expect(right).toHaveValue(/^−[\d.]+ mm$/)
  await right.fill('')
  await up.fill('')
  // A half-made stencil is there again after leaving the page.
  await page.getByLabel('What it shows').fill('Split letter')
  await page.goto(`${world.app.url}/stencils`)
  await follow(page, '/stencil/new')
  await expect(page.getByLabel('What it shows')).toHaveValue('Split letter')
  await expect(letter.getByLabel('What it says')).toHaveValue('K')
  // What lies against a part that is taken away, lies against what that one lay against.
  await page.getByRole('button', { name: 'Add ornament' }).click()
  await expect(page.getByRole('region', { name: 'Part 3' })).toBeVisible()
  await page.getByRole('button', { name: 'Remove part 3' }).click()

  const list = page.getByRole('region', { name: 'A stencil for each name' })
  await list.locator('input[type=file]').setInputFiles({
    name: 'names.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('seat,name\n1,Tove\n2,Ragnhild\n3,Ada\n4,B\n'),
  })
  // The list may be checked while the art is still being looked at, and is as wide afterwards as the letter makes it.
  await letter.getByLabel('What it says').fill('M')
  await list.getByRole('button', { name: 'Check all 4' }).click()
  await expect(list.getByRole('listitem')).toHaveCount(4)
  await expect(list.getByRole('listitem').filter({ hasText: 'Ragnhild' })).toContainText('mm')
  await list.getByRole('button', { name: 'Keep them and plan a piece for each' }).click()
  // Count, names and stencils are there; what the piece is has still to be said.
  await expect(page.getByRole('heading', { level: 1, name: 'A stencil for each piece' })).toBeVisible()
  await expect(page.getByLabel('Names of the pieces')).toHaveValue('Tove\nRagnhild\nAda\nB')
  await writePiece(page, 'glass', '4', '150 mm', '260 mm')
  await unfold(page, 'The art')
  for (const [i, name] of ['Tove', 'Ragnhild', 'Ada', 'B'].entries())
    await expect(page.getByRole('combobox', { name: `Glass ${i + 1}, ${name}` })).toHaveText(name)
  await forWhom(page, 'Split letter club')
  const [run] = await saveAndEtch(page, world, ['good', 'good', 'good', 'good'])
  const { arts } = run!.shape.placements[0]!
  expect(arts.map(a => a!.name)).toEqual(['Tove', 'Ragnhild', 'Ada', 'B'])
  // One height for all, the letter's, and a stencil of its own for each.
  expect(new Set(arts.map(a => Math.round(a!.height))).size).toBe(1)
  expect(new Set(arts.map(a => a!.d)).size).toBe(4)
  await follow(page, '/log')
  await page.getByRole('searchbox').fill('ragnhild')
  await expect(page.getByRole('row').filter({ hasText: 'Split letter club' })).toHaveCount(1)
})

/**
 * What hands and head take, s, of somebody who types as most do (keystroke-level model; Card, Moran and Newell, Communications of the ACM,
 * 1980; values from memory): a thought before each answer, pointing, a press, a key.
 */
const KLM = { thought: 1.35, point: 1.1, press: 0.2, key: 0.28 }

test('a stranger has a safe recipe for four tumblers with a name each in ten answers and a minute and a half of hand and head', async ({
  signedIn: page,
  world,
}) => {
  const readings = [{ height: '0', girth: '210 mm' }, { height: '100 mm', girth: '240 mm' }]
  await world.mate.post('blanks', { id: v7(), blank: { ...BLANK_FORM, name: 'House tumbler', noun: 'tumbler', readings } })
  await page.goto(`${world.app.url}/stencil/new`)
  let [answers, seconds] = [0, 0]
  const press = async (where: Locator) => {
    await where.click()
    seconds += KLM.point + KLM.press
  }
  const answer = async (work: () => Promise<unknown>) => {
    answers += 1
    seconds += KLM.thought
    await work()
  }
  const names = ['Kaja', 'Sigrun', 'Ole', 'Birgitta']
  const list = page.getByRole('region', { name: 'A stencil for each name' })
  await answer(async () => {
    await list.getByLabel('Names, one a line').fill(names.join('\n'))
    seconds += KLM.point + KLM.press + KLM.key * names.join('\n').length
  })
  await answer(() => press(list.getByRole('button', { name: 'Check all 4' })))
  await expect(list.getByText(/^Capitals [\d.]+\smm tall, so that the longest name fits\.$/)).toBeVisible()
  await answer(() => press(list.getByRole('button', { name: 'Keep them and plan a piece for each' })))
  await answer(async () => {
    await press(page.getByRole('combobox', { name: 'Blank' }))
    await press(page.getByRole('option', { name: 'House tumbler' }))
  })
  for (const said of ['Yes, another can be had', 'No food near it', 'No, it stays clear'])
    await answer(() => press(page.getByRole('radio', { name: said })))
  await answer(() => press(page.getByRole('radiogroup', { name: 'Is it for a child?' }).getByRole('radio', { name: 'No' })))
  await expect(page.getByRole('region', { name: 'Verdict' })).toContainText('Works')
  await expect(page.getByRole('region', { name: 'Dwell window' })).toContainText(/\d+\s(min|s)/)
  await expect(page.getByLabel('Names of the pieces')).toHaveValue(names.join('\n'))
  expect(answers).toBeLessThanOrEqual(10)
  expect(seconds).toBeLessThan(90)
})

test('three bottles with three looks and a common back art go to the cabinet together', async ({ signedIn: page, world }) => {
  for (const name of ['Front gull', 'Front oar', 'Front sail', 'Back mark']) await keepLetter(world, name)
  await newLot(world.lead, { ...GRIT, productName: 'Walk grit', secondsPerCm2: '0.3' })
  await page.goto(`${world.app.url}/plan/new`)
  await writePiece(page, 'bottle', '3', '300 mm', '250 mm')
  await page.getByLabel('Names of the pieces').fill('Front gull\nFront oar\nFront sail')
  // The fronts differ, and are taken by their names; the back is common.
  await page.getByLabel('Each piece has its own stencil').check()
  await expect(page.getByRole('combobox', { name: 'Bottle 3, Front sail' })).toHaveText('Front sail')
  await page.getByRole('button', { name: 'Add art at another place' }).click()
  const back = page.getByRole('region', { name: 'Stencil 2' })
  await back.getByRole('combobox', { name: 'From a stencil' }).click()
  await page.getByRole('option', { name: 'Back mark', exact: true }).click()
  await back.getByRole('button', { name: 'Put it elsewhere' }).click()
  await back.getByRole('combobox', { name: 'Measured' }).click()
  await page.getByRole('option', { name: 'From the seam' }).click()
  await back.getByLabel('To the right by').fill('')
  await expect(back).toContainText('At the seam, halfway up.')
  await unfold(page, 'Resist and etchant')
  await pick(page, 'Etch with', /^Walk grit/)
  await page.getByLabel('Each piece has its own look').check()
  for (const [i, look] of ['Solid frost', 'Fade', 'Graphics only'].entries())
    await pick(page, ['Bottle 1, Front gull', 'Bottle 2, Front oar', 'Bottle 3, Front sail'][i]!, look, 1)
  await forWhom(page, 'Three looks')
  const [run] = await saveAndEtch(page, world, ['good', 'good', 'good'])
  expect(run!.plan).toMatchObject({ method: 'blast', looks: ['solid', 'fade', 'graphics'] })
  const best = run!.plan.windows!.map(w => w.best)
  expect(best[0]).toBeGreaterThan(best[1]!)
  expect(best[1]).toBeGreaterThan(best[2]!)
  expect(run!.artName).toBe('Back mark, Front gull, Front oar, Front sail')
  expect(run!.shape.placements.map(p => p.spots[0]!.at)).toEqual([180, 0])
  await follow(page, `/log/${run!.id}`)
  await expect(page.getByText('Look: solid frost, fade, graphics only.')).toBeVisible()
})
