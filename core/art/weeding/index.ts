import type { HouseRules } from '../../trade/house'

export { outlineRings, weedingOrder } from './order'
export type { Spot, Weeding } from './order'

/** How long weeding takes. @returns s */
export const weedingTime = (pieces: number, cutLength: number, limits: Pick<HouseRules, 'weedPerPiece' | 'weedPerMetre'>): number =>
  pieces * limits.weedPerPiece + (cutLength / 1000) * limits.weedPerMetre
