import { compose, TooManyPoints } from '../../basics/outline'
import type { Box } from '../../basics/outline'
import { lineBox } from './line-box'
import { ART_LIMITS, ArtRefused } from './refusal'
import { ownStyle, readRules } from './style'
import { readTree } from './tree'
import type { Node } from './tree'
import { inherited, Reader, shareOf } from './reader'
import type { Layer } from './reader'
import { MM_PER_PX, rootSize, viewMap } from './view'

/** A drawing as it was read, before it is flattened. Lengths in mm at the size it was drawn. */
export interface Drawing {
  width: number
  height: number
  layers: Layer[]
  /** What was left out or taken otherwise, in sentences. */
  notes: string[]
}

/**
 * Reads an SVG drawing: paths with all commands, shapes, groups, use, symbols, transforms, nested views, units, fill rules,
 * pens, plain style sheets. White covers what lies under it. Text, clips and masks are refused, since what they show is
 * not known here; pictures, scripts and whatever lies outside the file are left out with a note.
 * @throws ArtRefused with the line and what to do
 */
export function readSvg(text: string): Drawing {
  const { root, byId } = readTree(text)
  const nodes = everyNode(root)
  const rules = readRules(
    nodes.filter(n => n.name === 'style').map(n => n.text),
    new Map(nodes.flatMap(parent => parent.children.map((child): [Node, Node] => [child, parent]))),
  )
  const notes = new Set<string>()
  const layers: Layer[] = []
  const box = rootSize(root)
  // A cut sheet of our own tells which of its layers is the art; border and marks are none.
  const own = root.attributes['data-crest']
  const drawn = own === undefined ? root : { ...root, children: root.children.filter(c => c.attributes.id === own) }
  const reader = new Reader(byId, rules, layers, notes)
  const { map, view } = viewMap(root, box)
  const style = ownStyle(root, rules)
  reader.group(drawn, {
    map: compose([MM_PER_PX, 0, 0, MM_PER_PX, 0, 0], map),
    style: inherited({}, style),
    view,
    opacity: shareOf(style.opacity),
    clip: [],
    within: [root],
  })
  if (rules.passed.length > 0)
    notes.add(
      `Some of its style rules are not read here (${rules.passed.slice(0, 3).join(', ')}). Check that every shape is as dark or light as `
      + `you drew it.`,
    )
  const page = { right: box.width * MM_PER_PX, bottom: box.height * MM_PER_PX }
  const points = { left: ART_LIMITS.points as number }
  const inSight = layers.filter(l => !outside(l, page, points))
  if (inSight.length < layers.length && inSight.some(l => l.paint === 'dark')) {
    notes.add('Shapes that lie outside the page were left out: nobody sees them in the drawing.')
    layers.splice(0, layers.length, ...inSight)
  }
  if (layers.every(l => l.paint === 'paper'))
    throw new ArtRefused(
      'There is no dark shape in it. What is to be etched has to be filled or drawn with a line, in any colour but white.',
    )
  return { width: box.width * MM_PER_PX, height: box.height * MM_PER_PX, layers, notes: [...notes] }
}

/**
 * Whether all of a layer lies beyond the page, its line and all. mm
 * @param points that may still be looked at; a shape that would take more counts as in sight, and is refused where it is joined
 */
function outside(layer: Layer, page: { right: number, bottom: number }, points: { left: number }): boolean {
  const { pen } = layer
  const reach = pen ? pen.width * Math.max(Math.hypot(pen.map[0], pen.map[1]), Math.hypot(pen.map[2], pen.map[3])) : 0
  const box = roughly(layer, points)
  return box !== null && (box.right + reach < 0 || box.bottom + reach < 0 || box.left - reach > page.right || box.top - reach > page.bottom)
}

function roughly(layer: Layer, points: { left: number }): Box | null {
  try {
    return lineBox(layer, 1, 1, points)
  }
  catch (error) {
    if (error instanceof TooManyPoints) return null
    throw error
  }
}

function everyNode(root: Node): Node[] {
  const out = [root]
  // The list grows while it is walked.
  for (const node of out) for (const child of node.children) out.push(child)
  return out
}
