import { PDFDocument, rgb, StandardFonts } from 'pdf-lib'
import type { PDFFont, PDFPage } from 'pdf-lib'
import { create } from 'qrcode'
import { wasteKind } from '../waste'
import type { WasteId } from '../waste'

/** 1 pt is 1/72 in. */
const PT = 72 / 25.4
/** A4, ISO 216, mm. */
const PAGE = { width: 210, height: 297 }
const BLACK = rgb(0, 0, 0)

// Built-in PDF letters are plain Latin: what they lack is left out rather than refused.
const plain = (text: string) => text.replace(/[^\x20-\x7E\xA0-\xFF]/g, '?')

/** Modules of a QR code (ISO/IEC 18004, level M: an eighth of it may be smudged), row by row; true is dark. */
export function qrModules(text: string): boolean[][] {
  const { modules } = create(text, { errorCorrectionLevel: 'M' })
  return Array.from({ length: modules.size }, (_, row) =>
    Array.from({ length: modules.size }, (_, column) => Boolean(modules.get(row, column))),
  )
}

interface At {
  page: PDFPage
  font: PDFFont
  bold: PDFFont
}

/** Draws a QR code. @param x @param y upper left corner from the upper left of the page, mm @param side mm */
function drawQr({ page }: At, text: string, x: number, y: number, side: number): void {
  const rows = qrModules(text)
  const module = side / rows.length
  rows.forEach((row, j) => {
    // Dark modules side by side are one bar: fewer seams where a printer may leave a gap.
    for (let i = 0; i < row.length; i++) {
      if (!row[i]) continue
      const from = i
      while (row[i + 1]) i++
      page.drawRectangle({
        x: (x + from * module) * PT,
        y: (PAGE.height - y - (j + 1) * module) * PT,
        width: (i - from + 1) * module * PT,
        height: module * PT,
        color: BLACK,
      })
    }
  })
}

/** Words of a line that fit side by side. @returns lines no wider than so many mm */
function wrapped(font: PDFFont, size: number, text: string, width: number): string[] {
  const lines: string[] = []
  let line = ''
  for (const word of plain(text).split(/\s+/)) {
    const longer = line === '' ? word : `${line} ${word}`
    if (line !== '' && font.widthOfTextAtSize(longer, size) > width * PT) {
      lines.push(line)
      line = word
    }
    else line = longer
  }
  return [...lines, line]
}

/** Writes text from a place down. @param y baseline of the first line, mm from above @returns where the next line goes, mm */
function write({ page }: At, font: PDFFont, size: number, text: string, x: number, y: number, width: number): number {
  let at = y
  for (const line of wrapped(font, size, text, width)) {
    page.drawText(line, { x: x * PT, y: (PAGE.height - at) * PT, size, font, color: BLACK })
    at += (size * 1.3) / PT
  }
  return at
}

async function blankPage(pdf: PDFDocument): Promise<At> {
  return {
    page: pdf.addPage([PAGE.width * PT, PAGE.height * PT]),
    font: await pdf.embedFont(StandardFonts.Helvetica),
    bold: await pdf.embedFont(StandardFonts.HelveticaBold),
  }
}

export interface WasteLabel {
  studio: string
  name: string
  content: WasteId
  labelNo: number
  /** As people read days: `3 May 2027`. */
  openedOn: string
  fullBy: string | null
  place: string
  /** Where its page is. */
  address: string
  /** Numbers to call. */
  emergency: string
}

/** A label for a waste container: contents, hazards in words, dates, and a QR code that opens its page. Half a page of A4. */
export async function wasteLabel(label: WasteLabel): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.setTitle(plain(`Label: ${label.name}`))
  const at = await blankPage(pdf)
  const [x, width] = [18, 116]
  at.page.drawRectangle({
    x: 12 * PT,
    y: (PAGE.height - 148) * PT,
    width: 186 * PT,
    height: 136 * PT,
    borderColor: BLACK,
    borderWidth: 2,
  })
  let y = write(at, at.bold, 13, 'WASTE', x, 22, width)
  y = write(at, at.bold, 20, wasteKind(label.content).name, x, y + 5, width)
  y = write(at, at.font, 12, `${label.name}, container ${label.labelNo}, ${label.studio}`, x, y + 2, width)
  y += 4
  for (const hazard of wasteKind(label.content).hazards) y = write(at, at.bold, 13, hazard, x, y, width) + 1
  y += 3
  y = write(at, at.font, 12, `Started ${label.openedOn}${label.fullBy ? `; has to leave by ${label.fullBy}` : ''}`, x, y, width)
  if (label.place) y = write(at, at.font, 12, `Stands: ${label.place}`, x, y, width)
  y = write(
    at,
    at.font,
    12,
    'Gloves and goggles. Nothing else goes in. Keep it closed, with a vented lid where it may still gas.',
    x,
    y + 2,
    width,
  )
  if (label.emergency) write(at, at.bold, 13, `Emergency: ${label.emergency}`, x, y + 2, width)
  drawQr(at, label.address, 142, 20, 48)
  write(at, at.font, 9, 'Its page', 142, 74, 48)
  return pdf.save()
}

/** A label of something on the shelf. */
export interface ShelfLabel {
  no: number
  name: string
  address: string
}
/** Three across and eight down: a common sheet of 70 by 37 mm labels. */
const GRID = { across: 3, down: 8, width: 70, height: 37 }

/** Labels for the shelf, 24 to a page of A4, each with its number, its name and a QR code of its page. */
export async function shelfLabels(labels: readonly ShelfLabel[]): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.setTitle('Labels for the shelf')
  let at: At | null = null
  for (const [i, label] of labels.entries()) {
    const n = i % (GRID.across * GRID.down)
    if (n === 0) at = await blankPage(pdf)
    const x = (n % GRID.across) * GRID.width
    const y = Math.floor(n / GRID.across) * GRID.height
    drawQr(at!, label.address, x + 5, y + 6, 25)
    write(at!, at!.bold, 15, String(label.no), x + 34, y + 12, 32)
    write(at!, at!.font, 8.5, label.name, x + 34, y + 18, 32)
  }
  if (labels.length === 0) await blankPage(pdf)
  return pdf.save()
}

/** What a scanned code or a typed number says of the shelf: the number of a label, or null. */
export function labelNumber(text: string): number | null {
  const match = /(?:^|\/stock\/)(\d{1,7})\/?$/.exec(text.trim())
  return match ? Number(match[1]) : null
}
