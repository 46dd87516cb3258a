import DxfParser from 'dxf-parser'
import fc from 'fast-check'
import { inflateSync } from 'node:zlib'
import { PDFDocument } from '@cantoo/pdf-lib'
import { describe, expect, it } from 'vitest'
import { outlineAt, readSvg } from '../drawing'
import {
  boundsOf, boxRing, difference, edgesOf, ellipse, flattened, isInside, regionArea, regionLength, ringLength, union,
} from '../../basics/outline'
import { fitSheet, straightWall } from '../../piece/vessel'
import { CHECK_BAR, stencilPdf } from './pdf'
import { cutStencil, layerRings, moveLines, nest, sheetDxf, sheetHpgl, sheetSvg, takenOf, wrapped } from './index'
import type { CutSheet } from './index'

const box = (left: number, top: number, right: number, bottom: number) => boxRing({ left, top, right, bottom })
const disc = (r: number, x = 0, y = 0) => flattened([ellipse(x, y, r, r)], 0.005)[0]!.points
/** A ring with a dot in it, and a bar: holes, islands and parts. */
const art = union(union(difference([disc(15, 20, 20)], [disc(10, 20, 20)]), [disc(4, 20, 20)]), [box(40, 10, 60, 14)])
const straight = cutStencil(art, { border: 12.7, weedingGap: 2.5, arc: null, number: '2/6', marks: true, slits: null })
const sheet: CutSheet = { width: straight.width, height: straight.height, lines: straight.lines }

describe('a stencil ready to cut', () => {
  it('art with a border all round: a 3 1/2 in design sits on a 4 1/2 in square of resist', () => {
    const s = cutStencil([box(0, 0, 88.9, 88.9)], { border: 12.7, weedingGap: 0, arc: null, number: '', marks: true, slits: null })
    expect([s.width, s.height]).toEqual([expect.closeTo(114.3, 6), expect.closeTo(114.3, 6)])
  })
  it('has its weeding box outside the border, creases at the middle of each edge, TOP and number inside the border', () => {
    const [border] = layerRings(straight.lines, 'border')
    const [weeding] = layerRings(straight.lines, 'weeding')
    const [b, w] = [boundsOf([border!])!, boundsOf([weeding!])!]
    expect(b.left - w.left).toBeCloseTo(2.5, 9)
    const marks = boundsOf(layerRings(straight.lines, 'mark'))!
    expect(marks.left).toBeGreaterThanOrEqual(b.left - 1e-9)
    expect(marks.right).toBeLessThanOrEqual(b.right + 1e-9)
    const middle = (b.left + b.right) / 2
    expect(
      layerRings(straight.lines, 'mark').filter(l => l.length === 4 && Math.abs(l[0]! - middle) < 1e-9 && Math.abs(l[2]! - middle) < 1e-9),
    ).toHaveLength(2)
  })
  it('slits share their edge evenly, end clear of the art, and are cut or only drawn as chosen', () => {
    const slits = [
      { edge: 'upper' as const, count: 3, depth: 8 },
      { edge: 'lower' as const, count: 1, depth: 5 },
    ]
    const settings = { border: 10, weedingGap: 0, arc: null, number: '', marks: false }
    const cut = cutStencil([box(0, 0, 60, 40)], { ...settings, slits: { slits, by: 'machine' } })
    const upper = layerRings(cut.lines, 'slit').filter(l => l[1] === 0)
    // 80 mm of edge in four flaps of 20 mm.
    expect(upper.map(l => l[0])).toEqual([20, 40, 60])
    expect(upper.every(l => l[3] === 8)).toBe(true)
    const [lower] = layerRings(cut.lines, 'slit').filter(l => l[1] !== 0)
    expect([...lower!]).toEqual([40, 60, 40, 55])
    // A cutter that has only a knife gets no mark to cut by mistake.
    expect(layerRings(cut.lines, 'mark')).toEqual([])
    const drawn = cutStencil([box(0, 0, 60, 40)], { ...settings, slits: { slits, by: 'hand' } })
    expect([layerRings(drawn.lines, 'slit').length, layerRings(drawn.lines, 'mark').length]).toEqual([0, 4])
    const pens = (s: typeof cut) => [...sheetHpgl({ ...s }).matchAll(/SP(\d)/g)].map(m => m[1])
    expect(pens(cut)).toEqual(['2', '1', '2', '0'])
    expect(pens(drawn)).toEqual(['3', '1', '2', '0'])
  })
  it('round a piece film is as long as that piece is round and its overlap; both layers are open at the same places', () => {
    // A band of triangles, as long as the way round and a little more.
    const teeth = Array.from({ length: 21 }, (_, i) => Float64Array.of(i * 12, 0, i * 12 + 11, 0, i * 12 + 5, 20))
    const [girth, overlap] = [240, 6.35]
    const film = wrapped(teeth, { girth, overlap })
    const bounds = boundsOf(film)!
    expect([bounds.left, bounds.right]).toEqual([expect.closeTo(0, 2), expect.closeTo(girth + overlap, 2)])
    const open = edgesOf(film)
    const spots = Array.from({ length: 400 }, (_, i) => [0.05 + (overlap - 0.1) * ((i * 0.618) % 1), 20 * ((i * 0.414) % 1)] as const)
    const differs = spots.filter(([x, y]) => isInside(open, x, y) !== isInside(open, x + girth, y))
    // Nothing but a spot that lies on an edge may differ.
    expect(differs.length).toBeLessThanOrEqual(4)
    expect(spots.some(([x, y]) => isInside(open, x, y)) && spots.some(([x, y]) => !isInside(open, x, y))).toBe(true)
    const cut = cutStencil(teeth, { border: 10, weedingGap: 0, arc: null, number: '', marks: true, slits: null, wrap: { girth, overlap } })
    expect([cut.width, cut.height]).toEqual([expect.closeTo(girth + overlap, 6), expect.closeTo(20 + 2 * 10, 6)])
    // No crease at an end: there is no border there.
    expect(layerRings(cut.lines, 'mark').every(l => l[0] !== 0 || l[1] !== cut.height / 2)).toBe(true)
  })
  it('a gap cuts off what reaches past the film; what is shorter than the way round stays as it is', () => {
    const band = [box(0, 0, 250, 20)]
    expect(regionArea(wrapped(band, { girth: 240, overlap: -4 }))).toBeCloseTo(236 * 20, 0)
    expect(regionArea(wrapped(band, { girth: 240, overlap: 0 }))).toBeCloseTo(240 * 20, 0)
    const short = wrapped([box(10, 0, 210, 20)], { girth: 240, overlap: 6 })
    expect(boundsOf(short)).toMatchObject({ left: 23, right: 223 })
  })
  it('bent for a cone, the border is the developed frustum: edges as long as the girths they lie on, area of the frustum', () => {
    const wall = straightWall(100, 30, 45)
    const slant = Math.hypot(100, 15)
    const girth = 2 * Math.PI * wall.at(50).r
    // Art over the whole cone, half way round.
    const fit = fitSheet(wall, { middle: 50, width: girth / 2, height: slant }, 'arc')
    const s = cutStencil([box(0, 0, girth / 2, slant)], {
      border: 0.0001,
      weedingGap: 0,
      arc: fit.arc,
      number: '',
      marks: true,
      slits: null,
    })
    const [ring] = layerRings(s.lines, 'art')
    expect(Math.abs(regionArea([ring!]))).toBeCloseTo((Math.PI * (30 + 45) * slant) / 2, 0)
    // Two arcs of half the girths, two slants.
    expect(ringLength(ring!)).toBeCloseTo(Math.PI * 30 + Math.PI * 45 + 2 * slant, 1)
  })
  it('bent the other way where the piece narrows upward; a cylinder needs no bend', () => {
    const [up, down] = [straightWall(80, 30, 40), straightWall(80, 40, 30)].map(
      w => fitSheet(w, { middle: 40, width: 60, height: 40 }, 'arc').arc!,
    )
    const bow = (arc: typeof up) => {
      const b = layerRings(
        cutStencil([box(0, 0, 60, 40)], { border: 5, weedingGap: 0, arc: arc!, number: '', marks: true, slits: null }).lines,
        'border',
      )[0]!
      // How far the middle of the upper edge lies above its ends.
      const xs = Array.from({ length: b.length / 2 }, (_, i) => ({ x: b[2 * i]!, y: b[2 * i + 1]! }))
      const left = xs.reduce((m, p) => (p.x + p.y < m.x + m.y ? p : m))
      return left.y - Math.min(...xs.filter(p => Math.abs(p.x - (boundsOf([b])!.left + boundsOf([b])!.right) / 2) < 2).map(p => p.y))
    }
    expect(bow(up)).toBeGreaterThan(1)
    expect(bow(down)).toBeLessThan(-1)
    expect(fitSheet(straightWall(80, 40, 40), { middle: 40, width: 60, height: 40 }, 'arc').arc).toBeNull()
  })
  it('bending keeps areas on a cone, since it does not stretch', () => {
    const arc = fitSheet(straightWall(100, 30, 45), { middle: 50, width: 30, height: 30 }, 'arc').arc
    const even = difference([disc(15)], [disc(9)])
    const bent = layerRings(cutStencil(even, { border: 10, weedingGap: 0, arc, number: '', marks: true, slits: null }).lines, 'art')
    // Above the middle it is wider, below narrower, by the same share.
    expect(Math.abs(regionArea(bent) / regionArea(even) - 1)).toBeLessThan(0.001)
  })
})

/** pt of the first page, as a reader of its own finds it. */
async function pageSize(paper: 'a4' | 'letter'): Promise<number[]> {
  const { width, height } = (await PDFDocument.load(await stencilPdf([straight], [''], paper))).getPage(0).getSize()
  return [width, height]
}

describe('files for cutters', () => {
  it('SVG: true mm, and read back it has the same areas, without border and marks', () => {
    const text = sheetSvg(sheet)
    expect(text).toMatch(/width="[\d.]+mm"/)
    const back = readSvg(text)
    expect(back.width).toBeCloseTo(sheet.width, 2)
    expect(regionArea(outlineAt(back, 1))).toBeCloseTo(regionArea(art), 1)
  })
  it('DXF R12, read by an independent parser: layers, closed lines, lengths and areas', () => {
    const dxf = new DxfParser().parseSync(sheetDxf(sheet))!
    expect(dxf.header.$ACADVER).toBe('AC1009')
    // 4 is the millimetre (DXF reference, $INSUNITS).
    expect(dxf.header.$INSUNITS).toBe(4)
    const lines = dxf.entities as unknown as { type: string, layer: string, shape: boolean, vertices: { x: number, y: number }[] }[]
    expect(lines.every(l => l.type === 'POLYLINE')).toBe(true)
    const artLines = lines.filter(l => l.layer === 'ART')
    expect(artLines.every(l => l.shape)).toBe(true)
    const rings = artLines.map(l => Float64Array.from(l.vertices.flatMap(v => [v.x, sheet.height - v.y])))
    expect(Math.abs(regionArea(rings))).toBeCloseTo(regionArea(art), 1)
    expect(lines.filter(l => l.layer === 'BORDER')).toHaveLength(1)
  })
  it('HP-GL, read by a plain reading of its own: 40 units are 1 mm, every line closed, marks by their own pen', () => {
    const text = sheetHpgl(sheet)
    let [cut, x, y, pen] = [0, 0, 0, '']
    for (const [, name, rest] of text.matchAll(/([A-Z]{2})([^;]*);/g)) {
      const numbers = rest!.split(',').filter(Boolean).map(Number)
      if (name === 'SP') pen = rest!
      for (let i = 0; i + 1 < numbers.length; i += 2) {
        if (name === 'PD' && pen === '1') cut += Math.hypot(numbers[i]! - x, numbers[i + 1]! - y)
        ;[x, y] = [numbers[i]!, numbers[i + 1]!]
      }
    }
    // Places are whole units: 0.025 mm.
    expect(Math.abs(cut / 40 / regionLength(art) - 1)).toBeLessThan(0.002)
    expect(text).toMatch(/^IN;PA;\nSP3;/)
    expect(text.trim()).toMatch(/PU0,0;SP0;$/)
  })
  it('PDF at 1 : 1: a page in true size, with a bar of 100 mm', async () => {
    const pdf = Buffer.from(await stencilPdf([straight], ['Tide line, 2 of 6'], 'a4')).toString('latin1')
    expect(pdf).toMatch(/^%PDF-1/)
    const pages: string[] = []
    for (const [, stream] of pdf.matchAll(/stream\r?\n([^]*?)endstream/g)) {
      try {
        pages.push(inflateSync(Buffer.from(stream!, 'latin1')).toString('latin1'))
      }
      catch {
        // Other streams are none of ours.
      }
    }
    const content = pages.find(p => p.includes('Tj'))!
    const lines = [...content.matchAll(/([\d.]+) ([\d.]+) m\s+([\d.]+) ([\d.]+) l/g)].map(m => m.slice(1).map(Number))
    const bar = lines.find(([x0, y0, x1, y1]) => y0 === y1 && Math.abs(x1! - x0! - (CHECK_BAR * 72) / 25.4) < 0.01)
    expect(bar).toBeDefined()
    // ISO 216, and 8 1/2 by 11 in.
    expect(await pageSize('a4')).toEqual([expect.closeTo((210 * 72) / 25.4, 1), expect.closeTo((297 * 72) / 25.4, 1)])
    expect(await pageSize('letter')).toEqual([expect.closeTo(612, 6), expect.closeTo(792, 6)])
  })
})

describe('nesting', () => {
  const settings = { gap: 5, scrapLeast: 50 }
  const overlap = (a: { x: number, y: number, width: number, height: number }, b: typeof a, gap: number) =>
    a.x < b.x + b.width + gap - 1e-6
    && b.x < a.x + a.width + gap - 1e-6
    && a.y < b.y + b.height + gap - 1e-6
    && b.y < a.y + a.height + gap - 1e-6

  it('nothing overlaps, gaps are kept, all lies on the stock, areas add up', () => {
    const size = fc.integer({ min: 20, max: 140 })
    fc.assert(
      fc.property(fc.array(fc.record({ width: size, height: size }), { minLength: 1, maxLength: 14 }), fc.boolean(), (sizes, grain) => {
        const pieces = sizes.map((s, what) => ({ ...s, what }))
        const { sheets, left } = nest(
          pieces,
          [
            { id: 'roll', width: 300, length: 5000, scrap: false, grain },
            { id: 'scrap', width: 150, length: 120, scrap: true, grain },
          ],
          settings,
        )
        expect(left).toEqual([])
        expect(sheets.flatMap(s => s.laid.map(l => l.what)).sort((a, b) => a - b)).toEqual(pieces.map(p => p.what))
        for (const s of sheets) {
          s.laid.forEach((a, i) => s.laid.slice(i + 1).forEach(b => expect(overlap(a, b, settings.gap)).toBe(false)))
          for (const l of s.laid) {
            expect(l.x).toBeGreaterThanOrEqual(0)
            expect(l.x + l.width).toBeLessThanOrEqual(s.stock.width + 1e-6)
            expect(l.y + l.height).toBeLessThanOrEqual(s.used + 1e-6)
            if (grain) expect(l.turned).toBe(false)
            if (s.scrap) expect(overlap(l, s.scrap, settings.gap)).toBe(false)
          }
          if (s.scrap) {
            expect(Object.values(s.scrap).every(Number.isFinite)).toBe(true)
            expect(s.scrap.x + s.scrap.width).toBeLessThanOrEqual(s.stock.width + 1e-6)
            expect(s.scrap.y + s.scrap.height).toBeLessThanOrEqual(s.used + 1e-6)
          }
          expect(s.stencils + s.waste + (s.scrap ? s.scrap.width * s.scrap.height : 0)).toBeCloseTo(s.taken, 6)
        }
      }),
      { numRuns: 60 },
    )
  })
  it('takes a scrap before it takes a roll, and no more of the roll than it must', () => {
    const piece = { width: 100, height: 80, what: 0 }
    const { sheets } = nest(
      [piece],
      [
        { id: 'roll', width: 300, length: 5000, scrap: false, grain: false },
        { id: 'small', width: 110, length: 90, scrap: true, grain: false },
      ],
      settings,
    )
    expect(sheets.map(s => s.stock.id)).toEqual(['small'])
    const six = nest(
      Array.from({ length: 6 }, (_, what) => ({ ...piece, what })),
      [{ id: 'roll', width: 310, length: 5000, scrap: false, grain: false }],
      settings,
    )
    // Three across and two deep: 80 + 5 + 80 mm; turned, they would need no less.
    expect(six.sheets[0]!.used).toBeLessThanOrEqual(165.5)
  })
  it('with a grain nothing is turned; what is too large is said', () => {
    const wide = { width: 400, height: 50, what: 7 }
    const roll = { id: 'roll', width: 300, length: 5000, scrap: false, grain: false }
    expect(nest([wide], [roll], settings).sheets[0]!.laid[0]!.turned).toBe(true)
    expect(nest([wide], [{ ...roll, grain: true }], settings)).toEqual({ sheets: [], left: [wide] })
  })
  it('after cutting, the roll is shorter, the scrap is gone, and what is left over comes back', () => {
    const { rolls, scraps } = takenOf(
      nest(
        [
          { width: 100, height: 80, what: 0 },
          { width: 200, height: 100, what: 1 },
        ],
        [
          { id: 'roll', width: 300, length: 5000, scrap: false, grain: false },
          { id: 'small', width: 110, length: 90, scrap: true, grain: false },
        ],
        settings,
      ),
    )
    expect(rolls).toEqual([
      { id: 'small', was: 90, left: 0 },
      { id: 'roll', was: 5000, left: expect.closeTo(4900, 0) },
    ])
    expect(scraps.map(s => s.from)).toEqual(['roll'])
    expect(scraps[0]!.width).toBeGreaterThanOrEqual(90)
  })
  it('a turned stencil keeps its lines', () => {
    const turned = moveLines(straight.lines, straight.height, { x: 0, y: 0 }, true)
    const b = boundsOf(turned.map(l => l.points))!
    expect([b.right - b.left, b.bottom - b.top]).toEqual([expect.closeTo(straight.height, 6), expect.closeTo(straight.width, 6)])
    expect(regionArea(layerRings(turned, 'art'))).toBeCloseTo(regionArea(art), 3)
  })
})
