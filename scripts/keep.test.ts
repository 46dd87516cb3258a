import { spawn } from 'node:child_process'
import { describe, expect, it } from 'vitest'
import { keepDatabase, keepRunning } from './lib/keep.mjs'

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
  it('goes on trying one that never stays up, at pauses that grow no further than the longest', async () => {
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
    while (starts < 10) await wait(20)
    kept.stop()
    expect(await kept.ended).toBe(0)
    expect(said.length).toBeGreaterThanOrEqual(9)
    expect(said[8]).toMatch(/ended with code 3\. The database goes on/)
  })
  it('ends with one that was told to end', async () => {
    const code = 'process.on("SIGTERM", () => process.exit(0)); setInterval(() => {}, 1000); console.log("ready")'
    const child = spawn(process.execPath, ['-e', code], { stdio: ['ignore', 'pipe', 'ignore'] })
    const kept = keepRunning(() => child, () => {})
    await new Promise(resolve => child.stdout.once('data', resolve))
    child.kill('SIGTERM')
    expect(await kept.ended).toBe(0)
  })
})

describe('keeping the database running', () => {
  type State = 'running' | 'ending' | 'gone'
  const pauses = { first: 5, longest: 20, well: 30_000, look: 5 }
  it('starts it again when it is gone, also where that fails at first, and says so', async () => {
    const said: string[] = []
    let state: State = 'running'
    let tries = 0
    const kept = keepDatabase(
      {
        state: () => state,
        start: async () => {
          if (++tries < 3) throw new Error('The disk is full.')
          state = 'running'
        },
      },
      s => said.push(s),
      () => said.push('ending'),
      pauses,
    )
    await wait(30)
    expect(said).toEqual([])
    state = 'gone'
    while ((state as State) !== 'running') await wait(5)
    await kept.stop()
    const gone = expect.stringMatching(/^The database was ended\. What was stored is safe; it starts again in 1 s/)
    expect(said).toEqual([gone, 'The disk is full.', gone, 'The disk is full.', gone, 'The database is back.'])
  })
  it('ends with it when it was told to end, and leaves it alone once told to stop', async () => {
    let ended = 0
    let starts = 0
    const keep = (state: () => State) => keepDatabase({ state, start: async () => void starts++ }, () => {}, () => ended++, pauses)
    const ending = keep(() => 'ending')
    await wait(20)
    await ending.stop()
    expect([ended, starts]).toEqual([1, 0])
    let state: State = 'running'
    const stopped = keep(() => state)
    await stopped.stop()
    state = 'gone'
    await wait(40)
    expect([ended, starts]).toEqual([1, 0])
  })
})
