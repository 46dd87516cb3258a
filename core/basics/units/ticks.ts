/** Steps in which one reads durations, s. */
const STEPS = [10, 30, 60, 120, 300, 600, 900, 1800, 3600, 7200, 14_400, 86_400, 604_800]

/**
 * An axis of durations from 0 on that ends at a tick. @param longest s that it has to show @param most ticks that have room for their words
 * @returns step and end of the axis, s
 */
export function durationTicks(longest: number, most = 9): { step: number, end: number } {
  const step = STEPS.find(s => longest / s <= most) ?? STEPS.at(-1)!
  return { step, end: Math.max(1, Math.ceil(longest / step)) * step }
}
