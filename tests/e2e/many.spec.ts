import sharp from 'sharp'
import { SKILLS } from '../../core/trade/skills'
import { event, LEAD, newLot, newRun, upToStep } from '../support/client'
import { houseDay } from '../support/house'
import { expect, follow, MATE, press, runAtEtch, signIn, test } from './world'

test('two at one bench: who has which, what is mine, and a hand-over with its clocks', async ({ signedIn: page, world, browser }) => {
  const { runId } = await runAtEtch(world, '3')
  await page.goto(`${world.app.url}/bench/${runId}`)
  await press(page, 'First touch on tumbler 1')
  await press(page, 'Last part covered')
  const other = await (await browser.newContext()).newPage()
  await signIn(other, world.app.url, LEAD)
  await other.goto(`${world.app.url}/bench/${runId}`)
  await expect(other.getByText('Moss has tumbler 1')).toBeVisible()
  await expect(other.locator('.stand li').first()).toContainText('Moss')
  await press(other, 'First touch on tumbler 2')
  await expect(page.locator('.stand li').nth(1)).toContainText('Lea')
  // What is in the other's hands is not offered to me.
  await expect(page.locator('button.main')).toContainText('First touch on tumbler 3')
  await press(other, 'Last part covered')
  const clock = async () => await other.locator('.stand li').first().locator('.time').innerText()
  await other.getByRole('link', { name: 'Take over' }).click()
  await expect(other.getByRole('heading', { name: 'Hand-over' })).toBeVisible()
  const take = other.getByRole('button', { name: 'Take everything from Moss Mate' })
  expect((await take.boundingBox())!.height).toBeGreaterThanOrEqual(72)
  await take.click()
  await expect(other.getByRole('region', { name: LEAD.name }).getByRole('listitem')).toHaveCount(2)
  await other.goto(`${world.app.url}/bench/${runId}`)
  await expect(other.locator('.stand li').first()).toContainText('you')
  // The clock goes on as it was.
  expect(await clock()).toMatch(/^\d+:\d\d$/)
  await expect(page.locator('.stand li').first()).toContainText('Lea')
  await other.context().close()
})

test('the bench follows the day\'s plan: one coats, the other rinses, and each is told only what is theirs', async ({
  signedIn: page,
  world,
  browser,
}) => {
  const { body: crew } = await world.lead.get<{ id: string, name: string }[]>('crew')
  const trust = (name: string, may: readonly string[]) => world.lead.patch(`crew/${crew.find(p => p.name === name)!.id}`, { may })
  // Whoever else other tests took on has nothing to do here.
  for (const { name } of crew)
    await trust(name, name === LEAD.name ? ['prepare', 'coat', 'care', 'finish'] : name === MATE.name ? ['rinse', 'finish'] : [])
  const { runId } = await runAtEtch(world, '2', { customer: 'Planned pair' })
  await page.goto(`${world.app.url}/day`)
  await expect(page.getByRole('checkbox', { name: /2 tumblers for Planned pair/ })).toBeChecked()
  for (const job of await page.getByRole('checkbox', { name: / for (?!Planned pair)/ }).all()) await job.uncheck()
  const other = await (await browser.newContext()).newPage()
  await signIn(other, world.app.url, LEAD)
  await other.goto(`${world.app.url}/bench/${runId}`)
  const keep = page.getByRole('button', { name: 'Keep this plan' })
  if (await keep.isVisible()) await keep.click()
  await expect(page.getByText(/Kept, plan \d/)).toBeVisible()
  // When each is to be coated stands under it, and whoever is not to coat is not asked to.
  await expect(other.locator('.stand li').nth(1)).toContainText(/you, \d\d:\d\d/)
  await follow(page, `/bench/${runId}`)
  await expect(page.locator('.stand li').first()).toContainText(/Lea, \d\d:\d\d/)
  await expect(page.locator('button.main')).toContainText('Others are on it')
  await press(other, 'First touch on tumbler 1')
  await press(other, 'Last part covered')
  // From here on it is for whoever rinses.
  await expect(page.locator('.stand li').first()).toContainText('you')
  await expect(page.locator('button.main')).toContainText('Wait')
  await expect(other.locator('.stand li').first()).toContainText('Moss')
  await expect(other.getByText('Moss has tumbler 1')).toBeVisible()
  await expect(other.locator('button.main')).toContainText('First touch on tumbler 2')
  // Nobody has the day open: the rest of it was planned again from the bench, round what has begun.
  const blocks = async () =>
    (await world.mate.get<{ blocks: { piece: number, skill: string, fact: boolean }[] }>(`days/${houseDay()}`)).body
      .blocks
  await expect
    .poll(async () => (await blocks()).filter(b => b.fact).map(b => `${b.skill} ${b.piece}`), { timeout: 20_000 })
    .toEqual(['coat 1'])
  // Somebody leaves: what was theirs goes to others, who are told.
  await trust(LEAD.name, SKILLS)
  await follow(page, '/day')
  await page.getByLabel('Moss Mate').fill('0-')
  await page.getByLabel('Moss Mate').blur()
  await expect(other.getByRole('status').filter({ hasText: 'The plan has changed.' })).toContainText(
    'Rinse tumbler 1, 2: you instead of Moss',
  )
  await expect(other.locator('.stand li').first()).toContainText('you')
  // Whoever takes it over has it, plan or not.
  await follow(page, '/hand-over')
  await page.getByRole('button', { name: 'Take everything from Lea Lead' }).click()
  await expect(page.getByRole('region', { name: MATE.name }).getByRole('listitem')).toHaveCount(1)
  await expect(other.locator('.stand li').first()).toContainText('Moss')
  await other.context().close()
  for (const { name } of crew) await trust(name, SKILLS)
})

test('a run pauses only where nothing is wet', async ({ signedIn: page, world }) => {
  const { runId } = await runAtEtch(world, '1')
  await page.goto(`${world.app.url}/bench/${runId}`)
  await page.getByText('Something else').click()
  await page.getByRole('button', { name: 'Pause the run' }).click()
  await page.getByRole('button', { name: 'Another reason' }).click()
  await page.getByLabel('Why, in a few words').fill('the postman')
  await page.getByRole('button', { name: 'Enter it' }).click()
  await expect(page.getByRole('heading', { name: 'Paused: the postman' })).toBeVisible()
  await press(page, 'Go on')
  await press(page, 'First touch on tumbler 1')
  await expect(page.getByRole('button', { name: 'Pause the run' })).toHaveCount(0)
  await expect(page.getByRole('link', { name: 'Hand over what is wet' })).toBeVisible()
})

test('what two tablets entered is shown side by side, and a person decides', async ({ signedIn: page, world }) => {
  const { runId } = await runAtEtch(world, '1')
  const at = Date.now() - 330_000
  await world.mate.post(`runs/${runId}/events`, {
    events: [
      event({ kind: 'coat.started', piece: 1 }, at - 60_000),
      event({ kind: 'coat.covered', piece: 1 }, at),
      event({ kind: 'etchant.off', piece: 1 }, at + 320_000),
    ],
  })
  await world.lead.post(`runs/${runId}/events`, { events: [event({ kind: 'etchant.off', piece: 1 }, at + 301_000)] })
  await page.goto(`${world.app.url}/bench/${runId}`)
  const twice = page.getByRole('region', { name: 'Entered twice' })
  await expect(twice).toContainText('came off')
  await twice.getByRole('button', { name: /Lea/ }).click()
  await expect(twice).toHaveCount(0)
  await page.getByText(/All \d+ entries/).click()
  await expect(page.locator('.history').getByText('Settled tumbler 1: off at another time')).toBeVisible()
})

test('a picture from the camera is added to a step and stands in the log', async ({ signedIn: page, world }) => {
  const { runId } = await runAtEtch(world, '1')
  await page.goto(`${world.app.url}/bench/${runId}`)
  await page.getByText('Pictures', { exact: true }).click()
  const buffer = await sharp({ create: { width: 640, height: 480, channels: 3, background: '#445' } })
    .jpeg()
    .toBuffer()
  await page.locator('input[type=file]').setInputFiles({ name: 'edge.jpg', mimeType: 'image/jpeg', buffer })
  const image = page.getByRole('img', { name: /^The run, Coat/ })
  await expect(image).toBeVisible()
  await expect.poll(() => image.evaluate(i => (i as HTMLImageElement).naturalWidth)).toBe(640)
  // What the server will not have lies in the tray, and a person says what becomes of it.
  await page.locator('input[type=file]').setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('no picture') })
  await page.getByRole('link', { name: 'See what to do' }).click()
  await expect(page.getByText('That picture can\'t be read.')).toBeVisible()
  await page.getByRole('button', { name: 'Discard it' }).click()
  await page.getByRole('textbox', { name: /Why\?/ }).fill('the wrong file')
  await page.locator('form').getByRole('button', { name: 'Discard it' }).click()
  await expect(page.getByText('Everything that was entered here has been taken.')).toBeVisible()
  await follow(page, `/bench/${runId}`)
  await page.getByText(/^Pictures/).click()
  // Without network it waits on the device like any entry, over a reload as well, and is sent when the network is back.
  await page.context().setOffline(true)
  await page.locator('input[type=file]').setInputFiles({ name: 'again.jpg', mimeType: 'image/jpeg', buffer })
  await expect(page.getByText('One picture is kept on this device')).toBeVisible()
  await page.context().setOffline(false)
  await expect(page.getByRole('img', { name: /^The run, Coat/ })).toHaveCount(2)
  await follow(page, `/log/${runId}`)
  await expect(page.getByRole('img', { name: /^The run, Coat/ }).first()).toBeVisible()
  await page.getByText(/All \d+ entries/).click()
  await expect(page.locator('.history').getByText(/not taken was discarded.*the wrong file/)).toBeVisible()
})

test('wet hands: a palm on the glass presses nothing, a foot pedal presses, and each alarm can be tried', async ({
  signedIn: page,
  world,
}) => {
  const { runId } = await runAtEtch(world, '2')
  // With only one run there the bench leads straight to it.
  await runAtEtch(world, '1')
  await page.goto(`${world.app.url}/bench`)
  await expect(page.getByRole('heading', { name: 'Can it be heard from the sink?' })).toBeVisible()
  for (const name of ['Look after it', 'Soon', 'Now', 'Late', 'Long past'])
    await page.getByRole('button', { name: `Try the alarm: ${name}` }).click()
  await page.getByRole('button', { name: 'Set the foot pedal' }).click()
  await page.keyboard.press('Enter')
  await expect(page.getByText('That key is needed to move about.')).toBeVisible()
  await page.keyboard.press('F9')
  await expect(page.getByText('The pedal sends F9.')).toBeVisible()
  await follow(page, `/bench/${runId}`)
  const control = page.locator('button.main')
  await expect(control).toContainText('First touch on tumbler 1')
  expect((await control.boundingBox())!.height).toBeGreaterThanOrEqual(72)
  await control.evaluate((b) => {
    b.dispatchEvent(new PointerEvent('pointerdown', { pointerType: 'touch', width: 140, height: 110, bubbles: true }))
    ;(b as HTMLElement).click()
  })
  await expect(control).toContainText('First touch on tumbler 1')
  await page.keyboard.press('F9')
  await expect(control).toContainText('Last part covered')
  await expect(control).not.toHaveClass(/resting/)
  await control.evaluate((b) => {
    b.dispatchEvent(new PointerEvent('pointerdown', { pointerType: 'touch', width: 24, height: 24, bubbles: true }))
    ;(b as HTMLElement).click()
  })
  await expect(page.locator('.stand li').first()).toContainText('best in')
})

test('another\'s call stays silent here for twenty seconds, then sounds', async ({ page, world }) => {
  const lotId = await newLot(world.lead, { productName: 'Ten second cream', labelMin: '10 s', labelMax: '90 s' })
  const { runId } = await newRun(world.mate, lotId, { pieces: '1', noun: 'vase' })
  await upToStep(world.mate, runId, 'etch')
  await page.addInitScript(() => {
    ;(window as never as { spoken: { text: string, at: number }[] }).spoken = []
    window.speechSynthesis.speak = words =>
      void (window as never as { spoken: { text: string, at: number }[] }).spoken.push({ text: words.text, at: Date.now() })
  })
  await signIn(page, world.app.url, LEAD)
  await page.goto(world.app.url)
  await page.getByRole('heading', { name: 'Today' }).click()
  const at = Date.now()
  await world.mate.post(`runs/${runId}/events`, {
    events: [event({ kind: 'coat.started', piece: 1 }, at - 10), event({ kind: 'coat.covered', piece: 1 }, at)],
  })
  await expect
    .poll(() => page.evaluate(() => (window as never as { spoken: { text: string }[] }).spoken.map(s => s.text)), { timeout: 60_000 })
    .toContain('Rinse vase 1 now.')
  const spoken = await page.evaluate(() => (window as never as { spoken: { text: string, at: number }[] }).spoken)
  const heard = spoken.find(s => s.text === 'Rinse vase 1 now.')!
  expect(spoken.some(s => s.text.startsWith('Get ready'))).toBe(false)
  // Best is reached 10 s after `at`; twenty more before anybody else is called.
  expect(heard.at - (at + 10_000)).toBeGreaterThanOrEqual(19_500)
  // A device at which somebody has to sign in first goes on calling.
  await page.context().clearCookies()
  await page.getByRole('link', { name: 'Day', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
  const since = Date.now()
  await expect
    .poll(
      () => page.evaluate(from => (window as never as { spoken: { at: number }[] }).spoken.some(s => s.at > from), since),
      { timeout: 60_000 },
    )
    .toBe(true)
})
