import type { Node } from './tree'

/** One rule of a style sheet: a single tag, class or id. */
interface Rule { kind: 'tag' | 'class' | 'id', name: string, values: Record<string, string> }
export type StyleRules = readonly Rule[]

const RANK = { tag: 0, class: 1, id: 2 }

function declarations(text: string): Record<string, string> {
  const out: Record<string, string> = {}
  for (const part of text.split(';')) {
    const colon = part.indexOf(':')
    if (colon > 0) out[part.slice(0, colon).trim().toLowerCase()] = part.slice(colon + 1).replace(/!important/i, '').trim()
  }
  return out
}

/** Plain selectors, as drawing programs write them. What is more (nesting, states, fetched sheets) is passed over. */
export function readRules(sheets: readonly string[]): StyleRules {
  const rules: Rule[] = []
  for (const sheet of sheets) {
    const plain = sheet.replace(/\/\*[^]*?\*\//g, '').replace(/@import[^;]*;/gi, '')
    for (const block of plain.split('}')) {
      const brace = block.indexOf('{')
      if (brace < 0) continue
      const values = declarations(block.slice(brace + 1))
      for (const selector of block.slice(0, brace).split(',')) {
        const match = /^(?:([.#])([\w-]+)|([a-z]+))$/i.exec(selector.trim())
        if (match) rules.push({ kind: match[1] === '.' ? 'class' : match[1] === '#' ? 'id' : 'tag', name: match[2] ?? match[3]!, values })
      }
    }
  }
  return rules.sort((a, b) => RANK[a.kind] - RANK[b.kind])
}

/** What is set on an element itself: attributes, then the sheet, then its own style. */
export function ownStyle(node: Node, rules: StyleRules): Record<string, string> {
  const classes = (node.attributes.class ?? '').split(/\s+/)
  const out: Record<string, string> = {}
  for (const [key, value] of Object.entries(node.attributes)) if (STYLED.has(key)) out[key] = value
  for (const r of rules) {
    if (r.kind === 'tag' ? r.name === node.name : r.kind === 'class' ? classes.includes(r.name) : r.name === node.attributes.id) Object.assign(out, r.values)
  }
  return Object.assign(out, declarations(node.attributes.style ?? ''))
}

const STYLED = new Set(['fill', 'fill-rule', 'fill-opacity', 'stroke', 'stroke-width', 'stroke-linejoin', 'stroke-linecap', 'stroke-miterlimit', 'stroke-opacity', 'opacity', 'display', 'visibility', 'color', 'clip-path', 'mask'])

/** Colours that are as good as paper, by name. */
const PALE = new Set(['white', 'snow', 'ivory', 'ghostwhite', 'whitesmoke', 'floralwhite', 'mintcream', 'azure', 'aliceblue', 'seashell', 'honeydew', 'linen', 'oldlace', 'beige', 'cornsilk', 'lavenderblush', 'lightyellow', 'lightcyan'])
/** Lighter than this is paper: a knock-out. Luma of ITU-R BT.709, 0 to 1. */
const PAPER = 0.85

export type Paint = 'none' | 'dark' | 'paper'

/** What a colour means on a stencil: art, paper that covers art, or nothing. */
export function readPaint(value: string, color: string): Paint {
  const v = value.trim().toLowerCase()
  if (v === 'none' || v === 'transparent') return 'none'
  if (v === 'currentcolor') return color.trim().toLowerCase() === 'currentcolor' ? 'dark' : readPaint(color, 'black')
  if (PALE.has(v)) return 'paper'
  const hex = /^#([0-9a-f]{3,8})$/.exec(v)?.[1]
  let rgb: number[] | null = null
  if (hex && (hex.length === 3 || hex.length === 4)) rgb = [...hex.slice(0, 3)].map(c => parseInt(c + c, 16))
  else if (hex && hex.length >= 6) rgb = [0, 2, 4].map(i => parseInt(hex.slice(i, i + 2), 16))
  const call = /^rgba?\(([^)]*)\)$/.exec(v)?.[1]?.split(/[\s,/]+/).filter(Boolean)
  if (call && call.length >= 3) {
    if (call[3] !== undefined && parseFloat(call[3]) === 0) return 'none'
    rgb = call.slice(0, 3).map(t => (t.endsWith('%') ? parseFloat(t) * 2.55 : parseFloat(t)))
  }
  return rgb && (0.2126 * rgb[0]! + 0.7152 * rgb[1]! + 0.0722 * rgb[2]!) / 255 > PAPER ? 'paper' : 'dark'
}
