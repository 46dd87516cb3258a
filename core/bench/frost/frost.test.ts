import { describe, expect, it } from 'vitest'
import { boxRing, contains, regionArea } from '../../basics/outline'
import { STRIP_LAYOUT } from '../../plan/coupon'
import { coverage, within } from './raster'
import { chance, PLAIN_SCENE, takePicture } from './scene'
import type { Scene } from './scene'
import { markOf, readStrips, stripArt } from './strips'
import {
  findArt, frameOf, frostWord, inPicture, mappingOf, middleLie, pictured, readFrost, readMarked, settle, settleNear, STRAIGHT, windowOf,
  windowPlace,
} from './index'
import type { Corners, FrostReading, Pictured, Settled, Window } from './index'

const ring = (x: number, y: number, r: number, way = 1) =>
  Float64Array.from(
    Array.from({ length: 240 }, (_, i) => {
      const a = (way * 2 * Math.PI * i) / 240
      return [x + r * Math.cos(a), y + r * Math.sin(a)]
    }).flat(),
  )
const box = (left: number, top: number, right: number, bottom: number) => boxRing({ left, top, right, bottom })
/** A ring and a bar beside it, on 60 by 40 mm. */
const ART = [ring(20, 20, 18), ring(20, 20, 9, -1), box(42, 4, 58, 36)]
const CARD = 20

type Change = Partial<Omit<Scene, 'art' | 'window'>> & { radius?: number | null }
const scene = ({ radius = null, ...change }: Change): Scene => ({
  ...PLAIN_SCENE,
  // Small pictures, so that many can be taken; some 9 pixels to a mm.
  pixels: { width: 800, height: 600 },
  noise: 1,
  art: ART,
  window: windowOf(60, 40, radius),
  ...change,
})
function pictureOf(of: Scene) {
  const { picture, corners } = takePicture(of)
  return { picture: pictured(picture), corners }
}
const taken = new Map<string, { window: Window, picture: Pictured, corners: Corners }>()
/** Each picture is taken once, however many tests look at it. */
function takenOf(change: Change) {
  const key = JSON.stringify(change)
  const of = scene(change)
  if (!taken.has(key)) taken.set(key, { window: of.window, ...pictureOf(of) })
  return taken.get(key)!
}
/** For what needs no edges. */
const SMALL = { pixels: { width: 400, height: 300 } }
type Met = FrostReading & { found: Settled, corners: Corners }
/** As a studio has it: found by itself, then read. */
function met(change: Change): Met {
  const { picture, window, corners } = takenOf(change)
  const found = findArt(picture, ART, window)!
  expect(found, 'found').not.toBeNull()
  return { ...readFrost(picture, ART, window, found, CARD), found, corners }
}
/** Where a hand put the corners nearly right: it settles on the edges, and is read. */
function shown(change: Change, art = ART): Met {
  const of = { ...scene(change), art }
  const { picture, window, corners } = art === ART ? takenOf(change) : { ...pictureOf(of), window: of.window }
  const near = corners.map(({ x, y }, i) => ({ x: x + (i % 2 ? 3 : -3), y: y + (i < 2 ? 2 : -3) })) as unknown as Corners
  const found = settle(picture, art, window, { corners: near, front: STRAIGHT }, false)
  return { ...readFrost(picture, art, window, found, CARD), found, corners }
}
const cornersOff = (a: Corners, b: Corners) => Math.max(...a.map((p, i) => Math.hypot(p.x - b[i]!.x, p.y - b[i]!.y)))
const byHand = (corners: Corners): Settled => ({ lie: { corners, front: STRAIGHT }, offset: 0, offsetError: Infinity })

describe('covered cells', () => {
  it('cover what the area covers', () => {
    const grid = coverage(ART, -5, -5, 700, 500, 10)
    const sum = grid.values.reduce((a, b) => a + b, 0) / 255 / 100
    expect(sum / regionArea(ART)).toBeCloseTo(1, 3)
    const random = chance(5)
    for (let i = 0; i < 300; i++) {
      const k = Math.floor(random() * grid.values.length)
      const [x, y] = [((k % 700) + 0.5) / 10 - 5, (Math.floor(k / 700) + 0.5) / 10 - 5]
      if (grid.values[k] === 255) expect(contains(ART, x, y)).toBe(true)
      if (grid.values[k] === 0) expect(contains(ART, x, y)).toBe(false)
    }
  })
  it('well within is what has nothing else near, looked up one by one', () => {
    const random = chance(9)
    const [width, height] = [23, 17]
    const values = Uint8Array.from({ length: width * height }, () => (random() < 0.93 ? 255 : 0))
    const got = within({ width, height, values }, 255, 2)
    for (let k = 0; k < values.length; k++) {
      const [x, y] = [k % width, Math.floor(k / width)]
      let want = 1
      for (let j = Math.max(0, y - 2); j <= Math.min(height - 1, y + 2); j++)
        for (let i = Math.max(0, x - 2); i <= Math.min(width - 1, x + 2); i++) if (values[j * width + i] !== 255) want = 0
      expect(got[k], `${x} ${y}`).toBe(want)
    }
  })
})

describe('a picture with known truth', () => {
  // L* of 0.4 over that of 0.03, where the latter stands for 20 (closed form of CIE L*).
  const gain = ((CARD + 16) / 116) ** 3 / 0.03
  const contrast = 116 * Math.cbrt(gain * 0.4) - 16 - CARD

  it('straight on: contrast within one L*, edges within hundredths of a mm, nothing outside or missing', () => {
    const r = met({})
    expect(Math.abs(r.contrast - contrast)).toBeLessThan(1)
    expect(cornersOff(r.found.lie.corners, r.corners)).toBeLessThan(0.3)
    expect(Math.abs(r.edges!.offset!)).toBeLessThan(0.01)
    expect(r.edges!.raggedness).toBeLessThan(0.01)
    expect(r.evenness!.mottle).toBeLessThan(0.3)
    expect([r.against!.outside, r.against!.missing, r.cautions]).toEqual([0, 0, []])
  })
  it('held askew, in uneven and in dim light: the same figures', () => {
    const camera = { away: 350, down: 10, aside: -8, askew: 6 }
    const r = met({ camera, light: { right: 0.2, lower: -0.15, corners: 0.1 }, exposure: 0.7, blur: 0.2 })
    expect(cornersOff(r.found.lie.corners, r.corners)).toBeLessThan(0.4)
    expect(Math.abs(r.contrast - contrast)).toBeLessThan(1.5)
    expect(r.evenness!.mottle).toBeLessThan(0.4)
    expect(r.light).toBeGreaterThan(1.5)
    expect(Math.abs(r.edges!.offset!)).toBeLessThan(0.01)
    // What the camera and its pixels blur comes to it.
    expect(r.edges!.blur! / (2.563 * 0.2)).toBeGreaterThan(1)
    expect(r.edges!.blur! / (2.563 * 0.2)).toBeLessThan(1.15)
  })
  it('creep and waves along the edges come back as they were put in', () => {
    const r = shown({ creep: 0.2, ragged: { height: 0.15, length: 1.25 }, pixels: { width: 1200, height: 900 } })
    expect(Math.abs(r.edges!.offset! - 0.2)).toBeLessThan(0.02)
    expect(Math.abs(r.edges!.raggedness / (0.15 / Math.SQRT2) - 1)).toBeLessThan(0.1)
  })
  it('waves and grain in the frost come back as mottle and graininess', () => {
    const r = shown({ mottle: { height: 0.1, length: 12 }, grain: { deviation: 0.06, size: 0.3 }, noise: 0 })
    // A share s of the frost's luminance is s L' of lightness: 116/3 cbrt(y) of it.
    const perShare = (116 / 3) * Math.cbrt(gain * 0.4)
    expect(Math.abs(r.evenness!.mottle / ((0.1 / Math.SQRT2) * perShare) - 1)).toBeLessThan(0.1)
    expect(r.evenness!.graininess / (0.06 * perShare)).toBeGreaterThan(0.75)
    expect(r.evenness!.graininess / (0.06 * perShare)).toBeLessThan(1.1)
  })
  it('frost outside the art and missing inside it are found where they are, and a hole is no mottle', () => {
    const spots: Scene['spots'] = [{ kind: 'outside', x: 38.5, y: 36, radius: 2 }, { kind: 'missing', x: 50, y: 20, radius: 3 }]
    const r = shown({ spots })
    expect(Math.abs(r.against!.missing / (Math.PI * 9) - 1)).toBeLessThan(0.05)
    expect(Math.abs(r.against!.outside / (Math.PI * 4) - 1)).toBeLessThan(0.1)
    expect(r.against!.spots).toHaveLength(2)
    expect(r.against!.spots[0]).toMatchObject({ kind: 'missing', x: expect.closeTo(50, 0), y: expect.closeTo(20, 0) })
    expect(r.evenness!.mottle).toBeLessThan(0.4)
    const { heat } = r.against!
    const at = (x: number, y: number) =>
      heat.values[Math.floor((y + heat.margin) / heat.cell) * heat.width + Math.floor((x + heat.margin) / heat.cell)]!
    expect(at(50, 20)).toBeLessThan(-90)
    expect(at(38.5, 36)).toBeGreaterThan(90)
    expect(Math.abs(at(6, 20))).toBeLessThan(15)
  })
  it('frost that fills a narrow gap is outside the art; edges that crept a fifth of a millimetre are no spots', () => {
    // The gap between ring and bar is 4 mm; this art has one of 0.8 mm, filled over 6 mm of its length.
    const bars = [box(4, 4, 29.6, 36), box(30.4, 4, 56, 36)]
    const { against } = shown({ creep: 0.2, spots: [{ kind: 'outside', x: 30, y: 20, radius: 3 }] }, bars)
    expect(against!.spots.map(s => s.kind)).toEqual(['outside'])
    expect(against!.spots[0]).toMatchObject({ x: expect.closeTo(30, 0), y: expect.closeTo(20, 0) })
  })
  it('on a round wall, seen from above and aside: found where it is, and creep is not taken for roundness', () => {
    const r = met({ radius: 40, camera: { away: 350, down: 10, aside: 5, askew: 2 }, creep: 0.1, pixels: { width: 1200, height: 900 } })
    expect(cornersOff(r.found.lie.corners, r.corners)).toBeLessThan(0.6)
    expect(Math.abs(r.edges!.offset! - 0.1)).toBeLessThan(0.02)
    expect(Math.abs(r.contrast - contrast)).toBeLessThan(1)
    expect([r.against!.outside, r.against!.missing]).toEqual([0, 0])
  })
  it('corners that a hand put three mm off are laid onto the art', () => {
    const { picture, window, corners } = takenOf({})
    const off = corners.map(({ x, y }, i) => ({ x: x + (i % 2 ? 24 : -18), y: y + (i < 2 ? 20 : -22) })) as unknown as Corners
    expect(cornersOff(settle(picture, ART, window, { corners: off, front: STRAIGHT }).lie.corners, corners)).toBeLessThan(0.5)
  })
  it('a hand that is near is helped, one that points elsewhere is believed, and crossed corners are no frame', () => {
    const { picture, window, corners } = takenOf({})
    const moved = (by: number) => corners.map(({ x, y }) => ({ x: x + by, y })) as unknown as Corners
    const near = settleNear(picture, ART, window, { corners: moved(10), front: STRAIGHT })
    expect(cornersOff(near.lie.corners, corners)).toBeLessThan(0.5)
    expect(near.offsetError).toBeLessThan(0.03)
    // Some 9 pixels are a mm: 40 of them are farther than a hand is off.
    for (const lie of [moved(40), [corners[1], corners[0], corners[2], corners[3]] as Corners]) {
      const kept = settleNear(picture, ART, window, { corners: lie, front: STRAIGHT })
      expect([kept.lie.corners, kept.offsetError]).toEqual([lie, Infinity])
    }
  })
  it('a place of the picture leads back to its place on the wall, flat or round', () => {
    for (const radius of [null, 40]) {
      const { window, corners } = takenOf({ ...SMALL, radius, camera: { away: 350, down: 10, aside: 5, askew: 2 } })
      const mapping = mappingOf(window, { corners, front: radius === null ? STRAIGHT : { right: -0.9, lower: -1.8, larger: 0.03 } })!
      for (const [x, y] of [[3, 4], [30, 20], [55, 38]] as const) {
        const back = windowPlace(window, mapping, mapping.toPicture(x, y))
        expect([back.x, back.y]).toEqual([expect.closeTo(x, 4), expect.closeTo(y, 4)])
      }
      const [frame] = inPicture([frameOf(window)], mapping)
      expect([frame![0], frame![1]]).toEqual([expect.closeTo(corners[0].x, 6), expect.closeTo(corners[0].y, 6)])
    }
    const { corners } = middleLie({ width: 60, height: 40, radius: null }, { width: 800, height: 400 })
    expect([corners[0], corners[2]]).toEqual([{ x: 220, y: 80 }, { x: 580, y: 320 }])
  })
  it('a solid block says nothing of creep: it might as well be larger', () => {
    const block = [ring(30, 20, 16)]
    expect(shown({ creep: 0.2 }, block).edges!.offset).toBeNull()
  })
  it('by places marked by hand, where nothing is drawn: the same contrast, and no edges', () => {
    const { picture, window, corners } = takenOf({})
    const marked = { frost: { left: 44, top: 6, right: 56, bottom: 34 }, clear: [{ left: 38.5, top: 0, right: 41.5, bottom: 40 }] }
    const r = readMarked(picture, window, byHand(corners).lie, marked, CARD)
    expect(Math.abs(r.contrast - contrast)).toBeLessThan(1)
    expect([r.edges, r.against, r.evenness!.tiles > 100]).toEqual([null, null, true])
  })
})

describe('pictures that give no reading say so', () => {
  const refusal = (change: Change, settled?: (corners: Corners) => Corners): string => {
    const { picture, window, corners } = takenOf({ ...SMALL, ...change })
    try {
      readFrost(picture, ART, window, byHand(settled ? settled(corners) : corners), CARD)
    }
    catch (error) {
      return (error as { code: string }).code
    }
    return 'read'
  }
  it('black, burnt out, without a card, without frost', () => {
    expect(refusal({ exposure: 0.01 })).toBe('black')
    expect(refusal({ exposure: 4 })).toBe('burnt')
    expect(refusal({ clear: 0.6, frost: 0.8 })).toBe('no-card')
    expect(refusal({ frost: 0.03 })).toBe('no-frost')
    // Fifty times as bright as the card, where that stands for L* 20: brighter than white, so the card must be darker.
    expect(refusal({ clear: 0.009, frost: 0.45 })).toBe('dark-card')
  })
  it('too small, cut off, corners in the wrong order', () => {
    expect(refusal({ fill: 0.12 })).toBe('too-small')
    expect(refusal({}, corners => corners.map(p => ({ x: p.x + 150, y: p.y })) as unknown as Corners)).toBe('off-picture')
    expect(refusal({}, ([a, b, c, d]) => [b, a, c, d])).toBe('corners')
  })
  it('nothing like the art in the picture: nobody pretends to have found it', () => {
    const { picture, window } = takenOf({})
    const stripes = Array.from({ length: 9 }, (_, i) => box(0, 4.5 * i, 60, 4.5 * i + 2))
    expect(findArt(picture, stripes, window)).toBeNull()
    expect(findArt(takenOf({ ...SMALL, frost: 0.03 }).picture, ART, window)).toBeNull()
  })
  it('from far away contrast is read, and no edges', () => {
    const r = shown(SMALL)
    expect([r.edges, r.cautions]).toEqual([null, ['no-edges']])
  })
  it('of art that goes far round, what faces the camera is read', () => {
    const wide = windowOf(200, 40, 40)
    expect(wide.width).toBeCloseTo((2 * 40 * Math.PI) / 3, 6)
    expect(wide.cut).toBeCloseTo((200 - wide.width) / 2, 6)
    const corners: Corners = [{ x: 0, y: 0 }, { x: 90, y: 0 }, { x: 90, y: 50 }, { x: 0, y: 50 }]
    expect(mappingOf(wide, { corners, front: STRAIGHT })!.toPicture(0, 0)).toEqual({ x: 0, y: 0 })
  })
})

describe('figures in words', () => {
  const of = { contrast: 41, mottle: 0.4, graininess: 5, raggedness: 0.08, blur: null, offset: 0.2 }
  it('say how it looks, against what the house calls white; what could not be told has none', () => {
    const words = (['contrast', 'mottle', 'graininess', 'raggedness', 'blur', 'offset'] as const).map(f => frostWord(f, of, 45))
    expect(words).toEqual(['strong and white', 'even', 'coarse', 'a little rough', null, 'past the line'])
    expect(frostWord('contrast', of, 75)).toBe('light')
    expect([-0.2, 0.05].map(offset => frostWord('offset', { ...of, offset }, 45))).toEqual(['short of the line', 'on the line'])
  })
})

describe('strips of a coupon in one picture', () => {
  const { art, window } = stripArt(4, STRIP_LAYOUT)
  it('each has the contrast that it was given, and the creep', () => {
    const { picture, corners } = pictureOf({ ...scene({ creep: 0.15, noise: 0.5 }), art, window })
    const settled = settle(picture, art, window, { corners, front: STRAIGHT }, false)
    const read = readStrips(picture, 4, STRIP_LAYOUT, settled, CARD)
    for (const strip of read) {
      expect(Math.abs(strip.contrast - 49.9)).toBeLessThan(1.2)
      expect(Math.abs(strip.creep! - 0.15)).toBeLessThan(0.02)
    }
  })
  it('a strip that did not frost has no contrast and no edge', () => {
    const { picture, corners } = pictureOf({ ...scene({}), art: art.slice(1), window })
    const [first, second] = readStrips(picture, 4, STRIP_LAYOUT, byHand(corners), CARD)
    expect(first!.contrast).toBeLessThan(1)
    expect(first!.creep).toBeNull()
    expect(second!.contrast).toBeGreaterThan(45)
  })
  it('marks are shares of what is called even and white', () => {
    expect([10, 22, 35, 44].map(c => markOf(c, 44))).toEqual([2.3, 5, 8, 10])
    expect(markOf(60, 44)).toBe(10)
  })
})
