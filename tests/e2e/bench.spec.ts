import { expect, follow, LEAD, MATE, press, runAtEtch, signIn, test, throughTheDoor, unfold } from './world'
import { event, jobForm, newLot, newRun, upToStep } from '../support/client'
import { v7 } from 'uuid'

test('a broken piece leaves the run, another comes off early, and a stopped run gives the job back', async ({ signedIn: page, world }) => {
  const { runId } = await runAtEtch(world, '3', { customer: 'Broken trio' })
  await page.goto(`${world.app.url}/bench/${runId}`)
  await press(page, 'First touch on tumbler 1')
  await press(page, 'Last part covered')
  await page.getByText('Something else').click()
  await page.getByRole('button', { name: 'tumbler 2 broke or is out' }).click()
  await page.getByRole('region', { name: 'Why is tumbler 2 out?' }).getByRole('button', { name: 'It broke' }).click()
  await expect(page.getByRole('main').getByRole('listitem').filter({ hasText: 'tumbler 2' })).toContainText('taken out')
  // Nothing may be stopped while something is wet.
  await expect(page.getByRole('button', { name: 'Stop the run' })).toBeHidden()
  await page.getByRole('button', { name: 'Take tumbler 1 off early' }).click()
  await page.getByRole('button', { name: 'It looks done' }).click()
  await page.getByRole('button', { name: 'Something happened to tumbler 1' }).click()
  await page.getByRole('button', { name: 'Left', exact: true }).click()
  await page.getByRole('button', { name: 'A thin spot' }).click()
  await press(page, /tumbler 1 is rinsed/i)
  await page.getByRole('button', { name: 'Stop the run' }).click()
  await page.getByRole('button', { name: 'Another reason' }).click()
  await page.getByLabel('Why, in a few words').fill('power cut')
  await page.getByRole('button', { name: 'Enter it' }).click()
  await expect(page.getByText('This run is closed.')).toBeVisible()
  // It stays so when the open runs, among which it no longer is, are read again.
  const today = page.waitForResponse('**/api/today')
  await world.mate.post('jobs', { id: v7(), job: jobForm(world.lotId) })
  await today
  await page.waitForTimeout(300)
  await expect(page.getByText('This run is closed.')).toBeVisible()
  await follow(page, `/log/${runId}`)
  const pieces = page.getByRole('region', { name: 'Pieces of this run' })
  await expect(pieces.getByRole('row', { name: /tumbler 1/ })).toContainText(/early.*off early: it looks done; a thin spot, left/s)
  await expect(pieces.getByRole('row', { name: /tumbler 2/ })).toContainText('It broke')
  await expect(page.getByText('Stopped: power cut', { exact: true })).toBeVisible()
  await page.getByRole('link', { name: 'Today', exact: true }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Broken trio' })).toContainText('Planned')
})

test('clocks of another run stay in sight on every screen, also at the bench, and a tap leads to them', async ({
  signedIn: page,
  world,
}) => {
  const one = await runAtEtch(world, '2', { noun: 'goblet' })
  const two = await runAtEtch(world)
  await world.mate.post(`runs/${one.runId}/events`, {
    events: [event({ kind: 'coat.started', piece: 1 }), event({ kind: 'coat.covered', piece: 1 })],
  })
  const sill = page.getByRole('complementary', { name: 'Running clocks' })
  for (const path of ['/', '/shelf', '/log', '/rules', '/plan/new', `/bench/${two.runId}`]) {
    await (path === '/' ? page.goto(world.app.url) : follow(page, path))
    await expect(sill.getByRole('link', { name: /goblet 1.*best in/s }), path).toBeVisible()
  }
  await sill.getByRole('link', { name: /goblet 1/ }).click()
  await expect(page).toHaveURL(`${world.app.url}/bench/${one.runId}`)
  await expect(page.getByRole('timer')).toBeVisible()
})

test('two jobs with one cream are coated in one go: one control goes from bench to bench', async ({ signedIn: page, world }) => {
  const lotId = await newLot(world.lead, { productName: 'Common cream' })
  const runs: string[] = []
  for (const [customer, noun] of [['Jetty inn', 'tumbler'], ['Mole bar', 'pint']] as const) {
    const { runId } = await newRun(world.mate, lotId, { customer, noun, pieces: '1' })
    await upToStep(world.mate, runId, 'etch')
    runs.push(runId)
  }
  await page.goto(`${world.app.url}/bench/${runs[0]}`)
  await expect(page.getByText('With the same cream: 1 pint for Mole bar.')).toBeVisible()
  await page.getByRole('link', { name: 'Coat them in one go' }).click()
  await expect(page.locator('.whose')).toHaveText('Jetty inn')
  await press(page, 'First touch on tumbler 1')
  await press(page, 'Last part covered')
  await expect(page.locator('.whose')).toHaveText('Mole bar')
  await press(page, 'First touch on pint 1')
  await press(page, 'Last part covered')
  // Both are wet; the first is waited for, and the last press can be taken back.
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Wait for tumbler 1')
  await expect(page.getByRole('region', { name: 'Mole bar' }).locator('.stand li')).toContainText('first part')
  await page.getByRole('button', { name: /Undo: .*pint 1/i }).click()
  await expect(page.locator('button.main')).toContainText('Last part covered')
  const entries = async (id: string) =>
    (await world.mate.get<{ events: { kind: string }[] }>(`runs/${id}`)).body.events.map(e => e.kind).slice(-2)
  await expect.poll(() => entries(runs[0]!)).toEqual(['coat.started', 'coat.covered'])
  await expect.poll(() => entries(runs[1]!)).toEqual(['coat.covered', 'event.undone'])
})

test('what can\'t be etched says so on Today and on the plan, with another way', async ({ signedIn: page, world }) => {
  const tile = await newLot(world.lead, {
    productName: 'Breakwater tile cream',
    kind: 'tile-cream',
    labelMin: '20 min',
    labelMax: '20 min',
    reusable: false,
  })
  const id = v7()
  await world.mate.post('jobs', { id, job: jobForm(tile, { customer: 'Start boat', substrate: 'tempered', noun: 'dome', pieces: '1' }) })
  await page.goto(world.app.url)
  const row = page.getByRole('listitem').filter({ hasText: '1 dome for Start boat' })
  await expect(row).toContainText('This cream needs longer than the ten minutes that tempered glass is given. Use a fast or general cream.')
  await row.getByRole('link', { name: /Change the plan/ }).click()
  await expect(page.getByRole('alert')).toContainText('Use a fast or general cream')
  await expect(page.getByRole('button', { name: 'Take it to the bench' })).toBeDisabled()
  await unfold(page, 'Resist and etchant')
  await page.getByRole('combobox', { name: 'Etch with' }).click()
  await page.getByRole('option', { name: /Quay general cream/ }).click()
  await expect(page.getByRole('region', { name: 'Dwell window' })).toContainText('the reason is disputed')
  await page.getByRole('button', { name: 'Save the change' }).click()
  await expect(page.getByRole('button', { name: 'Take it to the bench' })).toBeEnabled()
  await page.getByRole('button', { name: 'Cancel this job' }).click()
  await page.getByRole('button', { name: 'Yes, cancel it' }).click()
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible()
  await expect(page.getByText('Start boat')).toBeHidden()
})

test('two people who change one plan: the second is told and loses nothing', async ({ signedIn: page, world }) => {
  const id = v7()
  await world.mate.post('jobs', { id, job: jobForm(world.lotId, { customer: 'Two pens' }) })
  await page.goto(`${world.app.url}/plan/${id}`)
  await unfold(page, 'Who it is for')
  await page.getByLabel('Notes').fill('mine')
  await world.lead.put(`jobs/${id}`, { job: jobForm(world.lotId, { customer: 'Two pens', notes: 'theirs' }), version: 1 })
  await page.getByRole('button', { name: 'Save the change' }).click()
  await expect(page.getByRole('alert')).toContainText('Somebody else changed this')
  await expect(page.getByLabel('Notes')).toHaveValue('mine')
})

test('a session that ends leads to the sign-in and back to the same place', async ({ page, world }) => {
  await throughTheDoor(page, world.app.url, MATE)
  await page.goto(`${world.app.url}/plan/new`)
  await page.getByLabel('Customer').fill('Kept over sign-in')
  await page.context().clearCookies()
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
  await page.getByLabel('Name').fill(MATE.name)
  await page.getByLabel('Password').fill('wrong one')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('alert')).toContainText('don\'t fit together')
  await page.getByLabel('Password').fill(MATE.password)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page).toHaveURL(/plan\/new/)
  await expect(page.getByLabel('Customer')).toHaveValue('Kept over sign-in')
})

test('the lead adds a person, who signs in and sets a PIN of their own', async ({ page, world, browser }) => {
  await signIn(page, world.app.url, LEAD)
  await page.goto(`${world.app.url}/crew`)
  await page.getByRole('button', { name: 'Add a person' }).click()
  const sheet = page.getByRole('dialog', { name: 'A new person' })
  await sheet.getByLabel('Name').fill('Nell New')
  await sheet.getByLabel('Password').fill('nell has a password')
  await sheet.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Nell New' })).toContainText('No bench PIN')
  const nell = await (await browser.newContext()).newPage()
  await throughTheDoor(nell, world.app.url, { name: 'nell new', password: 'nell has a password' })
  await nell.getByRole('link', { name: 'Crew' }).click()
  await expect(nell.getByRole('button', { name: /^Change/ })).toHaveCount(1)
  await nell.getByRole('button', { name: 'Change Nell New' }).click()
  await nell.getByLabel('Bench PIN').fill('12')
  await nell.getByRole('button', { name: 'Save' }).click()
  await expect(nell.getByText('A PIN is four to eight digits.')).toBeVisible()
  await nell.getByLabel('Bench PIN').fill('1234')
  await nell.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Nell New' })).toContainText('Has a bench PIN')
  await nell.context().close()
})

test('an answer about Today that was long on its way takes back nothing that was entered since', async ({ signedIn: page, world }) => {
  const { runId } = await newRun(world.mate, world.lotId, { pieces: '1', customer: 'Slow answer' })
  await upToStep(world.mate, runId, 'safety')
  await page.goto(`${world.app.url}/bench/${runId}`)
  const gloves = page.getByRole('checkbox', { name: /gloves/i }).first()
  await expect(gloves).toBeVisible()
  await page.waitForTimeout(1500)
  let letGo = () => {}
  const held = new Promise<void>(resolve => (letGo = resolve))
  let answered = 0
  await page.route('**/api/today', async (route) => {
    const response = await route.fetch()
    await held
    await route.fulfill({ response })
    answered++
  })
  // Somebody plans another job: this page asks for Today, and the answer is on its way for long.
  const asked = page.waitForRequest('**/api/today')
  await world.mate.post('jobs', { id: v7(), job: jobForm(world.lotId) })
  await asked
  const stored = page.waitForResponse(r => r.url().endsWith(`/api/runs/${runId}/events`))
  await gloves.click()
  await stored
  letGo()
  await expect.poll(() => answered).toBeGreaterThan(0)
  await page.waitForTimeout(300)
  await expect(gloves).toBeChecked()
})
