import { formatMass, formatNumber, formatVolume } from '../../basics/units'
import { commonPractice, fromMemory } from '../../basics/source'
import type { Source } from '../../basics/source'

/** What leaves a studio and may not simply go with the rest. */
export const WASTE_KINDS = [
  {
    id: 'fluoride-water',
    name: 'Rinse water with fluoride, neutral',
    unit: 'ml',
    hazards: ['Poisonous: fluoride stays dissolved.', 'Neutral is not harmless.'],
  },
  {
    id: 'fluoride-solids',
    name: 'Cream residue, wipes and mud with fluoride',
    unit: 'g',
    hazards: ['Poisonous.', 'Burns skin and eyes where cream is in it; the pain can come late.'],
  },
  {
    id: 'acid-cream',
    name: 'Cream that is no longer used, still acid',
    unit: 'ml',
    hazards: ['Acid fluoride: burns deep, the pain can come late.', 'Poisonous.', 'Plastic only: it eats glass and metal.'],
  },
  {
    id: 'ferric-water',
    name: 'Neutralised ferric chloride with dissolved metal',
    unit: 'ml',
    hazards: ['Dissolved copper and other metals: poisonous to water life.', 'Stains for good.'],
  },
  {
    id: 'metal-mud',
    name: 'Rust-coloured mud with metal',
    unit: 'ml',
    hazards: ['Metals: poisonous to water life.', 'Acid sets them free again.'],
  },
  {
    id: 'acid-ferric',
    name: 'Spent ferric chloride, still acid',
    unit: 'ml',
    hazards: ['Burns eyes, irritates skin.', 'Eats metal; with aluminium and zinc it makes heat and hydrogen.', 'Dissolved metals.'],
  },
  {
    id: 'solvent-wipes',
    name: 'Wipes with alcohol or adhesive remover',
    unit: 'g',
    hazards: ['Catches fire. Away from sparks, heaters and the cabinet.', 'A heap of oily wipes can heat by itself.'],
  },
  { id: 'grit', name: 'Spent grit and dust', unit: 'g', hazards: ['Dust harms the lungs. Damp it before it is emptied.'] },
  { id: 'resist', name: 'Peeled resist, tape and gloves with traces of cream', unit: 'g', hazards: ['Traces of cream burn. Gloves on.'] },
  { id: 'glass', name: 'Broken glass', unit: 'g', hazards: ['Cuts. A rigid box, never a bag.'] },
] as const satisfies readonly { id: string, name: string, unit: 'ml' | 'g', hazards: readonly string[] }[]
export type WasteId = (typeof WASTE_KINDS)[number]['id']
export const WASTE_IDS = WASTE_KINDS.map(k => k.id) as [WasteId, ...WasteId[]]
export const wasteKind = (id: WasteId) => WASTE_KINDS.find(k => k.id === id)!

/** How much waste, in words: litres of what is liquid, kilograms of what is dry. */
export function wasteAmount(content: WasteId, amount: number): string {
  if (wasteKind(content).unit === 'ml') return amount >= 1000 ? `${formatNumber(amount / 1000, 1)}\u00a0L` : formatVolume(amount)
  return amount >= 1000 ? `${formatNumber(amount / 1000, 2)}\u00a0kg` : formatMass(amount)
}

/** A container is as good as full from this share on: the next tub may not fit any more. */
const NEARLY_FULL = 0.9
/** Why a container should leave the studio: its day is over, or it is nearly full. @param day of the studio */
export function mustLeave(
  { level, capacity, fullBy }: { level: number, capacity: number, fullBy: string | null }, day: string,
): 'overdue' | 'full' | null {
  if (fullBy !== null && fullBy < day) return 'overdue'
  return level >= NEARLY_FULL * capacity ? 'full' : null
}

/** What may share a container beside its own kind: container first. */
const TOGETHER: readonly (readonly [WasteId, WasteId])[] = [
  ['fluoride-solids', 'resist'],
  ['metal-mud', 'ferric-water'],
  ['ferric-water', 'metal-mud'],
]

interface Never {
  one: readonly WasteId[]
  other: readonly WasteId[]
  why: string
  source: Source
}
const CREAMS: readonly WasteId[] = ['fluoride-water', 'fluoride-solids', 'acid-cream', 'resist']
const FERRIC: readonly WasteId[] = ['ferric-water', 'metal-mud', 'acid-ferric']

/** What never goes together, and why. The first row that fits is said. */
const NEVER: readonly Never[] = [
  {
    one: ['acid-cream', 'acid-ferric'],
    other: ['metal-mud', 'ferric-water'],
    why: 'Acid sets the metals in it free again, and foams in a closed container.',
    source: commonPractice('acid and neutralised waste are kept apart'),
  },
  {
    one: ['acid-cream'],
    other: ['fluoride-water', 'fluoride-solids', 'resist'],
    why: 'Left-over bicarbonate makes gas with the acid: a closed container bursts.',
    source: fromMemory('NH₄HF₂ + NaHCO₃ → NaF + NH₄F + H₂O + CO₂'),
  },
  {
    one: CREAMS,
    other: FERRIC,
    why: 'Fluoride and metal go to different disposal. Mixed, nobody takes them, and iron keeps fluoride from being bound.',
    source: commonPractice('fluoride and metal waste are collected apart'),
  },
  {
    one: ['acid-cream', 'acid-ferric'],
    other: ['solvent-wipes'],
    why: 'Acid and solvent heat each other.',
    source: commonPractice('solvents are kept from acids'),
  },
  {
    one: ['acid-cream'],
    other: ['glass', 'grit'],
    why: 'Acid fluoride eats glass and sand, and sets free a poisonous gas.',
    source: fromMemory('4 HF + SiO₂ → SiF₄ + 2 H₂O'),
  },
  {
    one: ['solvent-wipes'],
    other: WASTE_IDS,
    why: 'Solvent wipes catch fire: they get a lidded metal bin of their own.',
    source: commonPractice('oily and solvent wipes in a lidded metal bin'),
  },
  {
    one: ['glass'],
    other: WASTE_IDS,
    why: 'Broken glass cuts whoever empties the container.',
    source: commonPractice('broken glass in a rigid box of its own'),
  },
]

/** Cautions that no container can refuse, because they are about what is not waste. */
export const NEVER_NEAR: readonly { what: string, why: string, source: Source }[] = [
  { what: 'Bleach with any acid', why: 'It gives off chlorine.', source: fromMemory('HOCl + HCl → Cl₂ + H₂O') },
  {
    what: 'Solvent wipes near the cabinet or a heater',
    why: 'Alcohol lights at about 12 °C from a spark.',
    source: fromMemory('flash point of isopropyl alcohol'),
  },
  {
    what: 'Cream in glass, metal or enamel',
    why: 'It eats them, and the container leaks.',
    source: commonPractice('cream is kept in plastic'),
  },
  {
    what: 'Ferric chloride in aluminium, zinc or galvanised bins',
    why: 'Heat and hydrogen.',
    source: commonPractice('ferric chloride is kept in plastic'),
  },
  {
    what: 'A tight lid on what still fizzes',
    why: 'Gas bursts it. A vented lid, or leave it open until it is quiet.',
    source: commonPractice('vented lids on waste that may gas'),
  },
]

export interface Placing {
  ok: boolean
  /** Why not, and whose word it is. */
  why: string
  source: Source | null
}

/** Whether waste of one kind may go into a container of another. */
export function mayGoIn(container: WasteId, waste: WasteId): Placing {
  if (container === waste || TOGETHER.some(([c, w]) => c === container && w === waste)) return { ok: true, why: '', source: null }
  const never = NEVER.find(
    n => (n.one.includes(container) && n.other.includes(waste)) || (n.one.includes(waste) && n.other.includes(container)),
  )
  return never
    ? { ok: false, why: never.why, source: never.source }
    : {
        ok: false,
        why: `This container is for ${wasteKind(container).name.toLowerCase()}. What is collected is one kind, or nobody takes it.`,
        source: commonPractice('one kind of waste in one container'),
      }
}

/** What a lead wrote down of a kind of waste. */
export interface WasteRule {
  content: WasteId
  way: 'drain' | 'collect'
  words: string
  source: string
  by: string
  at: string
}

/** Kinds that no rule sends down a drain: acid, metal, solvent, and what would block it. */
export const NEVER_DRAINED: readonly WasteId[] = WASTE_IDS.filter(id => id !== 'fluoride-water')

/** What to do with it: as the lead wrote down; without that, collect it and ask. Never pour on nobody's word. */
export function wayOf(content: WasteId, rule: WasteRule | null): { way: 'drain' | 'collect', words: string } {
  if (rule === null)
    return { way: 'collect', words: 'Collect it, and ask your water authority or waste service. No rule is written down yet.' }
  if (rule.way === 'drain' && NEVER_DRAINED.includes(content)) return { way: 'collect', words: 'Collect it: this never goes down a drain.' }
  return { way: rule.way, words: `${rule.words.replace(/\.$/, '')} (${rule.source}).` }
}
