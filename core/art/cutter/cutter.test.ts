import { describe, expect, it } from 'vitest'
import { boxRing, regionLength } from '../../basics/outline'
import { cutStencil, sheetHpgl } from '../sheet'
import { CUTTER_MATERIALS, CUTTER_PACE, estimate, readHpgl, testCut } from './index'

describe('a stand-in cutter', () => {
  it('draws what was sent: lengths, lifts and time', () => {
    const box = boxRing({ left: 0, top: 0, right: 40, bottom: 20 })
    const s = cutStencil([box], { border: 10, weedingGap: 0, arc: null, number: '', marks: true, slits: null })
    const job = readHpgl(sheetHpgl({ ...s }))
    const art = job.strokes.filter(x => x.pen === 1)
    expect(art).toHaveLength(1)
    expect(estimate({ strokes: art, unknown: [] }).cut).toBeCloseTo(regionLength([box]), 1)
    const whole = estimate(job)
    expect(whole.lifts).toBe(job.strokes.length)
    expect(whole.seconds).toBeCloseTo(whole.cut / CUTTER_PACE.cut + whole.travel / CUTTER_PACE.travel + whole.lifts * CUTTER_PACE.lift, 9)
    expect([whole.width, whole.height]).toEqual([expect.closeTo(60, 1), expect.closeTo(40, 1)])
  })
  it('reads relative moves, lower case and pens that stay down', () => {
    const { strokes } = readHpgl('in;sp2;pa;pu400,400;pd;pr 400,0 0,400;pu')
    expect(strokes).toEqual([{ pen: 2, points: Float64Array.of(10, 10, 20, 10, 20, 20) }])
  })
  it('names what it does not know, refuses what it cannot read', () => {
    expect(readHpgl('IN;VS20;LBhello;PU0,0;PD40,40;').unknown).toEqual(['VS', 'LB'])
    expect(() => readHpgl('IN;PD40;')).toThrow(/Instruction 2, PD/)
    expect(() => readHpgl('<svg/>')).toThrow(/Instruction 1 is no HP-GL/)
  })
})

describe('a test cut of a small letter', () => {
  it('too shallow or too light is not through, too deep goes into the backing, between them it is right', () => {
    expect(testCut('permanent-vinyl', 0.05, 150).result).toBe('not through')
    expect(testCut('permanent-vinyl', 0.05, 150).advice).toMatch(/stand out farther/)
    expect(testCut('permanent-vinyl', 0.1, 30)).toMatchObject({ result: 'not through', advice: expect.stringMatching(/press harder/) })
    expect(testCut('permanent-vinyl', 0.1, 100).result).toBe('through')
    expect(testCut('permanent-vinyl', 0.3, 300)).toMatchObject({
      result: 'cut into backing',
      advice: expect.stringMatching(/stand out less/),
    })
    expect(testCut('permanent-vinyl', 0.5, 250).advice).toMatch(/Press less/)
  })
  it('every material can be cut right by somebody who tries', () => {
    for (const m of CUTTER_MATERIALS) {
      const tries = [0.06, 0.08, 0.1, 0.12, 0.5, 0.52, 0.7].flatMap(depth =>
        [40, 60, 80, 120, 300, 400].map(force => testCut(m.id, depth, force).result),
      )
      expect(new Set(tries), m.text).toEqual(new Set(['not through', 'through', 'cut into backing']))
    }
  })
})
