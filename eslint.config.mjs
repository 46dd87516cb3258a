import withNuxt from './.nuxt/eslint.config.mjs'

// The config composer calls Object.groupBy, which Node.js 20 lacks.
Object.groupBy ??= (items, keyOf) => {
  const groups = Object.create(null)
  for (const item of items) (groups[keyOf(item)] ??= []).push(item)
  return groups
}

const core = ['core/**/*.ts']
const restrict = (files, group, message) => ({ files, rules: { 'no-restricted-imports': ['error', { patterns: [{ group, message }] }] } })

/** Imports point one way: app and server -> shared -> core. */
export default withNuxt(
  { ignores: ['data/**', 'test-results/**'] },
  {
    ...restrict(core, ['vue', 'nuxt*', 'pg', 'h3', 'node:*', '#*', '~/*', '../../*'], 'The core knows no interface, server or database.'),
    ignores: ['**/*.test.ts'],
  },
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
