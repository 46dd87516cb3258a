import { mkdtempSync, rmSync, chmodSync } from 'node:fs'
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
  destroy: () => Promise<void>
}

export async function testCluster(): Promise<TestCluster> {
  const dir = mkdtempSync(join(tmpdir(), 'crest-test-'))
  chmodSync(dir, 0o711)
  const cluster: Cluster = await openCluster(join(dir, 'cluster'))
  return {
    async database(name) {
      const url = await needDatabase(cluster, name)
      await migrate(url)
      return url
    },
    kill: () => cluster.kill(),
    start: () => cluster.start(),
    async destroy() {
      await cluster.stop('immediate')
      rmSync(dir, { recursive: true, force: true })
    },
  }
}
