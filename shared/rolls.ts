import { z } from 'zod'
import { RESIST_IDS, resistKind } from '#core/trade/materials'
import type { ResistId } from '#core/trade/materials'
import { parseMoney } from '#core/basics/units'
import { lengthField, optionalField, rollLengthField } from './fields'
import type { LengthUnit } from './fields'

/** Resists that come as film on a roll. */
export const ROLL_RESISTS = RESIST_IDS.filter(id => resistKind(id).uses !== null) as [ResistId, ...ResistId[]]

const length = (unit: LengthUnit, least: number, most: number) =>
  lengthField(unit, mm => (mm < least || mm > most ? `Between ${least} and ${most} mm. Check the unit.` : null))

/** A roll or a scrap as it is put on the shelf. Lengths without a unit are in the house unit. */
export const rollSchema = (unit: LengthUnit) =>
  z.object({
    name: z.string().trim().min(2, 'Write what you call it.').max(60, 'Keep it under 60 letters.'),
    resist: z.enum(ROLL_RESISTS, 'Choose what it is.'),
    width: length(unit, 20, 2000),
    length: rollLengthField(unit, mm => (mm < 20 || mm > 100_000 ? 'Between 20 mm and 100 m. Check the unit.' : null)),
    scrap: z.boolean(),
    grain: z.boolean(),
    /** In the studio's currency, per m². */
    priceM2: optionalField(parseMoney).default(null),
  })
export type RollForm = z.input<ReturnType<typeof rollSchema>>
export type RollEntry = z.output<ReturnType<typeof rollSchema>>
export interface Roll extends RollEntry {
  id: string
  /** mm below which the lead wants to be told. */
  reorder: number | null
  putAway: boolean
}

/** What a m² of a resist costs: what its oldest roll that has a price on it cost, whole rolls before scraps; null where none has. */
export function filmPrice(rolls: readonly Pick<Roll, 'id' | 'resist' | 'scrap' | 'priceM2'>[], resist: ResistId): number | null {
  const priced = rolls.filter(r => r.resist === resist && r.priceM2 !== null)
  priced.sort((a, b) => Number(a.scrap) - Number(b.scrap) || (a.id < b.id ? -1 : 1))
  return priced[0]?.priceM2 ?? null
}
