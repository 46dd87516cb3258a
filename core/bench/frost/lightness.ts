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

/**
 * What of a picture is made into luminance, once for each size: its pixels are looked at once, and coarser sizes are made of finer ones.
 * @param tell told how much of the pixels is done, 0 to 1
 */
export function pictured(picture: Picture, tell: (share: number) => void = () => {}): Pictured {
  const known = new Map<number, Plane>()
  const plane = (by: number): Plane => {
    const made = known.get(by) ?? (by === 1 ? whole(picture, tell) : by === 2 ? halved(picture, tell) : halvedPlane(plane(by / 2)))
    known.set(by, made)
    return made
  }
  return { width: picture.width, height: picture.height, plane }
}

/** Of the pixel whose bytes begin there. */
const lightAt = (data: Picture['data'], at: number): number => RED[data[at]!]! + GREEN[data[at + 1]!]! + BLUE[data[at + 2]!]!

function whole({ width, height, data }: Picture, tell: (share: number) => void): Plane {
  const values = new Float32Array(width * height)
  for (let y = 0, k = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, k++, at += 4) values[k] = lightAt(data, at)
    if (y % 64 === 0) tell(y / height)
  }
  return { width, height, values }
}

/** Of four pixels each; an odd one at the right or below is left out. */
function halved({ width, height, data }: Picture, tell: (share: number) => void): Plane {
  const [wide, tall] = [width >> 1, height >> 1]
  const values = new Float32Array(wide * tall)
  for (let y = 0, k = 0; y < tall; y++) {
    let a = 8 * y * width
    let b = a + 4 * width
    for (let x = 0; x < wide; x++, k++, a += 8, b += 8) {
      const upper = lightAt(data, a) + lightAt(data, a + 4)
      const lower = lightAt(data, b) + lightAt(data, b + 4)
      values[k] = (upper + lower) * 0.25
    }
    if (y % 64 === 0) tell(y / tall)
  }
  return { width: wide, height: tall, values }
}

function halvedPlane({ width, height, values }: Plane): Plane {
  const [wide, tall] = [width >> 1, height >> 1]
  const out = new Float32Array(wide * tall)
  for (let y = 0, k = 0; y < tall; y++) {
    for (let x = 0, a = 2 * y * width; x < wide; x++, k++, a += 2)
      out[k] = (values[a]! + values[a + 1]! + values[a + width]! + values[a + width + 1]!) * 0.25
  }
  return { width: wide, height: tall, values: out }
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
