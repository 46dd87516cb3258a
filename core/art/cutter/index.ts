import { HPGL_PER_MM } from '../sheet'

/** What a cutter made of a file: lines by pen, mm, y up. */
export interface CutterJob {
  strokes: { pen: number, points: Float64Array }[]
  /** Instructions that this cutter does not know, each named once. */
  unknown: string[]
}

/** A file that cannot be cut, with what and where. */
export class CutterRefused extends Error {}

const MOST_LETTERS = 20_000_000

/** Reads HP-GL: IN, SP, PU, PD, PA, PR; what else comes is named and passed over. @throws CutterRefused */
export function readHpgl(text: string): CutterJob {
  if (text.length > MOST_LETTERS) throw new CutterRefused('The file is too long for the cutter. Send fewer stencils at once.')
  const strokes: CutterJob['strokes'] = []
  const unknown = new Set<string>()
  let [x, y, pen, down, absolute] = [0, 0, 0, false, true]
  let open: number[] | null = null
  const end = () => {
    if (open && open.length >= 4) strokes.push({ pen, points: Float64Array.from(open) })
    open = null
  }
  let count = 0
  for (const raw of text.split(';')) {
    count++
    const statement = raw.trim()
    if (statement === '') continue
    const match = /^([A-Za-z]{2})\s*([^]*)$/.exec(statement)
    if (!match) throw new CutterRefused(`Instruction ${count} is no HP-GL: "${statement.slice(0, 20)}". Write the file again.`)
    const [, letters, rest] = match
    const name = letters!.toUpperCase()
    const numbers
      = rest!.trim() === ''
        ? []
        : rest!
            .trim()
            .split(/[\s,]+/)
            .map(Number)
    if (['PU', 'PD', 'PA', 'PR'].includes(name)) {
      if (numbers.some(v => !Number.isFinite(v)) || numbers.length % 2)
        throw new CutterRefused(`Instruction ${count}, ${name}, has places that cannot be read. Write the file again.`)
      if (name === 'PU') {
        end()
        down = false
      }
      else if (name === 'PD') down = true
      else absolute = name === 'PA'
      for (let i = 0; i < numbers.length; i += 2) {
        const [nx, ny] = absolute ? [numbers[i]!, numbers[i + 1]!] : [x + numbers[i]!, y + numbers[i + 1]!]
        if (down) (open ??= [x / HPGL_PER_MM, y / HPGL_PER_MM]).push(nx / HPGL_PER_MM, ny / HPGL_PER_MM)
        ;[x, y] = [nx, ny]
      }
    }
    else if (name === 'SP') {
      end()
      pen = numbers[0] ?? 0
    }
    else if (name === 'IN') [pen, down, absolute] = [0, false, true]
    else unknown.add(name)
  }
  end()
  return { strokes, unknown: [...unknown] }
}

/** How the stand-in moves: mm/s with the blade down and up, s for each lift. */
export const CUTTER_PACE = { cut: 80, travel: 300, lift: 0.12 }

export interface CutterEstimate {
  seconds: number
  lifts: number
  cut: number
  travel: number
  width: number
  height: number
}

/** Time, lifts and ways of a job. Lengths in mm. */
export function estimate({ strokes }: CutterJob, pace = CUTTER_PACE): CutterEstimate {
  let [cut, travel, px, py, width, height] = [0, 0, 0, 0, 0, 0]
  for (const { points } of strokes) {
    travel += Math.hypot(points[0]! - px, points[1]! - py)
    for (let i = 2; i < points.length; i += 2) cut += Math.hypot(points[i]! - points[i - 2]!, points[i + 1]! - points[i - 1]!)
    for (let i = 0; i < points.length; i += 2) {
      width = Math.max(width, points[i]!)
      height = Math.max(height, points[i + 1]!)
    }
    ;[px, py] = [points.at(-2)!, points.at(-1)!]
  }
  return { seconds: cut / pace.cut + travel / pace.travel + strokes.length * pace.lift, lifts: strokes.length, cut, travel, width, height }
}

/**
 * Films of the stand-in, each on its backing: thickness of both, mm, and the force that drives a blade through 0.1 mm of it, g.
 * Invented for practice.
 */
export const CUTTER_MATERIALS = [
  { id: 'permanent-vinyl', text: 'Permanent vinyl', film: 0.075, backing: 0.16, force: 85 },
  { id: 'stencil-vinyl', text: 'Soft stencil vinyl', film: 0.09, backing: 0.15, force: 60 },
  { id: 'contact-paper', text: 'Contact paper', film: 0.1, backing: 0.09, force: 70 },
  { id: 'blast-mask', text: 'Blast mask', film: 0.5, backing: 0.18, force: 55 },
] as const
export type CutterMaterial = (typeof CUTTER_MATERIALS)[number]['id']

export type TestCut = 'not through' | 'through' | 'cut into backing'
/** A scratch in the backing does no harm; deeper than this share of it and the stencil tears with it. */
const BACKING_SHARE = 0.35

/**
 * What a small letter looks like when it is lifted off: the blade goes as deep as it stands out, unless the force is too little for it.
 * @param depth mm that the blade stands out @param force g
 */
export function testCut(material: CutterMaterial, depth: number, force: number): { result: TestCut, advice: string } {
  const m = CUTTER_MATERIALS.find(x => x.id === material)
  if (!m) throw new CutterRefused('The cutter has no such material. Choose one of its list.')
  const byForce = (force / m.force) * 0.1
  const reached = Math.min(depth, byForce)
  if (reached < m.film)
    return {
      result: 'not through',
      advice: byForce < depth ? 'The blade stands out far enough: press harder.' : 'Let the blade stand out farther.',
    }
  if (reached > m.film + BACKING_SHARE * m.backing)
    return { result: 'cut into backing', advice: depth <= byForce ? 'Let the blade stand out less.' : 'Press less.' }
  return { result: 'through', advice: 'Film through, backing whole. Weed the letter and cut the sheet.' }
}
