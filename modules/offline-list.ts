import { readdirSync, writeFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import { defineNuxtModule } from 'nuxt/kit'
import manifest from '../package.json'

/** Writes `offline.json`: every file of the build, which a device keeps for a start without network (`public/sw.js`). */
export default defineNuxtModule({
  setup(_, nuxt) {
    nuxt.hook('nitro:build:public-assets', (nitro) => {
      const folder = nitro.options.output.publicDir
      const files = readdirSync(folder, { recursive: true, withFileTypes: true })
        .filter(f => f.isFile() && !/\.(gz|br|map|json)$/.test(f.name) && f.name !== 'sw.js')
        .map(f => `/${relative(folder, join(f.parentPath, f.name))}`)
        .sort()
      writeFileSync(join(folder, 'offline.json'), JSON.stringify({ version: manifest.version, files }))
    })
  },
})
