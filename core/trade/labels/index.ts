import { PDFDocument } from '@cantoo/pdf-lib'
import { BLACK, blankPage, drawQr, PAGE, plain, PT, write } from '../../basics/pdf'
import type { At } from '../../basics/pdf'
import { wasteKind } from '../waste'
import type { WasteId } from '../waste'

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
