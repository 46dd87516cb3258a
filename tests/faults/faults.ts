import { execFileSync } from 'node:child_process'
import { chmodSync, mkdirSync, mkdtempSync, rmSync, statfsSync, unlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openCluster } from '../../scripts/lib/cluster.mjs'
import { migrate, needDatabase } from '../../scripts/lib/database.mjs'
import type { EventOutcome, RunWithEvents } from '../../shared/runs'
import { startApp } from '../support/app'
import type { TestApp } from '../support/app'
import type { Client } from '../support/client'
import { newLot, newRun, newStudio, OLD } from '../support/client'
import { testCluster } from '../support/cluster'
import { pair, sum, Tablet } from './deliver'
import type { Counts } from './deliver'

const wait = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))

/** Asks until the server answers again: after a kill that takes a moment. */
async function storedOf(client: Client, urls: string[], runId: string): Promise<RunWithEvents> {
  for (let i = 0; i < 200; i++) {
    const url = urls[i % urls.length]!
    const run = await fetch(`${url}/api/runs/${runId}`, { headers: { cookie: client.cookie } }).then(
      r => (r.ok ? (r.json() as Promise<RunWithEvents>) : null),
      () => null,
    )
    if (run) return run
    await wait(100)
  }
  throw new Error('The server did not come back.')
}

/**
 * Two app processes and their database, killed by turns with -9 in the middle of writes, while two tablets go on entering.
 * @param kills how often
 */
export async function killed(kills: number): Promise<Counts & { kills: number }> {
  const cluster = await testCluster()
  try {
    const url = await cluster.database('faults')
    const apps: TestApp[] = [await startApp(url), await startApp(url)]
    const urls = apps.map(a => a.url)
    const { lead, mate, mateId, leadId } = await newStudio(urls[0]!)
    const lotId = await newLot(lead, OLD)
    const runs = [await newRun(mate, lotId), await newRun(lead, lotId)]
    let over = false
    const tablets = [new Tablet(mate, urls, runs[0]!.runId, mateId), new Tablet(lead, [...urls].reverse(), runs[1]!.runId, leadId)]
    const working = tablets.map(t => t.work(() => over))
    for (let i = 0; i < kills; i++) {
      // At a different point of the writing each time.
      await wait(60 + ((i * 37) % 90))
      const which = i % 3
      if (which === 2) {
        cluster.kill()
        await wait(30)
        await cluster.start()
      }
      else {
        const { port } = apps[which]!
        await apps[which]!.kill()
        apps[which] = await startApp(url, port)
      }
    }
    over = true
    await Promise.all(working)
    const stored = await Promise.all(runs.map(r => storedOf(mate, urls, r.runId)))
    await Promise.all(apps.map(a => a.kill()))
    return { ...sum(tablets.map((t, i) => t.counts(stored[i]!.events))), kills }
  }
  finally {
    await cluster.destroy()
  }
}

/** The same entries delivered many times, in parts, in any order and to two processes at once. @param entries how many */
export async function redelivered(entries: number): Promise<Counts> {
  const cluster = await testCluster()
  try {
    const url = await cluster.database('faults')
    const apps = [await startApp(url), await startApp(url)]
    const { lead, mate, mateId } = await newStudio(apps[0]!.url)
    const { runId } = await newRun(mate, await newLot(lead, OLD))
    const began = Date.now() - 600_000
    const made = Array.from({ length: entries / 2 }, (_, i) => pair(began + i * 10, mateId)).flat()
    const acknowledged = new Set<string>()
    const deliver = async (app: TestApp, events: typeof made) => {
      const response = await fetch(`${app.url}/api/runs/${runId}/events`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'origin': app.url, 'cookie': mate.cookie },
        body: JSON.stringify({ events }),
      })
      const { outcomes } = (await response.json()) as { outcomes: EventOutcome[] }
      for (const o of outcomes) if (o.accepted) acknowledged.add(o.id)
    }
    let again = 0
    // Late parts first: what rests on an entry that is not there yet is refused, and sent again until it is.
    for (let round = 0; round < 40 && acknowledged.size < made.length; round++) {
      const parts = Array.from({ length: Math.ceil(made.length / 20) }, (_, i) => made.slice(i * 20, i * 20 + 30)).sort(
        (a, b) => ((a[0]!.at * 7919 + round * 104_729) % 997) - ((b[0]!.at * 7919 + round * 104_729) % 997),
      )
      again += parts.length * 2
      await Promise.all(parts.flatMap(part => [deliver(apps[0]!, part), deliver(apps[1]!, part)]))
    }
    const { events } = await storedOf(
      mate,
      apps.map(a => a.url),
      runId,
    )
    await Promise.all(apps.map(a => a.kill()))
    const ids = events.map(e => e.id).filter(id => made.some(e => e.id === id))
    return {
      made: made.length,
      acknowledged: acknowledged.size,
      stored: new Set(ids).size,
      tray: 0,
      lost: made.filter(e => !ids.includes(e.id)).length,
      doubled: ids.length - new Set(ids).size,
      again,
      disordered: 0,
    }
  }
  finally {
    await cluster.destroy()
  }
}

/** MB of the small disk: enough for an empty cluster, and little more. */
const DISK_MB = 140

export interface FullDisk extends Counts {
  words: string[]
}

/**
 * A database on a disk that fills up while a tablet enters. Needs root, for a small disk of its own.
 * @returns null where no disk can be mounted
 */
export async function diskFull(): Promise<FullDisk | null> {
  const dir = mkdtempSync(join(tmpdir(), 'crest-full-'))
  chmodSync(dir, 0o711)
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${DISK_MB}m,mode=711`, 'tmpfs', dir], { stdio: 'ignore' })
  }
  catch {
    rmSync(dir, { recursive: true, force: true })
    return null
  }
  mkdirSync(join(dir, 'data'), { mode: 0o711 })
  const cluster = await openCluster(join(dir, 'data', 'cluster'))
  const filler = join(dir, 'filler')
  try {
    const url = await needDatabase(cluster, 'faults')
    await migrate(url)
    const app = await startApp(url)
    const { lead, mate, mateId } = await newStudio(app.url)
    const { runId } = await newRun(mate, await newLot(lead, OLD))
    const tablet = new Tablet(mate, [app.url], runId, mateId)
    const enter = async (pairs: number) => {
      for (let i = 0; i < pairs; i++) for (const entry of pair(Date.now(), mateId)) await tablet.enter(entry)
    }
    await enter(100)
    await wait(1000)
    const { bavail, bsize } = statfsSync(dir)
    // Not quite to the brim: the next growth of a table finds no room.
    writeFileSync(filler, Buffer.alloc(Math.max(0, bavail * bsize - 300_000)))
    for (let i = 0; i < 40 && tablet.again < 3; i++) {
      await enter(100)
      await wait(150)
    }
    const said = await mate.post(`runs/${runId}/events`, { events: pair(Date.now(), mateId) })
    unlinkSync(filler)
    // Room again: the database may have to come up by itself first.
    await cluster.start()
    await tablet.through()
    const { events } = await storedOf(mate, [app.url], runId)
    await app.kill()
    return { ...tablet.counts(events), words: said.status === 200 ? [] : [`${said.status} ${said.body.error}`] }
  }
  finally {
    await cluster.stop('immediate')
    execFileSync('umount', ['-l', dir], { stdio: 'ignore' })
    rmSync(dir, { recursive: true, force: true })
  }
}
