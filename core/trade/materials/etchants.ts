import { commonPractice, houseRule } from '../../basics/source'
import type { Source, Sourced } from '../../basics/source'

export const ETCHANT_IDS = ['fast-cream', 'general-cream', 'slow-cream', 'tile-cream', 'ferric-chloride', 'abrasive'] as const
export type EtchantKindId = (typeof ETCHANT_IDS)[number]

/** How the etchant works on the piece. */
export type Method = 'cream' | 'liquid' | 'blast'

/** What a kind of etchant usually asks for. The lot's own label always comes first. */
export interface EtchantKind {
  id: EtchantKindId
  method: Method
  name: string
  /** Dwell that labels of this kind usually give, s; null for abrasive, which has no dwell but gun time. */
  usualLabel: { min: number, max: number } | null
  usuallyReusable: boolean
  /** Best dwell over the label's, for an even surface. */
  evenFrostFactor: number
  /** How far past the label's longest time an even frost is still gained, as a factor. */
  graceFactor: number
  /** The same of the label's shortest: a label that gives one short time must leave room for an even frost. */
  evenFrostMost: number
  /** Up to so many times the label's longest time nobody knows of harm. */
  noHarmFactor: number
  /** What people who give it a long rest leave it for, s; null where nobody does. */
  longRest: number | null
  /** Creep under an edge, each side, by the end of the label's shortest time, mm. A coupon's own line comes first. */
  undercut: Sourced
  /** Creep under an edge, each side, comes to a stop there, mm. */
  creepMost: Sourced
  note: string
  source: Source
}

const undercut = (value: number): Sourced => ({ value, unit: 'mm', source: houseRule('until a coupon with creep readings says better') })

export const ETCHANT_KINDS: readonly EtchantKind[] = [
  {
    id: 'fast-cream',
    method: 'cream',
    name: 'fast fluoride cream',
    usualLabel: { min: 60, max: 180 },
    usuallyReusable: true,
    evenFrostFactor: 2,
    graceFactor: 5 / 3,
    evenFrostMost: 3,
    noHarmFactor: 5,
    longRest: 900,
    undercut: undercut(0.05),
    creepMost: undercut(0.2),
    note: 'A minute gives sharp fine lines; longer undercuts.',
    source: commonPractice('labels give 1 min, some 1 to 3; 2 min beat 1 in own tests; 5 min is common'),
  },
  {
    id: 'general-cream',
    method: 'cream',
    name: 'general fluoride cream',
    usualLabel: { min: 300, max: 300 },
    usuallyReusable: true,
    evenFrostFactor: 1.5,
    graceFactor: 2,
    evenFrostMost: 2,
    noHarmFactor: 2,
    longRest: 900,
    undercut: undercut(0.07),
    creepMost: undercut(0.2),
    note: 'Five minutes on the label; ten did no harm.',
    source: commonPractice('label 5 min; 10 min did no harm'),
  },
  {
    id: 'slow-cream',
    method: 'cream',
    name: 'slow reusable fluoride cream',
    usualLabel: { min: 900, max: 900 },
    usuallyReusable: true,
    evenFrostFactor: 1.1,
    graceFactor: 4 / 3,
    evenFrostMost: 4 / 3,
    noHarmFactor: 4 / 3,
    longRest: 1200,
    undercut: undercut(0.08),
    creepMost: undercut(0.12),
    note: 'Fifteen minutes; a little longer does no harm.',
    source: commonPractice('label 15 min; a little longer does no harm'),
  },
  {
    id: 'tile-cream',
    method: 'cream',
    name: 'tub-and-tile fluoride cream',
    usualLabel: { min: 1200, max: 1200 },
    usuallyReusable: true,
    evenFrostFactor: 1.1,
    graceFactor: 1.25,
    evenFrostMost: 1.25,
    noHarmFactor: 1.25,
    longRest: 1200,
    undercut: undercut(0.1),
    creepMost: undercut(0.15),
    note: 'Twenty minutes, with a drip check half way. What is still clean may go back into its tub.',
    source: commonPractice('label 20 min, with a drip check half way'),
  },
  {
    id: 'ferric-chloride',
    method: 'liquid',
    name: 'ferric chloride',
    usualLabel: { min: 900, max: 900 },
    usuallyReusable: false,
    evenFrostFactor: 1.2,
    graceFactor: 1.5,
    evenFrostMost: 1.5,
    noHarmFactor: 1.5,
    longRest: null,
    undercut: undercut(0.06),
    creepMost: undercut(0.1),
    note: 'Fifteen minutes on metal, rubbed gently with the wet swab the whole time.',
    source: commonPractice('15 min, rubbing gently with the wet swab'),
  },
  {
    id: 'abrasive',
    method: 'blast',
    name: 'blasting abrasive',
    usualLabel: null,
    usuallyReusable: true,
    evenFrostFactor: 1.3,
    graceFactor: 1.5,
    evenFrostMost: 1.5,
    noHarmFactor: 2,
    longRest: null,
    undercut: undercut(0.02),
    creepMost: undercut(0.02),
    note: 'Gun time on the area, not minutes on the clock. Never silica sand.',
    source: commonPractice('bottles, panes and painted mirror backs are blasted'),
  },
]

/** @throws RangeError for an id that is not in the table */
export function etchantKind(id: string): EtchantKind {
  const kind = ETCHANT_KINDS.find(k => k.id === id)
  if (!kind) throw new RangeError(`No etchant kind "${id}".`)
  return kind
}

export const ABRASIVE_MEDIA = ['aluminium-oxide', 'silicon-carbide', 'garnet', 'glass-bead'] as const
export type AbrasiveMedium = (typeof ABRASIVE_MEDIA)[number]
export const MEDIUM_NAMES: Record<AbrasiveMedium, string> = {
  'aluminium-oxide': 'aluminium oxide',
  'silicon-carbide': 'silicon carbide',
  'garnet': 'garnet',
  'glass-bead': 'glass bead',
}

/** One pattern of several: each alternative is a name, a number or a shorthand that bottles and bags carry. */
const anyOf = (...names: RegExp[]) => new RegExp(names.map(n => n.source).join('|'), 'i')

/** What Crest refuses to plan with, whatever a bottle or bag is called. */
const BANNED_SUBSTANCES = [
  {
    id: 'raw-hydrofluoric-acid',
    kinds: ETCHANT_IDS as readonly EtchantKindId[],
    // English, German and French names, the CAS number, and HF with any percentage; a cream that says it is free of it passes.
    pattern: anyOf(
      /hydro(gen )?fluor(ic|ide)/,
      /flu(ss|ß)s?(ä|ae|a)ure|fluorwasserstoff/,
      /fluorhydr/,
      /7664-?39-?3/,
      /\bhf\b(?!.*cream)/,
      /\bhf\W{0,3}\d+\s?%|\d+\s?%\s?hf\b/,
    ),
    sentence: 'Raw hydrofluoric acid has no place in a small studio. Crest does not plan with it: use a cream and its label.',
    source: commonPractice('raw hydrofluoric acid is out of bounds; CAS number 7664-39-3, value from memory'),
  },
  {
    id: 'other-acid',
    kinds: ['ferric-chloride'] as readonly EtchantKindId[],
    // Sold for metal as well, and none of them is ferric chloride.
    pattern: anyOf(
      /muriatic|hydrochlor|salzs(ä|ae|a)ure|chlorhydr|7647-?01-?0/,
      /nitric|salpeter|nitrique|7697-?37-?2|aqua regia/,
      /sul(f|ph)uric|schwefels|sulfurique|7664-?93-?9/,
    ),
    sentence:
      'That is another acid than ferric chloride, and Crest knows neither its time nor its dangers. Use ferric chloride and its label.',
    source: commonPractice('metal is etched with ferric chloride; CAS numbers 7647-01-0, 7697-37-2 and 7664-93-9, values from memory'),
  },
  {
    id: 'silica-sand',
    kinds: ['abrasive'] as readonly EtchantKindId[],
    pattern: anyOf(
      /silica|quartz|cristobalite|flint/,
      /\bsio\s?[2₂]/,
      /14808-?60-?7|14464-?46-?1/,
      /\b(play|beach|river|silver|kiln)?\s?sand\b/,
    ),
    sentence:
      'Silica sand is never a blasting medium: its dust scars the lungs for good. Use aluminium oxide, silicon carbide, garnet or glass '
      + 'bead.',
    source: commonPractice('silica sand is never used; 29 CFR 1910.1053; CAS numbers 14808-60-7 and 14464-46-1, values from memory'),
  },
] as const

/** Why a product of this name is not planned with, in a sentence; null when nothing speaks against it. */
export function bannedSubstance(name: string, kind: EtchantKindId): string | null {
  return BANNED_SUBSTANCES.find(b => b.kinds.includes(kind) && b.pattern.test(name))?.sentence ?? null
}
