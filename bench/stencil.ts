import polygonClipping from 'polygon-clipping'
import type { MultiPolygon, Ring as ClipRing } from 'polygon-clipping'
import highsLoader from 'highs'
import potpack from 'potpack'
import { reportStencil } from '../core/art/art-report'
import { boundsOf, filled, pointsOf, ringOf, vertexCount } from '../core/basics/outline'
import type { Ring } from '../core/basics/outline'
import { colours, conflicts } from '../core/art/passes'
import { nest } from '../core/art/sheet'
import { byTurns } from './table'
import type { Row } from './table'

const LIMITS = { undercut: 0.07, least: 0.8, largeOpening: 2500, weedPerPiece: 4, weedPerMetre: 60 }

/** Leaves with a vein cut out, at any turn, in rows: parts, islands and narrow places as drawn art has them. */
function leaves(vertices: number): Ring[] {
  const leaf = (x: number, y: number, r: number, turn: number, n: number, way: 1 | -1) =>
    ringOf(
      Array.from({ length: n }, (_, i) => {
        const t = ((2 * Math.PI * i) / n) * way
        const reach = r * (1 + 0.18 * Math.cos(3 * t) + 0.1 * Math.sin(5 * t))
        return { x: x + reach * Math.cos(t + turn), y: y + reach * Math.sin(t + turn) }
      }),
    )
  const count = Math.round(vertices / 60)
  const side = Math.ceil(Math.sqrt(count))
  return Array.from({ length: count }, (_, i) => {
    const [x, y] = [(i % side) * 9 + (i % 7) * 0.2, Math.floor(i / side) * 9]
    return [leaf(x, y, 3.2 + (i % 5) * 0.1, i, 40, 1), leaf(x, y, 1.4, 2 * i, 20, -1)]
  }).flat()
}

function ours(rings: Ring[]) {
  const open = filled(rings, 'nonzero')
  return reportStencil(open, boundsOf(open)!, LIMITS)
}

/**
 * The straightforward way to only a part of the report: a general polygon library for the areas, and the narrowest place as
 * the least of all distances from corners to edges of other rings.
 * @param share of the corners that are looked at, since all of them would take hours at 200,000
 */
function straightforward(rings: Ring[], share: number): number {
  const area = polygonClipping.xor(
    ...(rings.map(r => [pointsOf(r).map(({ x, y }): [number, number] => [x, y])]) as unknown as [MultiPolygon]),
  )
  const edges = area.flatMap((polygon, p) => polygon.flatMap((ring: ClipRing) => ring.slice(1).map((b, i) => ({ p, a: ring[i]!, b }))))
  let least = Infinity
  const step = Math.round(1 / share)
  for (let k = 0; k < edges.length; k += step) {
    const [x, y] = edges[k]!.a
    for (const { p, a, b } of edges) {
      if (p === edges[k]!.p) continue
      const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
      const t = Math.min(1, Math.max(0, ((x - a[0]) * dx + (y - a[1]) * dy) / (dx * dx + dy * dy)))
      least = Math.min(least, Math.hypot(x - a[0] - t * dx, y - a[1] - t * dy))
    }
  }
  return least
}

const seconds = (ms: number) => (ms < 1000 ? `${ms.toFixed(0)} ms` : `${(ms / 1000).toFixed(1)} s`)
const time = (work: () => unknown) => {
  const start = performance.now()
  work()
  return performance.now() - start
}

function analysisRows(): Row[] {
  let before: { ms: number, n: number } | null = null
  return [2000, 20_000, 200_000].map((size): Row => {
    const rings = leaves(size)
    const n = vertexCount(filled(rings, 'nonzero'))
    const rounds = size < 100_000 ? 3 : 1
    const ms = Math.min(...Array.from({ length: rounds }, () => time(() => ours(rings))))
    // Beyond 2,000 only a share of the pairs is looked at: the ratio flatters the reference.
    const share = size <= 2000 ? 1 : size <= 20_000 ? 0.1 : 0.001
    const theirs = time(() => straightforward(rings, share))
    const growth = before
      ? `${(ms / before.ms).toFixed(1)} times the last for ${(n / before.n).toFixed(1)} times the corners (n log n: `
      + `${((n * Math.log(n)) / (before.n * Math.log(before.n))).toFixed(1)})`
      : ''
    before = { ms, n }
    return {
      name: `whole report of art with ${n.toLocaleString('en')} corners`,
      figure: seconds(ms),
      reference: `polygon library and ${share === 1 ? 'all' : share === 0.1 ? 'a tenth of all' : 'a thousandth of all'} pairs: `
        + `${seconds(theirs)}`,
      ratio: ms / theirs,
      aim: growth || undefined,
    }
  })
}

/** Colouring as a mixed-integer program, as one would hand it to a general solver. */
function colouringModel(graph: boolean[][], most: number): string {
  const n = graph.length
  const use = Array.from({ length: most }, (_, c) => `w${c}`)
  const one = graph.map((_, v) => `${use.map((_, c) => `x${v}_${c}`).join(' + ')} = 1`)
  const apart = graph.flatMap((row, a) =>
    row.flatMap((touches, b) => (touches && a < b ? use.map((w, c) => `x${a}_${c} + x${b}_${c} - ${w} <= 0`) : [])),
  )
  const opened = graph.flatMap((_, v) => use.map((w, c) => `x${v}_${c} - ${w} <= 0`))
  const binary = [...use, ...Array.from({ length: n }, (_, v) => use.map((_, c) => `x${v}_${c}`)).flat()]
  return [
    'Minimize',
    ` obj: ${use.join(' + ')}`,
    'Subject To',
    ...[...one, ...apart, ...opened].map(row => ` ${row}`),
    'Binary',
    ...binary.map(name => ` ${name}`),
    'End',
  ].join('\n')
}

async function passRow(): Promise<Row> {
  const highs = await highsLoader()
  const graphs = Array.from({ length: 12 }, (_, seed) =>
    conflicts(16, (a, b) => (Math.imul(((seed + 3) * 7919) ^ (a * 73 + b * 151), 2654435761) >>> 16) % 10 < 4),
  )
  let same = true
  const [own, general] = await byTurns(
    2,
    async () => graphs.forEach(g => colours(g)),
    async () => {
      for (const g of graphs) same &&= Math.round(highs.solve(colouringModel(g, 8)).ObjectiveValue) === colours(g).count
    },
  )
  return {
    name: 'fewest passes of 16 placements, 12 times',
    figure: seconds(own),
    reference: `general MIP solver, ${same ? 'the same numbers' : 'OTHER NUMBERS'}: ${seconds(general)}`,
    ratio: own / general,
  }
}

async function nestRow(): Promise<Row> {
  const sizes = Array.from({ length: 60 }, (_, i) => ({ width: 40 + ((i * 37) % 90), height: 30 + ((i * 53) % 70), what: i }))
  const roll = [{ id: 'roll', width: 600, length: 20_000, scrap: false, grain: false }]
  let [used, packed] = [0, 0]
  const [own, general] = await byTurns(
    3,
    async () => {
      const { sheets } = nest(sizes, roll, { gap: 0, scrapLeast: 50 })
      used = sheets[0]!.stencils / sheets[0]!.taken
    },
    async () => {
      packed = potpack(sizes.map(s => ({ w: s.width, h: s.height }))).fill
    },
  )
  return {
    name: 'nesting 60 stencils on a roll of 600 mm',
    figure: `${seconds(own)}, ${(100 * used).toFixed(0)} % of the resist used`,
    reference: `packer for free sheets: ${seconds(general)}, ${(100 * packed).toFixed(0)} %`,
    ratio: packed / used,
  }
}

export async function stencilRows(): Promise<Row[]> {
  return [...analysisRows(), await passRow(), await nestRow()]
}
