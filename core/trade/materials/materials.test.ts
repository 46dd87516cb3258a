import { describe, expect, it } from 'vitest'
import { CAUTIONS, DEFER } from '../safety'
import { describeSource } from '../../basics/source'
import { CREAM_DENSITY } from '../../plan/neutralise'
import { RULES } from '../house'
import { bannedSubstance, ETCHANT_KINDS, etchantKind, RESISTS, resistKind, SUBSTRATES, substrateKind } from './index'

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
  it.each([
    ['Hydrogen fluoride 40 %', 'general-cream', /hydrofluoric/],
    ['CAS 7664-39-3', 'fast-cream', /hydrofluoric/],
    ['Flusssäure 5 %', 'tile-cream', /hydrofluoric/],
    ['Flußsäure', 'general-cream', /hydrofluoric/],
    ['Fluorwasserstoffsäure', 'general-cream', /hydrofluoric/],
    ['acide fluorhydrique', 'general-cream', /hydrofluoric/],
    ['HF 10%', 'fast-cream', /hydrofluoric/],
    ['5 % HF cream', 'fast-cream', /hydrofluoric/],
    ['Muriatic acid', 'ferric-chloride', /another acid/],
    ['Nitric acid 30 %', 'ferric-chloride', /another acid/],
    ['Schwefelsäure', 'ferric-chloride', /another acid/],
    ['Quartz 0.3 mm', 'abrasive', /Silica sand/],
    ['Cristobalite', 'abrasive', /Silica sand/],
    ['SiO2, CAS 14808-60-7', 'abrasive', /Silica sand/],
  ] as const)('%s as %s is refused by whatever name it goes', (name, kind, why) => {
    expect(bannedSubstance(name, kind)).toMatch(why)
  })
  it.each([
    ['Harbour general cream', 'general-cream'],
    ['Bifluoride cream, HF-free cream', 'general-cream'],
    ['Rust Wharf ferric chloride 42 °Bé', 'ferric-chloride'],
    ['Shingle oxide F150', 'abrasive'],
    ['Garnet 80 mesh', 'abrasive'],
    ['Silicon carbide F120', 'abrasive'],
  ] as const)('%s is no such thing', (name, kind) => expect(bannedSubstance(name, kind)).toBeNull())
  it('a source is told in words', () => {
    expect(describeSource({ basis: 'label' })).toBe('label')
    expect(describeSource({ basis: 'common practice', cite: 'label 5 min' })).toBe('common practice: label 5 min')
  })
})

describe('cautions', () => {
  it('cover skin, eyes, swallowed, breathed and spill, each with steps in order', () => {
    expect(CAUTIONS.map(c => c.id)).toEqual(['skin', 'under-skin', 'eyes', 'swallowed', 'breathed', 'spill'])
    for (const { steps } of CAUTIONS) expect(steps.length).toBeGreaterThanOrEqual(2)
  })
  it('water comes first on skin and in eyes, and help is called even without pain (CDC/NIOSH; value from memory)', () => {
    const steps = (id: string) => CAUTIONS.find(c => c.id === id)!.steps
    expect(steps('skin')[0]).toMatch(/running water at once/)
    expect(steps('skin').join()).toMatch(
      /2.5 % at hand.*at least 5 minutes.*Without it, flush for 15 minutes.*even when nothing hurts.*No bicarbonate/,
    )
    expect(steps('eyes')[0]).toMatch(/15 minutes/)
    expect(steps('under-skin')[0]).toMatch(/hospital at once/)
  })
  it('defer to label, safety data sheet and local rules', () => {
    expect(DEFER).toMatch(/label.*safety data sheet.*local rules/)
  })
})
