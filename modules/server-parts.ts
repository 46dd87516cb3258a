import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { defineNuxtModule } from 'nuxt/kit'
import { build } from 'esbuild'
import { faceFiles, shippedFaces } from '../scripts/lib/faces.mjs'

/** Bundles the thread that looks at uploads: it starts from its own text. */
async function uploadWorker(): Promise<string> {
  const { outputFiles } = await build({
    entryPoints: [fileURLToPath(new URL('../server/workers/upload.ts', import.meta.url))],
    bundle: true,
    minify: true,
    write: false,
    platform: 'node',
    format: 'cjs',
    target: 'node20',
  })
  return outputFiles[0]!.text
}

/** Files of the faces that ship with Crest, base64: the server sets letters as pages do, to see whether figures belong to them. */
const faces = (): Record<string, string[]> =>
  Object.fromEntries(shippedFaces().map(id => [id, faceFiles(id).map(f => readFileSync(f).toString('base64'))]))

/** Gives the server what is made of the sources when it is built (`server/routes.d.ts` says what each holds). */
export default defineNuxtModule({
  setup(_, nuxt) {
    nuxt.hook('nitro:init', (nitro) => {
      const routes = () =>
        nitro.scannedHandlers.flatMap(h =>
          h.route?.startsWith('/api/') && h.method ? [{ method: h.method.toUpperCase(), route: h.route }] : [],
        )
      const exported = (value: unknown) => `export default ${JSON.stringify(value)}`
      nitro.options.virtual['#crest/upload-worker'] = async () => exported(await uploadWorker())
      nitro.options.virtual['#crest/faces'] = () => exported(faces())
      nitro.options.virtual['#crest/routes'] = () => exported(routes())
    })
  },
})
