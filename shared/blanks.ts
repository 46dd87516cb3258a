import { z } from 'zod'
import { paneProblem } from '#core/piece/blank'
import type { Pane } from '#core/piece/blank'
import { SUBSTRATE_IDS } from '#core/trade/materials'
import type { SubstrateId } from '#core/trade/materials'
import { measuredWall } from '#core/piece/vessel'
import type { GirthReading, HeightKind, Wall } from '#core/piece/vessel'
import { lengthField, lengthLines } from './fields'
import type { LengthUnit } from './fields'
import { middleOn } from './placements'
import type { Where } from './placements'

/** A blank as it is measured: two to twelve girths, each at its height. Lengths without a unit are in the house unit. */
export function blankSchema(unit: LengthUnit) {
  const reading = z.object({
    height: lengthField(unit, mm => (mm > 3000 ? 'That is taller than this bench takes. Check the unit.' : null)),
    girth: lengthField(unit, mm =>
      mm < 20
        ? 'That is thinner than a finger. Check the unit.'
        : mm > 6000
          ? 'That is larger than this bench takes. Check the unit.'
          : null,
    ),
  })
  const name = {
    name: z.string().trim().min(2, 'Write what you call it.').max(60, 'Keep it under 60 letters.'),
    noun: z
      .string()
      .trim()
      .toLowerCase()
      .min(2, 'Write what one piece is called, for example tumbler.')
      .max(30, 'Keep it under 30 letters.'),
    substrate: z.enum(SUBSTRATE_IDS, 'Choose what it is made of.'),
  }
  const length = (least: number, most: number) =>
    lengthField(unit, mm => (mm < least || mm > most ? `Between ${least} and ${most} mm. Check the unit.` : null))
  /** Girths of a batch, one a line; nothing written is none. */
  const batch = lengthLines(unit, 'Keep it to a hundred pieces.')
  const round = z
    .object({
      ...name,
      girths: batch,
      shape: z.literal('round'),
      heightKind: z.enum(['vertical', 'side']),
      readings: z.array(reading).min(2, 'Read two girths at two heights or more.').max(12, 'Twelve readings are enough for any wall.'),
    })
    .superRefine((blank, context) => {
      try {
        measuredWall(blank.readings, blank.heightKind)
      }
      catch (error) {
        context.addIssue({ code: 'custom', path: ['readings'], message: (error as Error).message })
      }
    })
  const pane = z.object({
    ...name,
    shape: z.literal('pane'),
    pane: z
      .object({
        width: length(10, 3000),
        height: length(10, 3000),
        thickness: length(0.2, 60),
        holes: z
          .array(z.object({ x: length(0, 3000), y: length(0, 3000), across: length(1, 1000) }))
          .max(12, 'Twelve holes are enough for any pane.'),
      })
      .superRefine((p, context) => {
        const message = paneProblem(p)
        if (message) context.addIssue({ code: 'custom', path: ['holes'], message })
      }),
  })
  return z
    .discriminatedUnion('shape', [round, pane])
    .transform((b): BlankEntry =>
      b.shape === 'round'
        ? {
            name: b.name,
            noun: b.noun,
            substrate: b.substrate,
            heightKind: b.heightKind,
            readings: b.readings,
            girths: b.girths,
            pane: null,
          }
        : { name: b.name, noun: b.noun, substrate: b.substrate, heightKind: 'vertical', readings: [], girths: [], pane: b.pane },
    )
}

/** As it is written by hand: what belongs to the other shape is kept in the form and not read. */
export interface BlankForm {
  name: string
  noun: string
  substrate: SubstrateId
  shape: 'round' | 'pane'
  heightKind: HeightKind
  readings: { height: string, girth: string }[]
  girths: string
  pane: { width: string, height: string, thickness: string, holes: { x: string, y: string, across: string }[] }
}

/** A blank as numbers: girths at heights, or a pane. mm */
export interface BlankEntry {
  name: string
  noun: string
  substrate: SubstrateId
  heightKind: HeightKind
  readings: GirthReading[]
  /** Girths of the pieces of a batch at one height: how much they differ. */
  girths: number[]
  pane: Pane | null
}

/** A blank of the library; lengths in mm. */
export interface Blank extends BlankEntry {
  id: string
  entered: BlankForm
  putAway: boolean
  version: number
}

/** The wall of a blank; null for a pane, which has none. */
export const wallOf = (blank: Pick<BlankEntry, 'heightKind' | 'readings' | 'pane'>): Wall | null =>
  blank.pane ? null : measuredWall(blank.readings, blank.heightKind)

/** The wall that a job was planned on, and where on it the middle of the art sits, mm above the base. */
export interface PlannedWall {
  kind: HeightKind
  readings: GirthReading[]
  middle: number
}

/** A blank's wall as a pass keeps it, with the height of its first stencil's middle. A pane has no wall. */
export function plannedWall(
  blank: Pick<BlankEntry, 'heightKind' | 'readings' | 'pane'>,
  [first]: readonly (Pick<Where, 'level' | 'clear'> & { artHeight: number })[],
): PlannedWall | null {
  const wall = wallOf(blank)
  const middle = wall && (first ? middleOn(wall, first, first.artHeight) : (wall.from + wall.to) / 2)
  return wall && { kind: blank.heightKind, readings: blank.readings, middle: middle! }
}

export const BLANK_FORM: BlankForm = {
  name: '',
  noun: '',
  substrate: 'soda-lime',
  shape: 'round',
  heightKind: 'vertical',
  readings: [
    { height: '0', girth: '' },
    { height: '', girth: '' },
  ],
  girths: '',
  pane: { width: '', height: '', thickness: '', holes: [] },
}
