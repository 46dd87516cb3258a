import { countOf, formatDuration, formatMass, formatVolume } from '../../basics/units'
import { dryStep, measureStep, peelStep, washStep } from './cream'
import { each, step } from './make'
import type { Step, StepContext } from './step'

/** From the pouring to the rack. */
export function liquidSteps(c: StepContext): Step[] {
  const pour = step({
    id: 'ready-etchant',
    kind: 'do',
    station: 'bench',
    title: `Pour out ${formatVolume(c.putOut)} into plastic`,
    seconds: 60,
    safety: false,
    reason: 'Acid eats metal dishes. Never pour back what has touched metal: it weakens the bottle.',
    good: 'In a plastic cup in the tray, bottle closed again.',
  })
  const etch = step({
    id: 'etch',
    kind: 'clock',
    station: 'bench',
    // The hands stay with a tray until its time is up: that is paid too.
    seconds: each(c, c.coatSeconds + c.offSeconds) + Math.ceil(c.pieces / c.tray) * c.dwell.best,
    safety: true,
    title: `Wet, rub gently for ${formatDuration(c.dwell.best)}, bicarbonate until the foam stops, rinse`,
    reason: 'The clock starts when the last part is wet. It cuts only where it is wet and moving.',
    how: [
      c.tray > 1
        ? `Up to ${countOf(c.tray, c.noun)} side by side on one tray: wet them all, and rub each in turn the whole time.`
        : 'Rub gently with the wet swab the whole time.',
      'Dip again whenever it looks dry.',
      'At its time: sprinkle bicarbonate until the foam stops, then rinse into the tub.',
    ],
    good: 'An even tone in every line; no foam left.',
    trouble:
      'Still foaming under a fresh pinch: acid is left. More bicarbonate, then rinse again. Lines still bright before '
      + 'time is up: dip again and rub there.',
    seems: 'Rust-coloured water is dissolved metal and used acid: it is meant to look like that.',
  })
  const tub = step({
    id: 'neutralise',
    kind: 'tub',
    station: 'tub',
    title: 'Neutralise the tray and the rinse',
    seconds: 180,
    safety: true,
    reason:
      `About ${formatMass(c.bicarbonate)} of bicarbonate in all, a little at a time: it foams up. Rust-coloured mud settles; `
      + `dissolved metal stays in it, so all of it is kept.`,
    good: 'A fresh pinch makes no foam.',
  })
  return [pour, etch, tub, measureStep(c), peelStep(c), washStep(c), dryStep(c)]
}
