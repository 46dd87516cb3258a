/** A picture as a screen has it: four bytes a pixel (red, green, blue, opacity), sRGB, row by row from the upper left. */
export interface Picture {
  width: number
  height: number
  data: Uint8ClampedArray | Uint8Array
}

/** A plane of numbers, row by row from the upper left: relative luminance where nothing else is said, 0 black to 1 white. */
export interface Plane {
  width: number
  height: number
  values: Float32Array
}

/** Light of one of the 256 steps of a channel, 0 to 1 (IEC 61966-2-1). */
const linear = (byte: number): number => {
  const c = byte / 255
  return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4
}
/** Share that each channel has in what the eye takes for bright (IEC 61966-2-1, D65). */
const SHARE = { r: 0.2126, g: 0.7152, b: 0.0722 }
const tableOf = (share: number) => Float32Array.from({ length: 256 }, (_, byte) => share * linear(byte))
const [RED, GREEN, BLUE] = [tableOf(SHARE.r), tableOf(SHARE.g), tableOf(SHARE.b)]

/** Relative luminance of one colour. @param r of 0 to 255, as g and b */
export const luminance = (r: number, g: number, b: number): number => RED[r]! + GREEN[g]! + BLUE[b]!

/** Below this share of white, lightness grows in a straight line (CIE 15, exact form). */
const LINEAR_BELOW = 216 / 24389
const SLOPE = 24389 / 27

/** CIE L* of a share of white's luminance; nothing is darker than black. */
export const lightness = (y: number): number => (y <= LINEAR_BELOW ? SLOPE * Math.max(0, y) : 116 * Math.cbrt(y) - 16)
/** The share of white's luminance that has this L*. */
export const luminanceAt = (l: number): number => (l <= SLOPE * LINEAR_BELOW ? l / SLOPE : ((l + 16) / 116) ** 3)

/** A picture as luminance, at the sizes that were asked for: each value is the mean of `by` times `by` pixels. */
export interface Pictured {
  width: number
  height: number
  /** @param by 1, 2, 4 and so on */
  plane: (by: number) => Plane
}

/** What of a picture is made into luminance, once for each size. @param tell told how much of one is done, 0 to 1 */
export function pictured(picture: Picture, tell: (share: number) => void = () => {}): Pictured {
  const known = new Map<number, Plane>()
  return {
    width: picture.width,
    height: picture.height,
    plane(by) {
      const plane = known.get(by) ?? luminancePlane(picture, by, tell)
      known.set(by, plane)
      return plane
    },
  }
}

/** Pixels past the last whole square of `by` times `by` are left out. */
function luminancePlane({ width, height, data }: Picture, by: number, tell: (share: number) => void): Plane {
  const [wide, tall] = [Math.floor(width / by), Math.floor(height / by)]
  const values = new Float32Array(wide * tall)
  const share = 1 / (by * by)
  for (let y = 0; y < tall; y++) {
    const row = y * wide
    for (let j = 0; j < by; j++) {
      let at = 4 * (y * by + j) * width
      for (let x = 0; x < wide; x++) {
        let sum = 0
        for (let i = 0; i < by; i++, at += 4) sum += RED[data[at]!]! + GREEN[data[at + 1]!]! + BLUE[data[at + 2]!]!
        values[row + x]! += sum * share
      }
    }
    if (y % 64 === 0) tell(y / tall)
  }
  return { width: wide, height: tall, values }
}

/** A value between pixels, by the four round it; past the rim that of the nearest. @param x in pixels: 0.5 is the middle of the first */
export function sample({ width, height, values }: Plane, x: number, y: number): number {
  const u = Math.min(width - 1, Math.max(0, x - 0.5))
  const v = Math.min(height - 1, Math.max(0, y - 0.5))
  const [i, j] = [Math.min(width - 2, u | 0), Math.min(height - 2, v | 0)]
  const [s, t] = [u - i, v - j]
  const at = j * width + i
  const upper = values[at]! + s * (values[at + 1]! - values[at]!)
  const lower = values[at + width]! + s * (values[at + width + 1]! - values[at + width]!)
  return upper + t * (lower - upper)
}
