import { describe, expect, it } from 'vitest'
import { QUESTIONS } from '../../trade/answers'
import { COMPATIBILITY } from '../../trade/compatibility'
import { SUBSTRATE_IDS } from '../../trade/materials'
import { remarksSaid, remarkWords } from './index'
import type { Remark } from './index'

const RECIPE_REMARKS: Remark[] = [
  { code: 'art-too-tall', called: 'Berth' },
  { code: 'art-too-wide', round: false, called: '' },
  { code: 'nothing-open', called: '' },
  { code: 'border-over-edge', round: true },
  { code: 'border-wider' },
  { code: 'wrinkles', called: 'Crest', out: 1.26, largest: 0.617 },
  { code: 'mirror-unknown' },
  { code: 'not-mirrored' },
  { code: 'mirrored-in-vain' },
  { code: 'no-label-time', etchant: 'general-cream' },
  { code: 'no-strength', etchant: 'ferric-chloride' },
  { code: 'bottle-short' },
  { code: 'not-for-reuse' },
  { code: 'stencil-worn', uses: 30 },
  { code: 'name-contradicts', noun: 'copper tag', substrate: 'soda-lime' },
  { code: 'rim-for-child' },
  { code: 'unanswered', questions: ['food', 'lip'] },
]
const DWELL_REMARKS: Remark[] = [
  { code: 'outside-label', min: 120, max: 300 },
  { code: 'no-coupon-yet' },
  { code: 'undercut-detail', eaten: 0.314, finest: 1 },
  { code: 'rest-for-coarse', finest: 1 },
  { code: 'brush-marks' },
  { code: 'coat-spread', coat: 70, share: 0.5, help: { code: 'sections', count: 3 } },
  { code: 'old-without-coupon', days: 180, substrate: 'soda-lime' },
  { code: 'never-long-rest', substrate: 'tempered', cap: 600 },
  { code: 'no-long-rest-known', etchant: 'ferric-chloride' },
  { code: 'coat-over-cap', substrate: 'tempered', cap: 600, coat: 700 },
  { code: 'cap-under-window', substrate: 'tempered', left: 120, needed: 300 },
]
const said = (remark: Remark) => remarkWords(remark).replaceAll(/\s/g, ' ')

describe('what is said of a recipe', () => {
  it('each code is said as a sentence or two, with its numbers as one reads them', () => {
    for (const remark of [...RECIPE_REMARKS, ...DWELL_REMARKS]) {
      expect(said(remark), remark.code).toMatch(/^["A-Z].*[.?]$/)
      expect(said(remark), remark.code).not.toMatch(/undefined|NaN|\d\.\d{3}/)
    }
    expect(said({ code: 'wrinkles', called: 'Crest', out: 1.26, largest: 0.617 })).toMatch(/^Crest: Wrinkles: 1\.3 mm out.*up to 61 %/)
    expect(said({ code: 'unanswered', questions: ['food', 'lip'] })).toMatch(/^Not answered yet: Does food .*\? Does the art reach/)
    expect(said({ code: 'coat-over-cap', substrate: 'tempered', cap: 600, coat: 700 })).toMatch(/10 min after .* takes 11 min 40 s/)
    expect(said({ code: 'art-too-tall', called: '' })).toBe('The art is taller than the piece. Check both readings.')
  })

  it('every row of the table and every answer that leads to something has its words', () => {
    for (const { id } of COMPATIBILITY) expect(said({ code: 'row', row: id }), id).not.toBe('')
    for (const question of QUESTIONS)
      for (const option of question.options)
        for (const substrate of SUBSTRATE_IDS) {
          const leads = option.leadsTo.find(l => !l.substrates || l.substrates.includes(substrate))!
          const words = said({ code: 'answered', question: question.id, option: option.id, substrate })
          expect(words !== '').toBe(Boolean(leads.refuse ?? leads.warn))
        }
  })

  it('what two rows ask for alike is said once', () => {
    const twice: Remark[] = [{ code: 'bottle-short' }, { code: 'border-wider' }, { code: 'bottle-short' }]
    expect(remarksSaid(twice)).toEqual(twice.slice(0, 2).map(remarkWords))
  })

  it('stays the same through a database: codes, names and numbers, no sentence', () => {
    for (const remark of [...RECIPE_REMARKS, ...DWELL_REMARKS]) {
      const kept = JSON.parse(JSON.stringify(remark)) as Remark
      expect(remarkWords(kept)).toBe(remarkWords(remark))
      expect(JSON.stringify(remark)).not.toMatch(/[a-z]\. /)
    }
  })
})
