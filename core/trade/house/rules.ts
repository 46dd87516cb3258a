import { commonPractice, fromMemory, houseRule } from '../../basics/source'
import type { Source } from '../../basics/source'
import { SCHOOL_NAMES, SCHOOL_TABLES } from './schools'
import type { Schools } from './schools'

/**
 * What this studio decided where practice differs. Lengths in mm, areas in mm², times in s, volumes in mL, masses in g, pressure in
 * kPa.
 */
export interface HouseRules extends Schools {
  /** Unit taken when a length is written without one, and shown first. */
  lengthUnit: 'mm' | 'in'
  currency: string
  /** A name of the IANA database: whose day, due dates and times of day the studio goes by. */
  timeZone: string
  // Resist
  border: number
  spare: number
  wrapOverlap: number
  transferUses: number
  tapeOverlap: number
  fitTolerance: number
  seamTolerance: number
  // Cutting
  knifeLeast: number
  plotterLeast: number
  dieLeast: number
  filmLeast: number
  bridgeWidth: number
  weedPerPiece: number
  weedPerMetre: number
  sheetGap: number
  scrapLeast: number
  // Dwell
  labelSlack: number
  couponSpread: number
  oldCreamDays: number
  oldCreamGain: number
  coldBelow: number
  coldFactor: number
  undercutShare: number
  largeOpening: number
  temperedCap: number
  spreadShare: number
  plateauShare: number
  cardLightness: number
  whiteFrost: number
  retestDays: number
  // Coat
  coatThickness: number
  coatOverlap: number
  toolLoss: number
  recoveredShare: number
  coatSecondsPerCm2: number
  coatSecondsWide: number
  coatHandling: number
  // Care
  dripEvery: number
  moveEvery: number
  // Liquid
  liquidFilm: number
  rewetEvery: number
  // Blast
  blastSecondsPerCm2: number
  carveFactor: number
  blastPressure: number
  blastPressureLight: number
  blastDistance: number
  blastPasses: number
  gritPerMinute: number
  // The day
  workFrom: number
  workTo: number
  places: number
  sinks: number
  tubs: number
  cabinets: number
  dryTime: number
  careGrace: number
  // Clean up
  etchantLimit: number
  blastLimit: number
  bicarbonateExcess: number
  bicarbonateLeast: number
  creamBifluoride: number
  // Prices
  resistPrice: number
  consumables: number
  hourly: number
  /** Whether the studio's own log has a say where a plan is made. */
  logAdvice: 'on' | 'off'
  // Quotes
  wear: number
  overhead: number
  scrapAllowance: number
  markup: number
  priceStep: number
  taxRate: number
  quoteDays: number
}

export type RuleKey = keyof HouseRules
export type RuleKind
  = | 'choice'
    | 'length'
    | 'area'
    | 'time'
    | 'volume'
    | 'mass'
    | 'share'
    | 'factor'
    | 'count'
    | 'days'
    | 'temperature'
    | 'pressure'
    | 'money'
    | 'currency'
    | 'zone'
    | 'clock'

/** One rule as the house-rules page shows it. */
export interface RuleSpec {
  key: RuleKey
  group:
    | 'Schools'
    | 'Resist'
    | 'Cutting'
    | 'Dwell'
    | 'Coat'
    | 'During the dwell'
    | 'Liquid etchant'
    | 'Blasting'
    | 'Coupons and frost meter'
    | 'The day'
    | 'Clean up'
    | 'Units, time and prices'
    | 'Quotes'
  kind: RuleKind
  label: string
  default: string | number
  options?: readonly { id: string, text: string, why?: string }[]
  least?: number
  most?: number
  reason: string
  source: Source
}

type NumberKey = { [K in RuleKey]: HouseRules[K] extends number ? K : never }[RuleKey]
const number = (
  key: NumberKey,
  group: RuleSpec['group'],
  kind: RuleKind,
  label: string,
  value: number,
  [least, most]: [number, number],
  reason: string,
  source: Source = houseRule(),
): RuleSpec => ({ key, group, kind, label, default: value, least, most, reason, source })

const SCHOOL_DEFAULTS: Schools = {
  dwell: 'label',
  care: 'leave',
  weeding: 'backing',
  after: 'recover',
  rinsing: 'tub',
  peel: 'under-water',
}
const SCHOOL_REASONS: Record<keyof Schools, string> = {
  dwell: 'The label is the maker\'s word, and the safest place to start.',
  care: 'Fussing makes waves. On curved pieces, push drips back all the same.',
  weeding: 'Usual. Limp film is weeded on the piece whatever you choose here.',
  after: 'Most of a reusable cream can go back; one for single use is wiped off whatever you choose here.',
  rinsing: 'A plastic tub can\'t be etched, and it holds everything for the bicarbonate.',
  peel: 'Water lifts the edge and takes the last of the cream.',
}

export const RULES: readonly RuleSpec[] = [
  ...(Object.keys(SCHOOL_TABLES) as (keyof Schools)[]).map((key): RuleSpec => ({
    key,
    group: 'Schools',
    kind: 'choice',
    label: SCHOOL_NAMES[key],
    default: SCHOOL_DEFAULTS[key],
    // A long rest is chosen for one job at a time, never for the house.
    options: SCHOOL_TABLES[key].filter(s => s.id !== 'long-rest'),
    reason: SCHOOL_REASONS[key],
    source: commonPractice('each school is practised'),
  })),
  number(
    'border',
    'Resist',
    'length',
    'Border of resist each side',
    12.7,
    [3, 150],
    'More protects better, but wrinkles more on a curve.',
    commonPractice('about 1/2 in each side'),
  ),
  number(
    'spare',
    'Resist',
    'length',
    'Spare to trim',
    6.35,
    [0, 100],
    'Cut a little more than you need.',
    commonPractice('6 1/2 in for a 6 1/4 in need'),
  ),
  number(
    'wrapOverlap',
    'Resist',
    'length',
    'Overlap of a sheet that goes all round',
    6.35,
    [0, 50],
    'Cut this much longer than the way round, so that it closes at the back.',
  ),
  number(
    'transferUses',
    'Resist',
    'count',
    'Uses of transfer tape',
    2,
    [1, 5],
    'Two or three times, until it no longer lifts.',
    commonPractice('transfer tape serves two or three times'),
  ),
  number('tapeOverlap', 'Resist', 'factor', 'Tape over the way round', 1.15, [1, 2], 'Corners overlap and ends are folded.'),
  number(
    'fitTolerance',
    'Resist',
    'length',
    'A flat sheet may be out by',
    0.5,
    [0.05, 5],
    'Less than this lies down under a thumb; more wrinkles.',
  ),
  number(
    'seamTolerance',
    'Resist',
    'length',
    'Wrap-around art may miss its seam by',
    1,
    [0.1, 10],
    'Two bottles of one kind can differ by a quarter inch.',
    commonPractice('9 1/2 in against 9 1/4 in'),
  ),

  number(
    'knifeLeast',
    'Cutting',
    'length',
    'Finest by hand knife',
    2,
    [0.3, 20],
    'Bridges and openings narrower than this tear or wander.',
  ),
  number('plotterLeast', 'Cutting', 'length', 'Finest by plotter', 0.8, [0.1, 20], 'Narrower vinyl lifts with the blade.'),
  number('dieLeast', 'Cutting', 'length', 'Finest by die', 1.5, [0.2, 20], 'What a bought die holds.'),
  number('filmLeast', 'Cutting', 'length', 'Finest on rub-on film', 0.25, [0.05, 20], 'Exposed, not cut; it breaks rather than tears.'),
  number('bridgeWidth', 'Cutting', 'length', 'Bridge to an island', 1.5, [0.3, 20], 'Wide enough to hold, narrow enough to overlook.'),
  number('weedPerPiece', 'Cutting', 'time', 'To weed one part', 4, [0, 120], 'Find an edge, lift it, put it aside.'),
  number('weedPerMetre', 'Cutting', 'time', 'To weed a metre of cut', 60, [0, 1200], 'Fine art is all edge.'),
  number('sheetGap', 'Cutting', 'length', 'Between two stencils on a sheet', 5, [0, 50], 'Room for the weeding box.'),
  number(
    'scrapLeast',
    'Cutting',
    'length',
    'A scrap is kept from',
    50,
    [10, 500],
    'On its shorter side. Anything smaller goes in the bin.',
    commonPractice('scraps of any colour will do'),
  ),

  number(
    'labelSlack',
    'Dwell',
    'factor',
    'Room after a label\'s one time',
    1.25,
    [1, 2],
    'A label that gives one time still needs room to get to the sink.',
  ),
  number(
    'couponSpread',
    'Dwell',
    'share',
    'Either side of a coupon\'s best',
    0.2,
    [0.05, 0.5],
    'A fifth more or less looks the same to the eye.',
  ),
  number(
    'oldCreamDays',
    'Dwell',
    'days',
    'Cream is old after',
    90,
    [14, 365],
    'It loses strength from three to six months after opening.',
    commonPractice('about 3 to 6 months after opening'),
  ),
  number('oldCreamGain', 'Dwell', 'share', 'Longer for old cream', 0.15, [0, 1], 'A weak cream needs longer; only a coupon says how much.'),
  number(
    'coldBelow',
    'Dwell',
    'temperature',
    'Cold bench below',
    18,
    [5, 30],
    'A cold cream frosts weakly.',
    commonPractice('weak frost: old, unstirred or cold'),
  ),
  number(
    'coldFactor',
    'Dwell',
    'share',
    'Longer for each degree below',
    0.04,
    [0, 0.15],
    'Cautious: reactions run about twice as fast for every 15 to 20 °C.',
  ),
  number(
    'undercutShare',
    'Dwell',
    'share',
    'How much of the finest detail undercut may eat',
    0.5,
    [0.1, 0.9],
    'Creep from both sides may eat half of the finest bridge.',
  ),
  number(
    'largeOpening',
    'Dwell',
    'area',
    'A large open area is over',
    2500,
    [200, 100_000],
    'Brush marks and patches show in it.',
    commonPractice('large open areas show brush marks'),
  ),
  number(
    'temperedCap',
    'Dwell',
    'time',
    'Tempered glass is rinsed by',
    600,
    [120, 600],
    'Many fear that it heats up and shatters, though why is disputed. You can make this shorter, not longer.',
    commonPractice('a hard stop at 10 min'),
  ),
  number(
    'spreadShare',
    'Dwell',
    'share',
    'Of the window, coating may take',
    0.5,
    [0.1, 1],
    'The first part covered dwells longer than the last.',
  ),

  number(
    'coatThickness',
    'Coat',
    'length',
    'Thickness of a coat',
    0.6,
    [0.1, 3],
    'Thick enough that nothing shows through.',
    commonPractice('fitted to 1/4 tsp a monogram, 1/2 tsp four tumblers'),
  ),
  number(
    'coatOverlap',
    'Coat',
    'factor',
    'Area coated for each area open',
    1.25,
    [1, 3],
    'Cream goes past every open edge onto the resist.',
    commonPractice('fitted, as the thickness'),
  ),
  number(
    'toolLoss',
    'Coat',
    'volume',
    'Stays in the brush',
    0.6,
    [0, 20],
    'A wooden stick wastes least, a foam brush most.',
    commonPractice('fitted, as the thickness'),
  ),
  number(
    'recoveredShare',
    'Coat',
    'share',
    'Goes back when recovered',
    0.6,
    [0, 0.95],
    'Most can be used again.',
    commonPractice('most can be used again'),
  ),
  number(
    'coatSecondsPerCm2',
    'Coat',
    'time',
    'To cover one cm² with brush or stick',
    0.5,
    [0.05, 60],
    'Your own median takes its place once five coats are logged.',
    commonPractice('brushing a whole wine-glass bowl of 150 to 200 cm² takes about 95 s'),
  ),
  number(
    'coatSecondsWide',
    'Coat',
    'time',
    'To cover one cm² poured, or with a wide tool',
    0.15,
    [0.02, 60],
    'For large flat areas. Your own median takes its place once five coats are logged.',
    commonPractice('poured on a flat panel and spread with a wide brush it goes much faster'),
  ),
  number(
    'coatHandling',
    'Coat',
    'time',
    'To load the brush and turn the piece',
    10,
    [0, 300],
    'Once for each piece.',
    commonPractice('a monogram takes 10 to 15 s in all'),
  ),

  number(
    'dripEvery',
    'During the dwell',
    'time',
    'Look for drips every',
    180,
    [30, 1800],
    'Cream slumps toward the low side of a curved piece.',
    commonPractice('look again every few minutes and push drips back'),
  ),
  number('moveEvery', 'During the dwell', 'time', 'When kept moving, every', 60, [10, 600], 'A reminder. Nobody has to stand by for it.'),

  number('liquidFilm', 'Liquid etchant', 'length', 'Film of liquid on the metal', 0.5, [0.1, 5], 'What a wet swab leaves.'),
  number(
    'rewetEvery',
    'Liquid etchant',
    'time',
    'Wet it again every',
    180,
    [30, 900],
    'A swab dries out, and a dry film stops etching.',
    commonPractice('rubbed gently with the wet swab the whole time'),
  ),

  number(
    'blastSecondsPerCm2',
    'Blasting',
    'time',
    'Gun time for one cm²',
    0.15,
    [0.02, 30],
    'Of all that the gun sweeps. Less with a pressure pot; your own test patch or gun times come first.',
    fromMemory('a siphon cabinet frosts a square foot (930 cm²) in 1 to 3 min, a pressure pot faster'),
  ),
  number(
    'carveFactor',
    'Blasting',
    'factor',
    'To carve 1 mm deep, times the time of a frost',
    15,
    [2, 200],
    'Grit, pressure and glass differ widely: carve a scrap first and measure it.',
    fromMemory('carving takes many times as long as a frost'),
  ),
  number(
    'blastPressure',
    'Blasting',
    'pressure',
    'Pressure for glass',
    275,
    [70, 700],
    'About 40 psi frosts glass without digging.',
    commonPractice('30 to 40 psi for glass; value from memory'),
  ),
  number(
    'blastPressureLight',
    'Blasting',
    'pressure',
    'Pressure for plastic, plate and coatings',
    140,
    [35, 400],
    'About 20 psi; thin layers are cut through at once.',
    commonPractice('half of the pressure for glass; value from memory'),
  ),
  number(
    'blastDistance',
    'Blasting',
    'length',
    'Nozzle to piece',
    150,
    [50, 500],
    'The farther away, the softer the fade.',
    commonPractice('the farther the nozzle, the softer the fade'),
  ),
  number('blastPasses', 'Blasting', 'count', 'Passes over each place', 2, [1, 10], 'Two crossing passes leave no stripes.'),
  number(
    'gritPerMinute',
    'Blasting',
    'mass',
    'Grit lost to dust in a minute of gun time',
    60,
    [5, 600],
    'A siphon gun throws about 1 kg a minute, and fused alumina lasts some 15 rounds.',
    fromMemory('siphon guns 0.5 to 1.5 kg/min, 10 to 20 rounds'),
  ),

  number(
    'plateauShare',
    'Coupons and frost meter',
    'share',
    'Frost is done at',
    0.95,
    [0.8, 0.99],
    'After that, more time only undercuts.',
  ),
  number(
    'retestDays',
    'Coupons and frost meter',
    'days',
    'Test a bottle again after',
    60,
    [7, 365],
    'Cream loses strength once it has met air.',
  ),
  number(
    'cardLightness',
    'Coupons and frost meter',
    'count',
    'Dark card behind clear glass, L*',
    20,
    [5, 45],
    'Every picture is scaled so that the card is this dark, and pictures with different exposures can be compared.',
    fromMemory('black card stock reflects about 3 %'),
  ),
  number(
    'whiteFrost',
    'Coupons and frost meter',
    'count',
    'How much lighter than the card even, white frost is, L*',
    45,
    [15, 75],
    'A strip that is this much lighter gets the mark 10. Set it to what your own best frost measures.',
    fromMemory('acid-etched glass over black'),
  ),

  number('workFrom', 'The day', 'clock', 'Work begins at', 8.5 * 3600, [0, 20 * 3600], 'Nothing is planned before it.'),
  number('workTo', 'The day', 'clock', 'Work ends at', 17 * 3600, [4 * 3600, 23.75 * 3600], 'Nothing wet is planned past it.'),
  number('places', 'The day', 'count', 'Places on the bench', 8, [1, 60], 'Pieces that can stand chocked and dwelling at once.'),
  number('sinks', 'The day', 'count', 'Sinks', 1, [1, 9], 'Each rinses one piece at a time.'),
  number('tubs', 'The day', 'count', 'Rinse tubs', 1, [1, 9], 'Each rinses one piece at a time.'),
  number('cabinets', 'The day', 'count', 'Blast cabinets', 1, [1, 9], 'Each takes one piece at a time.'),
  number(
    'dryTime',
    'The day',
    'time',
    'Dry before it is looked at',
    3600,
    [300, 172_800],
    'It can only be judged dry. That takes about an hour in open air, or a night on a damp day.',
    commonPractice('judge it only when dry'),
  ),
  number(
    'careGrace',
    'The day',
    'time',
    'A call during the dwell may be early or late by',
    30,
    [5, 300],
    'A swirl or a drip check can wait half a minute without harm.',
  ),

  number(
    'bicarbonateExcess',
    'Clean up',
    'factor',
    'Bicarbonate over the equation',
    2,
    [1.5, 10],
    'Twice the equation, then on until the fizz stops.',
  ),
  number(
    'etchantLimit',
    'Clean up',
    'time',
    'Time near open etchant, per person and day',
    0,
    [0, 12 * 3600],
    'Your own limit, shown beside the minutes at the end of the day. 0 shows none.',
  ),
  number(
    'blastLimit',
    'Clean up',
    'time',
    'Gun time, per person and day',
    0,
    [0, 12 * 3600],
    'Your own limit, shown beside the minutes at the end of the day. 0 shows none.',
  ),
  number(
    'bicarbonateLeast',
    'Clean up',
    'mass',
    'Bicarbonate at least',
    15,
    [10, 500],
    'You can\'t see less than this fizz in a tub. About a tablespoon.',
  ),
  number(
    'creamBifluoride',
    'Clean up',
    'share',
    'Bifluoride in the cream, by weight',
    0.25,
    [0.05, 0.6],
    'On the high side. The safety data sheet has the figure for your bottle.',
  ),

  {
    key: 'timeZone',
    group: 'Units, time and prices',
    kind: 'zone',
    label: 'Time zone',
    default: 'UTC',
    reason: 'Every device shows the studio\'s days and times.',
    source: houseRule(),
  },
  {
    key: 'lengthUnit',
    group: 'Units, time and prices',
    kind: 'choice',
    label: 'Length without a unit',
    default: 'mm',
    options: [
      { id: 'mm', text: 'mm' },
      { id: 'in', text: 'inches' },
    ],
    reason: 'The other is shown beside it.',
    source: houseRule(),
  },
  {
    key: 'currency',
    group: 'Units, time and prices',
    kind: 'currency',
    label: 'Currency',
    default: 'EUR',
    reason: 'Three capital letters.',
    source: houseRule(),
  },
  {
    key: 'logAdvice',
    group: 'Units, time and prices',
    kind: 'choice',
    label: 'Advice from your own log',
    default: 'on',
    options: [
      { id: 'on', text: 'Give it' },
      { id: 'off', text: 'Leave it out' },
    ],
    reason: 'Only what is more than chance is said, and it never decides alone.',
    source: houseRule(),
  },
  number('resistPrice', 'Units, time and prices', 'money', 'Resist, per m²', 9, [0, 1_000_000], 'What a roll costs by its area.'),
  number(
    'consumables',
    'Units, time and prices',
    'money',
    'Gloves, wipes, brush per run',
    1.5,
    [0, 1_000_000],
    'What goes in the bin after each run.',
  ),
  number('hourly', 'Units, time and prices', 'money', 'An hour of work', 24, [0, 1_000_000], 'What an hour at the bench costs the studio.'),
  number('wear', 'Quotes', 'money', 'Wear of tools per piece and pass', 0.2, [0, 1_000_000], 'Blades, brushes, mats, nozzles.'),
  number(
    'overhead',
    'Quotes',
    'share',
    'Overhead on material, work and wear',
    0.25,
    [0, 1],
    'Rent, power, machines and everything nobody books on a job.',
  ),
  number(
    'scrapAllowance',
    'Quotes',
    'share',
    'Scrap where your log says little',
    0.05,
    [0, 0.5],
    'It counts like twenty pieces of your own: the more you have judged, the more your own share decides.',
  ),
  number('markup', 'Quotes', 'share', 'Mark-up on the cost', 0.4, [0, 1], 'What is left for the studio.'),
  number('priceStep', 'Quotes', 'money', 'Round the price of a piece up to', 0.5, [0.01, 100], 'Nobody quotes 17.83.'),
  number(
    'taxRate',
    'Quotes',
    'share',
    'Sales tax',
    0.2,
    [0, 0.5],
    'Ask your tax office. Where none is due, write 0: the quote then leaves tax out.',
  ),
  number('quoteDays', 'Quotes', 'days', 'Days a quote holds', 30, [1, 365], 'Prices of bottles and rolls move.'),
]

const BY_KEY = new Map(RULES.map(r => [r.key, r]))

/** @throws RangeError for a key that is no rule */
export function ruleSpec(key: RuleKey): RuleSpec {
  const spec = BY_KEY.get(key)
  if (!spec) throw new RangeError(`No house rule "${key}".`)
  return spec
}

/** Where a studio starts; every one of them can be changed. */
export const DEFAULT_HOUSE_RULES = Object.fromEntries(RULES.map(r => [r.key, r.default])) as unknown as HouseRules

/** Rules as stored, completed by the defaults of those that came later. */
export const completeRules = (stored: Partial<HouseRules>): HouseRules => ({
  ...DEFAULT_HOUSE_RULES,
  ...Object.fromEntries(Object.entries(stored).filter(([key]) => BY_KEY.has(key as RuleKey))),
})

/** Source of a rule's value as it stands: the default's own, or this studio's decision. */
export function ruleSource(rules: HouseRules, key: RuleKey): Source {
  const spec = ruleSpec(key)
  return rules[key] === spec.default ? spec.source : houseRule('set by this studio')
}
