import type { SubstrateId } from '../../trade/materials'
import type { StepContext } from './step'

/** How each ware is washed; what is not named here is washed by hand. */
const DISHWASHER: readonly SubstrateId[] = ['soda-lime', 'borosilicate', 'tempered', 'coloured-glass']
const MIRRORS: readonly SubstrateId[] = ['mirror-face', 'mirror-back']

type CardContext = Pick<StepContext, 'substrate' | 'kind' | 'finish' | 'food' | 'cares'>

function washing({ substrate, finish }: CardContext): string {
  if (MIRRORS.includes(substrate.id)) return 'Wipe it with a damp cloth and keep water away from its back and edges.'
  if (substrate.family === 'metal') return 'Wash it by hand and dry it at once; a soft cloth, no scouring.'
  if (substrate.family === 'stone') return 'Wipe it with a damp cloth.'
  if (finish === 'ink') return 'Wash it by hand: a dishwasher takes the colour out.'
  if (finish === 'gems') return 'Wash it by hand, without soaking: a dishwasher loosens the glue.'
  return DISHWASHER.includes(substrate.id) ? 'The frost is dishwasher safe.' : 'Wash it by hand.'
}

/** Metals that something eaten should not touch once they are etched. */
const NOT_FOR_FOOD: readonly SubstrateId[] = ['copper', 'brass', 'silver-plate', 'zinc']

/** What the card says of this very piece. */
export function careCard(c: CardContext): string[] {
  const noFood = c.food && NOT_FOR_FOOD.includes(c.substrate.id) ? ['Keep food off the etched side.'] : []
  return [
    'Wash it once more before it is given.',
    washing(c),
    ...noFood,
    ...c.cares.filter(x => x.before === 'finish').map(x => `${x.title}.`),
  ]
}
