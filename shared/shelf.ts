import { z } from 'zod'
import { ABRASIVE_MEDIA, bannedSubstance, ETCHANT_IDS, etchantKind, RESIST_IDS, resistKind } from '#core/trade/materials'
import type { AbrasiveMedium, EtchantKindId, ResistId, SubstrateId } from '#core/trade/materials'
import { parseStrength } from '#core/plan/neutralise'
import type { FerricStrength } from '#core/plan/neutralise'
import type { Pace } from '#core/plan/coat'
import type { CouponEvidence } from '#core/plan/dwell'
import { parseDuration, parseFactor, parseFraction, parseMass, parseMoney, parseVolume } from '#core/basics/units'
import type { Parsed } from '#core/basics/units'
import { dayField } from './fields'

const DAY_MS = 86_400_000
const written = z.string().max(60, 'That is too long to be a reading.')

/** A day that has come: bottles are not opened next year. A day's grace for time zones. */
const pastDay = dayField.refine(day => Date.parse(day) <= Date.now() + DAY_MS, 'That day has not come yet. When was it opened?')

const form = z.object({
  productName: z.string().trim().min(2, 'Write what the label calls it.').max(80, 'Keep it under 80 letters.'),
  kind: z.enum(ETCHANT_IDS, 'Choose the kind.'),
  labelMin: written,
  labelMax: written,
  reusable: z.boolean(),
  openedOn: z.union([pastDay, z.literal('')]),
  size: written,
  left: written,
  price: written,
  couponBest: written,
  /** Ferric chloride: °Bé, density or %. */
  strength: written,
  /** Cream: its acid as ammonium bifluoride, by weight. */
  acidShare: written.default(''),
  /** Abrasive. */
  medium: z.union([z.enum(ABRASIVE_MEDIA), z.literal('')]),
  grit: z.string().trim().max(20, 'Keep it under 20 letters.'),
  secondsPerCm2: written,
})

/** A lot as numbers: times in s, amounts in mL (abrasive: g), price in the studio's currency. */
export interface LotEntry {
  productName: string
  kind: EtchantKindId
  labelMin: number | null
  labelMax: number | null
  reusable: boolean
  openedOn: string
  size: number
  left: number
  price: number
  couponBest: number | null
  strength: FerricStrength | null
  acidShare: number | null
  strengthWritten: string
  medium: AbrasiveMedium | null
  grit: string
  secondsPerCm2: number | null
}

const labelTime = (s: number) =>
  s < 10
    ? 'A label never asks for less than ten seconds. Check the unit.'
    : s > 7200
      ? 'Over two hours is no etchant\'s label. Check the unit.'
      : null

/** A lot on the shelf, as its label has it. What has to be filled in depends on its kind. */
export const lotSchema = form.transform((raw, context): LotEntry => {
  const { method } = etchantKind(raw.kind)
  const blast = method === 'blast'
  const complain = (path: keyof typeof raw, message: string) => {
    context.addIssue({ code: 'custom', path: [path], message })
    return NaN
  }
  const read = (path: keyof typeof raw, parse: (text: string) => Parsed, check: (value: number) => string | null = () => null): number => {
    const parsed = parse(String(raw[path]))
    const error = parsed.ok ? check(parsed.value) : parsed.error
    return error === null && parsed.ok ? parsed.value : complain(path, error ?? '')
  }
  const amount = blast ? parseMass : parseVolume
  const banned = bannedSubstance(raw.productName, raw.kind)
  if (banned) complain('productName', banned)
  const labelMin = blast ? null : read('labelMin', parseDuration, labelTime)
  const labelMax = blast ? null : read('labelMax', parseDuration, labelTime)
  const size = read('size', amount, v => (v < 1 ? `It holds at least 1 ${blast ? 'g' : 'mL'}.` : null))
  const left = read('left', amount)
  const price = read('price', parseMoney)
  if (labelMin !== null && labelMax !== null && labelMax < labelMin)
    complain('labelMax', 'The longest time can\'t be shorter than the shortest.')
  if (left > size) complain('left', 'More can\'t be left than it holds.')
  const strength = method === 'liquid' ? parseStrength(raw.strength) : null
  if (strength && !strength.ok) complain('strength', strength.error)
  if (blast && raw.medium === '') complain('medium', 'Choose what the abrasive is. Silica sand is never one.')
  return {
    productName: raw.productName,
    kind: raw.kind,
    reusable: raw.reusable,
    openedOn: raw.openedOn,
    labelMin,
    labelMax,
    size,
    left,
    price,
    couponBest:
      raw.couponBest.trim() === '' || blast
        ? null
        : read('couponBest', parseDuration, s => (s < 5 ? 'Write at least five seconds.' : null)),
    strength: strength?.ok ? strength.value : null,
    acidShare:
      method === 'cream' && raw.acidShare.trim() !== ''
        ? read('acidShare', parseFraction, v =>
            v < 0.01 || v > 0.6 ? 'A cream holds between 1 and 60 %. Read the safety data sheet again.' : null,
          )
        : null,
    strengthWritten: method === 'liquid' ? raw.strength.trim() : '',
    medium: blast ? raw.medium || null : null,
    grit: blast ? raw.grit : '',
    secondsPerCm2:
      blast && raw.secondsPerCm2.trim() !== ''
        ? read(
            'secondsPerCm2',
            text => parseFactor(text.replace(/ ?(s|sec|seconds)(\/cm²)?$/i, '')),
            v => (v <= 0 || v > 60 ? 'Gun time for one cm² lies between 0 and 60 s.' : null),
          )
        : null,
  }
})

export type LotForm = z.input<typeof lotSchema>

/** A lot on the shelf; times in s, amounts in mL (abrasive: g), price in the studio's currency. */
export interface Lot extends Omit<LotEntry, 'openedOn'> {
  id: string
  openedOn: string | null
  /** To be bought again when there is less, mL or g; null: nobody watches it. */
  reorder: number | null
  /** The newest good coupon of each substrate. */
  coupons: (CouponEvidence & { substrate: SubstrateId })[]
  /** Abrasive: what it took on earlier pieces; null under five of them. */
  gunPace: Pace | null
  putAway: boolean
  version: number
}

/** Resists that are washed and used again. */
export const REUSED_RESISTS = RESIST_IDS.filter(id => resistKind(id).uses === null)

/** A stencil that is used again, as it hangs on the shelf. */
export const stencilSchema = z.object({
  name: z.string().trim().min(2, 'Write what it shows.').max(60, 'Keep it under 60 letters.'),
  resist: z.enum(REUSED_RESISTS as [ResistId, ...ResistId[]], 'Choose what it is made of.'),
})
export type StencilEntry = z.output<typeof stencilSchema>

export interface Stencil extends StencilEntry {
  id: string
  /** How often it has been on a piece. */
  uses: number
  putAway: boolean
}
