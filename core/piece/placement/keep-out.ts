/** A part of a piece that art keeps clear of: heights above the base and degrees round from the seam, both of them or one. */
export interface KeepOut {
  kind: KeepOutKind
  /** mm above the base */
  from: number
  to: number
  /** Degrees of its middle; null: all round. */
  at: number | null
  /** Degrees that it takes. */
  width: number
}
export const KEEP_OUT_KINDS = ['lip', 'base', 'label', 'seam', 'handle'] as const
export type KeepOutKind = (typeof KEEP_OUT_KINDS)[number]

/** Usual bands: depth of a lip or of the base curve, mm; a seam's or a handle's share of the way round, degrees. */
export const USUAL_KEEP_OUT: Record<KeepOutKind, { text: string, depth: number | null, width: number | null }> = {
  lip: { text: 'Lip', depth: 10, width: null },
  base: { text: 'Base curve', depth: 8, width: null },
  label: { text: 'Label', depth: null, width: 120 },
  seam: { text: 'Seam', depth: null, width: 6 },
  handle: { text: 'Handle', depth: null, width: 50 },
}

/** A band of a usual size on a wall. @param at degrees, for what does not go all round */
export function usualKeepOut(kind: KeepOutKind, wall: { from: number, to: number }, at = 0): KeepOut {
  const { depth, width } = USUAL_KEEP_OUT[kind]
  const tall = wall.to - wall.from
  const band = {
    lip: [wall.to - Math.min(depth ?? 0, tall / 3), wall.to],
    base: [wall.from, wall.from + Math.min(depth ?? 0, tall / 3)],
    label: [wall.from + tall * 0.2, wall.from + tall * 0.8],
    seam: [wall.from, wall.to],
    handle: [wall.from + tall * 0.15, wall.from + tall * 0.9],
  }[kind] as [number, number]
  return { kind, from: band[0], to: band[1], at: width === null ? null : at, width: width ?? 360 }
}
