import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { SUBSTRATE_IDS } from '../materials'
import type { SubstrateId } from '../materials'
import { contradiction, identify, TESTS } from './index'

/** A piece that behaves as its kind is expected to, checked as the guide asks until it asks no more. */
function guided(id: SubstrateId) {
  const findings: Record<string, string> = {}
  for (let asked = 0; asked < TESTS.length; asked++) {
    const { next } = identify(findings)
    if (!next) break
    findings[next.id] = [...next.findings].sort((a, b) => (b.fits[id] ?? 0) - (a.fits[id] ?? 0))[0]!.id
  }
  return { result: identify(findings), asked: Object.keys(findings) }
}

describe('what is it?', () => {
  it.each(SUBSTRATE_IDS.map(id => [id]))('%s is found by asking, and asked briefly', (id) => {
    const { result, asked } = guided(id)
    expect(result.likely[0]!.id).toBe(id)
    expect(asked.length).toBeLessThanOrEqual(7)
  })
  it('acrylic that looks like glass is told by sound, warmth and weight (common practice)', () => {
    const { likely, sure } = identify({ look: 'clear', ring: 'dull', warmth: 'warm', weight: 'light' })
    expect([likely[0]!.id, sure]).toEqual(['acrylic', 'certain enough'])
  })
  it('a safety stamp means tempered, a gap to the reflection the glass face of a mirror', () => {
    expect(identify({ look: 'clear', stamp: 'safety' }).likely[0]!.id).toBe('tempered')
    expect(identify({ look: 'mirror', gap: 'gap' }).likely[0]!.id).toBe('mirror-face')
    expect(identify({ look: 'mirror', gap: 'paint' }).likely[0]!.id).toBe('mirror-back')
  })
  it('plain glass is never certain against tempered without a stamp or polarised light, and is planned as tempered then', () => {
    const byHand = {
      look: 'clear',
      ring: 'short',
      warmth: 'cold',
      weight: 'usual',
      scratch: 'no',
      stamp: 'none',
      edges: 'none',
      nail: 'none',
    }
    const open = identify(byHand)
    expect(open).toMatchObject({ sure: 'likely', asTempered: true, next: { id: 'polarisers' } })
    expect(open.likely[0]!.id).toBe('soda-lime')
    expect(identify({ ...byHand, polarisers: 'dark' })).toMatchObject({ sure: 'certain enough', asTempered: false })
    expect(identify({ ...byHand, edges: 'rounded', polarisers: 'pattern' }).likely[0]!.id).toBe('tempered')
    // An unstamped tempered pane is not taken for plain at better than even odds once its edges are looked at.
    expect(identify({ ...byHand, edges: 'rounded' }).likely.find(l => l.id === 'tempered')!.share).toBeGreaterThan(0.2)
  })
  it('begins open, and never files or magnetises glass', () => {
    const start = identify({})
    expect(start.sure).toBe('open')
    expect(start.next!.id).toBe('look')
    for (let findings: Record<string, string> = { look: 'clear' }, i = 0; i < 8; i++) {
      const { next } = identify(findings)
      if (!next) break
      expect(['file', 'magnet', 'gap', 'colour']).not.toContain(next.id)
      findings = { ...findings, [next.id]: next.findings[0]!.id }
    }
    expect(identify({ look: 'metal' }).next!.id).toMatch(/file|magnet|colour/)
  })
  it('shares are shares, whatever is found, and nonsense is passed over', () => {
    fc.assert(
      fc.property(
        fc.dictionary(
          fc.constantFrom(...TESTS.map(t => t.id), 'moon'),
          fc.constantFrom(...TESTS.flatMap(t => t.findings.map(f => f.id)), 'cheese'),
        ),
        (findings) => {
          const { likely } = identify(findings)
          expect(likely.reduce((sum, l) => sum + l.share, 0)).toBeCloseTo(1, 9)
          for (const l of likely) expect(l.share).toBeGreaterThan(0)
        },
      ),
    )
    expect(identify({ moon: 'cheese', look: 'cheese' })).toEqual(identify({}))
  })
})

describe('names that contradict the material', () => {
  it.each<[string, SubstrateId, RegExp | null]>([
    ['acrylic look-alike', 'borosilicate', /says plastic, but borosilicate ovenware was chosen/],
    ['acrylic block', 'acrylic', null],
    ['brass tag', 'stainless', /says brass/],
    ['brass tag', 'brass', null],
    ['wheelhouse mirror', 'mirror-back', null],
    ['hall mirror', 'soda-lime', /says a mirror/],
    ['tumbler', 'soda-lime', null],
    ['glass mug', 'soda-lime', null],
    ['mug', 'tempered', null],
    ['tempered pane', 'soda-lime', /says tempered glass/],
  ])('%s as %s', (noun, substrate, what) => {
    const said = contradiction(noun, substrate)
    if (what) expect(said).toMatch(what)
    else expect(said).toBeNull()
  })
})
