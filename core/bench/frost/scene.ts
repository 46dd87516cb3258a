import { ringLength } from '../../basics/outline'
import type { Point, Region, Ring } from '../../basics/outline'
import type { Corners, Window } from './lie'
import type { Picture } from './lightness'
import { coverage } from './raster'

/**
 * A dry piece over dark card in front of a camera, with all that a meter should find known beforehand. Lengths in mm, reflectance as a
 * share of white.
 */
export interface Scene {
  /** In its window: 0, 0 is the upper left corner. */
  art: Region
  window: Window
  /** Of the picture, pixels. */
  pixels: { width: number, height: number }
  /** From the piece's front, mm; turned about it, degrees: looking down, to the right, and held askew. */
  camera: { away: number, down: number, aside: number, askew: number }
  /** Share of the frame that the window fills. */
  fill: number
  /** Factor on all light. */
  exposure: number
  frost: number
  /** Share of it that each ring of the art has, where they differ, as strips of a coupon do. */
  strengths: number[] | null
  clear: number
  /** Light across the piece: how much more it is at the right and at the lower rim than in the middle, and how much less at the corners. */
  light: { right: number, lower: number, corners: number }
  /** Waves in the frost: their height as a share of it, and length. */
  mottle: { height: number, length: number }
  /** Grain in the frost: its deviation as a share of it, and size. */
  grain: { deviation: number, size: number }
  /** Waves along the edges. */
  ragged: { height: number, length: number }
  /** How far all edges lie outside the plan. */
  creep: number
  /** Deviation of the bell that edges are blurred by. */
  blur: number
  spots: { kind: 'outside' | 'missing', x: number, y: number, radius: number }[]
  /** Deviation of a pixel, in the 256 steps of a channel. */
  noise: number
  seed: number
}

export const PLAIN_SCENE: Omit<Scene, 'art' | 'window'> = {
  pixels: { width: 1600, height: 1200 },
  camera: { away: 350, down: 0, aside: 0, askew: 0 },
  fill: 0.7,
  exposure: 1,
  frost: 0.4,
  strengths: null,
  clear: 0.03,
  light: { right: 0, lower: 0, corners: 0 },
  mottle: { height: 0, length: 8 },
  grain: { deviation: 0, size: 0.15 },
  ragged: { height: 0, length: 1 },
  creep: 0,
  blur: 0.06,
  spots: [],
  noise: 0,
  seed: 1,
}

/** Chance that is the same each time (mulberry32). */
export function chance(seed: number): () => number {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6D2B79F5) >>> 0
    let t = a
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** A bell of deviation 1 (Box and Muller). */
export const bell = (random: () => number) => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())

/** Cells of the piece to a mm: twice as many as the picture has pixels, within reason. */
function cellsOf({ window, pixels, fill }: Scene): number {
  const density = fill * Math.min(pixels.width / window.width, pixels.height / window.height)
  return Math.min(16, Math.max(8, Math.ceil(2 * density)))
}
/** Card round the window, mm; past it lies a bright table. */
const CARD = 30
const TABLE = 0.55

/** The outline with all its edges moved outward by creep and waves. */
function grownWavy(art: Region, { creep, ragged }: Scene): Ring[] {
  if (creep === 0 && ragged.height === 0) return [...art]
  return art.map((ring) => {
    const long = ringLength(ring)
    const waves = Math.max(1, Math.round(long / ragged.length))
    const points: number[] = []
    let passed = 0
    for (let i = 0; i < ring.length; i += 2) {
      const j = (i + 2) % ring.length
      const [x0, y0, x1, y1] = [ring[i]!, ring[i + 1]!, ring[j]!, ring[j + 1]!]
      const side = Math.hypot(x1 - x0, y1 - y0)
      if (side === 0) continue
      const [nx, ny] = [(y1 - y0) / side, -(x1 - x0) / side]
      const n = Math.max(2, Math.ceil(side / 0.04))
      for (let k = 0; k < n; k++) {
        const t = k / n
        const out = creep + ragged.height * Math.sin((2 * Math.PI * waves * (passed + t * side)) / long)
        points.push(x0 + t * (x1 - x0) + out * nx, y0 + t * (y1 - y0) + out * ny)
      }
      passed += side
    }
    return Float64Array.from(points)
  })
}

function blurred(values: Float32Array, width: number, height: number, deviation: number): Float32Array {
  const r = Math.ceil(4 * deviation)
  if (r === 0) return values
  const bells = Float64Array.from({ length: 2 * r + 1 }, (_, k) => Math.exp(-((k - r) ** 2) / (2 * deviation * deviation)))
  const sum = bells.reduce((a, b) => a + b, 0)
  let from = values
  for (const [lines, cells, step, next] of [[height, width, 1, width], [width, height, width, 1]] as const) {
    const to = new Float32Array(from.length)
    // One line with its ends drawn out, so that no cell has to ask whether it is at one.
    const line = new Float64Array(cells + 2 * r)
    for (let l = 0; l < lines; l++) {
      for (let k = 0; k < line.length; k++) line[k] = from[l * next + Math.min(cells - 1, Math.max(0, k - r)) * step]!
      for (let k = 0; k < cells; k++) {
        let v = 0
        for (let q = 0; q < bells.length; q++) v += bells[q]! * line[k + q]!
        to[l * next + k * step] = v / sum
      }
    }
    from = to
  }
  return from
}

/** Reflectance of the wall round the window. */
function wallOf(scene: Scene) {
  const scale = cellsOf(scene)
  const { mottle, grain, frost, clear } = scene
  const margin = 8
  const width = Math.ceil((scene.window.width + 2 * margin) * scale)
  const height = Math.ceil((scene.window.height + 2 * margin) * scale)
  const rings = grownWavy(scene.art, scene)
  const mask = new Float32Array(width * height)
  const parts = scene.strengths ? rings.map((ring, i) => ({ area: [ring], share: scene.strengths![i]! })) : [{ area: rings, share: 1 }]
  for (const { area, share } of parts) {
    const { values } = coverage(area, -margin, -margin, width, height, scale)
    for (let k = 0; k < mask.length; k++) mask[k]! += (values[k]! / 255) * share
  }
  for (const s of scene.spots) addSpot({ mask, width, height, margin, scale }, s)
  const soft = blurred(mask, width, height, scene.blur * scale)
  const random = chance(scene.seed)
  const cell = Math.max(1, Math.round(grain.size * scale))
  const across = Math.ceil(width / cell)
  const grains = Float32Array.from({ length: across * Math.ceil(height / cell) }, () => bell(random) * grain.deviation)
  const out = new Float32Array(mask.length)
  for (let j = 0; j < height; j++) {
    for (let i = 0; i < width; i++) {
      const k = j * width + i
      // Along the wave both directions count: waves of a brush lie askew.
      const along = (0.8 * i + 0.6 * j) / scale
      const wave = mottle.height === 0 ? 0 : mottle.height * Math.sin((2 * Math.PI * along) / mottle.length)
      const speck = grain.deviation === 0 ? 0 : grains[Math.floor(j / cell) * across + Math.floor(i / cell)]!
      out[k] = clear + soft[k]! * (frost * (1 + wave + speck) - clear)
    }
  }
  return { values: out, width, height, margin, scale }
}

interface Mask {
  mask: Float32Array
  width: number
  height: number
  margin: number
  scale: number
}

function addSpot({ mask, width, height, margin, scale }: Mask, s: Scene['spots'][number]): void {
  const [x, y, r] = [(s.x + margin) * scale, (s.y + margin) * scale, s.radius * scale]
  for (let j = Math.max(0, Math.floor(y - r)); j < Math.min(height, y + r); j++) {
    for (let i = Math.max(0, Math.floor(x - r)); i < Math.min(width, x + r); i++) {
      if (Math.hypot(i + 0.5 - x, j + 0.5 - y) < r) mask[j * width + i] = s.kind === 'outside' ? 1 : 0
    }
  }
}

/** A straight camera: what it sees through each pixel, and where each place of the wall is on its picture. */
function cameraOf({ window, pixels, camera, fill }: Scene) {
  const rad = (d: number) => (d * Math.PI) / 180
  const [a, b, c] = [rad(camera.down), rad(camera.aside), rad(camera.askew)]
  // Turned aside about the upright, then down, then held askew; x right, y down, z away from the camera.
  const turn = (x: number, y: number, z: number) => {
    const [x1, z1] = [x * Math.cos(b) + z * Math.sin(b), -x * Math.sin(b) + z * Math.cos(b)]
    const [y2, z2] = [y * Math.cos(a) + z1 * Math.sin(a), -y * Math.sin(a) + z1 * Math.cos(a)]
    return [x1 * Math.cos(c) - y2 * Math.sin(c), x1 * Math.sin(c) + y2 * Math.cos(c), z2] as const
  }
  const rows = [turn(1, 0, 0), turn(0, 1, 0), turn(0, 0, 1)]
  const back = (x: number, y: number, z: number) => rows.map(r => r[0] * x + r[1] * y + r[2] * z) as [number, number, number]
  const focal = fill * Math.min(pixels.width / window.width, pixels.height / window.height) * camera.away
  const onWall = (x: number, y: number) => {
    const [u, v] = [x - window.width / 2, y - window.height / 2]
    if (window.radius === null) return [u, v, 0] as const
    return [window.radius * Math.sin(u / window.radius), v, window.radius * (1 - Math.cos(u / window.radius))] as const
  }
  return {
    project: (x: number, y: number): Point => {
      const [px, py, pz] = turn(...onWall(x, y))
      const k = focal / (pz + camera.away)
      return { x: pixels.width / 2 + px * k, y: pixels.height / 2 + py * k }
    },
    origin: back(0, 0, -camera.away),
    ray: (x: number, y: number) => back((x - pixels.width / 2) / focal, (y - pixels.height / 2) / focal, 1),
  }
}

export interface Taken {
  picture: Picture
  /** Where the corners of the window are in it. */
  corners: Corners
}

/** Takes the picture. */
export function takePicture(scene: Scene): Taken {
  const { window, pixels, exposure, light, noise } = scene
  const wall = wallOf(scene)
  const camera = cameraOf(scene)
  const random = chance(scene.seed + 7)
  const bells = Float32Array.from({ length: 1 << 16 }, () => bell(random) * noise)
  const steps = Uint8Array.from({ length: 8193 }, (_, i) => {
    const y = i / 8192
    return Math.round(255 * (y <= 0.0031308 ? 12.92 * y : 1.055 * y ** (1 / 2.4) - 0.055))
  })
  const data = new Uint8ClampedArray(4 * pixels.width * pixels.height)
  const [ox, oy, oz] = camera.origin
  const { radius } = window
  const [hw, hh] = [window.width / 2, window.height / 2]
  const [left, upper, right] = [camera.ray(0.5, 0.5), camera.ray(0.5, 1.5), camera.ray(1.5, 0.5)]
  const across = [right[0] - left[0], right[1] - left[1], right[2] - left[2]] as const
  const along = [upper[0] - left[0], upper[1] - left[1], upper[2] - left[2]] as const
  for (let j = 0; j < pixels.height; j++) {
    for (let i = 0; i < pixels.width; i++) {
      const dx = left[0] + i * across[0] + j * along[0]
      const dy = left[1] + i * across[1] + j * along[1]
      const dz = left[2] + i * across[2] + j * along[2]
      let x = 0
      let y = 0
      let hit = true
      if (radius === null) {
        const t = -oz / dz
        x = ox + t * dx
        y = oy + t * dy
      }
      else {
        // Nearest of the two places where the ray meets the round wall, whose axis stands `radius` behind its front.
        const a = dx * dx + dz * dz
        const b = ox * dx + (oz - radius) * dz
        const c = ox * ox + (oz - radius) ** 2 - radius * radius
        const root = b * b - a * c
        hit = root > 0
        if (hit) {
          const t = (-b - Math.sqrt(root)) / a
          x = radius * Math.atan2(ox + t * dx, radius - (oz + t * dz))
          y = oy + t * dy
        }
      }
      let value = scene.clear
      if (hit) {
        const u = (x + hw + wall.margin) * wall.scale - 0.5
        const v = (y + hh + wall.margin) * wall.scale - 0.5
        if (u >= 0 && v >= 0 && u < wall.width - 1 && v < wall.height - 1) {
          const s = u - (u | 0)
          const t = v - (v | 0)
          const at = (v | 0) * wall.width + (u | 0)
          const up = wall.values[at]! + s * (wall.values[at + 1]! - wall.values[at]!)
          const down = wall.values[at + wall.width]! + s * (wall.values[at + wall.width + 1]! - wall.values[at + wall.width]!)
          value = up + t * (down - up)
        }
        else if (radius === null && (Math.abs(x) > hw + CARD || Math.abs(y) > hh + CARD)) value = TABLE
        const fx = x / hw
        const fy = y / hh
        value *= 1 + light.right * fx + light.lower * fy - (light.corners * (fx * fx + fy * fy)) / 2
      }
      value *= exposure
      const step = steps[Math.min(8192, Math.max(0, Math.round(value * 8192)))]!
      const k = 4 * (j * pixels.width + i)
      const shown = noise === 0 ? step : step + bells[(random() * 65536) | 0]!
      data[k] = shown
      data[k + 1] = shown
      data[k + 2] = shown
      data[k + 3] = 255
    }
  }
  const corners = [[0, 0], [window.width, 0], [window.width, window.height], [0, window.height]].map(([x, y]) => camera.project(x!, y!))
  return { picture: { ...pixels, data }, corners: corners as unknown as Corners }
}

/** What a practice camera makes of a piece: somebody's usual work, held by hand in a room; the same seed gives the same picture. */
export function practiceScene(art: Region, window: Window, seed: number, pixels: Scene['pixels']): Scene {
  const random = chance(seed)
  const between = (from: number, to: number) => from + (to - from) * random()
  const [outside, missing] = [random() < 0.3, random() < 0.3]
  const spot = (kind: 'outside' | 'missing') => ({
    kind,
    x: between(0.1, 0.9) * window.width,
    y: between(0.1, 0.9) * window.height,
    radius: between(0.8, 2),
  })
  return {
    ...PLAIN_SCENE,
    art,
    window,
    pixels,
    camera: { away: between(280, 420), down: between(-2, 10), aside: between(-7, 7), askew: between(-4, 4) },
    fill: between(0.6, 0.75),
    exposure: between(0.7, 1.1),
    frost: between(0.3, 0.42),
    light: { right: between(-0.15, 0.15), lower: between(-0.15, 0.15), corners: between(0, 0.1) },
    mottle: { height: between(0.01, 0.06), length: between(6, 14) },
    grain: { deviation: between(0.01, 0.05), size: 0.2 },
    ragged: { height: between(0.01, 0.06), length: between(0.8, 1.6) },
    creep: between(0, 0.12),
    blur: between(0.05, 0.1),
    spots: [...(outside ? [spot('outside')] : []), ...(missing ? [spot('missing')] : [])],
    noise: 1.5,
    seed,
  }
}

/** Frost of the strips of a practice coupon: faint at first and white at last, as a cream frosts. */
export const practiceStrips = (strips: number): number[] => Array.from({ length: strips }, (_, i) => 1 - Math.exp(-0.7 * (i + 1)))
