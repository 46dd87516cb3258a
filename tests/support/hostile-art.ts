/**
 * Drawings that are small as files and large as work, each by another way. All of them have to be answered soon, and with a sentence
 * where they are refused.
 */
const svg = (inner: string, attributes = 'viewBox="0 0 100 100" width="100mm" height="100mm"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${inner}</svg>`

const line = (n: number) => Array.from({ length: n }, (_, i) => `l${i % 7} ${(i * 3) % 5}`).join('')
const zigzag = (n: number) => Array.from({ length: n }, (_, i) => `${i % 2 ? 95 : 5} ${(5 + (i * 90) / n).toFixed(1)}`).join(' ')
/** Corners far apart in no order: each line crosses most others. */
const scribble = (n: number) => Array.from({ length: n }, (_, i) => `${(i * 7919) % 97} ${(i * 104_729) % 89}`).join(' ')

/** A corner of a ragged circle. */
function tracedPoint(i: number, of: number): string {
  const [radius, angle] = [40 + Math.sin(i * 0.01), (i / of) * 2 * Math.PI]
  return `${(50 + radius * Math.cos(angle)).toFixed(2)} ${(50 + radius * Math.sin(angle)).toFixed(2)}`
}

export const HOSTILE_ART: Record<string, string> = {
  'a long path used 100 times': svg(`<defs><path id="a" d="M0 0${line(20_000)}"/></defs>${'<use href="#a" x="1"/>'.repeat(100)}`),
  'a long path used 600 times': svg(`<defs><path id="a" d="M0 0${line(20_000)}"/></defs>${'<use href="#a" x="1"/>'.repeat(600)}`),
  'a width of 60,000 digits': svg(`<rect width="${'9'.repeat(60_000)}!" height="5"/>`),
  'a root as wide': svg('<rect width="5" height="5"/>', `width="${'1'.repeat(60_000)}x"`),
  'a transform of 60,000 letters': svg(`<rect width="5" height="5" transform="${'a'.repeat(60_000)}"/>`),
  'a transform that is a word of the language': svg('<rect width="5" height="5" transform="constructor(1)"/>'),
  '5,000 empty groups used 1,000 times': svg(
    `<defs><g id="g">${'<g/>'.repeat(5000)}</g></defs>${'<use href="#g"/>'.repeat(1000)}<rect width="9" height="9"/>`,
  ),
  '40,000 rules on 15,000 elements': svg(
    `<style>${Array.from({ length: 40_000 }, (_, i) => `.a${i % 9}{fill:red}`).join('')}</style>`
    + '<rect class="a1 a2 a3" width="1" height="1"/>'.repeat(15_000),
  ),
  'nested rules that look far up, on 15,000 elements': svg(
    `<style>${'.b .a .a .a .a{fill:red}'.repeat(2000)}</style>${'<g class="a">'.repeat(50)}`
    + `${'<rect class="a" width="1" height="1"/>'.repeat(15_000)}${'</g>'.repeat(50)}`,
  ),
  '4,000 small views that cut off what is in them': svg(
    Array.from({ length: 4000 }, (_, i) => `<svg x="${i % 90}" y="${i % 80}" width="2" height="2"><circle r="2"/></svg>`).join(''),
  ),
  '4,900 small views of a star': svg(
    `<defs><path id="s" d="M0 0L2 1L0 2L1 1Z"/></defs>`
    + Array.from(
      { length: 4900 },
      (_, i) => `<svg x="${i % 97}" y="${(i * 7) % 89}" width="1.5" height="1.5"><use href="#s"/></svg>`,
    ).join(''),
  ),
  'comments that never end': svg(`<style>${'/*'.repeat(300_000)}</style><rect width="9" height="9"/>`),
  'fetches that never end': svg(`<style>${'@import '.repeat(80_000)}</style><rect width="9" height="9"/>`),
  'a class list that is used again and again': svg(
    `<defs><rect id="r" class="${'a '.repeat(200_000)}" width="1" height="1"/></defs>${'<use href="#r"/>'.repeat(8000)}`,
  ),
  'a zigzag of 18 kB': svg(`<polyline points="${zigzag(1800)}" fill="none" stroke="black" stroke-width="0.4"/>`),
  'a filled scribble': svg(`<polygon points="${scribble(3000)}"/>`),
  'a drawn scribble': svg(`<polyline points="${scribble(3000)}" fill="none" stroke="black" stroke-width="0.3"/>`),
  '5,000 strokes that cross': svg(
    Array.from(
      { length: 5000 },
      (_, i) => `<line x1="${(i * 7919) % 100}" y1="0" x2="${(i * 104_729) % 100}" y2="100" stroke="black" stroke-width="0.1"/>`,
    ).join(''),
  ),
  'a grid of 300 by 300 hairlines': svg(
    Array.from({ length: 300 }, (_, i) => `<path d="M${i / 3} 0V100M0 ${i / 3}H100" stroke="black" stroke-width="0.02"/>`).join(''),
  ),
  '9,000 circles over each other': svg(Array.from({ length: 9000 }, (_, i) => `<circle cx="${i % 90}" cy="${i / 90}" r="40"/>`).join('')),
  'white and black by turns, 4,000 times': svg(
    Array.from({ length: 4000 }, (_, i) => `<circle cx="50" cy="50" r="${50 - i / 100}" fill="${i % 2 ? 'white' : 'black'}"/>`).join(''),
  ),
  'circles as large as a planet': svg(Array.from({ length: 5000 }, (_, i) => `<circle cx="50" cy="50" r="${1e12 + i}"/>`).join('')),
  'long slanted hatching': svg(
    Array.from(
      { length: 6000 },
      (_, i) => `<line x1="${i / 60}" y1="0" x2="${i / 60 - 50}" y2="100" stroke="black" stroke-width="0.005"/>`,
    ).join(''),
  ),
}

/** Honest art that must go through: as dense as people draw. */
export const HONEST_ART: Record<string, string> = {
  'a hatching of 400 lines': svg(
    Array.from(
      { length: 400 },
      (_, i) => `<line x1="${i / 4}" y1="0" x2="${i / 4 - 30}" y2="100" stroke="black" stroke-width="0.12"/>`,
    ).join(''),
  ),
  'a lattice of 40 by 40': svg(
    Array.from({ length: 40 }, (_, i) => `<path d="M${i * 2.5} 0V100M0 ${i * 2.5}H100" stroke="black" stroke-width="0.6"/>`).join(''),
  ),
  'scales, 1,500 arcs': svg(
    Array.from(
      { length: 1500 },
      (_, i) =>
        `<path d="M${(i % 30) * 3.3} ${Math.floor(i / 30) * 2}a1.6 1.6 0 0 0 3.2 0" fill="none" stroke="black" stroke-width="0.3"/>`,
    ).join(''),
  ),
  'a traced outline of 60,000 points': svg(
    `<path d="M${Array.from({ length: 60_000 }, (_, i) => tracedPoint(i, 60_000)).join('L')}Z"/>`,
  ),
}
