import { SaxesParser } from 'saxes'
import { ART_LIMITS, ArtRefused } from './refusal'

/** An element of the drawing. It is only ever read: nothing of an upload reaches a page as markup. */
export interface Node {
  name: string
  attributes: Record<string, string>
  children: Node[]
  text: string
  line: number
}

const local = (name: string) => name.slice(name.indexOf(':') + 1)

/**
 * The elements of an SVG file. Entities and document types are refused, what lies outside is never fetched.
 * @throws ArtRefused with the line
 */
export function readTree(text: string): { root: Node, byId: Map<string, Node> } {
  if (text.length > ART_LIMITS.size)
    throw new ArtRefused(
      `The file is larger than ${ART_LIMITS.size / 1e6} million letters. Simplify the paths in the drawing program and save it again.`,
    )
  if (text.trim() === '') throw new ArtRefused('The file is empty. Save the drawing again as SVG.')
  const parser = new SaxesParser({ xmlns: false, position: true })
  const byId = new Map<string, Node>()
  const open: Node[] = []
  let root: Node | null = null
  let elements = 0
  const stop = (message: string) => {
    throw new ArtRefused(message, parser.line)
  }
  parser.on('error', e => stop(`This is no well-formed SVG: ${e.message.replace(/^\d+:\d+: /, '')} Save the drawing again as SVG.`))
  parser.on('doctype', (d) => {
    if (/<!ENTITY/i.test(d) || d.includes('[')) stop('The file declares entities, which are refused. Save it again as plain SVG.')
  })
  parser.on('opentag', ({ name, attributes }) => {
    if (++elements > ART_LIMITS.elements)
      stop(`It has more than ${ART_LIMITS.elements} elements. Join paths in the drawing program and save it again.`)
    if (open.length >= ART_LIMITS.depth) stop(`Groups lie more than ${ART_LIMITS.depth} deep. Ungroup the drawing and save it again.`)
    const node: Node = { name: local(name), attributes: attributes as Record<string, string>, children: [], text: '', line: parser.line }
    if (root === null && node.name !== 'svg') stop(`This is a <${node.name}> file, not an SVG drawing. Save the drawing as SVG.`)
    open.at(-1)?.children.push(node)
    root ??= node
    const id = node.attributes.id
    if (id && !byId.has(id)) byId.set(id, node)
    open.push(node)
  })
  const keep = (t: string) => {
    const top = open.at(-1)
    if (top?.name === 'style') top.text += t
  }
  parser.on('text', keep)
  parser.on('cdata', keep)
  parser.on('closetag', () => open.pop())
  parser.write(text).close()
  return { root: root!, byId }
}
