import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

/** They start and kill databases and apps of their own, and mostly wait for them: beside the others they cost little time. */
const OWN_PROCESSES = ['start', 'faults'].map(name => `tests/integration/${name}.test.ts`)
/** Its passwords take longest of all, and it asks nothing of what the others leave: beside them, with a studio of its own. */
const APART = ['tests/integration/security.test.ts']

export default defineConfig({
  resolve: { alias: { '#core': here('./core'), '#shared': here('./shared'), '~': here('./app') } },
  test: {
    projects: [
      {
        extends: true,
        test: {
          name: 'processes',
          // Both mostly wait, each for its own database and apps.
          maxWorkers: 2,
          include: [...OWN_PROCESSES, ...APART],
          globalSetup: ['tests/support/global-cluster.ts'],
          // What hangs is to end some time; a slow machine is not to fail for being slow.
          testTimeout: 180_000,
          hookTimeout: 60_000,
        },
      },
      // Some checks go through every state there is, beside whatever else the machine does.
      {
        extends: true,
        test: {
          name: 'unit',
          // They only reckon, and leave nothing behind: both cores, and each module is read once for all of them.
          maxWorkers: 2,
          isolate: false,
          testTimeout: 60_000,
          include: [
            'core/**/*.test.ts',
            'shared/**/*.test.ts',
            'tests/reference/**/*.test.ts',
            'scripts/**/*.test.ts',
            'server/**/*.test.ts',
            'app/**/*.test.ts',
          ],
        },
      },
      {
        extends: true,
        test: {
          name: 'integration',
          include: ['tests/integration/**/*.test.ts'],
          exclude: [...OWN_PROCESSES, ...APART],
          globalSetup: ['tests/support/global-cluster.ts'],
          testTimeout: 30_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
})
