import type { Ring } from '../../basics/outline'

/** Lengths of dash and gap by turns, and how far into them a line begins. */
export interface Dashes {
  lengths: readonly number[]
  offset: number
}

/** As SVG has it: an odd list counts twice; a list that adds up to nothing, or has anything negative, is a whole line. */
export function readDashes(lengths: readonly number[], offset: number): Dashes | null {
  const sum = lengths.reduce((a, b) => a + b, 0)
  if (lengths.length === 0 || lengths.some(l => l < 0) || !(sum > 0)) return null
  return { lengths: lengths.length % 2 ? [...lengths, ...lengths] : lengths, offset }
}

/**
 * A flattened line as its dashes, each of them open. A dash without length is a dot where the pen has ends of its own, and
 * nothing otherwise.
 * @param scale factor on the dashes' lengths
 * @param most dashes; beyond it `tooMany` is thrown
 */
export function dashed(
  { points, closed }: { points: Ring, closed: boolean },
  { lengths, offset }: Dashes,
  scale: number,
  dots: boolean,
  most: number,
  tooMany: () => Error,
): { points: Ring, closed: boolean }[] {
  const steps = lengths.map(l => l * scale)
  const round = steps.reduce((a, b) => a + b, 0)
  let [at, left] = [0, 0]
  // Where in its dashes the line begins; a negative offset counts from their end.
  for (
    left = (((offset * scale) % round) + round) % round;
    left > steps[at]! || (left === steps[at] && left > 0);
    at = (at + 1) % steps.length
  )
    left -= steps[at]!
  left = steps[at]! - left
  const out: { points: Ring, closed: boolean }[] = []
  const begins = at % 2 === 0
  let dash: number[] = begins ? [points[0]!, points[1]!] : []
  const finish = (begun: boolean) => {
    const dot = dash.every((v, i) => Math.abs(v - dash[i % 2]!) < 1e-9)
    if (dash.length >= 4 && (!dot || (dots && begun))) out.push({ points: Float64Array.from(dash), closed: false })
    if (out.length > most) throw tooMany()
    dash = []
  }
  const n = points.length / 2
  for (let i = 1; i < n + Number(closed); i++) {
    let [x, y] = [points[2 * i - 2]!, points[2 * i - 1]!]
    const [tx, ty] = [points[2 * (i % n)]!, points[2 * (i % n) + 1]!]
    let far = Math.hypot(tx - x, ty - y)
    while (far >= left) {
      const share = far > 0 ? left / far : 0
      x += (tx - x) * share
      y += (ty - y) * share
      far -= left
      if (at % 2 === 0) {
        dash.push(x, y)
        finish(true)
      }
      at = (at + 1) % steps.length
      left = steps[at]!
      if (at % 2 === 0) dash = [x, y]
      // Dashes without length between gaps without length: nothing goes on.
      if (far === 0 && left === 0) break
    }
    left -= far
    if (at % 2 === 0) dash.push(tx, ty)
  }
  const ends = dash.length >= 4
  // One that would begin just where the line ends is none.
  finish(false)
  const [first, last] = [out[0], out.at(-1)]
  // Round a closed line the last dash goes on into the first.
  if (closed && begins && ends && first && last && first !== last && last.points.at(-2) === points[0] && last.points.at(-1) === points[1]) {
    return [{ points: Float64Array.from([...last.points, ...first.points.subarray(2)]), closed: false }, ...out.slice(1, -1)]
  }
  return out
}
