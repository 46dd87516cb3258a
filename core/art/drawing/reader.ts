import { boxRing, compose, movedPath, transformed } from '../../basics/outline'
import type { Affine, Pen, Ring, Subpath } from '../../basics/outline'
import { readDashes } from './dashes'
import type { Dashes } from './dashes'
import { readShape } from './path-data'
import { ART_LIMITS, ArtRefused } from './refusal'
import { ownStyle, paintOf, readShade } from './style'
import type { StyleRules } from './style'
import { readTransform } from './transform'
import type { Node } from './tree'
import { lengthOf, viewMap } from './view'

/** One painted layer, in the drawing's own mm. Paper covers what lies under it. */
export interface Layer {
  paint: 'dark' | 'paper'
  path: Subpath[]
  /** A fill, or the line of a pen before the element's own map was applied. */
  fill: 'nonzero' | 'evenodd' | null
  pen: (Pen & { map: Affine, dashes: Dashes | null }) | null
  /** Only what lies inside all of these is seen, mm. */
  clip: readonly Ring[]
}

export interface Context {
  map: Affine
  style: Record<string, string>
  /** Size of the view that percentages go by, px. */
  view: { width: number, height: number }
  /** What lets through is inherited by all that is inside. */
  opacity: number
  /** Corners of the inner views that it is seen through, mm. */
  clip: readonly Ring[]
  within: readonly Node[]
}

const INHERITED = [
  'fill',
  'fill-rule',
  'stroke',
  'stroke-width',
  'stroke-linejoin',
  'stroke-linecap',
  'stroke-miterlimit',
  'stroke-dasharray',
  'stroke-dashoffset',
  'visibility',
  'color',
  'fill-opacity',
  'stroke-opacity',
]
const NEVER_DRAWN = new Set([
  'defs',
  'symbol',
  'marker',
  'clipPath',
  'mask',
  'pattern',
  'linearGradient',
  'radialGradient',
  'filter',
  'title',
  'desc',
  'metadata',
  'style',
  'namedview',
  'switch-off',
])
const TEXT = new Set(['text', 'tspan', 'textPath', 'tref', 'font', 'flowRoot'])

/** What an element hands on to those inside it. */
export const inherited = (from: Record<string, string>, own: Record<string, string>): Record<string, string> => {
  const out: Record<string, string> = { ...from }
  for (const key of INHERITED) if (own[key] !== undefined && own[key] !== 'inherit') out[key] = own[key]!
  return out
}

/** A share as styles write it: `0.4`, `40%`. */
export function shareOf(text: string | undefined): number {
  const share = parseFloat(text ?? '1') / (text?.trim().endsWith('%') ? 100 : 1)
  return Number.isNaN(share) ? 1 : Math.min(1, Math.max(0, share))
}

/** A map that leaves this point of its own where it is. */
const about = (map: Affine, { x, y }: { x: number, y: number }): Affine => compose([1, 0, 0, 1, x, y], compose(map, [1, 0, 0, 1, -x, -y]))

/** What is read of a node once, however often it is used. */
interface Seen {
  style: Record<string, string>
  map: Affine | null
  shape: { view: string, path: Subpath[] | null } | null
}

/** Reads the elements of a drawing into layers, each with what it inherits. */
export class Reader {
  #shapes = 0
  #visits = 0
  #pieces = 0
  readonly #seen = new Map<Node, Seen>()
  constructor(
    readonly byId: Map<string, Node>,
    readonly rules: StyleRules,
    readonly layers: Layer[],
    readonly notes: Set<string>,
  ) {}

  seen(node: Node): Seen {
    let seen = this.#seen.get(node)
    if (!seen) this.#seen.set(node, (seen = { style: ownStyle(node, this.rules), map: null, shape: null }))
    return seen
  }

  /** The path of a shape; sizes in percent go by the view, so it is read again for another one. */
  shapeOf(node: Node, view: Context['view'], length: (t: string | undefined, along: 'x' | 'y' | 'both') => number): Subpath[] | null {
    const seen = this.seen(node)
    const key = `${view.width} ${view.height}`
    if (seen.shape?.view !== key && !(node.name === 'path' && seen.shape))
      seen.shape = { view: key, path: readShape(node.name, node.attributes, node.line, length) }
    return seen.shape!.path
  }

  group(node: Node, at: Context): void {
    for (const child of node.children) this.element(child, at)
  }

  /** The first child that asks for nothing we are not: the others are for other readers. */
  oneOf(node: Node, at: Context): void {
    const fits = (c: Node) =>
      !c.attributes.requiredExtensions && (c.attributes.systemLanguage === undefined || /(^|,)\s*en/i.test(c.attributes.systemLanguage))
    const chosen = node.children.find(c => !NEVER_DRAWN.has(c.name) && fits(c))
    if (chosen) this.element(chosen, at)
  }

  element(node: Node, at: Context): void {
    if (NEVER_DRAWN.has(node.name)) return
    if (
      node.name === 'script'
      || node.name === 'foreignObject'
      || node.name === 'animate'
      || node.name === 'set'
      || node.name === 'animateTransform'
    ) {
      this.notes.add('Scripts, animation and embedded pages were left out.')
      return
    }
    if (++this.#visits > ART_LIMITS.visits)
      throw new ArtRefused(
        `Its copies of copies come to more than ${ART_LIMITS.visits.toLocaleString('en')} elements. Expand the copies in the drawing `
        + `program and save it again.`,
        node.line,
      )
    const seen = this.seen(node)
    const own = seen.style
    const opacity = at.opacity * shareOf(own.opacity)
    if (own.display === 'none' || opacity === 0) return
    if (TEXT.has(node.name))
      throw new ArtRefused(
        'It has text, whose letters depend on fonts of another machine. Convert the text to outlines (paths) and save it again, or use the '
        + 'lettering here.',
        node.line,
      )
    if (node.name === 'image') {
      this.notes.add('A picture inside the drawing was left out. Load it by itself as PNG or JPEG to trace it.')
      return
    }
    for (const key of ['clip-path', 'mask'] as const) {
      if (own[key] !== undefined && own[key] !== 'none')
        throw new ArtRefused(
          'It has a clipped or masked shape, which cuts off what is not seen. Apply the clip in the drawing program (intersect the shapes) '
          + 'and save it again.',
          node.line,
        )
    }
    if (['marker-start', 'marker-mid', 'marker-end', 'marker'].some(key => own[key] !== undefined && own[key] !== 'none'))
      this.notes.add('Arrowheads and other markers on lines were left out. Expand them in the drawing program if they belong to the art.')
    if (own['vector-effect'] === 'non-scaling-stroke')
      this.notes.add('A line that keeps its width at every size was drawn as wide as its shape is scaled. Check its width.')
    seen.map ??= readTransform(node.attributes.transform ?? own.transform, node.line)
    const map = compose(
      at.map,
      own['transform-origin'] === undefined ? seen.map : about(seen.map, this.originOf(own['transform-origin'], at.view, node.line)),
    )
    const inner: Context = { ...at, map, opacity, style: inherited(at.style, own) }
    const length = (t: string | undefined, along: 'x' | 'y' | 'both') =>
      lengthOf(
        t,
        along === 'x' ? at.view.width : along === 'y' ? at.view.height : Math.hypot(at.view.width, at.view.height) / Math.SQRT2,
        node.line,
      )
    switch (node.name) {
      case 'use':
        return this.use(node, inner, length)
      case 'svg':
        return this.view(
          node,
          inner,
          { x: length(node.attributes.x, 'x'), y: length(node.attributes.y, 'y') },
          { width: length(node.attributes.width ?? '100%', 'x'), height: length(node.attributes.height ?? '100%', 'y') },
        )
      case 'g':
      case 'a':
        return this.group(node, inner)
      case 'switch':
        return this.oneOf(node, inner)
    }
    const path = this.shapeOf(node, at.view, length)
    if (path === null) this.notes.add(`<${node.name.slice(0, 40)}> was left out: it is no shape.`)
    else if (path.length > 0 && inner.style.visibility !== 'hidden' && inner.style.visibility !== 'collapse')
      this.paint(path, inner, length, node.line)
  }

  dashesOf(style: Record<string, string>, length: (t: string | undefined, along: 'both') => number): Dashes | null {
    const list = style['stroke-dasharray'] ?? 'none'
    if (list === 'none') return null
    return readDashes(
      list
        .split(/[\s,]+/)
        .filter(Boolean)
        .map(t => length(t, 'both')),
      length(style['stroke-dashoffset'] ?? '0', 'both'),
    )
  }

  /** The point that a transform goes about, in the units of its view. */
  originOf(text: string, view: Context['view'], line: number): { x: number, y: number } {
    const words = text.trim().split(/\s+/)
    const upright = ['top', 'bottom'].includes(words[0]!) || ['left', 'right'].includes(words[1] ?? '')
    const [across, down] = upright ? [words[1] ?? '50%', words[0]!] : [words[0]!, words[1] ?? '50%']
    const SHARES: Record<string, string> = { left: '0', top: '0', center: '50%', right: '100%', bottom: '100%' }
    return { x: lengthOf(SHARES[across] ?? across, view.width, line), y: lengthOf(SHARES[down] ?? down, view.height, line) }
  }

  view(node: Node, at: Context, place: { x: number, y: number }, size: { width: number, height: number }): void {
    const { map, view } = viewMap(node, size)
    const placed = compose(at.map, [1, 0, 0, 1, place.x, place.y])
    const { overflow = 'hidden' } = this.seen(node).style
    const seen = boxRing({ left: 0, top: 0, right: size.width, bottom: size.height })
    const clip = overflow === 'visible' || overflow === 'auto' ? at.clip : [...at.clip, ...transformed([seen], placed)]
    this.group(node, { ...at, map: compose(placed, map), view, clip })
  }

  use(node: Node, at: Context, length: (t: string | undefined, along: 'x' | 'y' | 'both') => number): void {
    const href = node.attributes.href ?? node.attributes['xlink:href'] ?? ''
    if (!href.startsWith('#')) {
      this.notes.add('A shape from another file was left out: nothing is fetched. Copy it into the drawing.')
      return
    }
    const target = this.byId.get(href.slice(1))
    if (!target) {
      this.notes.add(`A use of "${href.slice(0, 60)}" was left out: there is no such shape in the file.`)
      return
    }
    if (at.within.includes(target) || at.within.length > ART_LIMITS.depth)
      throw new ArtRefused(`"${href.slice(0, 60)}" uses itself. Expand the copies in the drawing program and save it again.`, node.line)
    const moved: Context = {
      ...at,
      map: compose(at.map, [1, 0, 0, 1, length(node.attributes.x, 'x'), length(node.attributes.y, 'y')]),
      within: [...at.within, target],
    }
    if (++this.#shapes > ART_LIMITS.shapes) throw tooManyShapes(node.line)
    if (target.name !== 'symbol' && target.name !== 'svg') return this.element(target, moved)
    const style = inherited(moved.style, this.seen(target).style)
    const size = (key: 'width' | 'height', along: 'x' | 'y') => length(node.attributes[key] ?? target.attributes[key] ?? '100%', along)
    this.view(target, { ...moved, style }, { x: 0, y: 0 }, { width: size('width', 'x'), height: size('height', 'y') })
  }

  paint(path: Subpath[], at: Context, length: (t: string | undefined, along: 'x' | 'y' | 'both') => number, line: number): void {
    if (++this.#shapes > ART_LIMITS.shapes) throw tooManyShapes(line)
    for (const sub of path) this.#pieces += sub.segments.length
    if (this.#pieces > ART_LIMITS.points)
      throw new ArtRefused(
        `Its paths have more than ${ART_LIMITS.points.toLocaleString('en')} pieces, copies among them. Simplify them in the drawing `
        + `program and save it again.`,
        line,
      )
    const { style, map } = at
    const colour = (value: string, opacity: string | undefined) => {
      if (value.startsWith('url(')) this.notes.add('A colour blend or pattern was taken as one solid shape: glass is frosted or it is not.')
      const shade = readShade(value, style.color ?? 'black')
      if (!shade) return 'none'
      const cover = shade.cover * shareOf(opacity) * at.opacity
      if (cover > 0 && cover < 1)
        this.notes.add('Half-transparent shapes were taken as solid where they look dark, and left out where they look like paper.')
      return paintOf({ ...shade, cover })
    }
    const fill = colour(style.fill ?? 'black', style['fill-opacity'])
    if (fill !== 'none')
      this.layers.push({
        paint: fill,
        path: movedPath(map, path),
        fill: style['fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero',
        pen: null,
        clip: at.clip,
      })
    const stroke = colour(style.stroke ?? 'none', style['stroke-opacity'])
    const width = style['stroke-width'] === undefined ? 1 : length(style['stroke-width'], 'both')
    if (stroke === 'none' || !(width > 0)) return
    const join = style['stroke-linejoin']
    const cap = style['stroke-linecap']
    this.layers.push({
      paint: stroke,
      path,
      fill: null,
      pen: {
        width,
        map,
        dashes: this.dashesOf(style, length),
        join: join === 'round' || join === 'bevel' ? join : 'miter',
        cap: cap === 'round' || cap === 'square' ? cap : 'butt',
        miter: Number(style['stroke-miterlimit'] ?? 4) || 4,
      },
      clip: at.clip,
    })
  }
}

const tooManyShapes = (line: number) =>
  new ArtRefused(
    `It draws more than ${ART_LIMITS.shapes} shapes, copies among them. Join them in the drawing program and save it again.`,
    line,
  )
