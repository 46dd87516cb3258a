import type { EtchantKindId, ResistId, SubstrateId } from '../materials'
import { commonPractice, fromMemory, houseRule } from '../../basics/source'
import type { Source } from '../../basics/source'
import type { CareId } from './cares'

export const VERDICTS = ['works', 'with care', 'poor', 'never'] as const
export type Verdict = (typeof VERDICTS)[number]

/** Shape of the place that the art sits on. */
export const SURFACES = ['flat', 'cylinder', 'taper', 'bowl'] as const
export type Surface = (typeof SURFACES)[number]

/** When a row counts; without it, always. All that is given has to hold. */
export interface Condition {
  surfaces?: Surface[]
  depth?: 'surface' | 'deep'
  /** Finest detail of the art under this, mm. */
  finestBelow?: number
  /** Open area of one piece over this, mm². */
  openAbove?: number
}

/** One line of the trade's knowledge: it speaks of those substrates, etchants and resists that it names, or of all. */
export interface CompatibilityRow {
  id: string
  substrates?: readonly SubstrateId[]
  etchants?: readonly EtchantKindId[]
  resists?: readonly ResistId[]
  when?: Condition
  verdict: Verdict
  reason: string
  /** What to do instead: with `poor` and `never`. */
  instead?: string
  cares?: readonly CareId[]
  source: Source
}

const CREAMS = ['fast-cream', 'general-cream', 'slow-cream', 'tile-cream'] as const
const QUICK = ['fast-cream', 'general-cream'] as const
const LONG = ['slow-cream', 'tile-cream'] as const
const FERRIC = ['ferric-chloride'] as const
const BLAST = ['abrasive'] as const
const GLASSY = [
  'soda-lime',
  'borosilicate',
  'crystal',
  'tempered',
  'mirror-face',
  'mirror-back',
  'coloured-glass',
  'coated-glass',
  'ceramic',
] as const
const METALS = ['stainless', 'stainless-coloured', 'copper', 'brass', 'silver-plate'] as const
const FILMS = [
  'permanent-vinyl',
  'removable-vinyl',
  'soft-vinyl',
  'contact-paper',
  'stickers',
  'rub-on',
  'mesh',
  'tape',
  'blast-mask',
] as const

const practice = commonPractice()

/** What the substrate says of the etchant. Every pair stands in exactly one unconditional row. */
const SUBSTRATE_ROWS: readonly CompatibilityRow[] = [
  {
    id: 'plain-cream',
    substrates: ['soda-lime'],
    etchants: CREAMS,
    verdict: 'works',
    reason: 'Bare glass is what cream is made for.',
    source: commonPractice('cream etches bare glass only'),
  },
  {
    id: 'coloured-cream',
    substrates: ['coloured-glass'],
    etchants: CREAMS,
    verdict: 'works',
    reason: 'Etches well; light does not show through it.',
    source: commonPractice('coloured and black glass etches well'),
  },
  {
    id: 'oven-cream',
    substrates: ['borosilicate'],
    etchants: CREAMS,
    verdict: 'with care',
    reason: 'Ovenware frosts, more slowly and less white than plain glass.',
    cares: ['test-same-glass'],
    source: commonPractice('glass ovenware is etched with cream'),
  },
  {
    id: 'crystal-cream',
    substrates: ['crystal'],
    etchants: CREAMS,
    verdict: 'with care',
    reason: 'Lead crystal frosts fast and turns coarse when left long.',
    cares: ['short-and-watched', 'no-food'],
    source: practice,
  },
  {
    id: 'tempered-quick',
    substrates: ['tempered'],
    etchants: QUICK,
    verdict: 'with care',
    reason: 'Works inside a hard stop of ten minutes.',
    cares: ['tempered-cap'],
    source: commonPractice('10 min on tempered panels; start at 5'),
  },
  {
    id: 'tempered-long',
    substrates: ['tempered'],
    etchants: LONG,
    verdict: 'never',
    reason: 'This cream needs longer than the ten minutes that tempered glass is given.',
    instead: 'Use a fast or general cream.',
    source: commonPractice('10 min on tempered panels'),
  },
  {
    id: 'mirror-cream',
    substrates: ['mirror-face'],
    etchants: CREAMS,
    verdict: 'with care',
    reason: 'The glass face takes cream; its edges and back must stay dry.',
    cares: ['mirror-edges'],
    source: commonPractice('mirrors are etched on the glass face'),
  },
  {
    id: 'back-cream',
    substrates: ['mirror-back'],
    etchants: CREAMS,
    verdict: 'never',
    reason: 'Cream does nothing to paint, and what runs behind it ruins the silver.',
    instead: 'Etch the glass face, or blast the back.',
    source: commonPractice('cream does nothing to the painted back'),
  },
  {
    id: 'coated-cream',
    substrates: ['coated-glass'],
    etchants: CREAMS,
    verdict: 'poor',
    reason: 'The coating keeps cream off the glass: patchy at best.',
    instead: 'Use the uncoated side, another piece, or blast.',
    source: commonPractice('cream does nothing to painted or coated faces'),
  },
  {
    id: 'acrylic-cream',
    substrates: ['acrylic'],
    etchants: CREAMS,
    verdict: 'never',
    reason: 'Cream does nothing to plastic.',
    instead: 'Prove first that it is glass; blast it lightly if it is plastic.',
    source: commonPractice('cream does nothing to acrylic and other plastics'),
  },
  {
    id: 'glaze-cream',
    substrates: ['ceramic'],
    etchants: CREAMS,
    verdict: 'with care',
    reason: 'A glaze turns matt rather than white, and each glaze otherwise.',
    cares: ['test-same-glass', 'no-food'],
    source: commonPractice('porcelain and glazed sinks can etch'),
  },
  {
    id: 'stone-cream',
    substrates: ['stone'],
    etchants: CREAMS,
    verdict: 'poor',
    reason: 'Little shows on slate, and acid eats limestone and marble.',
    instead: 'Blast it.',
    source: practice,
  },
  {
    id: 'steel-cream',
    substrates: METALS,
    etchants: CREAMS,
    verdict: 'poor',
    reason: 'Cream is made for glass; metal only stains and pits.',
    instead: 'Use ferric chloride, or blast.',
    source: practice,
  },
  {
    id: 'light-metal-cream',
    substrates: ['aluminium', 'zinc'],
    etchants: CREAMS,
    verdict: 'never',
    reason: 'Acid on aluminium or zinc makes heat and hydrogen.',
    instead: 'Blast it.',
    source: fromMemory('safety data sheets of acid products: not with light metals'),
  },

  {
    id: 'deep-cream',
    etchants: CREAMS,
    when: { depth: 'deep' },
    verdict: 'never',
    reason: 'Cream takes off a few thousandths of a millimetre, however long it stays.',
    instead: 'Blast it for depth, or plan a surface frost.',
    source: commonPractice('a frost has no depth to speak of'),
  },

  {
    id: 'glass-ferric',
    substrates: GLASSY,
    etchants: FERRIC,
    verdict: 'never',
    reason: 'Ferric chloride does nothing to glass or glaze but stain it.',
    instead: 'Use cream, or blast.',
    source: commonPractice('ferric chloride is for metal'),
  },
  {
    id: 'acrylic-ferric',
    substrates: ['acrylic'],
    etchants: FERRIC,
    verdict: 'never',
    reason: 'Ferric chloride does nothing to plastic.',
    instead: 'Blast it lightly.',
    source: practice,
  },
  {
    id: 'stone-ferric',
    substrates: ['stone'],
    etchants: FERRIC,
    verdict: 'never',
    reason: 'It stains stone for good and foams on limestone.',
    instead: 'Blast it.',
    source: practice,
  },
  {
    id: 'bright-ferric',
    substrates: ['stainless'],
    etchants: FERRIC,
    verdict: 'with care',
    reason: 'Etches, but fainter than steel with a coloured finish.',
    cares: ['test-same-glass'],
    source: commonPractice('the contrast is better on a coloured finish'),
  },
  {
    id: 'finish-ferric',
    substrates: ['stainless-coloured'],
    etchants: FERRIC,
    verdict: 'works',
    reason: 'It cuts through the thin finish: the best contrast.',
    source: commonPractice('ferric chloride etches through the finish'),
  },
  {
    id: 'red-metal-ferric',
    substrates: ['copper', 'brass'],
    etchants: FERRIC,
    verdict: 'with care',
    reason: 'Etches evenly once lacquer and polish are off.',
    cares: ['strip-lacquer'],
    source: practice,
  },
  {
    id: 'light-metal-ferric',
    substrates: ['aluminium', 'zinc'],
    etchants: FERRIC,
    verdict: 'never',
    reason: 'Aluminium and zinc react violently with ferric chloride: heat and hydrogen.',
    instead: 'Blast it.',
    source: fromMemory('safety data sheets of ferric chloride: not with aluminium or zinc'),
  },
  {
    id: 'plate-ferric',
    substrates: ['silver-plate'],
    etchants: FERRIC,
    verdict: 'with care',
    reason: 'A thin plate is soon cut through, unevenly.',
    cares: ['thin-layer'],
    source: practice,
  },

  {
    id: 'glass-blast',
    substrates: ['soda-lime', 'borosilicate', 'coloured-glass'],
    etchants: BLAST,
    verdict: 'works',
    reason: 'Glass blasts to an even frost.',
    source: commonPractice('bottles and panes are blasted'),
  },
  {
    id: 'crystal-blast',
    substrates: ['crystal'],
    etchants: BLAST,
    verdict: 'with care',
    reason: 'Its dust carries lead.',
    cares: ['wet-dust', 'no-food'],
    source: practice,
  },
  {
    id: 'tempered-blast',
    substrates: ['tempered'],
    etchants: BLAST,
    verdict: 'with care',
    reason: 'A surface frost only: depth sets its stress free.',
    cares: ['light-pressure'],
    source: practice,
  },
  {
    id: 'tempered-deep',
    substrates: ['tempered'],
    etchants: BLAST,
    when: { depth: 'deep' },
    verdict: 'never',
    reason: 'Carving tempered glass deeply shatters it, at once or later.',
    instead: 'Frost its surface only, or carve a pane that is not tempered.',
    source: practice,
  },
  {
    id: 'mirror-blast',
    substrates: ['mirror-face'],
    etchants: BLAST,
    verdict: 'with care',
    reason: 'Works on the face; grit must not reach edge or back.',
    cares: ['mirror-edges'],
    source: practice,
  },
  {
    id: 'back-blast',
    substrates: ['mirror-back'],
    etchants: BLAST,
    verdict: 'works',
    reason: 'Grit takes paint and silver away, so that light comes through.',
    source: commonPractice('cream does nothing to the painted back; blasting does'),
  },
  {
    id: 'coated-blast',
    substrates: ['coated-glass'],
    etchants: BLAST,
    verdict: 'with care',
    reason: 'Grit goes through the coating into the glass below.',
    cares: ['light-pressure'],
    source: practice,
  },
  {
    id: 'acrylic-blast',
    substrates: ['acrylic'],
    etchants: BLAST,
    verdict: 'with care',
    reason: 'Frosts at low pressure and melts at high.',
    cares: ['light-pressure'],
    source: practice,
  },
  {
    id: 'glaze-blast',
    substrates: ['ceramic'],
    etchants: BLAST,
    verdict: 'with care',
    reason: 'Cuts through the glaze; glaze dust may carry lead.',
    cares: ['wet-dust', 'no-food'],
    source: practice,
  },
  {
    id: 'stone-blast',
    substrates: ['stone'],
    etchants: BLAST,
    verdict: 'works',
    reason: 'Stone blasts well and reads best when filled with colour.',
    source: practice,
  },
  {
    id: 'metal-blast',
    substrates: ['stainless', 'stainless-coloured', 'copper', 'brass', 'aluminium'],
    etchants: BLAST,
    verdict: 'works',
    reason: 'Metal blasts to an even matt face.',
    source: practice,
  },
  {
    id: 'zinc-blast',
    substrates: ['zinc'],
    etchants: BLAST,
    verdict: 'with care',
    reason: 'The zinc coat is thin: once through it the steel rusts.',
    cares: ['light-pressure'],
    source: practice,
  },
  {
    id: 'plate-blast',
    substrates: ['silver-plate'],
    etchants: BLAST,
    verdict: 'poor',
    reason: 'Grit is through the plate at once.',
    instead: 'Use ferric chloride after a test, or leave it.',
    source: practice,
  },
]

/** What the resist says of the etchant. Every pair stands in exactly one unconditional row. */
const RESIST_ROWS: readonly CompatibilityRow[] = [
  {
    id: 'paper',
    resists: ['paper'],
    verdict: 'never',
    reason: 'Paper and cardboard soak through and let the etchant under.',
    instead: 'Use vinyl, contact paper or a taped plastic stencil.',
    source: commonPractice('paper and cardboard let cream under'),
  },
  {
    id: 'vinyl-wet',
    resists: ['permanent-vinyl', 'rub-on', 'soft-vinyl'],
    etchants: [...CREAMS, ...FERRIC],
    verdict: 'works',
    reason: 'Holds flat for the whole dwell.',
    source: commonPractice('the usual resists'),
  },
  {
    id: 'removable-wet',
    resists: ['removable-vinyl'],
    etchants: [...CREAMS, ...FERRIC],
    verdict: 'with care',
    reason: 'Its edges lift sooner.',
    cares: ['press-edges'],
    source: practice,
  },
  {
    id: 'contact-quick',
    resists: ['contact-paper'],
    etchants: QUICK,
    verdict: 'works',
    reason: 'Holds for a short dwell; cut by hand on the piece.',
    source: commonPractice('contact or shelf paper, hand-cut'),
  },
  {
    id: 'contact-long',
    resists: ['contact-paper'],
    etchants: [...LONG, ...FERRIC],
    verdict: 'with care',
    reason: 'Thin paper may lift in a long dwell.',
    cares: ['long-dwell-edges'],
    source: practice,
  },
  {
    id: 'stickers-wet',
    resists: ['stickers'],
    etchants: [...CREAMS, ...FERRIC],
    verdict: 'with care',
    reason: 'The background frosts; each edge has to be pressed down.',
    cares: ['press-edges'],
    source: commonPractice('press each edge of a sticker'),
  },
  {
    id: 'mesh-cream',
    resists: ['mesh'],
    etchants: CREAMS,
    verdict: 'with care',
    reason: 'It is pulled off at once and washed while the cream works.',
    cares: ['pull-mesh'],
    source: commonPractice('take the mesh off at once and wash it'),
  },
  {
    id: 'mesh-ferric',
    resists: ['mesh'],
    etchants: FERRIC,
    verdict: 'poor',
    reason: 'Rubbing with the wet swab works liquid under the mesh.',
    instead: 'Use vinyl or rub-on film.',
    source: practice,
  },
  {
    id: 'loose-cream',
    resists: ['loose-stencil'],
    etchants: CREAMS,
    verdict: 'with care',
    reason: 'Not stuck down: cream is pressed straight on.',
    cares: ['straight-down'],
    source: commonPractice('press cream straight down on loose stencils'),
  },
  {
    id: 'loose-ferric',
    resists: ['loose-stencil'],
    etchants: FERRIC,
    verdict: 'poor',
    reason: 'A liquid runs under whatever is not stuck down.',
    instead: 'Use vinyl or rub-on film.',
    source: practice,
  },
  {
    id: 'tape-wet',
    resists: ['tape'],
    etchants: [...CREAMS, ...FERRIC],
    verdict: 'with care',
    reason: 'Good for bands and straight edges when burnished.',
    cares: ['press-edges'],
    source: commonPractice('painter\'s or masking tape'),
  },
  {
    id: 'mask-wet',
    resists: ['blast-mask'],
    etchants: [...CREAMS, ...FERRIC],
    verdict: 'with care',
    reason: 'Holds, but so thick that cream misses the corners.',
    cares: ['press-edges'],
    source: practice,
  },
  {
    id: 'lacquer-cream',
    resists: ['lacquer'],
    etchants: CREAMS,
    verdict: 'with care',
    reason: 'Slow, but it follows any shape.',
    cares: ['no-solvent-near'],
    source: practice,
  },
  {
    id: 'lacquer-ferric',
    resists: ['lacquer'],
    etchants: FERRIC,
    verdict: 'with care',
    reason: 'The old way on metal: scratch the lines open.',
    cares: ['no-solvent-near'],
    source: practice,
  },
  {
    id: 'mask-blast',
    resists: ['blast-mask'],
    etchants: BLAST,
    verdict: 'works',
    reason: 'Made for it: grit bounces off.',
    source: commonPractice('thicker vinyl for blasting'),
  },
  {
    id: 'vinyl-blast',
    resists: ['permanent-vinyl', 'soft-vinyl'],
    etchants: BLAST,
    verdict: 'with care',
    reason: 'Lasts for a light frost only.',
    cares: ['two-layers'],
    source: practice,
  },
  {
    id: 'vinyl-deep',
    resists: ['permanent-vinyl', 'soft-vinyl', 'tape'],
    etchants: BLAST,
    when: { depth: 'deep' },
    verdict: 'poor',
    reason: 'Worn through before any depth is reached.',
    instead: 'Use a blast mask.',
    source: practice,
  },
  {
    id: 'thin-blast',
    resists: ['removable-vinyl', 'contact-paper', 'stickers', 'rub-on', 'mesh', 'lacquer'],
    etchants: BLAST,
    verdict: 'poor',
    reason: 'Grit wears it through or lifts it.',
    instead: 'Use a blast mask.',
    source: practice,
  },
  {
    id: 'loose-blast',
    resists: ['loose-stencil'],
    etchants: BLAST,
    verdict: 'poor',
    reason: 'Grit gets under it: soft edges at best.',
    instead: 'Use a blast mask.',
    source: practice,
  },
  {
    id: 'tape-blast',
    resists: ['tape'],
    etchants: BLAST,
    verdict: 'with care',
    reason: 'Two layers hold a band for a light frost.',
    cares: ['two-layers'],
    source: practice,
  },
]

/** Where substrate, place or art changes what a resist is worth. */
const FIT_ROWS: readonly CompatibilityRow[] = [
  {
    id: 'film-on-stone',
    substrates: ['stone'],
    resists: FILMS,
    verdict: 'with care',
    reason: 'Adhesive holds badly on rough, dusty stone.',
    cares: ['seal-stone'],
    source: practice,
  },
  {
    id: 'lacquer-on-plastic',
    substrates: ['acrylic'],
    resists: ['lacquer'],
    verdict: 'poor',
    reason: 'The solvent crazes plastic.',
    instead: 'Use a blast mask.',
    source: practice,
  },
  {
    id: 'film-on-lustre',
    substrates: ['coated-glass'],
    resists: ['permanent-vinyl', 'contact-paper', 'stickers', 'tape', 'blast-mask'],
    verdict: 'with care',
    reason: 'Strong adhesive can lift paint or lustre when it is peeled.',
    cares: ['thin-layer'],
    source: practice,
  },
  {
    id: 'stiff-on-bowl',
    resists: ['permanent-vinyl', 'removable-vinyl', 'contact-paper', 'blast-mask'],
    when: { surfaces: ['bowl'] },
    verdict: 'with care',
    reason: 'A flat sheet wrinkles on a bowl: small designs, slits in the border.',
    cares: ['press-edges'],
    source: commonPractice('bowls of wine glasses are hardest: small designs only'),
  },
  {
    id: 'loose-on-bowl',
    resists: ['loose-stencil', 'mesh'],
    when: { surfaces: ['bowl'] },
    verdict: 'poor',
    reason: 'It does not lie against a bowl.',
    instead: 'Use soft stencil vinyl or rub-on film.',
    source: practice,
  },
  {
    id: 'hand-cut-fine',
    resists: ['contact-paper', 'tape', 'lacquer'],
    when: { finestBelow: 1.5 },
    verdict: 'poor',
    reason: 'Details under 1.5 mm are more than a hand knife can do.',
    instead: 'Use cut vinyl or rub-on film.',
    source: houseRule('what a hand knife can do'),
  },
  {
    id: 'vinyl-finest',
    resists: ['permanent-vinyl', 'removable-vinyl', 'soft-vinyl', 'blast-mask'],
    when: { finestBelow: 0.5 },
    verdict: 'poor',
    reason: 'Details under 0.5 mm tear out of vinyl when it is weeded.',
    instead: 'Use rub-on film.',
    source: houseRule('what a plotter can cut'),
  },
  {
    id: 'loose-fine',
    resists: ['loose-stencil', 'mesh'],
    when: { finestBelow: 1 },
    verdict: 'poor',
    reason: 'Cream creeps under details under 1 mm.',
    instead: 'Use cut vinyl or rub-on film.',
    source: practice,
  },
]

/** All that Crest knows of what goes with what. Nothing of it is hidden in code. */
export const COMPATIBILITY: readonly CompatibilityRow[] = [...SUBSTRATE_ROWS, ...RESIST_ROWS, ...FIT_ROWS]
