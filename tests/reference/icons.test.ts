import { readFileSync, readdirSync } from 'node:fs'
import polygonClipping from 'polygon-clipping'
import polylabel from 'polylabel'
import SVGPathCommander from 'svg-path-commander'
import { describe, expect, it } from 'vitest'
import { artOfWidth, outlineAt, readSvg } from '../../core/art/drawing'
import { reportStencil } from '../../core/art/art-report'
import {
  boundsOf,
  contains,
  flattened,
  movedPath,
  nestedParts,
  partRegion,
  pointsOf,
  regionArea,
  regionLength,
} from '../../core/basics/outline'
import type { Region } from '../../core/basics/outline'

/** Real outlines of an open icon package, every so many of them by the alphabet. */
const folder = new URL('../../node_modules/@tabler/icons/icons/', import.meta.url)
const pick = (kind: 'filled' | 'outline', count: number) => {
  const all = readdirSync(new URL(kind, folder))
    .filter(f => f.endsWith('.svg'))
    .sort()
  return Array.from({ length: count }, (_, i) => all[Math.floor((i * all.length) / count)]!).map((f): [string, string] => [
    f,
    readFileSync(new URL(`${kind}/${f}`, folder), 'utf8'),
  ])
}
const FILLED = pick('filled', 32)
const OUTLINE = pick('outline', 12)
const WIDTH = 30

/** px of the drawing's own units, as mm: the scale at which lengths are those written in the file. */
const AS_WRITTEN = 96 / 25.4

describe('areas of real outlines', () => {
  it.each(FILLED)('%s has the area that a general polygon library finds', (_, text) => {
    const drawing = readSvg(text)
    // The same flattened rings, joined by polygon-clipping (Martinez–Rueda–Feito) under even–odd and by ours under the file's rule.
    const ours = regionArea(outlineAt(drawing, AS_WRITTEN * 10))
    const theirs = drawing.layers.reduce<polygonClipping.MultiPolygon>((sum, layer) => {
      const rings = flattened(movedPath([AS_WRITTEN * 10, 0, 0, AS_WRITTEN * 10, 0, 0], layer.path), 0.01).map(f =>
        pointsOf(f.points).map(({ x, y }): [number, number] => [x, y]),
      )
      // Rings of these icons lie in each other and do not cross, so that nonzero with its turns is even–odd.
      const [first, ...rest] = rings.map((r): polygonClipping.Polygon => [r])
      return polygonClipping.union(sum, polygonClipping.xor(first!, ...rest))
    }, [])
    const area = theirs.reduce(
      (s, polygon) =>
        s
        + polygon.reduce((t, ring, k) => {
          const a = Math.abs(
            ring.reduce((u, [x, y], i) => {
              const [p, q] = ring[(i + 1) % ring.length]!
              return u + (x * q - p * y) / 2
            }, 0),
          )
          return t + (k === 0 ? a : -a)
        }, 0),
      0,
    )
    expect(ours / area).toBeCloseTo(1, 3)
  })
  it.each(FILLED)('%s is cut as long as a path library measures its curves', (_, text) => {
    const drawing = readSvg(text)
    const paths = [...text.matchAll(/<path d="([^"]+)"/g)].map(m => m[1]!)
    const written = paths.reduce((sum, d) => sum + new SVGPathCommander(d).getTotalLength(), 0)
    const flat = drawing.layers.reduce(
      (sum, l) =>
        sum
        + flattened(movedPath([AS_WRITTEN, 0, 0, AS_WRITTEN, 0, 0], l.path), 0.0005).reduce((s, f) => {
          const n = f.points.length
          let length = 0
          for (let i = 2; i < n; i += 2) length += Math.hypot(f.points[i]! - f.points[i - 2]!, f.points[i + 1]! - f.points[i - 1]!)
          return s + length + (f.closed ? Math.hypot(f.points[0]! - f.points[n - 2]!, f.points[1]! - f.points[n - 1]!) : 0)
        }, 0),
      0,
    )
    expect(Math.abs(flat / written - 1)).toBeLessThan(0.003)
  })
})

/**
 * Exact squared distance of every pixel to the nearest one that differs (Felzenszwalb & Huttenlocher, Distance transforms of sampled
 * functions, 2012).
 */
function distanceTransform(filled: Uint8Array, width: number, height: number): Float64Array {
  const FAR = 1e12
  const d = Float64Array.from(filled, v => (v ? FAR : 0))
  const pass = (n: number, get: (i: number) => number, set: (i: number, v: number) => void) => {
    const f = Float64Array.from({ length: n }, (_, i) => get(i))
    const [v, z] = [new Int32Array(n), new Float64Array(n + 1)]
    let k = 0
    z[0] = -Infinity
    z[1] = Infinity
    for (let q = 1; q < n; q++) {
      let s = 0
      for (; ; k--) {
        s = (f[q]! + q * q - (f[v[k]!]! + v[k]! * v[k]!)) / (2 * q - 2 * v[k]!)
        if (s > z[k]! || k === 0) break
      }
      if (s > z[k]!) k++
      v[k] = q
      z[k] = s
      z[k + 1] = Infinity
    }
    k = 0
    for (let q = 0; q < n; q++) {
      while (z[k + 1]! < q) k++
      set(q, (q - v[k]!) ** 2 + f[v[k]!]!)
    }
  }
  for (let x = 0; x < width; x++)
    pass(
      height,
      i => d[i * width + x]!,
      (i, v) => (d[i * width + x] = v),
    )
  for (let y = 0; y < height; y++)
    pass(
      width,
      i => d[y * width + i]!,
      (i, v) => (d[y * width + i] = v),
    )
  return d
}

const PIXEL = 0.12
function raster(region: Region) {
  const b = boundsOf(region)!
  const [left, top] = [b.left - 2, b.top - 2]
  const [width, height] = [Math.ceil((b.right - left + 2) / PIXEL), Math.ceil((b.bottom - top + 2) / PIXEL)]
  const filled = new Uint8Array(width * height)
  for (let y = 0; y < height; y++) {
    const at = top + (y + 0.5) * PIXEL
    const crossings: number[] = []
    for (const r of region) {
      for (let i = 0, j = r.length - 2; i < r.length; j = i, i += 2) {
        if (r[i + 1]! > at !== r[j + 1]! > at) crossings.push(((r[j]! - r[i]!) * (at - r[i + 1]!)) / (r[j + 1]! - r[i + 1]!) + r[i]!)
      }
    }
    crossings.sort((a, c) => a - c)
    for (let k = 0; k + 1 < crossings.length; k += 2) {
      for (let x = Math.max(0, Math.ceil((crossings[k]! - left) / PIXEL - 0.5)); (x + 0.5) * PIXEL + left < crossings[k + 1]!; x++)
        filled[y * width + x] = 1
    }
  }
  const inverse = filled.map(v => 1 - v) as Uint8Array
  const cell = (x: number, y: number) => Math.floor((y - top) / PIXEL) * width + Math.floor((x - left) / PIXEL)
  return { filled, inside: distanceTransform(filled, width, height), outside: distanceTransform(inverse, width, height), cell }
}

describe('widths of real outlines against a raster distance transform', () => {
  const limits = { undercut: 0.1, least: 0.8, largeOpening: 2500, weedPerPiece: 4, weedPerMetre: 60 }
  it.each([...FILLED, ...OUTLINE])('%s: area, greatest circle, and every narrow place', (_, text) => {
    const open = artOfWidth(readSvg(text), WIDTH)
    const b = boundsOf(open)!
    const report = reportStencil(open, { left: b.left - 10, top: b.top - 10, right: b.right + 10, bottom: b.bottom + 10 }, limits)
    const r = raster(open)
    // Each pixel on the line may be counted wrongly by half.
    expect(Math.abs(r.filled.reduce((s, v) => s + v, 0) * PIXEL * PIXEL - report.openArea)).toBeLessThan(0.5 * PIXEL * regionLength(open))
    const widest = Math.sqrt(r.inside.reduce((m, v) => Math.max(m, v), 0)) * PIXEL
    expect(Math.abs(report.expanse.radius - widest)).toBeLessThan(1.5 * PIXEL)
    expect(contains(open, report.expanse.x, report.expanse.y)).toBe(true)
    for (const [places, map] of [
      [report.openings, r.inside],
      [report.bridges, r.outside],
    ] as const) {
      for (const p of places) {
        // In the middle of a narrow place the nearest line is half of its width away; the middle of its pixel and the pixel on the
        // line are each up to 0.7 pixels off.
        const half = Math.sqrt(map[r.cell((p.ax + p.bx) / 2, (p.ay + p.by) / 2)]!) * PIXEL
        expect(Math.abs(half - p.width / 2)).toBeLessThan(2 * PIXEL)
      }
    }
  })
  it.each(FILLED.slice(0, 12))('%s: the greatest circle is that of a library for the pole of inaccessibility', (_, text) => {
    const open = artOfWidth(readSvg(text), WIDTH)
    const b = boundsOf(open)!
    const ours = reportStencil(open, b, limits).expanse.radius
    const theirs = Math.max(
      ...nestedParts(open).map((part) => {
        const polygon = partRegion(part).map(ring => pointsOf(ring).map(({ x, y }): [number, number] => [x, y]))
        return polylabel(
          polygon.map(r => [...r, r[0]!]),
          0.01,
        ).distance
      }),
    )
    expect(Math.abs(ours - theirs)).toBeLessThan(0.04)
  })
})
