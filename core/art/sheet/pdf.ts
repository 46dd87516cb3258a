import { PDFDocument, rgb, StandardFonts } from '@cantoo/pdf-lib'
import { weedingOrder } from '../weeding'
import { layerRings } from './cut-stencil'
import type { CutLine, CutStencil } from './cut-stencil'

/** 1 pt is 1/72 in. */
const PT = 72 / 25.4
/** Sheets of paper, mm: ISO 216, and ANSI/ASME Y14.1 size A. */
const PAPERS = { a4: { short: 210, long: 297 }, letter: { short: 215.9, long: 279.4 } }
export type Paper = keyof typeof PAPERS
const MARGIN = 10
/** Room under the stencil for the check bar, mm. */
const FOOT = 18
export const CHECK_BAR = 100
/** Numbers that nobody mistakes for lines to cut. */
const GREY = rgb(0.45, 0.45, 0.45)

const data = ({ points, closed }: CutLine) => {
  const out: string[] = []
  for (let i = 0; i < points.length; i += 2) out.push(`${(points[i]! * PT).toFixed(3)} ${(points[i + 1]! * PT).toFixed(3)}`)
  return `M${out.join('L')}${closed ? 'Z' : ''}`
}

/** The paper upright or across, where one of them holds it; else a page of its own size. mm */
function pageFor({ width, height }: CutStencil, paper: Paper): [number, number] {
  const { short, long } = PAPERS[paper]
  const [w, h] = [Math.max(width, CHECK_BAR) + 2 * MARGIN, height + 2 * MARGIN + FOOT]
  if (w <= short && h <= long) return [short, long]
  if (w <= long && h <= short) return [long, short]
  return [w, h]
}

/**
 * One page a stencil at 1 : 1 for cutting by hand, each with a bar that must measure 100 mm on the print.
 * @param titles a line under each
 */
export async function stencilPdf(stencils: readonly CutStencil[], titles: readonly string[], paper: Paper): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  const font = await pdf.embedFont(StandardFonts.Helvetica)
  // Built-in PDF letters are plain Latin: what they lack is left out rather than refused.
  const plain = (text: string) => text.replace(/[^\x20-\x7E\xA0-\xFF]/g, '?')
  stencils.forEach((s, i) => {
    const [w, h] = pageFor(s, paper)
    const page = pdf.addPage([w * PT, h * PT])
    for (const l of s.lines)
      page.drawSvgPath(data(l), {
        x: MARGIN * PT,
        y: (h - MARGIN) * PT,
        borderColor: rgb(0, 0, 0),
        borderWidth: l.layer === 'mark' ? 0.5 : 0.25,
      })
    // What is taken out, numbered, the small parts first; what stays in the middle of an opening has a ring.
    const { out, stays } = weedingOrder(layerRings(s.lines, 'art'))
    const at = (spot: { x: number, y: number }) => ({ x: (MARGIN + spot.x) * PT, y: (h - MARGIN - spot.y) * PT })
    for (const part of out) {
      const size = Math.min(8, part.radius * PT)
      const { x, y } = at(part)
      const wide = font.widthOfTextAtSize(String(part.n), size)
      page.drawText(String(part.n), { x: x - wide / 2, y: y - size * 0.35, size, font, color: GREY })
    }
    for (const island of stays)
      page.drawCircle({ ...at(island), size: Math.min(4, island.radius * PT * 0.6), borderColor: GREY, borderWidth: 0.5 })
    const bar = MARGIN * PT
    page.drawLine({ start: { x: bar, y: bar }, end: { x: bar + CHECK_BAR * PT, y: bar }, thickness: 0.8 })
    for (const x of [0, CHECK_BAR])
      page.drawLine({ start: { x: bar + x * PT, y: bar - 5 }, end: { x: bar + x * PT, y: bar + 5 }, thickness: 0.8 })
    page.drawText('This bar is 100 mm long. If it is not on the print, print again at 100 % ("actual size").', {
      x: bar,
      y: bar + 9,
      size: 8,
      font,
    })
    page.drawText(plain(titles[i] ?? ''), { x: bar, y: bar + 22, size: 9, font })
  })
  return pdf.save()
}
