import { ArtRefused, openWith, ownWidth, readSvg, sheetOf, traceGrey, usualThreshold } from '#core/art/drawing'
import type { ArtSize, DesignSettings, Drawing, Shrunk, TraceSettings } from '#core/art/drawing'
import { allFixed, fixed, reportStencil } from '#core/art/art-report'
import type { Fix, ReportLimits, StencilReport } from '#core/art/art-report'
import { boundsOf, boxRing, transformed } from '#core/basics/outline'
import type { Box, Ring } from '#core/basics/outline'
import { artOf } from '#shared/art-of'
import type { ArtSource } from '#shared/artworks'
import { letterFace } from './faces'
import { serveTasks } from './serve'

/** What the page asks of this worker. To cancel, the page ends the worker. */
export type StencilTask
  = | { kind: 'look', source: ArtSource, size: ArtSize, design: DesignSettings, fixes: Fix[], border: number, limits: ReportLimits }
    | { kind: 'fix', open: Ring[], fix: Fix, border: number, limits: ReportLimits }
    | { kind: 'open', source: ArtSource, size: ArtSize, design: DesignSettings, fixes: Fix[] }
    | { kind: 'own', text: string }
    | { kind: 'trace', picture: Blob, settings: TraceSettings | null }

export interface LookResult {
  open: Ring[]
  sheet: Box
  report: StencilReport
  notes: string[]
  /** Letters that are smaller than was asked, to fit their place. */
  shrunk: Shrunk[]
  /** Boxes of the parts that it is composed of, where they lie in it; none where it is not. */
  parts: Box[]
}
/** How wide a drawing is as it was drawn, mm. */
export interface OwnSize {
  width: number | null
}
export interface TraceResult {
  text: string
  settings: TraceSettings
  width: number
  height: number
}

/** Pictures are looked at with this many pixels on their longer side: finer adds nothing to a stencil. */
const TRACED_SIDE = 1600
/** The same files are asked about again and again while sizes change. */
const known = new Map<string, Drawing>()
function drawingOf(text: string): Drawing {
  let drawing = known.get(text)
  if (!drawing) {
    if (known.size >= 12) known.clear()
    known.set(text, (drawing = readSvg(text)))
  }
  return drawing
}
async function trace(picture: Blob, wanted: TraceSettings | null): Promise<TraceResult> {
  const image = await createImageBitmap(picture).catch(() => {
    throw new ArtRefused('The picture cannot be read. Save it as PNG or JPEG and load it again.')
  })
  const scale = Math.min(1, TRACED_SIDE / Math.max(image.width, image.height))
  const [width, height] = [Math.max(1, Math.round(image.width * scale)), Math.max(1, Math.round(image.height * scale))]
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!
  // What is see-through counts as paper.
  context.fillStyle = '#fff'
  context.fillRect(0, 0, width, height)
  context.drawImage(image, 0, 0, width, height)
  const { data } = context.getImageData(0, 0, width, height)
  const values = new Uint8Array(width * height)
  // Luma of ITU-R BT.709.
  for (let i = 0; i < values.length; i++)
    values[i] = Math.round(0.2126 * data[4 * i]! + 0.7152 * data[4 * i + 1]! + 0.0722 * data[4 * i + 2]!)
  const grey = { width, height, values }
  const settings = wanted ?? { threshold: usualThreshold(grey), smoothing: 1 }
  return { text: traceGrey(grey, settings), settings, width, height }
}

async function answer(task: StencilTask, tell: (share: number) => void): Promise<unknown> {
  const keepGoing = (share: number) => {
    tell(share)
    return true
  }
  switch (task.kind) {
    case 'trace':
      return trace(task.picture, task.settings)
    case 'own':
      return { width: ownWidth(drawingOf(task.text)) } satisfies OwnSize
    case 'fix': {
      const open = fixed(task.open, task.fix)
      return {
        open,
        sheet: sheetOf(open, task.border),
        report: reportStencil(open, sheetOf(open, task.border), task.limits, keepGoing),
        notes: [],
        shrunk: [],
        parts: [],
      } satisfies LookResult
    }
    default: {
      const { art, parts, notes, shrunk } = await artOf(task.source, task.size, { faceOf: letterFace, drawingOf })
      const { open: cut, move } = openWith(art, task.design)
      const open = allFixed(cut, task.fixes)
      if (task.kind === 'open') return open
      const sheet = sheetOf(open, task.border)
      const report = reportStencil(open, sheet, task.limits, keepGoing)
      const boxes = parts.map(box => boundsOf(transformed([boxRing(box)], move))!)
      return { open, sheet, report, notes, shrunk, parts: boxes } satisfies LookResult
    }
  }
}

// Refusals are sentences for the reader; anything else is a fault of ours and says so.
serveTasks<StencilTask>(
  answer,
  error => (error instanceof ArtRefused ? error.message : null),
  'This art could not be worked out. Nothing was lost; try it simpler, or tell who looks after Crest.',
)
