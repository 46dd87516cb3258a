import { IDENTITY } from '../../basics/outline'
import type { Affine } from '../../basics/outline'
import { ART_LIMITS, ArtRefused } from './refusal'
import type { Node } from './tree'

/** CSS: 1 in is 96 px (W3C, CSS Values and Units). */
export const MM_PER_PX = 25.4 / 96
const PER_UNIT: Record<string, number> = {
  '': MM_PER_PX,
  'px': MM_PER_PX,
  'mm': 1,
  'cm': 10,
  'in': 25.4,
  'pt': 25.4 / 72,
  'pc': 25.4 / 6,
  'q': 0.25,
}
const NUMBER = /^\s*([-+]?(?:\d+(?:\.\d*)?|\.\d+)(?:e[-+]?\d+)?)\s*(px|mm|cm|in|pt|pc|q|%|em|ex|rem)?\s*$/i

/** A length as SVG writes it. @param whole what percentages go by, px @returns px @throws ArtRefused */
export function lengthOf(text: string | undefined, whole: number, line: number): number {
  if (text === undefined || text === 'auto') return 0
  const match = text.length > ART_LIMITS.value ? null : NUMBER.exec(text)
  if (!match) throw new ArtRefused(`"${text.slice(0, 30)}" is no length. Save the drawing again with sizes in mm.`, line)
  const [value, unit] = [Number(match[1]), (match[2] ?? '').toLowerCase()]
  if (unit === '%') return (value / 100) * whole
  if (unit === 'em' || unit === 'rem') return value * 16
  if (unit === 'ex') return value * 8
  return (value * PER_UNIT[unit]!) / MM_PER_PX
}

/** Maps a viewBox onto a box, with its own proportions in the middle unless it says otherwise. */
export function viewMap(node: Node, box: { width: number, height: number }): { map: Affine, view: { width: number, height: number } } {
  const n = (node.attributes.viewBox ?? '')
    .slice(0, ART_LIMITS.value)
    .trim()
    .split(/[\s,]+/)
    .filter(Boolean)
    .map(Number)
  if (node.attributes.viewBox === undefined) return { map: IDENTITY, view: box }
  if (n.length !== 4 || n.some(v => !Number.isFinite(v)) || n[2]! <= 0 || n[3]! <= 0)
    throw new ArtRefused('The viewBox cannot be read. Save the drawing again.', node.line)
  const [x, y, w, h] = n as [number, number, number, number]
  const how = (node.attributes.preserveAspectRatio ?? 'xMidYMid meet').slice(0, ART_LIMITS.value)
  let [sx, sy] = [box.width / w, box.height / h]
  if (!how.includes('none')) sx = sy = how.includes('slice') ? Math.max(sx, sy) : Math.min(sx, sy)
  const share = (min: string, max: string) => (how.includes(min) ? 0 : how.includes(max) ? 1 : 0.5)
  const [tx, ty] = how.includes('none')
    ? [0, 0]
    : [(box.width - w * sx) * share('xMin', 'xMax'), (box.height - h * sy) * share('YMin', 'YMax')]
  return { map: [sx, 0, 0, sy, tx - x * sx, ty - y * sy], view: { width: w, height: h } }
}

/** Size of the whole drawing, px: its width and height, else by the proportions of its viewBox. */
export function rootSize(root: Node): { width: number, height: number } {
  const [, , w = 0, h = 0] = (root.attributes.viewBox ?? '')
    .slice(0, ART_LIMITS.value)
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  const read = (key: 'width' | 'height') => {
    const text = root.attributes[key]
    return text === undefined || text.includes('%') ? 0 : Math.max(0, lengthOf(text, 0, root.line))
  }
  const [width, height] = [read('width'), read('height')]
  const viewed = w > 0 && h > 0
  // Without any size, places count as px: the art is scaled to the piece anyway.
  return {
    width: width || (viewed ? (height ? (height * w) / h : w) : 300),
    height: height || (viewed ? (width ? (width * h) / w : h) : 150),
  }
}
