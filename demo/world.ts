import { SKILLS } from '../core/trade/skills'
import { ARTWORK_FORM, STARTERS } from '../shared/artworks'
import type { ArtworkForm, PartForm } from '../shared/artworks'
import { BLANK_FORM } from '../shared/blanks'
import type { BlankForm } from '../shared/blanks'
import { BLANK_PLAN } from '../shared/jobs'
import type { PlacementForm, PlanForm } from '../shared/jobs'
import { PART_FORM, PLACEMENT_FORM, SHEET_FORM } from '../shared/sheets'
import type { RollForm } from '../shared/rolls'
import type { SheetForm } from '../shared/sheets'
import type { SupplyForm } from '../shared/stock'
import type { ContainerEntry, PutIn, WasteRuleEntry } from '../shared/tubs'
import type { WasteId } from '../core/trade/waste'
import type { LotForm } from '../shared/shelf'

/** A harbour-town studio of four made-up people gets ready for a rowing regatta. All of it is invented. */
export const STUDIO = { studio: 'Tidemark Bench', name: 'Maren Tidewell', password: 'harbour-light' }

export const CREW = [
  { key: 'osk', name: 'Osk Brandling', role: 'crew' as const, password: 'anchor-and-rope', pin: '1357', may: [...SKILLS] },
  {
    key: 'juno',
    name: 'Juno Saltmarsh',
    role: 'crew' as const,
    password: 'lantern-on-quay',
    pin: '8642',
    may: ['prepare' as const, 'care' as const, 'rinse' as const, 'finish' as const],
  },
  { key: 'bram', name: 'Bram Kettleby', role: 'lead' as const, password: 'six-oars-ashore', pin: '9753', may: [...SKILLS] },
]
export const LEAD_PIN = '2468'
/** Invented, like everything here: a real studio sets its own. */
export const NUMBERS = { emergencyNumber: '555 0100', poisonNumber: '555 0117' }

const LOT = { couponBest: '', strength: '', medium: '' as const, grit: '', secondsPerCm2: '' }

/** `openedDaysAgo` null for a sealed lot. */
export const LOTS: { key: string, openedDaysAgo: number | null, form: Omit<LotForm, 'openedOn'> }[] = [
  {
    key: 'general',
    openedDaysAgo: 64,
    form: {
      ...LOT,
      productName: 'Harbour general cream',
      kind: 'general-cream',
      labelMin: '5 min',
      labelMax: '5 min',
      reusable: true,
      size: '240 mL',
      left: '188',
      price: '31.50',
    },
  },
  {
    key: 'slow',
    openedDaysAgo: 61,
    form: {
      ...LOT,
      productName: 'Slack Water reusable cream',
      kind: 'slow-cream',
      labelMin: '15 min',
      labelMax: '15 min',
      reusable: true,
      size: '470 mL',
      left: '402',
      price: '44',
    },
  },
  {
    key: 'fast',
    openedDaysAgo: 162,
    form: {
      ...LOT,
      productName: 'Quayside quick cream',
      kind: 'fast-cream',
      labelMin: '1 min',
      labelMax: '3 min',
      reusable: true,
      size: '90 mL',
      left: '27',
      price: '19.80',
    },
  },
  {
    key: 'fast-new',
    openedDaysAgo: null,
    form: {
      ...LOT,
      productName: 'Quayside quick cream, second',
      kind: 'fast-cream',
      labelMin: '1 min',
      labelMax: '3 min',
      reusable: true,
      size: '90 mL',
      left: '90',
      price: '19.80',
    },
  },
  {
    key: 'tile',
    openedDaysAgo: null,
    form: {
      ...LOT,
      productName: 'Breakwater tile cream',
      kind: 'tile-cream',
      labelMin: '20 min',
      labelMax: '20 min',
      reusable: false,
      size: '600 mL',
      left: '600',
      price: '38',
    },
  },
  {
    key: 'ferric',
    openedDaysAgo: 40,
    form: {
      ...LOT,
      productName: 'Rust Wharf ferric chloride',
      kind: 'ferric-chloride',
      labelMin: '15 min',
      labelMax: '15 min',
      reusable: false,
      size: '500 mL',
      left: '430',
      price: '14',
      strength: '42 °Bé',
    },
  },
  {
    key: 'grit',
    openedDaysAgo: 20,
    form: {
      ...LOT,
      productName: 'Shingle oxide',
      kind: 'abrasive',
      labelMin: '',
      labelMax: '',
      reusable: true,
      size: '5 kg',
      left: '3.6 kg',
      price: '36',
      medium: 'aluminium-oxide',
      grit: 'F150',
      secondsPerCm2: '0.12',
    },
  },
]

/** Washed and used again. */
export const STENCILS = [{ key: 'rope', name: 'Rope border', resist: 'mesh' as const }]

/** Measured with a tape: girths at heights. */
export const BLANKS: { key: string, blank: BlankForm }[] = [
  {
    key: 'tumbler',
    blank: {
      ...BLANK_FORM,
      name: 'Tide tumbler',
      noun: 'tumbler',
      girths: '9 1/2 in\n9 1/2 in\n9 7/16 in\n9 1/4 in',
      readings: [
        { height: '0', girth: '9 1/2 in' },
        { height: '4 1/4 in', girth: '9 1/2 in' },
      ],
    },
  },
  {
    key: 'chimney',
    blank: {
      ...BLANK_FORM,
      name: 'Pier lamp chimney',
      noun: 'lamp chimney',
      readings: [
        { height: '0', girth: '195 mm' },
        { height: '40 mm', girth: '198 mm' },
        { height: '85 mm', girth: '262 mm' },
        { height: '130 mm', girth: '228 mm' },
        { height: '180 mm', girth: '196 mm' },
        { height: '255 mm', girth: '180 mm' },
      ],
    },
  },
  {
    key: 'flask',
    blank: {
      ...BLANK_FORM,
      name: 'Pilot flask',
      noun: 'flask',
      readings: [
        { height: '0', girth: '8 1/4 in' },
        { height: '70 mm', girth: '7 3/4 in' },
        { height: '115 mm', girth: '6 3/4 in' },
        { height: '135 mm', girth: '4 in' },
        { height: '165 mm', girth: '3 1/2 in' },
      ],
    },
  },
  {
    key: 'goblet',
    blank: {
      ...BLANK_FORM,
      name: 'Regatta goblet bowl',
      noun: 'goblet',
      readings: [
        { height: '0', girth: '120 mm' },
        { height: '18 mm', girth: '205 mm' },
        { height: '45 mm', girth: '252 mm' },
        { height: '75 mm', girth: '244 mm' },
        { height: '100 mm', girth: '215 mm' },
      ],
    },
  },
  {
    key: 'pane',
    blank: {
      ...BLANK_FORM,
      name: 'Wheelhouse pane',
      noun: 'wheelhouse pane',
      shape: 'pane',
      pane: {
        width: '380 mm',
        height: '520 mm',
        thickness: '6 mm',
        holes: [
          { x: '25 mm', y: '25 mm', across: '9 mm' },
          { x: '355 mm', y: '25 mm', across: '9 mm' },
        ],
      },
    },
  },
  {
    key: 'pint',
    blank: {
      ...BLANK_FORM,
      name: 'Boathouse pint, tapered',
      noun: 'pint glass',
      heightKind: 'side',
      readings: [
        { height: '0', girth: '7 1/2 in' },
        { height: '148 mm', girth: '10 7/8 in' },
      ],
    },
  },
]

/** Art that was read: drawings lie in `art/`, the rest is set in the shipped letters. */
/** A letter with a name let into it, as the first of the compositions to begin with. */
function splitLetter(letter: string, name: string): PartForm[] {
  const [large, small] = STARTERS[0]!.parts()
  const says = (part: PartForm, text: string): PartForm => ({ ...part, what: { ...part.what, text } as PartForm['what'] })
  return [says(large!, letter), says(small!, name)]
}

export const ARTWORKS: { key: string, blank?: string, lot: string, file?: string, form: Omit<ArtworkForm, 'blankId' | 'lotId'> }[] = [
  {
    key: 'tide',
    blank: 'tumbler',
    lot: 'general',
    file: 'tide-line.svg',
    form: { ...ARTWORK_FORM, name: 'Tide line', width: '2 1/2 in' },
  },
  { key: 'rose', lot: 'general', file: 'compass-rose.svg', form: { ...ARTWORK_FORM, name: 'Compass rose', width: '120 mm' } },
  {
    key: 'regatta',
    blank: 'tumbler',
    lot: 'general',
    form: {
      ...ARTWORK_FORM,
      name: 'Regatta, two lines',
      source: { kind: 'letters', text: 'Harbour\nRegatta', face: 'stencil', align: 'middle' },
      width: '58 mm',
    },
  },
  {
    key: 'split',
    lot: 'general',
    form: { ...ARTWORK_FORM, name: 'Split R', width: '64 mm', source: { kind: 'parts', parts: splitLetter('R', 'Ragnhild') } },
  },
  {
    key: 'cox',
    blank: 'flask',
    lot: 'fast',
    form: {
      ...ARTWORK_FORM,
      name: 'Cox',
      source: { kind: 'letters', text: 'Cox', face: 'script', align: 'middle' },
      width: '45 mm',
      capital: '18 mm',
      polarity: 'background',
      margin: '6 mm',
    },
  },
]

/** Resist on the rail: two rolls and what earlier sheets left. */
export const ROLLS: RollForm[] = [
  {
    name: 'Blue vinyl, 12 in roll',
    resist: 'permanent-vinyl',
    width: '305 mm',
    length: '8.4 m',
    scrap: false,
    grain: false,
    priceM2: '11.50',
  },
  { name: 'Blue vinyl, scrap', resist: 'permanent-vinyl', width: '180 mm', length: '96 mm', scrap: true, grain: false, priceM2: '11.50' },
  { name: 'Chart paper roll', resist: 'contact-paper', width: '450 mm', length: '5 m', scrap: false, grain: false },
]

type SupplySketch = Omit<SupplyForm, 'openedOn' | 'expiresOn' | 'blankId'> & {
  openedDaysAgo: number | null
  goodForDays: number | null
  blank?: string
}
const SUPPLY = { openedDaysAgo: 12, goodForDays: null, reorder: '' }

/** What else stands on the shelf of the sample studio. */
export const SUPPLIES: SupplySketch[] = [
  {
    ...SUPPLY,
    kind: 'gel',
    name: 'Calcium gluconate gel 2.5 %',
    pack: '1',
    left: '2',
    reorder: '1',
    price: '24',
    openedDaysAgo: null,
    goodForDays: 300,
  },
  {
    ...SUPPLY,
    kind: 'gloves',
    name: 'Pierhead long gloves',
    material: 'nitrile',
    size: 'M',
    pack: '50',
    left: '31',
    reorder: '20',
    price: '22.50',
  },
  {
    ...SUPPLY,
    kind: 'gloves',
    name: 'Pierhead long gloves',
    material: 'nitrile',
    size: 'L',
    pack: '50',
    left: '14',
    reorder: '20',
    price: '22.50',
  },
  { ...SUPPLY, kind: 'goggles', name: 'Spray goggles, closed at the sides', pack: '1', left: '4', price: '16', openedDaysAgo: null },
  { ...SUPPLY, kind: 'cabinet-filter', name: 'Cabinet cartridge', hours: '120', pack: '1', left: '1', price: '58', openedDaysAgo: null },
  { ...SUPPLY, kind: 'bicarbonate', name: 'Bicarbonate, bucket', pack: '5 kg', left: '2.4 kg', reorder: '1 kg', price: '14' },
  { ...SUPPLY, kind: 'slaked-lime', name: 'Slaked lime', pack: '1 kg', left: '800 g', price: '9' },
  { ...SUPPLY, kind: 'calcium-chloride', name: 'Calcium chloride, flakes', pack: '1 kg', left: '1 kg', price: '8', openedDaysAgo: null },
  { ...SUPPLY, kind: 'ph-strips', name: 'Strips, pH 0 to 14', pack: '100', left: '62', reorder: '25', price: '11', goodForDays: 420 },
  { ...SUPPLY, kind: 'tape', name: 'Low-tack masking tape, 24 mm', pack: '50 m', left: '18 m', reorder: '10 m', price: '3.20' },
  { ...SUPPLY, kind: 'transfer', name: 'Transfer tape, 300 mm', pack: '10 m', left: '6.5 m', price: '17' },
  { ...SUPPLY, kind: 'degreaser', name: 'Isopropyl alcohol 70 %', pack: '1 L', left: '640 mL', reorder: '250 mL', price: '7.80' },
  { ...SUPPLY, kind: 'applicator', name: 'Foam brushes, 25 mm', pack: '24', left: '15', reorder: '8', price: '6.40' },
  { ...SUPPLY, kind: 'blank', name: 'Straight tumblers', blank: 'tumbler', pack: '6', left: '9', price: '13.20', openedDaysAgo: null },
]

/** Where waste waits in the sample studio. @property fullBy days from when it was begun */
export const CONTAINERS: (Omit<ContainerEntry, 'openedOn' | 'fullBy'> & {
  key: string
  fullBy: number | null
  waste: Omit<PutIn, 'id'>
})[] = [
  {
    key: 'water',
    name: 'Blue can by the sink',
    content: 'fluoride-water',
    capacity: 30_000,
    place: 'under the sink',
    fullBy: 90,
    waste: { kind: 'fluoride-water', amount: 17_500, note: 'from the old bucket' },
  },
  {
    key: 'solids',
    name: 'Wipes pail',
    content: 'fluoride-solids',
    capacity: 5000,
    place: 'at the bench',
    fullBy: null,
    waste: { kind: 'fluoride-solids', amount: 1350, note: '' },
  },
  {
    key: 'metal',
    name: 'Ferric can',
    content: 'ferric-water',
    capacity: 10_000,
    place: 'metal shelf, lowest board',
    fullBy: 60,
    waste: { kind: 'ferric-water', amount: 9200, note: '' },
  },
]

export const WASTE_RULES: (WasteRuleEntry & { content: WasteId })[] = [
  {
    content: 'ferric-water',
    way: 'collect',
    words: 'The harbour waste service takes it, closed and labelled.',
    source: 'price list of the harbour waste service',
  },
]

/** Where stencils go on a piece, ready to cut. */
export const SHEETS: { blank: string, arts: string[], form: SheetForm }[] = [
  {
    blank: 'tumbler',
    arts: ['tide', 'regatta', 'regatta'],
    form: {
      ...SHEET_FORM,
      name: 'Regatta tumblers',
      parts: [
        {
          ...PART_FORM,
          pieces: '2',
          placements: [
            { ...PLACEMENT_FORM },
            { ...PLACEMENT_FORM, anchor: 'seam', at: '1/4 round', level: 'rim', clear: '30 mm' },
            { ...PLACEMENT_FORM, anchor: 'seam', at: '3/4 round', level: 'rim', clear: '30 mm' },
          ],
        },
      ],
    },
  },
]

/** Test strips already etched: the general cream has grown a little weaker since it was opened, the slow one holds. */
export const COUPONS = [
  {
    lot: 'general',
    by: 'osk',
    daysAgo: 26,
    steps: [
      ['1:15', '4.2', '0'],
      ['2:30', '6.4', '0.02'],
      ['5 min', '8.2', '0.05'],
      ['7:30', '8.7', '0.08'],
      ['10 min', '8.8', '0.11'],
    ],
  },
  {
    lot: 'general',
    by: 'maren',
    daysAgo: 16,
    steps: [
      ['1:15', '4', ''],
      ['2:30', '6.2', ''],
      ['5 min', '8.2', ''],
      ['7:30', '8.7', ''],
      ['10 min', '8.9', ''],
    ],
  },
  {
    lot: 'general',
    by: 'juno',
    daysAgo: 5,
    steps: [
      ['1:15', '3.8', '0'],
      ['2:30', '6.1', '0.02'],
      ['5 min', '8', '0.05'],
      ['7:30', '8.6', '0.08'],
      ['10 min', '8.9', '0.1'],
    ],
  },
  {
    lot: 'slow',
    by: 'osk',
    daysAgo: 28,
    steps: [
      ['4 min', '3.9', ''],
      ['7 min', '5.8', ''],
      ['12 min', '7.6', ''],
      ['20 min', '8.6', ''],
      ['30 min', '8.9', ''],
    ],
  },
  {
    lot: 'slow',
    by: 'osk',
    daysAgo: 9,
    steps: [
      ['4 min', '3.8', ''],
      ['7 min', '5.8', ''],
      ['12 min', '7.5', ''],
      ['20 min', '8.6', ''],
      ['30 min', '8.9', ''],
    ],
  },
]

/** One pass of one set, its one stencil told with the rest; what is on the shelf and in the library goes by its key. */
export type PassSketch = Partial<
  Omit<PlanForm & PlacementForm, 'customer' | 'dueOn' | 'notes' | 'lotId' | 'stencilId' | 'blankId' | 'artworkId'>
> & {
  art?: string
  /** Further stencils on each piece in the same pass. */
  places?: (Partial<PlacementForm> & { art?: string })[]
  lot: string
  stencil?: string
  blank?: string
}
export type JobSketch = PassSketch & {
  key: string
  customer: string
  notes: string
  dueInDays: number
  /** Passes on the same pieces after the first. */
  then?: PassSketch[]
  /** Other pieces that belong to the job. */
  also?: PassSketch[]
}

const vessel = { answers: { irreplaceable: 'replaceable', food: 'outside', lip: 'clear', child: 'no' } }
const flat = {
  surface: 'flat' as const,
  answers: { irreplaceable: 'replaceable', food: 'none', lip: 'not-a-vessel', child: 'no' },
}
const own = (dwell: string) => ({ ...BLANK_PLAN.schools, dwell })
const tumbler = { ...vessel, blank: 'tumbler', noun: 'tumbler', height: '4 1/4 in', girth: '9 1/2"' }
const chimney = {
  ...vessel,
  answers: { ...vessel.answers, food: 'none' },
  blank: 'chimney',
  noun: 'lamp chimney',
  height: '255 mm',
  girth: '192 mm',
  clear: '190 mm',
}
const flask = {
  ...vessel,
  blank: 'flask',
  clear: '45 mm',
  noun: 'flask',
  surface: 'taper' as const,
  height: '165 mm',
  girth: '7 3/4"',
  resist: 'contact-paper' as const,
  schools: own('even-frost'),
}
const tag = { ...flat, noun: 'mooring tag', substrate: 'brass' as const, height: '2 1/2 in', girth: '3 1/2 in', resist: 'rub-on' as const }
const pane = { ...flat, noun: 'wheelhouse pane', height: '520 mm', girth: '380 mm', resist: 'blast-mask' as const }

/** Still to do when the app is opened. */
export const OPEN_JOBS: JobSketch[] = [
  {
    ...chimney,
    key: 'chimneys',
    lot: 'slow',
    dueInDays: 2,
    customer: 'Pier lamp keepers',
    notes: 'For the six lamps along the finish line. Crest faces the water.',
    pieces: '3',
    artWidth: '70 mm',
    artHeight: '90 mm',
    openFraction: '22 %',
  },
  {
    ...tumbler,
    art: 'tide',
    key: 'tide-line',
    lot: 'general',
    dueInDays: 4,
    // The boat's number stands at the back, under the same coat.
    places: [
      {
        anchor: 'seam',
        at: '45°',
        level: 'base',
        clear: '24 mm',
        artWidth: '24 mm',
        artHeight: '14 mm',
        openFraction: '40 %',
        finest: '1.5 mm',
      },
    ],
    customer: 'Regatta committee',
    notes: 'Tide line all one height above the base; check the girth of each.',
    pieces: '6',
    artWidth: '2 1/2 in',
    artHeight: '40 mm',
    openFraction: '30 %',
    finest: '1.2 mm',
    schools: own('own-coupons'),
    also: [
      {
        ...flask,
        art: 'cox',
        lot: 'general',
        schools: own('label'),
        pieces: '1',
        names: 'Starter',
        artWidth: '41 mm',
        artHeight: '30 mm',
        openFraction: '40 %',
      },
    ],
  },
  {
    ...tag,
    key: 'tags',
    lot: 'ferric',
    dueInDays: 6,
    customer: 'Harbour office',
    notes: 'Berth numbers 1 to 8.',
    pieces: '8',
    artWidth: '40 mm',
    artHeight: '22 mm',
    openFraction: '35 %',
    finest: '0.8 mm',
  },
  {
    ...flask,
    key: 'flasks',
    lot: 'fast',
    dueInDays: 9,
    customer: 'Pilot boat crew',
    notes: 'Boat numbers, one each; initials over them once they are dry.',
    pieces: '2',
    names: 'Gull, Tern',
    artWidth: '45 mm',
    artHeight: '30 mm',
    openFraction: '40 %',
    then: [
      {
        ...flask,
        lot: 'fast',
        pieces: '2',
        artWidth: '20 mm',
        artHeight: '14 mm',
        openFraction: '30 %',
        finest: '1 mm',
        clear: '78 mm',
      },
    ],
  },
  {
    ...pane,
    art: 'rose',
    blank: 'pane',
    key: 'panes',
    lot: 'grit',
    dueInDays: 11,
    customer: 'Ferry yard',
    notes: 'Compass rose, clear in frost: one fades out to the top, one is frosted all over.',
    pieces: '2',
    looks: ['', 'solid'],
    artWidth: '240 mm',
    artHeight: '240 mm',
    openFraction: '30 %',
    look: 'fade',
  },
  {
    ...flat,
    key: 'clock',
    lot: 'general',
    dueInDays: 13,
    customer: 'Start boat',
    notes: 'Face of the start clock, to be read from both sides of the line.',
    noun: 'clock pane',
    substrate: 'tempered',
    height: '300 mm',
    girth: '300 mm',
    pieces: '1',
    artWidth: '200 mm',
    artHeight: '200 mm',
    openFraction: '12 %',
    coaters: '2',
  },
]

/** Stands on today's plan beside the run on the bench. */
export const DAY_JOB = 'tide-line'

type Judgement = { result: 'good' | 'usable' | 'scrap', faults?: string[], note?: string }

/** In the log already. `over` is how long past the best time each piece stayed on, s. */
export const PAST_JOBS: (JobSketch & {
  daysAgo: number
  by: string
  over: number[]
  judged: Judgement[]
  /** The job whose failed pieces go again. */
  goesOn?: string
})[] = [
  {
    ...tumbler,
    art: 'tide',
    key: 'trial',
    daysAgo: 23,
    by: 'juno',
    lot: 'general',
    dueInDays: -20,
    customer: 'Regatta committee',
    notes: 'Trial pair.',
    pieces: '2',
    artWidth: '63.5 mm',
    artHeight: '40 mm',
    openFraction: '35 %',
    over: [4, 9],
    judged: [{ result: 'good' }, { result: 'usable', faults: ['bands'], note: 'brush marks low down' }],
  },
  {
    ...flask,
    art: 'cox',
    key: 'cox',
    daysAgo: 15,
    by: 'osk',
    lot: 'fast',
    dueInDays: -14,
    customer: 'Cox of the eight',
    notes: '',
    pieces: '1',
    artWidth: '41 mm',
    artHeight: '30 mm',
    openFraction: '40 %',
    over: [205],
    judged: [{ result: 'scrap', faults: ['too-long', 'soft'], note: 'telephone' }],
  },
  {
    ...flask,
    art: 'cox',
    key: 'cox-again',
    goesOn: 'cox',
    daysAgo: 14,
    by: 'osk',
    lot: 'general',
    schools: own('label'),
    dueInDays: -14,
    customer: 'Cox of the eight',
    notes: 'Second try, another cream.',
    pieces: '1',
    artWidth: '41 mm',
    artHeight: '30 mm',
    openFraction: '40 %',
    over: [6],
    judged: [{ result: 'good' }],
  },
  {
    ...tag,
    key: 'tag-trial',
    daysAgo: 12,
    by: 'bram',
    lot: 'ferric',
    dueInDays: -10,
    customer: 'Harbour office',
    notes: 'Trial pair.',
    pieces: '2',
    artWidth: '40 mm',
    artHeight: '22 mm',
    openFraction: '35 %',
    over: [10, 40],
    judged: [{ result: 'good' }, { result: 'usable', faults: ['thin'], note: 'swab ran dry at the rim' }],
  },
  {
    ...pane,
    key: 'pane-trial',
    daysAgo: 10,
    by: 'bram',
    lot: 'grit',
    dueInDays: -9,
    customer: 'Ferry yard',
    notes: 'Small pane first.',
    noun: 'pane',
    height: '200 mm',
    girth: '150 mm',
    pieces: '1',
    artWidth: '90 mm',
    artHeight: '90 mm',
    openFraction: '40 %',
    over: [3],
    judged: [{ result: 'good' }],
  },
  {
    ...chimney,
    key: 'chimney-trial',
    daysAgo: 8,
    by: 'maren',
    lot: 'slow',
    dueInDays: -6,
    customer: 'Pier lamp keepers',
    notes: '',
    pieces: '2',
    artWidth: '70 mm',
    artHeight: '90 mm',
    openFraction: '22 %',
    over: [20, 31],
    judged: [{ result: 'good' }, { result: 'good' }],
  },
  {
    ...tumbler,
    art: 'regatta',
    key: 'boathouse',
    daysAgo: 3,
    by: 'juno',
    lot: 'general',
    dueInDays: -1,
    customer: 'Boathouse bar',
    notes: '',
    pieces: '4',
    artWidth: '58 mm',
    artHeight: '31 mm',
    openFraction: '35 %',
    resist: 'mesh',
    stencil: 'rope',
    over: [2, 5, 3, 8],
    judged: [
      { result: 'good' },
      { result: 'good' },
      { result: 'usable', faults: ['thin'], note: 'fingerprint at the oar' },
      { result: 'good' },
    ],
  },
]

/** How long these hands take for a step, of what is usual. */
export const HANDS: Record<string, number> = {
  'clean': 1.15, 'resist': 1.4, 'mask': 1.3, 'ready-etchant': 0.9, 'peel': 0.85, 'second-wash': 0.75, 'dry': 0.8, 'wash-up': 1.1,
}

/** What the studio knows of some of its customers. */
export const CUSTOMERS: { name: string, email?: string, phone?: string, address?: string, likes?: string }[] = [
  {
    name: 'Regatta committee',
    email: 'prizes@regatta.example',
    phone: '01 55 20 11',
    address: 'The boathouse\nQuay steps',
    likes: 'Tide line all round, lettering in capitals. Collects on the Friday before the race.',
  },
  {
    name: 'Pier lamp keepers',
    phone: '01 55 20 47',
    likes: 'Even frost, no clear band at the rim. Brings the chimneys; two spares each time.',
  },
  { name: 'Harbour office', email: 'office@harbour.example', likes: 'Deep frost on door panes, thin letters.' },
  { name: 'Boathouse bar', phone: '01 55 20 02' },
]
