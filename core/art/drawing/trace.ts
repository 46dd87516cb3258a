import { contours } from 'd3-contour'
import { simplifyPath } from 'clipper2-ts'
import { ArtRefused } from './refusal'

/** A grey picture, row by row from the top: 0 black to 255 white. */
export interface Grey {
  width: number
  height: number
  values: Uint8Array | Uint8ClampedArray
}

export interface TraceSettings {
  /** Darker than this is art, 1 to 254. */
  threshold: number
  /** Radius of the blur that smooths the steps of the picture, px. */
  smoothing: number
}

/** Lines may stray so far from the traced contour when points are dropped, px. */
const STRAY = 0.25
/** Specks of the picture under this are dust, px². */
const DUST = 4
const MOST_PIXELS = 4_000_000

/** The threshold that parts the dark from the light best (Otsu, IEEE Trans. Systems, Man and Cybernetics 9, 1979). */
export function usualThreshold({ values }: Grey): number {
  const histogram = new Float64Array(256)
  for (const v of values) histogram[v]!++
  const total = values.length
  const sum = histogram.reduce((s, n, v) => s + n * v, 0)
  let [below, sumBelow, best, at, last] = [0, 0, -1, 127, 127]
  for (let t = 0; t < 255; t++) {
    below += histogram[t]!
    sumBelow += t * histogram[t]!
    if (below === 0 || below === total) continue
    const difference = sumBelow / below - (sum - sumBelow) / (total - below)
    const between = below * (total - below) * difference * difference
    if (between > best * (1 + 1e-12)) [best, at] = [between, t]
    if (between >= best * (1 - 1e-12)) last = t
  }
  // Every threshold in an empty gap is as good: its middle is the safest.
  return Math.round((at + last) / 2) + 1
}

/** Three box blurs in a row are close to a bell curve. */
function blurred({ width, height, values }: Grey, radius: number): Float64Array {
  let from = Float64Array.from(values)
  const r = Math.round(radius)
  if (r < 1) return from
  for (let round = 0; round < 3; round++) {
    for (const [lines, length, step, stride] of [
      [height, width, 1, width],
      [width, height, width, 1],
    ] as const) {
      const to = new Float64Array(from.length)
      for (let l = 0; l < lines; l++) {
        const at = (i: number) => from[l * stride + Math.min(length - 1, Math.max(0, i)) * step]!
        let sum = 0
        for (let i = -r; i <= r; i++) sum += at(i)
        for (let i = 0; i < length; i++) {
          to[l * stride + i * step] = sum / (2 * r + 1)
          sum += at(i + r + 1) - at(i - r)
        }
      }
      from = to
    }
  }
  return from
}

const rings = (polygon: number[][][]) => polygon.map(r => r.slice(0, -1))
function area(ring: number[][]): number {
  return ring.reduce((sum, p, i) => {
    const q = ring[(i + 1) % ring.length]!
    return sum + (p[0]! * q[1]! - q[0]! * p[1]!) / 2
  }, 0)
}

/**
 * Line art of a picture as an SVG drawing: the line along which the grey crosses the threshold (marching squares, between
 * the pixels by their grey), so that soft edges of a scan give smooth outlines.
 * @throws ArtRefused for a picture without line art
 */
export function traceGrey(picture: Grey, { threshold, smoothing }: TraceSettings): string {
  const { width, height } = picture
  if (width * height > MOST_PIXELS)
    throw new ArtRefused(`The picture has more than ${MOST_PIXELS / 1e6} million pixels. Save it smaller: 1500 pixels across are enough.`)
  const grey = blurred(picture, smoothing)
  // A rim of white, so that art which touches the edge of the picture is closed there.
  const values = new Float64Array((width + 2) * (height + 2))
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) values[(y + 1) * (width + 2) + x + 1] = 255 - grey[y * width + x]!
  const [contour] = contours()
    .size([width + 2, height + 2])
    .smooth(true)
    .thresholds([255 - threshold])(Array.from(values))
  const all = contour!.coordinates.flatMap(rings).filter(r => Math.abs(area(r)) > DUST)
  if (all.length === 0)
    throw new ArtRefused(
      'Nothing in the picture is dark enough to be line art. Raise the threshold, or take a picture with dark art on white.',
    )
  const d = all
    .map((ring) => {
      const fewer = simplifyPath(
        ring.map(([x, y]) => ({ x: Math.round(x! * 1000), y: Math.round(y! * 1000) })),
        STRAY * 1000,
        true,
      )
      return `M${fewer.map(p => `${(p.x / 1000 - 1).toFixed(2)} ${(p.y / 1000 - 1).toFixed(2)}`).join('L')}Z`
    })
    .join('')
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}"><path fill-rule="evenodd" d="${d}"/></svg>`
}
