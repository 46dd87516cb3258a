import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { ETCHANT_IDS, RESIST_IDS, SUBSTRATE_IDS, bannedSubstance } from '../materials'
import type { EtchantKindId, ResistId, SubstrateId } from '../materials'
import { CARES, COMPATIBILITY, judge, PLAIN, rowWords, SURFACES, VERDICTS, walls } from './index'

const pairs = SUBSTRATE_IDS.flatMap(substrate => ETCHANT_IDS.map(etchant => ({ substrate, etchant })))

describe('the table', () => {
  it.each(pairs)('$substrate × $etchant has a verdict, a reason and a source with every resist', (pair) => {
    for (const resist of RESIST_IDS) {
      const { verdict, rows, cares } = judge({ ...pair, resist })
      expect(VERDICTS).toContain(verdict)
      expect(rows.length).toBeGreaterThanOrEqual(2)
      for (const row of rows) {
        expect(row.reason).toMatch(/^[A-Z].{9,}\.$/)
        expect(['publication', 'common practice', 'house rule', 'value from memory']).toContain(row.source.basis)
        if (row.verdict === 'poor' || row.verdict === 'never') expect(row.instead).toMatch(/\.$/)
      }
      if (verdict === 'with care') expect(cares.length).toBeGreaterThan(0)
    }
  })
  it('each substrate × etchant and each resist × etchant stands in exactly one unconditional row', () => {
    const always = COMPATIBILITY.filter(r => !r.when)
    for (const etchant of ETCHANT_IDS) {
      for (const substrate of SUBSTRATE_IDS)
        expect([
          substrate,
          etchant,
          always.filter(r => !r.resists && r.substrates?.includes(substrate) && r.etchants?.includes(etchant)).length,
        ]).toEqual([substrate, etchant, 1])
      for (const resist of RESIST_IDS)
        expect([
          resist,
          etchant,
          always.filter(r => !r.substrates && r.resists?.includes(resist) && (r.etchants?.includes(etchant) ?? true)).length,
        ]).toEqual([resist, etchant, 1])
    }
  })
  it('ids are given once, and every care is used somewhere', () => {
    expect(new Set(COMPATIBILITY.map(r => r.id)).size).toBe(COMPATIBILITY.length)
    const used = new Set(COMPATIBILITY.flatMap(r => r.cares ?? []))
    for (const id of Object.keys(CARES)) expect(used).toContain(id)
    for (const row of COMPATIBILITY) if (row.verdict === 'with care') expect(row.cares?.length).toBeGreaterThan(0)
  })
})

describe('walls', () => {
  const walled = (substrate: SubstrateId, etchant: EtchantKindId, resist: ResistId, deep = false) =>
    judge({ substrate, etchant, resist }, { ...PLAIN, depth: deep ? 'deep' : 'surface' })
  it.each([
    ['acrylic under cream', walled('acrylic', 'general-cream', 'permanent-vinyl'), /Prove first that it is glass/],
    ['the painted back of a mirror under cream', walled('mirror-back', 'fast-cream', 'permanent-vinyl'), /glass face, or blast/],
    ['aluminium under ferric chloride', walled('aluminium', 'ferric-chloride', 'permanent-vinyl'), /heat and hydrogen.*Blast/],
    ['zinc under ferric chloride', walled('zinc', 'ferric-chloride', 'tape'), /heat and hydrogen/],
    ['deep carving of tempered glass', walled('tempered', 'abrasive', 'blast-mask', true), /shatters.*not tempered/],
    ['paper as resist', walled('soda-lime', 'general-cream', 'paper'), /soak through.*vinyl/],
    ['a long cream on tempered glass', walled('tempered', 'tile-cream', 'permanent-vinyl'), /fast or general/],
    ['ferric chloride on glass', walled('soda-lime', 'ferric-chloride', 'permanent-vinyl'), /Use cream/],
  ])('%s', (_, judgement, sentence) => {
    expect(judgement.verdict).toBe('never')
    expect(walls(judgement).map(rowWords).join(' ')).toMatch(sentence)
  })
  it('raw hydrofluoric acid and silica sand are refused by name', () => {
    expect(bannedSubstance('Hydrofluoric acid 40 %', 'general-cream')).toMatch(/no place in a small studio/)
    expect(bannedSubstance('HF 48', 'fast-cream')).toMatch(/no place/)
    for (const name of ['Fine silica', 'Play sand', 'sand 0.3 mm', 'Quartz grit'])
      expect(bannedSubstance(name, 'abrasive')).toMatch(/never a blasting medium.*garnet/)
    for (const name of ['White sandblasting oxide', 'Garnet 80']) expect(bannedSubstance(name, 'abrasive')).toBeNull()
    expect(bannedSubstance('Sandbank cream', 'general-cream')).toBeNull()
  })
})

describe('what practice says', () => {
  it.each<[SubstrateId, EtchantKindId, ResistId, string]>([
    ['soda-lime', 'general-cream', 'permanent-vinyl', 'works'],
    ['coloured-glass', 'fast-cream', 'contact-paper', 'works'],
    ['stainless-coloured', 'ferric-chloride', 'rub-on', 'works'],
    ['mirror-back', 'abrasive', 'blast-mask', 'works'],
    ['tempered', 'general-cream', 'permanent-vinyl', 'with care'],
    ['soda-lime', 'general-cream', 'stickers', 'with care'],
    ['stainless', 'ferric-chloride', 'permanent-vinyl', 'with care'],
    ['soda-lime', 'abrasive', 'contact-paper', 'poor'],
  ])('%s, %s, %s: %s (common practice)', (substrate, etchant, resist, verdict) => {
    expect(judge({ substrate, etchant, resist }).verdict).toBe(verdict)
  })
  it('bowls are hardest: flat film needs care there, a loose stencil is poor', () => {
    const bowl = { ...PLAIN, surface: 'bowl' as const }
    expect(judge({ substrate: 'soda-lime', etchant: 'general-cream', resist: 'permanent-vinyl' }, bowl).verdict).toBe('with care')
    expect(judge({ substrate: 'soda-lime', etchant: 'general-cream', resist: 'soft-vinyl' }, bowl).verdict).toBe('works')
    expect(judge({ substrate: 'soda-lime', etchant: 'general-cream', resist: 'loose-stencil' }, bowl).verdict).toBe('poor')
  })
  it('fine detail rules out the hand knife, finest the plotter', () => {
    const fine = (finest: number) => ({ ...PLAIN, finest })
    expect(judge({ substrate: 'soda-lime', etchant: 'general-cream', resist: 'contact-paper' }, fine(1)).verdict).toBe('poor')
    expect(judge({ substrate: 'soda-lime', etchant: 'general-cream', resist: 'permanent-vinyl' }, fine(1)).verdict).toBe('works')
    expect(judge({ substrate: 'soda-lime', etchant: 'general-cream', resist: 'permanent-vinyl' }, fine(0.4)).verdict).toBe('poor')
    expect(judge({ substrate: 'soda-lime', etchant: 'general-cream', resist: 'rub-on' }, fine(0.4)).verdict).toBe('works')
  })
  it('knowing more of the art never makes a verdict better', () => {
    const rank = (v: string) => VERDICTS.indexOf(v as (typeof VERDICTS)[number])
    fc.assert(
      fc.property(
        fc.constantFrom(...SUBSTRATE_IDS),
        fc.constantFrom(...ETCHANT_IDS),
        fc.constantFrom(...RESIST_IDS),
        fc.constantFrom(...SURFACES),
        fc.constantFrom('surface' as const, 'deep' as const),
        fc.option(fc.double({ min: 0.05, max: 5, noNaN: true })),
        (substrate, etchant, resist, surface, depth, finest) => {
          const plain = judge({ substrate, etchant, resist })
          const known = judge({ substrate, etchant, resist }, { surface, depth, finest, openArea: 900 })
          expect(rank(known.verdict)).toBeGreaterThanOrEqual(rank(plain.verdict))
          expect(new Set(known.cares.map(c => c.id)).size).toBe(known.cares.length)
        },
      ),
    )
  })
  it('a part of a chain can be asked about; what needs the rest stays silent', () => {
    expect(judge({ substrate: 'acrylic', etchant: 'general-cream' }).verdict).toBe('never')
    expect(judge({ substrate: 'acrylic' }).rows).toEqual([])
  })
})
