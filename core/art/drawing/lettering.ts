import * as opentype from 'opentype.js'
import type { Font, PathCommand } from 'opentype.js'
import type { Subpath } from '../../basics/outline'
import { ArtRefused } from './refusal'
import type { Drawing } from './svg'

// Bundlers take the package's modules; Node.js takes its CommonJS side, where all hangs on the default export.
const { parse } = 'parse' in opentype ? opentype : (opentype as unknown as { default: typeof opentype }).default

/** Faces that ship with Crest, each with what it is good for. */
export const FACES = [
  { id: 'plain', text: 'Plain, even strokes' },
  { id: 'stencil', text: 'Stencil, its centres held by bridges' },
  { id: 'serif', text: 'Serif, with fine hairlines' },
  { id: 'script', text: 'Script, joined letters' },
] as const
export type FaceId = (typeof FACES)[number]['id']

/** The files of one face, first that of plain Latin letters, then those with more. */
export type LetterFace = readonly Font[]

/** @param files OpenType, TrueType or WOFF @throws Error for a broken file */
export const readFace = (files: readonly ArrayBuffer[]): LetterFace => files.map(f => parse(f))

export interface Lettering {
  text: string
  align: 'left' | 'middle' | 'right'
}

/** Units of a drawing: a capital is about this many mm tall, scaled afterwards. */
const EM = 100
/** Base line to base line, in heights of a capital. */
const LINE_GAP = 1.6
const MOST_LETTERS = 400
const MOST_LINES = 12

/** Height of a capital H, mm, before scaling. */
export function capitalHeight(face: LetterFace): number {
  const box = face[0]!.charToGlyph('H').getPath(0, 0, EM).getBoundingBox()
  return box.y2 - box.y1
}

const has = (font: Font, letter: string) => font.charToGlyphIndex(letter) > 0

function line(text: string, face: LetterFace, baseline: number): { path: Subpath[], width: number } {
  const path: Subpath[] = []
  let x = 0
  let last = null as { font: Font, letter: string } | null
  for (const letter of text) {
    const font = face.find(f => has(f, letter))
    if (!font) throw new ArtRefused(`This face has no letter "${letter}". Choose another face, or draw it and load the drawing.`)
    const glyph = font.charToGlyph(letter)
    if (last?.font === font) x += (font.getKerningValue(font.charToGlyph(last.letter), glyph) * EM) / font.unitsPerEm
    path.push(...outline(glyph.getPath(x, baseline, EM).commands))
    x += ((glyph.advanceWidth ?? 0) * EM) / font.unitsPerEm
    last = { font, letter }
  }
  return { path, width: x }
}

function outline(commands: PathCommand[]): Subpath[] {
  const out: Subpath[] = []
  for (const c of commands) {
    const open = out.at(-1)
    if (c.type === 'M') out.push({ from: { x: c.x, y: c.y }, segments: [], closed: true })
    else if (c.type === 'L') open!.segments.push({ kind: 'line', to: { x: c.x, y: c.y } })
    else if (c.type === 'Q') open!.segments.push({ kind: 'quadratic', control: { x: c.x1, y: c.y1 }, to: { x: c.x, y: c.y } })
    else if (c.type === 'C')
      open!.segments.push({ kind: 'cubic', first: { x: c.x1, y: c.y1 }, second: { x: c.x2, y: c.y2 }, to: { x: c.x, y: c.y } })
  }
  return out.filter(p => p.segments.length > 0)
}

/** Lines of letters as a drawing; overlapping strokes of a script become one. @throws ArtRefused */
export function letters({ text, align }: Lettering, face: LetterFace): Drawing {
  const lines = text
    .replace(/\r/g, '')
    .split('\n')
    .map(l => l.trim().normalize('NFC'))
  if (!lines.some(Boolean)) throw new ArtRefused('Write the letters that are to be etched.')
  if (text.length > MOST_LETTERS || lines.length > MOST_LINES)
    throw new ArtRefused(`That is more than ${MOST_LETTERS} letters or ${MOST_LINES} lines. Make several stencils of it.`)
  const set = lines.map((l, i) => line(l, face, i * LINE_GAP * capitalHeight(face)))
  const width = Math.max(...set.map(s => s.width))
  const share = { left: 0, middle: 0.5, right: 1 }[align]
  const path = set.flatMap(s => s.path.map(p => shifted(p, (width - s.width) * share)))
  return { width, height: EM * lines.length, notes: [], layers: [{ paint: 'dark', path, fill: 'nonzero', pen: null, clip: [] }] }
}

function shifted(p: Subpath, by: number): Subpath {
  const move = (q: { x: number, y: number }) => ({ x: q.x + by, y: q.y })
  return {
    ...p,
    from: move(p.from),
    segments: p.segments.map(s =>
      s.kind === 'line'
        ? { ...s, to: move(s.to) }
        : s.kind === 'quadratic'
          ? { ...s, control: move(s.control), to: move(s.to) }
          : s.kind === 'cubic'
            ? { ...s, first: move(s.first), second: move(s.second), to: move(s.to) }
            : s,
    ),
  }
}
