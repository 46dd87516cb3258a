import { describe, expect, it } from 'vitest'
import { boundsOf, nestedParts, regionArea } from '../../basics/outline'
import {
  ART_LIMITS,
  artOfWidth,
  ArtRefused,
  openArea,
  outlineAt,
  readSvg,
  sheetOf,
  traceGrey,
  usualThreshold,
} from './index'

const svg = (inner: string, attributes = 'viewBox="0 0 100 100" width="100mm" height="100mm"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${inner}</svg>`
/** mm² at the drawn size. */
const areaOf = (inner: string, attributes?: string) => regionArea(outlineAt(readSvg(svg(inner, attributes)), 1))
const refusal = (text: string): string => {
  try {
    readSvg(text)
  }
  catch (error) {
    if (error instanceof ArtRefused) return error.message
    throw error
  }
  return 'not refused'
}

describe('an SVG drawing', () => {
  it.each([
    ['rect', '<rect x="10" y="10" width="20" height="30"/>', 600],
    ['round rect', '<rect width="20" height="30" rx="5"/>', 600 - (4 - Math.PI) * 25],
    ['circle', '<circle cx="50" cy="50" r="20"/>', Math.PI * 400],
    ['ellipse', '<ellipse cx="50" cy="50" rx="20" ry="10"/>', Math.PI * 200],
    ['polygon', '<polygon points="0,0 30,0 0,40"/>', 600],
    ['a line is nothing to fill, its pen is', '<line x1="10" y1="10" x2="50" y2="10" stroke="black" stroke-width="3"/>', 120],
    ['polyline with a mitred corner', '<polyline points="10 50 50 50 50 90" fill="none" stroke="#123" stroke-width="4"/>', 4 * 80],
  ])('%s', (_, inner, area) => expect(Math.abs(areaOf(inner) - area)).toBeLessThan(0.02 * 80))

  it.each([
    ['M L H V Z', 'M10 10L30 10V40H10Z', 600],
    ['relative', 'm10 10 20 0 0 30 -20 0z', 600],
    ['Q and T: two parabolas of opposite bulge', 'M0 0Q10 20 20 0T40 0V-30H0Z', 1200],
    ['C and S: likewise', 'M0 50C0 70 20 70 20 50S40 30 40 50V90H0Z', 1600],
    ['A: a half disc', 'M10 50A20 20 0 0 1 50 50Z', Math.PI * 200],
    ['numbers run together', 'M10-10l.5.5h1e1v-2.5-8z', 57],
  ])('path commands: %s', (_, d, area) => {
    // The last one is checked against the shoelace formula over its corners.
    const corners = [
      [10, -10],
      [10.5, -9.5],
      [20.5, -9.5],
      [20.5, -12],
      [20.5, -20],
    ]
    const expected
      = area === 57
        ? Math.abs(corners.reduce((s, [x, y], i) => s + x! * corners[(i + 1) % 5]![1]! - corners[(i + 1) % 5]![0]! * y!, 0)) / 2
        : area
    expect(Math.abs(areaOf(`<path d="${d}"/>`) - expected)).toBeLessThan(1)
  })
  it('fill rules, groups, transforms and inherited colours', () => {
    const twice = 'M0 0h60v60h-60zM10 10h20v20h-20z'
    expect(areaOf(`<path d="${twice}"/>`)).toBeCloseTo(3600, 3)
    expect(areaOf(`<g fill-rule="evenodd"><path d="${twice}"/></g>`)).toBeCloseTo(3200, 3)
    expect(areaOf('<g transform="translate(5 5) scale(2)"><rect width="10" height="10" transform="rotate(30)"/></g>')).toBeCloseTo(400, 1)
    expect(areaOf('<g fill="none"><rect width="10" height="10"/><rect width="5" height="5" fill="red"/></g>')).toBeCloseTo(25, 3)
    expect(areaOf('<rect width="10" height="10" transform="matrix(1 0 .5 1 0 0) skewY(10)"/>')).toBeCloseTo(100, 1)
  })
  it('a transform goes about its origin, in lengths, shares or words', () => {
    const corners = (inner: string) => boundsOf(outlineAt(readSvg(svg(inner)), 1))!
    const same = (style: string, transform: string) => {
      const [ours, theirs] = [
        corners(`<rect x="40" y="40" width="20" height="8" transform="rotate(30)" style="transform-origin:${style}"/>`),
        corners(`<rect x="40" y="40" width="20" height="8" transform="${transform}"/>`),
      ]
      for (const side of ['left', 'top', 'right', 'bottom'] as const) expect(ours[side]).toBeCloseTo(theirs[side], 6)
    }
    same('50px 40px', 'rotate(30 50 40)')
    same('50% 40%', 'rotate(30 50 40)')
    same('center', 'rotate(30 50 50)')
    same('bottom 30px', 'rotate(30 30 100)')
    same('right top', 'rotate(30 100 0)')
  })
  it('what is left out or may look otherwise is said', () => {
    const notes = (inner: string) => readSvg(svg(inner)).notes
    const rect = '<rect x="10" y="10" width="20" height="20"/>'
    expect(notes(rect)).toEqual([])
    expect(notes(`<path d="M5 5H50" stroke="black" marker-end="url(#m)"/>${rect}`)).toEqual([expect.stringMatching(/^Arrowheads/)])
    expect(notes(`<path d="M5 5H50" stroke="black" vector-effect="non-scaling-stroke"/>${rect}`)).toEqual([
      expect.stringMatching(/keeps its width/),
    ])
    expect(notes(`<style>rect:hover{fill:white} [x]{fill:none} @media print{} b{margin:0}</style>${rect}`)).toEqual([
      expect.stringMatching(/not read here \(rect:hover, \[x\]\)/),
    ])
    expect(notes(`${rect}<rect x="300" width="50" height="50"/>`)).toEqual([expect.stringMatching(/outside the page/)])
    // Where all of it lies outside, it is the page that is wrong.
    expect(notes('<rect x="300" width="50" height="50"/>')).toEqual([])
  })
  it('use, symbols and nested views', () => {
    expect(areaOf('<defs><rect id="a" width="10" height="10"/></defs><use href="#a"/><use xlink:href="#a" x="20"/>')).toBeCloseTo(200, 3)
    expect(
      areaOf('<symbol id="s" viewBox="0 0 2 2"><rect width="2" height="2"/></symbol><use href="#s" width="30" height="10"/>'),
    ).toBeCloseTo(100, 3)
    expect(areaOf('<svg x="10" width="40" height="40" viewBox="0 0 4 4"><circle cx="2" cy="2" r="1"/></svg>')).toBeCloseTo(Math.PI * 100, 0)
  })
  it('units: one inch is 96 px (W3C, CSS Values), and a viewBox scales into them', () => {
    expect(areaOf('<rect width="1in" height="1in"/>', 'width="96" height="96"')).toBeCloseTo(25.4 ** 2, 2)
    expect(areaOf('<rect width="50%" height="50%"/>', 'width="40mm" height="20mm"')).toBeCloseTo(200, 2)
    expect(readSvg(svg('<rect width="5" height="5"/>', 'viewBox="0 0 10 20" width="30mm"'))).toMatchObject({
      width: expect.closeTo(30, 9),
      height: expect.closeTo(60, 9),
    })
  })
  it('white covers what lies under it, and dark may come on top again', () => {
    expect(
      areaOf(
        '<rect width="60" height="60"/><rect x="10" y="10" width="20" height="20" fill="#fff"/><rect x="12" y="12" width="5" height="5"/>',
      ),
    ).toBeCloseTo(3600 - 400 + 25, 2)
  })
  it('style sheets and style attributes win over attributes', () => {
    expect(
      areaOf(
        '<style>.a{fill:none} #b{fill:black}/* x */ @import url(http://elsewhere/x.css);</style><rect class="a" width="10" height="10" '
        + 'fill="red"/><rect id="b" class="a" width="10" height="10"/><rect width="9" height="9" style="display:none"/>',
      ),
    ).toBeCloseTo(100, 3)
  })
  it('a pen under a map that stretches is stretched with it', () => {
    expect(areaOf('<line x1="0" y1="10" x2="10" y2="10" stroke="black" stroke-width="1" transform="scale(1 8)"/>')).toBeCloseTo(80, 1)
  })
  it('is scaled to a width whatever size it was drawn', () => {
    const art = artOfWidth(readSvg(svg('<circle cx="3" cy="90" r="0.2"/>')), 60)
    expect(boundsOf(art)).toEqual({
      left: expect.closeTo(0, 6),
      top: expect.closeTo(0, 6),
      right: expect.closeTo(60, 1),
      bottom: expect.closeTo(60, 1),
    })
    expect(Math.abs(regionArea(art) - Math.PI * 900)).toBeLessThan(0.02 * Math.PI * 60)
  })
})

describe('hostile and broken files', () => {
  it.each([
    ['text', svg('\n<text x="1">Tide</text>'), /^Line 2: It has text.*Convert the text to outlines/],
    ['entities', '<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><svg>&b;</svg>', /entities, which are refused/],
    ['an unknown entity', svg('&boom;'), /no well-formed SVG/],
    ['another document', '<html><body/></html>', /<html> file, not an SVG/],
    ['no markup at all', 'just words', /no well-formed SVG/],
    ['cut off', '<svg><path d="M0 0', /no well-formed SVG/],
    ['empty', '  ', /file is empty/],
    ['broken path', svg('<path d="M0 0 L 1"/>'), /A path cannot be read: missed param/],
    ['endless number', svg('<path d="M0 0L1e300 0 5 5z"/>'), /no place on a drawing/],
    ['a clip', svg('<rect clip-path="url(#c)" width="9" height="9"/>'), /clipped or masked/],
    ['itself', svg('<g id="a"><use href="#a"/></g>'), /uses itself/],
    ['round about', svg('<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g>'), /uses itself/],
    ['nothing dark', svg('<rect width="9" height="9" fill="white"/>'), /no dark shape/],
    ['bad transform', svg('<rect width="9" height="9" transform="spin(9)"/>'), /transform "spin\(9\)" cannot be read/],
    ['bad points', svg('<polygon points="0 0 1"/>'), /points that cannot be read/],
    ['too deep', `<svg>${'<g>'.repeat(ART_LIMITS.depth + 1)}`, /Groups lie more than 64 deep/],
    ['too many elements', `<svg>${'<g/>'.repeat(ART_LIMITS.elements + 1)}</svg>`, /more than 20000 elements/],
    ['too large', `<svg>${' '.repeat(ART_LIMITS.size)}</svg>`, /larger than 1.2 million/],
  ])('%s is refused with what to do', (_, text, message) => expect(refusal(text)).toMatch(message))

  it('copies of copies of copies end soon, and say so', () => {
    const laughs = Array.from({ length: 12 }, (_, i) => `<g id="l${i + 1}">${`<use href="#l${i}"/>`.repeat(10)}</g>`).join('')
    expect(refusal(svg(`<defs><rect id="l0" width="1" height="1"/>${laughs}</defs><use href="#l12"/>`))).toMatch(/more than 20000 shapes/)
  })
  it('more points than can be kept are refused', () => {
    const arcs = Array.from({ length: 9000 }, (_, i) => `<circle cx="${i % 90}" cy="${i / 90}" r="40"/>`).join('')
    expect(() => outlineAt(readSvg(svg(arcs)), 40)).toThrow(/more than 400,000 points/)
  })
  it('scripts, pictures and what lies outside are left out with a note', () => {
    const drawing = readSvg(
      svg(
        '<script>alert(1)</script><image href="http://elsewhere/a.png"/><use href="http://elsewhere/a.svg#x"/><use href="#gone"/><rect '
        + 'width="9" height="9" fill="url(#g)" onclick="x()"/>',
      ),
    )
    expect(drawing.layers).toHaveLength(1)
    expect(drawing.notes.join(' ')).toMatch(/Scripts.*left out.*picture.*another file was left out.*no such shape.*one solid shape/)
  })
})

describe('a traced picture', () => {
  /** A disc with soft edges, as a scan has it: grey by the share of each pixel that it covers. */
  function disc(size: number, r: number, ink = 20, paper = 240) {
    const values = new Uint8Array(size * size)
    for (let y = 0; y < size; y++) {
      for (let x = 0; x < size; x++) {
        let covered = 0
        for (let s = 0; s < 16; s++) if (Math.hypot(x + ((s % 4) + 0.5) / 4 - size / 2, y + ((s >> 2) + 0.5) / 4 - size / 2) < r) covered++
        values[y * size + x] = paper + ((ink - paper) * covered) / 16
      }
    }
    return { width: size, height: size, values }
  }
  const pixels = (drawing: string) => regionArea(outlineAt(readSvg(drawing), 96 / 25.4))

  it('a scanned disc comes out round: its area within one part in a hundred, its radius within a quarter of a pixel', () => {
    const picture = disc(120, 40)
    const drawing = traceGrey(picture, { threshold: usualThreshold(picture), smoothing: 0 })
    expect(pixels(drawing) / (Math.PI * 1600)).toBeCloseTo(1, 2)
    const box = boundsOf(outlineAt(readSvg(drawing), 96 / 25.4))!
    expect(Math.abs(box.right - box.left - 80)).toBeLessThan(0.5)
  })
  it('the usual threshold lies between ink and paper', () => {
    for (const [ink, paper] of [
      [20, 240],
      [100, 160],
      [0, 60],
    ] as const) {
      const t = usualThreshold(disc(60, 20, ink, paper))
      expect(t).toBeGreaterThan(ink)
      expect(t).toBeLessThan(paper)
    }
  })
  it('smoothing takes dust away and keeps the art; art at the rim is closed there', () => {
    const picture = disc(120, 40)
    for (const at of [130, 5000, 13000]) picture.values[at] = 0
    const parts = (smoothing: number) => nestedParts(outlineAt(readSvg(traceGrey(picture, { threshold: 128, smoothing })), 1)).length
    expect(parts(1)).toBe(1)
    const bar = { width: 40, height: 10, values: new Uint8Array(400) }
    expect(pixels(traceGrey(bar, { threshold: 128, smoothing: 0 }))).toBeCloseTo(400, -1)
  })
  it('white paper is refused with what to do', () => {
    expect(() => traceGrey({ width: 8, height: 8, values: new Uint8Array(64).fill(255) }, { threshold: 128, smoothing: 0 })).toThrow(
      /Raise the threshold/,
    )
  })
})

describe('what is open', () => {
  const art = outlineAt(readSvg(svg('<rect x="10" y="10" width="20" height="10"/><rect x="40" y="10" width="10" height="10"/>')), 1)
  it('the shape, or its background with a margin: together they fill the panel', () => {
    const shape = openArea(art, { polarity: 'shape', margin: 5, through: false })
    const ground = openArea(art, { polarity: 'background', margin: 5, through: false })
    expect(regionArea(shape)).toBeCloseTo(300, 3)
    expect(regionArea(shape) + regionArea(ground)).toBeCloseTo(50 * 20, 3)
    expect(boundsOf(ground)).toEqual({ left: 0, top: 0, right: 50, bottom: 20 })
  })
  it('read through the glass it is cut mirrored', () => {
    const mirrored = openArea(art, { polarity: 'shape', margin: 0, through: true })
    const small = mirrored.find(r => boundsOf([r])!.right - boundsOf([r])!.left < 15)!
    expect(boundsOf([small])!.left).toBeCloseTo(0, 6)
    expect(boundsOf(mirrored)!.left).toBeCloseTo(0, 6)
  })
  it('the sheet has its border all round; a full box without margin leaves nothing', () => {
    expect(sheetOf(art, 12.7)).toEqual({
      left: expect.closeTo(-2.7, 6),
      top: expect.closeTo(-2.7, 6),
      right: expect.closeTo(62.7, 6),
      bottom: expect.closeTo(32.7, 6),
    })
    const full = outlineAt(readSvg(svg('<rect width="20" height="10"/>')), 1)
    expect(() => openArea(full, { polarity: 'background', margin: 0, through: false })).toThrow(/Give the background a margin/)
  })
})
