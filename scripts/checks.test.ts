import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { checkDisk, checkPort } from './lib/checks.mjs'
import { freePort } from './lib/cluster.mjs'
import { needPackages } from './lib/debian.mjs'
import { checkNode } from './lib/node-version.mjs'
import { playwrightCounts, vitestCounts } from './lib/summary.mjs'

const folders: string[] = []
function folder(): string {
  folders.push(mkdtempSync(join(tmpdir(), 'crest-unit-')))
  return folders.at(-1)!
}
afterEach(() => {
  vi.unstubAllEnvs()
  folders.splice(0).forEach(dir => rmSync(dir, { recursive: true, force: true }))
})

describe('what can stand in the way of a start gets one clear sentence', () => {
  it.each(['18.20.0', '20.19.9', '21.7.0', '22.11.0'])('Node.js %s can\'t run it', version =>
    expect(() => checkNode(version)).toThrow(/can't run Crest. Install Node.js 20.20/),
  )
  it.each(['20.20.0', '20.21.1', '22.12.0', '24.0.0'])('Node.js %s can', version => expect(() => checkNode(version)).not.toThrow())
  it('a disk that is nearly full', () => {
    expect(() => checkDisk(folder(), 1e9)).toThrow(/Only \d+ MB are free.*Make room/)
    expect(() => checkDisk(folder(), 1)).not.toThrow()
  })
  it('a folder that can\'t be written', () => {
    const file = join(folder(), 'a-file')
    writeFileSync(file, '')
    expect(() => checkDisk(join(file, 'below'))).toThrow(/can't be written/)
  })
  it('a port that is taken, or is none', async () => {
    const server = createServer()
    const port = await freePort()
    await new Promise<void>(resolve => server.listen(port, '127.0.0.1', resolve))
    await expect(checkPort('127.0.0.1', port)).rejects.toThrow(
      `Port ${port} is taken. End the program that uses it, or start with PORT=${port + 1} npm start.`,
    )
    await new Promise(resolve => server.close(resolve))
    await expect(checkPort('127.0.0.1', port)).resolves.toBeUndefined()
    expect(() => checkPort('127.0.0.1', Number.NaN)).toThrow(/number from 1 to 65535/)
    await expect(checkPort('203.0.113.7', port)).rejects.toThrow(/can't listen on 203.0.113.7/)
  })
  it('packages that are missing: another user is told the exact command', async () => {
    vi.spyOn(process, 'getuid').mockReturnValue(1000)
    const bin = folder()
    writeFileSync(join(bin, 'apt-get'), '#!/bin/sh\nexit 100\n', { mode: 0o755 })
    vi.stubEnv('PATH', bin)
    await expect(needPackages(['postgresql', 'chromium'])).rejects.toThrow(
      'sudo apt-get update && sudo apt-get install -y postgresql chromium',
    )
    vi.mocked(process.getuid!).mockReturnValue(0)
    await expect(needPackages(['postgresql'])).rejects.toThrow(/apt-get could not install postgresql.*Check the network/)
    vi.stubEnv('PATH', folder())
    await expect(needPackages(['postgresql'])).rejects.toThrow(/no Debian system/)
    await expect(needPackages([])).resolves.toBeUndefined()
    vi.restoreAllMocks()
  })
})

describe('the sum of all runners', () => {
  it('counts a file that could not be loaded, and a report that is missing, as failed', () => {
    const file = join(folder(), 'report.json')
    writeFileSync(
      file,
      JSON.stringify({
        numPassedTests: 3,
        numFailedTests: 1,
        testResults: [
          { status: 'failed', assertionResults: [] },
          { status: 'failed', assertionResults: [{}] },
        ],
      }),
    )
    expect(vitestCounts(file)).toEqual({ passed: 3, failed: 2 })
    expect(vitestCounts(`${file}.none`)).toEqual({ passed: 0, failed: 1 })
  })
  it('a test that needed luck is not passed', () => {
    const file = join(folder(), 'report.json')
    writeFileSync(file, JSON.stringify({ stats: { expected: 5, unexpected: 1, flaky: 1 }, errors: [{}] }))
    expect(playwrightCounts(file)).toEqual({ passed: 5, failed: 3 })
  })
})
