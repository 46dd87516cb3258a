import { fileURLToPath } from 'node:url'
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import { build } from 'esbuild'
import { chunkGroups, compiledEarly } from './scripts/lib/chunks.mjs'
import { faceFiles, shippedFaces } from './scripts/lib/faces.mjs'

const { version } = JSON.parse(readFileSync(new URL('./package.json', import.meta.url), 'utf8')) as { version: string }

/** What only reckons, and does nothing by being read: the project's own rooms, and the clipper. */
const PURE = /^(?!.*\/node_modules\/).*\/(core|shared)\/|\/node_modules\/clipper2-ts\//

/** Faces that the first screen is set in. */
const FIRST_LETTERS = /-latin-wght-normal\.[^/]*woff2$/

export default defineNuxtConfig({
  modules: ['@pinia/nuxt', '@vueuse/nuxt', 'nuxt-security', '@nuxt/eslint'],
  // The bench has to go on without the network, so the app is a client with an API, not rendered pages.
  ssr: false,
  components: [{ path: '~/components', pathPrefix: false }],
  devtools: { enabled: false },
  app: {
    head: {
      title: 'Crest',
      htmlAttrs: { lang: 'en' },
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'description', content: 'Planner, clock and logbook of an etching studio.' },
        { name: 'color-scheme', content: 'dark light' },
      ],
      // vue-router reads this while its script first runs. Where it is missing that throws, and to tell the place browsers read the whole
      // script a second time.
      script: [{ innerHTML: 'sessionStorage["vue-router:scroll"] ||= "{}"' }],
      link: [
        // Drawn from its lines it would be a document of its own, set up while the first page is.
        { rel: 'icon', type: 'image/png', href: '/crest-192.png' },
        { rel: 'manifest', href: '/manifest.webmanifest' },
        { rel: 'apple-touch-icon', href: '/crest-192.png' },
      ],
    },
  },
  css: ['~/assets/base.css'],
  runtimeConfig: { public: { version } },
  // A build beside lint and types must not write what they read.
  buildDir: process.env.CREST_BUILD_DIR ?? '.nuxt',
  alias: { '#core': fileURLToPath(new URL('./core', import.meta.url)) },
  // A worker goes by the headers of its own script: it may be started by our pages, load our scripts and fetch from us, and nothing else.
  routeRules: {
    // The API sets its own (server/middleware/0.headers).
    '/api/**': { security: { enabled: false } },
    '/_nuxt/**': {
      headers: {
        'cross-origin-embedder-policy': 'require-corp',
        'content-security-policy': 'default-src \'none\'; script-src \'self\'; connect-src \'self\'',
        'x-content-type-options': 'nosniff',
      },
    },
    '/sw.js': {
      headers: {
        'cache-control': 'no-cache',
        'content-security-policy': 'default-src \'none\'; connect-src \'self\'',
        'x-content-type-options': 'nosniff',
      },
    },
  },
  // Links in sight would have every page of the app fetched and run on every device that shows one of them. useLinks listens for hands.
  experimental: { defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: false } } } },
  compatibilityDate: '2026-06-01',
  nitro: {
    // The server itself is ours (server/main): its patience, its connections, and the names it answers to.
    preset: 'node-listener',
    serveStatic: true,
    // Inside one building gzip does: brotli would take a sixth of each build.
    compressPublicAssets: { gzip: true, brotli: false },
  },
  // Nothing is inlined as data: the policy lets fonts come from our own address only.
  vite: {
    build: { target: 'es2022', assetsInlineLimit: 0 },
    worker: { format: 'es' },
    $client: { build: { rollupOptions: { output: { codeSplitting: { groups: chunkGroups() } } } } },
    // A screen that needs a part of a room is not sent the rest of it, or the clipper.
    plugins: [compiledEarly, { name: 'pure', transform: (_, id) => (PURE.test(id) ? { moduleSideEffects: false } : null) }],
  },
  typescript: {
    strict: true,
    tsConfig: { include: ['../core/**/*'] },
    nodeTsConfig: {
      compilerOptions: { allowJs: true, types: ['node'] },
      include: [
        '../tests/**/*',
        '../demo/**/*',
        '../bench/**/*',
        '../scripts/**/*',
        '../core/**/*',
        '../shared/**/*',
        '../playwright.config.ts',
        '../vitest.config.ts',
      ],
    },
  },
  telemetry: false,
  hooks: {
    // What the device keeps for a start without network: every file of this build.
    'nitro:build:public-assets': (nitro) => {
      const folder = nitro.options.output.publicDir
      const files = readdirSync(folder, { recursive: true, withFileTypes: true })
        .filter(f => f.isFile() && !/\.(gz|br|map|json)$/.test(f.name) && f.name !== 'sw.js')
        .map(f => `/${relative(folder, join(f.parentPath, f.name))}`)
        .sort()
      writeFileSync(join(folder, 'offline.json'), JSON.stringify({ version, files }))
    },
    'nitro:init': (nitro) => {
      const routes = () =>
        nitro.scannedHandlers.flatMap(h =>
          h.route?.startsWith('/api/') && h.method ? [{ method: h.method.toUpperCase(), route: h.route }] : [],
        )
      // The thread that looks at uploads starts from its own text.
      nitro.options.virtual['#crest/upload-worker'] = async () => {
        const { outputFiles } = await build({
          entryPoints: [fileURLToPath(new URL('./server/workers/upload.ts', import.meta.url))],
          bundle: true,
          minify: true,
          write: false,
          platform: 'node',
          format: 'cjs',
          target: 'node20',
        })
        return `export default ${JSON.stringify(outputFiles[0]!.text)}`
      }
      // The server sets letters as pages do, to see whether figures belong to them.
      nitro.options.virtual['#crest/faces'] = () => {
        const files = shippedFaces().map(id => [id, faceFiles(id).map(f => readFileSync(f).toString('base64'))])
        return `export default ${JSON.stringify(Object.fromEntries(files))}`
      }
      nitro.options.virtual['#crest/routes'] = () => `export default ${JSON.stringify(routes())}`
    },
    // The page asks for nothing but what Today needs, and for that at once; app.vue fetches the rest while nobody waits.
    'build:manifest': (manifest) => {
      for (const [id, chunk] of Object.entries(manifest)) {
        chunk.dynamicImports = []
        if (FIRST_LETTERS.test(id)) chunk.preload = true
      }
    },
  },
  eslint: { config: { stylistic: true } },
  security: {
    strict: false,
    rateLimiter: false,
    xssValidator: false,
    // Bodies are limited while they are read, on every path (server/middleware/00.body.ts).
    requestSizeLimiter: false,
    sri: true,
    nonce: true,
    removeLoggers: false,
    headers: {
      contentSecurityPolicy: {
        'default-src': ['\'none\''],
        'script-src': ['\'self\'', '\'nonce-{{nonce}}\''],
        'style-src': ['\'self\'', '\'nonce-{{nonce}}\''],
        'img-src': ['\'self\'', 'data:'],
        'font-src': ['\'self\''],
        'connect-src': ['\'self\''],
        'manifest-src': ['\'self\''],
        'worker-src': ['\'self\''],
        'base-uri': ['\'none\''],
        'form-action': ['\'self\''],
        'frame-ancestors': ['\'none\''],
        'object-src': ['\'none\''],
        'script-src-attr': ['\'none\''],
        'upgrade-insecure-requests': false,
      },
      crossOriginResourcePolicy: 'same-origin',
      crossOriginOpenerPolicy: 'same-origin',
      crossOriginEmbedderPolicy: 'require-corp',
      referrerPolicy: 'no-referrer',
      xFrameOptions: 'DENY',
      xContentTypeOptions: 'nosniff',
      xXSSProtection: '0',
      strictTransportSecurity: false,
      permissionsPolicy: {
        // Labels are read with it when stock is taken.
        'camera': ['self'],
        'microphone': [],
        'geolocation': [],
        'display-capture': [],
        'fullscreen': ['self'],
        'screen-wake-lock': ['self'],
      },
    },
    corsHandler: false,
  },
})
