import { describe, expect, it } from 'vitest'
import { v7 } from 'uuid'
import { boundsOf, boxRing, pathText, regionArea, regionOf } from '#core/basics/outline'
import type { FrostReading } from '#core/bench/frost'
import { boxOfTarget, cameraOrderSchema, figuresOf, frostTargets, targetArt } from './frost'
import type { PieceShape } from './runs'
import { runEventSchema } from './runs'

/** An L, 60 by 40 mm, so that turns are seen. */
const EL = [Float64Array.of(0, 0, 10, 0, 10, 30, 60, 30, 60, 40, 0, 40)]
const [common, own] = [v7(), v7()]
const shape = (change: Partial<PieceShape> = {}): PieceShape => ({
  surface: 'cylinder',
  height: 100,
  girth: 80 * Math.PI,
  wall: null,
  placements: [
    {
      art: { d: pathText(EL), width: 60, height: 40, name: 'El' },
      arts: [],
      artworkId: common,
      artworkIds: [null, own],
      artWidth: 60,
      artHeight: 39,
      spots: [{ at: 180, middle: 50, turn: 0 }],
    },
  ],
  ...change,
})

describe('what can be measured on a piece', () => {
  it('is each art on it, with the wall it lies on and the stencil that this piece has', () => {
    expect(frostTargets(shape(), 1)).toMatchObject([{ width: 60, height: 40, radius: 40, artworkId: common, at: 180, middle: 50 }])
    expect(frostTargets(shape(), 2)[0]!.artworkId).toBe(own)
    expect(frostTargets(shape({ surface: 'flat' }), 1)[0]!.radius).toBeNull()
    expect(frostTargets(shape({ placements: [] }), 1)).toEqual([])
  })
  it('an outline that was written as path data is read back as it was', () => {
    expect(regionOf(pathText(EL))).toEqual(EL)
    expect(regionOf('M0 0C1 1 2 2 3 3Z')).toEqual([])
  })
  it('the artwork is taken for it while it has the planned size, and the outline of the plan afterwards', () => {
    const [target] = frostTargets(shape(), 1)
    const finer = [Float64Array.of(5, 5, 15, 5, 15, 35.02, 65, 35.02, 65, 45, 5, 45)]
    const same = targetArt(target!, finer)!
    expect([same.exact, boundsOf(same.art), same.window.radius]).toEqual([true, { left: 0, top: 0, right: 60, bottom: 40 }, 40])
    expect(regionArea(same.art)).toBeCloseTo(regionArea(finer), 6)
    const changed = targetArt(target!, [boxRing({ left: 0, top: 0, right: 70, bottom: 40 })])!
    expect([changed.exact, regionArea(changed.art)]).toEqual([false, regionArea(EL)])
    expect(targetArt({ ...target!, art: null }, null)).toBeNull()
    expect(boxOfTarget(target!).window).toMatchObject({ width: 60, height: 40 })
  })
  it('turned on the piece, it is turned in the picture: counter-clockwise, as it is drawn', () => {
    const turned = shape()
    turned.placements[0]!.spots = [{ at: 180, middle: 50, turn: 90 }]
    const { art, window } = targetArt(frostTargets(turned, 1)[0]!, null)!
    expect([window.width, window.height].map(Math.round)).toEqual([40, 60])
    // The foot of the L, at the right below, has come to the right above.
    const [right] = art.map(ring => [...ring].filter((_, i) => i % 2 === 0 && ring[i + 1]! < 20))
    expect(Math.min(...right!)).toBeCloseTo(30, 6)
  })
  it('art that goes too far round is cut to what a camera sees', () => {
    const wide = shape({ girth: 40 * Math.PI })
    const { window, cut, art } = targetArt(frostTargets(wide, 1)[0]!, null)!
    expect(window.width).toBeCloseTo((2 * 20 * Math.PI) / 3, 6)
    expect(boundsOf(art)!.left).toBeCloseTo(-cut, 6)
  })
})

describe('what is kept of a reading', () => {
  const reading: FrostReading = {
    contrast: 41.23456,
    evenness: { mottle: 0.81234, graininess: 1.98765, tiles: 90 },
    edges: { raggedness: 0.041234, blur: null, offset: -0.012345, length: 80 },
    against: null,
    scale: 18.765,
    light: 1.2,
    cautions: [],
  }
  it('has no more digits than a picture gives, and is an entry of a run', () => {
    const figures = figuresOf(reading, 1, 20, null)
    expect(figures).toEqual({
      placement: 1, contrast: 41.2, mottle: 0.81, graininess: 1.99, raggedness: 0.041, blur: null, offset: -0.012, outside: null,
      missing: null, scale: 18.8, card: 20, photo: null,
    })
    const at = 1_780_000_000_000
    const sent = { id: v7(), at, deviceTime: at, kind: 'frost.read', piece: 2, ...figures }
    expect(runEventSchema.safeParse(sent).success).toBe(true)
    expect(runEventSchema.safeParse({ ...sent, contrast: 400 }).success).toBe(false)
    expect(runEventSchema.safeParse({ ...sent, raggedness: -1 }).success).toBe(false)
  })
  it('an order for the camera has places that lie somewhere', () => {
    const order = { rings: [[0, 0, 9, 0, 9, 9]], window: { width: 9, height: 9, radius: null }, of: 'quay lamp', strengths: null }
    expect(cameraOrderSchema.safeParse(order).success).toBe(true)
    expect(cameraOrderSchema.safeParse({ ...order, rings: [] }).success).toBe(false)
    expect(cameraOrderSchema.safeParse({ ...order, rings: [[0, 0, 1e9, 0, 9, 9]] }).success).toBe(false)
  })
})
