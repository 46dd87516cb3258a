import type { DwellWindow } from '../dwell'
import type { EtchantKind, ResistKind } from '../materials'
import { countOf, formatDuration, formatMass, formatVolume } from '../units'
import type { AfterSchool } from './house-rules'

export type Station = 'bench' | 'sink' | 'tub' | 'rack'

/**
 * `gate`: every item ticked by a person; `do`: one press when done; `clock`: each piece coated, timed and rinsed;
 * `measure`: amounts put out and back; `tub`: bicarbonate until no fizz; `look`: each piece judged.
 */
export type StepKind = 'gate' | 'do' | 'clock' | 'measure' | 'tub' | 'look'

export interface GateItem {
  id: string
  /** A word or three, for the large control. */
  short: string
  text: string
}

export interface Step {
  id: string
  kind: StepKind
  station: Station
  title: string
  reason: string
  /** What good looks like before going on. */
  good: string
  /** Hands-on, s. */
  seconds: number
  items?: GateItem[]
}

/** Asked before every run, of the person at the bench. Nothing in Crest skips them. */
export const SAFETY_ITEMS: readonly GateItem[] = [
  { id: 'gloves', short: 'gloves on', text: 'Gloves on, whole, long enough to cover the wrist' },
  { id: 'eyes', short: 'eyes covered', text: 'Eyes covered: goggles that close at the sides' },
  { id: 'air', short: 'air moving', text: 'Air moving: fan or window, away from the face' },
  { id: 'surface', short: 'surface covered', text: 'Work surface covered, water and a wipe within reach' },
  { id: 'away', short: 'children and food away', text: 'Children, food and drink away from the bench' },
  { id: 'label', short: 'label and data sheet read', text: 'Product label and safety data sheet read, and at hand' },
  { id: 'numbers', short: 'numbers known', text: 'Emergency and poison numbers known; somebody knows you are etching' },
]

/** Asked before the pieces are judged. */
export const WASH_UP_ITEMS: readonly GateItem[] = [
  { id: 'bottle', short: 'bottle closed', text: 'Bottle closed, outside wiped, back on the shelf' },
  { id: 'tools', short: 'tools washed', text: 'Brushes and scrapers washed; sticks and foam thrown away' },
  { id: 'surface', short: 'bench and sink wiped', text: 'Bench, tub and sink wiped and rinsed' },
  { id: 'waste', short: 'tub emptied', text: 'Tub emptied and wipes bagged as local rules say' },
  { id: 'gloves', short: 'gloves off, hands washed', text: 'Gloves rinsed, off and binned; hands washed' },
]

export interface StepContext {
  pieces: number
  /** What one piece is called: `tumbler`. */
  noun: string
  kind: EtchantKind
  resist: ResistKind
  after: AfterSchool
  dwell: DwellWindow
  /** mL */
  cream: number
  /** g */
  bicarbonate: number
  /** s for one piece */
  coatSeconds: number
  offSeconds: number
  reusable: boolean
}

const DRY_SECONDS = 60

const allOf = (c: StepContext) => (c.pieces === 1 ? `the ${c.noun}` : `all ${countOf(c.pieces, c.noun)}`)

function prepareSteps(c: StepContext): Step[] {
  const all = allOf(c)
  const resist: Step = c.resist.openedOn === 'backing'
    ? {
        id: 'resist', kind: 'do', station: 'bench', title: `Stencil on ${all}`, seconds: c.resist.applySeconds * c.pieces,
        reason: 'Weeded on its backing; the middle goes on first and the rest follows outward, so that no air is trapped.',
        good: 'TOP is up, islands in place, transfer tape off at 180 degrees, every open edge pressed down.',
      }
    : {
        id: 'resist', kind: 'do', station: 'bench', title: `Contact paper on ${all}, then cut`, seconds: c.resist.applySeconds * c.pieces,
        reason: 'Cut on the piece through the pattern, small parts first, while the paper still holds their neighbours.',
        good: 'TOP is up, corners cut clean through, islands in place, every open edge pressed down.',
      }
  return [
    {
      id: 'clean', kind: 'do', station: 'bench', title: `Clean and dry ${all}`, seconds: 60 * c.pieces,
      reason: 'A fingerprint blocks the etch. Alcohol of 60 % or more, no flame or spark near; hold from inside.',
      good: 'No streak when you breathe on it. Dry.',
    },
    resist,
    {
      id: 'mask', kind: 'do', station: 'bench', title: 'Burnish, mask round, clean the openings', seconds: 60 * c.pieces,
      reason: 'Cream creeps under every bubble, wrinkle or lifted edge that touches the art, and frosts what it drips on.',
      good: 'Edges flat, no bubble at an opening, tape over all that cream could reach, openings wiped and dry.',
    },
    {
      id: 'stir', kind: 'do', station: 'bench', title: `Stir the cream and put out ${formatVolume(c.cream)}, about ${formatVolume(c.cream, 'tsp')}`, seconds: 90,
      reason: 'Unstirred cream frosts weakly. Crystals: warm the closed bottle in gloved hands and shake.',
      good: 'Smooth, no grains, no clear liquid on top.',
    },
  ]
}

function finishSteps(c: StepContext): Step[] {
  const all = allOf(c)
  return [
    {
      id: 'measure', kind: 'measure', station: 'bench', title: c.after === 'recover' ? 'How much cream went back?' : 'How much cream was put out?', seconds: 30,
      reason: 'The bottle on the shelf drops by what was used, so that it is never found empty on a job.',
      good: 'To the nearest quarter teaspoon is close enough.',
    },
    {
      id: 'peel', kind: 'do', station: 'sink', title: `Peel the resist off ${all}`, seconds: 60 * c.pieces,
      reason: 'Under running water, gloves on, once no cream is felt: the water lifts the edge and takes the last of it.',
      good: 'No resist, no adhesive, nothing slippery left.',
    },
    {
      id: 'neutralise', kind: 'tub', station: 'tub', title: 'Neutralise the rinse tub', seconds: 120,
      reason: `Start with ${formatMass(c.bicarbonate)} of bicarbonate, then more until nothing fizzes. Neutral is not harmless: fluoride stays in it, so it goes to waste as local rules say.`,
      good: 'A fresh pinch makes no bubble.',
    },
    {
      id: 'second-wash', kind: 'do', station: 'sink', title: `Wash ${all} with dish soap`, seconds: 45 * c.pieces,
      reason: 'Residue shows as blotches once dry. Wet frost seems to vanish: do not judge it yet.',
      good: 'Water runs off clean.',
    },
    {
      id: 'dry', kind: 'do', station: 'rack', title: `Dry ${all}`, seconds: DRY_SECONDS,
      reason: 'Frost can only be judged dry.',
      good: 'No damp in corners or under the rim.',
    },
    {
      id: 'wash-up', kind: 'gate', station: 'sink', title: 'Wash up', seconds: 300, items: [...WASH_UP_ITEMS],
      reason: 'What is left out burns the next person.', good: 'Every line ticked.',
    },
    {
      id: 'look', kind: 'look', station: 'rack', title: 'Look at the dry piece over dark card', seconds: 30 * c.pieces,
      reason: 'In raking or window light, with something black behind.', good: 'Each piece judged: good, usable or scrap.',
    },
  ]
}

/** The whole job in the trade's order. A pure function of piece, recipe and house rules. */
export function stepList(c: StepContext): Step[] {
  const safety: Step = {
    id: 'safety', kind: 'gate', station: 'bench', title: 'Before anything is opened', seconds: 120, items: [...SAFETY_ITEMS],
    reason: 'Cream is an acid fluoride: it burns, the pain can come late, and it is poisonous.', good: 'Every line ticked by you.',
  }
  const off = c.after === 'recover' && c.reusable ? 'scrape the cream back, rinse warm' : 'wipe the cream off with a damp towel, rinse warm'
  const etch: Step = {
    id: 'etch', kind: 'clock', station: 'bench', seconds: (c.coatSeconds + c.offSeconds) * c.pieces,
    title: `Coat, wait ${formatDuration(c.dwell.best)}, ${off}`,
    reason: 'Thick and opaque, and fast: the clock starts when the last part is covered. First coated, first rinsed. Scrape or wipe before it meets a glazed sink.',
    good: 'Nothing to be seen through the coat; no thin spot, no air. After the rinse nothing is felt under the glove.',
  }
  return [safety, ...prepareSteps(c), etch, ...finishSteps(c)]
}
