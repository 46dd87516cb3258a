import withNuxt from './.nuxt/eslint.config.mjs'

// The config composer calls Object.groupBy, which Node.js 20 lacks.
Object.groupBy ??= (items, keyOf) => {
  const groups = Object.create(null)
  for (const item of items) (groups[keyOf(item)] ??= []).push(item)
  return groups
}

const OUTSIDE = ['vue', 'nuxt*', 'pg', 'h3', 'node:*', '#*', '~/*', '**/shared/**', '**/server/**', '**/app/**']
const restrict = (files, group, message) => ({ files, rules: { 'no-restricted-imports': ['error', { patterns: [{ group, message }] }] } })

/** The rooms of the core, each of which may use those before it; tests may look into any. */
const ROOMS = ['basics', 'trade', 'piece', 'art', 'plan', 'bench', 'crew', 'papers']
const ONE_WAY = `Rooms of the core are used one way: ${ROOMS.join(' -> ')}.`
const laterRooms = later => (later.length > 0 ? [{ group: later.map(room => `**/../${room}/*`), message: ONE_WAY }] : [])
const rooms = ROOMS.map((room, i) => ({
  files: [`core/${room}/**/*.ts`],
  ignores: ['**/*.test.ts', '**/*.test-support.ts'],
  rules: {
    'no-restricted-imports': ['error', { patterns: [
      { group: OUTSIDE, message: 'The core knows no interface, server or database.' },
      ...laterRooms(ROOMS.slice(i + 1)),
    ] }],
  },
}))

/** Imports point one way: app and server -> shared -> core. */
export default withNuxt(
  { ignores: ['data/**', '.nuxt-build/**', 'test-results/**'] },
  ...rooms,
  restrict(
    ['shared/**/*.ts'],
    ['vue', 'nuxt*', 'pg', 'h3', 'node:*', '~/*', '**/server/**', '**/app/**'],
    'shared/ imports core/ and zod only.',
  ),
  restrict(['server/**/*.ts'], ['vue', '~/*', '**/app/**'], 'The server does not know the app.'),
  restrict(['app/**/*.ts', 'app/**/*.vue'], ['pg', 'node:*', '**/server/**'], 'The app reaches the server through the API.'),
  {
    rules: {
      'vue/multi-word-component-names': 'off',
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      // Its line breaks would put a space before the full stop that follows an element.
      'vue/multiline-html-element-content-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
      '@stylistic/max-statements-per-line': 'off',
      '@stylistic/no-mixed-operators': 'off',
      'max-len': ['error', { code: 140, tabWidth: 2 }],
    },
  },
)
