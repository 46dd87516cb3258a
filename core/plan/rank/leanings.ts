import type { Condition, Surface } from '../../trade/compatibility'
import type { EtchantKindId, ResistId, SubstrateFamily } from '../../trade/materials'
import { commonPractice, houseRule } from '../../basics/source'
import type { Source } from '../../basics/source'

/** When a leaning counts. All that is given has to hold. */
export interface Situation extends Condition {
  finestAbove?: number
  openBelow?: number
  countAbove?: number
  countBelow?: number
  families?: SubstrateFamily[]
  surfaces?: Surface[]
  /** The lot's own label lies between these, s: what is said of a kind is said only of a lot that agrees. */
  labelWithin?: readonly [number, number]
}

/** What speaks for or against a choice beyond its verdict: points, and why in one line. */
export interface Leaning {
  etchants?: readonly EtchantKindId[]
  resists?: readonly ResistId[]
  when?: Situation
  points: number
  reason: string
  source: Source
}

const practice = commonPractice()
export const LEANINGS: readonly Leaning[] = [
  {
    etchants: ['fast-cream'],
    when: { finestBelow: 1, labelWithin: [45, 90] },
    points: 10,
    reason: 'A minute gives sharp fine lines.',
    source: commonPractice('1 min for sharp fine lines'),
  },
  { etchants: ['fast-cream'], when: { openAbove: 2500 }, points: -14, reason: 'Too quick to cover a large area evenly.', source: practice },
  {
    etchants: ['fast-cream'],
    when: { countAbove: 6 },
    points: -5,
    reason: 'Many pieces leave little time between coats.',
    source: practice,
  },
  {
    etchants: ['general-cream'],
    when: { labelWithin: [240, 375] },
    points: 6,
    reason: 'Forgiving: ten minutes did no harm.',
    source: commonPractice('5 min; 10 did no harm'),
  },
  { etchants: ['slow-cream'], when: { openAbove: 2500 }, points: 8, reason: 'Time enough to cover a large area.', source: practice },
  {
    etchants: ['slow-cream'],
    when: { countAbove: 5 },
    points: 6,
    reason: 'Reusable, and slow enough to coat many pieces.',
    source: practice,
  },
  { etchants: ['slow-cream'], when: { finestBelow: 1 }, points: -6, reason: 'A long dwell softens fine lines.', source: practice },
  { etchants: ['tile-cream'], points: -6, reason: 'A long wait: about twenty minutes.', source: practice },
  {
    etchants: ['abrasive'],
    when: { openAbove: 6000 },
    points: 10,
    reason: 'Large areas come out even.',
    source: commonPractice('frosted all over is blasted'),
  },
  {
    etchants: ['ferric-chloride'],
    when: { families: ['metal'] },
    points: 18,
    reason: 'Made for metal: a crisp line without a cabinet.',
    source: commonPractice('ferric chloride on metal'),
  },
  {
    etchants: ['abrasive'],
    when: { openBelow: 2500, families: ['glass', 'metal'] },
    points: -8,
    reason: 'Much setting up for a small design.',
    source: practice,
  },
  { resists: ['permanent-vinyl'], points: 8, reason: 'Usual, cheap, holds hardest.', source: commonPractice('the usual resist') },
  { resists: ['permanent-vinyl'], when: { surfaces: ['bowl'] }, points: -8, reason: 'Stiff on a bowl.', source: practice },
  { resists: ['soft-vinyl'], when: { surfaces: ['bowl', 'taper'] }, points: 10, reason: 'Limp: follows a curve.', source: practice },
  {
    resists: ['soft-vinyl'],
    when: { surfaces: ['flat', 'cylinder'] },
    points: -2,
    reason: 'Weeding on the piece takes longer.',
    source: practice,
  },
  { resists: ['rub-on'], when: { finestBelow: 0.6 }, points: 14, reason: 'Holds the finest lines.', source: practice },
  { resists: ['rub-on'], when: { finestAbove: 1 }, points: -6, reason: 'Dear for art that vinyl can do.', source: practice },
  { resists: ['contact-paper'], when: { countBelow: 3 }, points: 2, reason: 'No cutter needed for a piece or two.', source: practice },
  { resists: ['contact-paper'], when: { countAbove: 3 }, points: -10, reason: 'Cutting each by hand takes long.', source: practice },
  {
    resists: ['mesh', 'loose-stencil', 're-stickable'],
    when: { countAbove: 5 },
    points: 3,
    reason: 'Used again for every piece.',
    source: practice,
  },
  { resists: ['stickers'], points: -4, reason: 'Frosts the background, not the art.', source: practice },
  { resists: ['tape'], points: -8, reason: 'Bands and straight edges only.', source: practice },
  { resists: ['lacquer'], points: -10, reason: 'Drying and scratching take longest.', source: practice },
  { resists: ['removable-vinyl'], points: -3, reason: 'Lifts sooner than permanent.', source: practice },
  {
    resists: ['blast-mask'],
    when: { families: ['glass', 'ceramic', 'stone', 'plastic', 'metal'] },
    points: 4,
    reason: 'Thick: edges stay sharp under grit.',
    source: houseRule(),
  },
]

/** Points by verdict of the table; `never` is no choice at all. */
export const VERDICT_POINTS = { 'works': 60, 'with care': 42, 'poor': 8, 'never': -Infinity } as const

export const SHELF_POINTS = {
  none: { points: -25, reason: 'None of it is on the shelf.' },
  short: { points: -15, reason: 'The bottle may not hold enough.' },
  old: { points: -8, reason: 'Old, and no coupon says it still etches.' },
  coupon: { points: 8, reason: 'Your own coupon on this ware shows its time.' },
  opened: { points: 3, reason: 'Open already: use it up first.' },
  outOfWindow: { points: -20, reason: 'Its dwell does not fit this piece.' },
} as const
