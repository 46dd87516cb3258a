import { ART_LIMITS, ArtRefused } from './refusal'
import { keyOf, readSelector, selects } from './selectors'
import type { Selector } from './selectors'
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
  'overflow',
  'display',
  'visibility',
  'color',
  'clip-path',
  'mask',
])
const KNOWN = new Set([...STYLED, 'transform'])

/** Values by their names, with where the rule stands, since the later one wins. */
type Values = Map<string, { value: string, order: number, urgent: boolean }>

interface NestedRule {
  selector: Selector
  values: Values
}

/** All rules of the sheets: those that select by a single tag, class or id, and others by what they are looked up by. */
export type StyleRules = Record<'tag' | 'class' | 'id', Map<string, Values>> & {
  nested: Map<string, NestedRule[]>
  parentOf: ReadonlyMap<Node, Node>
  /** Looks at elements that selectors may still take. */ looks: number
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
 * Rules by tag, class and id, compound or nested. What is more (states, attributes, neighbours, fetched sheets) is passed over. Each
 * letter is looked at once.
 * @param parentOf the element above each, in the file
 */
export function readRules(sheets: readonly string[], parentOf: ReadonlyMap<Node, Node>): StyleRules {
  const rules: StyleRules = {
    tag: new Map(),
    class: new Map(),
    id: new Map(),
    nested: new Map(),
    parentOf,
    looks: ART_LIMITS.looks,
    passed: [],
  }
  let [order, nested] = [0, 0]
  const pass = (selector: string) => {
    if (!selector.startsWith('@') && rules.passed.length < 20) rules.passed.push(selector.slice(0, 40))
  }
  for (const sheet of sheets) {
    for (const block of withoutComments(sheet).split('}')) {
      const brace = block.indexOf('{')
      if (brace < 0) continue
      const values = declarations(block.slice(brace + 1))
      // What is fetched from elsewhere stands before and ends with a semicolon.
      const head = block.slice(block.lastIndexOf(';', brace) + 1, brace)
      for (const written of values.size === 0 ? [] : head.split(',')) {
        const text = written.trim()
        const match = /^(?:([.#])([\w-]+)|([a-z]+))$/i.exec(text)
        order++
        if (match) {
          const of = rules[match[1] === '.' ? 'class' : match[1] === '#' ? 'id' : 'tag']
          const name = match[2] ?? match[3]!
          const known = of.get(name) ?? new Map()
          of.set(name, known)
          for (const [key, set] of values) if (set.urgent || !known.get(key)?.urgent) known.set(key, { ...set, order })
          continue
        }
        const selector = text.length > ART_LIMITS.value ? null : readSelector(text)
        if (!selector || ++nested > ART_LIMITS.nestedRules) {
          pass(text)
          continue
        }
        const key = keyOf(selector)
        const rule: NestedRule = { selector, values: new Map([...values].map(([name, set]) => [name, { ...set, order }])) }
        const beside = rules.nested.get(key)
        if (beside) beside.push(rule)
        else rules.nested.set(key, [rule])
      }
    }
  }
  return rules
}

/** Weights of what is not a selector: attributes stand under every rule, an element's own style over all but the urgent. */
const [ATTRIBUTE, TAG, CLASS, ID, OWN] = [-1, 1, 1e3, 1e6, 1e9]

/** What is set on an element itself: attributes, then the sheets by weight and place, then its own style. */
export function ownStyle(node: Node, rules: StyleRules): Record<string, string> {
  const won = new Map<string, { value: string, urgent: boolean, weight: number, order: number }>()
  const take = (values: ReadonlyMap<string, { value: string, urgent: boolean, order?: number }> | undefined, weight: number) =>
    values?.forEach(({ value, urgent, order = 0 }, key) => {
      const known = won.get(key)
      const wins = !known || (urgent === known.urgent ? weight > known.weight || (weight === known.weight && order > known.order) : urgent)
      if (wins) won.set(key, { value, urgent, weight, order })
    })
  for (const [key, value] of Object.entries(node.attributes))
    if (STYLED.has(key)) won.set(key, { value: cut(key, value), urgent: false, weight: ATTRIBUTE, order: 0 })
  const classes = [...new Set((node.attributes.class ?? '').split(/\s+/))]
  take(rules.tag.get(node.name), TAG)
  for (const name of classes) take(rules.class.get(name), CLASS)
  take(rules.id.get(node.attributes.id ?? ''), ID)
  if (rules.nested.size > 0) {
    for (const key of ['*', node.name, ...classes.map(c => `.${c}`), `#${node.attributes.id ?? ''}`]) {
      for (const { selector, values } of rules.nested.get(key) ?? []) {
        if (selects(selector, node, rules.parentOf, () => look(rules))) take(values, selector.weight)
      }
    }
  }
  take(declarations(node.attributes.style ?? ''), OWN)
  return Object.fromEntries([...won].map(([key, { value }]) => [key, value]))
}

function look(rules: StyleRules) {
  if (--rules.looks < 0)
    throw new ArtRefused('Its style rules are nested too deeply to be worked out. Save it with plain styles (presentation attributes).')
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

const DARK = { luma: 0, cover: 1 }

/** W3C, CSS Color 4, section 7.1. @param hue degrees @returns 0 to 255 each */
function fromHsl(hue: number, saturation: number, lightness: number): number[] {
  const channel = (n: number) => {
    const k = (((n + hue / 30) % 12) + 12) % 12
    return lightness - saturation * Math.min(lightness, 1 - lightness) * Math.max(-1, Math.min(k - 3, 9 - k, 1))
  }
  return [0, 8, 4].map(n => 255 * channel(n))
}

/** A colour: how light it is (luma, 0 to 1) and how much it covers, 0 to 1. */
interface Shade {
  luma: number
  cover: number
}

/**
 * What a shade means on a stencil. One that lets through is judged by what is seen: it is art where it darkens paper enough, and a
 * knock-out where it lightens what is dark enough; else it is nothing.
 */
export function paintOf({ luma, cover }: Shade): Paint {
  if (cover <= 0) return 'none'
  const onPaper = cover * luma + (1 - cover)
  if (onPaper <= PAPER) return 'dark'
  return cover * luma > PAPER ? 'paper' : 'none'
}

/** @param value of CSS @param color what `currentColor` is @returns null for no paint at all */
export function readShade(value: string, color: string): Shade | null {
  const v = value.trim().toLowerCase()
  if (v === 'none' || v === 'transparent') return null
  if (v === 'currentcolor') return color.trim().toLowerCase() === 'currentcolor' ? DARK : readShade(color, 'black')
  if (PALE.has(v)) return { luma: 1, cover: 1 }
  let cover = 1
  const coverOf = (t: string | undefined) =>
    t === undefined ? 1 : Math.min(1, Math.max(0, parseFloat(t) / (t.endsWith('%') ? 100 : 1) || 0))
  const hex = /^#([0-9a-f]{3,8})$/.exec(v)?.[1]
  let rgb: number[] | null = null
  if (hex && (hex.length === 3 || hex.length === 4)) rgb = [...hex.slice(0, 3)].map(c => parseInt(c + c, 16))
  else if (hex && hex.length >= 6) rgb = [0, 2, 4].map(i => parseInt(hex.slice(i, i + 2), 16))
  if (hex?.length === 4) cover = parseInt(hex[3]! + hex[3]!, 16) / 255
  if (hex?.length === 8) cover = parseInt(hex.slice(6), 16) / 255
  const call = /^rgba?\(([^)]*)\)$/
    .exec(v)?.[1]
    ?.split(/[\s,/]+/)
    .filter(Boolean)
  if (call && call.length >= 3) {
    cover = coverOf(call[3])
    rgb = call.slice(0, 3).map(t => (t.endsWith('%') ? parseFloat(t) * 2.55 : parseFloat(t)))
  }
  const hsl = /^hsla?\(([^)]*)\)$/
    .exec(v)?.[1]
    ?.split(/[\s,/]+/)
    .filter(Boolean)
  if (hsl && hsl.length >= 3) {
    cover = coverOf(hsl[3])
    const [hue, saturation, lightness] = hsl.map(t => parseFloat(t))
    rgb = fromHsl(hue!, saturation! / 100, lightness! / 100)
  }
  return { luma: rgb ? (0.2126 * rgb[0]! + 0.7152 * rgb[1]! + 0.0722 * rgb[2]!) / 255 : 0, cover }
}
