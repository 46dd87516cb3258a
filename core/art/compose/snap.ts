import type { Box } from '../../basics/outline'

/** Its edges and its middle along one axis. */
const linesOf = (low: number, high: number) => [low, (low + high) / 2, high]

/** The least shift within reach that lays one of these lines on one of those; 0 where none is near. */
function shiftTo(own: readonly number[], others: readonly number[], near: number): number {
  const shifts = own.flatMap(line => others.map(other => other - line)).filter(shift => Math.abs(shift) <= near)
  return shifts.reduce<number | null>((least, s) => (least === null || Math.abs(s) < Math.abs(least) ? s : least), null) ?? 0
}

/**
 * Draws a part that somebody holds to what it lines up with: left edge, middle or right edge with those of another part, and the same up
 * and down.
 * @param box where it is held, mm, y down @param near mm within which it is drawn there
 * @returns mm that it has to be shifted to the right and down
 */
export function snapShift(box: Box, others: readonly Box[], near: number): { x: number, y: number } {
  return {
    x: shiftTo(linesOf(box.left, box.right), others.flatMap(o => linesOf(o.left, o.right)), near),
    y: shiftTo(linesOf(box.top, box.bottom), others.flatMap(o => linesOf(o.top, o.bottom)), near),
  }
}
