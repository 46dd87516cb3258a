import { capital, formatDuration } from '../../basics/units'
import { lookWords } from '../blast'
import type { BlastLook } from '../blast'
import { dryStep, peelStep, washStep } from './cream'
import { all, each, step } from './make'
import { isRound } from './step'
import type { Step, StepContext } from './step'

/** From setting the gun to the rack. */
export function blastSteps(c: StepContext): Step[] {
  const { looks, pressure, distance, passes } = c.blast!
  const round = isRound(c)
  const cross = `${passes} crossing passes over each place.`
  const MOVES: Record<BlastLook, string[]> = {
    graphics: ['Gun square to the face, moving all the time.', `The largest openings first. ${cross}`],
    solid: [round ? 'From the bottom up, turning the piece.' : 'Row by row across the pane.', `${cross} The art stays under its mask.`],
    fade: [
      round ? 'Hold the nozzle at mid height and turn the piece.' : 'Begin at the frosted edge and draw the gun back toward the clear one.',
      'Farther away is softer; stop sooner than you think.',
    ],
  }
  const GOOD: Record<BlastLook, string> = {
    graphics: 'Even in every opening; no clear stripe, no dug edge.',
    solid: 'Even all over; no clear stripe, no dug edge.',
    fade: 'From full frost to clear without a step.',
  }
  const several = looks.length > 1
  const moves = looks.flatMap(({ look, pieces, best }) =>
    several ? [`${capital(pieces.join(', '))}, ${lookWords(look)}, ${formatDuration(best)}: ${MOVES[look].join(' ')}`] : MOVES[look],
  )
  const hold = round && looks.some(l => l.look !== 'graphics') ? ['Leave the neck or the foot bare to hold it by.'] : []
  const good = several ? 'Each as it was planned; no clear stripe, no dug edge.' : GOOD[looks[0]!.look]
  const [shortest, longest] = [Math.min(...looks.map(l => l.best)), Math.max(...looks.map(l => l.best))]
  const gunTime = shortest === longest ? formatDuration(longest) : `${formatDuration(shortest)} to ${formatDuration(longest)}`
  const light
    = c.substrate.id === 'mirror-back' ? ' Light comes through evenly.' : c.substrate.family === 'glass' ? ' Hold it to the light.' : ''
  const set = step({
    id: 'ready-etchant',
    kind: 'do',
    station: 'cabinet',
    title: `Set ${pressure}, nozzle ${distance} away`,
    seconds: 120,
    safety: false,
    reason: 'Pressure digs, distance softens. The machine\'s own instructions come first.',
    how: ['A test patch on scrap with the door shut.', 'Grit flows evenly, no moisture in the line.'],
    good: 'An even matt patch on the scrap.',
  })
  const blast = step({
    id: 'etch',
    kind: 'blast',
    station: 'cabinet',
    seconds: looks.reduce((sum, l) => sum + l.count * (Math.round(l.best * 1.5) + 60), 0),
    safety: true,
    title: `Blast ${all(c)}, ${gunTime} of gun time each`,
    reason: 'Gun time is counted while the pedal is down, and stands beside what was planned.',
    how: [...moves, ...hold],
    good: `${good}${light}`,
    trouble:
      'Stripes: step back, move faster, and go across the first passes. Resist lifting at an edge: stop, and do not aim at it again.',
  })
  const grit = step({
    id: 'grit',
    kind: 'do',
    station: 'cabinet',
    title: 'Grit out of the piece, dust settled',
    seconds: each(c, 60),
    safety: true,
    reason: 'Grit carried out of the cabinet is breathed and scratches the next piece.',
    how: [
      'Blow it off inside the closed cabinet and wait until the dust has settled.',
      ...(round ? ['Open the stopped mouth over the cabinet, not over the floor.'] : []),
    ],
    good: 'Nothing gritty under a fingertip.',
  })
  return [set, blast, grit, peelStep(c), washStep(c), dryStep(c)]
}
