import { LAYERS } from './cut-stencil'
import type { CutLine, LayerId } from './cut-stencil'

/** A sheet as it goes to the cutter, mm, y down. */
export interface CutSheet {
  width: number
  height: number
  lines: CutLine[]
}

const inOrder = (lines: readonly CutLine[]) => LAYERS.flatMap(layer => lines.filter(l => l.layer === layer))
const n = (v: number) => String(Number(v.toFixed(3)))
const data = ({ points, closed }: CutLine) => {
  const out: string[] = []
  for (let i = 0; i < points.length; i += 2) out.push(`${n(points[i]!)} ${n(points[i + 1]!)}`)
  return `M${out.join('L')}${closed ? 'Z' : ''}`
}

/** Frost shows white on the dark sheet when the file is opened. */
const STYLE: Record<LayerId, string> = {
  art: 'fill="#101213" stroke="none"',
  border: 'fill="none" stroke="#101213" stroke-width="0.1"',
  weeding: 'fill="none" stroke="#101213" stroke-width="0.1"',
  slit: 'fill="none" stroke="#101213" stroke-width="0.1"',
  mark: 'fill="none" stroke="#101213" stroke-width="0.2"',
}

/** SVG in true mm, one group a layer. Read back it gives the art alone: `data-crest` says which group it is. */
export function sheetSvg({ width, height, lines }: CutSheet): string {
  const groups = LAYERS.map((layer) => {
    const own = lines.filter(l => l.layer === layer)
    return own.length === 0 ? '' : `<g id="${layer}" ${STYLE[layer]}><path fill-rule="evenodd" d="${own.map(data).join('')}"/></g>`
  })
  return `<svg xmlns="http://www.w3.org/2000/svg" data-crest="art" width="${n(width)}mm" height="${n(height)}mm" viewBox="0 0 ${n(width)} `
    + `${n(height)}">${groups.join('')}</svg>\n`
}

/** Plotter units of HP-GL: 40 are 1 mm (HP-GL reference). */
export const HPGL_PER_MM = 40
const PEN: Record<LayerId, number> = { art: 1, border: 2, weeding: 2, slit: 2, mark: 3 }

/** HP-GL: pen 1 cuts the art, pen 2 border, slits and weeding box, pen 3 draws marks. Y grows upward, as plotters have it. */
export function sheetHpgl({ height, lines }: CutSheet): string {
  const xy = (l: CutLine, i: number) =>
    `${Math.round(l.points[2 * i]! * HPGL_PER_MM)},${Math.round((height - l.points[2 * i + 1]!) * HPGL_PER_MM)}`
  const out = ['IN;PA;']
  let pen = 0
  for (const l of inOrder(lines)) {
    if (PEN[l.layer] !== pen) out.push(`SP${(pen = PEN[l.layer])};`)
    const rest = Array.from({ length: l.points.length / 2 - 1 }, (_, i) => xy(l, i + 1))
    if (l.closed) rest.push(xy(l, 0))
    out.push(`PU${xy(l, 0)};PD${rest.join(',')};`)
  }
  return `${out.join('\n')}\nPU0,0;SP0;\n`
}

const DXF_COLOUR: Record<LayerId, number> = { art: 1, border: 5, weeding: 3, slit: 6, mark: 8 }

/** DXF R12 (AC1009): polylines on a layer each, mm, y upward. */
export function sheetDxf({ height, lines }: CutSheet): string {
  const out: (string | number)[] = [
    0,
    'SECTION',
    2,
    'HEADER',
    9,
    '$ACADVER',
    1,
    'AC1009',
    // Millimetres, and metric: what reads the file need not guess.
    9,
    '$INSUNITS',
    70,
    4,
    9,
    '$MEASUREMENT',
    70,
    1,
    0,
    'ENDSEC',
    0,
    'SECTION',
    2,
    'TABLES',
    0,
    'TABLE',
    2,
    'LAYER',
    70,
    LAYERS.length,
  ]
  for (const layer of LAYERS) out.push(0, 'LAYER', 2, layer.toUpperCase(), 70, 0, 62, DXF_COLOUR[layer], 6, 'CONTINUOUS')
  out.push(0, 'ENDTAB', 0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES')
  for (const l of inOrder(lines)) {
    const layer = l.layer.toUpperCase()
    out.push(0, 'POLYLINE', 8, layer, 66, 1, 70, l.closed ? 1 : 0, 10, 0, 20, 0, 30, 0)
    for (let i = 0; i < l.points.length; i += 2)
      out.push(0, 'VERTEX', 8, layer, 10, n(l.points[i]!), 20, n(height - l.points[i + 1]!), 30, 0)
    out.push(0, 'SEQEND', 8, layer)
  }
  out.push(0, 'ENDSEC', 0, 'EOF')
  return `${out.join('\r\n')}\r\n`
}
