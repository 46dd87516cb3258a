import { addVitePlugin, defineNuxtModule } from 'nuxt/kit'
import { compiledEarly } from '../scripts/lib/chunks.mjs'

/** Matches modules that only compute and have no side effects: the project's own rooms, and the clipper. */
const PURE = /^(?!.*\/node_modules\/).*\/(core|shared)\/|\/node_modules\/clipper2-ts\//

/** Faces that the first screen is set in. */
const FIRST_LETTERS = /-latin-wght-normal\.[^/]*woff2$/

/** Keeps pages small: a screen that needs a part of a room is sent no more of it, and the first page asks for nothing but its own. */
export default defineNuxtModule({
  setup(_, nuxt) {
    addVitePlugin([compiledEarly, { name: 'pure', transform: (_code, id) => (PURE.test(id) ? { moduleSideEffects: false } : null) }])
    nuxt.hook('build:manifest', (manifest) => {
      for (const [id, chunk] of Object.entries(manifest)) {
        // app.vue fetches the rest while nobody waits.
        chunk.dynamicImports = []
        if (FIRST_LETTERS.test(id)) chunk.preload = true
      }
    })
  },
})
