import type { DwellInput } from './model'

/** Creep under an edge, each side, mm per s: the coupon's own, or that of its kind. */
export function creepRate(input: Pick<DwellInput, 'coupon' | 'kind' | 'label'>): number {
  return input.coupon?.creepRate ?? input.kind.undercut.value / input.label.min
}
