import { chromium } from '@playwright/test'
import type { Browser, CDPSession, Page } from '@playwright/test'
import type { Client } from '../tests/support/client'
import { event, newRun, upToStep } from '../tests/support/client'
import { median } from './table'
import type { Row } from './table'

const CLOCKS = 8
const REST_MS = 1600
/** The middle one of so many whiles: one collection of garbage is no work at rest. */
const WHILES = 5
const OPENINGS = 5
const [LOOK_MS, MOST_LOOKS, QUIET] = [500, 12, 0.05]

/** What the main thread worked in one while, as a share of it. */
async function shareOf(cdp: CDPSession, ms: number): Promise<number> {
  const spent = async () => (await cdp.send('Performance.getMetrics')).metrics.find(m => m.name === 'TaskDuration')!.value
  const [before, began] = [await spent(), performance.now()]
  await new Promise(resolve => setTimeout(resolve, ms))
  return ((await spent()) - before) / ((performance.now() - began) / 1000)
}

async function workShare(cdp: CDPSession): Promise<number> {
  const shares: number[] = []
  for (let i = 0; i < WHILES; i++) shares.push(await shareOf(cdp, REST_MS))
  return median(shares)
}

/** A screen is at rest once it has drawn all that it fetched: at the latest after so many looks, so that one that never rests is seen. */
async function settled(cdp: CDPSession): Promise<void> {
  for (let i = 0; i < MOST_LOOKS; i++) if ((await shareOf(cdp, LOOK_MS)) < QUIET) return
}

/** As text: the page knows nothing of what a compiler adds to functions. */
const LISTEN = `window.opened = new Promise((resolve, reject) => {
  let began = 0
  const look = () => (document.querySelector('[role=dialog]') ? resolve(performance.now() - began) : requestAnimationFrame(look))
  window.addEventListener('keydown', () => { began = performance.now(); look() }, { capture: true, once: true })
  setTimeout(() => reject(new Error('Cautions did not open.')), 8000)
}); null`

/** ms from the key to the sheet with its heading in sight, by the page's own clock. */
async function cautionsOpen(page: Page): Promise<number> {
  const times: number[] = []
  for (let i = 0; i < OPENINGS; i++) {
    // The key takes another way to the page than what listens for it, which has to be there first.
    await page.evaluate(LISTEN)
    await page.keyboard.press('!')
    times.push(await page.evaluate<number>('window.opened'))
    await page.keyboard.press('Escape')
    await page.locator('[role=dialog]').waitFor({ state: 'detached' })
  }
  return median(times)
}

/** A bare page that ticks as often and changes one text: what no page with a running clock can be under. */
const BARE
  = '<!doctype html><p id=t></p><script>let i = 0; setInterval(() => document.getElementById("t").textContent = String(Math.floor(i++ / '
    + '5)), 200)</script>'

/** Work at rest of every screen with eight clocks running, against a bare page with one, and the time to Cautions. */
export async function restRows(url: string, client: Client, lotId: string): Promise<Row[]> {
  const by = (await client.get<{ signedIn: { person: { id: string } } }>('session')).body.signedIn.person.id
  const runs = await Promise.all([1, 2].map(() => newRun(client, lotId, { pieces: String(CLOCKS / 2) })))
  for (const { runId } of runs) {
    await upToStep(client, runId, 'etch')
    for (let piece = 1; piece <= CLOCKS / 2; piece++)
      await client.post(`runs/${runId}/events`, {
        events: [event({ kind: 'coat.started', piece, by }), event({ kind: 'coat.covered', piece, by })],
      })
  }
  const browser: Browser = await chromium.launch({
    executablePath: process.env.CREST_CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  })
  const [name, value] = client.cookie.split('=') as [string, string]
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
  await context.addCookies([{ name, value, url }])
  const day = new Date().toISOString().slice(0, 10)
  const screens = {
    'Today': '/',
    'Bench': `/bench/${runs[0]!.runId}`,
    'Plan': '/plan/new',
    'Stencils': '/stencils',
    'Day': `/day/${day}`,
    'Hand-over': '/hand-over',
    'Blanks': '/blanks',
    'Shelf': '/shelf',
    'Coupons': '/coupons',
    'Log': '/log',
    'House rules': '/rules',
    'Crew': '/crew',
  }
  const page = await context.newPage()
  const cdp = await context.newCDPSession(page)
  // By the thread's own time: what the machine does meanwhile is no work of the page.
  await cdp.send('Performance.enable', { timeDomain: 'threadTicks' })

  await page.setContent(BARE)
  const bare = { one: await workShare(cdp), four: 0 }
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 })
  bare.four = await workShare(cdp)
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 1 })

  const found: { screen: string, one: number, four: number, cautions: number }[] = []
  for (const [screen, path] of Object.entries(screens)) {
    await page.goto(`${url}${path}`)
    await page.locator('h1').first().waitFor()
    await page.getByRole('complementary', { name: 'Running clocks' }).waitFor()
    await page.waitForTimeout(2500)
    await settled(cdp)
    const one = await workShare(cdp)
    const cautions = await cautionsOpen(page)
    await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 })
    await page.waitForTimeout(1000)
    found.push({ screen, one, cautions, four: await workShare(cdp) })
    await cdp.send('Emulation.setCPUThrottlingRate', { rate: 1 })
  }
  await browser.close()
  const percent = (share: number) => `${(100 * share).toFixed(1)} %`
  const most = (key: 'one' | 'four' | 'cautions') => found.reduce((a, b) => (b[key] > a[key] ? b : a))
  const each = (key: 'one' | 'four') => found.map(f => `${f.screen} ${(100 * f[key]).toFixed(1)}`).join(', ')
  console.log(
    `  work at rest, %: ${each('one')}\n  slowed 4 times, %: ${each('four')}\n  to Cautions, ms: `
    + `${found.map(f => `${f.screen} ${f.cautions.toFixed(0)}`).join(', ')}`,
  )
  return [
    {
      name: `work at rest with ${CLOCKS} clocks, busiest of ${found.length} screens`,
      figure: `${percent(most('one').one)} (${most('one').screen})`,
      reference: `a bare page with one clock: ${percent(bare.one)}`,
      ratio: most('one').one / bare.one,
      aim: 'at most 3 %',
    },
    {
      name: 'the same, processor slowed 4 times',
      figure: `${percent(most('four').four)} (${most('four').screen})`,
      reference: `the bare page, slowed as well: ${percent(bare.four)}`,
      ratio: most('four').four / bare.four,
      aim: 'at most 10 %',
    },
    {
      name: 'from the key to Cautions in sight',
      figure: `${most('cautions').cautions.toFixed(0)} ms (${most('cautions').screen})`,
      reference: 'one frame: 16.7 ms',
      ratio: most('cautions').cautions / 16.7,
      aim: 'under 150 ms',
    },
  ]
}
