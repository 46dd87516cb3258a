import { z } from 'zod'
import {
  formatLength,
  formatMass,
  formatNumber,
  formatVolume,
  parseFactor,
  parseRollLength,
  parseMass,
  parseMoney,
  parseVolume,
  plural,
} from '#core/basics/units'
import type { LengthUnit, Parsed } from '#core/basics/units'
import { GLOVE_MATERIALS, HAND_MOVES, stockKind, SUPPLY_KINDS } from '#core/trade/stock'
import type { MoveKind, StockKindId } from '#core/trade/stock'
import { dayField, optionalField, withUnit } from './fields'
import { uuidV7Schema } from './ids'

/** A whole number of things, 0 or more, with or without what it counts. */
function parseThings(text: string): Parsed {
  const match = /^\s*(\d{1,6})\s*[a-zA-Z]*\s*$/.exec(text)
  return match ? { ok: true, value: Number(match[1]) } : { ok: false, error: 'Write a whole number, for example 12.' }
}

/** An amount of this kind as people write it: mL, g, a length, or how many. */
export function parseAmount(kind: StockKindId, text: string, unit: LengthUnit): Parsed {
  switch (stockKind(kind).unit) {
    case 'ml':
      return parseVolume(text)
    case 'g':
      return parseMass(text)
    case 'mm':
      return parseRollLength(text, unit)
    case 'count':
      return parseThings(text)
  }
}

/** An amount of this kind in words: `480 mL`, `1.5 kg`, `12 pairs`. */
export function amountWords(kind: StockKindId, amount: number, unit: LengthUnit): string {
  const { unit: counted, one } = stockKind(kind)
  switch (counted) {
    case 'ml':
      return formatVolume(amount)
    case 'g':
      return Math.abs(amount) >= 1000 ? `${formatNumber(amount / 1000, 2)}\u00a0kg` : formatMass(amount)
    case 'mm':
      return unit === 'mm' && Math.abs(amount) >= 1000 ? `${formatNumber(amount / 1000, 2)}\u00a0m` : formatLength(amount, unit)
    case 'count':
      return `${formatNumber(amount)}\u00a0${amount === 1 ? one : plural(one)}`
  }
}

const written = z.string().max(60, 'That is too long to be a reading.')
const optionalDay = z.union([dayField, z.literal('')])

const supplyForm = z.object({
  kind: z.enum(SUPPLY_KINDS.map(k => k.id) as [StockKindId, ...StockKindId[]], 'Choose what it is.'),
  name: z.string().trim().min(2, 'Write what the label calls it.').max(80, 'Keep it under 80 letters.'),
  material: z.union([z.enum(GLOVE_MATERIALS), z.literal('')]).default(''),
  size: z.string().trim().max(12, 'Keep it under 12 letters.').default(''),
  /** Hours a filter lasts, by its maker or by the lead. */
  hours: optionalField(parseFactor, h => (h <= 0 || h > 5000 ? 'A filter lasts between 1 and 5000 hours.' : null)).default(null),
  blankId: z.union([z.literal('').transform(() => null), z.uuid()]).default(null),
  pack: written,
  left: written,
  reorder: written.default(''),
  price: written,
  openedOn: optionalDay,
  expiresOn: optionalDay,
})

/** A supply as numbers: amounts in mL, g, mm or pieces, the price of one pack in the studio's currency. */
export interface SupplyEntry {
  kind: StockKindId
  name: string
  details: { material?: string, size?: string, hours?: number }
  blankId: string | null
  pack: number
  left: number
  reorder: number | null
  price: number
  openedOn: string
  expiresOn: string
}

/** A supply as it is put on the shelf. Lengths without a unit are in the house unit. */
export const supplySchema = (unit: LengthUnit) =>
  supplyForm.transform((raw, context): SupplyEntry => {
    const kind = stockKind(raw.kind)
    const complain = (path: string, message: string) => {
      context.addIssue({ code: 'custom', path: [path], message })
      return NaN
    }
    const read = (path: 'pack' | 'left' | 'reorder', check: (value: number) => string | null = () => null) => {
      const parsed = parseAmount(raw.kind, raw[path], unit)
      const error = parsed.ok ? check(parsed.value) : parsed.error
      return parsed.ok && error === null ? parsed.value : complain(path, error ?? '')
    }
    const price = parseMoney(raw.price)
    if (raw.kind === 'gel' && raw.expiresOn === '') complain('expiresOn', 'The day is printed on the tube. Gel out of date is no gel.')
    if (kind.details.includes('material') && raw.material === '')
      complain('material', 'Choose what they are made of. Thin latex is no glove for acid.')
    if (kind.details.includes('size') && raw.size === '') complain('size', 'Write the size.')
    if (kind.details.includes('blank') && raw.blankId === null) complain('blankId', 'Choose which blank it is.')
    return {
      kind: raw.kind,
      name: raw.name,
      details: {
        ...(kind.details.includes('material') && raw.material !== '' ? { material: raw.material } : {}),
        ...(kind.details.includes('size') ? { size: raw.size } : {}),
        ...(kind.details.includes('hours') && raw.hours !== null ? { hours: raw.hours } : {}),
      },
      blankId: kind.details.includes('blank') ? raw.blankId : null,
      pack: read('pack', v => (v <= 0 ? 'A pack holds at least one.' : null)),
      left: read('left'),
      reorder: raw.reorder.trim() === '' ? null : read('reorder', v => (v <= 0 ? 'Write more than nothing, or leave it blank.' : null)),
      price: price.ok ? price.value : complain('price', price.error),
      openedOn: raw.openedOn,
      expiresOn: kind.expires ? raw.expiresOn : '',
    }
  })
export type SupplyForm = z.input<typeof supplyForm>

/** A supply's form whose bare lengths say the unit they were meant in, so that whoever reads it reads the same. */
export function supplyAsMeant(form: SupplyForm, unit: LengthUnit): SupplyForm {
  if (stockKind(form.kind).unit !== 'mm') return form
  return { ...form, pack: withUnit(form.pack, unit), left: withUnit(form.left, unit), reorder: withUnit(form.reorder ?? '', unit) }
}

export interface Supply extends Omit<SupplyEntry, 'left' | 'openedOn' | 'expiresOn'> {
  id: string
  labelNo: number
  level: number
  openedOn: string | null
  expiresOn: string | null
  putAway: boolean
  version: number
}

/** What a supply is called, told apart from others of its name: `Long gloves, nitrile, size M`. */
export const supplyName = ({ name, details }: Pick<Supply, 'name' | 'details'>): string =>
  [name, details.material, details.size && `size ${details.size}`].filter(Boolean).join(', ')

/** Anything on the shelf, whatever its kind. */
export interface StockItem {
  id: string
  kind: StockKindId
  labelNo: number
  name: string
  level: number
  reorder: number | null
  /** What one pack or bottle holds; null for film. */
  pack: number | null
  putAway: boolean
}

/** One line of the ledger. */
export interface LedgerLine {
  id: string
  stockId: string
  stock: StockKindId
  name: string
  labelNo: number
  /** In the unit of its kind. */
  change: number
  kind: MoveKind
  note: string | null
  runId: string | null
  sheetId: string | null
  tubId: string | null
  /** Where it was poured from or to. */
  otherId: string | null
  by: string
  at: string
}

/** What a person enters about a thing on the shelf. `seen`: the level they were looking at. */
export const moveSchema = z.object({
  id: uuidV7Schema,
  kind: z.enum(HAND_MOVES),
  amount: z.number().min(0, 'Less than nothing is never there.').max(1e7, 'That is more than a studio holds. Check the unit.'),
  seen: z.number(),
  /** It is out of date, and whoever uses it has been told. */
  anyway: z.boolean().default(false),
  note: z.string().trim().max(200, 'Keep it under 200 letters.').default(''),
})
export type MoveEntry = z.output<typeof moveSchema>

/**
 * What a run took off the shelf.
 * @property change below 0 is gone @property price of one unit, in the studio's currency; null for film without one
 */
export interface TakenByRun {
  id: string
  kind: StockKindId
  name: string
  change: number
  price: number | null
}
