import type { RunPlan } from '../../plan/run-plan'
import { capital } from '../../basics/units'

/** What is said at the bench, method by method, as one says it across the room. */
export interface BenchWords {
  coat: (piece: string) => string
  cover: (piece: string) => string
  /** On the control: its last part is covered. */
  covered: string
  firstTouch: (piece: string) => string
  offNow: (piece: string) => string
  /** After "is over its time". */
  overNow: string
  mayComeOff: (piece: string, best: string) => string
  comingOff: (piece: string) => string
  rinseNow: (piece: string) => string
  rinsed: (piece: string) => string
}

const CREAM: BenchWords = {
  coat: piece => `Coat ${piece}`,
  cover: piece => `Cover every opening of ${piece}`,
  covered: 'Last part covered',
  firstTouch: piece => `First touch on ${piece}`,
  offNow: piece => `Rinse ${piece} now`,
  overNow: 'Rinse it now',
  mayComeOff: (piece, best) => `${capital(piece)} may come off; best in ${best}`,
  comingOff: piece => `${capital(piece)} is coming off`,
  rinseNow: piece => `Rinse ${piece} now`,
  rinsed: piece => `${capital(piece)} is rinsed`,
}

const LIQUID: BenchWords = {
  ...CREAM,
  coat: piece => `Wet ${piece}`,
  cover: piece => `Wet every line of ${piece}`,
  covered: 'Last part wet',
  offNow: piece => `Bicarbonate on ${piece} now`,
  overNow: 'Bicarbonate on it now',
  mayComeOff: (piece, best) => `${capital(piece)} may be stopped; best in ${best}`,
  comingOff: piece => `Bicarbonate is on ${piece}`,
  rinseNow: piece => `Sprinkle ${piece} until the foam stops, then rinse`,
  rinsed: piece => `Foam stopped, ${piece} is rinsed`,
}

export const benchWords = (plan: Pick<RunPlan, 'method'>): BenchWords => (plan.method === 'liquid' ? LIQUID : CREAM)
