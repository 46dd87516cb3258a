import type { Method } from '../../trade/materials'
import type { GateItem } from './step'

const item = (id: string, short: string, text: string): GateItem => ({ id, short, text })

/** Ticked only where the studio's emergency number is set. */
export const NUMBERS_ITEM = 'numbers'
const NUMBERS = item(NUMBERS_ITEM, 'numbers known', 'Emergency and poison numbers known; somebody knows you are etching')

/** Checked with the hand, not with a feeling. */
const AIR = item('air', 'air moving', 'Air moving: a strip of tissue is drawn away from your face')

/** Asked before an old lot is tried on a scrap. */
export const TRY_ITEMS: readonly GateItem[] = [
  item('gloves', 'gloves on', 'Gloves on: nitrile or neoprene, two pairs, whole and past the wrist'),
  item('eyes', 'eyes covered', 'Eyes covered: goggles that close at the sides'),
  AIR,
  item('water', 'water in reach', 'Running water in reach, the way to it clear'),
  NUMBERS,
]

/** Asked before every run, of the person at the bench. Nothing in Crest skips them. */
export const SAFETY_ITEMS: Record<Method, readonly GateItem[]> = {
  cream: [
    item(
      'gloves',
      'gloves on',
      'Gloves on: nitrile or neoprene, two pairs, not thin latex; changed when splashed',
    ),
    item('eyes', 'eyes covered', 'Eyes covered: goggles that close at the sides'),
    AIR,
    item('surface', 'surface covered', 'Work surface covered, plastic dish and wipe ready, no glass or metal'),
    item('water', 'water in reach', 'Running water in reach, the way to it clear'),
    item(
      'gel',
      'gel at hand, in date',
      'Calcium gluconate gel 2.5 % at hand and in date',
    ),
    item('away', 'children and food away', 'Children, food and drink away from the bench'),
    item('label', 'label and data sheet read', 'Product label and safety data sheet read, and at hand'),
    NUMBERS,
  ],
  liquid: [
    item('gloves', 'gloves on', 'Gloves on: nitrile or neoprene, whole; apron and old clothes: it stains for good'),
    item('eyes', 'eyes covered', 'Eyes covered: goggles that close at the sides'),
    AIR,
    item('metal', 'metal known', 'The metal is known: no aluminium, zinc or galvanised part in it, none at the bench'),
    item('surface', 'tray and cover', 'Plastic tray under the piece, surface covered, water within reach'),
    item('waste', 'waste container ready', 'A labelled plastic container with a vented lid stands ready for what is spent'),
    item('away', 'children and food away', 'Children, food and drink away from the bench'),
    item('label', 'label and data sheet read', 'Product label and safety data sheet read, and at hand'),
    NUMBERS,
  ],
  blast: [
    item('abrasive', 'never silica sand', 'The bag says what the abrasive is, and it is no silica sand'),
    item('hearing', 'ears covered', 'Ears covered: muffs or plugs'),
    item('breath', 'dust mask on', 'Dust mask or respirator that the local rules ask for'),
    item('eyes', 'eyes covered', 'Eyes covered, also for opening the cabinet'),
    item(
      'seals',
      'cabinet sound, light on',
      'Cabinet light on and window clear; door, seals and gauntlets whole; gun points away until the door is shut',
    ),
    item('dust', 'dust taken off', 'Dust collector running, filter not full'),
    item('air', 'hoses checked', 'Hoses and couplings sound, pressure off while you connect'),
    item('away', 'children and food away', 'Children, food and drink away from the cabinet'),
    item('label', 'data sheet read', 'The abrasive\'s safety data sheet and the machine\'s own instructions read, and at hand'),
    NUMBERS,
  ],
}

/** Asked before the pieces are judged. */
export const WASH_UP_ITEMS: Record<Method, readonly GateItem[]> = {
  cream: [
    item('bottle', 'bottle closed', 'Bottle closed, outside wiped, back on the shelf; nothing that touched metal went back into it'),
    item('tools', 'tools washed', 'Brushes and scrapers washed; sticks and foam thrown away. No bleach near any of it'),
    item('surface', 'bench and sink wiped', 'Bench, tub and sink wiped and rinsed'),
    item('waste', 'tub emptied', 'Tub emptied, or waiting under Clean-up; wipes bagged as local rules say'),
    item('gloves', 'gloves off, hands washed', 'Nothing of yours is wet any more: gloves rinsed, off and binned, hands washed'),
  ],
  liquid: [
    item('bottle', 'bottle closed', 'Bottle closed, outside wiped, back on the shelf'),
    item(
      'waste',
      'spent liquid kept',
      'Spent liquid and rinse kept in the labelled container, never to the drain: dissolved metal stays in it',
    ),
    item('tools', 'tools washed', 'Swabs bagged with the waste; tray and tweezers washed into it'),
    item('surface', 'bench wiped', 'Bench and tray wiped with bicarbonate, then water'),
    item('gloves', 'gloves off, hands washed', 'Nothing of yours is wet any more: gloves rinsed, off and binned, hands washed'),
  ],
  blast: [
    item('air', 'air shut off', 'Air shut off, hose let down, gun hung up'),
    item('settled', 'dust settled', 'Dust settled before the door was opened; collector run on'),
    item('grit', 'grit back or binned', 'Grit sieved back into its bag, or bagged as local rules say; what holds paint or lead apart'),
    item('surface', 'floor and cabinet wiped', 'Window, cabinet and floor vacuumed or wiped wet, never swept dry'),
    item('mask', 'mask off last', 'Clothes wiped down, mask off last; hands and face washed'),
  ],
}
