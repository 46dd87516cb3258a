import { describe, expect, it } from 'vitest'
import { SUBSTRATE_IDS } from '../materials'
import { answerWords, QUESTIONS, weighAnswers } from './index'
import type { AnswerRemark } from './index'

const said = (remarks: readonly AnswerRemark[]) => remarks.map(answerWords).join()

const fine = { irreplaceable: 'replaceable', food: 'none', lip: 'clear', child: 'no' }

describe('questions about the piece', () => {
  it('harmless answers lead to nothing', () => {
    expect(weighAnswers(fine, 'soda-lime')).toEqual({ refusals: [], warnings: [], keepOffLip: false })
  })
  it('every option leads somewhere on every substrate', () => {
    for (const q of QUESTIONS) {
      for (const o of q.options) {
        for (const s of SUBSTRATE_IDS) expect(() => weighAnswers({ ...fine, [q.id]: o.id }, s)).not.toThrow()
      }
    }
  })
  it('what is not answered keeps the job off the bench; so does an answer nobody offers', () => {
    expect(said(weighAnswers({}, 'soda-lime').refusals)).toMatch(/replaced.*touch.*lip.*child/)
    expect(said(weighAnswers({ ...fine, child: 'perhaps' }, 'soda-lime').refusals)).toMatch(/Not answered yet: Is it for a child/)
  })
  it('an heirloom is refused until its owner agreed, and then it is recorded', () => {
    expect(weighAnswers({ ...fine, irreplaceable: 'irreplaceable' }, 'soda-lime').refusals).toHaveLength(1)
    expect(weighAnswers({ ...fine, irreplaceable: 'agreed' }, 'soda-lime')).toMatchObject({
      refusals: [],
      warnings: [{ code: 'answered', question: 'irreplaceable', option: 'agreed', substrate: 'soda-lime' }],
    })
  })
  it('food and children: plain glass with care, leaded ware and metal not at all', () => {
    expect(weighAnswers({ ...fine, food: 'touches' }, 'soda-lime')).toMatchObject({ refusals: [], keepOffLip: true })
    expect(said(weighAnswers({ ...fine, food: 'touches' }, 'crystal').refusals)).toMatch(/may give off lead/)
    expect(said(weighAnswers({ ...fine, food: 'touches' }, 'silver-plate').refusals)).toMatch(/silver plate wears/)
    // Servers are etched on the face, rinsed and used (common practice).
    const server = weighAnswers({ ...fine, food: 'touches' }, 'stainless')
    expect(server.refusals).toEqual([])
    expect(said(server.warnings)).toMatch(/may meet food/)
    expect(said(weighAnswers({ ...fine, child: 'yes' }, 'ceramic').refusals)).toMatch(/plain glass/)
    expect(weighAnswers({ ...fine, food: 'outside' }, 'crystal')).toMatchObject({ refusals: [], keepOffLip: true })
  })
  it('frost stays off lip and inside', () => {
    expect(said(weighAnswers({ ...fine, lip: 'lip' }, 'soda-lime').refusals)).toMatch(/10 mm/)
    expect(weighAnswers({ ...fine, lip: 'rim-decided' }, 'soda-lime')).toMatchObject({ refusals: [], keepOffLip: false })
    expect(said(weighAnswers({ ...fine, lip: 'rim-decided', child: 'yes' }, 'soda-lime').refusals)).toMatch(/For a child no frost/)
    expect(said(weighAnswers({ ...fine, lip: 'inside' }, 'soda-lime').refusals)).toMatch(/outside/)
  })
})
