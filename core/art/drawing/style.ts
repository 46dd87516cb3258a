import { ART_LIMITS } from './refusal'
import type { Node } from './tree'

/** What is read of an element's style; all else is nothing to a stencil. */
const STYLED = new Set([
  'fill',
  'fill-rule',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-linejoin',
  'stroke-linecap',
  'stroke-miterlimit',
  'stroke-opacity',
  'stroke-dasharray',
  'stroke-dashoffset',
  'vector-effect',
  'marker',
  'marker-start',
  'marker-mid',
  'marker-end',
  'transform-origin',
  'opacity',
  'display',
  'visibility',
  'color',
  'clip-path',
  'mask',
])
const KNOWN = new Set([...STYLED, 'transform'])

/** Values by their names; of a rule also where it stands, since the later one wins. */
type Values = Map<string, { value: string, order: number, urgent: boolean }>

/** All rules of the sheets by what they select: a single tag, class or id. */
export type StyleRules = Record<'tag' | 'class' | 'id', Map<string, Values>> & {
  /** Selectors of rules that would matter and are not read. */ passed: string[]
}

/** A transform is as long as it is; any other value longer than a name or number is none that is understood. */
const cut = (key: string, value: string) => (key === 'transform' ? value : value.slice(0, ART_LIMITS.value))

function declarations(text: string): Map<string, { value: string, urgent: boolean }> {
  const out = new Map<string, { value: string, urgent: boolean }>()
  for (const part of text.split(';')) {
    const colon = part.indexOf(':')
    const key = colon > 0 ? part.slice(0, colon).trim().toLowerCase() : ''
    if (!KNOWN.has(key)) continue
    const written = part.slice(colon + 1)
    const urgent = /!\s*important/i.test(written.slice(-ART_LIMITS.value))
    // What is urgent stands, whatever comes after it.
    if (urgent || !out.get(key)?.urgent) out.set(key, { value: cut(key, written.replace(/!\s*important/i, '').trim()), urgent })
  }
  return out
}

function withoutComments(sheet: string): string {
  const parts: string[] = []
  for (let at = 0; at < sheet.length;) {
    const open = sheet.indexOf('/*', at)
    parts.push(sheet.slice(at, open < 0 ? sheet.length : open))
    const close = open < 0 ? -1 : sheet.indexOf('*/', open + 2)
    at = close < 0 ? sheet.length : close + 2
  }
  return parts.join('')
}

/**
 * Plain selectors, as drawing programs write them. What is more (nesting, states, fetched sheets) is passed over. Each letter is
 * looked at once.
 */
export function readRules(sheets: readonly string[]): StyleRules {
  const rules: StyleRules = { tag: new Map(), class: new Map(), id: new Map(), passed: [] }
  let order = 0
  for (const sheet of sheets) {
    for (const block of withoutComments(sheet).split('}')) {
      const brace = block.indexOf('{')
      if (brace < 0) continue
      const values = declarations(block.slice(brace + 1))
      // What is fetched from elsewhere stands before and ends with a semicolon.
      const head = block.slice(block.lastIndexOf(';', brace) + 1, brace)
      for (const selector of values.size === 0 ? [] : head.split(',')) {
        const match = /^(?:([.#])([\w-]+)|([a-z]+))$/i.exec(selector.trim())
        if (!match) {
          if (!selector.trim().startsWith('@') && rules.passed.length < 20) rules.passed.push(selector.trim().slice(0, 40))
          continue
        }
        order++
        const of = rules[match[1] === '.' ? 'class' : match[1] === '#' ? 'id' : 'tag']
        const name = match[2] ?? match[3]!
        const known = of.get(name) ?? new Map()
        of.set(name, known)
        for (const [key, set] of values) if (set.urgent || !known.get(key)?.urgent) known.set(key, { ...set, order })
      }
    }
  }
  return rules
}

/** What is set on an element itself: attributes, then the sheet by tag, class and id, then its own style. */
export function ownStyle(node: Node, rules: StyleRules): Record<string, string> {
  const out: Record<string, string> = {}
  for (const [key, value] of Object.entries(node.attributes)) if (STYLED.has(key)) out[key] = cut(key, value)
  const urgent = new Set<string>()
  const take = (values: ReadonlyMap<string, { value: string, urgent: boolean }> | undefined) =>
    values?.forEach((set, key) => {
      if (urgent.has(key) && !set.urgent) return
      out[key] = set.value
      if (set.urgent) urgent.add(key)
    })
  take(rules.tag.get(node.name))
  const ofClasses: Values = new Map()
  for (const name of new Set((node.attributes.class ?? '').split(/\s+/))) {
    rules.class.get(name)?.forEach((rule, key) => {
      const known = ofClasses.get(key)
      if (!known || (rule.urgent === known.urgent ? rule.order > known.order : rule.urgent)) ofClasses.set(key, rule)
    })
  }
  take(ofClasses)
  take(rules.id.get(node.attributes.id ?? ''))
  take(declarations(node.attributes.style ?? ''))
  return out
}

/** Colours that are as good as paper, by name. */
const PALE = new Set([
  'white',
  'snow',
  'ivory',
  'ghostwhite',
  'whitesmoke',
  'floralwhite',
  'mintcream',
  'azure',
  'aliceblue',
  'seashell',
  'honeydew',
  'linen',
  'oldlace',
  'beige',
  'cornsilk',
  'lavenderblush',
  'lightyellow',
  'lightcyan',
])
/** Lighter than this is paper: a knock-out. Luma of ITU-R BT.709, 0 to 1. */
const PAPER = 0.85

export type Paint = 'none' | 'dark' | 'paper'

/** W3C, CSS Color 4, section 7.1. @param hue degrees @returns 0 to 255 each */
function fromHsl(hue: number, saturation: number, lightness: number): number[] {
  const channel = (n: number) => {
    const k = (((n + hue / 30) % 12) + 12) % 12
    return lightness - saturation * Math.min(lightness, 1 - lightness) * Math.max(-1, Math.min(k - 3, 9 - k, 1))
  }
  return [0, 8, 4].map(n => 255 * channel(n))
}

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
  if (hex && ((hex.length === 4 && hex[3] === '0') || (hex.length === 8 && hex.endsWith('00')))) return 'none'
  const call = /^rgba?\(([^)]*)\)$/
    .exec(v)?.[1]
    ?.split(/[\s,/]+/)
    .filter(Boolean)
  if (call && call.length >= 3) {
    if (call[3] !== undefined && parseFloat(call[3]) === 0) return 'none'
    rgb = call.slice(0, 3).map(t => (t.endsWith('%') ? parseFloat(t) * 2.55 : parseFloat(t)))
  }
  const hsl = /^hsla?\(([^)]*)\)$/
    .exec(v)?.[1]
    ?.split(/[\s,/]+/)
    .filter(Boolean)
    .map(t => parseFloat(t))
  if (hsl && hsl.length >= 3) {
    if (hsl[3] === 0) return 'none'
    rgb = fromHsl(hsl[0]!, hsl[1]! / 100, hsl[2]! / 100)
  }
  return rgb && (0.2126 * rgb[0]! + 0.7152 * rgb[1]! + 0.0722 * rgb[2]!) / 255 > PAPER ? 'paper' : 'dark'
}
