import { describe, expect, it } from 'vitest'
import { MM_PER_INCH } from '../../basics/units'
import { ballWall, measuredWall, straightWall, wallArea } from '../vessel'
import {
  batchSpread,
  seamGap,
  borderAt,
  judgePlace,
  LEAST_BORDER,
  paneArea,
  paneClash,
  paneProblem,
  paneProblems,
  placeWords,
  presetReadings,
  PRESETS,
  usualSurface,
  zoneClass,
  zones,
} from './index'

describe('zones', () => {
  it('a straight wall is a cylinder, a tapered one a cone, a bowl double curved', () => {
    expect(zoneClass(straightWall(150, 40, 40), 75, 60)).toBe('cylinder')
    expect(zoneClass(straightWall(150, 30, 44), 75, 60)).toBe('cone')
    expect(zoneClass(ballWall(45, -40, 40), 0, 40)).toBe('double curved')
    // A stencil low enough does not notice the bowl.
    expect(zoneClass(ballWall(45, -40, 40), 0, 3)).toBe('cylinder')
  })
})

it('a blank counts in a plan as its middle third does', () => {
  const goblet = measuredWall(presetReadings('goblet', 110, 240))
  expect([usualSurface(straightWall(150, 40, 40), 75), usualSurface(straightWall(150, 30, 44), 75), usualSurface(goblet, 55)]).toEqual([
    'cylinder',
    'taper',
    'bowl',
  ])
})

describe('presets', () => {
  it.each(PRESETS.map(p => [p.id]))('%s has the height and girth it was asked for, and makes a wall', (id) => {
    const readings = presetReadings(id, 120, 240)
    expect(readings[0]!.height).toBe(0)
    expect(readings.at(-1)!.height).toBe(120)
    expect(Math.max(...readings.map(r => r.girth))).toBeCloseTo(240, 9)
    expect(wallArea(measuredWall(readings), 0, 120)).toBeGreaterThan(0)
  })
})

describe('a place on the wall', () => {
  const art = { width: 60, height: 45 }
  it('on a cylinder: straight, no slit', () => {
    const verdict = judgePlace(straightWall(110, 38.4, 38.4), 55, art, 12.7, 0.5)
    expect(verdict).toMatchObject({ zone: 'cylinder', cut: 'straight', slits: [], largest: null })
    expect(placeWords(verdict)).toBe('Lies flat cut straight.')
  })
  it('on a tapered tumbler: cut as an arc', () => {
    const verdict = judgePlace(straightWall(110, 30, 42), 55, art, 12.7, 0.5)
    expect(verdict).toMatchObject({ zone: 'cone', cut: 'arc', slits: [] })
    expect(verdict.straight.worst).toBeGreaterThan(0.5)
    expect(verdict.arc.worst).toBeCloseTo(0, 6)
    expect(placeWords(verdict)).toBe('Lies flat cut as an arc.')
  })
  it('on a bowl: small designs only (common practice)', () => {
    const bowl = ballWall(40, -35, 35)
    const large = judgePlace(bowl, 0, art, 12.7, 0.5)
    expect(placeWords(large)).toMatch(/^Wrinkles: .* mm out at its edge even cut as an arc. Art up to \d+ % of this size/)
    const small = judgePlace(bowl, 0, { width: 20, height: 16 }, 12.7, 0.5)
    expect(placeWords(small)).toMatch(/^Lies flat cut straight, with \d+ slits? \d+ mm deep in the lower edge and/)
    expect(large.largest).toBeLessThan(1)
  })
})

describe('a batch', () => {
  it('9 1/2 in against 9 1/4 in: art for the one does not meet on the other (common practice)', () => {
    const girths = [9.5, 9.5, 9.25].map(x => x * MM_PER_INCH)
    const spread = batchSpread(girths, 9.5 * MM_PER_INCH, 1, 'in')
    expect(spread.misfits).toEqual([{ piece: 3, girth: 9.25 * MM_PER_INCH, gap: expect.closeTo(-0.25 * MM_PER_INCH, 9) }])
    expect(spread.sentence.replaceAll('\u00a0', ' ')).toMatch(
      /The pieces are 9 1\/4 in to 9 1\/2 in round. The art will not meet: on piece 3 it overlaps by 1\/4 in/,
    )
  })
  it('says nothing of seams where the art does not go round', () => {
    expect(batchSpread([240, 241.2, 239], null, 1).misfits).toEqual([])
    expect(batchSpread([240, 240], 240, 1).sentence).toMatch(/^Every piece is 240\smm round\.$/)
    expect(batchSpread([240, 244], 240, 1).sentence).toMatch(/on piece 2 it leaves a gap of 4\smm/)
    expect([241, 240.8, 238].map(girth => seamGap(240, girth, 1))).toEqual([0, 0, -2])
  })
})

describe('zones of a whole wall', () => {
  it('a flask is straight, then curved at the shoulder, then straight at the neck', () => {
    const wall = measuredWall(presetReadings('flask', 200, 280))
    const found = zones(wall)
    expect([found[0]!.zone, found.at(-1)!.zone]).toEqual(['cylinder', expect.stringMatching(/cylinder|cone|double/)])
    expect(found.some(z => z.zone === 'double curved')).toBe(true)
    expect(found[0]!.from).toBe(wall.from)
    expect(found.at(-1)!.to).toBeCloseTo(wall.to, 9)
    found.slice(1).forEach((z, i) => expect(z.from).toBeCloseTo(found[i]!.to, 9))
  })
  it('a straight and a tapered wall are one zone each', () => {
    expect(zones(straightWall(150, 40, 40))).toEqual([{ from: 0, to: 150, zone: 'cylinder' }])
    expect(zones(straightWall(150, 30, 44)).map(z => z.zone)).toEqual(['cone'])
  })
})

describe('the border that a curve takes', () => {
  it('is the house\'s on a can, less on a ball, never under the least', () => {
    expect(borderAt(straightWall(150, 40, 40), 75, { width: 40, height: 40 }, 'straight', 12.7, 0.5)).toBe(12.7)
    const ball = ballWall(45, -40, 40)
    const some = borderAt(ball, 0, { width: 20, height: 14 }, 'arc', 12.7, 0.5)
    expect(some).toBeGreaterThan(LEAST_BORDER)
    expect(some).toBeLessThan(12.7)
    expect(borderAt(ball, 0, { width: 60, height: 60 }, 'arc', 12.7, 0.5)).toBe(LEAST_BORDER)
  })
})

describe('a flat pane', () => {
  const pane = {
    width: 300,
    height: 200,
    thickness: 4,
    holes: [
      { x: 20, y: 20, across: 10 },
      { x: 280, y: 20, across: 10 },
    ],
  }
  it('has the area of its face less its holes', () => {
    expect(paneArea(pane)).toBeCloseTo(60_000 - 2 * Math.PI * 25, 6)
    expect(paneProblem(pane)).toBeNull()
  })
  it('holes over the edge or into each other are refused', () => {
    expect(paneProblem({ ...pane, holes: [{ x: 3, y: 20, across: 10 }] })).toMatch(/Hole 1 lies over the edge/)
    expect(
      paneProblem({
        ...pane,
        holes: [
          { x: 30, y: 20, across: 10 },
          { x: 36, y: 20, across: 10 },
        ],
      }),
    ).toMatch(/Holes 1 and 2/)
  })
  it('a stencil is kept off edges and holes, turned or not', () => {
    const at = (x: number, y: number, turn = 0) => paneProblems(pane, { x, y, width: 100, height: 60, turn })
    expect(at(150, 100)).toEqual([])
    expect(at(40, 100)).toEqual([expect.stringMatching(/over the edge/)])
    // 4 mm of glass: 8 mm are kept clear of the hole.
    expect(at(82, 50)).toEqual([expect.stringMatching(/reaches a hole/)])
    expect(at(84, 60)).toEqual([])
    expect([at(64, 50).length, at(64, 50, 90).length]).toEqual([1, 0])
  })
  it('two stencils on it touch or do not, turned ones by their corners', () => {
    const at = (x: number, turn = 0) => ({ x, y: 100, width: 60, height: 60, turn })
    expect([
      paneClash(at(60), at(120)),
      paneClash(at(60), at(121)),
      paneClash(at(60), at(130, 45)),
      paneClash(at(60), at(133, 45)),
    ]).toEqual([true, false, true, false])
  })
})
