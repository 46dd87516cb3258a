import { formatDuration, formatNumber } from '../../basics/units'

/** Size of the strips on the scrap, mm. */
export interface StripLayout {
  stripWidth: number
  stripLength: number
  /** Tape between two strips. */
  gap: number
  /** Tape round all of them. */
  border: number
}

export const STRIP_LAYOUT: StripLayout = { stripWidth: 10, stripLength: 40, gap: 5, border: 10 }

/** Scrap that the strips need. @returns mm */
export function couponSize(strips: number, l: StripLayout): { width: number, height: number } {
  return { width: 2 * l.border + strips * l.stripWidth + (strips - 1) * l.gap, height: 2 * l.border + l.stripLength }
}

/** Room for numbers and the check bar below the strips, mm. */
const FOOT = 16
const CHECK = 50

const escape = (text: string) => text.replace(/[&<>"]/g, c => `&#${c.charCodeAt(0)};`)

/**
 * Strips to lay under the scrap, as SVG in true millimetres: outlines to cut or mask along, a number and a time on
 * each, and a bar to check the printer with.
 * @param times s, one a strip
 */
export function couponTemplate(times: readonly number[], l: StripLayout, title: string): string {
  const { width, height } = couponSize(times.length, l)
  const wide = Math.max(width, CHECK + 2 * l.border)
  const n = (mm: number) => formatNumber(mm, 3)
  const text = (x: number, y: number, size: number, words: string, anchor = 'middle') =>
    `<text x="${n(x)}" y="${n(y)}" font-size="${size}" text-anchor="${anchor}">${escape(words)}</text>`
  const left = (i: number) => l.border + i * (l.stripWidth + l.gap)
  const rects = times.map(
    (_, i) => `<rect class="strip" x="${n(left(i))}" y="${n(l.border)}" width="${n(l.stripWidth)}" height="${n(l.stripLength)}"/>`,
  )
  const labels = times.map((t, i) => {
    const middle = left(i) + l.stripWidth / 2
    return (
      text(middle, l.border - 2, 5, String(i + 1))
      + text(middle, l.border + l.stripLength + 4, 2.8, formatDuration(t).replaceAll('\u00a0', ' '))
    )
  })
  const foot = height + 4
  const [w, h] = [n(wide), n(height + FOOT)]
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" height="${h}mm" viewBox="0 0 ${w} ${h}" font-family="sans-serif">
<title>${escape(title)}</title>
<g fill="none" stroke="#000" stroke-width="0.2">
<rect class="scrap" x="0.1" y="0.1" width="${n(width - 0.2)}" height="${n(height - 0.2)}" stroke-dasharray="2 1"/>
${rects.join('\n')}
<path class="check" d="M${n(l.border)} ${n(foot)}v3m0 -1.5h${CHECK}m0 -1.5v3"/>
</g>
<g fill="#000">
${labels.join('\n')}
${text(l.border, foot + 7, 3, `${CHECK} mm: check with a ruler. ${title}`, 'start')}
</g>
</svg>
`
}
