import { fileURLToPath } from 'node:url'
import { version } from './package.json'
import { chunkGroups } from './scripts/lib/chunks.mjs'
import { PAGE_SECURITY } from './server/http/page-security'

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
        '../modules/**/*',
        '../core/**/*',
        '../shared/**/*',
        '../playwright.config.ts',
        '../vitest.config.ts',
      ],
    },
  },
  telemetry: false,
  eslint: { config: { stylistic: true } },
  security: PAGE_SECURITY,
})
