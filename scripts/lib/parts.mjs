import { join } from 'node:path'
import { root } from './root.mjs'

/** What the scripts start as processes of their own, by the folder and name of its source. */
export const PARTS = ['demo/load', 'server/bring-in', 'server/main', 'devices/camera/main', 'devices/cutter/main', 'devices/ph-strip/main']

/** @param {string} part one of PARTS @returns the file to start it by, with the project as its working folder */
export const partFile = part => join(root, '.output', 'parts', `${part}.mjs`)

/** Puts each part and what it imports of the project together: as single sources they take Node.js a second and more to read. */
export async function buildParts() {
  // Nothing is there yet when the scripts start on a new machine.
  const { build } = await import('esbuild')
  await build({
    entryPoints: PARTS.map(part => ({ in: join(root, `${part}.ts`), out: part })),
    outdir: join(root, '.output', 'parts'),
    outExtension: { '.js': '.mjs' },
    alias: { '#core': join(root, 'core'), '#shared': join(root, 'shared') },
    packages: 'external',
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    logLevel: 'silent',
  })
}
