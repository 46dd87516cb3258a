import type { Surface } from '../../trade/compatibility'
import type { Schools } from '../../trade/house'
import type { EtchantKindId, ResistId, SubstrateId } from '../../trade/materials'
import type { CoatTool } from '../coat'
import type { DwellReason } from '../dwell'
import type { Remark } from '../remarks'

/**
 * What a run's plan rests on, by ids and numbers: kept beside the words that stood at the bench, so that the log can count and learn
 * from them, and the words can be mended later. Lengths in mm, areas in mm², times in s, temperatures in °C.
 */
export interface PlanBasis {
  substrate: SubstrateId
  surface: Surface
  resist: ResistId
  etchant: EtchantKindId
  /** The lot's own label; null for abrasive. */
  label: { min: number, max: number } | null
  /** Days the lot had been open; null while sealed. */
  openDays: number | null
  temperature: number | null
  schools: Schools
  /** Of one piece. */
  openArea: number
  finest: number | null
  /** Narrowest resist between two openings, mm; nothing where none is known. */
  bridge?: number
  /** How near to the art its slits end, mm; nothing where it needed none. */
  slitGap?: number
  depth: 'surface' | 'deep'
  /** What it was coated with, and by how many. */
  tool?: CoatTool
  coaters?: number
  /** mm² that the tool goes over when one piece is coated. */
  cover?: number
  /** mm² that the gun sweeps on one piece. */
  swept?: number
  /** Rows of the table of what goes with what that spoke, and the cares they ask for. */
  rows: string[]
  cares: string[]
  /** Why each bound of the window stood where it did. */
  window: Pick<DwellReason, 'bound' | 'at' | 'pull' | 'binds' | 'why'>[]
  /** What was said of it before it began; runs from before this was kept have none. */
  remarks?: Remark[]
}
