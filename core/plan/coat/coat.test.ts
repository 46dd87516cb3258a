import { describe, expect, it } from 'vitest'
import { DEFAULT_HOUSE_RULES } from '../../trade/house'
import {
  coatFigure, coatRate, coatSeconds, netCreamFigure, NO_PACES, paceOf, recoveredFigure, recoveredOf, suggestTool,
} from './index'

const rules = DEFAULT_HOUSE_RULES
const coat = (seconds: number, cm2: number) => ({ seconds, area: cm2 * 100 })

describe('the pace of a studio', () => {
  const five = [coat(20, 10), coat(30, 20), coat(60, 50), coat(30, 10), coat(400, 10)]
  it('is the median over the time that goes with the area: one phone call does not move it', () => {
    // 10/10, 20/20, 50/50, 20/10 and 390/10 s a cm².
    expect(paceOf(five, 10)).toEqual({ rate: 1, pieces: 5 })
  })
  it('is not spoken of under five coats; a button pressed twice is no coat', () => {
    expect(paceOf(five.slice(1), 10)).toBeNull()
    expect(paceOf([...five.slice(1), coat(10, 30), coat(11, 0)], 10)).toBeNull()
  })
  it('takes the place of the house rule for its own tool, and says so', () => {
    const paces = { ...NO_PACES, brush: { rate: 0.8, pieces: 12 } }
    expect(coatRate(rules, 'brush', paces)).toMatchObject({ rate: 0.8, own: true, label: expect.stringMatching(/your own/) })
    expect(coatRate(rules, 'wide', paces)).toMatchObject({ rate: 0.15, own: false, label: expect.stringMatching(/house rule/) })
    expect(coatSeconds(10_000, rules, { paces })).toBe(10 + 80)
    const figure = coatFigure(10_000, rules, { tool: 'brush', hands: 1, paces }, false)
    expect(figure.inputs.at(-1)).toMatchObject({ value: 0.8, unit: 's/cm2', source: { cite: 'median of 12 coats in the log' } })
  })
})

describe('the tool', () => {
  it('is a wide one for large flat pieces only (common practice)', () => {
    expect(suggestTool(40_000, true)).toBe('wide')
    expect(suggestTool(40_000, false)).toBe('brush')
    expect(suggestTool(5000, true)).toBe('brush')
  })
  it('poured, a panel of 600 cm² is covered in under two minutes; brushed, it takes five', () => {
    expect(coatSeconds(60_000, rules, { tool: 'wide' })).toBe(100)
    expect(coatSeconds(60_000, rules)).toBe(310)
  })
})

describe('what this studio puts back', () => {
  const run = (putOut: number, back: number) => ({ putOut, back })
  it('is the median share of what did not stay in the brush, from six measured runs on', () => {
    const five = [run(10.5, 8), run(10.5, 6), run(10.5, 7), run(20.5, 2), run(5.5, 4.5)]
    expect(recoveredOf(five, 0.5)).toBeNull()
    // Shares 0.8, 0.6, 0.7, 0.1, 0.9 and 0.75: the spilled run moves nothing.
    const six = recoveredOf([...five, run(4.5, 3)], 0.5)!
    expect(six).toEqual({ share: expect.closeTo(0.725, 9), interval: [0.1, expect.closeTo(0.9, 9)], runs: 6 })
    // Less put out than a brush holds says nothing, and more back than out was written the wrong way round.
    expect(recoveredOf([...five, run(0.4, 0)], 0.5)).toBeNull()
    expect(recoveredOf(Array.from({ length: 6 }, () => run(2, 9)), 0.5)!.share).toBe(1)
  })
  it('takes the place of the house rule in what a run costs, and says so', () => {
    const own = { share: 0.5, interval: [0.4, 0.6] as [number, number], runs: 9 }
    const back = recoveredFigure(10.5, { ...rules, toolLoss: 0.5 }, own)
    expect(back.value).toBe(5)
    expect(back.inputs.at(-1)).toMatchObject({ value: 0.5, source: { cite: 'median of 9 runs in the ledger' } })
    expect(netCreamFigure(10.5, 1, true, { ...rules, toolLoss: 0.5 }, own).value).toBe(5.5)
    expect(netCreamFigure(10.5, 1, false, { ...rules, toolLoss: 0.5 }, own).value).toBe(10.5)
  })
})
