import { formatDuration } from '../../basics/units'
import { dryStep, peelStep, washStep } from './cream'
import { all, each, step } from './make'
import { isRound } from './step'
import type { Step, StepContext } from './step'

/** From setting the gun to the rack. */
export function blastSteps(c: StepContext): Step[] {
  const { look, pressure, distance, passes } = c.blast!
  const round = isRound(c)
  const cross = `${passes} crossing passes over each place.`
  const moves = {
    graphics: ['Gun square to the face, moving all the time.', `The largest openings first. ${cross}`],
    solid: [round ? 'From the bottom up, turning the piece.' : 'Row by row across the pane.', `${cross} The art stays under its mask.`],
    fade: [
      round ? 'Hold the nozzle at mid height and turn the piece.' : 'Begin at the frosted edge and draw the gun back toward the clear one.',
      'Farther away is softer; stop sooner than you think.',
    ],
  }[look]
  const hold = round && look !== 'graphics' ? ['Leave the neck or the foot bare to hold it by.'] : []
  const good = {
    graphics: 'Even in every opening; no clear stripe, no dug edge.',
    solid: 'Even all over; no clear stripe, no dug edge.',
    fade: 'From full frost to clear without a step.',
  }[look]
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
    seconds: each(c, Math.round(c.dwell.best * 1.5) + 60),
    safety: true,
    title: `Blast ${all(c)}, ${formatDuration(c.dwell.best)} of gun time each`,
    reason: 'Gun time is counted while the pedal is down, and stands beside what was planned.',
    how: [...moves, ...hold],
    good: `${good}${light}`,
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
