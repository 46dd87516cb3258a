import { commonPractice } from '../source'
import type { Source } from '../source'

export type SubstrateId = 'bare-glass' | 'tempered-glass'

export interface SubstrateKind {
  id: SubstrateId
  name: string
  /** Longest dwell under cream, s; null when the substrate sets none. */
  dwellCap: number | null
  note: string
  source: Source
}

export const SUBSTRATES: readonly SubstrateKind[] = [
  {
    id: 'bare-glass', name: 'bare glass', dwellCap: null,
    note: 'Uncoated, unpainted glass: tumblers, bottles, jars, panes.',
    source: commonPractice('cream etches bare glass only'),
  },
  {
    id: 'tempered-glass', name: 'tempered glass', dwellCap: 600,
    note: 'Kept under ten minutes, as a cautious rule: many fear heat and shatter, and the reason is disputed.',
    source: commonPractice('a hard stop at 10 min on tempered panels'),
  },
]

/** @throws RangeError for an id that is not in the table */
export function substrateKind(id: string): SubstrateKind {
  const kind = SUBSTRATES.find(s => s.id === id)
  if (!kind) throw new RangeError(`No substrate "${id}".`)
  return kind
}
