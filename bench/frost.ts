import type { Region } from '../core/basics/outline'
import { edgeSites, lookAcross, readEdges } from '../core/bench/frost/edges'
import { coverage } from '../core/bench/frost/raster'
import { findArt, mappingOf, pictured, PLAIN_SCENE, readFrost, takePicture, windowOf } from '../core/bench/frost'
import type { Lie, Picture, Window } from '../core/bench/frost'
import { byTurns } from './table'
import type { Row } from './table'

const ROUNDS = 3
const CARD = 20
const SCALE = 20
const MARGIN = 5

const ring = (x: number, y: number, r: number, way = 1) =>
  Float64Array.from(
    Array.from({ length: 240 }, (_, i) => {
      const a = (way * 2 * Math.PI * i) / 240
      return [x + r * Math.cos(a), y + r * Math.sin(a)]
    }).flat(),
  )
/** A ring, a bar, and a row of dots: some edges, and areas to look at. */
const ART: Region = [
  ring(20, 20, 18),
  ring(20, 20, 9, -1),
  Float64Array.of(42, 4, 58, 4, 58, 30, 42, 30),
  ...Array.from({ length: 6 }, (_, i) => ring(44 + 2.6 * i, 35, 1.1)),
]

const light = (byte: number) => {
  const c = byte / 255
  return c <= 0.04045 ? c / 12.92 : Math.pow((c + 0.055) / 1.055, 2.4)
}
const lightness = (y: number) => (y <= 216 / 24389 ? (24389 / 27) * y : 116 * Math.pow(y, 1 / 3) - 16)

/**
 * The same figures without any art: every pixel made light by the formula, every place of the sheet looked up in the picture by itself,
 * its neighbours asked one by one. It is told where the art lies, which ours has to find.
 */
function straightforward({ width, height, data }: Picture, art: Region, window: Window, lie: Lie): number {
  const all = new Float64Array(width * height)
  for (let k = 0; k < all.length; k++)
    all[k] = 0.2126 * light(data[4 * k]!) + 0.7152 * light(data[4 * k + 1]!) + 0.0722 * light(data[4 * k + 2]!)
  const mapping = mappingOf(window, lie)!
  const [wide, tall] = [Math.round((window.width + 2 * MARGIN) * SCALE), Math.round((window.height + 2 * MARGIN) * SCALE)]
  const values = new Float32Array(wide * tall)
  // As many pixels of the picture as a cell covers, so that none is left out.
  const fine = Math.max(1, Math.floor(mapping.scale / SCALE))
  for (let j = 0; j < tall; j++) {
    for (let i = 0; i < wide; i++) {
      let sum = 0
      for (let b = 0; b < fine; b++) {
        for (let a = 0; a < fine; a++) {
          const p = mapping.toPicture((i + (a + 0.5) / fine) / SCALE - MARGIN, (j + (b + 0.5) / fine) / SCALE - MARGIN)
          const [x, y] = [Math.min(width - 1, Math.max(0, Math.floor(p.x))), Math.min(height - 1, Math.max(0, Math.floor(p.y)))]
          sum += all[y * width + x]!
        }
      }
      values[j * wide + i] = sum / (fine * fine)
    }
  }
  const grid = coverage(art, -MARGIN, -MARGIN, wide, tall, SCALE)
  const inside = grid.values.map(v => (v > 127 ? 1 : 0))
  const well = (want: 0 | 1, reach: number) => (i: number, j: number) => {
    // A ring of places round it stands for all that lie between.
    for (let k = 0; k < 16; k++) {
      const [x, y] = [Math.round(i + reach * Math.cos((k * Math.PI) / 8)), Math.round(j + reach * Math.sin((k * Math.PI) / 8))]
      if (x >= 0 && y >= 0 && x < wide && y < tall && inside[y * wide + x] !== want) return false
    }
    return inside[j * wide + i] === want
  }
  const [frosted, bare] = [well(1, 8), well(0, 16)]
  const [frost, clear]: [number[], number[]] = [[], []]
  for (let j = 0; j < tall; j++) {
    for (let i = 0; i < wide; i++) {
      if (frosted(i, j)) frost.push(values[j * wide + i]!)
      else if (bare(i, j)) clear.push(values[j * wide + i]!)
    }
  }
  const middle = (of: number[]) => of.sort((a, b) => a - b)[of.length >> 1]!
  const [white, card] = [middle(frost), middle(clear)]
  const sheet = { width: wide, height: tall, values: values.map(v => (v - card) / (white - card)), scale: SCALE, margin: MARGIN, share: 1 }
  readEdges(edgeSites(art, grid, SCALE, MARGIN).flatMap(s => lookAcross(sheet, s) ?? []))
  const gain = Math.pow((CARD + 16) / 116, 3) / card
  let squares = 0
  for (const v of values) squares += lightness(gain * v) ** 2
  return lightness(gain * white) - CARD + 0 * squares
}

/** A picture of 12 megapixels: found by itself and read, against a straightforward reading of one whose place is known. */
export async function frostRows(): Promise<Row[]> {
  const window = windowOf(60, 40, null)
  const scene = {
    ...PLAIN_SCENE, art: ART, window, pixels: { width: 4000, height: 3000 }, noise: 2,
    camera: { away: 350, down: 8, aside: 5, askew: 3 },
  }
  const { picture } = takePicture(scene)
  const { lie } = findArt(pictured(picture), ART, window)!
  const measured = () => {
    const seen = pictured(picture)
    return readFrost(seen, ART, window, findArt(seen, ART, window)!, CARD).contrast
  }
  const both = [measured(), straightforward(picture, ART, window, lie)]
  if (Math.abs(both[0]! - both[1]!) > 1) throw new Error(`The meter says ${both[0]} and a straightforward reading ${both[1]}.`)
  const [ours, plain] = await byTurns(ROUNDS, async () => measured(), async () => straightforward(picture, ART, window, lie))
  return [
    {
      name: 'Frost of a picture with 12 megapixels, found and read (aim: under 2 s)',
      figure: `${ours.toFixed(0)} ms`,
      reference: `read in a straightforward way, told where it lies: ${plain.toFixed(0)} ms`,
      ratio: ours / plain,
      aim: 'at most 0.33',
    },
  ]
}
