import { parseLength, parseNumber } from '../../basics/units'
import type { Parsed } from '../../basics/units'

/** Where round a piece: in degrees, as a share of the way round, or along the tape. */
export type RoundWritten = { unit: 'degrees' | 'share' | 'mm', value: number }

/**
 * A place round the piece as it is written: `90`, `90°`, `25 %`, `1/4 round`, `60 mm`, `2 1/2 in`.
 * @param text nothing counts as 0°
 */
export function readRound(text: string): { ok: true, value: RoundWritten } | Extract<Parsed, { ok: false }> {
  const t = text.trim().toLowerCase()
  if (t === '') return { ok: true, value: { unit: 'degrees', value: 0 } }
  const degrees = /^(-?[\d.,]+)\s*(°|deg|degrees)?$/.exec(t)
  if (degrees) {
    const value = parseNumber(degrees[1]!.replace('-', ''))
    if (value !== null) return { ok: true, value: { unit: 'degrees', value: t.startsWith('-') ? -value : value } }
  }
  const share = /^(.+?)\s*(%|round|of the way|girth)$/.exec(t)
  if (share) {
    const value = parseNumber(share[1]!)
    if (value !== null) return { ok: true, value: { unit: 'share', value: share[2] === '%' ? value / 100 : value } }
  }
  const length = parseLength(t.replace(/^-/, ''))
  if (length.ok) return { ok: true, value: { unit: 'mm', value: t.startsWith('-') ? -length.value : length.value } }
  return { ok: false, error: `"${text.trim().slice(0, 20)}" can't be read as a place round the piece. Write 90°, 1/4 round or 60 mm.` }
}

/** In degrees on a girth. @param girth mm */
export const roundDegrees = ({ unit, value }: RoundWritten, girth: number): number =>
  unit === 'degrees' ? value : unit === 'share' ? value * 360 : (value / girth) * 360
