import { substrateKind } from '../materials'
import type { SubstrateFamily, SubstrateId } from '../materials'

/** Words that say what a thing is made of, and what it can then be. */
const HINTS: readonly { pattern: RegExp, says: string, fits: readonly (SubstrateId | SubstrateFamily)[] }[] = [
  { pattern: /acrylic|plastic|polycarbonate|polystyrene|resin/, says: 'plastic', fits: ['plastic'] },
  { pattern: /\bbrass\b/, says: 'brass', fits: ['brass', 'silver-plate'] },
  { pattern: /copper/, says: 'copper', fits: ['copper', 'silver-plate'] },
  { pattern: /alumini?um/, says: 'aluminium', fits: ['aluminium'] },
  { pattern: /galvani[sz]ed|zinc/, says: 'zinc', fits: ['zinc'] },
  { pattern: /steel|stainless/, says: 'steel', fits: ['stainless', 'stainless-coloured', 'zinc'] },
  { pattern: /slate|stone|marble|granite/, says: 'stone', fits: ['stone'] },
  { pattern: /porcelain|ceramic|stoneware/, says: 'ceramic', fits: ['ceramic', 'stone'] },
  { pattern: /tempered|toughened/, says: 'tempered glass', fits: ['tempered'] },
  { pattern: /borosilicate|ovenware/, says: 'borosilicate', fits: ['borosilicate'] },
  { pattern: /crystal/, says: 'crystal', fits: ['crystal', 'soda-lime'] },
  { pattern: /mirror/, says: 'a mirror', fits: ['mirror-face', 'mirror-back', 'acrylic', 'stainless'] },
]

/** What to ask when name and material of a piece seem to contradict each other; null when they don't. Words ask, they never block. */
export function contradiction(noun: string, substrate: SubstrateId): string | null {
  const kind = substrateKind(substrate)
  const hint = HINTS.find(h => h.pattern.test(noun.toLowerCase()))
  if (!hint || hint.fits.includes(substrate) || hint.fits.includes(kind.family)) return null
  return `"${noun}" says ${hint.says}, but ${kind.name} was chosen. Is that right? "What is it?" helps to tell.`
}
