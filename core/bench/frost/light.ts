import { Equations } from './equations'
import { within } from './raster'
import type { Coverage } from './raster'
import { NOTHING } from './unwrap'
import type { Sheet } from './unwrap'

/** Light that falls on a sheet, as a share of its mean: a surface of the second degree. */
export interface Light {
  at: (i: number, j: number) => number
  /** The brightest part of the art's window over its darkest. */
  range: number
}

/** Places that are enough to find a smooth surface. */
const PLACES = 3000
const TERMS = 6
/** Places farther off the surface than so many of its own deviations are no card: a scratch, a label, the rim. */
const STRAY = 3
/** Light that falls off to less than this was not found, but reckoned on past where there is any card. */
const DARKEST = 0.2

/** @param clear 1 where clear glass lies over the card @returns null where too little of it is */
export function lightOf({ width, height, values, margin, scale }: Sheet, clear: Uint8Array): Light | null {
  const chosen = chosenCells(values, clear, PLACES)
  if (chosen.length < 20 * TERMS) return null
  const terms = (i: number, j: number) => {
    const x = (2 * i) / width - 1
    const y = (2 * j) / height - 1
    return [1, x, y, x * x, x * y, y * y]
  }
  let places = chosen.map(k => ({ t: terms(k % width, Math.floor(k / width)), y: values[k]! }))
  let found: number[] | null = null
  const value = (t: number[]) => {
    let sum = 0
    for (let k = 0; k < TERMS; k++) sum += t[k]! * found![k]!
    return sum
  }
  for (let round = 0; round < 3; round++) {
    const equations = new Equations(TERMS)
    for (const { t, y } of places) equations.add(t, y)
    found = equations.solved(TERMS)
    if (!found) return null
    const off = Float32Array.from(places, ({ t, y }) => Math.abs(y - value(t)))
    const usual = off.slice().sort()[off.length >> 1]! * 1.4826
    const kept = places.filter((_, k) => off[k]! <= STRAY * usual)
    // Light without any noise leaves nothing that strays.
    if (usual === 0 || kept.length < 20 * TERMS || kept.length === places.length) break
    places = kept
  }
  const mean = places.reduce((sum, { t }) => sum + value(t), 0) / places.length
  if (mean <= 0) return null
  const at = (i: number, j: number) => Math.max(DARKEST, value(terms(i, j)) / mean)
  const rim = Math.round(margin * scale)
  let [least, most] = [Infinity, 0]
  for (let j = rim; j < height - rim; j += 8) {
    for (let i = rim; i < width - rim; i += 8) {
      const v = at(i, j)
      least = Math.min(least, v)
      most = Math.max(most, v)
    }
  }
  return { at, range: most / least }
}

/** About so many of the cells that are marked and seen, evenly taken from all of them. */
export function chosenCells(values: Float32Array, marked: Uint8Array, wanted: number): number[] {
  let count = 0
  for (let k = 0; k < marked.length; k++) count += marked[k]!
  const every = Math.max(1, Math.floor(count / wanted))
  const out: number[] = []
  for (let k = 0, n = 0; k < marked.length; k++) if (marked[k] === 1 && values[k] !== NOTHING && n++ % every === 0) out.push(k)
  return out
}

/** The sheet as it would be in even light; where the picture does not reach it stays so. */
export function evened(sheet: Sheet, light: Light): Sheet {
  const values = new Float32Array(sheet.values.length)
  const { width, height } = sheet
  // The surface is smooth: along a row it is reckoned by its differences, which costs two additions a cell.
  for (let j = 0; j < height; j++) {
    let value = light.at(0, j)
    const [second, third] = [light.at(1, j), light.at(2, j)]
    let step = second - value
    const curve = third - 2 * second + value
    for (let i = 0; i < width; i++) {
      const k = j * width + i
      const v = sheet.values[k]!
      values[k] = v === NOTHING ? NOTHING : v / Math.max(DARKEST, value)
      value += step
      step += curve
    }
  }
  return { ...sheet, values }
}

/** Clear glass is looked at this far from the art, and frost this far inside it, mm. */
const CLEAR_OFF = 0.8
const FROST_IN = 0.4
/** Cells well inside the art, and well clear of it. */
export const frostOf = (grid: Coverage, scale: number): Uint8Array => within(grid, 255, FROST_IN * scale)
export const clearOf = (grid: Coverage, scale: number): Uint8Array => within(grid, 0, CLEAR_OFF * scale)

/** The value that half of the cells lie under; null where there are hardly any. */
export function middleOf(sheet: Sheet, inside: Uint8Array): number | null {
  const cells = chosenCells(sheet.values, inside, 12_000)
  if (cells.length < 30) return null
  const sorted = Float32Array.from(cells, k => sheet.values[k]!).sort()
  return sorted[sorted.length >> 1]!
}

/** A sheet in even light, so that clear is 0 and frost 1; null where either can't be told. */
export function normalised(even: Sheet, grid: Coverage): Sheet | null {
  const frost = middleOf(even, frostOf(grid, even.scale))
  const clear = middleOf(even, clearOf(grid, even.scale))
  if (frost === null || clear === null || frost === clear) return null
  const share = 1 / (frost - clear)
  const values = even.values.map(v => (v === NOTHING ? NOTHING : Math.max(FAR_DARKER, (v - clear) * share)))
  return { ...even, values }
}
/** A little darker than clear is noise, and much darker something else; it never comes near to what stands for nothing. */
const FAR_DARKER = -0.9
