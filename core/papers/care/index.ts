import { PDFDocument } from '@cantoo/pdf-lib'
import { BLACK, blankPage, draw, PAGE, plain, PT, write } from '../../basics/pdf'
import type { At, Drawing } from '../../basics/pdf'
import { capital } from '../../basics/units'

/** What goes with one piece. @property lines what is true of this very piece */
export interface CareCard {
  noun: string
  /** Whose it is, '' where it has no name. */
  name: string
  lines: readonly string[]
  drawing: Drawing
}

/** Two across and two down: A6, to be cut apart. */
const CARD = { width: PAGE.width / 2, height: PAGE.height / 2, margin: 11 }

/** Care cards for the customer, four to a page of A4, each with its own piece drawn on it. */
export async function careCards(studio: string, cards: readonly CareCard[]): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.setTitle('Care cards')
  let at: At | null = null
  for (const [i, card] of cards.entries()) {
    if (i % 4 === 0) at = await blankPage(pdf)
    const x = (i % 2) * CARD.width
    const y = Math.floor((i % 4) / 2) * CARD.height
    one(at!, card, studio, x, y)
  }
  if (cards.length === 0) await blankPage(pdf)
  return pdf.save()
}

function one(at: At, { noun, name, lines, drawing }: CareCard, studio: string, x: number, y: number): void {
  at.page.drawRectangle({
    x: x * PT,
    y: (PAGE.height - y - CARD.height) * PT,
    width: CARD.width * PT,
    height: CARD.height * PT,
    borderColor: BLACK,
    borderWidth: 0.3,
  })
  const [left, width] = [x + CARD.margin, CARD.width - 2 * CARD.margin]
  draw(at, drawing, { x: left, y: y + CARD.margin, width, height: 46 })
  let line = write(at, at.bold, 14, capital(name ? `${noun} of ${name}` : `your etched ${noun}`), left, y + 69, width) + 2
  for (const words of lines) line = write(at, at.font, 10.5, words, left, line, width) + 1
  write(at, at.font, 8.5, plain(`Etched by hand at ${studio}`), left, y + CARD.height - CARD.margin, width)
}
