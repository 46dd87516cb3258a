import { converter } from 'culori'
import fc from 'fast-check'
import perspective from 'perspective-transform'
import { standardDeviation } from 'simple-statistics'
import { describe, expect, it } from 'vitest'
import { edgeSites, lookAcross, readEdges } from '../../core/bench/frost/edges'
import { evenness } from '../../core/bench/frost/evenness'
import { lightness, luminance, luminanceAt } from '../../core/bench/frost/lightness'
import { homography, mapped } from '../../core/bench/frost/lie'
import type { Corners } from '../../core/bench/frost/lie'
import { coverage } from '../../core/bench/frost/raster'
import { bell, chance } from '../../core/bench/frost/scene'
import type { Sheet } from '../../core/bench/frost/unwrap'

/** A sheet 40 mm square with 20 cells to a mm, by what it has at each place. */
function sheetBy(value: (x: number, y: number) => number, size = 40): Sheet {
  const scale = 20
  const side = size * scale
  const values = new Float32Array(side * side)
  for (let k = 0; k < values.length; k++) values[k] = value(((k % side) + 0.5) / scale, (Math.floor(k / side) + 0.5) / scale)
  return { width: side, height: side, values, scale, margin: 0, share: 1 }
}

describe('lightness', () => {
  it('is that of a general colour library, for colours all over sRGB', () => {
    const lab = converter('lab65')
    for (let r = 0; r <= 255; r += 17) {
      for (let g = 0; g <= 255; g += 51) {
        for (let b = 0; b <= 255; b += 51) {
          const there = lab({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 }).l
          expect(Math.abs(lightness(luminance(r, g, b)) - there), `${r} ${g} ${b}`).toBeLessThan(0.02)
        }
      }
    }
  })
  it('and back: the luminance of a lightness has that lightness', () => {
    for (let l = 0; l <= 100; l += 0.5) expect(lightness(luminanceAt(l))).toBeCloseTo(l, 9)
  })
})

describe('a flat thing in perspective', () => {
  it('lies where a general library for perspective puts it', () => {
    const jitter = fc.integer({ min: -150, max: 150 })
    fc.assert(
      fc.property(fc.array(jitter, { minLength: 8, maxLength: 8 }), fc.double({ min: 0, max: 60, noNaN: true }), (j, at) => {
        const to = [[400, 300], [1500, 320], [1480, 1100], [380, 1080]].map(([x, y], i) => ({ x: x! + j[2 * i]!, y: y! + j[2 * i + 1]! }))
        const from: Corners = [{ x: 0, y: 0 }, { x: 60, y: 0 }, { x: 60, y: 40 }, { x: 0, y: 40 }]
        const theirs = perspective(from.flatMap(p => [p.x, p.y]), to.flatMap(p => [p.x, p.y]))
        const p = mapped(homography(from, to as unknown as Corners)!, at, 17)
        const [x, y] = theirs.transform(at, 17)
        expect(Math.hypot(p.x - x, p.y - y)).toBeLessThan(1e-3)
      }),
      { numRuns: 60 },
    )
  })
})

/** Closed forms; tiles of 1.27 mm as in ISO 13660 and ISO/IEC 24790 (value from memory). */
describe('evenness of known fields', () => {
  const inside = (sheet: Sheet) => new Uint8Array(sheet.values.length).fill(1)
  const TILE = 25 / 20
  it('a long wave is mottle: its height by the root of two, less what a tile evens out', () => {
    // Eight tiles to a wave, so that whole waves are seen.
    const [height, length] = [4, 8 * TILE]
    const sheet = sheetBy(x => luminanceAt(60 + height * Math.sin((2 * Math.PI * x) / length)))
    const { mottle, graininess } = evenness(sheet, inside(sheet), 1)!
    const left = Math.sin((Math.PI * TILE) / length) / ((Math.PI * TILE) / length)
    expect(mottle).toBeCloseTo((height / Math.SQRT2) * left, 1)
    expect(graininess).toBeCloseTo((height / Math.SQRT2) * Math.sqrt(1 - left * left), 1)
  })
  it('a short wave is grain, and no mottle', () => {
    const height = 3
    const sheet = sheetBy(x => luminanceAt(60 + height * Math.sin((2 * Math.PI * x) / (TILE / 5))))
    const { mottle, graininess } = evenness(sheet, inside(sheet), 1)!
    expect(mottle).toBeLessThan(0.01)
    expect(graininess).toBeCloseTo(height / Math.SQRT2, 2)
  })
  it('chance is grain of its own deviation, and mottle of that by the root of the cells in a tile', () => {
    const random = chance(3)
    const sheet = sheetBy(() => luminanceAt(60 + 2 * bell(random)))
    const { mottle, graininess, tiles } = evenness(sheet, inside(sheet), 1)!
    const l = [...sheet.values.subarray(0, 40_000)].map(lightness)
    expect(graininess).toBeCloseTo(standardDeviation(l), 1)
    expect(mottle / (2 / 25)).toBeGreaterThan(0.9)
    expect(mottle / (2 / 25)).toBeLessThan(1.1)
    expect(tiles).toBe(32 * 32)
  })
  it('too little frost says nothing', () => {
    const sheet = sheetBy(() => 0.4)
    expect(evenness(sheet, inside(sheet).fill(0, 800 * 24), 1)).toBeNull()
  })
})

/** Closed forms; where an edge is followed as in ISO 13660 (value from memory). */
describe('edges of known shape', () => {
  /** The normal distribution (Abramowitz and Stegun, 7.1.26, to 1.5e-7). */
  const below = (z: number) => {
    const t = 1 / (1 + 0.3275911 * (Math.abs(z) / Math.SQRT2))
    const tail = t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429)))) * Math.exp((-z * z) / 2)
    return z > 0 ? 1 - tail / 2 : tail / 2
  }
  const half = [Float64Array.of(0, 0, 20, 0, 20, 40, 0, 40)]
  const read = (sheet: Sheet) => {
    const grid = coverage(half, 0, 0, sheet.width, sheet.height, sheet.scale)
    // The three sides on the rim have nothing outside them.
    const sites = edgeSites(half, grid, sheet.scale, 0).filter(s => s.nx > 0.9)
    return readEdges(sites.flatMap(s => lookAcross(sheet, s) ?? []))!
  }
  const edge = (deviation: number, wave: (y: number) => number) =>
    sheetBy((x, y) => 1 - below((x - 20 - wave(y)) / deviation))
  it('a bell blurs an edge over 2.563 of its deviations, from a tenth to nine tenths', () => {
    for (const deviation of [0.15, 0.2, 0.3]) {
      const { blur, raggedness } = read(edge(deviation, () => 0))
      expect(Math.abs(blur! / (2.5631 * deviation) - 1), `${deviation}`).toBeLessThan(0.03)
      expect(raggedness).toBeLessThan(0.002)
    }
  })
  it('a wave along it is ragged by its height over the root of two', () => {
    for (const height of [0.05, 0.1, 0.2]) {
      const { raggedness } = read(edge(0.06, y => height * Math.sin((2 * Math.PI * y) / 1.25)))
      expect(Math.abs(raggedness / (height / Math.SQRT2) - 1), `${height}`).toBeLessThan(0.03)
    }
  })
  it('an edge that only leans is not ragged', () => {
    expect(read(edge(0.1, y => (y - 20) / 100)).raggedness).toBeLessThan(0.002)
  })
})
