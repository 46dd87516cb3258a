import type { SubstrateId } from '../materials'
import { commonPractice, fromMemory } from '../../basics/source'
import type { Source } from '../../basics/source'

/** How well a finding fits a substrate: 3 as one expects it, 1 it happens. What is not named hardly ever. */
export type Fits = Partial<Record<SubstrateId, number>>

export interface Finding {
  id: string
  text: string
  fits: Fits
}

export interface Test {
  id: string
  /** What to do, in a sentence. */
  ask: string
  /** How to do it without harm. */
  how: string
  findings: readonly Finding[]
  source: Source
}

/** The one test that tells plain from tempered glass. */
export const POLARISERS = 'polarisers'

const practice = commonPractice()
const clearGlass: Fits = { 'soda-lime': 3, 'borosilicate': 3, 'crystal': 3, 'tempered': 3, 'acrylic': 3, 'coated-glass': 1 }

/** How often each ware is brought to a bench like ours. */
export const PRIOR: Record<SubstrateId, number> = {
  'soda-lime': 10,
  'borosilicate': 2,
  'crystal': 2,
  'tempered': 2,
  'mirror-face': 2,
  'mirror-back': 1,
  'coloured-glass': 2,
  'coated-glass': 2,
  'acrylic': 2,
  'ceramic': 2,
  'stone': 1,
  'stainless': 3,
  'stainless-coloured': 2,
  'copper': 1,
  'brass': 2,
  'aluminium': 2,
  'zinc': 1,
  'silver-plate': 1,
}

/** The guided check: what a hand, an ear, a magnet and a file tell of an unknown piece. */
export const TESTS: readonly Test[] = [
  {
    id: 'look',
    ask: 'What does it look like?',
    how: 'In daylight, against something white and something black.',
    source: practice,
    findings: [
      { id: 'clear', text: 'Clear, one sees through it', fits: clearGlass },
      { id: 'coloured', text: 'Coloured or black, glossy', fits: { 'coloured-glass': 3, 'coated-glass': 2, 'acrylic': 1, 'ceramic': 1 } },
      { id: 'mirror', text: 'A mirror, or the back of one', fits: { 'mirror-face': 3, 'mirror-back': 3, 'acrylic': 0.3 } },
      { id: 'glazed', text: 'Opaque and glazed', fits: { 'ceramic': 3, 'coated-glass': 0.5 } },
      { id: 'stone', text: 'Dull and grainy', fits: { stone: 3 } },
      {
        id: 'metal',
        text: 'Metal',
        fits: { 'stainless': 3, 'stainless-coloured': 3, 'copper': 3, 'brass': 3, 'aluminium': 3, 'zinc': 3, 'silver-plate': 3 },
      },
    ],
  },
  {
    id: 'ring',
    ask: 'How does it sound when tapped with a fingernail?',
    how: 'Hang it or hold it loosely; tap near the rim.',
    source: practice,
    findings: [
      { id: 'long', text: 'It rings on and on', fits: { crystal: 3, ceramic: 0.5 } },
      {
        id: 'short',
        text: 'A short clear ring',
        fits: {
          'soda-lime': 3,
          'borosilicate': 3,
          'tempered': 2,
          'mirror-face': 2,
          'mirror-back': 2,
          'coloured-glass': 3,
          'coated-glass': 3,
          'ceramic': 2,
          'crystal': 0.5,
          'brass': 2,
          'stainless': 2,
          'stainless-coloured': 2,
          'copper': 1,
          'silver-plate': 2,
        },
      },
      { id: 'dull', text: 'A dull knock', fits: { acrylic: 3, stone: 3, tempered: 0.5, ceramic: 0.5, aluminium: 2, zinc: 2 } },
    ],
  },
  {
    id: 'warmth',
    ask: 'How does it feel against the cheek?',
    how: 'After it has lain in the room for an hour.',
    source: practice,
    findings: [
      {
        id: 'cold',
        text: 'Cold',
        fits: {
          'soda-lime': 3,
          'borosilicate': 3,
          'crystal': 3,
          'tempered': 3,
          'mirror-face': 3,
          'mirror-back': 2,
          'coloured-glass': 3,
          'coated-glass': 3,
          'ceramic': 3,
          'stone': 3,
          'stainless': 3,
          'stainless-coloured': 3,
          'copper': 3,
          'brass': 3,
          'aluminium': 3,
          'zinc': 3,
          'silver-plate': 3,
        },
      },
      { id: 'warm', text: 'Neither cold nor warm', fits: { 'acrylic': 3, 'mirror-back': 0.5 } },
    ],
  },
  {
    id: 'weight',
    ask: 'How heavy is it for its size?',
    how: 'Beside a plain tumbler or pane of the same size.',
    source: practice,
    findings: [
      {
        id: 'heavy',
        text: 'Heavy',
        fits: { 'crystal': 3, 'copper': 3, 'brass': 3, 'silver-plate': 2, 'stone': 1, 'stainless': 2, 'stainless-coloured': 2, 'zinc': 2 },
      },
      {
        id: 'usual',
        text: 'As usual',
        fits: {
          'soda-lime': 3,
          'tempered': 3,
          'mirror-face': 3,
          'mirror-back': 3,
          'coloured-glass': 3,
          'coated-glass': 3,
          'ceramic': 3,
          'stone': 2,
          'stainless': 2,
          'stainless-coloured': 2,
          'borosilicate': 1,
          'zinc': 1,
        },
      },
      { id: 'light', text: 'Light', fits: { acrylic: 3, borosilicate: 3, aluminium: 3 } },
    ],
  },
  {
    id: 'scratch',
    ask: 'Does a steel needle scratch it at a hidden edge?',
    how: 'One short stroke where nobody sees it, under the foot or at the edge.',
    source: practice,
    findings: [
      {
        id: 'no',
        text: 'It slides off',
        fits: {
          'soda-lime': 3,
          'borosilicate': 3,
          'crystal': 2,
          'tempered': 3,
          'mirror-face': 3,
          'coloured-glass': 3,
          'coated-glass': 1,
          'ceramic': 3,
          'stainless': 2,
        },
      },
      {
        id: 'yes',
        text: 'It leaves a groove',
        fits: {
          'acrylic': 3,
          'stone': 2,
          'copper': 3,
          'brass': 2,
          'aluminium': 3,
          'zinc': 3,
          'silver-plate': 3,
          'stainless-coloured': 2,
          'stainless': 1,
        },
      },
      {
        id: 'peels',
        text: 'It takes paint or a skin off',
        fits: { 'coated-glass': 3, 'mirror-back': 3, 'stainless-coloured': 2, 'silver-plate': 1 },
      },
    ],
  },
  {
    id: 'stamp',
    ask: 'Is there a stamp or a fritted mark?',
    how: 'Panes: in a corner. Dishes: under the foot.',
    source: commonPractice('tempered glass carries a stamp or frit mark'),
    findings: [
      { id: 'safety', text: 'A safety-glass stamp or frit mark', fits: { 'tempered': 3, 'mirror-face': 0.2 } },
      { id: 'oven', text: 'Oven or laboratory ware', fits: { borosilicate: 3, ceramic: 1 } },
      { id: 'plate', text: 'Plate or hallmark words', fits: { 'silver-plate': 3, 'brass': 0.2 } },
      {
        id: 'none',
        text: 'None',
        fits: {
          'soda-lime': 3,
          'borosilicate': 1,
          'crystal': 3,
          // Small tempered pieces often carry no stamp.
          'tempered': 1.5,
          'mirror-face': 3,
          'mirror-back': 3,
          'coloured-glass': 3,
          'coated-glass': 3,
          'acrylic': 3,
          'ceramic': 2,
          'stone': 3,
          'stainless': 3,
          'stainless-coloured': 3,
          'copper': 3,
          'brass': 3,
          'aluminium': 3,
          'zinc': 3,
          'silver-plate': 1,
        },
      },
    ],
  },
  {
    id: 'nail',
    ask: 'Is an edge felt under a fingernail where colour begins?',
    how: 'Draw the nail slowly across the border of the colour or shine.',
    source: commonPractice('a coating is felt under a fingernail'),
    findings: [
      { id: 'edge', text: 'Yes, it lies on top', fits: { 'coated-glass': 3, 'mirror-back': 2, 'stainless-coloured': 1 } },
      {
        id: 'none',
        text: 'No, or it is all one',
        fits: {
          'soda-lime': 3,
          'borosilicate': 3,
          'crystal': 3,
          'tempered': 3,
          'mirror-face': 3,
          'coloured-glass': 3,
          'acrylic': 3,
          'ceramic': 3,
          'stone': 3,
          'stainless': 3,
          'stainless-coloured': 3,
          'copper': 3,
          'brass': 3,
          'aluminium': 3,
          'zinc': 3,
          'silver-plate': 3,
          'coated-glass': 1,
        },
      },
    ],
  },
  {
    id: 'gap',
    ask: 'Touch it with a fingernail: is there a gap to the reflection?',
    how: 'The tip of the nail against the mirror, seen from the side.',
    source: commonPractice('the gap shows which face of a mirror is painted'),
    findings: [
      { id: 'gap', text: 'A gap: the silver lies behind glass', fits: { 'mirror-face': 3, 'acrylic': 0.5 } },
      { id: 'paint', text: 'No reflection: it is painted', fits: { 'mirror-back': 3, 'coated-glass': 1 } },
      {
        id: 'none',
        text: 'No gap, or no mirror at all',
        fits: {
          'soda-lime': 2,
          'borosilicate': 2,
          'crystal': 2,
          'tempered': 2,
          'coloured-glass': 2,
          'coated-glass': 2,
          'acrylic': 2,
          'ceramic': 2,
          'stone': 2,
          'stainless': 3,
          'stainless-coloured': 3,
          'copper': 3,
          'brass': 3,
          'aluminium': 3,
          'zinc': 3,
          'silver-plate': 3,
        },
      },
    ],
  },
  {
    id: 'magnet',
    ask: 'Does a magnet stick?',
    how: 'Any strong little magnet, on the thickest part.',
    source: practice,
    findings: [
      { id: 'sticks', text: 'It sticks', fits: { 'zinc': 3, 'stainless': 1, 'stainless-coloured': 1, 'silver-plate': 0.5 } },
      {
        id: 'no',
        text: 'It does not',
        fits: {
          'stainless': 2,
          'stainless-coloured': 2,
          'copper': 3,
          'brass': 3,
          'aluminium': 3,
          'silver-plate': 3,
          'zinc': 1,
          'soda-lime': 3,
          'borosilicate': 3,
          'crystal': 3,
          'tempered': 3,
          'mirror-face': 3,
          'mirror-back': 3,
          'coloured-glass': 3,
          'coated-glass': 3,
          'acrylic': 3,
          'ceramic': 3,
          'stone': 3,
        },
      },
    ],
  },
  {
    id: 'colour',
    ask: 'What colour is the metal\'s face?',
    how: 'Wiped clean, in daylight.',
    source: commonPractice('metal with a thin coloured finish'),
    findings: [
      { id: 'white', text: 'White or grey', fits: { 'stainless': 3, 'aluminium': 3, 'zinc': 3, 'silver-plate': 3 } },
      { id: 'yellow', text: 'Yellow', fits: { 'brass': 3, 'stainless-coloured': 1, 'aluminium': 0.2 } },
      { id: 'red', text: 'Red or rose', fits: { 'copper': 3, 'stainless-coloured': 1 } },
      { id: 'coloured', text: 'Black, blue, rainbow or another colour', fits: { 'stainless-coloured': 3, 'aluminium': 0.6 } },
    ],
  },
  {
    id: 'file',
    ask: 'What colour is it under one stroke of a file?',
    how: 'One stroke at a hidden place, into the bare metal.',
    source: practice,
    findings: [
      { id: 'same-white', text: 'White and hard, the same all through', fits: { stainless: 3 } },
      { id: 'white-below', text: 'White below a coloured skin', fits: { 'stainless-coloured': 3, 'aluminium': 0.5 } },
      { id: 'red', text: 'Red all through', fits: { copper: 3 } },
      { id: 'yellow', text: 'Yellow all through', fits: { brass: 3 } },
      { id: 'under-silver', text: 'Yellow or red below white', fits: { 'silver-plate': 3 } },
      { id: 'soft-white', text: 'White, soft and light', fits: { aluminium: 3 } },
      { id: 'grey', text: 'Grey below a spangled skin', fits: { zinc: 3 } },
    ],
  },
  {
    id: 'edges',
    ask: 'How are its edges and corners?',
    how: 'Look along them with a light behind; feel them through a cloth.',
    source: commonPractice('a pane is ground before it is tempered: afterwards it cannot be cut'),
    findings: [
      {
        id: 'rounded',
        text: 'Ground or rounded everywhere, corners with a radius',
        fits: { 'tempered': 3, 'soda-lime': 1, 'mirror-face': 2, 'acrylic': 2, 'coated-glass': 1 },
      },
      {
        id: 'sharp',
        text: 'Cut sharp, or just broken off',
        fits: { 'soda-lime': 3, 'mirror-face': 2, 'mirror-back': 2, 'coloured-glass': 3, 'coated-glass': 2, 'acrylic': 1 },
      },
      {
        id: 'none',
        text: 'No cut edge: blown or pressed',
        fits: { 'soda-lime': 3, 'borosilicate': 3, 'crystal': 3, 'coloured-glass': 3, 'coated-glass': 3, 'tempered': 1, 'ceramic': 3 },
      },
    ],
  },
  {
    id: POLARISERS,
    ask: 'What shows between a phone screen and polarised sunglasses?',
    how: 'A white phone screen behind it, the glasses in front, turned until the bare screen goes dark.',
    source: fromMemory('stress in glass shows between crossed polarisers (photoelasticity)'),
    findings: [
      { id: 'pattern', text: 'Bright bands, spots or a cross', fits: { tempered: 3, acrylic: 2 } },
      {
        id: 'dark',
        text: 'It stays dark all over',
        fits: { 'soda-lime': 3, 'borosilicate': 3, 'crystal': 3, 'coloured-glass': 2, 'coated-glass': 2, 'acrylic': 0.5 },
      },
    ],
  },
]

/** Which wares a test can be done on: the others would only be harmed by it. */
export const ONLY_FOR: Record<string, 'metal' | 'mirror' | 'clear'> = {
  colour: 'metal',
  magnet: 'metal',
  file: 'metal',
  gap: 'mirror',
  [POLARISERS]: 'clear',
  edges: 'clear',
}
