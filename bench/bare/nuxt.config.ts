import { join } from 'node:path'
import { defineNuxtConfig } from 'nuxt/config'

const folder = process.env.BARE_DIR!

/** The least a page of this framework can be, built and served as the app is: what a first page is measured against. */
export default defineNuxtConfig({
  ssr: false,
  devtools: { enabled: false },
  buildDir: join(folder, 'build'),
  compatibilityDate: '2026-06-01',
  nitro: { output: { dir: join(folder, 'output') }, compressPublicAssets: { gzip: true, brotli: false } },
  telemetry: false,
})
