import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { colours, conflicts, planPasses } from './index'

const pairs = (list: [number, number][]) => (a: number, b: number) => list.some(([x, y]) => (x === a && y === b) || (x === b && y === a))
const valid = (graph: boolean[][], colour: number[]) =>
  graph.every((row, a) => row.every((touches, b) => !touches || colour[a] !== colour[b]))

/** Every way of colouring with k colours, tried one after the other. */
function exhaustive(graph: boolean[][]): number {
  const n = graph.length
  for (let k = 1; ; k++) {
    const colour = Array<number>(n).fill(0)
    const fits = (v: number): boolean =>
      v === n
      || Array.from({ length: k }, (_, c) => c).some((c) => {
        if (graph[v]!.some((touches, u) => touches && u < v && colour[u] === c)) return false
        colour[v] = c
        return fits(v + 1)
      })
    if (fits(0)) return n === 0 ? 0 : k
  }
}

describe('how many passes', () => {
  it('placements far apart go together; two that touch need two; a ring of five needs three', () => {
    expect(colours(conflicts(4, () => false)).count).toBe(1)
    expect(colours(conflicts(2, () => true)).count).toBe(2)
    expect(colours(conflicts(5, (a, b) => Math.abs(a - b) === 1 || Math.abs(a - b) === 4)).count).toBe(3)
    expect(colours(conflicts(7, () => true))).toMatchObject({ count: 7, proved: true })
    expect(colours([])).toEqual({ colour: [], count: 0, proved: true })
  })
  it('a graph without triangles that needs four (Grötzsch)', () => {
    const edges: [number, number][] = [
      [0, 1],
      [1, 2],
      [2, 3],
      [3, 4],
      [4, 0],
      [5, 1],
      [5, 4],
      [6, 0],
      [6, 2],
      [7, 1],
      [7, 3],
      [8, 2],
      [8, 4],
      [9, 3],
      [9, 0],
      [10, 5],
      [10, 6],
      [10, 7],
      [10, 8],
      [10, 9],
    ]
    expect(colours(conflicts(11, pairs(edges)))).toMatchObject({ count: 4, proved: true })
  })
  it('never fewer nor more than trying every way, on any up to nine', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 0, max: 2 ** 30 }), (n, bits) => {
        const graph = conflicts(n, (a, b) => (Math.imul(bits ^ (a * 73 + b * 151), 2654435761) >>> 16) % 5 < 2)
        const { colour, count, proved } = colours(graph)
        expect(valid(graph, colour)).toBe(true)
        expect(proved).toBe(true)
        expect(count).toBe(exhaustive(graph))
      }),
      { numRuns: 200 },
    )
  })
  it('forty placements in a row still get two passes at once', () => {
    const graph = conflicts(40, (a, b) => b - a === 1)
    const { colour, count } = colours(graph)
    expect(count).toBe(2)
    expect(valid(graph, colour)).toBe(true)
  })
})

describe('in which order', () => {
  it('the smallest goes first, and what is etched beside the next is taped over', () => {
    // A large badge in the middle with a small name at each side, and a far-off date.
    const graph = conflicts(
      4,
      pairs([
        [0, 1],
        [0, 2],
      ]),
    )
    const { passes } = planPasses([3000, 400, 400, 500], graph)
    expect(passes.map(p => p.placements.includes(0))).toEqual([false, true])
    expect(passes[0]!.tapeOver).toEqual([])
    expect(passes[1]!.tapeOver).toEqual([1, 2])
  })
})
