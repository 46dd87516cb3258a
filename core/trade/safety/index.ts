import { commonPractice, fromMemory } from '../../basics/source'
import type { Source } from '../../basics/source'

/** What to do when something has gone wrong, in the order to do it. The label and the safety data sheet come first. */
export interface Caution {
  id: 'skin' | 'under-skin' | 'eyes' | 'swallowed' | 'breathed' | 'spill'
  title: string
  steps: string[]
  source: Source
}

const FIRST_AID = fromMemory('CDC/NIOSH and makers\' first-aid guides for acid fluorides')

export const CAUTIONS: readonly Caution[] = [
  {
    id: 'skin',
    title: 'Splash on skin',
    source: FIRST_AID,
    steps: [
      'Flush with plenty of running water at once: every second counts more than anything else here.',
      'With calcium gluconate gel of 2.5 % at hand, flush for at least 5 minutes, then use the gel. Without it, flush for 15 minutes and '
      + 'more, until help is there.',
      'Under the water, take off gloves, rings and clothing that it reached.',
      'Rub the gel in with clean gloves, again and again, for as long as it takes until help comes.',
      'Get medical help even when nothing hurts: the pain can come hours late. Say "acid fluoride cream" and take the safety data sheet '
      + 'along.',
      'No bicarbonate and no other neutraliser on skin: it heats, and it does not bind what has gone in.',
      'Ferric chloride instead of cream: water and soap at once and at length, clothing off, no gel. The stain stays; get help when it '
      + 'hurts or blisters.',
    ],
  },
  {
    id: 'under-skin',
    title: 'Grit or air driven under the skin',
    source: fromMemory('occupational guides to high-pressure injection injuries'),
    steps: [
      'To hospital at once, even when the hole is small and hardly hurts: what went in spreads along the tendons.',
      'Do not squeeze it, cut it or warm it. Keep the hand up and still.',
      'Say "high-pressure injection", what the abrasive was and at what pressure.',
    ],
  },
  {
    id: 'eyes',
    title: 'In the eyes',
    source: FIRST_AID,
    steps: [
      'Rinse with lukewarm water at once, lids held open, at least 15 minutes, from the nose outward.',
      'Contact lenses out while rinsing, if they come easily. No gel, no drops, no rubbing.',
      'Call an ambulance while rinsing goes on.',
      'Grit or glass dust: rinse the same way, do not rub, and have an eye doctor look when anything still scratches.',
    ],
  },
  {
    id: 'swallowed',
    title: 'Swallowed',
    source: FIRST_AID,
    steps: [
      'Rinse the mouth and spit out. Do not make anybody vomit.',
      'Call the poison line and the ambulance at once, and do what they say. Give nothing else unless they tell you to.',
      'Have the bottle and the safety data sheet in hand when you call.',
    ],
  },
  {
    id: 'breathed',
    title: 'Breathed in',
    source: FIRST_AID,
    steps: [
      'Out into fresh air. Sit up, loosen what is tight, stay with them.',
      'Call for help when there is coughing, tightness or shortness of breath, even if it passes: the lungs can swell later.',
      'Blast dust: leave the cabinet shut until it has settled; a cough that stays goes to a doctor, with the abrasive\'s safety data '
      + 'sheet.',
    ],
  },
  {
    id: 'spill',
    title: 'Spill',
    source: commonPractice('The safety data sheet says what the maker wants done.'),
    steps: [
      'Others away. Gloves, goggles, air moving. Every running piece still gets its rinse: ask somebody to take it.',
      'Scrape up what can be scraped. Cover the rest with bicarbonate until nothing fizzes or foams. Ferric chloride: keep it off '
      + 'aluminium and zinc, and keep what you wipe up.',
      'Never bleach on it or near it: with acid it gives off chlorine.',
      'Wipe up wet, twice, with cloths that go into a bag. Wash the floor or bench with plenty of water.',
      'Bag, label and get rid of it as local rules say.',
    ],
  },
]

/** Stands under every caution. */
export const DEFER = 'The product label, its safety data sheet and local rules come before anything Crest says.'
