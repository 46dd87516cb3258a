import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { gzipSync } from 'node:zlib'
import { chromium } from '@playwright/test'
import { MATE } from '../tests/support/client'
import type { Client } from '../tests/support/client'
import { median } from './table'
import type { Row } from './table'

const ROUNDS = 7
const vue = readFileSync(fileURLToPath(new URL('../node_modules/vue/dist/vue.global.prod.js', import.meta.url)))

/** The least a page of this stack can be: Vue itself, mounted once, over the same loopback. */
const BARE
  = '<!doctype html><div id="app"></div><script src="/vue.js"></script><script>Vue.createApp({ template: "<h1>Today</h1>" '
    + '}).mount("#app")</script>'

async function bareServer() {
  const gzipped = gzipSync(vue)
  const server = createServer((request, response) => {
    const script = request.url === '/vue.js'
    response.writeHead(200, script ? { 'content-type': 'text/javascript', 'content-encoding': 'gzip' } : { 'content-type': 'text/html' })
    response.end(script ? gzipped : BARE)
  })
  await new Promise<void>(resolve => server.listen(0, '127.0.0.1', resolve))
  return { url: `http://127.0.0.1:${(server.address() as AddressInfo).port}/`, vueBytes: gzipped.length, close: () => server.close() }
}

/** Compressed JavaScript of the first page, and time until Today can be used, with the processor slowed four times. */
export async function pageRows(url: string, client: Client): Promise<Row[]> {
  const bare = await bareServer()
  const browser = await chromium.launch({
    executablePath: process.env.CREST_CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  })
  const [name, value] = client.cookie.split('=') as [string, string]

  async function usable(target: string): Promise<{ ms: number, bytes: number, scripts: number }> {
    const context = await browser.newContext()
    await context.addCookies([{ name, value, url }])
    // A device as a studio has it: somebody was signed in when it was last used.
    await context.addInitScript(() => localStorage.setItem('crest:was-in', '1'))
    const page = await context.newPage()
    const session = await context.newCDPSession(page)
    await session.send('Emulation.setCPUThrottlingRate', { rate: 4 })
    await session.send('Network.enable')
    const scripts = new Map<string, number>()
    session.on('Network.responseReceived', e => void (e.type === 'Script' && scripts.set(e.requestId, 0)))
    session.on('Network.loadingFinished', e => void (scripts.has(e.requestId) && scripts.set(e.requestId, e.encodedDataLength)))
    const start = performance.now()
    await page.goto(target, { waitUntil: 'commit' })
    await page.getByRole('heading', { level: 1, name: 'Today' }).waitFor()
    if (target === `${url}/`) await page.getByText('Nothing is waiting').waitFor()
    const ms = performance.now() - start
    await context.close()
    return { ms, bytes: [...scripts.values()].reduce((a, b) => a + b, 0), scripts: scripts.size }
  }

  const ours: Awaited<ReturnType<typeof usable>>[] = []
  const theirs: number[] = []
  for (let i = 0; i <= ROUNDS; i++) {
    const [one, other] = [await usable(`${url}/`), await usable(bare.url)]
    if (i > 0) {
      ours.push(one)
      theirs.push(other.ms)
    }
  }
  await browser.close()
  bare.close()
  const bytes = median(ours.map(o => o.bytes))
  const ms = median(ours.map(o => o.ms))
  return [
    {
      name: 'compressed JavaScript of the first page',
      figure: `${(bytes / 1000).toFixed(0)} kB in ${median(ours.map(o => o.scripts))} scripts`,
      reference: `Vue's full build, gzip: ${(bare.vueBytes / 1000).toFixed(0)} kB`,
      ratio: bytes / bare.vueBytes,
      aim: 'under 180 kB',
    },
    {
      name: `usable Today, processor slowed 4 times, as ${MATE.role}`,
      figure: `${ms.toFixed(0)} ms`,
      reference: `bare Vue page: ${median(theirs).toFixed(0)} ms`,
      ratio: ms / median(theirs),
      aim: 'about 1 s',
    },
  ]
}
