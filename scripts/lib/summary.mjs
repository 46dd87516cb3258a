import { existsSync, readFileSync } from 'node:fs'

/** Counts of one Vitest JSON report. */
export function vitestCounts(file) {
  if (!existsSync(file)) return { passed: 0, failed: 1 }
  const report = JSON.parse(readFileSync(file, 'utf8'))
  // A file that could not be loaded has no tests of its own, yet it failed.
  const broken = report.testResults.filter(r => r.status === 'failed' && r.assertionResults.length === 0).length
  return { passed: report.numPassedTests, failed: report.numFailedTests + broken }
}

/** Counts of one Playwright JSON report; a test that needed a second try is not a pass. */
export function playwrightCounts(file) {
  if (!existsSync(file)) return { passed: 0, failed: 1 }
  const { stats, errors } = JSON.parse(readFileSync(file, 'utf8'))
  return { passed: stats.expected, failed: stats.unexpected + stats.flaky + errors.length }
}
