import { formatDuration } from '../../basics/units'
import { SAFETY_ITEMS, TRY_ITEMS } from './gates'
import { all, each, step } from './make'
import { isRound } from './step'
import type { Step, StepContext } from './step'

/** Asked just before the etchant is opened, so that nobody cuts and weeds in gloves. */
export function safetyGate(c: StepContext): Step {
  const reason = {
    cream: 'Cream is an acid fluoride: it burns, the pain can come late, and it is poisonous.',
    liquid: 'Ferric chloride is acid and stains for good; with aluminium or zinc it boils and gives off hydrogen.',
    blast: 'Dust scars lungs for good, grit takes eyes, and a loose hose breaks bones.',
  }[c.kind.method]
  return step({
    id: 'safety',
    kind: 'gate',
    station: c.kind.method === 'blast' ? 'cabinet' : 'bench',
    title: c.kind.method === 'blast' ? 'Before the air is turned on' : 'Before the bottle is opened',
    seconds: 120,
    safety: true,
    items: [...SAFETY_ITEMS[c.kind.method]],
    reason,
    good: 'Every line ticked by you.',
  })
}

/** An old lot is tried before anybody cuts and tapes for it. */
export function trySteps(c: StepContext): Step[] {
  if (!c.couponFirst) return []
  return [
    step({
      id: 'try-safety',
      kind: 'gate',
      station: 'bench',
      title: 'Before the old bottle is tried',
      seconds: 45,
      safety: true,
      items: [...TRY_ITEMS],
      reason: 'A dab burns like a jarful.',
      good: 'Every line ticked by you.',
    }),
    step({
      id: 'scrap-jar',
      kind: 'try',
      station: 'bench',
      title: 'Try this bottle on a scrap jar',
      // Dabbing, rinsing and looking; the clock runs alone.
      seconds: 120,
      safety: true,
      reason: c.couponFirst,
      how: [
        'Stir it and put a thick dab on a scrap of the same glass.',
        `Start the clock, leave it for ${formatDuration(c.dwell.best)}, wipe it off and rinse.`,
        'Dry it and look over dark card.',
      ],
      good: 'It frosts as it should. If not, stop the run and plan a longer time, or another bottle.',
    }),
  ]
}

export function cleanSteps(c: StepContext): Step[] {
  const labelOff = step({
    id: 'label-off',
    kind: 'do',
    station: 'sink',
    title: `Old label off ${all(c)}`,
    seconds: each(c, 240),
    reason: 'Paper and glue under a stencil let the etchant in.',
    how: [
      'Soak it in hot water for 5 to 10 min, or fill it with hot water and peel after a few.',
      'Warm it slowly: hot water into cold glass can crack it.',
      'Keep the back label where the customer wants it: mask it and keep it dry.',
      'Adhesive remover for what is left, no flame near; then dish soap.',
    ],
    good: 'Nothing tacky under a fingertip.',
  })
  const metal = c.substrate.family === 'metal'
  const hold = isRound(c)
    ? c.handFits
      ? 'Hold it from inside from now on.'
      : 'Hold it by its foot or neck from now on.'
    : 'Hold it by its edges from now on.'
  const clean = step({
    id: 'clean',
    kind: 'do',
    station: 'bench',
    title: `Clean and dry ${all(c)}`,
    seconds: each(c, 60),
    reason: 'A fingerprint blocks the etch.',
    how: [
      metal
        ? 'Degrease with alcohol of 60 % or more and a lint-free cloth.'
        : 'Alcohol of 60 % or more, or window cleaner; a lint-free cloth.',
      'Alcohol burns: no flame, no spark and no hot plate near it.',
      hold,
    ],
    good: metal ? 'Water spreads in a sheet. Dry.' : 'No streak when you breathe on it. Dry.',
  })
  // It came off before the first pass.
  return c.oldLabel && c.turn.no === 1 ? [labelOff, clean] : [clean]
}
