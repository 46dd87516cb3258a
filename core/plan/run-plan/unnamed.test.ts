import { describe, expect, it } from 'vitest'
import { ONE_MIRROR } from '../../bench/run/testing.test-support'
import { planRecipe } from '../recipe'
import { unnamed } from './index'

describe('a plan whose customer asks to be forgotten', () => {
  it('has no name left, not in the words of its steps either, and is the same plan otherwise', () => {
    const named = planRecipe({ ...ONE_MIRROR, pieces: 3, names: ['Ada', '', '7'], looks: ['graphics', 'solid', 'solid'] }).plan!
    expect(JSON.stringify(named)).toMatch(/Mirror 1, Ada.*mirror 3, 7/)
    const forgotten = unnamed(named)
    expect(JSON.stringify(forgotten)).not.toMatch(/Ada|mirror 3, 7/)
    expect(forgotten).not.toHaveProperty('names')
    expect(forgotten).toMatchObject({ pieces: 3, dwell: named.dwell, windows: named.windows })
    expect(forgotten.steps.map(s => s.seconds)).toEqual(named.steps.map(s => s.seconds))
  })
})
