import { answerWords } from '../../trade/answers'
import type { AnswerRemark } from '../../trade/answers'
import { rowWords } from '../../trade/compatibility'
import type { RowRemark } from '../../trade/compatibility'
import { contradiction } from '../../trade/identify'
import { etchantKind } from '../../trade/materials'
import type { EtchantKindId, SubstrateId } from '../../trade/materials'
import { wrinkleWords } from '../../piece/blank'
import { capital } from '../../basics/units'
import { dwellRemarkWords } from '../dwell'
import type { DwellRemark } from '../dwell'

/** Which of several stencils it is about, by its name or its number; '' where there is only one. */
interface OfStencil {
  called: string
}

type SizeRemark
  = | ({ code: 'art-too-tall' | 'nothing-open' } & OfStencil)
  /** @property round it goes round a wall, rather than lying on a pane */
    | ({ code: 'art-too-wide', round: boolean } & OfStencil)
    | { code: 'border-over-edge', round: boolean }
    | { code: 'border-wider' }
    /** @property out mm at its edge @property largest factor on the size of the art that lies flat */
    | ({ code: 'wrinkles', out: number, largest: number } & OfStencil)

type MirrorRemark = { code: 'mirror-unknown' | 'not-mirrored' | 'mirrored-in-vain' }

type StockRemark
  = | { code: 'no-label-time' | 'no-strength', etchant: EtchantKindId }
    | { code: 'bottle-short' }
    | { code: 'not-for-reuse' }
    | { code: 'stencil-worn', uses: number }

/**
 * What is said of a recipe before the work starts, or why it can't be made like this, by code and numbers: counted and kept as such;
 * {@link remarkWords} says it.
 */
export type Remark
  = | DwellRemark
    | AnswerRemark
    | RowRemark
    | SizeRemark
    | MirrorRemark
    | StockRemark
    /** What the piece is called speaks against what it is said to be made of. */
    | { code: 'name-contradicts', noun: string, substrate: SubstrateId }

/** Sentences for remarks, each once: two rows of the table may ask for the same. */
export const remarksSaid = (remarks: readonly Remark[]): string[] => [...new Set(remarks.map(remarkWords))]

const whose = (called: string) => (called ? capital(called) : 'The art')

/** The sentence for a remark, which says what to do. */
export function remarkWords(remark: Remark): string {
  switch (remark.code) {
    case 'answered':
    case 'unanswered':
    case 'rim-for-child':
      return answerWords(remark)
    case 'row':
      return rowWords(remark)
    case 'art-too-tall':
      return `${whose(remark.called)} is taller than the piece. Check both readings.`
    case 'art-too-wide':
      return remark.round
        ? `${whose(remark.called)} is wider than the way round the piece. Check the girth.`
        : `${whose(remark.called)} is wider than the piece. Check both readings.`
    case 'nothing-open': {
      const nothing = remark.called ? `${capital(remark.called)}: nothing` : 'Nothing'
      return `${nothing} is open, so nothing would be etched. Say what share of the art is open.`
    }
    case 'border-over-edge':
      return (
        'The resist with its border is taller than the piece: '
        + `${remark.round ? 'fold it over the rim or cut the border narrower' : 'it hangs over the edge, so tape it down there'}.`
      )
    case 'border-wider':
      return 'The resist with its border is wider than the piece: tape it down round the edge.'
    case 'wrinkles':
      return `${remark.called && `${remark.called}: `}${wrinkleWords(remark)}`
    case 'mirror-unknown':
      return 'It is read through the glass, so the art has to be mirrored: check it against a mirror before the film goes on.'
    case 'not-mirrored':
      return 'It is read through the glass, but this stencil is not mirrored. Set it to be read through the glass and cut it again.'
    case 'mirrored-in-vain':
      return 'This stencil is mirrored, to be read through glass, but here it is read from the front. Cut it again unmirrored.'
    case 'no-label-time':
      return `This ${etchantKind(remark.etchant).name} has no label time on the shelf. A lead enters it there.`
    case 'no-strength':
      return `This ${etchantKind(remark.etchant).name} has no strength on the shelf. A lead enters it there, from its label.`
    case 'bottle-short':
      return 'There may not be enough in the bottle for this run. Have another ready before the first touch.'
    case 'not-for-reuse':
      return 'This cream is not for reuse, so it is wiped off, not scraped back.'
    case 'stencil-worn':
      return `This stencil has been used ${remark.uses} times: look at its edges against the light first.`
    case 'name-contradicts':
      return contradiction(remark.noun, remark.substrate) ?? ''
    default:
      return dwellRemarkWords(remark)
  }
}
