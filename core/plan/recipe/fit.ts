import { contradiction } from '../../trade/identify'
import { etchantKind, resistKind } from '../../trade/materials'
import type { Remark } from '../remarks'
import type { RecipeInput } from './input'
import { calledOf } from './placements'

/** What cannot be because of sizes. */
export function fitRefusals(input: RecipeInput): Remark[] {
  return input.placements.flatMap(({ art }, i): Remark[] => {
    const called = calledOf(input.placements, i)
    const round = input.surface !== 'flat'
    return [
      ...(art.height > input.height ? [{ code: 'art-too-tall', called } as const] : []),
      ...(art.width > input.girth ? [{ code: 'art-too-wide', round, called } as const] : []),
      ...(art.openFraction <= 0 ? [{ code: 'nothing-open', called } as const] : []),
    ]
  })
}

/** Uses after which a stencil that is used again is looked at before it is trusted. */
const MANY_USES = 25

/** Etched on the far side, so that it is read through the glass. */
export const readThroughGlass = ({ surface, face, substrate }: Pick<RecipeInput, 'surface' | 'face' | 'substrate'>): boolean =>
  surface === 'flat' && (face === 'back' || substrate === 'mirror-back')

function mirrorWarnings(input: RecipeInput): Remark[] {
  const through = readThroughGlass(input)
  const known = input.placements.map(p => p.mirrored)
  if (through && known.includes(null)) return [{ code: 'mirror-unknown' }]
  if (through && known.includes(false)) return [{ code: 'not-mirrored' }]
  return !through && known.includes(true) ? [{ code: 'mirrored-in-vain' }] : []
}

/** What goes on, but is said. @param putOut mL */
export function fitWarnings(input: RecipeInput, putOut: number): Remark[] {
  const { rules, noun, substrate, stencilUses: uses } = input
  const warnings: Remark[] = []
  if (contradiction(noun, substrate) !== null) warnings.push({ code: 'name-contradicts', noun, substrate })
  const round = input.surface !== 'flat'
  // What is trimmed off anyway is no reason to warn.
  const over = (art: number, piece: number) => art <= piece && art + 2 * rules.border > piece && !input.wholeFace
  if (input.placements.some(p => over(p.art.height, input.height))) warnings.push({ code: 'border-over-edge', round })
  if (!round && input.placements.some(p => over(p.art.width, input.girth))) warnings.push({ code: 'border-wider' })
  warnings.push(...mirrorWarnings(input))
  if (putOut > input.lot.left) warnings.push({ code: 'bottle-short' })
  if (etchantKind(input.lot.kind).method === 'cream' && input.schools.after === 'recover' && !input.lot.reusable)
    warnings.push({ code: 'not-for-reuse' })
  if (uses && uses >= MANY_USES && resistKind(input.resist).uses === null) warnings.push({ code: 'stencil-worn', uses })
  return warnings
}
