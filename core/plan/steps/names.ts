import { CARES } from '../../trade/compatibility'

/** What each kind of step is called where no job is named, in the order of the work; `off` is part of a step and timed by itself. */
export const STEP_NAMES: Record<string, string> = {
  'label-off': 'Old label off',
  'clean': 'Clean and dry',
  'resist': 'Stencil on',
  'mask': 'Mask and check',
  'try-safety': 'Safety list before the test',
  'safety': 'Safety list',
  'ready-etchant': 'Etchant ready',
  'off': 'Off and rinsed, one piece',
  'measure': 'Measure what went back',
  'neutralise': 'Neutralise',
  'dry-first': 'Dry before peeling',
  'peel': 'Resist off',
  'second-wash': 'Second wash',
  'dry': 'Dry',
  'grit': 'Grit swept up',
  'wash-up': 'Wash up',
  'protect': 'Protect the metal',
  'ink': 'Colour rubbed in',
  'gems': 'Gems or glitter',
  'give': 'Write the care card',
  'set-aside': 'Set aside for the next pass',
}

/** @param id of a step: one of these, or a care as `care:ID` */
export function stepName(id: string): string {
  const care = Object.values(CARES).find(c => `care:${c.id}` === id)
  return STEP_NAMES[id] ?? care?.title ?? id
}
