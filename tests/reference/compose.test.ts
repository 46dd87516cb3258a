import { readFileSync } from 'node:fs'
import { create } from 'fontkit'
import type { Font } from 'fontkit'
import polygonClipping from 'polygon-clipping'
import type { MultiPolygon, Polygon, Ring as Loop } from 'polygon-clipping'
import { describe, expect, it } from 'vitest'
import { compose } from '../../core/art/compose'
import { part } from '../../core/art/compose/testing.test-support'
import { capitalHeight, fittedLetters, letters, sizedArt } from '../../core/art/drawing'
import type { FaceId } from '../../core/art/drawing'
import { boundsOf, difference, regionArea, transformed, union } from '../../core/basics/outline'
import type { Region, Ring } from '../../core/basics/outline'
import { faceOf } from '../../demo/faces'
import { faceFiles } from '../../scripts/lib/faces.mjs'

const NAMES = ['Ada', 'Linnea', 'Tove', 'Wilhelmina', 'Q', 'AVA', 'Ragnhild', 'Øyvind']

describe('names set in a face, against fontkit, which reads the same file by itself', () => {
  const fonts = new Map<FaceId, Font>()
  const fontOf = (face: FaceId) => {
    if (!fonts.has(face)) fonts.set(face, create(readFileSync(faceFiles(face)[0]!)) as Font)
    return fonts.get(face)!
  }
  /** Width of the ink in font units. Kerning is asked for; ligatures, which a stencil does not set, are not. */
  function inked(font: Font, text: string): number {
    const run = font.layout(text, { liga: false, clig: false, calt: false, kern: true })
    let [x, left, right] = [0, Infinity, -Infinity]
    run.glyphs.forEach((glyph, i) => {
      const box = glyph.path.bbox
      if (Number.isFinite(box.minX)) [left, right] = [Math.min(left, x + box.minX), Math.max(right, x + box.maxX)]
      x += run.positions[i]!.xAdvance
    })
    return right - left
  }
  it.each(['plain', 'serif', 'stencil'] as const)(
    '%s: as wide as its metrics say at a capital of 10 mm, or as wide as its place',
    async (id) => {
      const [face, font] = [await faceOf(id), fontOf(id)]
      const capital = font.glyphForCodePoint(72).path.bbox
      const perUnit = 10 / (capital.maxY - capital.minY)
      expect(capitalHeight(face)).toBeGreaterThan(0)
      for (const name of NAMES.filter(n => [...n].every(c => font.hasGlyphForCodePoint(c.codePointAt(0)!)))) {
        const wide = (most: number) => {
          const box = boundsOf(sizedArt(letters({ text: name, align: 'middle' }, face), { width: most, capital: 10 }, face))!
          return box.right - box.left
        }
        const own = inked(font, name) * perUnit
        expect([name, wide(1000)]).toEqual([name, expect.closeTo(own, 1)])
        expect(Math.abs(wide(1000) - own)).toBeLessThan(0.05)
        // Too long for its place it is set smaller, and fills the place.
        if (own > 20) expect(wide(20)).toBeCloseTo(20, 1)
        const { shrunk } = fittedLetters({ text: name, align: 'middle' }, { width: 20, capital: 10 }, face)
        if (own > 20.1) expect([name, shrunk?.set]).toEqual([name, expect.closeTo((10 * 20) / own, 1)])
        else if (own < 19.9) expect([name, shrunk]).toEqual([name, null])
        else expect(wide(20)).toBeCloseTo(own, 1)
      }
    },
  )
  it('letters set apart: every gap but the last grows by as much', async () => {
    const face = await faceOf('plain')
    const wide = (spacing: number) => {
      const box = boundsOf(sizedArt(letters({ text: 'HHHH', align: 'left', spacing }, face), { width: 1000, capital: 10 }, face))!
      return box.right - box.left
    }
    expect(wide(0.5) - wide(0)).toBeCloseTo(3 * 5, 1)
  })
  it('bent letters lie on their circle: each middle as far from its centre, and evenly turned', async () => {
    const face = await faceOf('plain')
    const bent = sizedArt(letters({ text: 'IIIII', align: 'middle', arc: 120 }, face), { width: 1000, capital: 10 }, face)
    const middles = bent
      .map((ring) => {
        const b = boundsOf([ring])!
        return { x: (b.left + b.right) / 2, y: (b.top + b.bottom) / 2 }
      })
      .sort((a, b) => a.x - b.x)
    expect(middles).toHaveLength(5)
    // The circle through the first, third and last of them.
    const [p, q, r] = [middles[0]!, middles[2]!, middles[4]!]
    const d = 2 * (p.x * (q.y - r.y) + q.x * (r.y - p.y) + r.x * (p.y - q.y))
    const sq = (m: { x: number, y: number }) => m.x ** 2 + m.y ** 2
    const cx = (sq(p) * (q.y - r.y) + sq(q) * (r.y - p.y) + sq(r) * (p.y - q.y)) / d
    const cy = (sq(p) * (r.x - q.x) + sq(q) * (p.x - r.x) + sq(r) * (q.x - p.x)) / d
    const radii = middles.map(m => Math.hypot(m.x - cx, m.y - cy))
    for (const radius of radii) expect(radius / radii[0]!).toBeCloseTo(1, 2)
    const turns = middles.map(m => Math.atan2(m.x - cx, cy - m.y))
    const steps = turns.slice(1).map((t, i) => t - turns[i]!)
    for (const step of steps) expect(step / steps[0]!).toBeCloseTo(1, 2)
    // Five letters share 120 degrees.
    expect((steps[0]! * 180) / Math.PI).toBeCloseTo(24, 0)
  })
})

describe('composed outlines, against polygon-clipping (Martinez–Rueda–Feito) and point by point', () => {
  const loop = (ring: Ring): Loop => Array.from({ length: ring.length / 2 }, (_, i) => [ring[2 * i]!, ring[2 * i + 1]!])
  /** Rings under the even-odd rule, as that library takes them: one by one, each turning over what it covers. */
  const polygons = (area: Region): MultiPolygon =>
    area.reduce<MultiPolygon>((sum, ring) => polygonClipping.xor(sum, [loop(ring)] as Polygon), [])
  const areaOf = (all: MultiPolygon) => {
    const ringArea = (ring: Loop) =>
      Math.abs(ring.reduce((s, [x, y], i) => s + x * ring[(i + 1) % ring.length]![1] - ring[(i + 1) % ring.length]![0] * y, 0)) / 2
    return all.reduce((sum, [outer, ...holes]) => sum + ringArea(outer!) - holes.reduce((s, h) => s + ringArea(h), 0), 0)
  }
  const back = (all: MultiPolygon): Region => all.flatMap(p => p.map(ring => Float64Array.from(ring.flat())))
  const inside = (area: Region, x: number, y: number) =>
    area.reduce((odd, ring) => {
      let crossed = odd
      for (let i = 0, n = ring.length / 2; i < n; i++) {
        const j = (i + 1) % n
        const [ax, ay, bx, by] = [ring[2 * i]!, ring[2 * i + 1]!, ring[2 * j]!, ring[2 * j + 1]!]
        if (ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax)) crossed = !crossed
      }
      return crossed
    }, false)
  const word = async (text: string, face: FaceId, capital: number) => {
    const own = await faceOf(face)
    return sizedArt(letters({ text, align: 'middle' }, own), { width: 500, capital }, own)
  }
  /** Moved so that its middle lies on another's. */
  const onMiddle = (own: Region, other: Region) => {
    const [a, b] = [boundsOf(own)!, boundsOf(other)!]
    return transformed(own, [1, 0, 0, 1, (b.left + b.right - a.left - a.right) / 2, (b.top + b.bottom - a.top - a.bottom) / 2])
  }
  it.each(['Ada', 'Bo', 'Linnea', 'Wilhelmina'])('a letter with %s let into a band across it', async (name) => {
    const [letter, text] = [await word('R', 'serif', 60), await word(name, 'plain', 9)]
    const ours = compose([part(letter), part(text, { against: 0, how: 'room', follow: 'band', margin: 2 })]).art
    const placed = onMiddle(text, letter)
    const [l, t] = [boundsOf(letter)!, boundsOf(placed)!]
    const [left, right] = [Math.min(l.left, t.left) - 1, Math.max(l.right, t.right) + 1]
    const band: Polygon = [
      [
        [left, t.top - 2],
        [right, t.top - 2],
        [right, t.bottom + 2],
        [left, t.bottom + 2],
      ],
    ]
    const theirs = polygonClipping.union(polygonClipping.difference(polygons(letter), band), polygons(placed))
    expect(regionArea(ours) / areaOf(theirs)).toBeCloseTo(1, 4)
    // Nothing of it is elsewhere: what is in one and not in the other is a sliver of rounding.
    const b = boundsOf(back(theirs))!
    const moved = transformed(back(theirs), [1, 0, 0, 1, -b.left, -b.top])
    const apart = regionArea(difference(ours, union(moved, []))) + regionArea(difference(union(moved, []), ours))
    expect(apart / regionArea(ours)).toBeLessThan(1e-3)
  })
  it('a name cut out of a disc with 1 mm clear round it: point by point', async () => {
    const text = await word('Tove', 'plain', 12)
    const disc = [
      Float64Array.from(
        Array.from({ length: 360 }, (_, i) => [40 * Math.cos((i * Math.PI) / 180), 40 * Math.sin((i * Math.PI) / 180)]).flat(),
      ),
    ]
    const ours = compose([part(disc), part(text, { against: 0, how: 'cut', margin: 1 })]).art
    const placed = onMiddle(text, disc)
    const from = boundsOf(disc)!
    /** mm to the nearest edge of the letters. */
    const near = (x: number, y: number) => {
      let least = Infinity
      for (const ring of placed)
        for (let i = 0, n = ring.length / 2; i < n; i++) {
          const j = (i + 1) % n
          const [ax, ay, bx, by] = [ring[2 * i]!, ring[2 * i + 1]!, ring[2 * j]!, ring[2 * j + 1]!]
          const long = (bx - ax) ** 2 + (by - ay) ** 2
          const k = long === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / long))
          least = Math.min(least, Math.hypot(x - ax - k * (bx - ax), y - ay - k * (by - ay)))
        }
      return least
    }
    let looked = 0
    for (let x = -39.3; x < 40; x += 2.3)
      for (let y = -39.1; y < 40; y += 1.7) {
        const [edge, rim] = [near(x, y), 40 - Math.hypot(x, y)]
        // On an edge rounding decides; it is not asked there.
        if (Math.abs(edge - 1) < 0.05 || Math.abs(rim) < 0.05) continue
        const cleared = edge < 1 || inside(placed, x, y)
        expect([x, y, inside(ours, x - from.left, y - from.top)]).toEqual([x, y, rim > 0 && !cleared])
        looked++
      }
    expect(looked).toBeGreaterThan(1000)
  })
})
