import { mkdtempSync, readFileSync, readdirSync, rmSync, chmodSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openCluster } from '../../scripts/lib/cluster.mjs'
import { migrate, needDatabase } from '../../scripts/lib/database.mjs'

type Cluster = Awaited<ReturnType<typeof openCluster>>

/** A real PostgreSQL of its own for the tests, thrown away afterwards. */
export interface TestCluster {
  /** A fresh, migrated database. */
  database: (name: string) => Promise<string>
  /** Every process of the server ends at once, as in a power cut. */
  kill: () => void
  start: () => Promise<void>
  /** Every process of the server stands still, as on a disk that answers no more; `thaw` lets them go on. */
  freeze: () => void
  thaw: () => void
  destroy: () => Promise<void>
}

/** The server and what it started. */
function processesOf(data: string): number[] {
  const server = Number(readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')[0])
  const parentOf = (pid: string) => {
    try {
      return Number(
        readFileSync(`/proc/${pid}/stat`, 'utf8')
          .replace(/^.*\) . /, '')
          .split(' ')[0],
      )
    }
    catch {
      return 0
    }
  }
  return [
    server,
    ...readdirSync('/proc')
      .filter(pid => /^\d+$/.test(pid) && parentOf(pid) === server)
      .map(Number),
  ]
}

function signal(data: string, name: 'SIGSTOP' | 'SIGCONT') {
  for (const pid of processesOf(data)) {
    try {
      process.kill(pid, name)
    }
    catch (error) {
      // One whose app has just gone ends by itself.
      if ((error as NodeJS.ErrnoException).code !== 'ESRCH') throw error
    }
  }
}

export async function testCluster(): Promise<TestCluster> {
  const dir = mkdtempSync(join(tmpdir(), 'crest-test-'))
  chmodSync(dir, 0o711)
  const cluster: Cluster = await openCluster(join(dir, 'cluster'))
  const data = join(dir, 'cluster', 'pg')
  return {
    async database(name) {
      const url = await needDatabase(cluster, name)
      await migrate(url)
      return url
    },
    kill: () => cluster.kill(),
    start: () => cluster.start(),
    freeze: () => signal(data, 'SIGSTOP'),
    thaw: () => signal(data, 'SIGCONT'),
    async destroy() {
      await cluster.stop('immediate')
      rmSync(dir, { recursive: true, force: true })
    },
  }
}
