import type { DwellInput } from './model'

type CreepInput = Pick<DwellInput, 'coupon' | 'kind' | 'label'>

/**
 * Creep under an edge, each side. A kind's grows with the square root of time, as what has to get in through a gap that
 * grows longer does, and stops at the kind's own most: people leave coarse cream on 1 mm lettering for a quarter of an hour. A coupon's
 * own line comes first.
 * @param seconds from the first touch @returns mm
 */
export function creepAt({ coupon, kind, label }: CreepInput, seconds: number): number {
  if (coupon?.creepRate) return coupon.creepRate * seconds
  return Math.min(kind.creepMost.value, kind.undercut.value * Math.sqrt(seconds / label.min))
}

/** When creep reaches so much on each side, s from the first touch; Infinity when it never does. @param mm each side */
export function creepTime({ coupon, kind, label }: CreepInput, mm: number): number {
  if (coupon?.creepRate) return mm / coupon.creepRate
  return mm >= kind.creepMost.value ? Infinity : label.min * (mm / kind.undercut.value) ** 2
}
