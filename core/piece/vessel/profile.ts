/** One tape reading: the way round at a height. All mm. */
export interface GirthReading {
  /** Above the base: straight up, or up the side along the wall. */
  height: number
  girth: number
}

/** How the heights were measured. */
export type HeightKind = 'vertical' | 'side'

/** A wall at one height: radius, mm, and its first two derivatives over height. */
export interface WallPoint {
  r: number
  slope: number
  bend: number
}

/** The wall of a piece as a surface of revolution: radius over height above the base, mm. */
export interface Wall {
  from: number
  to: number
  /** Heights at which one smooth part meets the next, both ends among them. */
  joints: readonly number[]
  /** Beyond its ends the wall goes on straight. */
  at: (z: number) => WallPoint
}

/** Heights, radii and slopes of a piecewise cubic. */
interface Cubic {
  z: readonly number[]
  r: readonly number[]
  slope: readonly number[]
}

/** Slopes at the ends and inside, after Fritsch & Carlson's limits: at a turn the curve is level. */
function monotoneSlopes(z: readonly number[], r: readonly number[]): number[] {
  const n = z.length
  const secant = Array.from({ length: n - 1 }, (_, i) => (r[i + 1]! - r[i]!) / (z[i + 1]! - z[i]!))
  const m = Array.from({ length: n }, (_, i) => {
    if (i === 0) return secant[0]!
    if (i === n - 1) return secant[n - 2]!
    return secant[i - 1]! * secant[i]! <= 0 ? 0 : (secant[i - 1]! + secant[i]!) / 2
  })
  for (let i = 0; i < n - 1; i++) {
    const d = secant[i]!
    if (d === 0) {
      m[i] = 0
      m[i + 1] = 0
      continue
    }
    const [a, b] = [m[i]! / d, m[i + 1]! / d]
    const s = a * a + b * b
    // Inside the circle of radius 3 the cubic is monotone.
    if (s > 9) {
      const t = 3 / Math.sqrt(s)
      m[i] = t * a * d
      m[i + 1] = t * b * d
    }
  }
  return m
}

/**
 * A monotone piecewise cubic through tape readings (Fritsch & Carlson, SIAM J. Numer. Anal. 17, 1980), so that the wall
 * never swells between two of them.
 * @param kind heights up the side are turned into heights straight up, chord by chord
 * @throws RangeError with a sentence for readings that make no wall
 */
export function measuredWall(readings: readonly GirthReading[], kind: HeightKind = 'vertical'): Wall {
  if (readings.length < 2) throw new RangeError('A shape needs two girths at two heights or more.')
  const sorted = [...readings].sort((a, b) => a.height - b.height)
  const r = sorted.map(x => x.girth / (2 * Math.PI))
  const z = [sorted[0]!.height]
  for (let i = 1; i < sorted.length; i++) {
    const rise = sorted[i]!.height - sorted[i - 1]!.height
    if (!(rise > 0)) throw new RangeError(`Two girths were read at ${sorted[i]!.height} mm. Read each at a different height.`)
    const widening = r[i]! - r[i - 1]!
    if (kind === 'side' && Math.abs(widening) >= rise)
      throw new RangeError(
        `Between ${sorted[i - 1]!.height} and ${sorted[i]!.height} mm up the side the girth changes more than the wall is long. Check both `
        + `readings.`,
      )
    z.push(z[i - 1]! + (kind === 'side' ? Math.sqrt(rise * rise - widening * widening) : rise))
  }
  if (r.some(x => !(x > 0))) throw new RangeError('A girth of zero is no piece. Measure it again.')
  const cubic = { z, r, slope: monotoneSlopes(z, r) }
  return { from: z[0]!, to: z.at(-1)!, joints: z, at: height => cubicAt(cubic, height) }
}

const segment = (p: Cubic, z: number): number => {
  let i = 0
  while (i < p.z.length - 2 && z > p.z[i + 1]!) i++
  return i
}

function cubicAt(p: Cubic, z: number): WallPoint {
  const last = p.z.length - 1
  if (z <= p.z[0]!) return { r: p.r[0]! + p.slope[0]! * (z - p.z[0]!), slope: p.slope[0]!, bend: 0 }
  if (z >= p.z[last]!) return { r: p.r[last]! + p.slope[last]! * (z - p.z[last]!), slope: p.slope[last]!, bend: 0 }
  const i = segment(p, z)
  const h = p.z[i + 1]! - p.z[i]!
  const t = (z - p.z[i]!) / h
  const [r0, r1, m0, m1] = [p.r[i]!, p.r[i + 1]!, p.slope[i]! * h, p.slope[i + 1]! * h]
  // Cubic Hermite in t.
  const c2 = 3 * (r1 - r0) - 2 * m0 - m1
  const c3 = 2 * (r0 - r1) + m0 + m1
  return { r: r0 + t * (m0 + t * (c2 + t * c3)), slope: (m0 + t * (2 * c2 + 3 * t * c3)) / h, bend: (2 * c2 + 6 * t * c3) / (h * h) }
}

/** A straight wall: cylinder or cone. All mm. */
export function straightWall(height: number, lower: number, upper: number): Wall {
  const slope = (upper - lower) / height
  return { from: 0, to: height, joints: [0, height], at: z => ({ r: lower + slope * z, slope, bend: 0 }) }
}

/** A bowl that is part of a ball. @param radius mm @param from lowest and @param to highest height from its centre, mm */
export function ballWall(radius: number, from: number, to: number): Wall {
  return {
    from,
    to,
    joints: [from, to],
    at(z) {
      const r = Math.sqrt(Math.max(0, radius * radius - z * z))
      return { r, slope: -z / r, bend: -(radius * radius) / r ** 3 }
    },
  }
}

/** Gauss–Legendre, five points on each piece of the cubic: exact for polynomials of degree nine. */
const NODES: readonly [x: number, w: number][] = [
  [0, 128 / 225],
  ...[5 - 2 * Math.sqrt(10 / 7), 5 + 2 * Math.sqrt(10 / 7)].flatMap((q, i): [number, number][] => {
    const x = Math.sqrt(q) / 3
    const w = (322 + (i === 0 ? 13 : -13) * Math.sqrt(70)) / 900
    return [
      [x, w],
      [-x, w],
    ]
  }),
]
/** Pieces that each cubic is cut into before integrating: walls that bend sharply need them. */
const CUTS = 8

function integrate(p: Wall, from: number, to: number, f: (z: number) => number): number {
  const ends = [from, ...p.joints.filter(z => z > from && z < to), to]
  let sum = 0
  for (let i = 0; i < ends.length - 1; i++) {
    for (let k = 0; k < CUTS; k++) {
      const half = (ends[i + 1]! - ends[i]!) / CUTS / 2
      const middle = ends[i]! + half * (2 * k + 1)
      for (const [x, w] of NODES) sum += w * half * f(middle + half * x)
    }
  }
  return sum
}

/** Length along the wall between two heights. @returns mm */
export const meridianLength = (p: Wall, from: number, to: number): number => integrate(p, from, to, z => Math.hypot(1, p.at(z).slope))

/** Area of the wall between two heights. @returns mm² */
export const wallArea = (p: Wall, from: number, to: number): number =>
  2
  * Math.PI
  * integrate(p, from, to, (z) => {
    const { r, slope } = p.at(z)
    return r * Math.hypot(1, slope)
  })

/** Volume that the wall encloses between two heights. @returns mm³ */
export const enclosedVolume = (p: Wall, from: number, to: number): number => Math.PI * integrate(p, from, to, z => p.at(z).r ** 2)

/** Angle of the wall against upright, degrees; positive where it opens upward. */
export const wallAngle = (p: Wall, z: number): number => (Math.atan(p.at(z).slope) * 180) / Math.PI

/**
 * Gaussian curvature, 1/mm²: zero on cylinders and cones, where a flat sheet lies without stretch
 * (do Carmo, Differential Geometry of Curves and Surfaces).
 */
export function gaussianCurvature(p: Wall, z: number): number {
  const { r, slope, bend } = p.at(z)
  return -bend / (r * (1 + slope * slope) ** 2)
}

/** Heights, mm, and the length along the wall from its lower end up to each, mm. */
interface Lengths {
  z: number[]
  along: number[]
}

/** Judging one place asks for thousands of lengths on the same wall: they are added up once. */
const lengths = new WeakMap<Wall, Lengths>()

function lengthsOf(p: Wall): Lengths {
  const known = lengths.get(p)
  if (known) return known
  const made: Lengths = { z: [p.from], along: [0] }
  for (let i = 0; i < p.joints.length - 1; i++) {
    for (let k = 1; k <= CUTS; k++) {
      const z = p.joints[i]! + ((p.joints[i + 1]! - p.joints[i]!) * k) / CUTS
      made.along.push(made.along.at(-1)! + panel(p, made.z.at(-1)!, z))
      made.z.push(z)
    }
  }
  lengths.set(p, made)
  return made
}

/** Length along a part of the wall with no joint inside. Negative downward. */
function panel(p: Wall, from: number, to: number): number {
  const half = (to - from) / 2
  let sum = 0
  for (const [x, w] of NODES) sum += w * Math.hypot(1, p.at(from + half * (1 + x)).slope)
  return sum * half
}

/** The last of the values that is not above x; the first where all are. */
function placeOf(values: readonly number[], x: number): number {
  let [low, high] = [0, values.length - 1]
  while (low < high) {
    const middle = Math.ceil((low + high) / 2)
    if (values[middle]! <= x) low = middle
    else high = middle - 1
  }
  return low
}

/** Height at a length along the wall above another height. @param along mm, may be negative @returns mm */
export function heightAlong(p: Wall, from: number, along: number): number {
  const known = lengthsOf(p)
  // Beyond an end it is one long panel, as far as that goes.
  const lengthTo = (z: number) => {
    const i = placeOf(known.z, z)
    return known.along[i]! + panel(p, known.z[i]!, z)
  }
  const wanted = lengthTo(from) + along
  // Between two known lengths the height is nearly straight; past an end nobody knows, and it is begun there.
  const i = Math.min(placeOf(known.along, wanted), known.z.length - 2)
  const share = Math.min(1, Math.max(0, (wanted - known.along[i]!) / (known.along[i + 1]! - known.along[i]!)))
  let z = known.z[i]! + share * (known.z[i + 1]! - known.z[i]!)
  // Newton on the length: its derivative is the integrand itself. A step that leads off the wall, as past the pole of a ball, is halved.
  let error = lengthTo(z) - wanted
  for (let round = 0; round < 60 && Math.abs(error) >= 1e-10; round++) {
    let step = error / Math.hypot(1, p.at(z).slope)
    let next = lengthTo(z - step) - wanted
    for (; !Number.isFinite(next) && Math.abs(step) > 1e-9; next = lengthTo(z - step) - wanted) step /= 2
    z -= step
    error = next
  }
  return z
}
