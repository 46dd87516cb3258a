import { describe, expect, it } from 'vitest'
import { planRecipe } from '../../plan/recipe'
import { DEFAULT_HOUSE_RULES } from '../../trade/house'
import { FAULTS, summarise, tagsOf } from '../run'
import type { FaultId, RunEvent } from '../run'
import { bench, changed, FOUR_TUMBLERS, ONE_MIRROR, TWO_TAGS } from '../run/testing.test-support'
import { causesOf, causeWords, dryAt, evidenceWords, lookFacts, nextTime, remediesOf, strengthOf, temptsToCoat } from './index'

const rules = DEFAULT_HOUSE_RULES
const planOf = (change: Parameters<typeof changed>[1] = {}) => planRecipe(changed({ ...FOUR_TUMBLERS, pieces: 1 }, change)).plan!
type Part = Parameters<ReturnType<typeof bench>['send']>[0]

interface Lived {
  change?: Parameters<typeof changed>[1]
  /** s */
  coat?: number
  /** s past its best time */
  over?: number
  during?: Part[]
}
/** One tumbler, coated and taken off as told, on the rack for ten minutes. */
function lived({ change = {}, coat, over = 0, during = [] }: Lived = {}) {
  const b = bench(planOf(change)).atEtch()
  b.send({ kind: 'coat.started', piece: 1 })
  b.wait(coat ?? b.plan.hands.coat)
  b.send({ kind: 'coat.covered', piece: 1 })
  for (const part of during) b.send(part)
  b.wait(b.plan.dwell.best + over)
  const early = over < 0 ? { why: 'hands' as const, reason: '' } : {}
  b.send({ kind: 'etchant.off', piece: 1, ...early })
  b.send({ kind: 'piece.rinsed', piece: 1 })
  b.send({ kind: 'etchant.measured', putOut: 4, back: 1 })
  b.upTo('neutralise')
  b.send({ kind: 'bicarbonate.added', grams: 15 })
  b.send({ kind: 'step.done', step: 'neutralise' })
  b.upTo('look').wait(600)
  return b
}
const first = (fault: FaultId, of: Lived) => {
  const b = lived(of)
  return causesOf(fault, lookFacts(b.plan, b.state(), 1, b.now), rules)[0]!
}
const mishap = (why: 'thin' | 'spilled' | 'crept' | 'bubble'): Part => ({ kind: 'piece.mishap', piece: 1, why, spot: 'left', reason: '' })

describe('when a piece is dry', () => {
  it('once it has rested as long as the house says, from when it came on the rack', () => {
    const b = lived()
    const racked = b.now - 600_000
    expect(dryAt(b.plan, b.state(), 1, 3600)).toBe(racked + 3_600_000)
    expect(lookFacts(b.plan, b.state(), 1, b.now).rested).toBe(600)
  })
  it('nothing is said of one that is not on the rack yet', () => {
    const b = bench(planOf()).atEtch()
    expect(dryAt(b.plan, b.state(), 1, 3600)).toBeNull()
  })
})

describe('likely causes', () => {
  it('what was entered at the bench comes before what the clock says', () => {
    const cause = first('crept', { over: 1800, during: [mishap('crept')] })
    expect([cause.id, cause.evidence[0]]).toEqual(['lifted-edge', { code: 'seen', mishap: 'crept', spot: 'left' }])
    expect(first('crept', { over: 1800 })).toMatchObject({ id: 'too-long', evidence: [{ code: 'over' }] })
  })
  it('a coat in a hurry, one that took its time, a late and an early rinse, each by its numbers', () => {
    expect(first('thin', { coat: 5 })).toMatchObject({ id: 'thin-coat', evidence: [{ code: 'coat-fast', took: 5 }] })
    const slow = expect.arrayContaining([{ code: 'spread', seconds: 240 }])
    expect(first('bands', { coat: 240 })).toMatchObject({ id: 'uneven-coat', evidence: slow })
    expect(first('weak', { over: -200 })).toMatchObject({ id: 'too-short', evidence: [{ code: 'short', seconds: expect.any(Number) }] })
    const late = lived({ over: 1800 })
    const { overBy } = summarise(late.plan, late.state()).pieces[0]!
    expect(first('soft', { over: 1800 }).evidence[0]).toEqual({ code: 'over', seconds: overBy })
  })
  it('a coat of a second is a button pressed twice, and says nothing', () => {
    expect(first('thin', { coat: 1 }).evidence).toEqual([])
  })
  it('an old bottle and a cold bench are known from the plan; a scrap that frosted weakly says more', () => {
    const old = { lot: { ...FOUR_TUMBLERS.lot, openDays: 400 } }
    const weak = causesOf('weak', { ...lookFacts(planOf(old), lived().state(), 1, 0), tried: 'weak' }, rules)
    expect(weak[0]).toMatchObject({
      id: 'old-lot',
      evidence: [
        { code: 'tried', result: 'weak' },
        { code: 'old', days: 400 },
      ],
    })
    const faded = causesOf('weak', { ...lookFacts(planOf(), lived().state(), 1, 0, 0.7) }, rules)[0]!
    expect(faded).toEqual({ id: 'old-lot', evidence: [{ code: 'faded', share: 0.7 }] })
    expect(evidenceWords(faded.evidence[0]!, 'mm')).toBe('By its coupons it etches at 70 % of its first rate.')
    expect(first('weak', { change: { temperature: 9 } })).toMatchObject({ id: 'cold', evidence: [{ code: 'cold', temperature: 9 }] })
  })
  it('a narrow bridge, slits near the art, and what a picture measured', () => {
    const b = lived()
    const facts = lookFacts(b.plan, b.state(), 1, b.now)
    const of = (fault: FaultId, change: object, basis: object = {}) =>
      causesOf(fault, { ...facts, ...change, basis: { ...facts.basis!, ...basis } }, rules)[0]!
    const frost = {
      placement: 0,
      contrast: 41,
      mottle: 1,
      graininess: 1,
      raggedness: 0.1,
      blur: 0.2,
      offset: 0.02,
      outside: 0,
      missing: 0,
      scale: 20,
      card: 20,
      photo: null,
    }
    expect(of('crept', {}, { bridge: 0.6, slitGap: 1 })).toEqual({
      id: 'lifted-edge',
      evidence: [
        { code: 'bridge', width: 0.6 },
        { code: 'slit', gap: 1 },
      ],
    })
    expect(of('crept', {}, { bridge: 1.4, slitGap: 6 }).evidence).toEqual([])
    // Crept all round it stood too long; in one place an edge was up.
    expect(of('crept', { frost: { ...frost, offset: 0.3, outside: 12 } })).toEqual({
      id: 'too-long',
      evidence: [{ code: 'edges-out', by: 0.3 }],
    })
    expect(of('crept', { frost: { ...frost, outside: 12 } })).toEqual({
      id: 'lifted-edge',
      evidence: [{ code: 'frost-outside', area: 12 }],
    })
    expect(of('soft', { frost: { ...frost, offset: 0.3 } }).id).toBe('too-long')
    for (const code of [
      { code: 'bridge', width: 0.6 },
      { code: 'edges-out', by: 0.3 },
    ] as const)
      expect(evidenceWords(code, 'mm')).toMatch(/0\.[36]/)
  })
  it('a drip pushed back is no moving; a swirl is', () => {
    const b = lived()
    const bands = (cares: ('drip' | 'swirl')[]) => causesOf('bands', { ...lookFacts(b.plan, b.state(), 1, b.now), cares }, rules)
    expect(bands(['drip', 'drip']).find(c => c.id === 'moved')!.evidence).toEqual([])
    expect(bands(['drip', 'swirl'])[0]).toEqual({ id: 'moved', evidence: [{ code: 'cares', times: 1 }] })
  })
  it('where nothing in the run speaks for any, the usual ones stand in their usual order', () => {
    const b = lived()
    const causes = causesOf('crept', lookFacts(b.plan, b.state(), 1, b.now), rules)
    expect(causes.map(c => c.id)).toEqual(['lifted-edge', 'too-long', 'sideways', 'seeps'])
    expect(causes.every(c => c.evidence.length === 0)).toBe(true)
  })
  it('each method has causes of its own, all in words; blotches before it is dry may be damp', () => {
    for (const plan of [planOf(), planRecipe(TWO_TAGS).plan!, planRecipe(ONE_MIRROR).plan!]) {
      const facts = lookFacts(plan, bench(plan).state(), 1, 0)
      for (const { id } of FAULTS) {
        const causes = causesOf(id, facts, rules)
        expect(causes.length, `${plan.method} ${id}`).toBeGreaterThan(0)
        for (const c of causes) expect(causeWords(c.id).length + nextTime(c.id).length).toBeGreaterThan(20)
        expect(remediesOf(id).length).toBeGreaterThan(1)
      }
      const ids = FAULTS.flatMap(f => causesOf(f.id, facts, rules).map(c => c.id))
      expect(ids.includes('spent-grit')).toBe(plan.method === 'blast')
      expect(ids.includes('thin-coat')).toBe(plan.method !== 'blast')
    }
    expect(first('blotchy', {})).toMatchObject({ id: 'damp', evidence: [{ code: 'damp', seconds: 600 }] })
  })
  it('evidence is told with its numbers', () => {
    const words = (e: Parameters<typeof evidenceWords>[0]) => evidenceWords(e, 'mm').replaceAll('\u00a0', ' ')
    expect(words({ code: 'seen', mishap: 'thin', spot: 'left' })).toBe('Entered at the bench: a thin spot, left.')
    expect(words({ code: 'coat-fast', took: 20, planned: 48 })).toBe('Coated in 20 s; 48 s were planned.')
    expect(words({ code: 'over', seconds: 130 })).toBe('2 min 10 s past its window.')
    expect(strengthOf({ code: 'skipped', step: 'clean' })).toBe('entered')
  })
  it('a faint spot is never to be coated again, and nobody is told so of blasting', () => {
    const tempts = [temptsToCoat('thin', 'cream'), temptsToCoat('thin', 'blast'), temptsToCoat('crept', 'cream')]
    expect(tempts).toEqual([true, false, false])
  })
})

describe('tags of a closed run', () => {
  it('say what it was made with, what came out and what was seen, each once', () => {
    const b = lived({ over: 1800 })
    b.send({ kind: 'piece.judged', piece: 1, result: 'usable', faults: ['soft', 'too-long'], note: '' })
    expect(tagsOf(b.plan, summarise(b.plan, b.state()), 'l1', 'p1')).toEqual([
      'method:cream',
      'substrate:soda-lime',
      'resist:permanent-vinyl',
      'school:label',
      'lot:l1',
      'person:p1',
      'late',
      'fault:soft',
      'fault:too-long',
      'result:usable',
    ])
  })
})

describe('a judgement as it is kept', () => {
  const judged = (more: object) => {
    const b = lived()
    b.send({ kind: 'piece.judged', piece: 1, result: 'usable', faults: ['thin'], note: '', ...more } as Part & Pick<RunEvent, 'kind'>)
    return summarise(b.plan, b.state()).pieces[0]!
  }
  it('marks, what is done with it, and that it was early go to the log; old entries have none of them', () => {
    const marks = [{ fault: 'thin' as const, at: 190, middle: 62 }]
    expect(judged({ marks, remedy: 'leave', early: true })).toMatchObject({ marks, remedy: 'leave', judgedEarly: true })
    expect(Object.keys(judged({}))).not.toEqual(expect.arrayContaining(['marks']))
  })
})
