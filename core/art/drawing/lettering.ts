import * as opentype from 'opentype.js'
import type { Font, PathCommand } from 'opentype.js'
import { movedPath } from '../../basics/outline'
import type { Affine, Subpath } from '../../basics/outline'
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
  /** Between two letters beside what the face itself leaves, as a share of a capital's height; negative: closer. */
  spacing?: number
  /** Base line to base line, in heights of a capital. */
  lineGap?: number
  /** Degrees that the longest line is bent over: like a rainbow, or like a bowl where it is negative; 0: straight. */
  arc?: number
}

/** Units of a drawing: a capital is about this many mm tall, scaled afterwards. */
const EM = 100
/** Base line to base line where nobody says otherwise, in heights of a capital. */
export const LINE_GAP = 1.6
const MOST_LETTERS = 400
const MOST_LINES = 12

/** Height of a capital H, mm, before scaling. */
export function capitalHeight(face: LetterFace): number {
  const box = face[0]!.charToGlyph('H').getPath(0, 0, EM).getBoundingBox()
  return box.y2 - box.y1
}

const has = (font: Font, letter: string) => font.charToGlyphIndex(letter) > 0

/** One letter where it stands on its line, before it is bent: from its left edge, on the base line. */
interface Letter {
  path: Subpath[]
  x: number
  wide: number
}

function line(text: string, face: LetterFace, spacing: number): { letters: Letter[], width: number } {
  const out: Letter[] = []
  let x = 0
  let last = null as { font: Font, letter: string } | null
  for (const letter of text) {
    const font = face.find(f => has(f, letter))
    if (!font) throw new ArtRefused(`This face has no letter "${letter}". Choose another face, or draw it and load the drawing.`)
    const glyph = font.charToGlyph(letter)
    if (last?.font === font) x += (font.getKerningValue(font.charToGlyph(last.letter), glyph) * EM) / font.unitsPerEm
    if (last) x += spacing
    const wide = ((glyph.advanceWidth ?? 0) * EM) / font.unitsPerEm
    out.push({ path: outline(glyph.getPath(0, 0, EM).commands), x, wide })
    x += wide
    last = { font, letter }
  }
  return { letters: out, width: x }
}

/** Where a letter goes on a bent line: its middle on the curve, upright across it. @param radius of the first base line, signed */
function onArc({ x, wide }: Letter, shift: number, baseline: number, middle: number, radius: number): Affine {
  const turn = (x + shift + wide / 2 - middle) / radius
  const [sin, cos] = [Math.sin(turn), Math.cos(turn)]
  const own = radius - baseline
  const [px, py] = [middle + own * sin, radius - own * cos]
  return [cos, sin, -sin, cos, px - (cos * wide) / 2, py - (sin * wide) / 2]
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
export function letters({ text, align, spacing = 0, lineGap = LINE_GAP, arc = 0 }: Lettering, face: LetterFace): Drawing {
  const lines = text
    .replace(/\r/g, '')
    .split('\n')
    .map(l => l.trim().normalize('NFC'))
  if (!lines.some(Boolean)) throw new ArtRefused('Write the letters that are to be etched.')
  if (text.length > MOST_LETTERS || lines.length > MOST_LINES)
    throw new ArtRefused(`That is more than ${MOST_LETTERS} letters or ${MOST_LINES} lines. Make several stencils of it.`)
  const capital = capitalHeight(face)
  const set = lines.map(l => line(l, face, spacing * capital))
  const width = Math.max(...set.map(s => s.width))
  const share = { left: 0, middle: 0.5, right: 1 }[align]
  const radius = arc === 0 ? null : width / ((arc * Math.PI) / 180)
  const deep = (lines.length - 1) * lineGap * capital
  // Inside a rainbow the lines get shorter; past its middle they would turn over.
  if (radius !== null && radius > 0 && radius - deep < capital)
    throw new ArtRefused('Bent as far as this the lower lines meet in the middle. Bend it less, or write fewer lines.')
  const path = set.flatMap((own, i) => {
    const [shift, baseline] = [(width - own.width) * share, i * lineGap * capital]
    return own.letters.flatMap((letter) => {
      const map: Affine = radius === null ? [1, 0, 0, 1, letter.x + shift, baseline] : onArc(letter, shift, baseline, width / 2, radius)
      return movedPath(map, letter.path)
    })
  })
  return { width, height: EM * lines.length, notes: [], layers: [{ paint: 'dark', path, fill: 'nonzero', pen: null, clip: [] }] }
}
