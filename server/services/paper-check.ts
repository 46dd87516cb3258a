import { PDFArray, PDFDict, PDFDocument, PDFInvalidObject, PDFName, PDFStream } from '@cantoo/pdf-lib'
import type { PDFObject } from '@cantoo/pdf-lib'
import { MOST_PAPER } from '#shared/papers'

/** Bytes at either end that say what a file is (ISO 32000-1, 7.5.2 and 7.5.5). */
const ENDS = 1024

/**
 * Names of what a paper never needs (ISO 32000-1, 7.11.4, 12.5.6, 12.6.4, 12.7.8): programs, actions that start a program, send a form or
 * open another file, files inside the file, and media that are played.
 */
const ACTIVE = new Set([
  ...['JavaScript', 'JS', 'Launch', 'SubmitForm', 'ImportData', 'GoToR', 'GoToE', 'XFA'],
  ...['EmbeddedFile', 'EmbeddedFiles', 'EF', 'FileAttachment'],
  ...['RichMedia', 'RichMediaExecute', 'Rendition', 'Movie', 'Sound', '3D'],
])

const UNREADABLE = 'This PDF can\'t be read through. Print it into a plain PDF first.'
const CARRIES = 'This PDF carries a program, a form that is sent, or other files. Print it into a plain PDF first.'

/** The first of such names in an object, wherever it stands; names are decoded as the parser reads them, so `/J#61vaScript` is one. */
function activeName(object: PDFObject): string | null {
  if (object instanceof PDFName) return ACTIVE.has(object.decodeText()) ? object.decodeText() : null
  if (object instanceof PDFStream) return activeName(object.dict)
  if (object instanceof PDFArray) return firstOf(object.asArray())
  if (object instanceof PDFDict) return firstOf(object.entries().flat())
  return null
}
function firstOf(objects: readonly PDFObject[]): string | null {
  for (const object of objects) {
    const found = activeName(object)
    if (found) return found
  }
  return null
}

/** Why a file is no paper that may be kept, in a sentence; null when it is one. For a thread that can be ended: files may be hostile. */
export async function checkPaper(file: Uint8Array): Promise<string | null> {
  const bytes = Buffer.from(file.buffer, file.byteOffset, file.byteLength)
  if (bytes.length === 0) return 'There is nothing in this file. Save it again as a PDF.'
  if (bytes.length > MOST_PAPER) return 'A paper may have 10 MB. Save it smaller.'
  const [head, tail] = [bytes.subarray(0, ENDS).toString('latin1'), bytes.subarray(-ENDS).toString('latin1')]
  if (!head.includes('%PDF-')) return 'This is no PDF. Print or save the sheet as a PDF, then load that.'
  if (!tail.includes('%%EOF') || !tail.includes('startxref')) return 'This PDF is cut off. Download it again.'
  try {
    const pdf = await PDFDocument.load(file, { updateMetadata: false, password: '' })
    if (pdf.getPageCount() === 0) return UNREADABLE
    const { context } = pdf
    const objects = [...context.enumerateIndirectObjects().map(([, object]) => object), ...Object.values(context.trailerInfo)]
    // What this parser can't read, a viewer might.
    if (objects.some(object => object instanceof PDFInvalidObject)) return UNREADABLE
    return objects.some(object => object !== undefined && activeName(object) !== null) ? CARRIES : null
  }
  catch (error) {
    return /encrypt|password/i.test(String(error)) ? 'This PDF is locked. Print it into a plain PDF first.' : UNREADABLE
  }
}
