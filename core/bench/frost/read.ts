import type { Region } from '../../basics/outline'
import { edgeSites, lookAcross, readEdges } from './edges'
import type { EdgeReading } from './edges'
import { evenness } from './evenness'
import type { Evenness } from './evenness'
import { againstPlan, withoutGaps } from './heat'
import type { Against } from './heat'
import { lightness, luminanceAt } from './lightness'
import type { Pictured } from './lightness'
import { clearOf, evened, frostOf, lightOf, middleOf, normalised } from './light'
import { mappingOf } from './lie'
import type { Lie, Window } from './lie'
import type { Coverage } from './raster'
import { FrostRefused } from './refusal'
import type { Settled } from './settle'
import { finestScale, gridOf, NOTHING, unwrap } from './unwrap'
import type { Sheet } from './unwrap'

/** What is worth knowing about a reading that stands. */
export type FrostCaution = 'uneven-light' | 'no-edges' | 'thin-art'

/** What a picture of a dry piece over dark card says. Lengths in mm, areas in mm², lightness in L*. */
export interface FrostReading {
  /** Lightness of the frost less that of clear glass over the card. */
  contrast: number
  evenness: Evenness | null
  edges: EdgeReading | null
  against: Against | null
  /** Pixels of the picture to a mm. */
  scale: number
  /** The brightest light on it over the dimmest. */
  light: number
  cautions: FrostCaution[]
}

/** A frosted or clear place that somebody marked by hand, mm of the window. */
export interface MarkedBox {
  left: number
  top: number
  right: number
  bottom: number
}

/** Pixels to a mm under which nothing is read, and under which no edge is. */
const LEAST_SCALE = 2
const EDGE_SCALE = 7
/** Brighter than this a pixel is pure white, and holds nothing. */
const BURNT = 0.985
/** Share of the frost that may be. */
const MOST_BURNT = 0.02
/** Where even the brightest is darker than this, the picture is black. */
const BLACK = 0.02
/** Frost that is not brighter than the card by this is none. */
const LEAST_RATIO = 1.15
/** Card brighter than this share of white is no dark card. */
const BRIGHTEST_CARD = 0.35
/** From here on uneven light is worth a word: the surface follows it, but less surely. */
const UNEVEN = 2
/** Share of a sheet that the picture may leave out. */
const MOST_LEFT_OUT = 0.12

/**
 * Reads the frost of a piece whose art is known.
 * @param art mm of the window @param cardLightness L* that clear glass over the card stands for, so that exposures compare
 * @param settled where the art lies, and how far its edges are outside the plan
 * @throws FrostRefused
 */
export function readFrost(
  picture: Pictured,
  art: Region,
  window: Window,
  settled: Settled,
  cardLightness: number,
  tell: (share: number) => void = () => {},
): FrostReading {
  const sheet = sheetOf(picture, window, settled.lie, share => tell(0.5 * share))
  const grid = gridOf(art, sheet)
  tell(0.6)
  const frost = frostOf(grid, sheet.scale)
  const figures = plain(sheet, frost, clearOf(grid, sheet.scale), cardLightness)
  tell(0.7)
  const even = normalised(figures.even, grid)
  if (!even) throw new FrostRefused('no-frost')
  const against = againstPlan(even, grid)
  const mapping = mappingOf(window, settled.lie)!
  const edges = mapping.scale < EDGE_SCALE ? null : edgesOf(even, art, grid, settled)
  tell(0.9)
  const read = readingOf(figures, withoutGaps(frost, sheet, against))
  const cautions: FrostCaution[] = [...(edges ? [] : (['no-edges'] as const)), ...(read.evenness ? [] : (['thin-art'] as const))]
  return { ...read, scale: mapping.scale, edges, against, cautions: [...figures.cautions, ...cautions] }
}

/** Reads frost by places that somebody marked, where no art is drawn. @throws FrostRefused */
export function readMarked(
  picture: Pictured,
  window: Window,
  lie: Lie,
  marked: { frost: MarkedBox, clear: readonly MarkedBox[] },
  cardLightness: number,
): FrostReading {
  const sheet = sheetOf(picture, window, lie)
  const inside = (boxes: readonly MarkedBox[]) => {
    const out = new Uint8Array(sheet.values.length)
    for (let k = 0; k < out.length; k++) {
      const x = ((k % sheet.width) + 0.5) / sheet.scale - sheet.margin
      const y = (Math.floor(k / sheet.width) + 0.5) / sheet.scale - sheet.margin
      if (boxes.some(b => x >= b.left && x < b.right && y >= b.top && y < b.bottom)) out[k] = 1
    }
    return out
  }
  const frost = inside([marked.frost])
  const figures = plain(sheet, frost, inside(marked.clear), cardLightness)
  return { ...readingOf(figures, frost), scale: mappingOf(window, lie)!.scale, edges: null, against: null, cautions: figures.cautions }
}

export function sheetOf(picture: Pictured, window: Window, lie: Lie, tell?: (share: number) => void): Sheet {
  const mapping = mappingOf(window, lie)
  if (!mapping) throw new FrostRefused('corners')
  if (mapping.scale < LEAST_SCALE) throw new FrostRefused('too-small')
  const sheet = unwrap(picture, window, lie, finestScale(window, mapping.scale), tell)
  if (!sheet || sheet.share < 1 - MOST_LEFT_OUT) throw new FrostRefused('off-picture')
  return sheet
}

/** A sheet in even light, and how it goes from luminance to L* where its card is as dark as the house says. */
export interface Lit {
  even: Sheet
  /** The brightest light over the dimmest. */
  range: number
  /** Luminance of clear glass over the card, in even light. */
  card: number
  gain: number
  /** Over clear glass, L*. @throws FrostRefused where it would be brighter than white: then the card is darker than that */
  contrastOf: (luminance: number) => number
}

/** Takes out uneven light by the card, once the picture is fit for it. @throws FrostRefused */
export function litBy(sheet: Sheet, frost: Uint8Array, clear: Uint8Array, cardLightness: number): Lit {
  refuseExposure(sheet, frost)
  const light = lightOf(sheet, clear)
  if (!light) throw new FrostRefused('no-clear')
  const even = evened(sheet, light)
  const card = middleOf(even, clear)
  if (card === null || card <= 0) throw new FrostRefused('no-clear')
  if (card > BRIGHTEST_CARD) throw new FrostRefused('no-card')
  const gain = luminanceAt(cardLightness) / card
  return {
    even,
    range: light.range,
    card,
    gain,
    contrastOf(luminance) {
      if (gain * luminance > 1) throw new FrostRefused('dark-card')
      return lightness(gain * luminance) - cardLightness
    },
  }
}

/** The same, with the frost of one piece. */
interface Plain extends Lit {
  contrast: number
  cautions: FrostCaution[]
}

function plain(sheet: Sheet, frost: Uint8Array, clear: Uint8Array, cardLightness: number): Plain {
  const lit = litBy(sheet, frost, clear, cardLightness)
  const white = middleOf(lit.even, frost)
  // Art in lines too thin to have an inside has no frost to look at.
  if (white === null || white < LEAST_RATIO * lit.card) throw new FrostRefused('no-frost')
  return { ...lit, contrast: lit.contrastOf(white), cautions: lit.range > UNEVEN ? ['uneven-light'] : [] }
}

const readingOf = ({ even, contrast, gain, range }: Plain, frost: Uint8Array) => ({
  contrast,
  light: range,
  evenness: evenness(even, frost, gain),
})

function refuseExposure({ values }: Sheet, frost: Uint8Array): void {
  let [n, burnt, brightest] = [0, 0, 0]
  for (let k = 0; k < values.length; k++) {
    const v = values[k]!
    if (v === NOTHING) continue
    if (v > brightest) brightest = v
    if (frost[k] !== 1) continue
    n++
    if (v > BURNT) burnt++
  }
  if (brightest < BLACK) throw new FrostRefused('black')
  if (n > 0 && burnt > MOST_BURNT * n) throw new FrostRefused('burnt')
}

/** What all edges have in common is told apart from the art's size only where this is small, mm. */
const OFFSET_SURE = 0.03

function edgesOf(sheet: Sheet, art: Region, grid: Coverage, settled: Settled): EdgeReading | null {
  const read = readEdges(edgeSites(art, grid, sheet.scale, sheet.margin).flatMap(s => lookAcross(sheet, s) ?? []))
  return read && { ...read, offset: settled.offsetError <= OFFSET_SURE ? settled.offset : null }
}
