import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll } from 'vitest'

const made: string[] = []

/** An empty folder for the tests of one file, gone once they are over. */
export function testFolder(name: string): string {
  // Hooks of a file are called in turn from the last on: whatever runs in a folder is ended by then.
  if (made.length === 0) afterAll(() => made.splice(0).forEach(dir => rmSync(dir, { recursive: true, force: true, maxRetries: 5 })))
  const dir = mkdtempSync(join(tmpdir(), `crest-${name}-`))
  made.push(dir)
  return dir
}
