import { describe, expect, it } from 'vitest'
import { mayGoIn, mustLeave, NEVER_DRAINED, wasteAmount, WASTE_IDS, wasteKind, wayOf } from './index'
import type { WasteRule } from './index'

describe('what may go together', () => {
  it('each kind into its own container; every no has its reason and its source', () => {
    for (const container of WASTE_IDS) {
      expect(mayGoIn(container, container).ok).toBe(true)
      expect(wasteKind(container).hazards.length).toBeGreaterThan(0)
      for (const waste of WASTE_IDS) {
        const { ok, why, source } = mayGoIn(container, waste)
        expect([container, waste, ok || (why.length > 15 && source !== null)]).toEqual([container, waste, true])
      }
    }
  })
  it.each([
    ['metal-mud', 'acid-cream', /sets the metals in it free/],
    ['ferric-water', 'fluoride-water', /different disposal/],
    ['fluoride-solids', 'metal-mud', /different disposal/],
    ['fluoride-water', 'acid-cream', /bursts/],
    ['acid-ferric', 'solvent-wipes', /heat each other/],
    ['glass', 'acid-cream', /poisonous gas/],
    ['grit', 'solvent-wipes', /catch fire/],
    ['resist', 'glass', /cuts/],
  ] as const)('%s never with %s', (container, waste, why) => {
    expect(mayGoIn(container, waste).why).toMatch(why)
    expect(mayGoIn(waste, container).ok).toBe(false)
  })
  it('resist with cream on it goes with cream residue, mud with the water it settled from', () => {
    expect([mayGoIn('fluoride-solids', 'resist').ok, mayGoIn('ferric-water', 'metal-mud').ok]).toEqual([true, true])
  })
})

describe('when a container has to leave', () => {
  it('once its day is over, or when it is nearly full; amounts in litres and kilograms', () => {
    const can = { level: 5000, capacity: 10_000, fullBy: '2026-06-30' }
    expect(['2026-06-30', '2026-07-01'].map(day => mustLeave(can, day))).toEqual([null, 'overdue'])
    expect(mustLeave({ ...can, level: 9000 }, '2026-06-01')).toBe('full')
    expect(
      [wasteAmount('ferric-water', 9200), wasteAmount('grit', 1350), wasteAmount('grit', 200)].map(t => t.replace('\u00a0', ' ')),
    ).toEqual(['9.2 L', '1.35 kg', '200 g'])
  })
})

describe('where it goes', () => {
  const rule: WasteRule = {
    content: 'fluoride-water',
    way: 'drain',
    words: 'Slowly, with much water',
    source: 'Letter of the water works',
    by: 'x',
    at: '',
  }
  it('without a written rule it is collected, and nobody is told to pour', () => {
    for (const id of WASTE_IDS) expect(wayOf(id, null)).toMatchObject({ way: 'collect', words: expect.stringMatching(/ask/) })
  })
  it('as the lead wrote down, but no rule sends acid, metal or solvent down a drain', () => {
    expect(wayOf('fluoride-water', rule)).toEqual({ way: 'drain', words: 'Slowly, with much water (Letter of the water works).' })
    for (const content of NEVER_DRAINED) expect(wayOf(content, { ...rule, content }).way).toBe('collect')
    expect(NEVER_DRAINED).toContain('ferric-water')
  })
})
