import { parted } from '../../basics/outline'

/** A flat piece, mm; places from its left lower corner. */
export interface Pane {
  width: number
  height: number
  thickness: number
  holes: { x: number, y: number, across: number }[]
}

/** A stencil with its border on a pane: its middle, mm, and its turn, degrees. */
export interface PanePlacement {
  x: number
  y: number
  width: number
  height: number
  turn: number
}

/** Glass nearer than this to a hole or between two holes breaks there; makers of drilled panes ask for about twice the thickness. */
const HOLE_CLEARANCE = 2

/** What is wrong with a pane as it was measured, in a sentence, or null. */
export function paneProblem({ width, height, thickness, holes }: Pane): string | null {
  for (const [i, h] of holes.entries()) {
    const r = h.across / 2
    if (h.x - r < 0 || h.x + r > width || h.y - r < 0 || h.y + r > height)
      return `Hole ${i + 1} lies over the edge. Measure to its middle from the left lower corner.`
    const near = holes.findIndex((o, k) => k > i && Math.hypot(o.x - h.x, o.y - h.y) < r + o.across / 2)
    if (near >= 0) return `Holes ${i + 1} and ${near + 1} run into each other. Measure them again.`
  }
  return thickness >= Math.min(width, height) ? 'It is as thick as it is wide. Check the thickness.' : null
}

/** Area of one face, its holes taken out. @returns mm² */
export const paneArea = ({ width, height, holes }: Pane): number =>
  width * height - holes.reduce((s, h) => s + Math.PI * (h.across / 2) ** 2, 0)

/** Corners of a placement on the pane. */
function paneCorners(p: PanePlacement): { x: number, y: number }[] {
  const [cos, sin] = [Math.cos((p.turn * Math.PI) / 180), Math.sin((p.turn * Math.PI) / 180)]
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([sx, sy]) => {
    const [x, y] = [(sx! * p.width) / 2, (sy! * p.height) / 2]
    return { x: p.x + x * cos - y * sin, y: p.y + x * sin + y * cos }
  })
}

/** Why a placement should not be where it is, in sentences. */
export function paneProblems(pane: Pane, p: PanePlacement): string[] {
  const corners = paneCorners(p)
  const out: string[] = []
  if (corners.some(c => c.x < -1e-6 || c.x > pane.width + 1e-6 || c.y < -1e-6 || c.y > pane.height + 1e-6))
    out.push('Its resist hangs over the edge: trim it there and tape the edge.')
  const [cos, sin] = [Math.cos((-p.turn * Math.PI) / 180), Math.sin((-p.turn * Math.PI) / 180)]
  const near = pane.holes.some((h) => {
    // In the placement's own frame its box is upright.
    const [dx, dy] = [h.x - p.x, h.y - p.y]
    const [x, y] = [Math.abs(dx * cos - dy * sin) - p.width / 2, Math.abs(dx * sin + dy * cos) - p.height / 2]
    return Math.hypot(Math.max(0, x), Math.max(0, y)) < h.across / 2 + HOLE_CLEARANCE * pane.thickness
  })
  if (near) out.push('Its resist reaches a hole: stop the hole with tape, and no grit or etchant through it.')
  return out
}

/** True where two stencils on a pane touch or overlap. */
export const paneClash = (a: PanePlacement, b: PanePlacement): boolean => parted(paneCorners(a), paneCorners(b)) <= 1e-9
