import { Stop } from './say.mjs'

// Imported before anything else, so that an old Node.js gets as far as the sentence that it is too old.

/** @throws Stop unless this Node.js can run Crest */
export function checkNode(version = process.versions.node) {
  const [major, minor] = version.split('.').map(Number)
  if ((major === 20 && minor >= 20) || (major === 22 && minor >= 12) || major > 22) return
  throw new Stop(`Node.js ${version} can't run Crest. Install Node.js 20.20 (or a later 20.x) and start again.`)
}
