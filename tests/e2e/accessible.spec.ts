import { TZDate } from '@date-fns/tz'
import axe from 'axe-core'
import { format } from 'date-fns'
import { v7 } from 'uuid'
import type { Page } from '@playwright/test'
import type { Job } from '../../shared/passes'
import { expect, follow, LEAD, runAtEtch, SAFETY, signIn, test } from './world'
import { startApp } from '../support/app'
import { Client, event, jobForm, newLot, newRun, supplyForm } from '../support/client'
import type { DayPlan } from '../../shared/days'

const PHONE = { width: 390, height: 844 }
// Nothing fades or slides: what is looked at is what stays.
test.use({ contextOptions: { reducedMotion: 'reduce' } })

/** By every rule, in both themes: changed as people change it, so that each screen is opened once. */
const ALL_RULES = { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] } satisfies axe.RunOnly
const CONTRAST = { type: 'rule', values: ['color-contrast', 'link-in-text-block'] } satisfies axe.RunOnly
async function expectAccessible(page: Page, where: string) {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source)
  for (const [theme, other] of [
    ['dark', 'Light screen'],
    ['light', 'Dark screen'],
  ] as const) {
    await expect(page.locator('html')).toHaveAttribute('data-theme', theme)
    await page.evaluate(() => new Promise(resolve => requestAnimationFrame(() => requestAnimationFrame(resolve))))
    // By the theme only colours differ: all rules are asked once, contrast in both.
    const rules = theme === 'dark' ? ALL_RULES : CONTRAST
    const { violations } = await page.evaluate(
      runOnly => (window as never as { axe: typeof axe }).axe.run({ runOnly, resultTypes: ['violations'] }),
      rules,
    )
    const serious = violations.filter(v => v.impact === 'serious' || v.impact === 'critical')
    expect(serious.map(v => `${where}, ${theme}: ${v.id} at ${v.nodes.map(n => n.target.join(' ')).join(', ')}`)).toEqual([])
    // Straight to the button: an open sheet lies over it.
    await page.locator(`button[aria-label="${other}"]`).evaluate(button => (button as HTMLElement).click())
  }
}

test('no screen is wider than a phone, and axe finds no serious issue on any, dark or light', async ({ page, world }) => {
  test.setTimeout(240_000)
  await page.goto(`${world.app.url}/sign-in`)
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
  await expectAccessible(page, 'sign-in')
  const { runId, jobId } = await runAtEtch(world)
  const { body: { customerId } } = await world.mate.get<Job>(`jobs/${jobId}`)
  // With a second one the bench asks which.
  await newRun(world.mate, world.lotId, { pieces: '1' })
  const coated = [event({ kind: 'coat.started', piece: 1 }), event({ kind: 'coat.covered', piece: 1 })]
  await world.mate.post(`runs/${runId}/events`, { events: coated })
  const [tub, container] = [v7(), v7()]
  await world.lead.post('supplies', { id: v7(), supply: supplyForm() })
  await world.lead.post('tubs', { id: tub, name: 'Sink tub', volume: 8000 })
  await world.lead.post(`tubs/${tub}/entries`, { id: v7(), kind: 'went-in', lotId: world.lotId, amount: 10 })
  const can = { name: 'Blue can', content: 'fluoride-water', capacity: 20_000, place: '', openedOn: '2026-01-01', fullBy: '' }
  await world.lead.post('containers', { id: container, container: can })
  await signIn(page, world.app.url, LEAD)
  const screens: [string, string][] = [
    ['/', 'Today'],
    ['/plan/new', 'Plan a job'],
    [`/plan/${jobId}`, '2 tumblers for'],
    ['/bench', 'Bench'],
    [`/bench/${runId}`, 'tumbler'],
    ['/day', 'day'],
    ['/hand-over', 'Hand-over'],
    ['/not-taken', 'Not taken'],
    [`/wash-up/${runId}`, 'Wash up while it dries'],
    [`/look/${runId}`, 'Look'],
    [`/frost/${runId}`, 'Frost meter'],
    ['/shelf', 'Shelf'],
    ['/coupons', 'Coupons'],
    ['/blanks', 'Blanks'],
    ['/blank/new', 'Measure a blank'],
    ['/stencils', 'Stencils'],
    ['/stencil/new', 'Read new art'],
    ['/sheet/new', 'New cut sheet'],
    [`/coupon/${world.lotId}`, 'Coupons'],
    ['/works', 'What works'],
    ['/ledger', 'Ledger'],
    ['/clean-up', 'Clean-up'],
    [`/tub/${tub}`, 'Sink tub'],
    [`/container/${container}`, 'Blue can'],
    ['/waste-rules', 'Rules for waste'],
    ['/close', 'Close the day'],
    ['/log', 'Log'],
    ['/rules', 'House rules'],
    ['/crew', 'Crew'],
    [`/log/${runId}`, '2 tumblers for'],
    ['/customers', 'Customers'],
    [`/customer/${customerId}`, 'Rowing club'],
    [`/job/${jobId}`, '2 tumblers for'],
    [`/quote/${jobId}`, 'Quote for Rowing club'],
  ]
  for (const [path, heading] of screens) {
    await page.setViewportSize(PHONE)
    await (path === '/' ? page.goto(world.app.url) : follow(page, path))
    await expect(page.getByRole('heading', { level: 1 })).toContainText(heading)
    await page.waitForTimeout(300)
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - innerWidth),
      `${path} is no wider than a phone`,
    ).toBeLessThanOrEqual(0)
    if (path === `/bench/${runId}`)
      expect((await page.locator('button.main').boundingBox())!.height, 'large enough for a glove').toBeGreaterThanOrEqual(72)
    // Long forms are looked at whole: what lies under the running clocks for a moment can be scrolled to.
    const tall = /plan|rules|quote|job|coupon|blank|stencil|sheet|day|shelf|tub/
    await page.setViewportSize({ width: 1280, height: tall.test(path) ? 4000 : 800 })
    await expectAccessible(page, path)
  }
})

test('axe finds no serious issue in the bench\'s states and on any sheet, dark or light', async ({ page, world }) => {
  test.setTimeout(240_000)
  await signIn(page, world.app.url, LEAD)
  const send = (...parts: Record<string, unknown>[]) => world.mate.post(`runs/${gated.runId}/events`, { events: parts.map(p => event(p)) })
  const gated = await newRun(world.mate, world.lotId, { pieces: '1' })
  const states: [string, Record<string, unknown>[]][] = [
    ['Before the bottle is opened', ['clean', 'resist', 'mask'].map(step => ({ kind: 'step.done', step }))],
    [
      'How much cream went back?',
      [
        ...SAFETY.map(item => ({ kind: 'gate.ticked', step: 'safety', item })),
        { kind: 'step.done', step: 'ready-etchant' },
        ...['coat.started', 'coat.covered', 'etchant.off', 'piece.rinsed'].map(kind => ({ kind, piece: 1 })),
      ],
    ],
    [
      'Neutralise the rinse tub',
      [
        { kind: 'etchant.measured', putOut: 2, back: 1 },
        { kind: 'step.done', step: 'peel' },
      ],
    ],
  ]
  for (const [heading, parts] of states) {
    if (parts.length) await send(...parts)
    await page.goto(`${world.app.url}/bench/${gated.runId}`)
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(heading)
    await expectAccessible(page, heading)
  }
  await follow(page, '/shelf')
  await page.getByRole('button', { name: 'Put a bottle on the shelf' }).click()
  await expect(page.getByRole('dialog')).toBeVisible()
  await expectAccessible(page, 'a new bottle')
  await page.keyboard.press('Escape')
  await page.setViewportSize({ width: 1280, height: 4000 })
  await follow(page, '/plan/new')
  await page.getByRole('button', { name: 'What is it?' }).click()
  await expect(page.getByRole('dialog', { name: 'What is it?' })).toBeVisible()
  await expectAccessible(page, 'what is it')
  await page.keyboard.press('Escape')
  await page.setViewportSize({ width: 1280, height: 800 })
  await page.locator('h1').click()
  for (const [key, name] of [
    ['!', 'Cautions'],
    ['?', 'Keys'],
  ]) {
    await page.keyboard.press(key!)
    await expect(page.getByRole('dialog', { name })).toBeVisible()
    await expectAccessible(page, name!)
    await page.keyboard.press('Escape')
    await expect(page.getByRole('dialog')).toBeHidden()
  }
})

test('a studio that is not set up begins with its lead and its time zone; a browser elsewhere goes by it', async ({ page, world }) => {
  const app = await startApp(await world.cluster.database(`first_run_${Date.now()}`))
  await page.goto(app.url)
  await expect(page.getByRole('heading', { name: 'Set up your studio' })).toBeVisible()
  // This browser's own is offered; the studio is elsewhere.
  const zone = page.getByRole('combobox', { name: 'Time zone' })
  await expect(zone).toContainText('Pacific/Chatham')
  await expectAccessible(page, 'first run')
  await zone.click()
  await page.getByPlaceholder('Town or region').fill('berlin')
  await page.getByRole('option', { name: 'Europe/Berlin' }).click()
  await page.getByLabel('Name of the studio').fill('Breakwater bench')
  await page.getByLabel('Your name').fill('Ida First')
  await page.getByLabel('A password').fill('short')
  await page.getByRole('button', { name: 'Open the studio' }).click()
  await expect(page.getByText('Use at least ten characters.')).toBeVisible()
  await page.getByLabel('A password').fill('long enough now')
  await page.getByRole('button', { name: 'Open the studio' }).click()
  await expect(page.getByRole('heading', { name: 'House rules' })).toBeVisible()
  await expect(page.getByRole('combobox', { name: 'Time zone' })).toContainText('Europe/Berlin')

  // The night on which the clocks go forward: work begins when the studio's wall says so, on the page and in the calendar.
  const lead = new Client(app.url)
  await lead.signIn('Ida First', 'long enough now')
  const id = v7()
  await lead.post('jobs', { id, job: jobForm(await newLot(lead), { dueOn: '2030-03-31' }) })
  await page.goto(`${app.url}/day/2030-03-31`)
  await expect(page.getByRole('heading', { name: 'Sunday 31 March' })).toBeVisible()
  await page.getByRole('button', { name: 'Keep this plan' }).click()
  await expect(page.getByRole('button', { name: /^Get ready.*8:30 to/ })).toBeVisible()
  await expect.poll(async () => (await lead.get<DayPlan>('days/2030-03-31')).body.version).toBeGreaterThan(0)
  const { body: day } = await lead.get<DayPlan>('days/2030-03-31')
  expect(new Date(day.midnight + day.blocks[0]!.from * 1000).toISOString()).toBe('2030-03-31T06:30:00.000Z')
  await page.goto(app.url)
  await expect(page.getByText(format(new TZDate(Date.now(), 'Europe/Berlin'), 'EEEE d MMMM'))).toBeVisible()
  await app.kill()
})

test('keys reach every place, and none acts while somebody types', async ({ signedIn: page, world }) => {
  await page.goto(world.app.url)
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible()
  await page.keyboard.press('/')
  await expect(page.getByLabel('Find')).toBeFocused()
  await page.keyboard.type('nb!')
  await expect(page.getByLabel('Find')).toHaveValue('nb!')
  await page.locator('h1').click()
  await page.keyboard.press('t')
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible()
  await page.keyboard.press('b')
  await expect(page).toHaveURL(/bench/)
})
