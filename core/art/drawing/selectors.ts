import type { Node } from './tree'

/** What one element must be: of a tag, a name and classes; what is absent may be anything. */
interface Compound {
  tag: string | null
  id: string | null
  classes: readonly string[]
}

/** A selector from its right end: the element itself, then those above it, the nearest first. */
export interface Selector {
  own: Compound
  above: readonly { of: Compound, near: 'parent' | 'ancestor' }[]
  /** W3C, Selectors Level 4, section 17: names before classes before tags. */
  weight: number
}

/** More parts than any drawing program writes. */
const MOST_ABOVE = 4
const ID = 1e6
const CLASS = 1e3

const COMPOUND = /^(\*|[a-z][\w-]*)?((?:[.#][\w-]+)*)$/i

function readCompound(text: string): Compound | null {
  const match = text === '' ? null : COMPOUND.exec(text)
  if (!match) return null
  const parts = match[2]!.match(/[.#][\w-]+/g) ?? []
  const ids = parts.filter(p => p.startsWith('#')).map(p => p.slice(1))
  if (ids.length > 1) return null
  return {
    tag: !match[1] || match[1] === '*' ? null : match[1],
    id: ids[0] ?? null,
    classes: parts.filter(p => p.startsWith('.')).map(p => p.slice(1)),
  }
}

const weightOf = ({ tag, id, classes }: Compound): number => (id === null ? 0 : ID) + classes.length * CLASS + (tag === null ? 0 : 1)

/** Compound, child and descendant selectors. @returns null for others: states, attributes, neighbours */
export function readSelector(text: string): Selector | null {
  const words = text
    .trim()
    .replace(/\s*>\s*/g, ' > ')
    .split(/\s+/)
  const above: { of: Compound, near: 'parent' | 'ancestor' }[] = []
  const own = readCompound(words.at(-1)!)
  if (!own) return null
  for (let i = words.length - 2; i >= 0; i--) {
    const near = words[i] === '>' ? 'parent' : 'ancestor'
    if (near === 'parent') i--
    const of = i < 0 ? null : readCompound(words[i]!)
    if (!of || above.length === MOST_ABOVE) return null
    above.push({ of, near })
  }
  return { own, above, weight: weightOf(own) + above.reduce((sum, a) => sum + weightOf(a.of), 0) }
}

/** What is looked up on an element before a selector is tried on it. */
export const keyOf = ({ own }: Selector): string =>
  own.id !== null ? `#${own.id}` : own.classes[0] ? `.${own.classes[0]}` : (own.tag ?? '*')

const classesOf = (node: Node) => (node.attributes.class ?? '').split(/\s+/)
const is = (node: Node, { tag, id, classes }: Compound): boolean =>
  (tag === null || node.name === tag)
  && (id === null || node.attributes.id === id)
  && (classes.length === 0 || classes.every(c => classesOf(node).includes(c)))

/**
 * Whether a selector speaks of an element.
 * @param parentOf the element above, in the file
 * @param step is called for each element that is looked at, and may throw
 */
export function selects(selector: Selector, node: Node, parentOf: ReadonlyMap<Node, Node>, step: () => void): boolean {
  const fits = (at: Node, k: number): boolean => {
    const next = selector.above[k]
    if (!next) return true
    for (let up = parentOf.get(at); up; up = parentOf.get(up)) {
      step()
      if (is(up, next.of) && fits(up, k + 1)) return true
      if (next.near === 'parent') return false
    }
    return false
  }
  step()
  return is(node, selector.own) && fits(node, 0)
}
