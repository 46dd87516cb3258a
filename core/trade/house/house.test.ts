import { describe, expect, it } from 'vitest'
import { completeRules, DEFAULT_HOUSE_RULES, readRule, RULES, ruleSource, ruleSpec, SCHOOL_TABLES, writeRule } from './index'
import type { RuleKey } from './index'

describe('house rules', () => {
  it('each has a default inside its own bounds, a reason and a source', () => {
    expect(new Set(RULES.map(r => r.key)).size).toBe(RULES.length)
    for (const r of RULES) {
      expect(r.reason).toMatch(/^[A-Z0-9].+\.$/)
      expect(r.source.basis).toBeTruthy()
      if (typeof r.default === 'number') {
        expect([r.key, r.default >= r.least! && r.default <= r.most!]).toEqual([r.key, true])
      }
      else if (r.options) {
        expect(r.options.map(o => o.id)).toContain(r.default)
      }
    }
  })
  it('each is read back from its field as it was written, at its default and at its bounds', () => {
    for (const spec of RULES) {
      for (const value of [spec.default, spec.least, spec.most].filter(v => v !== undefined)) {
        const read = readRule(spec, writeRule(spec, value))
        expect([spec.key, read.ok]).toEqual([spec.key, true])
        if (read.ok && typeof value === 'number') expect(read.value).toBeCloseTo(value, 2)
      }
    }
  })
  it('what lies outside is refused with the bounds, what cannot be read with an example', () => {
    expect(readRule(ruleSpec('temperedCap'), '11 min')).toMatchObject({ ok: false, error: 'This rule goes from 2 min to 10 min.' })
    expect(readRule(ruleSpec('bicarbonateExcess'), '1')).toMatchObject({ ok: false, error: expect.stringMatching(/1.5 to 10/) })
    expect(readRule(ruleSpec('border'), 'wide')).toMatchObject({ ok: false })
    expect(readRule(ruleSpec('care'), 'pray')).toMatchObject({ ok: false })
    expect(readRule(ruleSpec('currency'), 'eur')).toMatchObject({ ok: false })
    expect(readRule(ruleSpec('oldCreamDays'), 'soon')).toMatchObject({ ok: false, error: expect.stringMatching(/number of days/) })
    expect(readRule(ruleSpec('blastPressure'), '40 psi')).toMatchObject({ ok: true, value: expect.closeTo(275.8, 1) })
  })
  it('a time is written as one says it, and in seconds where that would round it', () => {
    const times = [45, 90, 3600, 5400, 3605, 0.5].map(s => writeRule({ ...ruleSpec('temperedCap'), kind: 'time' }, s))
    expect(times).toEqual(['45 s', '1 min 30 s', '1 h', '1 h 30 min', '3605 s', '0.5 s'])
  })
  it('every school says what speaks for it', () => {
    for (const table of Object.values(SCHOOL_TABLES)) for (const s of table) expect(s.why).toMatch(/\.$/)
  })
  it('a studio starts with the half-inch border of common practice', () => {
    expect(DEFAULT_HOUSE_RULES.border).toBe(12.7)
    expect(ruleSource(DEFAULT_HOUSE_RULES, 'border').basis).toBe('common practice')
    expect(ruleSource({ ...DEFAULT_HOUSE_RULES, border: 20 }, 'border')).toEqual({ basis: 'house rule', cite: 'set by this studio' })
  })
  it('what guards people can be made stricter, never looser', () => {
    expect(ruleSpec('temperedCap').most).toBe(600)
    expect(ruleSpec('bicarbonateExcess').least).toBeGreaterThan(1)
    expect(RULES.some(r => /gate|safety|gloves/i.test(r.key))).toBe(false)
  })
  it('rules stored before a rule was made get its default, and what is no rule is dropped', () => {
    expect(completeRules({ border: 20, luck: 7 } as never)).toEqual({ ...DEFAULT_HOUSE_RULES, border: 20 })
    expect(() => ruleSpec('luck' as RuleKey)).toThrow(RangeError)
  })
})
