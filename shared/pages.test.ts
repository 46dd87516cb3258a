import { describe, expect, it } from 'vitest'
import { allPages, PAGE_ROWS } from './pages'

const rows = (from: number, count: number) => Array.from({ length: count }, (_, i) => ({ id: String(from + i) }))

describe('a list in pages', () => {
  it('asks after the last row until a page is not full', async () => {
    const asked: (string | null)[] = []
    const all = await allPages(async (after) => {
      asked.push(after)
      const from = after === null ? 0 : Number(after) + 1
      return rows(from, Math.min(PAGE_ROWS, 2 * PAGE_ROWS + 7 - from))
    })
    expect(all).toEqual(rows(0, 2 * PAGE_ROWS + 7))
    expect(asked).toEqual([null, String(PAGE_ROWS - 1), String(2 * PAGE_ROWS - 1)])
  })
  it('a list that ends with a full page, an empty one, and one that never ends', async () => {
    expect(await allPages(async after => (after === null ? rows(0, PAGE_ROWS) : []))).toHaveLength(PAGE_ROWS)
    expect(await allPages(async () => [])).toEqual([])
    expect(await allPages(async () => rows(0, PAGE_ROWS))).toHaveLength(PAGE_ROWS)
  })
  it('what was renamed between two pages comes once', async () => {
    const all = await allPages(async after => (after === null ? rows(0, PAGE_ROWS) : [{ id: '3' }, { id: 'new' }]))
    expect(all).toHaveLength(PAGE_ROWS + 1)
  })
})
