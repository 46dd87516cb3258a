import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { outlineAt, readSvg } from '../../core/art/drawing'
import { contains } from '../../core/basics/outline'

/** Points of a page of 60 by 60 units, as many to a unit. */
const [PAGE, DENSITY] = [60, 3]
/** Of the page at most: points that lie on an edge fall on either side. */
const MOST_OFF = 0.0006

const svg = (inner: string, size: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 ${PAGE} ${PAGE}" width="${size}" `
  + `height="${size}">${inner}</svg>`
const pen = (d: string, more: string) => `<path d="${d}" fill="none" stroke="black" ${more}/>`
const CORNER = 'M10 45L30 12L50 45'
const SHARP = 'M8 50L30 6L36 50'
const WAVE = 'M5 30C15 5 25 5 30 30S45 55 55 30'

/** What drawing programs write, and what they write seldom. */
const DRAWINGS: Record<string, string> = {
  'rect': '<rect x="7" y="9" width="31" height="22"/>',
  'rect, round corners': '<rect x="7" y="9" width="31" height="22" rx="6"/>',
  'rect, two radii': '<rect x="7" y="9" width="40" height="30" rx="15" ry="5"/>',
  'rect, radius in percent': '<rect x="7" y="9" width="40" height="30" rx="20%"/>',
  'rect, radius too large': '<rect x="7" y="9" width="20" height="30" rx="40" ry="4"/>',
  'circle': '<circle cx="30" cy="28" r="17"/>',
  'circle, percent': '<circle cx="50%" cy="40%" r="25%"/>',
  'ellipse': '<ellipse cx="30" cy="28" rx="25" ry="9"/>',
  'ellipse, one radius': '<ellipse cx="30" cy="28" rx="13"/>',
  'polygon, star nonzero': '<polygon points="30,3 47,55 3,22 57,22 13,55"/>',
  'polygon, star evenodd': '<polygon points="30,3 47,55 3,22 57,22 13,55" fill-rule="evenodd"/>',
  'polyline filled': '<polyline points="5,5 55,12 40,50 12,44"/>',
  'arcs, large and small': '<path d="M10 30A18 12 30 1 1 45 33A9 9 0 0 0 10 30Z"/>',
  'arcs too small are grown': '<path d="M10 30A5 5 0 0 1 50 30Z"/>',
  'curves run on': '<path d="M5 50Q15 5 30 30T55 20V55Z"/>',
  'relative all through': '<path d="m10 10h20v10l10 10c0 10-10 20-20 10s-15-5-10-30z"/>',
  'holes by direction': '<path d="M5 5H55V55H5ZM15 15V45H45V15Z"/>',
  'white covers':
    '<rect x="5" y="5" width="50" height="50"/><circle cx="30" cy="30" r="15" fill="white"/><rect x="26" y="26" width="8" height="8"/>',
  'white line covers': '<rect x="5" y="5" width="50" height="50"/><path d="M5 30H55" stroke="#fff" stroke-width="6"/>',
  'pen, butt': pen(CORNER, 'stroke-width="6"'),
  'pen, round': pen(CORNER, 'stroke-width="6" stroke-linecap="round" stroke-linejoin="round"'),
  'pen, square and bevel': pen(CORNER, 'stroke-width="6" stroke-linecap="square" stroke-linejoin="bevel"'),
  'pen, a mitre within its limit': pen(SHARP, 'stroke-width="4" stroke-miterlimit="9"'),
  'pen, a mitre past its limit is bevelled': pen(SHARP, 'stroke-width="4" stroke-miterlimit="2"'),
  'pen, a mitre past the usual limit': pen('M8 50L30 6L33 50', 'stroke-width="5"'),
  'pen, closed': '<path d="M12 12L48 16L30 48Z" fill="none" stroke="black" stroke-width="5"/>',
  'pen on a curve': pen(WAVE, 'stroke-width="5"'),
  'pen squeezed by its map': `<g transform="scale(1 .4) translate(0 30)">${pen(WAVE, 'stroke-width="7"')}</g>`,
  'fill and pen': '<circle cx="30" cy="30" r="14" fill="white" stroke="black" stroke-width="6"/>',
  'dashes': pen('M5 20H55', 'stroke-width="5" stroke-dasharray="8 4"'),
  'dashes, offset': pen('M5 20H55', 'stroke-width="5" stroke-dasharray="8 4" stroke-dashoffset="5"'),
  'dashes, offset below nothing': pen('M5 20H55', 'stroke-width="5" stroke-dasharray="8 4" stroke-dashoffset="-3"'),
  'dashes, an odd list': pen('M5 20H55', 'stroke-width="5" stroke-dasharray="9 3 5"'),
  'dashes round corners': pen('M10 10H50V50H10Z', 'stroke-width="4" stroke-dasharray="11 6"'),
  'dashes on a curve, round ends': pen(WAVE, 'stroke-width="4" stroke-dasharray="6 7" stroke-linecap="round"'),
  'dashes in percent': pen('M5 20H55', 'stroke-width="5" stroke-dasharray="10%"'),
  'dashes grown by a map': `<g transform="scale(2)">${pen('M3 8H27', 'stroke-width="2" stroke-dasharray="4 2"')}</g>`,
  'dashes that add up to nothing': pen('M5 20H55', 'stroke-width="5" stroke-dasharray="0 0"'),
  'transforms, several': '<rect width="20" height="12" transform="translate(20 10) rotate(35) scale(1.3 .9) skewX(12)"/>',
  'matrix': '<rect width="20" height="12" transform="matrix(1 .3 -.4 1.2 15 12)"/>',
  'rotate about a point': '<rect x="10" y="10" width="25" height="12" transform="rotate(50 30 30)"/>',
  'dots': pen('M5 20H55', 'stroke-width="5" stroke-dasharray="0 8" stroke-linecap="round"'),
  'dashes of no length, without ends': pen('M5 20H55M5 40H20', 'stroke-width="5" stroke-dasharray="0 8 4 3"'),
  'use':
    '<defs><path id="a" d="M0 0h12v12z"/></defs><use href="#a" x="8" y="9"/><use xlink:href="#a" transform="translate(30 30) rotate(70)"/>',
  'symbol': '<symbol id="s" viewBox="0 0 10 10"><circle cx="5" cy="5" r="4"/></symbol><use href="#s" x="5" y="5" width="40" height="20"/>',
  'nested view': '<svg x="10" y="5" width="30" height="40" viewBox="0 0 3 4"><path d="M0 0L3 2L0 4Z"/></svg>',
  'nested view, stretched':
    '<svg x="10" y="5" width="40" height="20" viewBox="0 0 4 4" preserveAspectRatio="none"><circle cx="2" cy="2" r="2"/></svg>',
  'nested view, at one side':
    '<svg x="10" y="5" width="40" height="20" viewBox="0 0 4 4" preserveAspectRatio="xMaxYMid meet"><circle cx="2" cy="2" r="2"/></svg>',
  'style sheet':
    '<style>.a{fill:none;stroke:#000;stroke-width:5} rect{fill:white} #b{fill:black}</style><rect width="60" height="60"/><rect id="b" '
    + 'x="5" y="5" width="20" height="20"/><circle class="a" cx="40" cy="40" r="12"/>',
  'what is important wins over an own style':
    '<style>.a{fill:black !important}</style><rect class="a" x="8" y="8" width="30" height="20" style="fill:none"/>',
  'what is important in a tag rule wins over a class':
    '<style>rect{fill:none !important} .a{fill:black}</style><rect class="a" x="8" y="8" width="30" height="20"/><circle cx="45" cy="45" '
    + 'r="8"/>',
  'inherited pen': '<g stroke="black" stroke-width="4" fill="none"><path d="M10 10L50 50"/><path d="M50 10L10 50" stroke-width="8"/></g>',
  'currentColor':
    '<g color="white"><rect x="5" y="5" width="50" height="50" fill="black"/><rect x="15" y="15" width="20" height="20" '
    + 'fill="currentColor"/></g>',
  'hsl dark and pale':
    '<rect x="5" y="5" width="50" height="50" fill="hsl(220, 60%, 15%)"/><rect x="15" y="15" width="20" height="20" fill="hsl(60, 100%, '
    + '97%)"/>',
  'colours without any cover':
    '<rect x="5" y="5" width="20" height="20"/><rect x="30" y="5" width="20" height="20" fill="#00000000"/><rect x="5" y="30" width="20" '
    + 'height="20" fill="rgba(0,0,0,0)"/>',
  'not shown':
    '<rect x="5" y="5" width="20" height="20"/><rect x="30" y="5" width="20" height="20" display="none"/><rect x="5" y="30" width="20" '
    + 'height="20" visibility="hidden"/><g opacity="0"><rect x="30" y="30" width="20" height="20"/></g>',
  'switch':
    '<switch><g requiredExtensions="http://example.org/none"><rect width="60" height="60"/></g><circle cx="30" cy="30" r="12"/><rect '
    + 'width="9" height="9"/></switch>',
  'compound selectors':
    '<style>rect.a{fill:none} .a.b{fill:black} *{stroke:none}</style><rect class="a" x="5" y="5" width="20" height="20"/>'
    + '<rect class="b a" x="30" y="5" width="20" height="20"/><circle class="a" cx="30" cy="42" r="12"/>',
  'descendants and children':
    '<style>g path{fill:none;stroke:#000;stroke-width:4} g > path{stroke-width:8} svg g g > rect{fill:white}</style><g>'
    + '<path d="M5 10H55"/><g><rect x="5" y="20" width="50" height="35" fill="black"/><a><path d="M10 38H50"/></a></g></g>',
  'the heavier selector wins over the later':
    '<style>#p .k{fill:black} g .k{fill:white} .k{fill:white} rect.m{fill:white} .m{fill:black}</style><g id="p">'
    + '<rect class="k" x="5" y="5" width="30" height="20"/></g><rect class="m" x="5" y="30" width="20" height="20"/>'
    + '<rect class="m" x="30" y="30" width="20" height="20" style="fill:black"/>',
  'an inner view cuts off what stands over it':
    '<svg x="10" y="10" width="30" height="20"><circle cx="28" cy="10" r="16"/></svg><svg x="10" y="35" width="20" height="20" '
    + 'overflow="visible"><circle cx="20" cy="10" r="8"/></svg>',
  'a slice of a view, turned':
    '<g transform="rotate(20 30 30)"><svg x="12" y="20" width="36" height="14" viewBox="0 0 10 10" preserveAspectRatio="xMidYMid slice">'
    + '<circle cx="5" cy="5" r="5"/></svg></g>',
  'a symbol is cut at its box':
    '<symbol id="s" viewBox="0 0 10 10"><circle cx="10" cy="5" r="5"/></symbol><use href="#s" x="8" y="8" width="40" height="40"/>',
  'half-transparent over white':
    '<rect x="5" y="5" width="20" height="20" fill="rgba(0,0,0,.9)"/><rect x="30" y="5" width="20" height="20" fill="#0000000a"/>'
    + '<g opacity="0.05"><rect x="5" y="30" width="20" height="20"/></g><rect x="30" y="30" width="20" height="20" fill-opacity="88%"/>',
  'white that lets through covers nothing':
    '<rect x="5" y="5" width="50" height="50"/><circle cx="30" cy="30" r="15" fill="white" fill-opacity="0.15"/>',
  'partly off the page': '<circle cx="58" cy="30" r="14"/>',
  'wholly off the page': '<rect x="8" y="8" width="20" height="20"/><rect x="200" y="8" width="400" height="20"/>',
  'numbers as they may be written': '<path d="M1e1,10.5.5-.5l+30,.5 0 3e1-20-5z"/><rect x="  40 " y="45px" width="1.2E1" height="+9"/>',
}

/** How much of each point a general renderer covers (librsvg, through sharp), 0 to 1. */
async function rendered(inner: string): Promise<Float64Array> {
  const size = PAGE * DENSITY
  const { data, info } = await sharp(Buffer.from(svg(inner, String(size))))
    .flatten({ background: '#fff' })
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true })
  expect([info.width, info.height]).toEqual([size, size])
  return Float64Array.from({ length: size * size }, (_, i) => 1 - data[i * info.channels]! / 255)
}

describe('drawings as a general renderer paints them', () => {
  it('are many', () => expect(Object.keys(DRAWINGS).length).toBeGreaterThanOrEqual(60))
  it.each(Object.entries(DRAWINGS))('%s', async (_, inner) => {
    const cover = await rendered(inner)
    const area = outlineAt(readSvg(svg(inner, `${PAGE}mm`)), 1)
    const size = PAGE * DENSITY
    let [off, dark] = [0, 0]
    for (let i = 0; i < cover.length; i++) {
      const inside = contains(area, ((i % size) + 0.5) / DENSITY, (Math.floor(i / size) + 0.5) / DENSITY)
      if (inside) dark++
      // Points that the renderer covers in part lie on an edge.
      if (inside ? cover[i]! < 0.15 : cover[i]! > 0.8) off++
    }
    expect(dark).toBeGreaterThan(40)
    expect(off / cover.length).toBeLessThan(MOST_OFF)
  })
})
