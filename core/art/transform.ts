import { compose, IDENTITY } from '../outline'
import type { Affine } from '../outline'
import { ArtRefused } from './refusal'

const COUNTS: Record<string, readonly number[]> = { matrix: [6], translate: [1, 2], scale: [1, 2], rotate: [1, 3], skewX: [1], skewY: [1] }

function single(name: string, n: number[]): Affine {
  const angle = (n[0] ?? 0) * Math.PI / 180
  switch (name) {
    case 'matrix': return n as unknown as Affine
    case 'translate': return [1, 0, 0, 1, n[0]!, n[1] ?? 0]
    case 'scale': return [n[0]!, 0, 0, n[1] ?? n[0]!, 0, 0]
    case 'skewX': return [1, 0, Math.tan(angle), 1, 0, 0]
    case 'skewY': return [1, Math.tan(angle), 0, 1, 0, 0]
    default: {
      const turn: Affine = [Math.cos(angle), Math.sin(angle), -Math.sin(angle), Math.cos(angle), 0, 0]
      const [cx, cy] = [n[1] ?? 0, n[2] ?? 0]
      return compose([1, 0, 0, 1, cx, cy], compose(turn, [1, 0, 0, 1, -cx, -cy]))
    }
  }
}

/** SVG's transform list, first to last from the outside in. @throws ArtRefused */
export function readTransform(text: string | undefined, line: number): Affine {
  if (text === undefined || text.trim() === '' || text.trim() === 'none') return IDENTITY
  let out = IDENTITY
  const rest = text.replace(/([a-zA-Z]+)\s*\(([^)]*)\)\s*,?/g, (_, name: string, inner: string) => {
    const n = inner.trim().split(/[\s,]+/).filter(Boolean).map(t => Number(t.replace(/(px|deg)$/, '')))
    if (!COUNTS[name]?.includes(n.length) || n.some(v => !Number.isFinite(v))) throw new ArtRefused(`The transform "${name}(${inner.slice(0, 40)})" cannot be read. Flatten transforms in the drawing program and save it again.`, line)
    out = compose(out, single(name, n))
    return ''
  })
  if (rest.trim()) throw new ArtRefused(`The transform "${text.slice(0, 40)}" cannot be read. Flatten transforms in the drawing program and save it again.`, line)
  return out
}
