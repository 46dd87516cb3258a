import { compose, IDENTITY } from '../../basics/outline'
import type { Affine } from '../../basics/outline'
import { ArtRefused } from './refusal'

/** How many numbers each kind of transform takes. */
const COUNTS = new Map<string, readonly number[]>([
  ['matrix', [6]],
  ['translate', [1, 2]],
  ['scale', [1, 2]],
  ['rotate', [1, 3]],
  ['skewX', [1]],
  ['skewY', [1]],
])

function single(name: string, n: number[]): Affine {
  const angle = ((n[0] ?? 0) * Math.PI) / 180
  switch (name) {
    case 'matrix':
      return n as unknown as Affine
    case 'translate':
      return [1, 0, 0, 1, n[0]!, n[1] ?? 0]
    case 'scale':
      return [n[0]!, 0, 0, n[1] ?? n[0]!, 0, 0]
    case 'skewX':
      return [1, 0, Math.tan(angle), 1, 0, 0]
    case 'skewY':
      return [1, Math.tan(angle), 0, 1, 0, 0]
    default: {
      const turn: Affine = [Math.cos(angle), Math.sin(angle), -Math.sin(angle), Math.cos(angle), 0, 0]
      const [cx, cy] = [n[1] ?? 0, n[2] ?? 0]
      return compose([1, 0, 0, 1, cx, cy], compose(turn, [1, 0, 0, 1, -cx, -cy]))
    }
  }
}

/**
 * SVG's transform list, first to last from the outside in. Each letter is looked at once.
 * @throws ArtRefused
 */
export function readTransform(text: string | undefined, line: number): Affine {
  if (text === undefined || text.trim() === '' || text.trim() === 'none') return IDENTITY
  let out = IDENTITY
  for (let at = 0; at < text.length;) {
    if (/[\s,]/.test(text[at]!)) {
      at++
      continue
    }
    const open = text.indexOf('(', at)
    const close = open < 0 ? -1 : text.indexOf(')', open)
    const name = open < 0 ? '' : text.slice(at, open).trim()
    const inner = close < 0 ? '' : text.slice(open + 1, close)
    const n = inner
      .trim()
      .split(/[\s,]+/)
      .filter(Boolean)
      .map(t => Number(t.replace(/(px|deg)$/, '')))
    const readable = close > 0 && COUNTS.get(name)?.includes(n.length) && n.every(v => Number.isFinite(v))
    if (!readable)
      throw new ArtRefused(
        `The transform "${text.slice(at, at + 40)}" cannot be read. Flatten transforms in the drawing program and save it again.`,
        line,
      )
    out = compose(out, single(name, n))
    at = close + 1
  }
  return out
}
