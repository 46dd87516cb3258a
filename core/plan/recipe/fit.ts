import { contradiction } from '../../trade/identify'
import { capital } from '../../basics/units'
import { etchantKind, resistKind } from '../../trade/materials'
import type { RecipeInput } from './input'
import { calledOf } from './placements'

/** What cannot be because of sizes. */
export function fitRefusals(input: RecipeInput): string[] {
  return input.placements.flatMap(({ art }, i) => {
    const called = calledOf(input.placements, i)
    const it = called ? `${capital(called)} is` : 'The art is'
    const round = input.surface !== 'flat'
    return [
      ...(art.height > input.height ? [`${it} taller than the piece. Check both readings.`] : []),
      ...(art.width > input.girth
        ? [round ? `${it} wider than the way round the piece. Check the girth.` : `${it} wider than the piece. Check both readings.`]
        : []),
      ...(art.openFraction <= 0
        ? [`${called ? `${capital(called)}: nothing` : 'Nothing'} is open, so nothing would be etched. Say what share of the art is open.`]
        : []),
    ]
  })
}

/** Uses after which a stencil that is used again is looked at before it is trusted. */
const MANY_USES = 25

/** Etched on the far side, so that it is read through the glass. */
export const readThroughGlass = ({ surface, face, substrate }: Pick<RecipeInput, 'surface' | 'face' | 'substrate'>): boolean =>
  surface === 'flat' && (face === 'back' || substrate === 'mirror-back')

function mirrorWarnings(input: RecipeInput): string[] {
  const through = readThroughGlass(input)
  const known = input.placements.map(p => p.mirrored)
  if (through && known.includes(null))
    return ['It is read through the glass, so the art has to be mirrored: check it against a mirror before the film goes on.']
  if (through && known.includes(false))
    return ['It is read through the glass, but this stencil is not mirrored. Set it to be read through the glass and cut it again.']
  if (!through && known.includes(true))
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
  const over = (art: number, piece: number) => art <= piece && art + 2 * rules.border > piece && !input.wholeFace
  if (input.placements.some(p => over(p.art.height, input.height)))
    warnings.push(
      `The resist with its border is taller than the piece: `
      + `${round ? 'fold it over the rim or cut the border narrower' : 'it hangs over the edge, so tape it down there'}.`,
    )
  if (!round && input.placements.some(p => over(p.art.width, input.girth)))
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
