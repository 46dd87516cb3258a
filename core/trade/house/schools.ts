import type { Method } from '../materials'

/** Where practice differs: the schools, each with what speaks for it. One is the studio's; a job may choose another. */
export interface School<Id extends string> {
  id: Id
  text: string
  why: string
}

const school = <Id extends string>(id: Id, text: string, why: string): School<Id> => ({ id, text, why })

/** Which time a studio trusts: the maker's, a longer one for an even surface, or its own test strips. */
export const DWELL_SCHOOL_TABLE = [
  school('label', 'Label', 'The maker\'s time: sharpest edge, least undercut.'),
  school('even-frost', 'Even frost', 'Longer, for an even surface and older cream.'),
  school('own-coupons', 'Own coupons', 'What your own test strip showed for this bottle.'),
  school('long-rest', 'Long rest', 'A quarter of an hour, longer with slow cream: for coarse art only, never on tempered glass.'),
] as const
export const CARE_SCHOOL_TABLE = [
  school('leave', 'Leave it', 'Fussing makes waves.'),
  school('swirl', 'Swirl at half time', 'Once, to free air bubbles.'),
  school('move', 'Keep it moving', 'Moved all the time, so that nothing settles.'),
  school('brush-rest', 'Brush, then rest', 'Brushed for the first third, then left alone: goes with a long rest.'),
] as const
export const WEEDING_SCHOOL_TABLE = [
  school('backing', 'On the backing', 'Flat on the table, and it can be checked before it goes on.'),
  school('piece', 'On the piece', 'For very intricate art, where the backing moves.'),
] as const
export const AFTER_SCHOOL_TABLE = [
  school('recover', 'Recover', 'Scraped back into its bottle: most can be used again.'),
  school('wipe', 'Wipe', 'Wiped off with a damp towel: advised for beginners.'),
] as const
export const RINSING_SCHOOL_TABLE = [
  school('sink', 'Sink after wiping', 'Warm running water, once most is wiped off: porcelain etches too.'),
  school('tub', 'Tub', 'A plastic tub keeps it all for the bicarbonate.'),
  school('two-baths', 'Two baths', 'A first and a second clean bucket, where there is no sink.'),
] as const
export const PEEL_SCHOOL_TABLE = [
  school('under-water', 'Under water', 'The water lifts the edge and takes the last of it.'),
  school('when-dry', 'When dry', 'Nothing is smeared, and the stencil comes off in one.'),
] as const

type Ids<T extends readonly School<string>[]> = T[number]['id']
export type DwellSchool = Ids<typeof DWELL_SCHOOL_TABLE>
export type CareSchool = Ids<typeof CARE_SCHOOL_TABLE>
export type WeedingSchool = Ids<typeof WEEDING_SCHOOL_TABLE>
export type AfterSchool = Ids<typeof AFTER_SCHOOL_TABLE>
export type RinsingSchool = Ids<typeof RINSING_SCHOOL_TABLE>
export type PeelSchool = Ids<typeof PEEL_SCHOOL_TABLE>

/** The schools a job may choose otherwise than its house. */
export interface Schools {
  dwell: DwellSchool
  care: CareSchool
  weeding: WeedingSchool
  after: AfterSchool
  rinsing: RinsingSchool
  peel: PeelSchool
}

export const SCHOOL_TABLES = {
  dwell: DWELL_SCHOOL_TABLE,
  care: CARE_SCHOOL_TABLE,
  weeding: WEEDING_SCHOOL_TABLE,
  after: AFTER_SCHOOL_TABLE,
  rinsing: RINSING_SCHOOL_TABLE,
  peel: PEEL_SCHOOL_TABLE,
} as const satisfies { [K in keyof Schools]: readonly School<Schools[K]>[] }

export const SCHOOL_KEYS = Object.keys(SCHOOL_TABLES) as (keyof Schools)[]

/** Schools that mean something for a method: a blasted piece has no dwell, and what is rubbed all the time needs no care. */
export const SCHOOLS_OF: Record<Method, readonly (keyof Schools)[]> = {
  cream: SCHOOL_KEYS,
  liquid: ['dwell', 'weeding', 'peel'],
  blast: ['weeding'],
}

export const SCHOOL_NAMES: Record<keyof Schools, string> = {
  dwell: 'Dwell by',
  care: 'During the dwell',
  weeding: 'Weeding',
  after: 'After the dwell',
  rinsing: 'Rinsing',
  peel: 'Peeling',
}
