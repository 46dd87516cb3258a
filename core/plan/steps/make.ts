import { countOf } from '../../basics/units'
import type { Step, StepContext } from './step'

type Draft = Omit<Step, 'safety' | 'how'> & Partial<Pick<Step, 'safety' | 'how'>>

export const step = (draft: Draft): Step => ({ how: [], safety: false, ...draft })
/** `the tumbler`, `all 4 tumblers` */
export const all = (c: StepContext): string => (c.pieces === 1 ? `the ${c.noun}` : `all ${countOf(c.pieces, c.noun)}`)
export const each = (c: StepContext, seconds: number): number => seconds * c.pieces
