import { simplifyPath } from 'clipper2-ts'
import { signedArea } from './ring'
import type { Region, Ring } from './ring'

/** Path data of straight lines, mm, as SVG's `d` takes it. @param digits after the point */
export function pathText(region: Region, digits = 3): string {
  const n = (v: number) => String(Number(v.toFixed(digits)))
  return region
    .map((ring) => {
      const points: string[] = []
      for (let i = 0; i < ring.length; i += 2) points.push(`${n(ring[i]!)} ${n(ring[i + 1]!)}`)
      return `M${points.join('L')}Z`
    })
    .join('')
}

/** Reads back what `pathText` wrote: straight lines only; anything else gives nothing. */
export function regionOf(d: string): Ring[] {
  return d
    .split(/[Zz]/)
    .map(part => part.replaceAll('M', '').split('L').flatMap(p => p.trim().split(/[\s,]+/).map(Number)))
    .filter(ring => ring.length >= 6 && ring.length % 2 === 0 && ring.every(Number.isFinite))
    .map(ring => Float64Array.from(ring))
}

/** Fewer points, none of them farther than `stray` mm from the line; rings that shrink to nothing go. For looking at, not for cutting. */
export function coarser(region: Region, stray: number): Ring[] {
  return region
    .map((ring) => {
      const path = Array.from({ length: ring.length / 2 }, (_, i) => ({
        x: Math.round(ring[2 * i]! * 1000),
        y: Math.round(ring[2 * i + 1]! * 1000),
      }))
      return Float64Array.from(simplifyPath(path, stray * 1000, true).flatMap(p => [p.x / 1000, p.y / 1000]))
    })
    .filter(ring => Math.abs(signedArea(ring)) > stray * stray)
}

/** An outline to know the art by, no longer than `most` letters. */
export function smallOutline(region: Region, most: number): string {
  for (let stray = 0.1; ; stray *= 2) {
    const text = pathText(coarser(region, stray), 1)
    if (text.length <= most) return text
  }
}
