import { spawn } from 'node:child_process'
import { describe, expect, it } from 'vitest'
import { keepRunning } from './lib/keep.mjs'

const node = (code: string) => spawn(process.execPath, ['-e', code], { stdio: 'ignore' })
const wait = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))

describe('keeping the app running', () => {
  it('starts it again when it ends by itself, says so, and stops when asked', async () => {
    const said: string[] = []
    const started: ReturnType<typeof node>[] = []
    const kept = keepRunning(
      () => {
        started.push(node('setInterval(() => {}, 1000)'))
        return started.at(-1)!
      },
      s => said.push(s),
      { first: 30, longest: 100, well: 30_000 },
    )
    await wait(150)
    started[0]!.kill('SIGKILL')
    while (started.length < 2) await wait(20)
    expect(said).toEqual([expect.stringMatching(/^The app was ended by SIGKILL\. The database goes on, and the app starts again/)])
    kept.stop()
    expect(await kept.ended).toBe(0)
    expect(started).toHaveLength(2)
  })
  it('gives up on one that never stays up, with its code', async () => {
    const said: string[] = []
    let starts = 0
    const kept = keepRunning(
      () => {
        starts++
        return node('process.exit(3)')
      },
      s => said.push(s),
      { first: 1, longest: 4, well: 30_000 },
    )
    expect(await kept.ended).toBe(3)
    expect(starts).toBe(8)
    expect(said.at(-1)).toMatch(/8 times in a row\. It is not started again/)
  })
})
