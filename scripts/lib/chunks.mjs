import { join } from 'node:path'
import { root } from './root.mjs'

/**
 * What is asked for together: what the first page needs, what it shows runs with, what its recipes are made with, plain forms, and what
 * a run goes through from the bench to the look (app.vue fetches that once Today stands).
 */
export const TOGETHER = {
  today: ['node_modules/nuxt/dist/app/entry.js', 'app/app.vue', 'app/pages/index.vue'],
  running: ['app/running/rules.ts', 'app/components/clock/RunningSill.vue', 'app/components/piece/LivePiece.vue'],
  plan: ['app/composables/planFacts.ts', 'core/plan/recipe/index.ts'],
  forms: ['app/pages/sign-in.vue', 'app/pages/crew.vue'],
  run: ['bench/[id]', 'bench/together', 'wash-up/[id]', 'look/[id]', 'hand-over', 'not-taken'].map(page => `app/pages/${page}.vue`),
}

/**
 * What these pass by on the way through a room's front door and do not need: outlines and the clipper, and what tells an unknown
 * material. In a chunk with them it would be fetched by every device before the first screen stands.
 */
const PASSED_BY = new RegExp(
  [
    '/node_modules/(clipper2-ts|flatbush|flatqueue)/',
    '/core/(basics/outline/(?!parted|index)|trade/identify/(table|weigh)|art/art-report/|art/weeding/order|piece/placement/unrolled)',
  ].join('|'),
)

/** Nearly all of these is called before the first screen stands. */
const CALLED_AT_ONCE = ['entry', 'today']

/**
 * Has browsers that know how compile such chunks whole while they come in, beside the page; else each function is read once more, and
 * compiled while the page waits, when it is first called.
 */
export const compiledEarly = {
  name: 'compiled-early',
  /** @param {{ name: string }} environment */
  applyToEnvironment: ({ name }) => name === 'client',
  generateBundle: {
    order: /** @type {const} */ ('post'),
    /** @param {unknown} _ @param {Record<string, { type: string, name?: string, code?: string }>} bundle */
    handler(_, bundle) {
      for (const chunk of Object.values(bundle))
        if (chunk.type === 'chunk' && CALLED_AT_ONCE.includes(chunk.name)) chunk.code = `//# allFunctionsCalledOnLoad\n${chunk.code}`
    },
  },
}

/**
 * Chunks of the browser's build. Left alone, every set of screens that shares a module makes a chunk of its own: a hundred requests for a
 * first page.
 * @returns {Group[]} for the bundler
 *
 * @typedef {{ getModuleInfo: (id: string) => { importedIds: readonly string[] } | null }} Graph
 * @typedef {{ debugName: string, name: (id: string, graph: Graph) => string | null, priority: number }} NamedGroup
 * @typedef {NamedGroup & { includeDependenciesRecursively?: boolean }} Group
 */
export function chunkGroups() {
  const needed = Object.fromEntries(Object.keys(TOGETHER).map(name => [name, new Set()]))
  const inChunk = (name, id, graph) => {
    const known = needed[name]
    const take = (next) => {
      if (known.has(next)) return
      known.add(next)
      graph.getModuleInfo(next)?.importedIds.forEach(take)
    }
    if (known.size === 0) TOGETHER[name].forEach(file => take(join(root, file)))
    return known.has(id)
  }
  return [
    // What it needs of the others it takes from there.
    { debugName: 'outlines', name: id => (PASSED_BY.test(id) ? 'outlines' : null), priority: 5, includeDependenciesRecursively: false },
    ...Object.keys(TOGETHER).map((name, i) => ({
      debugName: name,
      name: (id, graph) => (inChunk(name, id, graph) ? name : null),
      priority: 4 - i,
    })),
  ]
}
