import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

export default defineConfig({
  resolve: { alias: { '#core': here('./core'), '#shared': here('./shared') } },
  test: {
    projects: [
      // Some checks go through every state there is, beside whatever else the machine does.
      { extends: true, test: { name: 'unit', testTimeout: 60_000, include: ['core/**/*.test.ts', 'shared/**/*.test.ts', 'tests/reference/**/*.test.ts', 'scripts/**/*.test.ts'] } },
      {
        extends: true,
        test: {
          name: 'integration',
          include: ['tests/integration/**/*.test.ts'],
          globalSetup: ['tests/support/global-cluster.ts'],
          testTimeout: 30_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
})
