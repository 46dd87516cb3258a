import { formatDuration, formatMass, formatVolume } from '../../basics/units'
import { all, each, step } from './make'
import { isRound } from './step'
import type { Step, StepContext } from './step'

export function stirStep(c: StepContext): Step {
  return step({
    id: 'ready-etchant',
    kind: 'do',
    station: 'bench',
    title: `Stir the cream and put out ${formatVolume(c.putOut)}, about ${formatVolume(c.putOut, 'tsp')}`,
    seconds: 90,
    reason: 'Unstirred cream frosts weakly.',
    how: [
      'Stir or shake well.',
      'Put it in plastic: cream eats glass and metal dishes.',
      'Crystals: warm the closed bottle in gloved hands and shake.',
      'Brown: it has met air; usable if a test piece etches.',
    ],
    good: 'Smooth, no grains, no clear liquid on top.',
  })
}

function offWords(c: StepContext): string {
  const wiped = c.schools.after === 'recover' && c.reusable ? 'scrape the cream back' : 'wipe the cream off with a damp towel'
  const rinsed = {
    'sink': 'rinse warm at the sink',
    'tub': 'rinse warm in the tub',
    'two-baths': 'rinse in the first bath, then the second',
  }
  return `${wiped}, ${rinsed[c.schools.rinsing]}`
}

function careMoves(c: StepContext): string[] {
  return {
    'leave': ['Leave it: fussing makes waves.'],
    'swirl': ['Swirl once at half time, to free air bubbles.'],
    'move': ['Keep it moving the whole time.'],
    'brush-rest': [`Brush it for ${formatDuration(Math.round(c.dwell.best / 3))}, then leave it alone.`],
  }[c.schools.care].concat(isRound(c) ? ['Look for drips every few minutes and push them back.'] : [])
}

/** What is painted or silvered behind can't be looked through. */
const OPAQUE = ['mirror-face', 'mirror-back', 'ceramic', 'stone']
const seenThrough = (c: StepContext) => c.surface === 'flat' && c.substrate.family === 'glass' && !OPAQUE.includes(c.substrate.id)

export function creamEtch(c: StepContext): Step {
  const stroke
    = c.resist.id === 'loose-stencil'
      ? 'Press cream straight down, no sideways stroke.'
      : 'Thick and even, in several directions, worked into the edges; the largest openings first.'
  const tool = {
    brush: 'Brush, sponge or stick: a stick wastes least, a foam brush most.',
    wide: 'Pour it on and spread it with a wide brush or a scraper.',
  }[c.tool]
  const mesh = c.resist.id === 'mesh' ? ['Pull the mesh off at once and wash it; the cream stays.'] : []
  return step({
    id: 'etch',
    kind: 'clock',
    station: 'bench',
    seconds: each(c, c.coatSeconds + c.offSeconds),
    safety: true,
    title: `Coat, wait ${formatDuration(c.dwell.best)}, ${offWords(c)}`,
    reason:
      'Thick and opaque, and fast: the clock starts when the last part is covered. First coated, first rinsed. Scrape or wipe before it '
      + 'meets a glazed sink.',
    how: [
      tool,
      stroke,
      ...(seenThrough(c) ? ['Look from the back: no thin spot, no air.'] : []),
      ...mesh,
      ...careMoves(c),
      'A thin spot that shows up later is left alone: coating it again makes it worse.',
    ],
    good: 'Nothing to be seen through the coat; no thin spot, no air. After the rinse nothing is felt under the glove.',
    trouble: 'Slippery after the rinse: cream is left and goes on etching. Rinse again. Under the resist: rinse now, and look there first.',
    seems: 'While it is wet the design all but vanishes, and white patches may show. Neither means anything until it is dry.',
  })
}

export const measureStep = (c: StepContext): Step =>
  step({
    id: 'measure',
    kind: 'measure',
    station: 'bench',
    title: c.schools.after === 'recover' && c.reusable ? 'How much cream went back?' : 'How much was put out?',
    seconds: 30,
    safety: true,
    reason: 'The bottle on the shelf drops by what was used, so that it is never found empty on a job.',
    good: 'To the nearest quarter teaspoon is close enough.',
  })

export function creamTub(c: StepContext): Step {
  const title = { 'sink': 'Neutralise sink, wipes and tools', 'tub': 'Neutralise the rinse tub', 'two-baths': 'Neutralise both baths' }[
    c.schools.rinsing
  ]
  return step({
    id: 'neutralise',
    kind: 'tub',
    station: 'tub',
    title,
    seconds: 120,
    safety: true,
    reason:
      `Start with ${formatMass(c.bicarbonate)} of bicarbonate, then more until nothing fizzes. Neutral is not harmless: fluoride `
      + `stays in it, so it goes to waste as local rules say.`,
    good: 'A fresh pinch makes no bubble.',
  })
}

/** How each kind of resist comes off; a re-stickable one is kept. */
function peelMoves(c: StepContext): string[] {
  if (c.resist.id === 'mesh') return ['The mesh came off at once after coating; now only the tape.', 'Count the use of the mesh.']
  if (c.resist.id === 're-stickable')
    return ['Wash it while it is still on the piece, then lift it from a corner.', 'Back on its backing, and count the use.']
  const reuse = c.resist.uses === null ? ['Wash the stencil, dry it flat, and count the use.'] : []
  return ['From a corner, back on itself.', ...reuse]
}

export function peelStep(c: StepContext): Step {
  const underWater = c.schools.peel === 'under-water' && c.kind.method !== 'blast'
  return step({
    id: 'peel',
    kind: 'do',
    station: underWater ? 'sink' : 'rack',
    title: c.resist.id === 'mesh' ? `Take the tape off ${all(c)}` : `Peel the resist off ${all(c)}`,
    seconds: each(c, c.resist.id === 'mesh' ? 20 : 60),
    reason: underWater
      ? 'Under running water, gloves on, once nothing is felt: the water lifts the edge and takes the last of it.'
      : 'Dry, gloves on: nothing is smeared.',
    how: [...peelMoves(c), 'Adhesive off with alcohol; crumbs with a nylon scrubber and window cleaner.'],
    good: 'No resist, no adhesive, nothing slippery left.',
    each: c.resist.id === 'mesh' ? 'untaped' : 'peeled',
    trouble: 'Slippery somewhere: there is etchant left. Back under water, gloves on, before anything else.',
  })
}

export const washStep = (c: StepContext): Step =>
  step({
    id: 'second-wash',
    kind: 'do',
    station: 'sink',
    title: `Wash ${all(c)} with dish soap`,
    seconds: each(c, 45),
    reason:
      c.kind.method === 'cream'
        ? 'Residue shows as blotches once dry.'
        : 'What is left in the etched parts shows once dry.',
    good: 'Water runs off clean.',
    each: 'washed',
    trouble: 'Water beads or smears: glue or residue is left. Alcohol or a clean damp wipe, then soap again.',
    ...(c.substrate.family === 'metal'
      ? {}
      : { seems: 'Wet frost seems to vanish, and white or dark patches may show. That is the water: judge it dry, not now.' }),
  })

export const dryStep = (c: StepContext, id = 'dry'): Step =>
  step({
    id,
    kind: 'do',
    station: 'rack',
    title: `${c.kind.method === 'blast' ? 'Dry warm' : 'Dry'} ${all(c)}`,
    seconds: each(c, 20),
    reason: 'It can only be judged dry. Wash up while it dries.',
    how: ['Wipe it with a lint-free cloth and stand it on the rack.'],
    good: 'No damp in corners or under the rim.',
    each: 'on the rack',
    trouble: 'Water creeps out of a corner: blot it with the edge of the cloth and turn the piece.',
  })

/** From the stirring to the rack. */
export function creamSteps(c: StepContext): Step[] {
  const off
    = c.schools.peel === 'under-water'
      ? [measureStep(c), peelStep(c), creamTub(c), washStep(c), dryStep(c)]
      : [measureStep(c), creamTub(c), dryStep(c, 'dry-first'), peelStep(c), washStep(c), dryStep(c)]
  return [stirStep(c), creamEtch(c), ...off]
}
