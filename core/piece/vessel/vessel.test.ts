import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import {
  ballWall,
  enclosedVolume,
  fitSheet,
  gaussianCurvature,
  heightAlong,
  largestScale,
  measuredWall,
  meridianLength,
  reliefSlits,
  straightWall,
  wallAngle,
  wallArea,
} from './index'

const girth = (r: number) => 2 * Math.PI * r
const readings = (pairs: [number, number][]) => pairs.map(([height, r]) => ({ height, girth: girth(r) }))

describe('a wall from tape readings', () => {
  it('two equal girths are a cylinder', () => {
    const wall = measuredWall(
      readings([
        [10, 40],
        [110, 40],
      ]),
    )
    expect(wall.at(60)).toEqual({ r: 40, slope: 0, bend: 0 })
    expect(wallArea(wall, 10, 110)).toBeCloseTo(2 * Math.PI * 40 * 100, 6)
    expect(meridianLength(wall, 10, 110)).toBeCloseTo(100, 9)
  })
  it('two girths are a cone: slant, area and volume by the closed forms of a frustum', () => {
    const wall = measuredWall(
      readings([
        [0, 30],
        [150, 44],
      ]),
    )
    const slant = Math.hypot(150, 14)
    expect(meridianLength(wall, 0, 150)).toBeCloseTo(slant, 9)
    expect(wallArea(wall, 0, 150)).toBeCloseTo(Math.PI * (30 + 44) * slant, 6)
    expect(enclosedVolume(wall, 0, 150)).toBeCloseTo(((Math.PI * 150) / 3) * (44 * 44 + 44 * 30 + 30 * 30), 4)
    expect(wallAngle(wall, 75)).toBeCloseTo((Math.atan(14 / 150) * 180) / Math.PI, 9)
    expect(gaussianCurvature(wall, 75)).toBeCloseTo(0, 12)
  })
  it('heights up the side give the same cone as heights straight up', () => {
    const slant = Math.hypot(150, 14)
    const side = measuredWall(
      readings([
        [0, 30],
        [slant / 2, 37],
        [slant, 44],
      ]),
      'side',
    )
    expect(side.to).toBeCloseTo(150, 9)
    expect(side.at(75).r).toBeCloseTo(37, 9)
  })
  it('a ball read at many heights has the area and curvature of a ball', () => {
    const R = 50
    const wall = measuredWall(
      readings(
        Array.from({ length: 33 }, (_, i): [number, number] => {
          const z = -32 + 2 * i
          return [z, Math.sqrt(R * R - z * z)]
        }),
      ),
    )
    // Archimedes: the belt of a ball has the area of the cylinder round it.
    expect(wallArea(wall, -30, 30) / (2 * Math.PI * R * 60)).toBeCloseTo(1, 3)
    expect(wallArea(ballWall(R, -40, 40), -30, 30)).toBeCloseTo(2 * Math.PI * R * 60, 6)
    expect(gaussianCurvature(ballWall(R, -40, 40), 17)).toBeCloseTo(1 / (R * R), 12)
    expect(meridianLength(ballWall(R, -40, 40), -30, 30)).toBeCloseTo(2 * R * Math.asin(0.6), 8)
  })
  it('never swells between readings: monotone where they are, and inside their range (Fritsch & Carlson 1980)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 80 }), fc.integer({ min: 10, max: 100 })), { minLength: 2, maxLength: 9 }),
        (steps) => {
          let z = 0
          const pairs = steps.map(([rise, r]): [number, number] => [(z += rise), r])
          const wall = measuredWall(readings(pairs))
          for (let i = 0; i < pairs.length - 1; i++) {
            const [[z0, r0], [z1, r1]] = [pairs[i]!, pairs[i + 1]!]
            let before = r0
            for (let k = 0; k <= 20; k++) {
              const { r } = wall.at(z0 + ((z1 - z0) * k) / 20)
              expect(r).toBeGreaterThanOrEqual(Math.min(r0, r1) - 1e-9)
              expect(r).toBeLessThanOrEqual(Math.max(r0, r1) + 1e-9)
              expect(Math.sign(r1 - r0) * (r - before)).toBeGreaterThanOrEqual(-1e-9)
              before = r
            }
          }
        },
      ),
    )
  })
  it('readings that make no wall get a sentence', () => {
    expect(() => measuredWall(readings([[0, 30]]))).toThrow(/two girths/)
    expect(() =>
      measuredWall(
        readings([
          [5, 30],
          [5, 31],
        ]),
      ),
    ).toThrow(/different height/)
    expect(() =>
      measuredWall(
        readings([
          [0, 30],
          [10, 45],
        ]),
        'side',
      ),
    ).toThrow(/changes more than the wall is long/)
    expect(() =>
      measuredWall([
        { height: 0, girth: 0 },
        { height: 10, girth: 30 },
      ]),
    ).toThrow(/girth of zero/)
  })
  it('a length along the wall and back is the same height', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 70 }),
        fc.integer({ min: 10, max: 70 }),
        fc.integer({ min: 10, max: 70 }),
        fc.integer({ min: -40, max: 40 }),
        (a, b, c, along) => {
          const wall = measuredWall(
            readings([
              [0, a],
              [60, b],
              [120, c],
            ]),
          )
          const z = heightAlong(wall, 60, along)
          expect(z >= 60 ? meridianLength(wall, 60, z) : -meridianLength(wall, z, 60)).toBeCloseTo(along, 6)
        },
      ),
    )
  })
  it('is found past the ends of a ball as well: arc length is the angle times the radius', () => {
    const ball = ballWall(40, -35, 35)
    for (const along of [-48, -42, 42, 48]) expect(heightAlong(ball, 0, along)).toBeCloseTo(40 * Math.sin(along / 40), 4)
    // Near the pole the wall turns too sharply for one stretch of it to be told so finely.
    for (const along of [-55, 55]) expect(heightAlong(ball, 0, along)).toBeCloseTo(40 * Math.sin(along / 40), 1)
  })
})

describe('a flat sheet on the wall', () => {
  const place = { middle: 75, width: 90, height: 60 }
  it('on a cylinder lies flat, straight or not', () => {
    const wall = straightWall(150, 40, 40)
    expect(fitSheet(wall, place, 'straight').worst).toBeCloseTo(0, 12)
    expect(fitSheet(wall, place, 'arc')).toMatchObject({ arc: null })
  })
  it('a cone is developed: R 44, r 30, h 150 gives radii 473.477 and 322.826 and 33.4546° all round (value from memory)', () => {
    const wall = straightWall(150, 30, 44)
    const slant = Math.hypot(150, 14)
    const round = fitSheet(wall, { middle: 75, width: girth(37), height: slant }, 'arc')
    expect(slant).toBeCloseTo(150.652, 3)
    expect(round.worst).toBeCloseTo(0, 6)
    expect(round.arc!.upper).toBeCloseTo(473.477, 3)
    expect(round.arc!.lower).toBeCloseTo(322.826, 3)
    expect(round.arc!.angle).toBeCloseTo(33.4546, 4)
  })
  it('a straight sheet on a cone is out by its width times the taper at each level', () => {
    const wall = straightWall(150, 30, 44)
    const { levels } = fitSheet(wall, place, 'straight')
    const sine = 14 / Math.hypot(150, 14)
    for (const l of levels) expect(l.excess).toBeCloseTo((-90 * l.along * sine) / 37, 9)
  })
  it('a ball\'s stencil has too much vinyl at both ends: w (1 − cos(s / R))', () => {
    const R = 45
    const { levels, worst } = fitSheet(ballWall(R, -40, 40), { middle: 0, width: 40, height: 50 }, 'straight')
    for (const l of levels) expect(l.excess).toBeCloseTo(40 * (1 - Math.cos(l.along / R)), 8)
    expect(worst).toBeCloseTo(40 * (1 - Math.cos(25 / R)), 8)
    // Shared between ends and middle, the best arc is out by half of that.
    expect(fitSheet(ballWall(R, -40, 40), { middle: 0, width: 40, height: 50 }, 'arc').worst).toBeCloseTo(worst / 2, 6)
  })
  it('an arc is never worse than a straight sheet', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 60 }),
        fc.integer({ min: 20, max: 60 }),
        fc.integer({ min: 20, max: 60 }),
        fc.integer({ min: 10, max: 60 }),
        (a, b, c, height) => {
          const wall = measuredWall(
            readings([
              [0, a],
              [70, b],
              [140, c],
            ]),
          )
          const at = { middle: 70, width: 50, height }
          expect(fitSheet(wall, at, 'arc').worst).toBeLessThanOrEqual(fitSheet(wall, at, 'straight').worst + 1e-6)
        },
      ),
    )
  })
  it('slits: none where it lies flat, as many as keep each flap inside the tolerance, clear of the art', () => {
    expect(reliefSlits(fitSheet(straightWall(150, 40, 40), place, 'straight'), 12.7, 0.5)).toEqual([])
    const bowl = fitSheet(ballWall(45, -40, 40), { middle: 0, width: 40, height: 50 }, 'straight')
    const slits = reliefSlits(bowl, 12.7, 0.5)
    expect(slits.map(s => s.edge)).toEqual(['lower', 'upper'])
    for (const s of slits) {
      expect(s.count).toBe(Math.ceil(bowl.worst / 0.5) - 1)
      expect(s.depth).toBeGreaterThan(0)
      expect(s.depth).toBeLessThanOrEqual(11.7)
    }
  })
  it('the largest art that a bowl takes just reaches the tolerance', () => {
    const wall = ballWall(45, -40, 40)
    const at = { middle: 0, width: 40, height: 50 }
    const scale = largestScale(wall, at, 'straight', 0.5)
    expect(fitSheet(wall, { ...at, width: 40 * scale, height: 50 * scale }, 'straight').worst).toBeCloseTo(0.5, 6)
    expect(largestScale(straightWall(150, 40, 40), at, 'straight', 0.5)).toBe(4)
  })
})
