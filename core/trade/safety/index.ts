import { commonPractice, fromMemory } from '../../basics/source'
import type { Source } from '../../basics/source'

/** What to do when something has gone wrong, in the order to do it. The label and the safety data sheet come first. */
export interface Caution {
  id: 'skin' | 'eyes' | 'swallowed' | 'breathed' | 'spill'
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
      'Flush with plenty of water at once, and go on. Every second counts more than anything else here.',
      'Under the water, take off gloves, rings and clothing that it reached.',
      'Then rub in 2.5 % calcium gluconate gel with clean gloves, again and again, while help comes.',
      'Get medical help even when nothing hurts: the pain can come hours late. Say "acid fluoride cream" and take the safety data sheet '
      + 'along.',
      'Ferric chloride instead of cream: water and soap at once and at length, clothing off, no gel. The stain stays; get help when it '
      + 'hurts or blisters.',
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
      'Wipe up wet, twice, with cloths that go into a bag. Wash the floor or bench with plenty of water.',
      'Bag, label and get rid of it as local rules say.',
    ],
  },
]

/** Stands under every caution. */
export const DEFER = 'The product label, its safety data sheet and local rules come before anything Crest says.'
