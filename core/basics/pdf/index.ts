import { PDFDocument, rgb, StandardFonts } from '@cantoo/pdf-lib'
import type { PDFFont, PDFPage } from '@cantoo/pdf-lib'
import { create } from 'qrcode'

/** 1 pt is 1/72 in. */
export const PT = 72 / 25.4
/** A4, ISO 216, mm. */
export const PAGE = { width: 210, height: 297 }
export const BLACK = rgb(0, 0, 0)

/** What the built-in letters of PDF have (Windows-1252) beside plain Latin. */
const BESIDE = '\u20AC\u201A\u0192\u201E\u2026\u2020\u2021\u02C6\u2030\u0160\u2039\u0152\u017D\u2018\u2019\u201C\u201D\u2022\u2013\u2014'
  + '\u02DC\u2122\u0161\u203A\u0153\u017E\u0178'
const HAS = new RegExp(`[\\x20-\\x7E\\xA0-\\xFF${BESIDE}]`)
/** Letters with a stroke, which are no letter with a mark on it. */
const STROKED: Record<string, string> = {
  '\u0141': 'L', '\u0142': 'l', '\u0110': 'D', '\u0111': 'd', '\u0131': 'i', '\u2212': '\u2013', '\u202F': ' ', '\u2009': ' ',
}

/** Text in letters that every PDF reader has: marks that they lack are dropped from their letter, and what is left over becomes a `?`. */
export const plain = (text: string): string =>
  [...text.replace(/\s/g, c => (c === '\u00A0' ? c : ' '))]
    .map(c => (HAS.test(c) ? c : (STROKED[c] ?? [...c.normalize('NFD')].filter(part => HAS.test(part)).join('')) || '?'))
    .join('')

/** Modules of a QR code (ISO/IEC 18004, level M: an eighth of it may be smudged), row by row; true is dark. */
export function qrModules(text: string): boolean[][] {
  const { modules } = create(text, { errorCorrectionLevel: 'M' })
  return Array.from({ length: modules.size }, (_, row) =>
    Array.from({ length: modules.size }, (_, column) => Boolean(modules.get(row, column))),
  )
}

/** A page with its letters. */
export interface At {
  page: PDFPage
  font: PDFFont
  bold: PDFFont
}

/** Draws a QR code. @param x @param y upper left corner from the upper left of the page, mm @param side mm */
export function drawQr({ page }: At, text: string, x: number, y: number, side: number): void {
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
export function write({ page }: At, font: PDFFont, size: number, text: string, x: number, y: number, width: number): number {
  let at = y
  for (const line of wrapped(font, size, text, width)) {
    page.drawText(line, { x: x * PT, y: (PAGE.height - at) * PT, size, font, color: BLACK })
    at += (size * 1.3) / PT
  }
  return at
}

export async function blankPage(pdf: PDFDocument): Promise<At> {
  return {
    page: pdf.addPage([PAGE.width * PT, PAGE.height * PT]),
    font: await pdf.embedFont(StandardFonts.Helvetica),
    bold: await pdf.embedFont(StandardFonts.HelveticaBold),
  }
}

/** Where text begins and ends, mm. */
const MARGIN = { left: 18, right: 18, top: 20, bottom: 20 }
export const WIDTH = PAGE.width - MARGIN.left - MARGIN.right
const GREY = rgb(0.42, 0.42, 0.42)
const LINE = 0.4

/** One cell of a row. @property width mm @property right set to the right, as numbers are */
export interface Cell {
  text: string
  width: number
  right?: boolean
  bold?: boolean
}

/** A drawing: outlines as SVG path data in mm, its own size, what is filled and what is only drawn as a line. */
export interface Drawing {
  width: number
  height: number
  lines: string[]
  fills: string[]
}

/** Draws as large as a box allows, in its middle and on its ground. @param box from the upper left of the page, mm */
export function draw(
  { page }: At,
  { width, height, lines, fills }: Drawing,
  box: { x: number, y: number, width: number, height: number },
): void {
  const scale = Math.min(box.height / height, box.width / width)
  const at = {
    x: (box.x + (box.width - width * scale) / 2) * PT,
    y: (PAGE.height - box.y - (box.height - height * scale)) * PT,
    scale: scale * PT,
  }
  for (const d of fills) page.drawSvgPath(d, { ...at, color: GREY })
  // Lines keep their weight on paper however large the piece is.
  for (const d of lines) page.drawSvgPath(d, { ...at, borderColor: BLACK, borderWidth: 0.9 / at.scale })
}

/** A paper of several pages that is written from above to below; what no longer fits goes on the next page. */
export class Paper {
  private y = MARGIN.top
  private constructor(
    private pdf: PDFDocument,
    private at: At,
  ) {}

  static async begin(title: string): Promise<Paper> {
    const pdf = await PDFDocument.create()
    pdf.setTitle(plain(title))
    return new Paper(pdf, await blankPage(pdf))
  }

  /** Makes sure that so much fits, mm. */
  room(mm: number): void {
    if (this.y + mm <= PAGE.height - MARGIN.bottom) return
    const { font, bold } = this.at
    this.at = { page: this.pdf.addPage([PAGE.width * PT, PAGE.height * PT]), font, bold }
    this.y = MARGIN.top
  }

  gap(mm: number): void {
    this.y += mm
  }

  /** @param size pt */
  text(words: string, size = 10.5, { bold = false, width = WIDTH }: { bold?: boolean, width?: number } = {}): void {
    const font = bold ? this.at.bold : this.at.font
    for (const part of words.split('\n')) {
      for (const line of wrapped(font, size, part, width)) {
        this.room((size * 1.3) / PT)
        this.y = write(this.at, font, size, line, MARGIN.left, this.y + (size * 0.95) / PT, width + 1) - (size * 0.95) / PT
      }
    }
  }

  heading(words: string): void {
    this.room(16)
    this.gap(4)
    this.text(words, 14, { bold: true })
    this.gap(1)
  }

  rule(): void {
    this.at.page.drawLine({
      start: { x: MARGIN.left * PT, y: (PAGE.height - this.y) * PT },
      end: { x: (PAGE.width - MARGIN.right) * PT, y: (PAGE.height - this.y) * PT },
      thickness: LINE,
      color: GREY,
    })
  }

  /** A row of a table: as high as its longest cell. */
  row(cells: readonly Cell[], size = 10): void {
    const lines = cells.map(c => wrapped(c.bold ? this.at.bold : this.at.font, size, c.text, c.width - 2))
    const step = (size * 1.3) / PT
    const height = Math.max(...lines.map(l => l.length)) * step
    this.room(height + 1.6)
    let x: number = MARGIN.left
    cells.forEach((cell, i) => {
      const font = cell.bold ? this.at.bold : this.at.font
      lines[i]!.forEach((line, n) => {
        const back = cell.right ? cell.width - 2 - font.widthOfTextAtSize(line, size) / PT : 0
        const base = this.y + n * step + (size * 0.95) / PT
        this.at.page.drawText(line, { x: (x + back) * PT, y: (PAGE.height - base) * PT, size, font, color: BLACK })
      })
      x += cell.width
    })
    this.y += height + 1
    this.rule()
    this.y += 0.6
  }

  /** Drawings side by side, each no higher than so many mm. */
  drawings(all: readonly Drawing[], most: number): void {
    if (all.length === 0) return
    const each = WIDTH / all.length
    this.room(most + 4)
    all.forEach((d, i) => draw(this.at, d, { x: MARGIN.left + i * each + 3, y: this.y + 2, width: each - 6, height: most }))
    this.y += most + 4
  }

  /** A line with a box to tick before it, and what belongs to it below. */
  tick(title: string, below: readonly string[]): void {
    this.room(12)
    const side = 3.4
    this.at.page.drawRectangle({
      x: MARGIN.left * PT,
      y: (PAGE.height - this.y - side - 0.4) * PT,
      width: side * PT,
      height: side * PT,
      borderColor: BLACK,
      borderWidth: 0.8,
    })
    this.indented(title, 10.5, true)
    for (const words of below) this.indented(words, 9.5, false)
    this.gap(1.4)
  }

  private indented(words: string, size: number, bold: boolean): void {
    const [font, indent] = [bold ? this.at.bold : this.at.font, 7]
    for (const line of wrapped(font, size, words, WIDTH - indent)) {
      this.room((size * 1.3) / PT)
      const base = (size * 0.95) / PT
      this.y = write(this.at, font, size, line, MARGIN.left + indent, this.y + base, WIDTH) - base
    }
  }

  /** A QR code at the upper right of the page that is being written. */
  qr(address: string, side = 24): void {
    drawQr(this.at, address, PAGE.width - MARGIN.right - side, MARGIN.top - 4, side)
  }

  /** @param foot stands on every page, with its number */
  async bytes(foot: string): Promise<Uint8Array> {
    const pages = this.pdf.getPages()
    pages.forEach((page, i) => {
      const words = plain(`${foot}${pages.length > 1 ? `, page ${i + 1} of ${pages.length}` : ''}`)
      page.drawText(words, { x: MARGIN.left * PT, y: 10 * PT, size: 8, font: this.at.font, color: GREY })
    })
    return this.pdf.save()
  }
}
