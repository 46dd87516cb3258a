import { spawn } from 'node:child_process'
import type { ChildProcess } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { startCamera } from '../../devices/camera/server'
import { startCutter } from '../../devices/cutter/server'
import { startStrip } from '../../devices/ph-strip/server'
import { freePort } from '../../scripts/lib/cluster.mjs'
import { partFile } from '../../scripts/lib/parts.mjs'

const root = fileURLToPath(new URL('../..', import.meta.url))
const SECRET = 'a-secret-for-tests-only-0123456789abcdef'

/** The production build as a process of its own, on a port of its own. */
export interface TestApp {
  url: string
  port: number
  kill: () => Promise<void>
}

/** A stand-in that the apps of this process share; it does not keep the process alive. */
const shared = (device: Promise<Server>) =>
  device.then((server) => {
    server.unref()
    return `http://127.0.0.1:${(server.address() as AddressInfo).port}/`
  })
const [cutter, strip, camera] = [shared(startCutter(0)), shared(startStrip(0)), shared(startCamera(0, { width: 1600, height: 1200 }))]

export async function startApp(databaseUrl: string, wantedPort?: number): Promise<TestApp> {
  const port: number = wantedPort ?? (await freePort())
  const url = `http://127.0.0.1:${port}`
  const child: ChildProcess = spawn(process.execPath, [partFile('server/main')], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      // Another time zone than the studio's and the browser's: nothing may go by the machine's clock on the wall.
      TZ: 'America/St_Johns',
      NODE_ENV: 'production',
      DATABASE_URL: databaseUrl,
      CREST_SESSION_SECRET: SECRET,
      CREST_CUTTER_URL: await cutter,
      CREST_STRIP_URL: await strip,
      CREST_CAMERA_URL: await camera,
      HOST: '127.0.0.1',
      PORT: String(port),
    },
  })
  const ended = new Promise<void>(resolve => child.on('exit', () => resolve()))
  for (let i = 0; i < 200; i++) {
    if (
      await fetch(`${url}/api/health`).then(
        r => r.status > 0,
        () => false,
      )
    )
      return {
        url,
        port,
        kill: async () => {
          child.kill('SIGKILL')
          await ended
        },
      }
    await new Promise(resolve => setTimeout(resolve, 50))
  }
  child.kill('SIGKILL')
  throw new Error('The app did not start.')
}
