import type { EtchantKindId } from '../materials'

/** What stock is counted in. Lengths are kept in mm. */
export type StockUnit = 'ml' | 'g' | 'mm' | 'count'

/** What a variant of a kind is told by, beside its name. */
export type StockDetail = 'material' | 'size' | 'hours' | 'blank'

interface StockKindRow {
  id: string
  /** As a heading: `Gloves`. */
  name: string
  unit: StockUnit
  /** What one of it is called where it is counted. */
  one: string
  details: readonly StockDetail[]
  /** Has a day on it after which it is not to be relied on. */
  expires: boolean
  /** Etchants, abrasives and film have a form of their own. */
  own: boolean
}

const row = (
  id: string, name: string, unit: StockUnit, one: string, more: { details?: StockDetail[], expires?: boolean, own?: boolean } = {},
): StockKindRow => ({ id, name, unit, one, details: more.details ?? [], expires: more.expires ?? false, own: more.own ?? false })

/** Everything that runs out in a studio, by kind, in the order in which it stands on the shelf. */
export const STOCK_KINDS = [
  row('etchant', 'Creams and liquids', 'ml', '', { own: true }),
  row('abrasive', 'Abrasives', 'g', '', { own: true }),
  row('film', 'Rolls and scraps', 'mm', '', { own: true }),
  row('tape', 'Tapes', 'mm', ''),
  row('transfer', 'Transfer tape', 'mm', ''),
  row('gloves', 'Gloves', 'count', 'pair', { details: ['material', 'size'] }),
  row('goggles', 'Goggles', 'count', 'pair'),
  row('respirator-filter', 'Respirator filters', 'count', 'set', { details: ['hours'], expires: true }),
  row('cabinet-filter', 'Cabinet filters', 'count', 'filter', { details: ['hours'] }),
  row('gel', 'Gel for burns', 'count', 'tube', { expires: true }),
  row('bicarbonate', 'Bicarbonate', 'g', ''),
  row('soda-ash', 'Soda ash', 'g', ''),
  row('slaked-lime', 'Slaked lime', 'g', ''),
  row('calcium-chloride', 'Calcium chloride', 'g', ''),
  row('ph-strips', 'pH strips', 'count', 'strip', { expires: true }),
  row('degreaser', 'Degreasers', 'ml', ''),
  row('applicator', 'Brushes, sponges, sticks', 'count', 'piece'),
  row('blank', 'Blanks to be etched', 'count', 'piece', { details: ['blank'] }),
] as const
export type StockKindId
  = | 'etchant' | 'abrasive' | 'film' | 'tape' | 'transfer' | 'gloves' | 'goggles' | 'respirator-filter' | 'cabinet-filter' | 'gel'
    | 'bicarbonate' | 'soda-ash' | 'slaked-lime' | 'calcium-chloride' | 'ph-strips' | 'degreaser' | 'applicator' | 'blank'
export type StockKind = Omit<StockKindRow, 'id'> & { id: StockKindId }

const BY_ID = new Map(STOCK_KINDS.map(k => [k.id, k as StockKind]))
export const stockKind = (id: StockKindId): StockKind => BY_ID.get(id)!
export const STOCK_KIND_IDS = STOCK_KINDS.map(k => k.id) as StockKindId[]
/** Grit is weighed, creams and liquids are measured. */
export const stockOfEtchant = (kind: EtchantKindId): 'etchant' | 'abrasive' => (kind === 'abrasive' ? 'abrasive' : 'etchant')
/** Those that are entered as supplies; etchants and film have forms of their own. */
export const SUPPLY_KINDS = (STOCK_KINDS as readonly StockKind[]).filter(k => !k.own)

/** What gloves are made of. Thin latex lets acid through and is none of them. */
export const GLOVE_MATERIALS = ['nitrile', 'neoprene', 'butyl', 'pvc'] as const
