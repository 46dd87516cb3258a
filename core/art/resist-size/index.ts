import type { Figure, FigureInput } from '../../basics/figure'
import { ruleSource } from '../../trade/house'
import type { HouseRules } from '../../trade/house'
import { commonPractice, houseRule, reading } from '../../basics/source'

export interface ArtSize {
  /** mm along the wall */
  width: number
  /** mm up the wall */
  height: number
  /** Share of the box that is weeded open, 0 to 1. */
  openFraction: number
}

type CutRules = Pick<HouseRules, 'border' | 'spare'>

/** What decides how large a piece of resist is besides the art, mm. */
export interface CutPlace {
  /** Way round a vessel, where a sheet meets itself; null for a flat piece. */
  girth: number | null
  /** How far a sheet that goes all round runs over its own beginning. */
  overlap: number
  /** The whole face of a flat piece, when all of it is covered; null: only the art and its border. */
  face: { width: number, height: number } | null
}
const ANYWHERE: CutPlace = { girth: null, overlap: 0, face: null }

/** Area the etchant reaches on one piece. @returns mm² */
export function openArea(art: ArtSize): number {
  return art.width * art.height * art.openFraction
}

/** Of the box, at least this much is open in art that is one filled panel. */
const PANEL = 0.6

/**
 * The largest circle that fits into one opening, mm²: brush marks show in it, not in the sum of thin lines.
 * @param widest across that circle, mm, as the art was measured; null: guessed from the box where it is a filled panel
 * @returns mm²; null when nobody knows
 */
export function largestOpening(art: ArtSize, widest: number | null): number | null {
  const across = widest ?? (art.openFraction >= PANEL ? Math.min(art.width, art.height) : null)
  return across === null ? null : Math.PI * (across / 2) ** 2
}

/** Whether the sheet of this art reaches round to its own beginning. */
export const meetsItself = (art: Pick<ArtSize, 'width'>, rules: Pick<HouseRules, 'border'>, { girth }: Pick<CutPlace, 'girth'>): boolean =>
  girth !== null && art.width + 2 * rules.border >= girth

/**
 * Size of resist to cut for one piece: art, a border on each side, and a little to trim; as long as the way round and its overlap
 * where it meets itself; the whole face where all of it is covered.
 * @returns mm
 */
export function cutSize(
  art: Pick<ArtSize, 'width' | 'height'>,
  rules: CutRules,
  place: CutPlace = ANYWHERE,
): { width: number, height: number } {
  const extra = 2 * rules.border + rules.spare
  const { face } = place
  if (face) return { width: Math.max(face.width, art.width), height: Math.max(face.height, art.height) }
  return { width: meetsItself(art, rules, place) ? place.girth! + place.overlap : art.width + extra, height: art.height + extra }
}

/**
 * Cut width and height as figures that show their working.
 * @param of which of several stencils on a piece: what it is called, and a mark that keeps its figures apart
 */
export function cutFigures(
  art: ArtSize,
  rules: HouseRules,
  place: CutPlace = ANYWHERE,
  of: { called: string, mark: string } = { called: '', mark: '' },
): { width: Figure, height: Figure } {
  const size = cutSize(art, rules, place)
  const bordered = (id: string, label: string, side: 'width' | 'height'): Figure => ({
    id,
    label,
    value: size[side],
    unit: 'mm',
    formula: `art ${side} + 2 × border + spare`,
    inputs: [
      { label: `art ${side}`, value: art[side], unit: 'mm', source: reading },
      { label: 'border each side', value: rules.border, unit: 'mm', source: ruleSource(rules, 'border') },
      { label: 'spare to trim', value: rules.spare, unit: 'mm', source: ruleSource(rules, 'spare') },
    ],
    source: commonPractice('a 3 1/2 in design sits on a 4 1/2 in square of resist'),
  })
  const whole = (id: string, label: string, side: 'width' | 'height'): Figure => ({
    id,
    label,
    value: size[side],
    unit: 'mm',
    formula: `the ${side} of the face, all of it covered`,
    inputs: [{ label: `${side} of the face`, value: place.face![side], unit: 'mm', source: reading }],
    source: commonPractice('on small parts of a large pane the whole face is covered'),
  })
  const round = (id: string, label: string): Figure => ({
    id,
    label,
    value: size.width,
    unit: 'mm',
    formula: 'way round + overlap: it meets itself at the back',
    inputs: [
      { label: 'way round', value: place.girth!, unit: 'mm', source: reading },
      { label: 'overlap', value: place.overlap, unit: 'mm', source: ruleSource(rules, 'wrapOverlap') },
    ],
    source: commonPractice('a wrap-round design must match the girth'),
  })
  const [wide, high] = [
    [`cut-width${of.mark}`, `Resist to cut${of.called && ` for ${of.called}`}, width`],
    [`cut-height${of.mark}`, `Resist to cut${of.called && ` for ${of.called}`}, height`],
  ] as const
  if (place.face) return { width: whole(...wide, 'width'), height: whole(...high, 'height') }
  return { width: meetsItself(art, rules, place) ? round(...wide) : bordered(...wide, 'width'), height: bordered(...high, 'height') }
}

/** A sheet of resist, mm. */
export interface Size {
  width: number
  height: number
}

/** Area of all sheets of one piece, mm². */
const areaOf = (sheets: readonly Size[]): number => sheets.reduce((sum, s) => sum + s.width * s.height, 0)

/** One sheet by its sides, several by what they come to. */
const sheetInputs = (sheets: readonly Size[]): FigureInput[] =>
  sheets.length === 1
    ? [
        { label: 'cut width', value: sheets[0]!.width, unit: 'mm', source: reading },
        { label: 'cut height', value: sheets[0]!.height, unit: 'mm', source: reading },
      ]
    : [{ label: `${sheets.length} stencils of one piece, width × height of each`, value: areaOf(sheets), unit: 'mm2', source: reading }]

/** Resist for all pieces. @param sheets those of one piece */
export function resistAreaFigure(sheets: readonly Size[], pieces: number): Figure {
  return {
    id: 'resist-area',
    label: 'Resist in all',
    value: areaOf(sheets) * pieces,
    unit: 'mm2',
    formula: `${sheets.length === 1 ? 'cut width × cut height' : 'all stencils of a piece'} × pieces`,
    inputs: [...sheetInputs(sheets), { label: 'pieces', value: pieces, unit: 'count', source: reading }],
    source: commonPractice(),
  }
}

/** The same once the sheet is cut: what left the shelf less what came back. @param used mm² for one piece */
export function resistCutFigure(used: number, pieces: number): Figure {
  return {
    id: 'resist-area',
    label: 'Resist in all, as it was cut',
    value: used * pieces,
    unit: 'mm2',
    formula: 'resist used for one piece × pieces',
    inputs: [
      { label: 'used for one piece, with its share of the waste', value: used, unit: 'mm2', source: reading },
      { label: 'pieces', value: pieces, unit: 'count', source: reading },
    ],
    source: houseRule('from the cut sheet'),
  }
}

/** Tape round every stencil. @param sheets those of one piece */
export function tapeFigure(sheets: readonly Size[], pieces: number, rules: HouseRules): Figure {
  const round = sheets.reduce((sum, s) => sum + 2 * (s.width + s.height), 0)
  return {
    id: 'tape',
    label: 'Masking tape',
    value: round * rules.tapeOverlap * pieces,
    unit: 'mm',
    formula: `${sheets.length === 1 ? '2 × (cut width + cut height)' : 'all edges'} × overlap × pieces`,
    inputs: [
      ...(sheets.length === 1
        ? sheetInputs(sheets)
        : [{ label: `round ${sheets.length} stencils of one piece`, value: round, unit: 'mm' as const, source: reading }]),
      { label: 'overlap at corners and ends', value: rules.tapeOverlap, unit: 'number', source: ruleSource(rules, 'tapeOverlap') },
      { label: 'pieces', value: pieces, unit: 'count', source: reading },
    ],
    source: commonPractice('tape everything that cream could reach'),
  }
}

/** Transfer tape, each piece of it used as often as the house does. @param all sheets of one piece */
export function transferFigure(all: readonly Size[], pieces: number, rules: HouseRules): Figure {
  const sheets = Math.ceil(pieces / rules.transferUses)
  return {
    id: 'transfer',
    label: `Transfer tape, ${sheets * all.length === 1 ? 'one sheet' : `${sheets * all.length} sheets`}`,
    value: areaOf(all) * sheets,
    unit: 'mm2',
    formula: `${all.length === 1 ? 'cut width × cut height' : 'all stencils of a piece'} × (pieces ÷ uses, rounded up)`,
    inputs: [
      ...sheetInputs(all),
      { label: 'pieces', value: pieces, unit: 'count', source: reading },
      { label: 'uses of one sheet', value: rules.transferUses, unit: 'count', source: ruleSource(rules, 'transferUses') },
    ],
    source: commonPractice('transfer tape serves two or three times'),
  }
}
