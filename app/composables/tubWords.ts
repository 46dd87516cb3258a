import { formatMass, formatNumber } from '#core/basics/units'
import { portions, spoons } from '#core/plan/tub'
import type { NeutraliserId, TubContent } from '#core/plan/tub'
import type { TubState } from '#core/bench/tub'

const UNIT = { tsp: ['teaspoon', 'teaspoons'], tbsp: ['tablespoon', 'tablespoons'], cup: ['cup', 'cups'] } as const

/** An amount in spoons and cups: `about 2 1/2 tablespoons`. */
export function spoonWords(id: NeutraliserId, grams: number): string {
  const { unit, amount } = spoons(id, grams)
  const halves = Math.max(0.5, Math.ceil(amount * 2 - 0.05) / 2)
  const whole = Math.floor(halves)
  const text = `${whole > 0 ? whole : ''}${halves % 1 ? `${whole > 0 ? '\u00a0' : ''}1/2` : ''}`
  return `about ${text} ${UNIT[unit][halves > 1 ? 1 : 0]}`
}

/** How to put it in: `24 g, about 2 tablespoons, in 2 portions`. */
export function doseWords(content: TubContent, id: NeutraliserId, grams: number): string {
  const { count, gas } = portions(content, id, grams)
  const pace = count > 1 ? `, in ${count} portions, each once the last has stopped fizzing` : ''
  const air = gas > 0.2 ? `. It gives off about ${formatNumber(gas, gas < 10 ? 1 : 0)} L of gas: keep the air moving, no lid` : ''
  return `${formatMass(grams)}, ${spoonWords(id, grams)}${pace}${air}`
}

/** A tub in a few words: `Acid, pH about 3.1, estimated`. */
export function tubWords(state: TubState): string {
  if (state.emptied) return 'Emptied'
  if (state.verdict === 'clean') return 'Clean water'
  const pH = `pH ${state.read ? '' : 'about '}${formatNumber(state.pH, 1)}${state.read ? ', as read' : ', estimated'}`
  return `${{ acid: 'Acid', neutral: 'Neutral', caustic: 'Caustic' }[state.verdict]}, ${pH}`
}
