import { describe, expect, it } from 'vitest'
import { v7 } from 'uuid'
import { BLANK_PLAN, fieldAt, jobOf, jobSchema, joined, passOf, planIn, planOf, planSchema, planWithin } from './jobs'
import { artOfPiece, jobStatus, jobWords, owed, passTitle, passWords, ready } from './passes'
import type { JobForm, PlanForm } from './jobs'
import { fieldErrors } from './fields'
import { groundOf } from './placements'
import { factsOfArts } from './recipe'

const art = { artWidth: '60', artHeight: '45', openFraction: '35 %' }
const plan: PlanForm = {
  ...BLANK_PLAN,
  ...planOf(art),
  customer: 'Rowing club',
  dueOn: '2030-06-01',
  noun: 'tumbler',
  pieces: '4',
  height: '110',
  girth: '241',
  lotId: v7(),
}
const ids = () => ({ set: v7(), pass: v7() })
const twoPasses = (): JobForm => {
  const job = jobOf(plan, ids())
  job.sets[0]!.passes.push({ id: v7(), ...passOf({ ...plan, ...planOf({ ...art, artWidth: '20' }) }), border: '5' })
  return job
}

describe('one pass of a job', () => {
  it('read from a job of one set it is what was written, and reads the same as by itself', () => {
    const job = jobOf(plan, ids())
    expect(planIn(jobSchema('mm').parse(job), 0, 0)).toEqual(planSchema('mm').parse(plan))
    expect(() => planIn(jobSchema('mm').parse(job), 0, 1)).toThrow(RangeError)
  })
  it('as one form it writes each entry where it belongs', () => {
    const job = twoPasses()
    const second = planWithin(job, 0, 1)
    expect(second.placements[0]!.artWidth).toBe('20')
    Object.assign(second, { customer: 'Harbour', noun: 'beaker', border: '6', answers: { ...second.answers, food: 'inside' } })
    expect([job.customer, job.sets[0]!.noun, job.sets[0]!.passes.map(p => p.border)]).toEqual(['Harbour', 'beaker', ['', '6']])
    expect(planWithin(job, 0, 0)).toMatchObject({ customer: 'Harbour', noun: 'beaker', border: '', answers: { food: 'inside' } })
    expect(Object.keys(second).sort()).toEqual(Object.keys(plan).sort())
  })
  it('its fields stand in the job\'s errors where they were entered', () => {
    const job = { ...twoPasses(), customer: '' }
    Object.assign(job.sets[0]!, { girth: '1e9' })
    Object.assign(job.sets[0]!.passes[1]!, { border: '900 mm', schools: { ...BLANK_PLAN.schools, care: 'pray' } })
    const found = Object.keys(fieldErrors(jobSchema('mm').safeParse(job).error!))
    expect(found.sort()).toEqual(['customer', 'girth', 'border', 'schools.care'].map(name => fieldAt(name, 0, 1)).sort())
  })
})

describe('two passes that could be one', () => {
  const girth = 241
  const ground = groundOf({ surface: 'cylinder', height: 110, girth, keepOut: [] }, null, null)
  const at = (where: string, change: Partial<PlanForm> = {}) =>
    planSchema('mm').parse({ ...plan, ...planOf({ ...art, artWidth: '40', anchor: 'seam', at: where }), ...change })
  it('are those that differ in their art only, with no border over another', () => {
    const both = joined(at('60 mm'), at('180 mm'), ground, 12.7)
    expect(both!.placements.map(p => p.at.value)).toEqual([60, 180])
    expect(both).toMatchObject({ resist: plan.resist, pieces: 4 })
    // 40 mm of art and its borders are 65.4 mm wide: side by side up to there.
    expect(joined(at('60 mm'), at('125 mm'), ground, 12.7)).toBeNull()
    expect(joined(at('60 mm'), at('126 mm'), ground, 12.7)).not.toBeNull()
    for (const change of [{ lotId: v7() }, { resist: 'soft-vinyl' as const }, { border: '20' }, { coaters: '2' as const }])
      expect(joined(at('60 mm'), at('180 mm', change), ground, 12.7)).toBeNull()
    const twelve = at('60 mm', { placements: Array.from({ length: 12 }, () => plan.placements[0]!) })
    expect(joined(twelve, at('180 mm'), ground, 0)).toBeNull()
  })
})

describe('names of the pieces', () => {
  const names = (text: string, pieces = '4') => planSchema('mm').safeParse({ ...plan, names: text, pieces })
  it('come one a line or parted by commas; a single letter is a name too', () => {
    expect(names('Ada\n Bo ,C;\n\n').data!.names).toEqual(['Ada', 'Bo', 'C'])
    expect(names('').data!.names).toEqual([])
  })
  it('more than pieces, or one that is too long, is said', () => {
    expect(fieldErrors(names('a,b,c', '2').error!).names).toMatch(/3 names for 2 pieces/)
    expect(fieldErrors(names('x'.repeat(41)).error!).names).toMatch(/under 40 letters/)
  })
})

describe('art of single pieces', () => {
  const art = (widest: number, pieces: number, mirrored = false) => ({
    d: '',
    width: 1,
    height: 1,
    widest,
    pieces,
    cutLength: 100,
    mirrored,
  })
  it('a plan goes by the largest opening and the parts of an average one; nothing is said of all where some are mirrored', () => {
    expect(factsOfArts([art(3, 2), null, art(5, 6)])).toEqual({ widest: 5, pieces: 4, cutLength: 100, mirrored: false })
    expect(factsOfArts([art(3, 2), art(5, 6, true)])!.mirrored).toBeUndefined()
    expect(factsOfArts([null])).toBeNull()
  })
  it('a piece without its own has the common one', () => {
    const [common, own] = [art(1, 1), art(2, 2)]
    expect([1, 2, 3].map(n => artOfPiece({ art: common, arts: [null, own] }, n))).toEqual([common, own, common])
  })
})

describe('where passes and jobs stand', () => {
  const pass = { setId: 'a', noun: 'tumbler', pieces: 4, done: [] as number[], customer: 'Club', no: 1, of: 1 }
  it('owed are the numbers that are not through', () => {
    expect(owed({ pieces: 4, done: [2, 4] })).toEqual([1, 3])
    expect(owed({ pieces: 2, done: [1, 2] })).toEqual([])
  })
  it('those may begin that are through the pass before', () => {
    const before = { id: 'a', status: 'planned' as const, done: [2, 3] }
    expect(ready({ pieces: 4, done: [3], before })).toEqual([2])
    expect(ready({ pieces: 2, done: [], before: null })).toEqual([1, 2])
  })
  it('in words', () => {
    expect(passTitle(pass)).toBe('4 tumblers for Club')
    expect(passTitle({ ...pass, done: [1], of: 2 })).toBe('3 of 4 tumblers for Club, pass 1 of 2')
    expect(passWords({ ...pass, no: 2, of: 2 })).toBe('4 tumblers, pass 2 of 2')
    const carafe = { setId: 'b', noun: 'carafe', pieces: 1 }
    expect(jobWords([pass, { ...pass, no: 2 }, carafe])).toBe('4 tumblers and 1 carafe')
    expect(jobWords([pass, carafe, { setId: 'c', noun: 'jar', pieces: 2 }])).toBe('4 tumblers, 1 carafe and 2 jars')
  })
  it.each([
    [['planned', 'running', 'done'], 'running'],
    [['done', 'planned'], 'planned'],
    [['done', 'dropped'], 'done'],
    [['dropped', 'dropped'], 'dropped'],
  ] as const)('a job of %j is %s', (passes, status) => expect(jobStatus(passes.map(s => ({ status: s })))).toBe(status))
})
