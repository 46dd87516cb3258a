import { describe, expect, it } from 'vitest'
import { v7 } from 'uuid'
import type { ArtFigures } from '#core/art/art-report'
import { planSchema } from './jobs'
import { planOfStencils } from './named'

const figures = (change: Partial<ArtFigures>): ArtFigures => ({
  width: 60, height: 14, openArea: 210, cutLength: 300, pieces: 4, islands: 0, outline: '', ...change,
  narrowestBridge: null, narrowestOpening: change.narrowestOpening ?? 1.25,
})

describe('a piece for each stencil', () => {
  const arts = [
    { id: v7(), name: 'Ada', figures: figures({}) },
    { id: v7(), name: 'Bo, the elder', figures: figures({ width: 82, openArea: 400, narrowestOpening: 0.9 }) },
  ]
  it('has as many pieces, called as they are, each with its own; its size is that of the largest, its detail the finest', () => {
    const plan = planOfStencils(arts)
    expect(plan).toMatchObject({ pieces: '2', names: 'Ada\nBo the elder' })
    expect(plan.placements).toMatchObject([{ artworkIds: arts.map(a => a.id), artWidth: '82 mm', artHeight: '14 mm', finest: '0.9 mm' }])
    const read = planSchema('in').safeParse({ ...plan, customer: 'x y', dueOn: '2030-01-01' })
    // What the piece is and what it is etched with has still to be said, and nothing else.
    expect(new Set(read.error!.issues.map(i => i.path[0]))).toEqual(new Set(['noun', 'height', 'girth', 'lotId']))
  })
  it('one is a plan with that stencil, none a blank one', () => {
    expect(planOfStencils(arts.slice(0, 1)).placements).toMatchObject([{ artworkId: arts[0]!.id, artworkIds: [] }])
    expect(planOfStencils([]).placements[0]!.artworkId).toBe('')
  })
})
