import { describe, expect, it } from 'vitest'
import { CAUTIONS, DEFER } from '../safety'
import { describeSource } from '../../basics/source'
import { CREAM_DENSITY } from '../../plan/neutralise'
import { RULES } from '../house'
import { ETCHANT_KINDS, etchantKind, RESISTS, resistKind, SUBSTRATES, substrateKind } from './index'

describe('tables of the trade', () => {
  it('every row and every constant says where it comes from', () => {
    for (const { source } of [
      ...ETCHANT_KINDS,
      ...ETCHANT_KINDS.map(k => k.undercut),
      ...RESISTS,
      ...SUBSTRATES,
      ...RULES,
      CREAM_DENSITY,
      ...CAUTIONS,
    ]) {
      expect(['publication', 'common practice', 'house rule', 'value from memory']).toContain(source.basis)
    }
  })
  it.each([
    ['fast-cream', 60],
    ['general-cream', 300],
    ['slow-cream', 900],
    ['tile-cream', 1200],
    ['ferric-chloride', 900],
  ])('%s: labels give %d s (common practice)', (id, seconds) => {
    expect(etchantKind(id).usualLabel!.min).toBe(seconds)
  })
  it('an id that is in no table is an error, not a guess', () => {
    expect(() => etchantKind('hydrofluoric-acid')).toThrow(RangeError)
    expect(() => resistKind('hope')).toThrow(RangeError)
    expect(() => substrateKind('ice')).toThrow(RangeError)
  })
  it('no kind of etchant is a raw acid', () => {
    for (const kind of ETCHANT_KINDS) expect(kind.name).toMatch(/cream|ferric chloride|abrasive/)
  })
  it('a source is told in words', () => {
    expect(describeSource({ basis: 'label' })).toBe('label')
    expect(describeSource({ basis: 'common practice', cite: 'label 5 min' })).toBe('common practice: label 5 min')
  })
})

describe('cautions', () => {
  it('cover skin, eyes, swallowed, breathed and spill, each with steps in order', () => {
    expect(CAUTIONS.map(c => c.id)).toEqual(['skin', 'eyes', 'swallowed', 'breathed', 'spill'])
    for (const { steps } of CAUTIONS) expect(steps.length).toBeGreaterThanOrEqual(2)
  })
  it('water comes first on skin and in eyes, and help is called even without pain (CDC/NIOSH; value from memory)', () => {
    expect(CAUTIONS[0]!.steps[0]).toMatch(/water at once/)
    expect(CAUTIONS[0]!.steps.join()).toMatch(/2.5 % calcium gluconate.*even when nothing hurts/)
    expect(CAUTIONS[1]!.steps[0]).toMatch(/15 minutes/)
  })
  it('defer to label, safety data sheet and local rules', () => {
    expect(DEFER).toMatch(/label.*safety data sheet.*local rules/)
  })
})
