import { commonPractice } from '../source'
import type { Source } from '../source'

export type EtchantKindId = 'fast-cream' | 'general-cream' | 'slow-cream' | 'tile-cream'

/** What a kind of etchant usually asks for. The bottle's own label always comes first. */
export interface EtchantKind {
  id: EtchantKindId
  name: string
  /** Dwell that labels of this kind usually give, s. */
  usualLabel: { min: number, max: number }
  usuallyReusable: boolean
  /** Best dwell over the label's, for an even surface. */
  evenFrostFactor: number
  /** How far past the label's longest time the frost still comes to no harm, as a factor. */
  graceFactor: number
  note: string
  source: Source
}

export const ETCHANT_KINDS: readonly EtchantKind[] = [
  {
    id: 'fast-cream', name: 'fast fluoride cream', usualLabel: { min: 60, max: 180 }, usuallyReusable: true, evenFrostFactor: 2, graceFactor: 1.67,
    note: 'A minute gives sharp fine lines; longer undercuts.',
    source: commonPractice('labels give 1 min, some 1 to 3; 2 min beat 1 in own tests; 5 min is common'),
  },
  {
    id: 'general-cream', name: 'general fluoride cream', usualLabel: { min: 300, max: 300 }, usuallyReusable: true, evenFrostFactor: 1.5, graceFactor: 2,
    note: 'Five minutes on the label; ten did no harm.',
    source: commonPractice('label 5 min; 10 min did no harm'),
  },
  {
    id: 'slow-cream', name: 'slow reusable fluoride cream', usualLabel: { min: 900, max: 900 }, usuallyReusable: true, evenFrostFactor: 1.1, graceFactor: 1.33,
    note: 'Fifteen minutes; a little longer does no harm.',
    source: commonPractice('label 15 min; a little longer does no harm'),
  },
  {
    id: 'tile-cream', name: 'tub-and-tile fluoride cream', usualLabel: { min: 1200, max: 1200 }, usuallyReusable: false, evenFrostFactor: 1.1, graceFactor: 1.25,
    note: 'Twenty minutes, with a drip check half way.',
    source: commonPractice('label 20 min, with a drip check half way'),
  },
]

/** @throws RangeError for an id that is not in the table */
export function etchantKind(id: string): EtchantKind {
  const kind = ETCHANT_KINDS.find(k => k.id === id)
  if (!kind) throw new RangeError(`No etchant kind "${id}".`)
  return kind
}
