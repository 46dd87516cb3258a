import { describe, expect, it } from 'vitest'
import { FOUR_TUMBLERS } from '../../bench/run/testing.test-support'
import { planRecipe } from '../recipe'
import { ownSeconds, ownTimes, withOwnTimes } from './index'
import type { StepSample } from './index'

const took = (...times: number[]): StepSample[] => times.map(t => ({ step: 'clean', usual: 240, took: t }))

describe('what steps take at this studio', () => {
  it('is the median against the step list, whatever was lunch', () => {
    expect(ownTimes(took(300, 360, 360, 420, 480, 5400)).clean).toEqual({ ratio: 1.625, interval: [1.25, 22.5], runs: 6 })
  })
  it('is not told from five', () => {
    expect(ownTimes(took(300, 360, 360, 420, 480))).toEqual({})
  })
  it('leaves out what was ticked later: nobody cleans four tumblers in two seconds', () => {
    expect(ownTimes(took(300, 360, 360, 420, 480, 2, 20))).toEqual({})
    expect(ownTimes(took(300, 360, 360, 420, 480, 24)).clean?.runs).toBe(6)
  })
  it('stretches a plan four times at most, and shortens it to a quarter', () => {
    const six = (sample: StepSample) => Array.from({ length: 6 }, () => sample)
    const own = ownTimes([...six({ step: 'clean', usual: 240, took: 9000 }), ...six({ step: 'dry', usual: 80, took: 9 })])
    expect(ownSeconds(own, 'clean', 100)).toBe(400)
    expect(ownSeconds(own, 'dry', 100)).toBe(25)
    expect(ownSeconds(own, 'peel', 100)).toBe(100)
  })
  it('keeps what is usual beside the step, so that the next run is not measured against itself', () => {
    const step = planRecipe(FOUR_TUMBLERS).plan!.steps.find(s => s.id === 'clean')!
    const own = ownTimes(took(360, 360, 360, 360, 360, 360))
    expect(withOwnTimes([step], own)).toMatchObject([{ seconds: 360, usual: 240 }])
    expect(withOwnTimes([{ ...step, id: 'peel' }], own)[0]).not.toHaveProperty('usual')
  })
})
