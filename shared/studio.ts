import { z } from 'zod'
import { versionField } from './numbers'
import { readRule, RULES, writeRule } from '#core/trade/house'
import type { OwnShare, Paces } from '#core/plan/coat'
import type { OwnTimes } from '#core/plan/own-times'
import type { HouseRules, RuleKey } from '#core/trade/house'
import { withUnit } from './fields'
import type { LengthUnit } from './fields'

const phone = z
  .string()
  .trim()
  .max(40, 'Keep the number under 40 characters.')
  .regex(/^[\d+()\-\s/.]*$/, 'Write digits, spaces and + only.')
  .refine(text => text === '' || (text.match(/\d/g) ?? []).length >= 2, 'Write the whole number.')

/** House rules as their fields hold them. */
export type RulesForm = Record<RuleKey, string>

const ruleFields = z.record(z.string(), z.string().max(60, 'That is too long for a rule.'))

export const rulesSchema = ruleFields.transform((form, context): HouseRules => {
  const rules: Record<string, string | number> = {}
  for (const spec of RULES) {
    const read = readRule(spec, form[spec.key] ?? '')
    if (read.ok) rules[spec.key] = read.value
    else context.addIssue({ code: 'custom', path: [spec.key], message: read.error })
  }
  if (Number(rules.workTo) <= Number(rules.workFrom))
    context.addIssue({ code: 'custom', path: ['workTo'], message: 'Work would end before it begins. Write a later time.' })
  return rules as unknown as HouseRules
})

export const studioSchema = z.object({
  name: z.string().trim().min(2, 'Write the studio\'s name.').max(80),
  emergencyNumber: phone,
  poisonNumber: phone,
  rules: rulesSchema,
  version: versionField,
})

export type StudioForm = z.input<typeof studioSchema>
export type StudioEntry = z.output<typeof studioSchema>

export interface Studio {
  name: string
  sample: boolean
  rules: HouseRules
  emergencyNumber: string
  poisonNumber: string
  /** Day until which the calcium gluconate gel on the shelf is good; null while there is none. */
  gelExpiresOn: string | null
  version: number
  /** What its own coats took; with the studio as a page gets it. */
  paces?: Paces
  /** How much of a reusable cream it puts back, by its ledger. */
  recovered?: OwnShare | null
  /** What its own steps took, of the latest runs. */
  times?: OwnTimes
}

/** Rules whose bare lengths say the unit they were meant in; rules themselves are written in mm. */
export function rulesAsMeant<F extends Record<string, string>>(form: F, unit: LengthUnit): F {
  const lengths = RULES.filter(spec => spec.kind === 'length').map(({ key }) => [key, withUnit(form[key] ?? '', unit)])
  return { ...form, ...Object.fromEntries(lengths) }
}

/** Rules as their fields show them. */
export const rulesForm = (rules: HouseRules): RulesForm =>
  Object.fromEntries(RULES.map(spec => [spec.key, writeRule(spec, rules[spec.key])])) as RulesForm
