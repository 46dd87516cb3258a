import type { Figure } from '../../basics/figure'
import { countOf } from '../../basics/units'
import { commonPractice, houseRule } from '../../basics/source'
import type { Method } from '../../trade/materials'
import { sittingSeconds, traysSeconds } from '../ahead'
import type { HandTimes } from '../ahead'
import type { DwellWindow } from '../dwell'
import type { Step } from '../steps'

/** A run as one person goes through it, s. */
export interface RunTimes {
  /** Until the first touch. */
  prepare: number
  /** From the first touch to the last rinse. */
  sitting: number
  /** Of the sitting, with nothing in the hands. */
  waiting: number
  /** After the last rinse, until the gloves are off. */
  finish: number
}

export interface TimesInput {
  method: Method
  pieces: number
  tray: number
  window: DwellWindow
  hands: HandTimes
  steps: readonly Step[]
}

export function runTimes({ method, pieces, tray, window, hands, steps }: TimesInput): RunTimes {
  const etch = steps.findIndex(s => s.kind === 'clock' || s.kind === 'blast')
  const glovesOff = steps.findIndex(s => s.id === 'wash-up')
  const sum = (from: number, to: number) => steps.slice(from, to).reduce((total, s) => total + s.seconds, 0)
  const sitting
    = method === 'blast'
      ? steps[etch]!.seconds
      : method === 'liquid'
        ? traysSeconds(pieces, tray, window, hands)
        : sittingSeconds(pieces, window, hands)
  return {
    prepare: sum(0, etch),
    sitting,
    // Metal is rubbed and a gun is held the whole time; cream works alone.
    waiting: method === 'cream' ? Math.max(0, sitting - pieces * (hands.coat + hands.off)) : 0,
    finish: sum(etch + 1, glovesOff + 1),
  }
}

/** @param own steps that stand with what this studio took for them */
export function timeFigures({ prepare, sitting, waiting, finish }: RunTimes, own = 0): Figure[] {
  const steps = houseRule(own > 0 ? `from the step list, ${countOf(own, 'step')} of it as long as yours took` : 'from the step list')
  const time: Figure = {
    id: 'time',
    label: 'Time from gloves on to gloves off',
    value: prepare + sitting + finish,
    unit: 's',
    formula: 'getting ready + first touch to last rinse + wash-up; then it dries before it is looked at',
    inputs: [
      { label: 'getting ready', value: prepare, unit: 's', source: steps },
      { label: 'at the etchant, one pair of hands', value: sitting, unit: 's', source: houseRule('window and coating time') },
      { label: 'after it, until the gloves are off', value: finish, unit: 's', source: steps },
    ],
    source: commonPractice('four tumblers with a name take about an hour, one about half an hour'),
  }
  if (waiting === 0) return [time]
  return [
    time,
    {
      id: 'waiting',
      label: 'Of it waiting for the clock',
      value: waiting,
      unit: 's',
      formula: 'first touch to last rinse − what the hands do meanwhile',
      inputs: [
        { label: 'first touch to last rinse', value: sitting, unit: 's', source: houseRule('window and coating time') },
        { label: 'coating, taking off and rinsing', value: sitting - waiting, unit: 's', source: steps },
      ],
      source: commonPractice(),
    },
  ]
}
