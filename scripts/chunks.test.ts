import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { chunkGroups, compiledEarly, TOGETHER } from './lib/chunks.mjs'
import { root } from './lib/root.mjs'

/** Files of the project by what each imports. */
const FILES: Record<string, string[]> = {
  'app/app.vue': ['app/bar.vue'],
  'app/bar.vue': [],
  'app/pages/index.vue': ['shared/jobs.ts'],
  'shared/jobs.ts': ['core/basics/outline/index.ts', 'node_modules/zod/index.js'],
  'core/basics/outline/index.ts': ['core/basics/outline/parted.ts', 'core/basics/outline/clip.ts'],
  'core/basics/outline/parted.ts': [],
  'core/basics/outline/clip.ts': ['node_modules/clipper2-ts/dist/index.js', 'shared/jobs.ts'],
  'node_modules/clipper2-ts/dist/index.js': [],
  'node_modules/zod/index.js': [],
  'app/composables/planFacts.ts': ['core/plan/dwell.ts', 'shared/jobs.ts'],
  'core/plan/dwell.ts': [],
  'app/pages/sign-in.vue': ['app/field.vue', 'app/bar.vue'],
  'app/pages/crew.vue': ['app/field.vue'],
  'app/field.vue': [],
  'app/pages/bench/[id].vue': ['app/clock.vue', 'app/field.vue', 'shared/jobs.ts'],
  'app/clock.vue': [],
  'app/pages/shelf.vue': ['app/bottle.vue'],
  'app/bottle.vue': [],
}
const graph = {
  getModuleInfo: (id: string) => {
    const imports = FILES[id.slice(root.length + 1)]
    return imports ? { importedIds: imports.map(f => join(root, f)) } : null
  },
}
/** The first group that takes a file, as the bundler asks them. */
function chunkOf(file: string): string | null {
  const byPriority = chunkGroups().sort((a, b) => b.priority - a.priority)
  for (const group of byPriority) {
    const name = group.name(join(root, file), graph)
    if (name !== null) return name
  }
  return null
}

describe('a file of the browser\'s build', () => {
  it.each([
    ['app/bar.vue', 'today'],
    ['shared/jobs.ts', 'today'],
    ['node_modules/zod/index.js', 'today'],
    ['core/basics/outline/parted.ts', 'today'],
    ['core/plan/dwell.ts', 'plan'],
    ['app/field.vue', 'forms'],
    ['app/clock.vue', 'run'],
  ])('%s comes with the first screens that need it: %s', (file, chunk) => {
    expect(chunkOf(file)).toBe(chunk)
  })
  it.each(['core/basics/outline/clip.ts', 'node_modules/clipper2-ts/dist/index.js'])('%s is not fetched before Today stands', (file) => {
    expect(chunkOf(file)).toBe('outlines')
  })
  it('is left to the bundler where only other screens need it', () => {
    expect(chunkOf('app/bottle.vue')).toBeNull()
  })
  it('is marked to be compiled as it comes where the first screen calls all of it', () => {
    const bundle = {
      a: { type: 'chunk', name: 'today', code: 'go()' },
      b: { type: 'chunk', name: 'run', code: 'go()' },
      c: { type: 'asset', name: 'today' },
    }
    compiledEarly.generateBundle.handler(null, bundle)
    // The mark counts in the first line only.
    expect([bundle.a.code, bundle.b.code]).toEqual(['//# allFunctionsCalledOnLoad\ngo()', 'go()'])
    expect(bundle.c).toEqual({ type: 'asset', name: 'today' })
  })
  it('screens that are asked for together are there', () => {
    // A page that was renamed would leave its set without a word.
    const screens: string[] = Object.values(TOGETHER).flat()
    expect(screens.filter(file => !existsSync(join(root, file)))).toEqual([])
  })
  it('what a run goes through is one chunk of just the screens that the app fetches for it', () => {
    const app = readFileSync(join(root, 'app/app.vue'), 'utf8')
    const fetched = /RUN_SCREENS = \[(.*)\]/.exec(app)![1]!.match(/'[^']*'/g)!.map(path => path.slice(2, -1))
    expect(TOGETHER.run).toEqual(fetched.map(path => `app/pages/${path.replace(/\/a$/, '/[id]')}.vue`))
  })
})
