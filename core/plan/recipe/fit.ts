import { contradiction } from '../../trade/identify'
import { etchantKind, resistKind } from '../../trade/materials'
import type { RecipeInput } from './input'

/** What cannot be because of sizes. */
export function fitRefusals(input: RecipeInput): string[] {
  const refusals: string[] = []
  if (input.art.height > input.height) refusals.push('The art is taller than the piece. Check both readings.')
  if (input.art.width > input.girth)
    refusals.push(
      input.surface === 'flat'
        ? 'The art is wider than the piece. Check both readings.'
        : 'The art is wider than the way round the piece. Check the girth.',
    )
  if (input.art.openFraction <= 0) refusals.push('Nothing is open, so nothing would be etched. Say what share of the art is open.')
  return refusals
}

/** Uses after which a stencil that is used again is looked at before it is trusted. */
const MANY_USES = 25

/** Etched on the far side, so that it is read through the glass. */
export const readThroughGlass = ({ surface, face, substrate }: Pick<RecipeInput, 'surface' | 'face' | 'substrate'>): boolean =>
  surface === 'flat' && (face === 'back' || substrate === 'mirror-back')

function mirrorWarnings(input: RecipeInput): string[] {
  const through = readThroughGlass(input)
  if (through && input.artMirrored === null)
    return ['It is read through the glass, so the art has to be mirrored: check it against a mirror before the film goes on.']
  if (through && !input.artMirrored)
    return ['It is read through the glass, but this stencil is not mirrored. Set it to be read through the glass and cut it again.']
  if (!through && input.artMirrored)
    return ['This stencil is mirrored, to be read through glass, but here it is read from the front. Cut it again unmirrored.']
  return []
}

/** What goes on, but is said. @param putOut mL */
export function fitWarnings(input: RecipeInput, putOut: number): string[] {
  const { rules } = input
  const warnings: string[] = []
  const clash = contradiction(input.noun, input.substrate)
  if (clash) warnings.push(clash)
  const round = input.surface !== 'flat'
  // What is trimmed off anyway is no reason to warn.
  if (input.art.height <= input.height && input.art.height + 2 * rules.border > input.height && !input.wholeFace)
    warnings.push(
      `The resist with its border is taller than the piece: `
      + `${round ? 'fold it over the rim or cut the border narrower' : 'it hangs over the edge, so tape it down there'}.`,
    )
  if (!round && !input.wholeFace && input.art.width <= input.girth && input.art.width + 2 * rules.border > input.girth)
    warnings.push('The resist with its border is wider than the piece: tape it down round the edge.')
  warnings.push(...mirrorWarnings(input))
  if (putOut > input.lot.left)
    warnings.push('There may not be enough in the bottle for this run. Have another ready before the first touch.')
  if (etchantKind(input.lot.kind).method === 'cream' && input.schools.after === 'recover' && !input.lot.reusable)
    warnings.push('This cream is not for reuse, so it is wiped off, not scraped back.')
  if ((input.stencilUses ?? 0) >= MANY_USES && resistKind(input.resist).uses === null)
    warnings.push(`This stencil has been used ${input.stencilUses} times: look at its edges against the light first.`)
  return warnings
}
