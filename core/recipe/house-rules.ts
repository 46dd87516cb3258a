import type { DwellSchool } from '../dwell'
import type { StencilRules } from '../stencil'

/** Scrape the cream back into its bottle, or wipe it off (advised for beginners). */
export const AFTER_SCHOOLS = ['recover', 'wipe'] as const
export type AfterSchool = typeof AFTER_SCHOOLS[number]

/** What this studio decided where practice differs. */
export interface HouseRules {
  /** Unit taken when a length is written without one, and shown first. */
  lengthUnit: 'mm' | 'in'
  school: DwellSchool
  after: AfterSchool
  stencil: StencilRules
  currency: string
  /** Per m² of resist, per run, per hour of work; in the currency. */
  resistPrice: number
  consumables: number
  hourly: number
}

/** Where a studio starts; every one of them can be changed. */
export const DEFAULT_HOUSE_RULES: HouseRules = {
  lengthUnit: 'mm',
  school: 'label',
  after: 'recover',
  stencil: { border: 12.7, spare: 6.35 },
  currency: 'EUR',
  resistPrice: 9,
  consumables: 1.5,
  hourly: 24,
}
