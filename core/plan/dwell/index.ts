export { creepRate } from './creep'
export { decideDwell } from './window'
export type { CouponEvidence, DwellBound, DwellDecision, DwellInput, DwellReason, DwellWindow } from './model'
export { spreadAdvice } from './spread'
