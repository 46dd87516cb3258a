import { z } from 'zod'
import { isZone } from '#core/basics/zone'
import { SKILLS } from '#core/trade/skills'
import type { Skill } from '#core/trade/skills'
import type { LengthUnit } from './fields'

export const ROLES = ['lead', 'crew'] as const
export type Role = (typeof ROLES)[number]

const name = z.string().trim().min(2, 'Write a name of at least two letters.').max(60, 'Keep the name under 60 letters.')
const password = z.string().min(10, 'Use at least ten characters.').max(200, 'Keep it under 200 characters.')
const pin = z.string().regex(/^\d{4,8}$/, 'A PIN is four to eight digits.')

const may = z.array(z.enum(SKILLS)).max(SKILLS.length)

export const signInSchema = z.object({
  name: z.string().trim().min(1, 'Write your name.').max(60),
  password: z.string().min(1, 'Write your password.').max(200),
})
export const changePersonSchema = z.object({ personId: z.uuid(), pin })
export const givePasswordSchema = z.object({ password: z.string().min(1, 'Write your password.').max(200) })
/** Nothing: as the house writes lengths. */
const lengthUnit = z.enum(['', 'mm', 'in'])
export const ownUnitsSchema = z.object({ lengthUnit })
export const newPersonSchema = z.object({
  name,
  role: z.enum(ROLES),
  password,
  pin: z.union([pin, z.literal('')]),
  may: may.default([...SKILLS]),
})
export const changePersonAccountSchema = z.object({
  name: name.optional(),
  role: z.enum(ROLES).optional(),
  password: z.union([password, z.literal('')]).optional(),
  pin: z.union([pin, z.literal('')]).optional(),
  active: z.boolean().optional(),
  may: may.optional(),
  lengthUnit: lengthUnit.optional(),
})
export const firstRunSchema = z.object({
  studio: z.string().trim().min(2, 'Write the studio\'s name.').max(80),
  timeZone: z.string().trim().max(60).refine(isZone, 'Choose the time zone of the studio from the list.'),
  name,
  password,
})

export type NewPerson = z.output<typeof newPersonSchema>
export type ChangePersonAccount = z.output<typeof changePersonAccountSchema>
export type OwnUnits = z.output<typeof ownUnitsSchema>
export type FirstRun = z.output<typeof firstRunSchema>

/** A crew member as the others see one. */
export interface Person {
  id: string
  name: string
  role: Role
  active: boolean
  /** What this person is trusted with at the bench. */
  may: Skill[]
  /** In what they read and write lengths; null: as the house does. */
  lengthUnit: LengthUnit | null
  hasPin: boolean
}

export interface SignedIn {
  person: Person
  /** Who opened the session with a password; others may have changed places by PIN. */
  openedBy: string
  /** Everybody whose entries this session may book. */
  people: string[]
}
