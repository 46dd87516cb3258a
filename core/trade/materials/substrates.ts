import { commonPractice } from '../../basics/source'
import type { Source } from '../../basics/source'

export const SUBSTRATE_IDS = [
  'soda-lime',
  'borosilicate',
  'crystal',
  'tempered',
  'mirror-face',
  'mirror-back',
  'coloured-glass',
  'coated-glass',
  'acrylic',
  'ceramic',
  'stone',
  'stainless',
  'stainless-coloured',
  'copper',
  'brass',
  'aluminium',
  'zinc',
  'silver-plate',
] as const
export type SubstrateId = (typeof SUBSTRATE_IDS)[number]

export type SubstrateFamily = 'glass' | 'plastic' | 'ceramic' | 'stone' | 'metal'

export interface SubstrateKind {
  id: SubstrateId
  name: string
  family: SubstrateFamily
  /** Longest dwell under an etchant, s; null when the substrate sets none. */
  dwellCap: number | null
  note: string
  source: Source
}

const row = (
  id: SubstrateId,
  name: string,
  family: SubstrateFamily,
  note: string,
  cite?: string,
  dwellCap: number | null = null,
): SubstrateKind => ({ id, name, family, dwellCap, note, source: commonPractice(cite) })

export const SUBSTRATES: readonly SubstrateKind[] = [
  row(
    'soda-lime',
    'bare soda-lime glass',
    'glass',
    'Uncoated, unpainted glass: tumblers, bottles, jars, panes.',
    'cream etches bare glass only',
  ),
  row(
    'borosilicate',
    'borosilicate ovenware',
    'glass',
    'Ovenware and laboratory glass: light for its size, and slower to frost.',
    'glass ovenware is etched',
  ),
  row('crystal', 'lead crystal', 'glass', 'Heavy, rings long, frosts fast. Often somebody\'s heirloom.'),
  row(
    'tempered',
    'tempered panel',
    'glass',
    'Kept under ten minutes, as a cautious rule: many fear heat and shatter, and the reason is disputed.',
    'a hard stop at 10 min on tempered panels',
    600,
  ),
  row(
    'mirror-face',
    'mirror, glass face',
    'glass',
    'The frost shows twice: on the face and in the reflection.',
    'mirrors are etched on the glass face',
  ),
  row(
    'mirror-back',
    'mirror, painted back',
    'glass',
    'Paint over silver: cream does nothing to it, blasting cuts it away.',
    'cream does nothing to the painted back; blasting does',
  ),
  row(
    'coloured-glass',
    'coloured or black glass',
    'glass',
    'Etches well, but light does not show through it.',
    'coloured and black glass etches well',
  ),
  row(
    'coated-glass',
    'coated, lustred or painted glass',
    'glass',
    'The coating keeps cream off the glass below.',
    'cream does nothing to painted or coated faces',
  ),
  row('acrylic', 'acrylic or other plastic', 'plastic', 'Looks like glass, sounds dull, feels warm.', 'cream does nothing to plastics'),
  row(
    'ceramic',
    'glazed ceramic or porcelain',
    'ceramic',
    'The glaze is a glass: it turns matt rather than white.',
    'porcelain and glazed sinks can etch',
  ),
  row('stone', 'slate or stone', 'stone', 'Rough and dusty: few resists hold, and acid eats limestone and marble.'),
  row(
    'stainless',
    'bright stainless steel',
    'metal',
    'Etches fainter than steel with a coloured finish.',
    'the contrast is better on a coloured finish',
  ),
  row(
    'stainless-coloured',
    'stainless with a thin coloured finish',
    'metal',
    'The etchant cuts through the finish: the best contrast on steel.',
    'ferric chloride etches through the finish',
  ),
  row('copper', 'copper', 'metal', 'Etches evenly; polish off fingerprints first.'),
  row('brass', 'brass', 'metal', 'Etches evenly; lacquered brass has to lose its lacquer first.'),
  row('aluminium', 'aluminium', 'metal', 'Reacts violently with ferric chloride: heat and hydrogen.'),
  row('zinc', 'zinc or galvanised steel', 'metal', 'Reacts violently with ferric chloride: heat and hydrogen.'),
  row('silver-plate', 'silver plate', 'metal', 'A skin of silver over brass or copper: easily cut through.'),
]

/** @throws RangeError for an id that is not in the table */
export function substrateKind(id: string): SubstrateKind {
  const kind = SUBSTRATES.find(s => s.id === id)
  if (!kind) throw new RangeError(`No substrate "${id}".`)
  return kind
}
