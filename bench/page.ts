import { spawn } from 'node:child_process'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { gzipSync } from 'node:zlib'
import { chromium } from '@playwright/test'
import { freePort } from '../scripts/lib/cluster.mjs'
import { MATE } from '../tests/support/client'
import type { Client } from '../tests/support/client'
import { median } from './table'
import type { Row } from './table'

const ROUNDS = 15
const PATIENCE_MS = 30_000
const at = (path: string) => fileURLToPath(new URL(path, import.meta.url))
const vue = readFileSync(at('../node_modules/vue/dist/vue.global.prod.js'))

interface Server {
  url: string
  close: () => void
}

/** A page of Vue by itself, mounted once. */
const VUE_PAGE
  = '<!doctype html><div id="app"></div><script src="/vue.js"></script><script>Vue.createApp({ template: "<h1>Today</h1>" '
    + '}).mount("#app")</script>'

async function vueServer(): Promise<Server> {
  const gzipped = gzipSync(vue)
  const server = createServer((request, response) => {
    const script = request.url === '/vue.js'
    response.writeHead(200, script ? { 'content-type': 'text/javascript', 'content-encoding': 'gzip' } : { 'content-type': 'text/html' })
    response.end(script ? gzipped : VUE_PAGE)
  })
  await new Promise<void>(resolve => server.listen(0, '127.0.0.1', resolve))
  return { url: `http://127.0.0.1:${(server.address() as AddressInfo).port}/`, close: () => server.close() }
}

/** Runs a command to its end. @throws with its words when it fails */
async function run(command: string, args: string[], env: Record<string, string>) {
  const child = spawn(command, args, { env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'pipe'] })
  let words = ''
  child.stdout.on('data', part => (words += part))
  child.stderr.on('data', part => (words += part))
  const code = await new Promise(resolve => child.on('close', resolve))
  if (code !== 0) throw new Error(`The bare page could not be built.\n${words}`)
}

/** A page of Nuxt with nothing on it, as `bench/bare` has it. */
async function nuxtServer(): Promise<Server> {
  const folder = mkdtempSync(join(tmpdir(), 'crest-bare-'))
  const builder = at('../node_modules/nuxt/bin/nuxt.mjs')
  await run(process.execPath, [builder, 'build', at('./bare')], { BARE_DIR: folder, NODE_ENV: 'production' })
  const port: number = await freePort()
  const child = spawn(process.execPath, [join(folder, 'output/server/index.mjs')], {
    stdio: 'ignore',
    env: { ...process.env, HOST: '127.0.0.1', PORT: String(port), NODE_ENV: 'production' },
  })
  const url = `http://127.0.0.1:${port}/`
  const until = Date.now() + PATIENCE_MS
  while (!(await fetch(url).catch(() => null))) {
    if (Date.now() > until) throw new Error('The bare page did not come up.')
    await new Promise(resolve => setTimeout(resolve, 100))
  }
  return {
    url,
    close: () => {
      child.kill()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

/**
 * Tells once the heading and the words are there and a frame with them is drawn. As text, so that nothing is added to it on its way into
 * the page. Looking from outside would take the page's own time, the more the more is on it.
 */
const watching = (words: string) => `{
  const headed = () => document.querySelector('h1')?.textContent.trim() === 'Today'
  const there = () => headed() && document.body.textContent.includes(${JSON.stringify(words)})
  const look = new MutationObserver(() => {
    if (!there()) return
    look.disconnect()
    requestAnimationFrame(() => setTimeout(() => window.stands()))
  })
  look.observe(document, { childList: true, subtree: true, characterData: true })
}`

/** Compressed JavaScript of the first page, and time until Today can be used, with the processor slowed four times. */
export async function pageRows(url: string, client: Client): Promise<Row[]> {
  const [nuxtPage, vuePage] = [await nuxtServer(), await vueServer()]
  const browser = await chromium.launch({
    executablePath: process.env.CREST_CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  })
  const [name, value] = client.cookie.split('=') as [string, string]

  async function usable(target: string, words: string): Promise<{ ms: number, bytes: number, scripts: number }> {
    const context = await browser.newContext()
    await context.addCookies([{ name, value, url }])
    // A device as a studio has it: somebody was signed in when it was last used.
    await context.addInitScript(() => localStorage.setItem('crest:was-in', '1'))
    await context.addInitScript(watching(words))
    const page = await context.newPage()
    let stands = () => {}
    const standing = new Promise<void>((resolve, reject) => {
      stands = resolve
      setTimeout(() => reject(new Error(`${target} never stood.`)), PATIENCE_MS).unref()
    })
    await page.exposeBinding('stands', () => stands())
    const session = await context.newCDPSession(page)
    await session.send('Emulation.setCPUThrottlingRate', { rate: 4 })
    await session.send('Network.enable')
    const scripts = new Map<string, number>()
    session.on('Network.responseReceived', e => void (e.type === 'Script' && scripts.set(e.requestId, 0)))
    session.on('Network.loadingFinished', e => void (scripts.has(e.requestId) && scripts.set(e.requestId, e.encodedDataLength)))
    const start = performance.now()
    await page.goto(target, { waitUntil: 'commit' })
    await standing
    const ms = performance.now() - start
    await context.close()
    return { ms, bytes: [...scripts.values()].reduce((a, b) => a + b, 0), scripts: scripts.size }
  }

  const ours: Awaited<ReturnType<typeof usable>>[] = []
  const [nuxt, bare]: [number[], number[]] = [[], []]
  try {
    for (let i = 0; i <= ROUNDS; i++) {
      const round = [await usable(`${url}/`, 'Nothing is waiting'), await usable(nuxtPage.url, ''), await usable(vuePage.url, '')] as const
      // The first round warms them up and does not count.
      if (i === 0) continue
      ours.push(round[0])
      nuxt.push(round[1].ms)
      bare.push(round[2].ms)
    }
  }
  finally {
    await browser.close()
    nuxtPage.close()
    vuePage.close()
  }
  const bytes = median(ours.map(o => o.bytes))
  const ms = median(ours.map(o => o.ms))
  const zipped = gzipSync(vue).length
  const against = (what: string, theirs: number[], aim: string): Row => ({
    name: `usable Today, processor slowed 4 times, as ${MATE.role}`,
    figure: `${ms.toFixed(0)} ms`,
    reference: `bare page of ${what}: ${median(theirs).toFixed(0)} ms`,
    ratio: ms / median(theirs),
    aim,
  })
  return [
    {
      name: 'compressed JavaScript of the first page',
      figure: `${(bytes / 1000).toFixed(0)} kB in ${median(ours.map(o => o.scripts))} scripts`,
      reference: `Vue's full build, gzip: ${(zipped / 1000).toFixed(0)} kB`,
      ratio: bytes / zipped,
      aim: 'under 180 kB',
    },
    against('Nuxt', nuxt, 'at most 1.5'),
    against('Vue alone', bare, 'as little as can be'),
  ]
}
