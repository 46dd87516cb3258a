import type { Care, CareAnchor } from '../../trade/compatibility'
import { blastSteps } from './blast'
import { creamSteps } from './cream'
import { finishSteps } from './finish'
import { liquidSteps } from './liquid'
import { step } from './make'
import { cleanSteps, safetyGate, trySteps } from './prepare'
import { maskStep, resistStep } from './resist'
import type { Step, StepContext } from './step'

const ANCHOR_STEP: Record<CareAnchor, string> = {
  'resist': 'resist',
  'mask': 'mask',
  'ready-etchant': 'ready-etchant',
  'etch': 'etch',
  'second-wash': 'second-wash',
  'finish': 'give',
}

/** A named care as a step of its own, before the step it belongs to. */
const careStep = (care: Care): Step =>
  step({
    id: `care:${care.id}`,
    kind: 'do',
    station: care.before === 'second-wash' ? 'sink' : 'bench',
    title: care.title,
    reason: care.reason,
    good: care.good,
    seconds: care.seconds,
    safety: care.safety,
  })

/** The whole job in the trade's order. A pure function of piece, recipe and house rules. */
export function stepList(c: StepContext): Step[] {
  const work = { cream: creamSteps, liquid: liquidSteps, blast: blastSteps }[c.kind.method](c)
  const steps = [...trySteps(c), ...cleanSteps(c), resistStep(c), maskStep(c), safetyGate(c), ...work, ...finishSteps(c)]
  return steps.flatMap(s => [...c.cares.filter(care => care.before !== 'finish' && ANCHOR_STEP[care.before] === s.id).map(careStep), s])
}
