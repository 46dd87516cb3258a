import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'
import { TYPES } from './lib/prepare.mjs'

it('what the project\'s tsconfig names is written before the first build, which reads it', () => {
  const text = readFileSync(fileURLToPath(new URL('../tsconfig.json', import.meta.url)), 'utf8')
  const named = (JSON.parse(text) as { references: { path: string }[] }).references.map(r => r.path)
  expect(named).toContain(`./${TYPES}`)
  for (const path of named) expect(path).toMatch(/^\.\/\.nuxt\//)
})
